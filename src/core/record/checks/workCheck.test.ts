import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { limitFault } from './limit';
import { hoseSlack } from '../../subjects/lines/limits';
import { leftRight } from '../../subjects/stance/limits';
import { say } from '../../kernel/phrase';
import type { WorkedVerdict } from './types';
import { gateStates, shutBecause } from '../../assembly/gates/gates';
import { releaseBlockers } from '../../assembly/gates/release';
import { standingOf } from '../../assembly/gates/standing';
import { BOOK, pointById } from '../../assembly/book';
import type { Acceptance, JobDocument, Reading } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { fillGate, startJob, type FillOptions } from '../../../../scripts/demo/builder';
import { CAIRN, TARN } from '../../../../scripts/demo/vehicles';
import { lifted as liftedAs } from '../../../../tests/support/lifted';

/** A Cairn lifted 65 mm with everything read; values by route key or point override what was typed. */
const lifted = (after: FillOptions['values'] = {}, before: FillOptions['values'] = {}, vehicle = CAIRN): JobDocument =>
  liftedAs({ after, before, vehicle });
const find = (job: JobDocument, check: string, place: string, gate = 'after'): WorkedVerdict => {
  const verdict = verdictsOf(job).find((v) => v.check === check && v.place === place && v.gate === gate);
  if (!verdict) throw new Error(`no verdict ${check} ${place}`);
  return verdict;
};
const words = (v: WorkedVerdict) => say(v.summary, METRIC_SHOP);
const both = (key: string, value: number) => ({ [key]: value, [`${key}.2`]: value });

