import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { found, lifted, verdictOf, withChange } from '../../../../tests/support/lifted';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { blocksRelease } from '../../assembly/gates/release';
import { buildRoute } from '../../assembly/route/route';
import type { JobDocument } from '../../document/job';
import { barMoving } from '../../gauge/axle';
import { armsLonger } from '../../gauge/steering';
import { say } from '../../kernel/phrase';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { barAt, barCentring, rearOf, turnedInOpenings } from '../axlePlace/place';
import { bumpCurve } from './bumpCurve';
import { centringOf } from './centre';
import { armsOf, AXLE_CURES, bestAxleAmount, tryAxleCure, type AxleCure } from './cures';
import { newArms } from './newArms';
import { bumpByTape, bumpMeasured, bumpsOf, dragLinkAt, trackBarAt } from './read';
import { axleRows, standsAt } from './stands';

const OFF = {
  'frameToTyre.FL.floor': 217,
  'frameToTyre.FR.floor': 195,
  'trackBarHeight.front.below': 161,
  'dragLinkAngle.front.below': -10.1,
};
const CAME = {
  'trackBarHeight.front.below': 96,
  'dragLinkAngle.front.below': -5.9,
};
const off = (after = {}, vehicle = CAIRN): JobDocument =>
  lifted({ before: CAME, after: { ...OFF, ...after }, vehicle });
const words = (job: JobDocument, check: string, place: string, gate = 'after') => {
  const { summary, next } = found(job, check, place, gate);
  return `${say(summary, METRIC_SHOP)} | ${say(next, METRIC_SHOP)}`;
};
const cureOf = (id: string): AxleCure => {
  const cure = AXLE_CURES.find((c) => c.id === id);
  if (!cure) throw new Error(`no cure ${id}`);
  return cure;
};
const starts = (cure: AxleCure) => Object.fromEntries(cure.figures.map((f) => [f.id, f.start]));

describe('bars', () => {
  test('drag link and track bar are compared by their own slopes; both are told with lengths', () => {
    // asin(161 / 872) = 10.64, right end lower; the link 10.1 the same way.
    expect(found(off(), 'drag-link-track-bar', 'front')).toMatchObject({ verdict: 'Clear' });
    expect(found(off(), 'drag-link-track-bar', 'front').value).toBeCloseTo(0.54, 1);
    expect(words(off(), 'drag-link-track-bar', 'front')).toContain('lengths 12 mm apart');
    expect(found(off({ 'dragLinkAngle.front.below': -5.9 }), 'drag-link-track-bar', 'front').verdict).toBe('Watch');
    expect(found(off({ 'dragLinkAngle.front.below': -1 }), 'drag-link-track-bar', 'front').verdict).toBe('Stop');
  });
  test('from opposite sides they are never Clear, however alike their slopes', () => {
    const job = off({ 'dragLinkSide.front.below': { choice: 'right' } });
    const v = found(withSide(job), 'drag-link-track-bar', 'front');
    expect(v.verdict).not.toBe('Clear');
    expect(say(v.next, METRIC_SHOP)).toContain('opposite sides');
  });
  const withSide = (job: JobDocument): JobDocument => ({
    ...job,
    readings: job.readings.map((r) =>
      r.point === 'dragLinkSide' && r.gate === 'before' ? { ...r, text: 'right' } : r,
    ),
  });
  test('a bar that cannot reach is no figure, and says which reading it is', () => {
    const job = off({ 'trackBarHeight.front.below': 900 });
    const v = found(job, 'drag-link-track-bar', 'front');
    expect(v.verdict).toBe('Not measured');
    expect(say(v.summary, METRIC_SHOP) + say(v.next, METRIC_SHOP)).toContain('track bar');
    expect(found(job, 'axle-centre', 'front').verdict).toBe('Watch');
  });
  test('mirrored, everything is judged alike and called by the other side', () => {
    const mirrored = lifted({
      before: {
        ...CAME,
        'dragLinkAngle.front.below': 5.9,
        'trackBarSide.front.below': { choice: 'right' },
        'dragLinkSide.front.below': { choice: 'right' },
      },
      after: {
        'frameToTyre.FL.floor': 195,
        'frameToTyre.FR.floor': 217,
        'trackBarHeight.front.below': 161,
        'dragLinkAngle.front.below': 10.1,
        'wheelOff.vehicle.floor': -0.8,
      },
    });
    for (const check of ['drag-link-track-bar', 'bump-steer', 'axle-centre', 'track-bar-arc']) {
      const [a, b] = [found(off(), check, 'front'), found(mirrored, check, 'front')];
      expect([check, a.verdict]).toEqual([check, b.verdict]);
      expect(b.value).toBeCloseTo(-(a.value ?? NaN), 6);
      expect(b.u).toBeCloseTo(a.u ?? NaN, 6);
    }
    expect(words(mirrored, 'axle-centre', 'front')).toContain('to the right');
  });
  test('wishbones: tie rod against lower arm by the same words', () => {
    const job = lifted({ vehicle: TARN });
    expect(found(job, 'tie-rod-arm', 'FL')).toMatchObject({ verdict: 'Clear' });
    const steep = lifted({ vehicle: TARN, after: { 'tieRodAngle.FL.below': 15 } });
    expect(found(steep, 'tie-rod-arm', 'FL').verdict).toBe('Stop');
    expect(verdictOf(job, 'drag-link-track-bar', 'front')).toBeNull();
  });
});

