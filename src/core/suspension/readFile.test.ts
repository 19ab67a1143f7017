import { fileOf, levelArms, levelLinks } from '../../../tests/support/pencil';
import { readGeometryFile, readSolveFile } from './readFile';

const text = (change: (file: Record<string, unknown>) => void, ends: object = { front: levelLinks }): string => {
  const file = structuredClone(fileOf(ends)) as Record<string, unknown>;
  change(file);
  return JSON.stringify({ geometry: file, states: [] });
};
/** Sets what a path names; undefined takes it out. */
const put = (at: string, value: unknown) => (file: Record<string, unknown>) => {
  const steps = at.split('.');
  const last = steps.pop() ?? '';
  const within = steps.reduce<Record<string, unknown>>((o, step) => o[step] as Record<string, unknown>, file);
  if (value === undefined) delete within[last];
  else within[last] = value;
};
const fault = (input: string): string => {
  const read = readSolveFile(input);
  return read.ok ? 'no fault' : `${read.fault.path}: ${read.fault.fault}`;
};
const wishbone = { front: levelArms };

test('a sound file is taken, "mirror" and two sides alike', () => {
  expect(fault(text(() => {}))).toBe('no fault');
  expect(fault(text(() => {}, wishbone))).toBe('no fault');
});

test.each([
  ['not JSON', '{', /^file: is not JSON/],
  ['no geometry', '{"states":[]}', /^geometry: is missing/],
  ['a field missing', text(put('front.left.hub.centre', undefined)), /^geometry\.front\.left\.hub\.centre: is missing/],
  ['a misspelling', text(put('front.left.hub.cambre', 0)), /^geometry\.front\.left\.hub\.cambre: is not a field/],
  ['a misspelling at the top', text(put('fornt', {})), /^geometry\.fornt: is not a field/],
  [
    'an endless number',
    text(put('front.left.hub.toe', 7)).replace(':7', ':1e999'),
    /hub\.toe: must be a finite number/,
  ],
  ['a point of two', text(put('front.links.2.body', [1, 2])), /^geometry\.front\.links\[2\]\.body/],
  ['a word for a number', text(put('front.links.0.axle.1', 'wide')), /links\[0\]\.axle\[1\]: must be a finite number/],
  ['an unknown kind', text(put('front.type', 'swing-axle')), /^geometry\.front\.type: must be double-wishbone/],
  ['a right side that is neither', text(put('front.right', 'same')), /^geometry\.front\.right: must be "mirror"/],
  [
    'a fault inside the right side',
    text(put('front.right', { hub: { centre: [0, -800, 400], camber: 0 } })),
    /right\.hub\.toe: is missing/,
  ],
  ['a link without length', text(put('front.links.1.axle', [-1000, -500, 350])), /links\[1\]: the link has no length/],
  [
    'three links and no bar',
    text((f) => {
      put('front.trackBar', undefined)(f);
      put('front.links', levelLinks.type === 'link-axle' ? levelLinks.links.slice(1) : [])(f);
    }),
    /front\.links: links and track bar are fewer than four/,
  ],
  ['an id twice', text(put('front.links.1.id', 'lower-left')), /links\[1\]\.id: “lower-left” is given twice/],
  ['an unknown adjust', text(put('front.adjust', { links: { middle: 3 } })), /adjust\.links\.middle: there is no link/],
  [
    'a drag link that is not there',
    text(put('front.adjust', { dragLink: 3 })),
    /adjust\.dragLink: there is no drag link/,
  ],
  ['more taken away than there is', text(put('front.adjust', { trackBar: -900 })), /adjust\.trackBar: takes away more/],
  [
    'a bar end on its pivot line',
    text(put('front.left.swayBar.armEnd', [200, 300, 500])),
    /swayBar\.armEnd: lies on the bar/,
  ],
  [
    'an arm carrier on a beam axle',
    text(put('front.left.shock.lowerOn', 'lowerArm')),
    /shock\.lowerOn: this kind of suspension has no lowerArm/,
  ],
  [
    'steering without a kingpin',
    text(
      put('front.steering', {
        pitman: { pivot: [1, 2, 3], end: [9, 2, 3], axis: [0, 0, 1], lock: 30 },
        dragLink: { side: 'left', knuckle: [5, 6, 7] },
        tieRod: { left: [1, 600, 3], right: [1, -600, 3] },
      }),
    ),
    /front\.left\.kingpin: is missing/,
  ],
  [
    'a ball joint on its pivot line',
    text(put('front.left.lowerArm.outer', [0, 400, 300]), wishbone),
    /lowerArm\.outer: the ball joint lies/,
  ],
  [
    'arms whose joints meet',
    text(put('front.left.upperArm.outer', [0, 800, 300]), wishbone),
    /the steering axis has no length/,
  ],
  [
    'a tie rod end on the steering axis',
    text(put('front.left.tieRod.outer', [0, 800, 400]), wishbone),
    /tieRod\.outer: lies on the steering axis/,
  ],
  [
    'a rack that does not move',
    text(put('front.steering.rackTravel', 0), wishbone),
    /steering\.rackTravel: must be more than 0/,
  ],
  [
    'a shoulder wider than half the tyre',
    text(put('front.tyre', { diameter: 800, sectionWidth: 280, shoulderRadius: 141, planeOffset: 0 })),
    /tyre\.shoulderRadius: is more than half/,
  ],
  [
    'an obstacle of one point',
    text(put('front.left.obstacles', [{ id: 'lip', on: 'body', points: [[1, 2, 3]] }])),
    /obstacles\[0\]\.points/,
  ],
  [
    'a steer that is no number',
    JSON.stringify({
      geometry: fileOf({ front: levelLinks }),
      states: [{ front: { left: 0, right: 0, steer: 'left' } }],
    }),
    /^states\[0\]\.front\.steer: must be a finite number/,
  ],
])('%s is refused by the path of its field', (_, input, wanted) => {
  expect(fault(input)).toMatch(wanted);
});

test('a plain geometry file and the input of solve both bring in a geometry', () => {
  const plain = JSON.stringify(fileOf({ rear: levelLinks }));
  expect(readGeometryFile(plain)).toMatchObject({ ok: true, file: { rear: { type: 'link-axle' } } });
  expect(readGeometryFile(JSON.stringify({ geometry: JSON.parse(plain), states: [] }))).toMatchObject({ ok: true });
  expect(readGeometryFile('[]')).toMatchObject({ ok: false });
});