describe('checks, worked by hand', () => {
  test('lift against plan: 538 (mean of 538 and 539) − 473 − 65 = 0.5, U = 2√(1.86²…)', () => {
    const v = find(lifted(), 'lift-against-plan', 'FL');
    expect(v.value).toBeCloseTo(0.5, 9);
    // before √(1+1.5²+1/12) = 1.826; after two repeats √((1+1.5²)/2 + 1/12) = 1.307
    expect(v.uncertainty).toBeCloseTo(2 * Math.hypot(1.8257, 1.307), 2);
    expect(v.verdict).toBe('Clear');
    expect(find(lifted(both('hubToLip.FL.floor', 560)), 'lift-against-plan', 'FL').verdict).toBe('Stop');
    // Comfort: 7.5 off is inside 8 as measured, 9.5 is not.
    expect(find(lifted(both('hubToLip.FL.floor', 545)), 'lift-against-plan', 'FL').verdict).toBe('Clear');
    expect(find(lifted(both('hubToLip.FL.floor', 547)), 'lift-against-plan', 'FL').verdict).toBe('Watch');
  });

  test('body rise counts the tyre in, lip rise does not: 65.5 + (403 − 388)', () => {
    const rise = find(lifted(), 'lift-against-plan', 'FL').working.steps.find(
      (s) => s.name === 'Body rise over the floor',
    );
    expect(rise?.amount[0]).toMatchObject({ quantity: 'length', value: 80.5 });
  });

  test('a trimmed lip: the body mark tells lip from suspension', () => {
    const start = startJob({
      job: { number: 'HG-5', use: 'x', bookedAt: '2026-11-01T08:00:00Z', gate: 'before', lipWillChange: true },
      customer: { name: 'x', contact: '' },
      vehicle: CAIRN,
      plan: { liftFront: 65, liftRear: 65 },
    });
    const read = fillGate(start, 'before', { from: '2026-11-01T09:00:00Z' });
    const job = fillGate({ ...read, job: { ...read.job, gate: 'after' } }, 'after', {
      from: '2026-11-02T09:00:00Z',
      values: both('hubToLip.FL.floor', 558),
    });
    const { steps } = find(job, 'lift-against-plan', 'FL').working;
    // Lip 558.5 − 473 = 85.5; mark 685.5 − 620 = 65.5: the lip was raised 20, the body 65.5.
    expect(find(job, 'lift-against-plan', 'FL').value).toBeCloseTo(0.5, 9);
    expect(steps.find((s) => s.name === 'Suspension (droop)')?.amount[0]).toMatchObject({ value: 65.5 });
    expect(steps.find((s) => s.name === 'Solver travel')?.amount[0]).toMatchObject({ value: -65.5 });
  });

  test('lamp: 80 mm of lamp rise and no change of pitch lift the beam 80 mm at 10 m', () => {
    const steps = find(lifted(), 'lamp-aim', 'vehicle').working.steps;
    expect(steps.find((s) => s.name.startsWith('Beam'))?.amount[0]).toMatchObject({ value: 80 });
    expect(find(lifted({ lampAim: { fault: 'adjuster seized' } }), 'lamp-aim', 'vehicle').verdict).toBe('Stop');
  });

  test('a shop may raise the hose allowance, never lower it, and its limits decide', () => {
    const limits = (hoseSlack: { clear: number; stop: number }) => {
      const job = lifted({ 'hoseFree.rear.droop': 410 });
      return find(
        { ...job, limits: { ...job.limits, hoseSlack: { ...hoseSlack, source: 'shop', rule: null } } },
        'brake-hose-slack',
        'rear',
      );
    };
    expect(limits({ clear: 5, stop: 2 }).limit?.clear).toBe(25);
    expect(limits({ clear: 60, stop: 15 })).toMatchObject({ verdict: 'Watch', limit: { clear: 60, source: 'shop' } });
    expect(limitFault(hoseSlack, 10, 15)).toBe('Stop must lie below Clear');
    expect(limitFault(leftRight, 10, 5)).toBe('Stop must lie above Clear');
  });

  test('unlike loads are not compared, unrecorded ones are never Clear', () => {
    // 100 kg more are more than an uncertainty can say; up to that each corner's height is less sure.
    const heavier = find(lifted({ loadMass: 141 }), 'lift-against-plan', 'FL');
    expect(heavier.verdict).toBe('Not measured');
    expect(words(heavier)).toContain('the load differs');
    const [alike, more] = [50, 76].map((kg) => find(lifted({ loadMass: kg }), 'lift-against-plan', 'FL').u ?? NaN);
    expect(alike).toBeCloseTo(Math.hypot(1.8257, 1.307), 3);
    // 36 kg: 9 on each corner, 9 × 9.80665 / 30 = 2.94 mm.
    expect(more).toBeCloseTo(Math.hypot(1.8257, 1.307, 2.942), 3);
    expect(find(lifted({ loadMass: 'cannot-reach' }), 'lift-against-plan', 'FL').verdict).toBe('Watch');
  });

  test('claim: the reference is printed, and stock heights are used where they are known', () => {
    expect(find(lifted(), 'lift-against-claim', 'FL').mark).toContain('Before used');
    const stock = {
      ...lifted(),
      reference: { kind: 'maker-stock' as const, front: 480, rear: 500, source: 'sheet 7' },
    };
    const v = find(stock, 'lift-against-claim', 'FL');
    expect(v.value).toBeCloseTo(538.5 - 480 - 65, 9);
    expect(v.mark).toContain('sheet 7');
  });

  test('twist names four cures and the corner to read again; absolute twist is never a Stop, the change is', () => {
    const job = lifted({}, { 'hubToLip.RR.floor': 512 });
    const before = find(job, 'twist', 'vehicle', 'before');
    expect(before.value).toBeCloseTo(18, 6);
    expect(before.verdict).toBe('Watch');
    expect(before.working.steps).toHaveLength(4);
    const change = find(job, 'twist-change', 'vehicle');
    expect(change.verdict).toBe('Stop');
    expect(say(change.next, METRIC_SHOP)).toContain('rear right');
  });

  test('settled: sets 5 mm apart are still settling, and the latest set alone is used', () => {
    const job = lifted({ 'hubToLip.FL.floor': 545, 'hubToLip.FL.floor.2': 539 });
    expect(find(job, 'settled', 'FL').verdict).toBe('Watch');
    expect(find(job, 'lift-against-plan', 'FL').value).toBeCloseTo(540 - 473 - 65, 9);
  });

  test('brake hose: 380 free, 372 span is 8 of slack, Stop; 415 is Clear only when proved by hand', () => {
    const short = find(lifted({ 'hoseFree.rear.droop': 380 }), 'brake-hose-slack', 'rear');
    expect(short.value).toBeCloseTo(8, 9);
    expect(short).toMatchObject({ verdict: 'Stop', safetyCritical: true });
    expect(short.limit).toMatchObject({ clear: 25, stop: 15 });
    // 18 mm is past neither limit, but its margin to Stop (3) is under its uncertainty (7.1): safety-critical, so Stop.
    expect(find(lifted({ 'hoseFree.rear.droop': 390 }), 'brake-hose-slack', 'rear').verdict).toBe('Stop');
    expect(find(lifted(), 'brake-hose-slack', 'rear').verdict).toBe('Clear');
    expect(find(lifted({ hoseProof: 'cannot-reach' }), 'brake-hose-slack', 'rear').verdict).toBe('Not measured');
    expect(find(lifted({ hoseProof: { fault: 'rubs on the coil' } }), 'brake-hose-slack', 'rear').verdict).toBe('Stop');
  });

  test('sway bar: 17° is past Stop, and the exact link is named', () => {
    const v = find(
      lifted({
        'barAngle.front.floor': -14,
        'swayLinkLength.front.floor': 120,
        swayLinkLean: 0,
        'barArmLength.front.floor': 250,
      }),
      'sway-bar-neutral',
      'front',
    );
    expect(v.value).toBeCloseTo(-17, 9);
    expect(v.verdict).toBe('Stop');
    expect(say(v.next, METRIC_SHOP)).toContain('Link of 194 mm');
  });

  test('gap at bump: 200 − 128 − 34 = 38 on a beam; a wishbone needs the motion ratio', () => {
    expect(find(lifted(), 'gap-at-bump', 'FL')).toMatchObject({ value: 38, verdict: 'Clear' });
    expect(find(lifted({ rubBody: 'cannot-reach' }), 'gap-at-bump', 'FL').verdict).toBe('Watch');
    // On the ramp with the stop 24 from its pad: 84 − 24 − 34 = 26 where parked says 38.
    expect(find(lifted({ 'tyreToBody.FL.ramp': 84, 'bumpStopGap.FL.ramp': 24 }), 'gap-at-bump', 'FL')).toMatchObject({
      value: 26,
      verdict: 'Watch',
    });
    // The stop touching: 41 left of the body, and 162 − 159.5 of travel to come.
    const steps = find(lifted(), 'gap-at-bump', 'FL').working.steps;
    expect(steps.find((s) => s.name === 'Flexed')?.amount[0]).toMatchObject({ value: 38.5 });
    const wishbone = find(lifted({}, {}, TARN), 'gap-at-bump', 'FL');
    expect(wishbone.verdict).toBe('Not measured');
    expect(words(wishbone)).toContain('motion ratio');
  });

  test('static gaps take the least of straight and both locks, and say what they do not say', () => {
    const v = find(lifted({ 'gapInner.FL.floor-left': 12 }), 'static-gap-inner', 'FL');
    expect(v).toMatchObject({ value: 12, verdict: 'Watch', mark: 'static: says nothing about bump' });
    expect(words(v)).toContain('left lock');
    expect(find(lifted({ 'gapInner.FL.floor-left': 5 }), 'static-gap-inner', 'FL').verdict).toBe('Stop');
  });
});

