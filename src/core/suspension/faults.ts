import { distance, fromLine, length, minus, unit, type Vec3 } from '../kernel/geometry/point';
import { sidesOf } from './mirror';
import {
  ENDS,
  type BeamEnd,
  type BeamSide,
  type Carrier,
  type End,
  type GeometryFile,
  type WishboneSide,
} from './schema';

/** What is wrong with a geometry, and where in the file. */
export interface Fault {
  path: string;
  fault: string;
}

/** Two points nearer than this are one point, mm. */
const SAME = 1e-6;
type Say = (path: string, fault: string) => void;

/**
 * Everything in a well-formed geometry that no linkage can be built from, in the order of the file: parts without
 * length, points on the line they turn about, sizes that are not positive, ids given twice or unknown.
 */
export function faultsIn(file: GeometryFile): Fault[] {
  const found: Fault[] = [];
  for (const name of ENDS) {
    const end = file[name];
    if (end) endFaults(end, (path, fault) => found.push({ path: `${name}.${path}`, fault }));
  }
  return found;
}

function endFaults(end: End, say: Say): void {
  const carriers: Carrier[] =
    end.type === 'double-wishbone' ? ['body', 'knuckle', 'lowerArm', 'upperArm'] : ['body', 'axle', 'knuckle'];
  const sides = sidesOf(end);
  for (const name of ['left', 'right'] as const) {
    // The mirror image has the faults of its original.
    if (end[name] === 'mirror') continue;
    const tell: Say = (path, fault) => say(`${name}.${path}`, fault);
    sideFaults(sides[name], carriers, tell);
    if (end.type === 'double-wishbone') wishboneFaults(sides[name] as WishboneSide, tell);
  }
  if (distance(sides.left.hub.centre, sides.right.hub.centre) < SAME)
    say('right.hub.centre', 'lies where the left hub centre is: the axle has no width');
  if (end.type === 'double-wishbone') {
    if (end.steering.rackTravel <= 0) say('steering.rackTravel', 'must be more than 0');
  } else beamFaults(end, sides, say);
  if (end.tyre) {
    const { diameter, sectionWidth, shoulderRadius } = end.tyre;
    for (const [key, value] of Object.entries({ diameter, sectionWidth, shoulderRadius }))
      if (value <= 0) say(`tyre.${key}`, 'must be more than 0');
    if (shoulderRadius > sectionWidth / 2) say('tyre.shoulderRadius', 'is more than half the section width');
  }
  adjustFaults(end, sides, say);
}

const noLength = (say: Say, path: string, what: string, a: Vec3, b: Vec3): void => {
  if (distance(a, b) < SAME) say(path, `${what} has no length: both ends are one point`);
};
const onLine = (say: Say, path: string, what: string, p: Vec3, a: Vec3, b: Vec3): void => {
  if (distance(a, b) >= SAME && fromLine(p, a, unit(minus(b, a))) < SAME) say(path, what);
};

function sideFaults(side: BeamSide, carriers: readonly Carrier[], say: Say): void {
  const carried = (path: string, on: Carrier) => {
    if (!carriers.includes(on)) say(path, `this kind of suspension has no ${on}; use ${carriers.join(', ')}`);
  };
  if (side.kingpin) noLength(say, 'kingpin', 'the steering axis', side.kingpin.lower, side.kingpin.upper);
  for (const part of ['shock', 'spring'] as const) {
    const strut = side[part];
    if (!strut) continue;
    noLength(say, part, `the ${part}`, strut.upper, strut.lower);
    carried(`${part}.lowerOn`, strut.lowerOn);
  }
  const bar = side.swayBar;
  if (bar) {
    onLine(say, 'swayBar.armEnd', 'lies on the bar’s pivot line', bar.armEnd, bar.pivot, [
      bar.pivot[0],
      bar.pivot[1] + 1,
      bar.pivot[2],
    ]);
    noLength(say, 'swayBar.link', 'the sway link', bar.armEnd, bar.link);
    carried('swayBar.linkOn', bar.linkOn);
  }
  if (side.brakeHose) carried('brakeHose.wheelOn', side.brakeHose.wheelOn);
  twice(side.obstacles ?? [], 'obstacles', say);
  side.obstacles?.forEach((o, i) => carried(`obstacles[${i}].on`, o.on));
}

function wishboneFaults(side: WishboneSide, say: Say): void {
  for (const name of ['lowerArm', 'upperArm'] as const) {
    const arm = side[name];
    noLength(say, name, 'its pivot axis', arm.front, arm.rear);
    onLine(say, `${name}.outer`, 'the ball joint lies on its arm’s pivot line', arm.outer, arm.front, arm.rear);
  }
  const [lower, upper] = [side.lowerArm.outer, side.upperArm.outer];
  noLength(say, 'upperArm.outer', 'the steering axis', lower, upper);
  noLength(say, 'tieRod', 'the tie rod', side.tieRod.inner, side.tieRod.outer);
  onLine(say, 'tieRod.outer', 'lies on the steering axis', side.tieRod.outer, lower, upper);
  if (side.halfShaft) noLength(say, 'halfShaft', 'the half shaft', side.halfShaft.inner, side.halfShaft.outer);
}

