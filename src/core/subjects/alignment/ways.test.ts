import { inHand } from '../../../../tests/support/inHand';
import { found, lifted, verdictOf } from '../../../../tests/support/lifted';
import { CAIRN } from '../../../../scripts/demo/vehicles';
import { buildRoute } from '../../assembly/route/route';
import { FRONT_KINDS } from '../../document/suspensionNames';
import { casterAt, thrustAt, totalToeAt } from './read';
import { blocking, words } from '../../../../tests/support/alignment';

describe('ways to read it', () => {
  test('caster from two cambers, by hand: (1.0 + 1.9) ÷ (2 sin 20°) = 4.24', () => {
    const job = lifted({ after: { alignedBy: { choice: 'turned' } }, before: { alignedBy: { choice: 'turned' } } });
    expect(casterAt(inHand(job), 'after', 'FL')).toMatchObject({
      value: expect.closeTo(4.24, 2),
      by: 'camber at two turns',
    });
    expect(found(job, 'alignment-caster', 'FL').verdict).toBe('Clear');
  });
  test('a stand’s print goes before a gauge; rear toe then tells the thrust', () => {
    const job = lifted({
      after: {
        alignedBy: { choice: 'stand' },
        'toe.RL.floor': 0.3,
        'toe.RR.floor': -0.3,
      },
      before: { alignedBy: { choice: 'stand' } },
    });
    const w = inHand(job);
    expect(thrustAt(w, 'after')).toMatchObject({ value: expect.closeTo(0.3, 9), by: 'toe of both rear wheels' });
    expect(found(job, 'thrust', 'rear').verdict).toBe('Stop');
    expect(verdictOf(job, 'rear-toe', 'rear')).not.toBeNull();
    expect(blocking(job)).toEqual(['thrust rear']);
  });
  test('axles that turned alike have wheelbases alike: the thrust is not Clear for that', () => {
    // The rear left hub 5 rearward of where it came, the right one 5 forward.
    const skew = lifted({
      after: {
        'openingFront.RL.floor': 433,
        'openingRear.RL.floor': 415,
        'openingFront.RR.floor': 422,
        'openingRear.RR.floor': 425,
      },
    });
    expect(found(skew, 'thrust', 'rear')).toMatchObject({ verdict: 'Watch' });
    expect(found(lifted(), 'thrust', 'rear').verdict).toBe('Clear');
  });
  test.each(FRONT_KINDS)('%s: by gauge and tape it keeps its minutes', (frontSuspension) => {
    const w = inHand(lifted({ vehicle: { ...CAIRN, frontSuspension } }));
    for (const gate of ['before', 'after'] as const) {
      const minutes =
        buildRoute(w, gate, 'short')
          .filter((s) => w.book.subjectOf(s.point.id)?.station === 'alignment' && !/lamp/i.test(s.point.id))
          .reduce((sum, s) => sum + s.seconds, 0) / 60;
      expect(minutes).toBeGreaterThan(0.5);
      expect(minutes).toBeLessThanOrEqual(3);
    }
  });
  test('left and right taken for each other are asked about, where the mirror fits what was read Before better', () => {
    const job = lifted({ before: { 'casterGauge.FL.floor': 3, 'casterGauge.FR.floor': 5 } });
    const ask = (point: string, value: number, place: 'FL' | 'FR', gate: 'before' | 'after' = 'after') =>
      inHand(job).book.byId(point)?.doubt?.(job, value, { gate, place, state: 'floor' })?.join(' ') ?? '';
    // The right one reads 4.4 After. Left less right was −2: with 2.4 on the left it stays so, with 6.4 it is its mirror.
    expect(ask('casterGauge', 2.4, 'FL')).toBe('');
    expect(ask('casterGauge', 6.4, 'FL')).toMatch(/taken for each other/);
    expect(ask('caster', 6.4, 'FL')).toMatch(/taken for each other/);
    expect(ask('casterGauge', 6.4, 'FL', 'before')).toBe('');
    // What was struck out counts for nothing in it either.
    const struck = {
      ...job,
      strikes: job.readings
        .filter((r) => r.point === 'casterGauge' && r.place === 'FR' && r.gate === 'before')
        .map((r) => ({ reading: r.id, reason: 'wrong wheel', by: 'Runa', at: '2026-11-05T06:00:00Z' })),
    };
    expect(
      inHand(struck).book.byId('casterGauge')?.doubt?.(struck, 6.4, { gate: 'after', place: 'FL', state: 'floor' }),
    ).toBeNull();
    // Alike Before, there is no mirror to tell; minutes are asked about first.
    expect(ask('camberGauge', 1.5, 'FL')).toBe('');
    expect(ask('camber', 12, 'FL')).toMatch(/minutes/);
  });
  test('by strings each wheel has its own toe, the rear ones give the thrust, and turned about it turns about', () => {
    const strings = (more: Record<string, number>) =>
      lifted({
        before: { alignedBy: { choice: 'string' } },
        after: { alignedBy: { choice: 'string' }, stringAhead: 150, stringBehind: 150, toeDiameter: 716, ...more },
      });
    const w = inHand(strings({ 'stringAhead.FL.floor': 153, 'stringAhead.RL.floor': 153 }));
    // asin(3 / 716) = 0.2401°
    expect(totalToeAt(w, 'after', 'front')).toMatchObject({ by: 'strings alongside' });
    expect(totalToeAt(w, 'after', 'front')?.value).toBeCloseTo(0.24007, 4);
    expect(totalToeAt(w, 'after', 'rear')?.value).toBeCloseTo(0.24007, 4);
    expect(thrustAt(w, 'after')?.value).toBeCloseTo(0.12003, 4);
    expect(thrustAt(inHand(strings({ 'stringAhead.RR.floor': 153 })), 'after')?.value).toBeCloseTo(-0.12003, 4);
    // A tape on strings is sure to a sixth of a degree: near an end of a band 0.4° wide it cannot decide.
    expect(found(w.job, 'total-toe', 'front')).toMatchObject({ verdict: 'Watch', value: expect.closeTo(0.24, 2) });
    // A rim nearer to its string ahead than behind toes out.
    expect(totalToeAt(inHand(strings({ 'stringAhead.FL.floor': 147 })), 'after', 'front')?.value).toBeCloseTo(
      -0.24007,
      4,
    );
    // Rear wheels have their own diameter: of half of it the same run is twice the angle.
    const small = inHand(strings({ 'stringAhead.RL.floor': 153, 'toeDiameter.rear.floor': 358 }));
    expect(totalToeAt(small, 'after', 'rear')?.value).toBeCloseTo(0.48014, 4);
    expect(totalToeAt(small, 'after', 'front')?.value).toBeCloseTo(0, 9);
    // One string measure left out: nothing is worked from the rest, and it is asked for by its name.
    const short = { ...w.job, readings: w.job.readings.filter((r) => r.point !== 'stringBehind' || r.place !== 'FR') };
    expect(found(short, 'total-toe', 'front')).toMatchObject({ verdict: 'Not measured' });
    expect(found(short, 'total-toe', 'front').missing.join()).toMatch(/string, rear edge/);
  });
  test('spans that no circle can have are no toe; minutes typed for degrees are asked about', () => {
    const job = lifted({ after: { 'toeBehind.front.floor': 2190, 'toeAhead.front.floor': 1110 } });
    expect(words(job, 'total-toe', 'front')).toContain('wide');
    const point = inHand(job).book.byId('toe');
    expect(point?.doubt?.(job, 12, { gate: 'after', place: 'FL', state: 'floor' })?.join(' ')).toMatch(/minutes/);
  });
});