describe('laws', () => {
  test('every check says what it needs, whether it is safety-critical, what makes it stale', () => {
    const w = inHand(lifted());
    for (const check of BOOK.checks) {
      for (const place of check.places(w.history)) {
        const { required } = check.needs(w, place);
        // What nobody recorded asks for the record, and for no reading.
        if (!check.id.startsWith('unrecorded-')) expect(Object.keys(required).length).toBeGreaterThan(0);
        for (const spot of Object.values(required)) expect(pointById(spot.point)).toBeDefined();
      }
    }
    expect(BOOK.checks.filter((c) => c.safetyCritical).map((c) => c.id)).toEqual(
      expect.arrayContaining([
        'brake-hose-slack',
        'pedal',
        'leaks',
        'wheel-fastening',
        'lamp-aim',
        'steering',
        'rub-safety',
      ]),
    );
  });

  test('nothing read: everything is Not measured and names its readings', () => {
    const empty = startJob({
      job: { number: 'HG-2', use: 'x', bookedAt: '2026-11-01T08:00:00Z' },
      customer: { name: 'x', contact: '' },
      vehicle: CAIRN,
    });
    for (const v of verdictsOf(empty)) expect(v).toMatchObject({ verdict: 'Not measured', value: null });
    expect(find(empty, 'twist', 'vehicle', 'before').missing).toHaveLength(4);
  });

  test('no part is answered away as not fitted: a lead says that there is none', () => {
    expect(find(lifted({ hoseSpan: 'not-fitted' }), 'brake-hose-slack', 'FL').verdict).toBe('Not measured');
    expect(releaseBlockers(verdictsOf(lifted({ gapHose: 'not-fitted' }))).map((b) => b.check)).toContain(
      'static-gap-hose',
    );
    const none = lifted({ barAngle: 'not-fitted' }, { barAngle: 'not-fitted' });
    expect(find(none, 'sway-bar-neutral', 'front')).toMatchObject({ verdict: 'Not measured', required: true });
    const word = (place: string): JobDocument['entries'][number] => ({
      id: crypto.randomUUID(),
      kind: 'no-such-part',
      gate: 'after',
      body: { point: 'barAngle', place, what: 'bar angle', reason: 'built without one' },
      by: 'Ivo',
      at: '2026-11-04T08:00:00Z',
    });
    const said = { ...none, entries: [...none.entries, word('front')] };
    expect(
      verdictsOf(said)
        .filter((v) => v.check === 'sway-bar-neutral')
        .map((v) => v.place),
    ).toEqual(['rear']);
    // Never where a reading of it stood.
    const had = lifted({ barAngle: 'not-fitted' });
    expect(find({ ...had, entries: [...had.entries, word('front')] }, 'sway-bar-neutral', 'front').verdict).toBe(
      'Not measured',
    );
  });

  test('a struck reading is as if never read; a superseded one yields; a struck superseder brings it back', () => {
    const job = lifted();
    const height = job.readings.find(
      (r) => r.gate === 'before' && r.point === 'hubToLip' && r.place === 'FL',
    ) as Reading;
    const strike = { reading: height.id, reason: 'wrong corner', by: 'Runa', at: '2026-11-03T08:00:00Z' };
    expect(find({ ...job, strikes: [strike] }, 'lift-against-plan', 'FL').verdict).toBe('Not measured');
    const better = {
      ...height,
      id: crypto.randomUUID(),
      value: 463,
      takenAt: '2026-11-01T10:00:00Z',
      supersedes: height.id,
    };
    const corrected = { ...job, readings: [...job.readings, better] };
    expect(find(corrected, 'lift-against-plan', 'FL').value).toBeCloseTo(10.5, 9);
    expect(
      find({ ...corrected, strikes: [{ ...strike, reading: better.id }] }, 'lift-against-plan', 'FL').value,
    ).toBeCloseTo(0.5, 9);
  });

  test('a change makes what depends on it stale until it is read again, and only that', () => {
    const job = lifted();
    const change = {
      id: crypto.randomUUID(),
      kind: 'brake-hose' as const,
      gate: 'after' as const,
      what: 'bracket lowered',
      by: 'Ivo',
      at: '2026-11-03T08:00:00Z',
    };
    const changed = { ...job, changes: [...job.changes, change] };
    expect(find(changed, 'brake-hose-slack', 'FL')).toMatchObject({
      verdict: 'Not measured',
      stale: { what: 'bracket lowered' },
    });
    expect(find(changed, 'pedal', 'vehicle').stale).not.toBeNull();
    expect(find(changed, 'lift-against-plan', 'FL').verdict).toBe('Clear');
    expect(find(changed, 'brake-hose-slack', 'FL', 'before').stale).toBeNull();
    expect(releaseBlockers(verdictsOf(changed)).length).toBeGreaterThan(3);
    const again = fillGate(changed, 'after', { from: '2026-11-03T09:00:00Z', values: { tyreDiameter: 806 } });
    expect(find(again, 'brake-hose-slack', 'FL').verdict).toBe('Clear');
    expect(releaseBlockers(verdictsOf(again))).toEqual([]);
  });

  test('taken from the other side is assumed: never Clear at After', () => {
    const job = lifted();
    const readings = job.readings.map((r) =>
      r.gate === 'after' && r.point === 'gapLip' && r.place === 'FR'
        ? { ...r, answer: 'same-as-other-side' as const }
        : r,
    );
    expect(find({ ...job, readings }, 'static-gap-lip', 'FR')).toMatchObject({ verdict: 'Watch', assumed: true });
  });

  test('release: safety stops cannot be accepted, others for that very figure only', () => {
    const job = lifted({ 'hoseFree.rear.droop': 380, ...both('hubToLip.FL.floor', 562) });
    const blockers = releaseBlockers(verdictsOf(job));
    expect(blockers.find((b) => b.check === 'brake-hose-slack')).toMatchObject({ acceptable: false });
    const stop = find(job, 'lift-against-plan', 'FL');
    const accept: Acceptance = {
      check: stop.check,
      gate: 'after',
      place: 'FL',
      value: stop.value ?? 0,
      reason: 'customer wants it',
      by: 'Ivo',
      at: '2026-11-03T08:00:00Z',
    };
    const hose = find(job, 'brake-hose-slack', 'rear');
    const forged = { ...accept, check: hose.check, place: 'rear' as const, value: hose.value ?? 0 };
    expect(find({ ...job, acceptances: [forged] }, 'brake-hose-slack', 'rear').accepted).toBeNull();
    const accepted = releaseBlockers(verdictsOf({ ...job, acceptances: [accept] }));
    expect(accepted.map((b) => `${b.check} ${b.place}`)).not.toContain('lift-against-plan FL');
    const other = releaseBlockers(verdictsOf({ ...job, acceptances: [{ ...accept, value: accept.value + 1 }] }));
    expect(other.map((b) => `${b.check} ${b.place}`)).toContain('lift-against-plan FL');
  });

  test('gates open only on what was measured', () => {
    const start = startJob({
      job: { number: 'HG-3', use: 'x', bookedAt: '2026-11-01T08:00:00Z', gate: 'before' },
      customer: { name: 'x', contact: '' },
      vehicle: CAIRN,
    });
    expect(shutBecause(inHand(start))[0]).toMatch(/readings of the short route/);
    const read = fillGate(start, 'before', { from: '2026-11-01T09:00:00Z', route: 'short' });
    expect(shutBecause(inHand(read))).toEqual([]);
    expect(shutBecause(inHand({ ...read, job: { ...read.job, gate: 'plan' } }))).toHaveLength(2);
    expect(gateStates(inHand(read), verdictsOf(read)).map((g) => g.at)).toEqual([
      'passed',
      'current',
      'ahead',
      'ahead',
      'ahead',
      'ahead',
    ]);
    expect(standingOf(inHand(read), verdictsOf(read)).rank).toBeGreaterThan(2);
  });

  test('floor to lip with the loaded radius gives the same lift as hub to lip', () => {
    const start = startJob({
      job: { number: 'HG-4', use: 'x', bookedAt: '2026-11-01T08:00:00Z', gate: 'before', heightSchool: 'floor-to-lip' },
      customer: { name: 'x', contact: '' },
      vehicle: CAIRN,
      plan: { liftFront: 65, liftRear: 65 },
    });
    const read = fillGate(start, 'before', { from: '2026-11-01T09:00:00Z' });
    const job = fillGate({ ...read, job: { ...read.job, gate: 'after' } }, 'after', { from: '2026-11-02T09:00:00Z' });
    // 941.5 − 403 − (861 − 388) − 65
    expect(find(job, 'lift-against-plan', 'FL').value).toBeCloseTo(0.5, 9);
  });
});
