import { inHand } from '../../../../tests/support/inHand';
import { TARN, PACKHORSE } from '../../../../scripts/demo/vehicles';
import { verdictsOf } from '../../../../tests/support/inHand';
import { found, lifted, withChange } from '../../../../tests/support/lifted';
import { ChangeKind } from '../../document/changes';
import { BOOK } from '../../assembly/book';
import { pointById } from '../../assembly/book';
import type { JobDocument } from '../../document/job';
import { staleAfter } from '../../record/stale';
import { buildRoute } from '../../assembly/route/route';
/** The kinds that bear on a point, wherever they were made. */
const staleOn = (id: string) => staleAfter(...(pointById(id)?.tells ?? []));
const short = (job: JobDocument) => buildRoute(inHand(job), 'after', 'short').map((s) => s.key);

describe('what a change makes stale', () => {
  /** The rows of the design's table whose readings exist, said once more, by point. */
  const TABLE: Record<ChangeKind, readonly string[]> = {
    spring: [
      'hubToLip',
      'floorToLip',
      'gapLip',
      'gapInner',
      'gapHose',
      'bumpStopGap',
      'hubToLipDroop',
      'barAngle',
      'hoseSpan',
      'hoseProof',
      'camber',
      'caster',
      'toe',
      'pinionAngle',
      'shaftAngle',
      'slipExposed',
      'shaftsTurned',
      'steering',
      'lampAim',
      'rubSafety',
      'rubBody',
      'torqueOpened',
      'wheelFastening',
      'rampHose',
      'frameToTyre',
      'wheelOff',
      'dragLinkAngle',
      'trackBarHeight',
      'bumpToe1',
    ],
    'shock-or-strap': [
      'shaftsTurned',
      'bumpStopGap',
      'hubToLipDroop',
      'hoseSpan',
      'hoseProof',
      'rubSafety',
      'rubBody',
      'torqueOpened',
      'wheelFastening',
      'hubToLipFlexed',
    ],
    'track-bar-or-arm': [
      'hubToLip',
      'pinionAngle',
      'camber',
      'caster',
      'toe',
      'steering',
      'gapInner',
      'bumpStopGap',
      'hubToLipDroop',
      'hoseSpan',
      'hoseProof',
      'rubSafety',
      'torqueOpened',
      'wheelFastening',
      'frameToTyre',
      'openingFront',
      'wheelOff',
      'slipExposed',
      'shaftsTurned',
      'lockAngle',
    ],
    'tyre-or-wheel': [
      'tyreDiameter',
      'sectionWidth',
      'wheelOffset',
      'gapLip',
      'gapInner',
      'calliperGap',
      'threadEngagement',
      'boltPattern',
      'tyreLoadRating',
      'wheelFastening',
      'rubSafety',
      'rubBody',
      'lampAim',
      'floorToLip',
      'loadedRadius',
      'poke',
      'hoseProof',
      'lockAngle',
      'wheelOff',
    ],
    alignment: [
      'camber',
      'caster',
      'toe',
      'steering',
      'rubSafety',
      'rubBody',
      'torqueOpened',
      'lockAngle',
      'wheelOff',
      'bumpToe1',
      'sensorZeroed',
    ],
    'body-lift': [
      'hubToLip',
      'floorToLip',
      'gapLip',
      'hoseSpan',
      'steering',
      'shaftEngaged',
      'pedal',
      'leaks',
      'gearsEngage',
      'fanRoom',
      'fillerHoses',
      'parkingCable',
      'shiftLinkage',
      'lampAim',
      'torqueOpened',
    ],
    trim: ['gapLip', 'gapInner', 'rubBody', 'rubSafety', 'ob.fender-lip.cut'],
    lip: ['hubToLip', 'floorToLip', 'gapLip', 'rubBody'],
    'brake-hose': ['hoseFree', 'hoseSpan', 'hoseProof', 'pedal', 'leaks'],
    'sway-link': ['barAngle', 'barArmLength', 'swayLinkLength', 'swayLinkLean', 'barState', 'rubSafety', 'rubBody'],
    load: [
      'hubToLip',
      'floorToLip',
      'barAngle',
      'gapInner',
      'bumpStopGap',
      'lampAim',
      'axleLoad',
      'frameToTyre',
      'pinionAngle',
      'shaftAngle',
      'dragLinkAngle',
      'armAngle',
      'camberGauge',
      'casterGauge',
      'toeBehind',
    ],
    'tyre-pressure': [
      'floorToLip',
      'loadedRadius',
      'tyrePressure',
      'lampAim',
      'camberGauge',
      'casterGauge',
      'toeBehind',
    ],
    lamp: ['lampAim', 'lampHeight'],
    driveshaft: [
      'outputAngle',
      'shaftAngle',
      'pinionAngle',
      'slipExposed',
      'shaftsTurned',
      'shaftPhase',
      'gearsEngage',
      'torqueOpened',
    ],
    'case-or-bearing': ['outputAngle', 'shaftAngle', 'slipExposed', 'shaftsTurned', 'gearsEngage', 'torqueOpened'],
    shim: [
      'pinionAngle',
      'shaftAngle',
      'slipExposed',
      'shaftsTurned',
      'gearsEngage',
      'frameToTyre',
      'camber',
      'gapLip',
      'torqueOpened',
    ],
    'steering-part': ['camber', 'toe', 'wheelOff', 'dragLinkAngle', 'dragLinkLength', 'bumpToe1', 'torqueOpened'],
  };
  test.each(ChangeKind.options)('%s', (kind) => {
    for (const id of TABLE[kind]) expect([id, staleOn(id)]).toEqual([id, expect.arrayContaining([kind])]);
  });
  test('hub-based heights do not hang on the tyre, straight gaps not on the alignment, gaps at lock do', () => {
    expect(staleOn('hubToLip')).not.toContain('tyre-or-wheel');
    const done = lifted();
    const set = withChange(done, 'alignment');
    const stale = buildRoute(inHand(set), 'after', 'full')
      .filter((s) => s.status === 'stale')
      .map((s) => s.key);
    expect(stale).toEqual(
      expect.arrayContaining(['gapInner.FL.floor-left', 'rubBody.front.ramp', 'steering.vehicle.floor']),
    );
    expect(stale).not.toContain('gapInner.FL.floor');
  });
  test('what a change cannot touch it leaves: ratio of another shaft, hub heights of other pressures', () => {
    expect(staleOn('axleRatio')).toEqual([]);
    for (const id of ['hubToLip', 'hubToMark', 'gapLip', 'barAngle'])
      expect([id, staleOn(id).includes('tyre-pressure')]).toEqual([id, false]);
  });
  const set = (job: JobDocument, adjuster: string): JobDocument => {
    const changed = withChange(job, 'alignment');
    const [last] = changed.changes.slice(-1);
    if (!last) throw new Error('nothing recorded');
    const setting = { adjuster, from: 0, to: 1, mark: 'paint' };
    return { ...changed, changes: [...changed.changes.slice(0, -1), { ...last, setting }] };
  };
  const staleRows = (job: JobDocument) =>
    verdictsOf(job)
      .filter((v) => v.gate === 'after' && v.stale)
      .map((v) => `${v.check} ${v.place}`);
  test.each(['arms', 'arm-brackets', 'bush-left', 'wedges', 'cam-front-left'])(
    'set for alignment, %s turns or moves a beam, and its driveline with it',
    (adjuster) =>
      expect(staleRows(set(lifted(), adjuster))).toEqual(
        expect.arrayContaining([
          'pinion-line front',
          'equivalent-angle front',
          'joint-bind front',
          'shafts-turned front',
          'slip-room front',
          'axle-centre front',
          'alignment-caster FL',
        ]),
      ),
  );
  test('a sleeve turns no axle; a cam of a wishbone moves its wheel, and the gaps there, straight too', () => {
    expect(staleRows(set(lifted(), 'sleeve'))).not.toContain('pinion-line front');
    const wishbones = lifted({ vehicle: TARN, after: { 'gapInner.FL.floor': 34 } });
    const rows = staleRows(set(wishbones, 'cam-front-left'));
    expect(rows).toEqual(expect.arrayContaining(['static-gap-inner FL', 'swept-arm FL', 'total-toe front']));
    expect(rows).not.toContain('axle-centre rear');
    const straight = (adjuster: string) =>
      buildRoute(inHand(set(wishbones, adjuster)), 'after', 'full').find((s) => s.key === 'gapInner.FL.floor')?.status;
    expect([straight('cam-front-left'), straight('sleeve')]).toEqual(['stale', 'answered']);
  });
  test('tyres that leave the ends unlike turn the vehicle, and caster goes stale; alike ones do not', () => {
    const fitted = (front: number, rear: number) => {
      const job = lifted({ after: { 'tyreDiameter.front.floor': front, 'tyreDiameter.rear.floor': rear } });
      const changed = withChange(job, 'tyre-or-wheel', '2026-11-05T08:00:00Z');
      const again = changed.readings
        .filter((r) => r.gate === 'after' && r.point === 'tyreDiameter')
        .map((r) => ({ ...r, id: crypto.randomUUID(), takenAt: '2026-11-05T09:00:00Z', supersedes: r.id }));
      return staleRows({ ...changed, readings: [...changed.readings, ...again] });
    };
    expect(fitted(838, 806)).toContain('alignment-caster FL');
    expect(fitted(838, 838)).not.toContain('alignment-caster FL');
  });
  test('a shock that carries the spring holds the vehicle up, another does not', () => {
    const stale = (vehicle: typeof TARN) =>
      buildRoute(inHand(withChange(lifted({ vehicle }), 'shock-or-strap')), 'after', 'short')
        .filter((s) => s.status === 'stale' && s.point.id === 'hubToLip')
        .map((s) => s.place);
    expect(new Set(stale(TARN))).toEqual(new Set(['FL', 'FR']));
    expect(stale(PACKHORSE)).toEqual([]);
  });
  test('wheel fastening and what was opened are looked at again after spring, shock or arm', () => {
    for (const kind of ['spring', 'shock-or-strap', 'track-bar-or-arm'] as const)
      for (const check of ['wheel-fastening', 'torque-opened'])
        expect(found(withChange(lifted(), kind), check, 'vehicle')).toMatchObject({
          verdict: 'Not measured',
          stale: { by: 'Ivo' },
        });
  });
  test('every wheel change brings thread, calliper, rating, pattern and fastening, asked-for tyre or not', () => {
    const job = lifted({ changes: ['tyre-or-wheel'] });
    expect(job.fitments.asked).toBeNull();
    const bare: JobDocument = {
      ...job,
      readings: job.readings.filter(
        (r) => !['threadEngagement', 'calliperGap', 'tyreLoadRating', 'boltPattern'].includes(r.point),
      ),
    };
    for (const [check, place] of [
      ['thread-engagement', 'front'],
      ['wheel-to-calliper', 'RR'],
      ['tyre-load-rating', 'rear'],
      ['bolt-pattern', 'front'],
    ] as const) {
      expect([check, found(job, check, place).verdict]).toEqual([check, 'Clear']);
      expect(found(bare, check, place)).toMatchObject({ verdict: 'Not measured', safetyCritical: true });
    }
    expect(short(bare)).toEqual(expect.arrayContaining(['threadEngagement.front.floor', 'boltPattern.rear.floor']));
  });
  test('a setting restored does not bring the old readings back', () => {
    const twice = withChange(
      withChange(lifted(), 'alignment', '2026-11-05T08:00:00Z'),
      'alignment',
      '2026-11-05T09:00:00Z',
    );
    expect(found(twice, 'rub-body', 'front').verdict).toBe('Not measured');
  });
  test('every point says what it hangs on, or nothing does', () => {
    for (const p of BOOK.points)
      expect([p.id, staleOn(p.id).every((k) => ChangeKind.options.includes(k))]).toEqual([p.id, true]);
  });
});
