import { levelArms, levelLinks } from '../../../tests/support/pencil';
import {
  armLengths,
  centringTrackBar,
  figuresAt,
  lengthened,
  neutralSwayLink,
  straightDragLink,
  travelFromSpacer,
} from './lengths';
import { linkageOf } from './linkage';
import type { BeamEnd } from './schema';
import { travelLimit, travelWhere } from './reach';
import { coordinatesOf, withCoordinate } from './coordinates';
import { bearsOn, figureUncertainties, sensitivities } from './sensitivity';

/** What an arm of length a gives up of its reach when its end moves by z: a − √(a² − z²). */
const arc = (a: number, z: number): number => a - Math.sqrt(a * a - z * z);
const both = (travel: number) => ({ left: travel, right: travel });

test('level links carry the axle on their arc: 60 mm of bump pulls it 1.80 mm toward their pivots', () => {
  const [foreAft, lateral, nose, bind] = figuresAt(levelLinks, both(60), [
    'axle.foreAftShift',
    'axle.lateralShift',
    'axle.noseUp',
    'axle.bindRms',
  ]) as number[];
  expect(foreAft).toBeCloseTo(-arc(1000, 60), 2);
  // The track bar swings about its body end: 900 − √(900² − 60²) = 2.002 mm toward it.
  expect(lateral).toBeCloseTo(arc(900, 60), 2);
  expect(nose).toBeCloseTo(0, 6);
  // The links resist the bar's arc by cosine only: a few thousandths.
  expect(bind).toBeLessThan(0.01);
});

test('the centring track bar is the hypotenuse: √(900² + 60²) − 900 = 1.998 mm longer', () => {
  expect(centringTrackBar(levelLinks, both(-60))).toBeCloseTo(Math.hypot(900, 60) - 900, 2);
  const longer = lengthened(levelLinks, { trackBar: centringTrackBar(levelLinks, both(-60)) ?? NaN });
  expect(figuresAt(longer, both(-60), ['axle.lateralShift'])?.[0]).toBeCloseTo(0, 6);
});

test('an axle 50 mm lower wants a sway link 50 mm longer, and then the bar stands as it stood', () => {
  const added = neutralSwayLink(levelLinks, 'left', both(-50)) ?? NaN;
  // The link also leans by the axle's own arcs: 1.25 mm fore-aft, 1.39 mm sideways.
  expect(added).toBeCloseTo(Math.hypot(150, arc(1000, 50), arc(900, 50)) - 100, 2);
  expect(figuresAt(lengthened(levelLinks, { swayLink: added }), both(-50), ['left.barRotation'])?.[0]).toBeCloseTo(
    0,
    5,
  );
  // Uncorrected, the arm (200 mm) is pulled down by nearly asin(50/200) = 14.5°.
  expect(figuresAt(levelLinks, both(-50), ['left.barRotation'])?.[0]).toBeCloseTo(-14.48, 0);
});

test('a level drag link wants to be the hypotenuse of its run and the drop for the wheels to stay straight', () => {
  const end: BeamEnd = {
    ...levelLinks,
    left: { ...levelLinks.left, kingpin: { lower: [0, 700, 350], upper: [0, 700, 500] } },
    steering: {
      pitman: { pivot: [300, 400, 450], end: [150, 400, 450], axis: [0, 0, 1], lock: 35 },
      dragLink: { side: 'right', knuckle: [150, -700, 450] },
      tieRod: { left: [-150, 680, 380], right: [-150, -680, 380] },
    },
  };
  const [side, fore] = figuresAt(end, both(-60), ['axle.lateralShift', 'axle.foreAftShift']) as [number, number];
  const added = straightDragLink(end, both(-60)) ?? NaN;
  expect(added).toBeCloseTo(Math.hypot(1100 - side, fore, 60) - 1100, 2);
  // Left as it was, the drop steers the wheels: 60²/2/1100 less the axle's own shift, over an arm of 150 mm.
  const steered = figuresAt(end, both(-60), ['right.steerAngle'])?.[0] ?? NaN;
  expect(Math.abs(steered)).toBeCloseTo((Math.asin(Math.abs(added) / 150) * 180) / Math.PI, 1);
  expect(figuresAt(lengthened(end, { dragLink: added }), both(-60), ['left.steerAngle'])?.[0]).toBeCloseTo(0, 3);
});

test('arms for a wanted caster and place: upper links shorter by 150 mm × tan, both back to their place', () => {
  const steered = {
    ...levelLinks,
    left: { ...levelLinks.left, kingpin: { lower: [0, 720, 350], upper: [0, 700, 500] } },
  } as typeof levelLinks;
  const found = armLengths(
    steered,
    ['lower-left', 'lower-right'],
    ['upper-left', 'upper-right'],
    { figure: 'left.caster', value: 4, foreAft: 0 },
    both(0),
  );
  // Turning the axle by 4° about its hub (z 400): lower ends (50 below) and upper ends (100 above) move apart.
  const t = (4 * Math.PI) / 180;
  const end = (h: number) => Math.hypot(1000 - h * Math.sin(t), h * Math.cos(t) - h) - 1000;
  expect(found?.lower).toBeCloseTo(end(-50), 2);
  expect(found?.upper).toBeCloseTo(end(100), 2);
});

