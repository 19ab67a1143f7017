import { readFileSync } from 'node:fs';
import fc from '../../../tests/support/properties';
import { DEG } from '../kernel/geometry/point';
import { figuresAt, centringTrackBar, lengthened, straightDragLink } from '../suspension/lengths';
import { sidesOf } from '../suspension/mirror';
import type { BeamEnd, BeamSide } from '../suspension/schema';
import { trackBarShift } from './axle';
import {
  armsFor,
  armsLonger,
  bumpSteer,
  damperLeft,
  dragLinkFor,
  goesLeft,
  heightAcross,
  inclinationAcross,
  leftOut,
  rollSteer,
  sleeveTurns,
  steeredAt,
  tieRodsFor,
  toeSlope,
  wheelFor,
  type CrossBar,
} from './steering';

const some = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const frame = fc.constantFrom<'left' | 'right'>('left', 'right');
const bars = fc.record({ length: some(600, 1100), fore: some(0, 80), height: some(-80, 220), frame });
const mirror = (bar: CrossBar): CrossBar => ({ ...bar, frame: bar.frame === 'left' ? 'right' : 'left' });

/** Where a bar's axle end is across, its frame end at nought: found by walking in on its length, not by a root. */
function acrossByHalving({ length, fore }: CrossBar, height: number): number {
  let [low, high] = [0, length];
  for (let i = 0; i < 80; i++) {
    const mid = (low + high) / 2;
    if (Math.hypot(mid, fore, height) > length) high = mid;
    else low = mid;
  }
  return (low + high) / 2;
}

describe('bars across the vehicle', () => {
  test('by pencil: 900 long, its left, framed end 156.3 higher leans 10°, right end lower', () => {
    expect(inclinationAcross(900, 156.3, 'left')).toBeCloseTo(-10, 2);
    expect(inclinationAcross(900, 156.3, 'right')).toBeCloseTo(10, 2);
    expect(heightAcross(900, -10, 'left')).toBeCloseTo(156.28, 2);
  });
  test('inclination and height are one another’s inverse', () =>
    fc.assert(
      fc.property(some(500, 1200), some(-30, 30), frame, (length, inclination, side) => {
        expect(inclinationAcross(length, heightAcross(length, inclination, side), side)).toBeCloseTo(inclination, 9);
      }),
    ));
  test('an axle goes as its bar, walked in on, lets it; mirrored, the other way by as much', () =>
    fc.assert(
      fc.property(bars, some(-80, 80), (bar, travel) => {
        const walked = acrossByHalving(bar, bar.height) - acrossByHalving(bar, bar.height - travel);
        expect(goesLeft(bar, travel)).toBeCloseTo((bar.frame === 'left' ? 1 : -1) * walked, 6);
        expect(goesLeft(mirror(bar), travel)).toBeCloseTo(-(goesLeft(bar, travel) ?? NaN), 9);
      }),
    ));
  test('bars alike never steer, whatever the arm; mirrored, bump steers the other way', () =>
    fc.assert(
      fc.property(bars, bars, some(90, 220), fc.boolean(), (drag, track, arm, ahead) => {
        const a = ahead ? -arm : arm;
        expect(bumpSteer(drag, drag, a)).toBeCloseTo(0, 12);
        expect(bumpSteer(mirror(drag), mirror(track), a)).toBeCloseTo(-(bumpSteer(drag, track, a) ?? NaN), 9);
        expect(bumpSteer(drag, track, -a)).toBeCloseTo(-(bumpSteer(drag, track, a) ?? NaN), 9);
      }),
    ));
  test('the slope over 25 mm is that of the bars’ own tangents at ride height', () =>
    fc.assert(
      fc.property(bars, bars, some(90, 220), (drag, track, arm) => {
        // Reach changes by h/reach a mm of travel: no difference quotient at all.
        const tangent = ({ length, fore, height, frame: side }: CrossBar) =>
          ((side === 'left' ? -1 : 1) * height) / Math.sqrt(length ** 2 - fore ** 2 - height ** 2);
        const by = (-25 * (tangent(drag) - tangent(track)) * DEG) / arm;
        expect(Math.abs((bumpSteer(drag, track, arm) ?? NaN) - by)).toBeLessThan(0.01);
      }),
    ));
  test('an end that cannot reach has no figure', () =>
    expect(goesLeft({ length: 600, fore: 0, height: 590, frame: 'left' }, -50)).toBeNull());
});

