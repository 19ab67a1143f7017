import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { demoJobs } from '../../../scripts/demo/jobs';
import { BOOK } from '../assembly/book';
import { workJob } from '../assembly/workJob';
import type { Verdict } from '../record/checks/types';
import { readJobFile } from '../assembly/formats/jobFile';
import { JOB_VERSION, type Reading } from './job';
import { canonicalText } from '../kernel/text/canonical';
import { readSignedSheet } from '../assembly/sheet/signed';
import { partSays } from '../record/told';
import { MIGRATORS } from './migrators';
import { keptJob, readJob } from './readJob';

const FOLDER = path.join(__dirname, 'fixtures');
const text = (name: string) => readFileSync(path.join(FOLDER, name), 'utf8');
const fixtures = readdirSync(FOLDER).map((name) => ({ name, version: Number(/^v(\d+)-/.exec(name)?.[1]) }));
const jobs = fixtures.filter(({ name }) => !name.includes('signed-sheet'));

describe('documents of any age', () => {
  test('there is a migrator for every version before this one, and a fixture that each release wrote', () => {
    const before = Array.from({ length: JOB_VERSION - 1 }, (_, i) => i + 1);
    expect(MIGRATORS.map((m) => m.from)).toEqual(before);
    for (const version of before) expect(jobs.filter((f) => f.version === version).length).toBeGreaterThan(0);
  });
  test.each(jobs)('$name opens, is this release’s, and can be worked', ({ name, version }) => {
    const raw: unknown = JSON.parse(text(name));
    const read = readJob(raw);
    if (!read.ok) throw new Error(JSON.stringify(read));
    expect([read.version, read.job.version]).toEqual([version, JOB_VERSION]);
    // What was given stays as it was given: what is signed keeps its bytes.
    expect(JSON.stringify(raw)).toBe(JSON.stringify(JSON.parse(text(name))));
    expect(workJob(read.job).length).toBeGreaterThan(50);
    // Read again as this release writes it, it is the same.
    expect(readJob(JSON.parse(JSON.stringify(read.job)))).toEqual({ ...read, version: JOB_VERSION });
  });
  test('what the first release never wrote is filled in as none, and nothing that it wrote is lost', () => {
    const raw = JSON.parse(text('v1-earliest.json')) as { readings: unknown[]; changes: unknown[] };
    const job = keptJob(raw);
    expect(job).toMatchObject({
      notes: [],
      overlaps: [],
      openings: [],
      confirmations: [],
      stationLines: [],
      geometry: { before: null, asBuilt: null },
      fitments: { asked: null, suggested: null },
    });
    expect(job.kit?.patches).toEqual([]);
    // What was read from below stood "on the floor" until version 4 knew that state; nothing else of it is touched.
    const told = (raw.readings as Reading[]).map((r) =>
      ['pinionAngle', 'shaftLength'].includes(r.point) ? { ...r, state: 'below' } : r,
    );
    expect(told.filter((r) => r.state === 'below').length).toBeGreaterThan(0);
    expect([job.readings, job.changes]).toEqual([told, raw.changes]);
    expect([job.entries, job.plan.parts]).toEqual([[], {}]);
    expect(Object.values(job.limits).map((l) => l.rule)).toEqual(Object.keys(job.limits).map(() => null));
  });
  test('a lift that version 1 told as the lip’s rise is compared as it was meant, and kept as told', () => {
    const raw = JSON.parse(text('v1-earliest.json')) as { plan: Record<string, number> };
    const older = { ...raw, plan: { ...raw.plan, liftFront: 85, lipAlteredFront: 20 } };
    const { plan } = keptJob(older);
    expect(plan).toMatchObject({ liftFront: 65, lipAlteredFront: 20, liftRear: 40 });
    expect(plan.parts).toEqual({ 'lift-told-at-lip': { front: 85, rear: null } });
    expect(partSays(BOOK, 'lift-told-at-lip', plan.parts['lift-told-at-lip'])?.says).toContain('the lip’s rise, ');
  });
  test('each migrator ran on what its release wrote, and leaves what it was given as it was', () => {
    for (const { name, version } of jobs.filter((f) => f.version < JOB_VERSION)) {
      const raw = JSON.parse(text(name)) as Readonly<Record<string, unknown>>;
      const ran = MIGRATORS.filter((m) => m.from >= version);
      expect(ran.length).toBe(JOB_VERSION - version);
      const migrated = ran.reduce((far, m) => m.migrate(far), raw);
      expect(migrated.version).toBe(JOB_VERSION);
      expect(raw).toEqual(JSON.parse(text(name)));
    }
  });
  test('a signed sheet of an earlier release opens and keeps its every byte', () => {
    const sheet = text('v1-signed-sheet.json');
    const read = readSignedSheet(sheet);
    expect(canonicalText(read)).toBe(sheet);
    expect(read.job.job.number).toBe('HG-0131');
    expect(keptJob(read.job).version).toBe(JOB_VERSION);
    // Its verdicts have neither rule nor standard uncertainty; nothing is made up for them.
    expect(read.verdicts.every((v) => !('rule' in v))).toBe(true);
  });
  test('and so does one of the release before this, whose verdicts have their rules', () => {
    const sheet = text('v2-signed-sheet.json');
    const read = readSignedSheet(sheet);
    expect(canonicalText(read)).toBe(sheet);
    expect(keptJob(read.job)).toMatchObject({ version: JOB_VERSION, broughtIn: null });
    expect(read.verdicts.every((v) => 'rule' in v)).toBe(true);
  });
  test('one of the release before this opens too, and its verdicts are what this release works on the same job', () => {
    const read = readSignedSheet(text('v3-signed-sheet.json'));
    expect(canonicalText(read)).toBe(text('v3-signed-sheet.json'));
    const job = keptJob(read.job);
    expect(job.readings.some((r) => r.state === 'below')).toBe(true);
    const figures = (verdicts: readonly Verdict[]) =>
      verdicts.map((v) => [v.check, v.gate, v.place, v.verdict, v.value, v.u]).sort();
    // What this release has learned to judge since is in the way or told beside it; what it judged then, it judges alike.
    const learned = new Set(
      BOOK.checks
        .filter(
          (c) =>
            (['driveline', 'axle', 'alignment'].includes(BOOK.stationOf(c.id) ?? '') && c.id !== 'lamp-aim') ||
            ['flex-readings', 'behind-wheel', 'untouched-axle', 'rub-marks', 'tyre-of-maker', 'spring-seat'].includes(
              c.id,
            ) ||
            c.id.startsWith('unrecorded-'),
        )
        .map((c) => c.id),
    );
    const known = workJob(job).filter((v) => !learned.has(v.check));
    // Both wheels of a beam at full bump were taken for shown with one of them up: what stood on that is only watched now.
    const both = ['rub-body', 'gap-at-bump'];
    const then = read.verdicts.map((v): Verdict =>
      both.includes(v.check) && v.gate === 'after' && v.verdict === 'Clear' ? { ...v, verdict: 'Watch' } : v,
    );
    expect(figures(known)).toEqual(figures(then));
  });
  test('a later release’s document is told apart from a broken one', () => {
    const [job] = demoJobs();
    expect(readJob({ ...job, version: JOB_VERSION + 1, surprise: 1 })).toEqual({
      ok: false,
      newer: true,
      version: JOB_VERSION + 1,
    });
    expect(readJobFile(JSON.stringify({ ...job, version: JOB_VERSION + 1 }))).toEqual({
      ok: false,
      fault: `version: ${JOB_VERSION + 1} was written by a later release than this one`,
    });
    for (const version of [0, 1.5, '2', null, undefined])
      expect(readJob({ ...job, version })).toMatchObject({ ok: false, newer: false });
    expect(readJob({ ...job, surprise: 1 })).toMatchObject({ ok: false, newer: false });
    expect(() => keptJob({ ...job, surprise: 1 })).toThrow();
    for (const odd of [null, 7, 'x', []]) expect(readJob(odd)).toMatchObject({ ok: false });
    expect(readJobFile(JSON.stringify({ ...job, vehicle: { ...job?.vehicle, make: undefined } }))).toEqual({
      ok: false,
      fault: 'vehicle.make: is missing',
    });
  });
});