describe('bump steer', () => {
  const jacked = (toes: readonly number[], heights: readonly number[] = [513, 538, 563]) =>
    Object.fromEntries(
      toes.flatMap((toe, i) => [
        [`bumpHeight${i + 1}.FL.floor`, heights[i] ?? 0],
        [`bumpToe${i + 1}.FL.floor`, toe],
      ]),
    );
  test('measured goes before the bars; a lower height is more bump', () => {
    // 25 mm of bump toes it in by 0.3°.
    const job = off(jacked([0.35, 0.05, -0.25]));
    expect(bumpMeasured(inHand(job), 'after')?.value).toBeCloseTo(0.3, 6);
    expect(found(job, 'bump-steer', 'front')).toMatchObject({ verdict: 'Watch' });
    expect(words(job, 'bump-steer', 'front')).toContain('measured at jacked heights');
    expect(found(off(jacked([0.65, 0.05, -0.55])), 'bump-steer', 'front').verdict).toBe('Stop');
  });
  test('what measuring and bars tell apart by more than both are unsure is never Clear', () => {
    const unlike = off({ ...jacked([0.06, 0.05, 0.04]), 'dragLinkAngle.front.below': -4 });
    expect(Math.abs(bumpByTape(inHand(unlike), 'after')?.value ?? 0)).toBeGreaterThan(0.5);
    expect(found(unlike, 'bump-steer', 'front').verdict).toBe('Watch');
    expect(found(off(jacked([0.06, 0.05, 0.04])), 'bump-steer', 'front').verdict).toBe('Clear');
  });
  test('one height alone is none, and asks for the others', () => {
    const one = off({ ...jacked([0.06]), ...{ 'dragLinkLength.front.below': 'not-fitted' } });
    expect(bumpMeasured(inHand(one), 'after')).toBeNull();
  });
  test('points taped Before say nothing of a link that was changed since', () => {
    const w = inHand(off());
    const changed = inHand(withChange(off(), 'steering-part'));
    expect(bumpsOf(changed, 'after').some(({ by }) => by === 'geometry')).toBe(false);
    expect(bumpsOf(w, 'after').some(({ by }) => by === 'tape')).toBe(true);
  });
  test('the curve is nought at ride height and has the slope that is judged', () => {
    const w = inHand(off({ 'dragLinkAngle.front.below': -6 }));
    const rows = bumpCurve(w, 'after', standsAt(w, 'front', 'after'));
    const at = (z: number) => rows.find((r) => Math.abs(r.travel - z) < 1e-9)?.bars ?? NaN;
    expect(at(0)).toBeCloseTo(0, 9);
    expect((at(25) - at(-25)) / 2).toBeCloseTo(bumpByTape(w, 'after')?.value ?? NaN, 1);
  });
  test('wishbones: the toe at jacked heights alone tells it', () => {
    const job = lifted({ vehicle: TARN });
    expect(found(job, 'bump-steer', 'front').verdict).toBe('Not measured');
    const read = lifted({ vehicle: TARN, after: jacked([0.06, 0.05, 0.04]) });
    expect(found(read, 'bump-steer', 'front').verdict).toBe('Clear');
  });
});

