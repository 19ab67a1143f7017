import { workingsOf } from './book';
import { randomUUID } from 'node:crypto';
import { demoJobs } from '../../../scripts/demo/jobs';
import { buildRoute } from './route/route';
import { makeSheet } from './sheet/sheet';
import { readingsCsv } from './formats/readingsCsv';
import { readJobFile } from './formats/jobFile';
import { GATES, type JobDocument } from '../document/job';
import { storyOf } from '../record/story';
import { comesFrom } from '../record/provenance';
import { INCH_SHOP } from '../kernel/units/quantity';
import { bringIn } from './bringIn';

const jobs = demoJobs();
const numbered = (number: string): JobDocument => {
  const job = jobs.find((j) => j.job.number === number);
  if (!job) throw new Error(`no demo job ${number}`);
  return job;
};
const AT = '2026-11-27T10:00:00.000Z';
const brought = (job: JobDocument) => bringIn(job, { by: 'Ivo', at: AT, file: 'theirs.json', newId: randomUUID });
const released = numbered('HG-0131');

describe('what a job file is worth here', () => {
  test('a signed file is open, unsigned, and says that it was signed elsewhere', () => {
    const job = brought(released);
    expect([job.job.state, job.signOffs, job.openings, job.acceptances]).toEqual(['open', [], [], []]);
    expect(job.broughtIn).toMatchObject({ by: 'Ivo', at: AT, number: 'HG-0131', from: 'theirs.json, HG-0131' });
    expect(job.broughtIn?.signed?.kind).toBe('released');
    const sheet = makeSheet(workingsOf(job), INCH_SHOP, (iso) => iso);
    expect(sheet.status).toBe('Not released here, signed elsewhere');
    const n = job.readings.length;
    expect(n).toBeGreaterThan(200);
    expect(sheet.provenance).toContain(`${n} readings of ${n} brought in`);
    expect(sheet.provenance).toContain('counts for nothing here');
  });
  test('whatever gate it says, it stands where its readings bear out', () => {
    const without = (gate: 'before' | 'after') => ({
      ...released,
      readings: released.readings.filter((r) => r.gate !== gate),
    });
    // All of it is in, but what counted as read Before: since then the vehicle has left that shop.
    const came = brought(released);
    expect(came.job.gate).toBe('after');
    const open = buildRoute(workingsOf(came), 'after', 'short').filter((s) => s.status !== 'answered');
    expect([...new Set(open.map((s) => s.point.id))]).toEqual(['hoseFree']);
    // Its After readings taken out: it was built, as it says, and nothing was read since.
    expect(brought(without('after')).job.gate).toBe('build');
    const one = { ...released, readings: released.readings.filter((r) => r.gate === 'before').slice(1) };
    // A vehicle whose build has begun is never set back before it, whatever is missing.
    expect(brought(one).job.gate).toBe('build');
    expect(brought(without('before')).job.gate).not.toBe('before');
    const early = numbered('HG-0138');
    expect(brought({ ...early, job: { ...early.job, gate: 'plan' } }).job.gate).toBe('before');
    expect(brought({ ...early, job: { ...early.job, gate: 'intake' }, readings: [] }).job.gate).toBe('intake');
    for (const job of jobs)
      expect(GATES.indexOf(brought(job).job.gate)).toBeLessThanOrEqual(GATES.indexOf(job.job.gate));
  });
  test('every decision becomes a remark, and decides nothing', () => {
    const decided: JobDocument = {
      ...released,
      acceptances: [
        { check: 'rake', gate: 'after', place: 'vehicle', value: 20, reason: 'wanted so', by: 'Nobody', at: AT },
      ],
      confirmations: [{ reading: released.readings[0]?.id ?? '', by: 'Nobody', at: AT }],
      stationLines: [
        { id: randomUUID(), line: 'driveline', answer: 'checked', text: 'all good', by: 'Nobody', at: AT },
      ],
    };
    const job = brought(decided);
    expect([job.acceptances, job.confirmations, job.stationLines]).toEqual([[], [], []]);
    const told = job.notes.filter((n) => n.text.startsWith('Decided elsewhere, counts for nothing here: '));
    expect(told).toHaveLength(3 + decided.openings.length + 1);
    expect(told.map((n) => n.text).join('\n')).toMatch(/wanted so[\s\S]*all good[\s\S]*released/);
    expect(told.every((n) => n.broughtIn?.by === 'Ivo')).toBe(true);
  });
  test('each reading keeps by whom, when and from what it was brought in: story, CSV, job file, and a second time', () => {
    const job = brought(released);
    expect(job.readings.every((r) => r.broughtIn?.from === 'theirs.json, HG-0131' && !r.filedAt && !r.late)).toBe(true);
    const [spot] = storyOf(workingsOf(job));
    expect(comesFrom(spot?.told[0]?.reading.broughtIn, (iso) => iso)).toBe(
      `brought in by Ivo, ${AT}, from theirs.json, HG-0131`,
    );
    expect(readingsCsv(job).split('\n')[1]).toContain(`Ivo,${AT},"theirs.json, HG-0131"`);
    const read = readJobFile(JSON.stringify(job));
    if (!read.ok) throw new Error(read.fault);
    expect(read.job.readings[0]?.broughtIn).toEqual(job.readings[0]?.broughtIn);
    const again = bringIn(read.job, { by: 'Una', at: AT, file: 'b.json', newId: randomUUID });
    expect(again.readings[0]?.broughtIn).toMatchObject({
      by: 'Una',
      from: 'b.json, HG-0131; there brought in by Ivo from theirs.json, HG-0131',
    });
  });
  test('a geometry comes in as assumed: that it was measured is a reading’s word', () => {
    const kept = jobs.find((j) => j.geometry.before);
    const geometry = kept?.geometry.before ?? {
      version: 1,
      stage: 'before' as const,
      note: '',
      by: 'Nobody',
      at: AT,
      file: { format: 'high-gate/geometry', version: 1 } as never,
      sources: { 'front/left.hub.centre.0': { kind: 'measured' as const, u: 1 } },
    };
    const job = brought({ ...released, geometry: { before: geometry, asBuilt: null } });
    expect(job.geometry.before).toMatchObject({ sources: {}, by: 'Ivo' });
    expect(job.geometry.before?.note).toContain('kept there by');
  });
});

