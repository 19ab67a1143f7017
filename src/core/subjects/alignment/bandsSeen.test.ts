import fc from '../../../../tests/support/properties';
import { found, lifted } from '../../../../tests/support/lifted';
import { workingsOf as inHand } from '../../assembly/book';
import type { Filed, JobDocument } from '../../document/job';
import { alignmentBand, bandsWait, BANDED } from './bands';
import { bandsSeen } from './bandsSeen';

const entry = (kind: string, body: Filed['body'], at: string, more: Partial<Filed> = {}): Filed => ({
  id: crypto.randomUUID(),
  kind,
  gate: 'after',
  body,
  by: 'Runa',
  at,
  ...more,
});
const WIDE = { of: 'front-toe', low: -0.5, high: 0.9, datum: 'hub-to-lip', source: 'my own' };
const [EARLY, LATE, LATER, LAST] = [
  '2026-11-01T21:00:00Z',
  '2026-11-05T08:00:00Z',
  '2026-11-05T09:00:00Z',
  '2026-11-05T10:00:00Z',
];
/** 0.6° of toe, outside the demo's band of 0 to 0.4. */
const job = lifted({ after: { 'toeBehind.front.floor': 1408, 'toeAhead.front.floor': 1400 } });
const having = (...entries: Filed[]): JobDocument => ({ ...job, entries: [...job.entries, ...entries] });
const toe = (of: JobDocument) => found(of, 'total-toe', 'front');

describe('a band filed once its figure was read', () => {
  test('clears nothing until a lead has looked at it', () => {
    expect(toe(job).verdict).not.toBe('Clear');
    expect(toe(having(entry('alignment-band', WIDE, EARLY))).verdict).toBe('Clear');
    const late = having(entry('alignment-band', WIDE, LATE));
    expect(toe(late)).toMatchObject({ verdict: 'Not measured' });
    expect(toe(late).summary.join('')).toContain('waits for a lead');
    expect(bandsWait(inHand(late))).toBe(true);
    const seen = entry('bands-seen', { with: 'maker’s sheet 11' }, LATER, { by: 'Ivo' });
    expect(toe(having(entry('alignment-band', WIDE, LATE), seen)).verdict).toBe('Clear');
    // Changed once more after the lead looked.
    const again = having(entry('alignment-band', WIDE, LATE), seen, entry('alignment-band', WIDE, LAST));
    expect(toe(again).verdict).toBe('Not measured');
    // A lead of another shop is none of ours; nor is a band that came out of a file the maker's.
    const from = { by: 'Runa', at: LATER, from: 'x.json' };
    expect(toe(having(entry('alignment-band', WIDE, LATE), { ...seen, broughtIn: from })).verdict).toBe('Not measured');
    expect(toe(having(entry('alignment-band', WIDE, EARLY, { broughtIn: from }))).verdict).toBe('Not measured');
  });
  test('reading the figure once more, another way, or striking the first reading clears it no more than before', () => {
    const late = having(entry('alignment-band', WIDE, LATE));
    const mine = (r: JobDocument['readings'][number]) => r.gate === 'after' && /^toe(Behind|Ahead)$/.test(r.point);
    const afresh = late.readings
      .filter(mine)
      .map((r) => ({ ...r, id: crypto.randomUUID(), supersedes: r.id, takenAt: LATER }));
    const again = { ...late, readings: [...late.readings, ...afresh] };
    expect(toe(again).verdict).toBe('Not measured');
    const strikes = late.readings
      .filter(mine)
      .map((r) => ({ reading: r.id, reason: 'mistyped', by: 'Runa', at: LATER }));
    const anew = { ...late, readings: [...late.readings, ...afresh.map((r) => ({ ...r, supersedes: null }))] };
    expect(toe({ ...anew, strikes: [...anew.strikes, ...strikes] }).verdict).toBe('Not measured');
    const [like] = afresh;
    if (!like) throw new Error('no toe');
    const stand = (['FL', 'FR'] as const).map((place) => ({
      ...like,
      id: crypto.randomUUID(),
      point: 'toe',
      place,
      value: 0.3,
      text: '0.3',
      unit: '°',
      instrument: 'alignment-rack',
      supersedes: null,
    }));
    expect(toe({ ...late, readings: [...late.readings, ...stand] }).verdict).toBe('Not measured');
    // The rear axle's own band is no later than anything that was read there.
    const rear = having(entry('alignment-band', { ...WIDE, of: 'rear-toe' }, LATE));
    expect(toe(rear).verdict).toBe(toe(job).verdict);
  });
  test('said to be older it waits all the same, by when it reached the server', () => {
    const filed = (at: string) => ({
      ...job,
      readings: job.readings.map((r) => ({ ...r, filedAt: '2026-11-05T07:00:00Z' })),
      entries: [...job.entries, entry('alignment-band', WIDE, EARLY, { filedAt: at })],
    });
    expect(toe(filed('2026-11-05T06:00:00Z')).verdict).toBe('Clear');
    expect(toe(filed('2026-11-05T07:30:00Z')).verdict).toBe('Not measured');
  });
  test('a lead for the crown of the road waits like it', () => {
    const lead = (at: string) =>
      found(
        having(entry('alignment-lead', { figure: 'caster', lead: -1.9, source: 'x' }, at)),
        'cross-caster',
        'front',
      );
    expect(lead(EARLY).verdict).toBe('Stop');
    expect(lead(LATE).verdict).toBe('Not measured');
  });
  test('only a lead says so', () => expect(bandsSeen.lead).toBe(true));
});

test('property: no band is taken that no maker asks for', () => {
  const ids = BANDED.map((b) => b.id);
  fc.assert(
    fc.property(
      fc.constantFrom(...ids),
      fc.double({ min: -30, max: 30, noNaN: true }),
      fc.double({ min: 0.01, max: 60, noNaN: true }),
      (of, low, wide) => {
        const read = alignmentBand.schema.safeParse({ of, low, high: low + wide, source: 'x' });
        if (!read.success) return;
        expect(wide).toBeLessThanOrEqual(8 + 1e-9);
        expect(Math.abs(low)).toBeLessThan(25);
        if (of.endsWith('toe')) expect(wide).toBeLessThanOrEqual(1.5 + 1e-9);
      },
    ),
  );
  expect(alignmentBand.schema.safeParse({ of: 'front-camber', low: -30, high: 30, source: 'x' }).success).toBe(false);
});