describe('steering wheel', () => {
  const box = { 'pitmanArm.front.below': 152, 'boxRatio.front.below': 16.2, 'sleeveLead.front.below': 3 };
  test('6.4° at 16.2 to 1 of a 152 mm arm is 1.05 mm, 0.35 turns of 3', () => {
    const job = off({ 'wheelOff.vehicle.floor': -6.4, ...box });
    const cure = centringOf(inHand(job), 'after');
    expect(cure?.longer.value).toBeCloseTo(-152 * Math.sin((6.4 / 16.2) * (Math.PI / 180)), 6);
    expect(cure?.turns).toBeCloseTo(0.349, 3);
    expect(words(job, 'wheel-centre', 'vehicle')).toMatch(/Drag link 1 mm shorter: 0.35 turns/);
    expect(found(job, 'wheel-centre', 'vehicle').verdict).toBe('Watch');
    expect(found(off({ 'wheelOff.vehicle.floor': 11 }), 'wheel-centre', 'vehicle').verdict).toBe('Stop');
  });
  test('what the turns are worked from is asked once it is off, not before', () => {
    const asked = (job: JobDocument) =>
      buildRoute(inHand({ ...job, readings: job.readings.filter((r) => !(r.point in BOX)) }), 'after', 'short').map(
        (s) => s.point.id,
      );
    const BOX = { pitmanArm: 1, boxRatio: 1, sleeveLead: 1 };
    expect(asked(off())).not.toContain('boxRatio');
    expect(asked(off({ 'wheelOff.vehicle.floor': 5 }))).toEqual(expect.arrayContaining(Object.keys(BOX)));
  });
  test('a rack: one rod longer, the other shorter, by its own travel', () => {
    const job = lifted({
      vehicle: TARN,
      after: {
        'wheelOff.vehicle.floor': 9,
        'rackPlace.front.below': { choice: 'ahead' },
        'rackTravel.front.below': 48,
        'sleeveLead.front.below': 2,
      },
    });
    expect(centringOf(inHand(job), 'after')).toMatchObject({ part: 'tie rods', longer: { value: 1.2 } });
    expect(words(job, 'wheel-centre', 'vehicle')).toMatch(/Left tie rod longer.*1 mm.*0.6 turns/);
  });
  test('not zeroed, a damper at its end and an unseen shaft after a body lift are each in the way for everyone', () => {
    const held = (job: JobDocument, check: string) =>
      verdictsOf(job).some((v) => v.check === check && blocksRelease(v));
    expect(held(off(), 'sensor-zeroed')).toBe(false);
    expect(held(off({ 'sensorZeroed.vehicle.floor': { choice: 'not-yet' } }), 'sensor-zeroed')).toBe(true);
    expect(held(off({ 'damperFree.vehicle.floor': { choice: 'ends' } }), 'steering-damper')).toBe(true);
    expect(held(off({ 'damperLength.front.floor-left': 589 }), 'damper-stroke')).toBe(true);
    const raised = lifted({ plan: { bodyLift: 50 }, after: { 'shaftEngaged.vehicle.floor': { fault: 'loose' } } });
    expect(held(raised, 'steering-shaft')).toBe(true);
    expect(verdictOf(off(), 'steering-shaft', 'vehicle')).toBeNull();
  });
  test('a damper that it came with and has no more is told, never clear', () => {
    const none = { 'damperFree.vehicle.floor': { choice: 'none' } };
    expect(found(off(none), 'steering-damper', 'vehicle').verdict).toBe('Watch');
    const never = off(none);
    const bare = { ...never, readings: never.readings.filter((r) => !/^damper(Length|Closed|Open)$/.test(r.point)) };
    expect(found(bare, 'steering-damper', 'vehicle').verdict).toBe('Clear');
  });
  test('locks: each inner wheel at its own', () => {
    const at = (l: number, r: number) =>
      verdictOf(off({ 'lockAngle.FL.floor-left': l, 'lockAngle.FR.floor-right': r }), 'lock-alike', 'vehicle');
    expect(at(34, 33)).toMatchObject({ verdict: 'Clear' });
    expect(at(36, 33)?.verdict).toBe('Watch');
    expect(at(39, 33)?.verdict).toBe('Stop');
    expect(verdictOf(off(), 'lock-alike', 'vehicle')).toBeNull();
  });
});