describe('toe at jacked heights', () => {
  test('a straight line gives its slope, a parabola that of its chord', () => {
    const line = [-25, 0, 25].map((travel) => ({ travel, toe: 0.1 + 0.006 * travel }));
    expect(toeSlope(line)).toBeCloseTo(0.15, 12);
    expect(toeSlope([-25, 0, 25].map((travel) => ({ travel, toe: travel * travel })))).toBeCloseTo(0, 12);
  });
  test('no line through the poses lies nearer to them', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(some(-60, 60), some(-1, 1)), { minLength: 3, maxLength: 5 }),
        some(-0.01, 0.01),
        (list, more) => {
          const poses = list.map(([travel, toe]) => ({ travel, toe }));
          const slope = toeSlope(poses);
          fc.pre(slope !== null && Math.abs(slope) < 50);
          const off = (k: number) => {
            const rest = poses.map((p) => p.toe - k * p.travel);
            const mean = rest.reduce((a, b) => a + b, 0) / rest.length;
            return rest.reduce((sum, r) => sum + (r - mean) ** 2, 0);
          };
          const k = (slope ?? 0) / 25;
          expect(off(k)).toBeLessThanOrEqual(off(k + more) + 1e-9);
        },
      ),
    ));
  test('one height, or the same twice, tells nothing', () => {
    expect(toeSlope([{ travel: 3, toe: 0 }])).toBeNull();
    expect(
      toeSlope([
        { travel: 3, toe: 0 },
        { travel: 3, toe: 1 },
      ]),
    ).toBeNull();
  });
});

describe('steering wheel off centre', () => {
  const box = { ratio: 16, pitman: 150, arm: 160, frame: 'left' as const };
  test('by pencil: 16° at 16 to 1 is one degree of a 150 mm arm: 2.62 mm; a lead of 3.2 takes 0.82 turns', () => {
    expect(dragLinkFor({ ...box, off: 16 })).toBeCloseTo(2.618, 3);
    expect(sleeveTurns(2.618, 3.2)).toBeCloseTo(0.818, 3);
    expect(tieRodsFor(18, 48, -1)).toBeCloseTo(2.4, 9);
    expect(tieRodsFor(18, 48, 1)).toBeCloseTo(-2.4, 9);
  });
  test('the link made so long, the wheel stands centred', () =>
    fc.assert(
      fc.property(
        some(-60, 60),
        some(10, 22),
        some(110, 200),
        fc.constantFrom(-170, 170),
        frame,
        (off, ratio, pitman, arm, side) => {
          const of = { ratio, pitman, arm, frame: side };
          expect(wheelFor({ ...of, longer: dragLinkFor({ ...of, off }) })).toBeCloseTo(off, 6);
        },
      ),
    ));
});

