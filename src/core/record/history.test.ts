import { inHand } from '../../../tests/support/inHand';
import { found, lifted, verdictOf, withChange } from '../../../tests/support/lifted';
import type { JobDocument, Reading } from '../document/job';
import { applyEntry } from '../assembly/filing';
import { toldWrong } from './leadsWords';

const LATER = '2026-11-03T09:00:00Z';
const good = lifted();
const at = (job: JobDocument, point: string, place: string, gate = 'before') =>
  job.readings.findLast((r) => r.point === point && r.place === place && r.gate === gate);
const tell = (job: JobDocument, point: string, text: string, more: Partial<Reading> = {}): JobDocument => {
  const like = at(job, point, 'rear');
  if (!like) throw new Error(`${point} was not told`);
  const reading = { ...like, id: crypto.randomUUID(), gate: 'after' as const, text, takenAt: LATER, ...more };
  return { ...job, readings: [...job.readings, reading] };
};
const strike = (job: JobDocument, id: string | undefined, reason: string): JobDocument => ({
  ...job,
  strikes: [...job.strikes, { reading: id ?? '', reason, by: 'Runa', at: LATER }],
});
const told = (job: JobDocument) => inHand(job).history.toldOtherwise('pinionJoint', 'rear');
const word = (kind: string, body: JobDocument['entries'][number]['body']): JobDocument['entries'][number] => ({
  ...{ id: crypto.randomUUID(), kind, gate: 'after', body, by: 'Ivo', at: LATER },
});

describe('what was told of a part', () => {
  test('otherwise After, with nothing recorded: the rows of both stay, not measured; a change explains it', () => {
    const other = tell(good, 'pinionJoint', 'other-even');
    expect(told(other)).toMatchObject({ was: { text: 'single' }, is: { text: 'other-even' } });
    for (const check of ['joint-axle', 'two-alike', 'operating-axle'])
      expect([check, found(other, check, 'rear').verdict]).toEqual([check, 'Not measured']);
    expect(found(other, 'joint-axle', 'rear').next.join('')).toMatch(/^Record what was changed; or a lead says/);
    const changed = withChange(other, 'driveshaft', '2026-11-02T23:30:00Z');
    expect(told(changed)).toBeNull();
    expect(verdictOf(changed, 'two-alike', 'rear')).toBeNull();
  });
  test('both joints told as ball joints After, the pinion at 14°: all of its rows stay', () => {
    const steep = lifted({ after: { 'pinionAngle.rear.below': 14 } });
    const other = tell(tell(steep, 'pinionJoint', 'other-even'), 'outputJoint', 'other-even');
    for (const check of ['joint-case', 'joint-axle', 'two-alike', 'equivalent-angle', 'torsional'])
      expect([check, verdictOf(other, check, 'rear')?.verdict]).toEqual([check, 'Not measured']);
  });
  test('a lead says which was wrong: its rows go and the other stands', () => {
    const other = tell(good, 'pinionJoint', 'other-even');
    const saying = (choice: string) => ({
      ...other,
      entries: [
        ...other.entries,
        word(toldWrong.kind, {
          ...{ point: 'pinionJoint', place: 'rear', what: 'joint', choice },
          said: choice,
          reason: 'boot seen',
        }),
      ],
    });
    expect(found(saying('other-even'), 'joint-axle', 'rear').verdict).toBe('Clear');
    expect(verdictOf(saying('other-even'), 'operating-axle', 'rear')).toBeNull();
    expect(verdictOf(saying('single'), 'joint-axle', 'rear')).toBeNull();
    expect(found(saying('single'), 'operating-axle', 'rear').verdict).toBe('Clear');
  });
  test('struck and told anew at one gate it contradicts as well; put right at once it does not', () => {
    const first = at(good, 'pinionJoint', 'rear');
    const again = (takenAt: string) =>
      tell(strike(good, first?.id, 'misseen'), 'pinionJoint', 'other-even', {
        gate: 'before',
        takenAt,
        takenBy: 'Runa',
      });
    expect(told(again(LATER))).not.toBeNull();
    const soon = new Date(Date.parse(first?.takenAt ?? '') + 60_000).toISOString();
    expect(told(again(soon))).toBeNull();
    // One slip between two tellings that agree.
    const slip = tell(good, 'pinionJoint', 'other-even');
    const back = tell(slip, 'pinionJoint', 'single', {
      takenAt: '2026-11-04T09:00:00Z',
      supersedes: slip.readings.at(-1)?.id ?? null,
    });
    expect(told(back)).toBeNull();
  });
});