describe('arms', () => {
  test('a slope is against the body: its pitch since Before comes out, the other way in front and at the rear', () => {
    const nose = lifted({
      after: {
        hubToLip: 559,
        'hubToLip.FL.floor': 588,
        'hubToLip.FL.floor.2': 588,
        'hubToLip.FR.floor': 588,
        'hubToLip.FR.floor.2': 588,
        armAngle: 8,
      },
    });
    const [front, rear] = (['front', 'rear'] as const).map((axle) => found(nose, 'arm-slope', axle).value ?? NaN);
    expect(front).toBeGreaterThan(8.5);
    expect((front ?? 0) - 8).toBeCloseTo(8 - (rear ?? 0), 6);
    expect(found(lifted({ after: { 'armAngle.front.below': 17 } }), 'arm-slope', 'front').verdict).toBe('Stop');
  });
  test('new arms: a pair sets one figure; what stays out is named', () => {
    const links = newArms(lifted().job ? lifted() : lifted());
    expect(links.map((n) => n.count)).toEqual([2, 4, 6, 8]);
    expect(links[0]?.sets[0]).toMatch(/^one of/);
    expect(links.at(-1)?.out).toEqual([]);
    expect(newArms(lifted({ vehicle: TARN }))).toEqual([]);
  });
});

describe('place without a stand', () => {
  test('a rear beam’s thrust and toe follow from the wheelbases; the openings say which axle', () => {
    const job = lifted({
      before: {
        'wheelbaseSide.RL.floor': 2847,
        'wheelbaseSide.RR.floor': 2838,
        'openingFront.RL.floor': 433,
        'openingRear.RL.floor': 414,
        'openingFront.RR.floor': 424,
        'openingRear.RR.floor': 423,
      },
    });
    const w = inHand(job);
    const yaw = Math.atan(9 / CAIRN.trackRear) * (180 / Math.PI);
    expect(rearOf(w, 'before')).toMatchObject({
      thrust: expect.closeTo(-yaw, 9),
      toeLeft: expect.closeTo(-yaw, 9),
      toeRight: expect.closeTo(yaw, 9),
    });
    // Left hub 9.5 rearward of the middle, right one 0.5.
    expect(turnedInOpenings(w, 'rear', 'before')?.value).toBeCloseTo(
      Math.atan(9 / CAIRN.trackRear) * (180 / Math.PI),
      9,
    );
    expect(turnedInOpenings(w, 'front', 'before')?.value).toBeCloseTo(0, 9);
  });
  test('unlike tyres lean a straight housing, by hand: 8 mm over 1585 is 0.29°, the taller side’s top in', () => {
    const job = lifted({
      job: { heightSchool: 'floor-to-lip' },
      after: { 'loadedRadius.RL.floor': 407, 'loadedRadius.RR.floor': 399 },
    });
    expect(rearOf(inHand(job), 'after')?.camberLeft).toBeCloseTo(-0.289, 3);
    const unread = { ...job, readings: job.readings.filter((r) => r.point !== 'loadedRadius') };
    expect(rearOf(inHand(unread), 'after')).toMatchObject({ camberLeft: null });
  });
  test('poke: what the axle’s place explains and what it does not', () => {
    const v = (l: number, r: number) => found(off({ 'poke.FL.floor': l, 'poke.FR.floor': r }), 'poke-even', 'front');
    expect(v(19, -3)).toMatchObject({ verdict: 'Clear' });
    expect(v(8, 8).verdict).toBe('Watch');
    expect(v(8, 8).value).toBeCloseTo(-11, 6);
  });
  test('left and right swapped is asked once both sides are in, named, and kept', () => {
    const job = lifted({
      before: { 'frameToTyre.FL.floor': 230, 'frameToTyre.FR.floor': 200 },
      after: { 'frameToTyre.FL.floor': 199, 'frameToTyre.FR.floor': 228 },
    });
    const point = inHand(job).book.byId('frameToTyre');
    const asked = (value: number) => point?.doubt?.(job, value, { gate: 'after', place: 'FR', state: 'floor' });
    expect(asked(228)?.join(' ')).toMatch(/Turned about/);
    expect(asked(201)).toBeNull();
  });
});