describe('held to the solver on the shared beam cases', () => {
  const load = (name: string): BeamEnd & { left: BeamSide; right: BeamSide } => {
    const { geometry } = JSON.parse(readFileSync(`tests/cases/${name}.json`, 'utf8')) as {
      geometry: { front: BeamEnd };
    };
    const { front } = geometry;
    return { ...front, ...sidesOf(front) };
  };
  const barOf = (body: readonly number[], axle: readonly number[]): CrossBar => {
    const d = body.map((b, i) => b - (axle[i] ?? 0));
    return {
      length: Math.hypot(...d),
      fore: Math.abs(d[0] ?? 0),
      height: d[2] ?? 0,
      frame: (body[1] ?? 0) > (axle[1] ?? 0) ? 'left' : 'right',
    };
  };
  const end = load('four-link-front');
  const arm = -((end.steering?.dragLink.knuckle[0] ?? 0) - (end.right.kingpin?.lower[0] ?? 0));
  const { trackBar, steering } = end as Extract<BeamEnd, { type: 'link-axle' }>;
  if (!trackBar || !steering) throw new Error('the case has lost its bars');
  const bar = barOf(trackBar.body, trackBar.axle);
  const drag = barOf(steering.pitman.end, steering.dragLink.knuckle);
  const heading = (of: BeamEnd, z: number) =>
    (figuresAt(of, { left: z, right: z, steer: 0 }, ['left.steerAngle', 'right.steerAngle']) ?? [NaN]).reduce(
      (a, b) => a + b,
      0,
    ) / 2;

  test.each([-60, -30, 40, 70])('the bar’s shift at %d mm is the solver’s within a millimetre', (z) => {
    const [shift = NaN] = figuresAt(end, { left: z, right: z, steer: 0 }, ['axle.lateralShift']) ?? [];
    expect(Math.abs((goesLeft(bar, z) ?? NaN) - shift)).toBeLessThan(1);
  });
  test.each([-60, 70])('the correcting length at %d mm is the solver’s within a millimetre', (z) => {
    const added = centringTrackBar(end, { left: z, right: z, steer: 0 }) ?? NaN;
    const tape = (trackBarShift({ ...bar, travel: z })?.length ?? NaN) - bar.length;
    expect(Math.abs(tape - added)).toBeLessThan(1);
  });
  // As it is its bars are alike; with the box higher, as a body lift leaves it, or lower, they no longer are.
  test.each([0, 60, -50])(
    'bump steer from the two bars, the box %d mm higher, is the solver’s within what it leaves out',
    (higher) => {
      const [x, y, z] = steering.pitman.end;
      const [px, py, pz] = steering.pitman.pivot;
      const raised: BeamEnd = {
        ...end,
        steering: {
          ...steering,
          pitman: { ...steering.pitman, pivot: [px, py, pz + higher], end: [x, y, z + higher] },
        },
      };
      const link = barOf([x, y, z + higher], steering.dragLink.knuckle);
      const solver = heading(raised, 12.5) - heading(raised, -12.5);
      if (higher !== 0) expect(Math.abs(solver)).toBeGreaterThan(0.3);
      // The lower arms fall by 128 over 760.
      const out = leftOut(link, bar, arm, Math.atan(128 / 760) * DEG);
      expect(out).toBeLessThan(0.15);
      expect(Math.abs((bumpSteer(link, bar, arm) ?? NaN) - solver)).toBeLessThan(1.2 * out);
      const far = (steeredAt(link, bar, arm, 60) ?? NaN) - (heading(raised, 60) - heading(raised, 0));
      expect(Math.abs(far)).toBeLessThan(0.5);
    },
  );
  test('a drag link longer turns the wheels the way that the sleeve’s rule says', () => {
    // The pitman end on the left, the arm ahead of the axle: a longer link pushes it right, which steers to the right.
    expect(drag.frame).toBe('left');
    expect(arm).toBeLessThan(0);
    const turned =
      figuresAt(lengthened(end, { dragLink: 3 }), { left: 0, right: 0, steer: 0 }, ['right.steerAngle'])?.[0] ?? NaN;
    expect(turned).toBeLessThan(0);
    // Rolled straight, the steering wheel then stands to the left: the same link is too long by 3.
    expect(dragLinkFor({ off: 10, ratio: 16, pitman: 150, arm, frame: 'left' })).toBeLessThan(0);
    const back = straightDragLink(lengthened(end, { dragLink: 3 }), { left: 0, right: 0, steer: 0 }) ?? NaN;
    expect(back).toBeCloseTo(-3 + (straightDragLink(end, { left: 0, right: 0, steer: 0 }) ?? NaN), 2);
  });
  test('arms for a place and a turn: what the four-bar of the case does with them', () => {
    const links = (end as Extract<BeamEnd, { type: 'link-axle' }>).links;
    const at = (which: string) => links.find((l) => l.id.startsWith(which));
    const [lower, upper] = [at('lower'), at('upper')];
    if (!lower || !upper) throw new Error('no links');
    const z = (end.left.hub.centre[2] + end.right.hub.centre[2]) / 2;
    const below = z - (lower.axle[2] ?? 0);
    const above = (upper.axle[2] ?? 0) - z;
    const wanted = armsFor({ end: 'front', away: 4, noseUp: 1.5, below, above });
    const made = lengthened(end, {
      links: Object.fromEntries(links.map((l) => [l.id, l.id.startsWith('lower') ? wanted.lower : wanted.upper])),
    });
    const [noseUp = NaN, foreAft = NaN] =
      figuresAt(made, { left: 0, right: 0, steer: 0 }, ['axle.noseUp', 'axle.foreAftShift']) ?? [];
    // Arms lean 7° to 9°: a rule for level ones is out by a few of a hundred.
    expect(Math.abs(noseUp - 1.5)).toBeLessThan(0.2);
    expect(Math.abs(foreAft - 4)).toBeLessThan(0.8);
  });
});