describe('what was ever read', () => {
  const poked = lifted({ after: { 'setBack.front.floor': 40 } });
  test('keeps its row when it is struck, and a Stop that was read stays until it is read again', () => {
    expect(found(poked, 'set-back', 'front').verdict).toBe('Stop');
    const struck = strike(poked, at(poked, 'setBack', 'front', 'after')?.id, 'not sure');
    expect(found(struck, 'set-back', 'front')).toMatchObject({ verdict: 'Stop', value: 40 });
    expect(found(struck, 'set-back', 'front').summary.join('')).toMatch(/was struck out, and it was not read again/);
    const like = at(poked, 'setBack', 'front', 'after');
    const read: Reading = {
      ...(like as Reading),
      id: crypto.randomUUID(),
      value: 2,
      text: '2',
      takenAt: '2026-11-04T09:00:00Z',
    };
    expect(found({ ...struck, readings: [...struck.readings, read] }, 'set-back', 'front').verdict).toBe('Clear');
  });
  test('struck as filed at the wrong place, its twin at the right one, it leaves no row; one without a twin does', () => {
    const like = at(lifted({ after: { 'camber.RL.floor': -2.6 } }), 'camber', 'RL', 'after') as Reading;
    const twin: Reading = { ...like, id: crypto.randomUUID(), place: 'RR', takenAt: LATER };
    const job = { ...good, readings: [...good.readings.filter((r) => r.point !== 'camber'), like, twin] };
    const moved = strike(job, like.id, 'filed at the wrong wheel');
    expect([verdictOf(moved, 'rear-camber', 'RL'), found(moved, 'rear-camber', 'RR').verdict]).toEqual([null, 'Stop']);
    expect(found(strike(job, like.id, 'misread'), 'rear-camber', 'RL').verdict).toBe('Stop');
    const alone = { ...job, readings: job.readings.filter((r) => r.id !== twin.id) };
    expect(found(strike(alone, like.id, 'filed at the wrong wheel'), 'rear-camber', 'RL').verdict).toBe('Stop');
  });
  test('rear toe and thrust stay after the front was set and all but the rear read again', () => {
    const out = lifted({
      after: { alignedBy: { choice: 'stand' }, 'toe.RL.floor': 0.9, 'toe.RR.floor': -0.1, 'camber.RL.floor': -2.6 },
    });
    const set = withChange(out, 'alignment');
    const again = set.readings
      .filter((r) => r.gate === 'after' && !(['RL', 'RR'].includes(r.place) && ['toe', 'camber'].includes(r.point)))
      .map((r): Reading => ({ ...r, id: crypto.randomUUID(), supersedes: r.id, takenAt: '2026-11-06T09:00:00Z' }));
    const job = { ...set, readings: [...set.readings, ...again] };
    for (const [check, place] of [
      ['rear-toe', 'rear'],
      ['thrust', 'rear'],
      ['rear-camber', 'RL'],
    ] as const)
      expect([check, found(job, check, place).verdict]).toEqual([check, 'Stop']);
  });
});

test('a lead says that a part was never there, but not of one that was read', () => {
  const file = (job: JobDocument, point: string, place: string) =>
    applyEntry(
      { ...job, job: { ...job.job, gate: 'after' } },
      {
        kind: 'entry',
        id: crypto.randomUUID(),
        jobId: crypto.randomUUID(),
        at: LATER,
        mark: null,
        body: { kind: 'no-such-part', fields: { point, place, what: 'bar angle', reason: 'built without one' } },
      },
      'Ivo',
    );
  const none = lifted({ before: { barAngle: 'not-fitted' }, after: { barAngle: 'not-fitted' } });
  const filed = file(none, 'barAngle', 'rear');
  expect(filed.ok && verdictOf(filed.made.job, 'sway-bar-neutral', 'rear')).toBeNull();
  // A word that came in with a file is not this shop's.
  const came = { by: 'Ivo', at: LATER, from: 'a file' };
  const words = filed.ok ? filed.made.job.entries.map((e) => ({ ...e, broughtIn: came })) : [];
  expect(found({ ...none, entries: words }, 'sway-bar-neutral', 'rear').verdict).toBe('Not measured');
  expect(file(good, 'barAngle', 'rear')).toEqual({
    ok: false,
    message: 'bar angle, rear axle was read on this vehicle: it has one. Record what was done with it instead.',
  });
});