const told = (said: ReturnType<AxleCure['elsewhere']>) =>
  said.map((s) => (typeof s === 'string' ? s : say(s, METRIC_SHOP))).join(' ');
describe('cures, applied and judged again', () => {
  const w = inHand(off({ 'wheelOff.vehicle.floor': -6.4, 'pitmanArm.front.below': 152, 'boxRatio.front.below': 16.2 }));
  const front = standsAt(w, 'front', 'after');
  if (!front) throw new Error('no front axle');
  const row = (cure: AxleCure, amount: number, id: string) =>
    tryAxleCure(w, front, cure, { ...starts(cure), [cure.seeks ?? 'amount']: amount }).is.find((r) => r.id === id);

  test('the bar that is sought is the one that the tape asks for', () => {
    const best = bestAxleAmount(w, front, cureOf('bar'), starts(cureOf('bar'))) ?? NaN;
    expect(Math.abs(best - (barCentring(w, 'front') ?? NaN))).toBeLessThanOrEqual(0.5);
    expect(Math.abs(row(cureOf('bar'), best, 'centre')?.value ?? NaN)).toBeLessThan(0.6);
    // Read again with that bar: the second way, by the readings of a vehicle that has it.
    const bar = barAt(w, 'front', 'after');
    const made = barMoving({ length: bar?.length.value ?? 0, fore: bar?.fore.value ?? 0 }, 161, -11) ?? NaN;
    expect(made - (bar?.length.value ?? 0)).toBeCloseTo(best, 0);
  });
  test('bar against bracket: both centre it; only the bracket changes the slope, and the roll centre each its way', () => {
    const [bar, frame, axle] = ['bar', 'frame-bracket', 'axle-bracket'].map(cureOf) as [AxleCure, AxleCure, AxleCure];
    const drop = 60;
    expect(row(bar, 11, 'bars')?.value).toBeCloseTo(axleRows(w, front).find((r) => r.id === 'bars')?.value ?? NaN, 0);
    // 60 mm lower: reach 872² − 12² − 101² against − 161².
    const moves = Math.sqrt(872 ** 2 - 12 ** 2 - 101 ** 2) - Math.sqrt(872 ** 2 - 12 ** 2 - 161 ** 2);
    for (const cure of [frame, axle]) expect(row(cure, drop, 'centre')?.value).toBeCloseTo(11 - moves, 6);
    expect(row(frame, drop, 'roll-centre')?.value).toBe(-30);
    expect(row(axle, drop, 'roll-centre')?.value).toBe(30);
    const was = (dragLinkAt(w, 'after')?.inclination.value ?? 0) - (trackBarAt(w, 'after')?.inclination.value ?? 0);
    expect(row(frame, drop, 'bars')?.value).toBeCloseTo(
      was + (Math.asin(101 / 872) - Math.asin(161 / 872)) * (180 / Math.PI),
      3,
    );
  });
  test('the axle goes, and the wheel with it: pulled right by its bar it wants a longer drag link', () => {
    const before = axleRows(w, front).find((r) => r.id === 'wheel')?.value ?? NaN;
    expect(before).toBeCloseTo(-6.4, 6);
    // 11 mm of axle at an arm of 152 and 16.2 to 1.
    const after = row(cureOf('bar'), 11, 'wheel')?.value ?? NaN;
    expect(after - before).toBeGreaterThan(50);
  });
  test('the sleeve sought centres the wheel; a drop pitman and a raised link do the same to the slope', () => {
    const sleeve = bestAxleAmount(w, front, cureOf('sleeve'), starts(cureOf('sleeve')));
    expect(sleeve).toBe(-1);
    expect(Math.abs(row(cureOf('sleeve'), -1, 'wheel')?.value ?? NaN)).toBeLessThan(1);
    expect(row(cureOf('pitman'), 40, 'bars')?.value).toBeCloseTo(
      row(cureOf('over-knuckle'), 40, 'bars')?.value ?? NaN,
      9,
    );
  });
  test('arms for a place and a turn, put on, give both; sought, they bring the axle back where it came', () => {
    const cure = cureOf('arms');
    for (const axle of ['front', 'rear'] as const) {
      const f = { forward: 6, turn: 1.5, below: 80, above: 120 };
      const { lower, upper } = armsOf(axle, f);
      const made = armsLonger({ end: axle, lower, upper, below: 80, above: 120 });
      expect((axle === 'front' ? 1 : -1) * made.away).toBeCloseTo(6, 9);
      expect(made.noseUp).toBeCloseTo(1.5, 9);
    }
    const back = inHand(off({ openingFront: 415, openingRear: 445 }));
    const stands = standsAt(back, 'front', 'after');
    if (!stands?.forward) throw new Error('no place');
    expect(stands.forward.value).toBeGreaterThan(8);
    const best = bestAxleAmount(back, stands, cure, starts(cure)) ?? NaN;
    expect(best).toBe(-Math.round(stands.forward.value));
    expect(told(cure.elsewhere(back, stands, { ...starts(cure), forward: best }))).toMatch(/lower arms .* shorter/);
    expect(told(cure.elsewhere(back, { ...stands, room: 12 }, { ...starts(cure), forward: best }))).toMatch(/meets/);
  });
  test('no amount betters what was found best', () => {
    for (const id of ['bar', 'frame-bracket', 'axle-bracket', 'pitman']) {
      const cure = cureOf(id);
      const best = bestAxleAmount(w, front, cure, starts(cure)) ?? 0;
      const stops = (amount: number) =>
        tryAxleCure(w, front, cure, { ...starts(cure), amount }).is.filter(
          (r) => cure.for.includes(r.id) && r.word === 'Stop',
        ).length;
      const range = cure.figures[0];
      for (let a = range?.low ?? 0; a <= (range?.high ?? 0); a += 1)
        expect(stops(a)).toBeGreaterThanOrEqual(stops(best));
    }
  });
  test('what cannot be on it says why; leaves have neither bar nor arms', () => {
    const leaves = inHand(lifted({ vehicle: TARN }));
    const rear = standsAt(leaves, 'rear', 'after');
    if (!rear) throw new Error('no rear axle');
    const why = Object.fromEntries(AXLE_CURES.map((c) => [c.id, c.never(leaves, rear)]));
    for (const id of ['bar', 'frame-bracket', 'sleeve', 'pitman', 'arms']) expect(why[id]).toMatch(/\w/);
    expect(standsAt(leaves, 'front', 'after')).toBeNull();
  });
});
