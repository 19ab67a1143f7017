import { demoJobs } from '../../../../scripts/demo/jobs';
import { workJob } from '../workJob';
import { releaseBlockers } from '../gates/release';
import type { JobDocument, Reading } from '../../document/job';
import { readJobFile } from './jobFile';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const rescue = demo('HG-0142');
const vet = demo('HG-0139');
const at = (job: JobDocument, pick: (r: Reading) => boolean): number => job.readings.findIndex(pick);
const span = (r: Reading) => r.point === 'hoseSpan' && r.gate === 'after' && r.answer === 'measured';
const changed = (job: JobDocument, i: number, more: Partial<Reading>): JobDocument => ({
  ...job,
  readings: job.readings.map((r, k) => (k === i ? { ...r, ...more } : r)),
});
const fault = (job: JobDocument): string => {
  const read = readJobFile(JSON.stringify(job));
  return read.ok ? 'taken' : read.fault;
};

test('a change of a part that the vehicle has not, at a place that has none such, or twice, is named', () => {
  const of = (more: Partial<JobDocument['changes'][number]>): string =>
    fault({ ...rescue, changes: rescue.changes.map((c, i) => (i === 0 ? { ...c, ...more } : c)) });
  expect(of({ place: 'front', part: 'coil' })).toBe('taken');
  expect(of({ place: 'front', part: 'collar' })).toMatch(/^changes\[0\]\.part: This vehicle has no spring collar/);
  expect(of({ part: 'coil' })).toMatch(/^changes\[0\]\.part: .*say at which axle or wheel/);
  expect(of({ place: 'rear', part: 'shock' })).toMatch(/^changes\[0\]\.part: .*no change of this kind/);
  expect(of({ id: rescue.changes[1]?.id ?? '' })).toMatch(/^changes\[1\]\.id: .* stands twice/);
  expect(of({ place: 'boot' as never })).toMatch(/^changes\[0\]\.place/);
});

describe('a job file that cannot be true is refused by its path', () => {
  test.each<[string, (r: Reading) => boolean, Partial<Reading>, RegExp]>([
    [
      'a negative span',
      span,
      { value: -340, text: '-340 mm', unit: 'mm' },
      /\.value: no vehicle reads -340 mm at hoseSpan/,
    ],
    ['no span at all', span, { value: 0, text: '0 mm', unit: 'mm' }, /\.value: no vehicle reads 0 mm/],
    [
      'an angle gauge on a length',
      span,
      { instrument: 'digital-gauge' },
      /\.instrument: "digital-gauge" does not read a length/,
    ],
    ['an instrument that is none', span, { instrument: 'eye' }, /\.instrument: "eye" does not read a length/],
    [
      'a tape on an angle',
      (r) => r.point === 'barAngle',
      { instrument: 'tape' },
      /\.instrument: "tape" does not read a angle/,
    ],
    [
      'a value that is not its text',
      span,
      { text: '14 3/16', unit: 'in', value: 538 },
      /\.value: "14 3\/16" in in is 360 mm, not 538/,
    ],
    [
      'a text in another unit',
      span,
      { text: '3 1/2', unit: 'mm', value: 88.9 },
      /\.unit: "3 1\/2" was not typed in "mm"/,
    ],
    ['a text that is none', span, { text: 'tall' }, /\.text: /],
    [
      'a height that is not fitted',
      (r) => r.point === 'hubToLip' && r.gate === 'after',
      { answer: 'not-fitted', value: null, text: '', unit: '' },
      /\.answer: every vehicle has hubToLip/,
    ],
    [
      'a gap to the arm that is not fitted',
      (r) => r.point === 'gapInner' && r.gate === 'after',
      { answer: 'not-fitted', value: null, text: '', unit: '' },
      /\.answer: every vehicle has gapInner/,
    ],
    [
      'a point of the other gate',
      (r) => r.point === 'rubBody',
      { gate: 'before' },
      /\.gate: rubBody is not read at before/,
    ],
    [
      'a choice that is none',
      (r) => r.point === 'flexBar',
      { text: 'perhaps' },
      /\.text: flexBar is one of off, connected/,
    ],
    [
      'a state told as good that is not',
      (r) => r.point === 'barState',
      { text: 'removed', good: true },
      /\.good: “removed” is not good/,
    ],
    [
      'taken over from what the other side never read',
      (r) => r.point === 'gapLip' && r.place === 'FR' && r.gate === 'after',
      { answer: 'same-as-other-side', text: '', unit: 'mm', value: 999 },
      /\.value: 999 is not what the other side reads/,
    ],
  ])('%s', (_, pick, more, wanted) => {
    const i = at(rescue, pick);
    const said = fault(changed(rescue, i, more));
    expect(said).toMatch(new RegExp(`^readings\\[${i}\\]`));
    expect(said).toMatch(wanted);
  });
  test('a Before reading taken after the build began, by the opening or by the first change', () => {
    const i = at(rescue, (r) => r.gate === 'before');
    const late = changed(rescue, i, { takenAt: '2026-11-13T10:00:00Z' });
    expect(fault(late)).toMatch(
      new RegExp(`^readings\\[${i}\\]\\.takenAt: a Before reading of .* after the build began`),
    );
    expect(fault(changed(rescue, i, { takenAt: '2026-11-13T09:59:59Z' }))).toBe('taken');
    const opened = { ...rescue, openings: [{ gate: 'build' as const, by: 'Ivo', at: '2026-11-13T08:00:00Z' }] };
    expect(fault(changed(opened, i, { takenAt: '2026-11-13T09:00:00Z' }))).toMatch(/takenAt/);
  });
  test.each<[string, Record<string, unknown>, RegExp]>([
    ['reversed', { leftRight: { clear: 15, stop: 6, source: 'x' } }, /^limits\.leftRight: Stop must lie above Clear/],
    [
      'reversed, the other sense',
      { tyreToHose: { clear: 10, stop: 20, source: 'x' } },
      /^limits\.tyreToHose: Stop must lie below/,
    ],
    [
      'misspelt',
      { leftRigth: { clear: 6, stop: 15, source: 'x' } },
      /^limits\.leftRigth: there is no limit of that name/,
    ],
    [
      'named like something every object has',
      { constructor: { clear: 6, stop: 15, source: 'x' } },
      /^limits\.constructor: there is no/,
    ],
    [
      'with a looser rule than its own',
      { hoseSlack: { clear: 25, stop: 15, source: 'x', rule: 'comfort' } },
      /^limits\.hoseSlack\.rule: /,
    ],
  ])('limits %s', (_, more, wanted) =>
    expect(fault({ ...rescue, limits: { ...rescue.limits, ...more } as never })).toMatch(wanted),
  );
});