test('equal level arms: the hub goes in on the arc and the wheel never leans or steers', () => {
  for (const z of [-80, -30, 25, 90]) {
    const [y, camber, toe] = figuresAt(levelArms, both(z), ['left.centreY', 'left.camber', 'left.toe']) as number[];
    expect(y).toBeCloseTo(850 - arc(400, z), 6);
    expect(camber).toBeCloseTo(0, 6);
    expect(toe).toBeCloseTo(0, 6);
  }
});

test('a spacer of 25 mm half-way along the arm lifts by twice that, less what the arc takes', () => {
  const found = travelFromSpacer(levelArms, 'left', 'shock', 25);
  if (!found.ok) throw new Error('not found');
  // Shock 500 upright at half the arm: its foot drops z/2 and goes in by half the arc.
  const length = (z: number) => Math.hypot(500 - z / 2, arc(400, z) / 2);
  expect(length(found.travel)).toBeCloseTo(525, 6);
  expect(found.travel).toBeCloseTo(-49.995, 2);
});

test('the travel at which a length is reached, and what stops the travel before it', () => {
  const at = travelWhere(linkageOf(levelArms), 'left.shockLength', 480, 120, { way: 'left-alone' });
  expect(at.ok && at.travel).toBeCloseTo(40, 0);
  const never = travelWhere(linkageOf(levelArms), 'left.shockLength', 900, -900);
  expect(never).toMatchObject({ ok: false, stoppedBy: 'lowerArm' });
  // A level arm of 400 mm carries its end 400 mm down; there both arms and the knuckle stand in one line, where the
  // 0.01 mm that a joint may miss by is worth some mm of travel.
  const limit = travelLimit(linkageOf(levelArms), -900);
  expect(limit?.stoppedBy).toBe('lowerArm');
  expect(limit?.travel).toBeLessThan(-399);
  expect(limit?.travel).toBeGreaterThan(-410);
  expect(travelLimit(linkageOf(levelArms), -150)).toBeNull();
  // Two hubs 1600 mm apart: crossed, they can differ by no more.
  expect(travelLimit(linkageOf(levelLinks), 900, { way: 'left-crossed' })).toMatchObject({ stoppedBy: 'hubs' });
});

test('derivatives: an upright shock answers one for one to its upper mount, and half to the arm’s end', () => {
  const rows = new Map(
    sensitivities(levelArms, both(0), ['left.shockLength', 'left.halfShaftLength']).map((r) => [r.path, r.by]),
  );
  expect(rows.get('left.shock.upper.2')?.[0]).toBeCloseTo(1, 6);
  expect(rows.get('left.shock.lower.2')?.[0]).toBeCloseTo(-1, 6);
  expect(rows.get('left.halfShaft.outer.1')?.[1]).toBeCloseTo(1, 6);
  expect(rows.get('left.upperArm.front.0')?.[0]).toBeCloseTo(0, 6);
});

test('uncertainty by central differences agrees with Monte Carlo (seed 4711)', () => {
  const u = new Map(
    ['left.lowerArm.outer.2', 'left.upperArm.outer.1', 'left.upperArm.front.2', 'left.tieRod.inner.2'].map((path) => [
      path,
      2.5,
    ]),
  );
  const pose = both(-60);
  const [camber = NaN] = figureUncertainties(levelArms, pose, ['left.camber'], u);
  let a = 4711;
  const random = () => {
    a = (Math.imul(a, 1664525) + 1013904223) >>> 0;
    return (a + 0.5) / 4294967296;
  };
  const normal = () => Math.sqrt(-2 * Math.log(random())) * Math.cos(2 * Math.PI * random());
  const mean = figuresAt(levelArms, pose, ['left.camber'])?.[0] ?? NaN;
  let squares = 0;
  const n = 1500;
  for (let i = 0; i < n; i++) {
    const end = structuredClone(levelArms);
    const { lowerArm, upperArm, tieRod } = end.left;
    lowerArm.outer[2] += 2.5 * normal();
    upperArm.outer[1] += 2.5 * normal();
    upperArm.front[2] += 2.5 * normal();
    tieRod.inner[2] += 2.5 * normal();
    squares += ((figuresAt(end, pose, ['left.camber'])?.[0] ?? NaN) - mean) ** 2;
  }
  expect(camber).toBeGreaterThan(0.05);
  expect(Math.sqrt(squares / n) / camber).toBeCloseTo(1, 1);
});

test('what is left out of an uncertainty has no slope at all', () => {
  for (const [end, name] of [
    [levelArms, 'left.shockLength'],
    [levelLinks, 'left.barRotation'],
    [levelLinks, 'axle.noseUp'],
  ] as const) {
    const pose = { left: -35, right: 20 };
    for (const { path, value } of coordinatesOf(end).filter((c) => !bearsOn(end, name, c.path))) {
      const at = (v: number) => figuresAt(withCoordinate(end, path, v), pose, [name])?.[0] ?? NaN;
      expect([path, Math.abs(at(value + 0.5) - at(value - 0.5)) < 1e-9]).toEqual([path, true]);
    }
  }
});