test('roll steer of a rear axle on links: the solver yaws it the way that the slope of its lower arms says', () => {
  const { geometry } = JSON.parse(readFileSync('tests/cases/five-link-rear.json', 'utf8')) as {
    geometry: { rear: Extract<BeamEnd, { type: 'link-axle' }> };
  };
  const rear = { ...geometry.rear, ...sidesOf(geometry.rear) };
  const lower = rear.links.find((l) => l.id.startsWith('lower'));
  if (!lower) throw new Error('no lower link');
  // Rear arms run forward from the axle: + where the axle end is the lower one.
  const slope =
    Math.atan2((lower.body[2] ?? 0) - (lower.axle[2] ?? 0), (lower.body[0] ?? 0) - (lower.axle[0] ?? 0)) * DEG;
  const yaw = (roll: number) => figuresAt(rear, { left: roll, right: -roll }, ['axle.yaw'])?.[0] ?? NaN;
  const track = Math.abs(rear.left.hub.centre[1] - rear.right.hub.centre[1]);
  const each = (yaw(10) - yaw(-10)) / (2 * Math.atan(20 / track)) / DEG;
  // The left wheel up is a body leaning left, in a turn to the right: yawed to the left it steers out of it.
  expect(Math.sign(each)).toBe(Math.sign(rollSteer(slope)));
  expect(Math.abs(each - rollSteer(slope))).toBeLessThan(0.1);
});

describe('arms and damper', () => {
  test('arms for a place and a turn give them', () =>
    fc.assert(
      fc.property(
        fc.constantFrom<'front' | 'rear'>('front', 'rear'),
        some(-15, 15),
        some(-5, 5),
        some(40, 150),
        some(40, 150),
        (side, away, noseUp, below, above) => {
          const made = armsLonger({ end: side, ...armsFor({ end: side, away, noseUp, below, above }), below, above });
          expect(made.away).toBeCloseTo(away, 9);
          expect(made.noseUp).toBeCloseTo(noseUp, 9);
        },
      ),
    ));
  test('by pencil: lower arms 8 longer under 90, over 110: nose up asin(8/200) in front, down at the rear', () => {
    expect(armsLonger({ end: 'front', lower: 8, upper: 0, below: 90, above: 110 })).toEqual({
      away: 4.4,
      noseUp: expect.closeTo(2.2924, 3),
    });
    expect(armsLonger({ end: 'rear', lower: 8, upper: 0, below: 90, above: 110 }).noseUp).toBeCloseTo(-2.2924, 3);
  });
  test('an arm that falls to the axle by 10° steers it 0.18° a degree of roll; a damper ends at its nearer end', () => {
    expect(rollSteer(10)).toBeCloseTo(0.1763, 4);
    expect(damperLeft(428, 352, 590)).toBe(76);
    expect(damperLeft(586, 352, 590)).toBe(4);
    expect(damperLeft(348, 352, 590)).toBe(-4);
  });
});