function beamFaults(end: BeamEnd, sides: { left: BeamSide; right: BeamSide }, say: Say): void {
  if (end.type === 'link-axle') {
    twice(end.links, 'links', say);
    end.links.forEach((link, i) => noLength(say, `links[${i}]`, 'the link', link.body, link.axle));
    if (end.links.length + (end.trackBar ? 1 : 0) < 4)
      say('links', 'links and track bar are fewer than four: the axle would be free to move');
  }
  if (end.type === 'radius-arm-axle') twice(end.radiusArms, 'radiusArms', say);
  if (end.type === 'leaf-axle') {
    twice(end.leaves, 'leaves', say);
    end.leaves.forEach((leaf, i) => {
      for (const half of ['frontHalf', 'rearHalf'] as const)
        if (leaf[half] <= 0) say(`leaves[${i}].${half}`, 'must be more than 0');
      noLength(say, `leaves[${i}]`, 'from front eye to seat', leaf.frontEye, leaf.seat);
    });
  }
  if ('trackBar' in end && end.trackBar)
    noLength(say, 'trackBar', 'the track bar', end.trackBar.body, end.trackBar.axle);
  const shaft = end.driveshaft;
  if (shaft) {
    noLength(say, 'driveshaft', 'the driveshaft', shaft.transferJoint, shaft.pinionJoint);
    for (const axis of ['transferAxis', 'pinionAxis'] as const)
      if (length(shaft[axis]) < SAME) say(`driveshaft.${axis}`, 'has no direction');
  }
  const steer = end.steering;
  if (!steer) return;
  for (const name of ['left', 'right'] as const) {
    const pin = sides[name].kingpin;
    if (!pin) say(`${name}.kingpin`, 'is missing: steering turns the knuckles about it');
    else onLine(say, `steering.tieRod.${name}`, 'lies on the steering axis', steer.tieRod[name], pin.lower, pin.upper);
  }
  noLength(say, 'steering.tieRod', 'the tie rod', steer.tieRod.left, steer.tieRod.right);
  const { pitman, dragLink } = steer;
  if (length(pitman.axis) < SAME) say('steering.pitman.axis', 'has no direction');
  else
    onLine(
      say,
      'steering.pitman.end',
      'the pitman arm has no length: its end lies on its axis',
      pitman.end,
      pitman.pivot,
      [pitman.pivot[0] + pitman.axis[0], pitman.pivot[1] + pitman.axis[1], pitman.pivot[2] + pitman.axis[2]],
    );
  noLength(say, 'steering.dragLink', 'the drag link', pitman.end, dragLink.knuckle);
  const pin = sides[dragLink.side].kingpin;
  if (pin)
    onLine(say, 'steering.dragLink.knuckle', 'lies on the steering axis', dragLink.knuckle, pin.lower, pin.upper);
}

function twice(list: readonly { id: string }[], path: string, say: Say): void {
  const seen = new Set<string>();
  list.forEach(({ id }, i) => {
    if (seen.has(id)) say(`${path}[${i}].id`, `“${id}” is given twice`);
    seen.add(id);
  });
}

function adjustFaults(end: End, sides: { left: BeamSide; right: BeamSide }, say: Say): void {
  const { adjust } = end;
  if (!adjust) return;
  const check = (path: string, added: number | undefined, lengths: readonly number[], missing: string) => {
    if (added === undefined) return;
    if (lengths.length === 0) say(path, missing);
    else if (lengths.some((l) => l + added <= SAME)) say(path, 'takes away more than the whole length');
  };
  const links = end.type === 'link-axle' ? end.links : [];
  for (const [id, added] of Object.entries(adjust.links ?? {}))
    check(
      `adjust.links.${id}`,
      added,
      links.filter((link) => link.id === id).map((link) => distance(link.body, link.axle)),
      `there is no link “${id}”`,
    );
  const bar = 'trackBar' in end ? end.trackBar : undefined;
  check('adjust.trackBar', adjust.trackBar, bar ? [distance(bar.body, bar.axle)] : [], 'there is no track bar');
  const steering = end.type === 'double-wishbone' ? undefined : end.steering;
  const rods =
    end.type === 'double-wishbone'
      ? [sides.left, sides.right].map((s) => (s as WishboneSide).tieRod).map((rod) => distance(rod.inner, rod.outer))
      : steering
        ? [distance(steering.tieRod.left, steering.tieRod.right)]
        : [];
  check('adjust.tieRod', adjust.tieRod, rods, 'there is no tie rod');
  check(
    'adjust.dragLink',
    adjust.dragLink,
    steering ? [distance(steering.pitman.end, steering.dragLink.knuckle)] : [],
    'there is no drag link',
  );
  const bars = [sides.left.swayBar, sides.right.swayBar].flatMap((b) => (b ? [distance(b.armEnd, b.link)] : []));
  check('adjust.swayLink', adjust.swayLink, bars, 'there is no sway bar');
}