describe('a reading that is unlikely is marked, whatever the file says of itself', () => {
  // 16.2 typed where inches were meant: in mm no hose spans so little, and the slack would look ample.
  const i = at(vet, (r) => span(r) && r.place === 'FL');
  const slip: Partial<Reading> = { value: 16.2, text: '16.2', unit: 'mm', asked: true };
  const read = readJobFile(JSON.stringify(changed(vet, i, slip)));
  if (!read.ok) throw new Error(read.fault);
  const hose = (job: JobDocument) =>
    workJob(job).find((v) => v.check === 'brake-hose-slack' && v.place === 'FL' && v.gate === 'after');
  test('nothing safety-critical reads Clear from it, and it is in the way of release', () => {
    expect(read.job.readings[i]?.asked).toBe(false);
    // The other spans still say how much there is: the verdict would be Clear but for the doubt.
    expect(hose(vet)?.verdict).toBe('Clear');
    expect(hose(read.job)).toMatchObject({ verdict: 'Not measured' });
    expect(hose(read.job)?.summary.join('')).toMatch(/reads 16.2 mm, unlikely there, and nobody here has confirmed it/);
    expect(releaseBlockers(workJob(read.job)).map((b) => b.check)).toEqual(['brake-hose-slack']);
    expect(hose(read.job)?.missingSpots).toEqual([
      { gate: 'after', point: 'hoseSpan', place: 'FL', state: read.job.readings[i]?.state },
    ]);
  });
  test('a named person here confirms it, and it counts; what a file says was confirmed does not', () => {
    const confirmed: JobDocument = {
      ...read.job,
      confirmations: [{ reading: read.job.readings[i]?.id ?? '', by: 'Runa', at: '2026-11-20T08:00:00Z' }],
    };
    expect(hose(confirmed)?.verdict).toBe('Clear');
    const again = readJobFile(JSON.stringify(confirmed));
    expect(again.ok && hose(again.job)?.verdict).toBe('Not measured');
  });
  test('asked about and kept here, it was confirmed by whoever kept it', () => {
    expect(hose(changed(vet, i, slip))?.verdict).toBe('Clear');
  });
  test('what is not safety-critical reads Watch', () => {
    const k = at(vet, (r) => r.point === 'hubToLip' && r.gate === 'after' && r.place === 'FL');
    const odd = changed(vet, k, { value: 21.2, text: '21.2', unit: 'mm', set: 9 });
    expect(
      workJob(odd).find((v) => v.check === 'left-right' && v.place === 'front' && v.gate === 'after')?.verdict,
    ).not.toBe('Clear');
  });
});
