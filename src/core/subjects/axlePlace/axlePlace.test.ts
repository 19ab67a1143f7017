import fc from '../../../../tests/support/properties';
import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { lifted as liftedBy, withChange } from '../../../../tests/support/lifted';
import type { FillOptions } from '../../../../scripts/demo/builder';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { blocksRelease } from '../../assembly/gates/release';
import { workJob } from '../../assembly/workJob';
import type { JobDocument } from '../../document/job';
import { barMoving, reachAcross, trackBarShift } from '../../gauge/axle';
import { barCentring, barPredicts } from './place';

type Values = FillOptions['values'];
const lifted = (after: Values = {}, before: Values = {}, vehicle = CAIRN): JobDocument =>
  liftedBy({ after, before, vehicle });
const rowOf = (job: JobDocument, check: string, place: string, gate = 'after') =>
  verdictsOf(job).find((v) => v.check === check && v.place === place && v.gate === gate);

describe('a bar and its axle', () => {
  const bars = fc.record({
    length: fc.double({ min: 600, max: 1100, noNaN: true }),
    fore: fc.double({ min: 0, max: 80, noNaN: true }),
    height: fc.double({ min: -80, max: 250, noNaN: true }),
    move: fc.double({ min: -20, max: 20, noNaN: true }),
  });
  test('the length that moves an axle does so: its reach then is the reach now and the move', () =>
    fc.assert(
      fc.property(bars, ({ length, fore, height, move }) => {
        const made = barMoving({ length, fore }, height, move) ?? NaN;
        const [was, is] = [reachAcross({ length, fore }, height), reachAcross({ length: made, fore }, height)];
        expect((was ?? NaN) - (is ?? NaN)).toBeCloseTo(move, 6);
      }),
    ));
  test('mirrored, an axle goes the other way by as much', () => {
    const at = (side: 'left' | 'right') =>
      barPredicts(
        inHand(lifted({}, { 'trackBarHeight.front.below': 96, 'trackBarSide.front.below': { choice: side } })),
        'front',
        'after',
      )?.left.value ?? NaN;
    expect(at('left')).toBeGreaterThan(5);
    expect(at('right')).toBeCloseTo(-at('left'), 9);
  });
  test('the cure, applied: a bar longer by that much stands in the middle', () => {
    const job = lifted({
      'frameToTyre.FL.floor': 217,
      'frameToTyre.FR.floor': 197,
      'trackBarHeight.front.below': 161,
    });
    const longer = barCentring(inHand(job), 'front') ?? NaN;
    // Frame end on the left, the axle 10 mm to the left: it has to reach 10 mm farther across.
    const before = reachAcross({ length: 872, fore: 12 }, 161) ?? NaN;
    const after = reachAcross({ length: 872 + longer, fore: 12 }, 161) ?? NaN;
    expect(after - before).toBeCloseTo(10, 6);
    expect(trackBarShift({ length: 872, fore: 12, height: 161, travel: 0 })?.towardFrame).toBeCloseTo(0, 9);
  });
});

describe('verdicts', () => {
  const good = lifted();
  test('read as it should be, nothing of it is in the way', () => {
    const w = inHand(good);
    const rows = workJob(good, w).filter((v) => v.gate === 'after' && w.book.stationOf(v.check) === 'axle');
    expect(rows.map((v) => v.check)).toEqual(
      expect.arrayContaining(['axle-centre', 'axle-fore-aft', 'axles-parallel', 'track-bar-arc']),
    );
    expect(rows.filter((v) => v.verdict !== 'Clear').map((v) => [v.check, v.place, v.verdict])).toEqual([]);
  });
  test.each<[string, Values, string, string, string, number]>([
    [
      '13 mm to the left',
      { 'frameToTyre.RL.floor': 208, 'frameToTyre.RR.floor': 182 },
      'axle-centre',
      'rear',
      'Stop',
      13,
    ],
    [
      '8 mm to the right',
      { 'frameToTyre.FL.floor': 198, 'frameToTyre.FR.floor': 214 },
      'axle-centre',
      'front',
      'Watch',
      -8,
    ],
    [
      'pushed forward by 24',
      {
        'openingFront.RL.floor': 404,
        'openingRear.RL.floor': 443,
        'openingFront.RR.floor': 404,
        'openingRear.RR.floor': 443,
      },
      'axle-fore-aft',
      'rear',
      'Stop',
      24,
    ],
    [
      'a wheelbase 15 mm longer on the left',
      { 'wheelbaseSide.RL.floor': 2856 },
      'axles-parallel',
      'vehicle',
      'Stop',
      0.545,
    ],
  ])('%s', (_, after, check, place, word, value) => {
    const v = rowOf(lifted(after), check, place);
    expect([check, v?.verdict]).toEqual([check, word]);
    // By hand: half a difference of two sides; After less Before; an angle over the mean track.
    expect(v?.value).toBeCloseTo(value, 1);
  });
  test('unread it is in the way, and a lead may sign it away', () => {
    const bare = { ...good, readings: good.readings.filter((r) => r.gate === 'before' || r.point !== 'frameToTyre') };
    const blocked = (job: JobDocument) =>
      verdictsOf(job)
        .filter(blocksRelease)
        .map((v) => `${v.check} ${v.place}`);
    expect(blocked(bare)).toEqual(expect.arrayContaining(['axle-centre front', 'axle-centre rear']));
    const signed: JobDocument = {
      ...bare,
      stationLines: [
        {
          id: crypto.randomUUID(),
          line: 'axle-place',
          answer: 'not-done-here',
          text: 'floor is taken',
          by: 'Ivo',
          at: '2026-11-04T08:00:00Z',
        },
      ],
    };
    expect(blocked(signed).filter((b) => b.startsWith('axle'))).toEqual([]);
  });
  test('gone elsewhere than its bar takes it is a finding, until the bar was changed', () => {
    const stays = lifted({ 'trackBarHeight.front.below': 161 }, { 'trackBarHeight.front.below': 96 });
    expect(rowOf(stays, 'track-bar-arc', 'front')?.verdict).toBe('Watch');
    expect(rowOf(withChange(stays, 'track-bar-or-arm'), 'track-bar-arc', 'front')).toBeUndefined();
  });
  test('wheels on wishbones have no side to go to; what came off centre stays told', () => {
    const job = lifted({}, {}, TARN);
    expect(rowOf(job, 'axle-centre', 'front')).toBeUndefined();
    expect(rowOf(job, 'axle-centre', 'rear')?.verdict).toBe('Clear');
  });
  test('left and right swapped mirrors the figure, and wheelbases a hand apart are asked about', () => {
    const swapped = lifted({ 'frameToTyre.RL.floor': 182, 'frameToTyre.RR.floor': 208 });
    expect(rowOf(swapped, 'axle-centre', 'rear')?.value).toBeCloseTo(-13, 6);
    const w = inHand(good);
    const point = w.book.byId('wheelbaseSide');
    expect(point?.doubt?.(good, 2940, { gate: 'after', place: 'RL', state: 'floor' })?.join(' ')).toMatch(
      /a hand apart/,
    );
    expect(point?.doubt?.(good, 2846, { gate: 'after', place: 'RL', state: 'floor' })).toBeNull();
  });
});