test('a file with more readings than any job has is refused by its part', () => {
  const [one] = released.readings;
  const many = Array.from({ length: 4001 }, () => ({ ...one, id: randomUUID() }));
  expect(readJobFile(JSON.stringify({ ...released, readings: many }))).toEqual({
    ok: false,
    fault: 'readings: more than 4000, which no job has',
  });
});

test('two readings yield to each other only at one place, the later standing', () => {
  const at = (place: string, takenAt: string) => {
    const found = released.readings.find((r) => r.point === 'hubToLip' && r.place === place && r.gate === 'before');
    if (!found) throw new Error('no such reading');
    return { ...found, id: randomUUID(), takenAt };
  };
  const early = at('FL', '2026-11-01T08:00:00Z');
  const late = at('FL', '2026-11-01T09:00:00Z');
  const other = at('FR', '2026-11-01T08:00:00Z');
  const read = (stands: string, yields: string) =>
    readJobFile(
      JSON.stringify({
        ...released,
        readings: [...released.readings, early, late, other],
        overlaps: [{ stands, yields, at: AT }],
      }),
    );
  expect(read(late.id, early.id)).toMatchObject({ ok: true });
  expect(read(early.id, late.id)).toMatchObject({ fault: expect.stringMatching(/^overlaps\[0\]: .*before the one/) });
  expect(read(late.id, other.id)).toMatchObject({ fault: expect.stringMatching(/^overlaps\[0\]: .*one place/) });
});

describe('a file whose text and value are not the same', () => {
  const first = released.readings.findIndex((r) => r.answer === 'measured' && r.unit === 'mm');
  const changed = (more: object) =>
    readJobFile(
      JSON.stringify({ ...released, readings: released.readings.map((r, i) => (i === first ? { ...r, ...more } : r)) }),
    );
  test.each([
    ['typed 3 1/2 mm, value 538', { text: '3 1/2', unit: 'mm', value: 538 }],
    ['typed nothing', { text: '', unit: 'mm' }],
    ['another unit', { unit: 'in' }],
  ])('%s', (_name, more) => {
    const read = changed(more);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.fault).toMatch(/^readings\[\d+\]\.(value|text|unit): /);
  });
});
