import { inHand, verdictsOf } from '../../tests/support/inHand';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import fc from '../../tests/support/properties';
import { size } from '../../tests/support/size';
import Papa from 'papaparse';
import { jobFileJsonSchema, readJobFile } from '@/core/assembly/formats/jobFile';
import { readingsCsv } from '@/core/assembly/formats/readingsCsv';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import { plausibilityQuestion } from '@/core/assembly/route/plausible';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { demoJobs } from './jobs';

const jobs = demoJobs();
const rescue = jobs.find((j) => j.job.number === 'HG-0142') ?? jobs[0];
if (!rescue) throw new Error('no demo job');
const text = JSON.stringify(rescue);

describe('job file', () => {
  test('every demo job reads back the same', () => {
    for (const job of jobs) expect(readJobFile(JSON.stringify(job))).toMatchObject({ ok: true, job });
  });

  const broken = (change: (job: Record<string, never>) => void) => {
    const copy = JSON.parse(text);
    change(copy);
    const read = readJobFile(JSON.stringify(copy));
    return read.ok ? 'accepted' : read.fault;
  };
  /* eslint-disable @typescript-eslint/no-explicit-any */
  test.each([
    ['vehicle.wheelbase', (j: any) => (j.vehicle.wheelbase = 'long'), /^vehicle\.wheelbase: /],
    ['unknown field', (j: any) => (j.vehicle.colour = 'red'), /colour/],
    ['missing field', (j: any) => delete j.plan.bodyLift, /^plan\.bodyLift: /],
    [
      'a measured answer without value',
      (j: any) => (j.readings.find((r: any) => r.answer === 'measured').value = null),
      /^readings\[\d+\]\.value: a measured answer needs a value/,
    ],
    [
      'a point that is not',
      (j: any) => (j.readings[3].point = 'hubToMoon'),
      /^readings\[3\]\.point: there is no point "hubToMoon"/,
    ],
    ['an id twice', (j: any) => (j.readings[1].id = j.readings[0].id), /^readings\[1\]\.id: .* stands twice/],
    [
      'superseding what is not there',
      (j: any) => (j.readings[0].supersedes = crypto.randomUUID()),
      /supersedes: there is no reading/,
    ],
    [
      'striking what is not there',
      (j: any) => j.strikes.push({ reading: crypto.randomUUID(), reason: 'x', by: 'x', at: '2026-11-01T08:00:00Z' }),
      /^strikes\[0\]\.reading/,
    ],
  ])('names the fault: %s', (_name, change, fault) => expect(broken(change)).toMatch(fault));
  /* eslint-enable @typescript-eslint/no-explicit-any */

  test('no text crashes it', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.json()), (some) => !readJobFile(some).ok),
      { numRuns: size(150, 1000) },
    );
  });

  test('the published schema is the one in use', () => {
    expect(JSON.parse(readFileSync('docs/job-file.schema.json', 'utf8'))).toEqual(
      JSON.parse(JSON.stringify(jobFileJsonSchema())),
    );
  });

  test('CSV: one row a reading, as typed, no cell runs as a formula', () => {
    const risky = { ...rescue, readings: rescue.readings.map((r, i) => (i === 0 ? { ...r, note: '=SUM(A1)' } : r)) };
    const rows = Papa.parse<Record<string, string>>(readingsCsv(risky), { header: true }).data;
    expect(rows).toHaveLength(rescue.readings.length);
    expect(rows.some((r) => r.note === "'=SUM(A1)")).toBe(true);
    expect(rows.find((r) => r.point === 'hubToLip')?.typed).toMatch(/\d+ \d+\/\d+ in/);
  });
});

describe('npm run check', () => {
  const check = (args: string[], input?: string) =>
    spawnSync(process.execPath, ['--import', 'tsx', 'scripts/check.ts', ...args], { encoding: 'utf8', input });
  test('prints the verdicts core works, from a file and from standard input', () => {
    const file = path.join(mkdtempSync(path.join(os.tmpdir(), 'high-gate-')), 'job.json');
    writeFileSync(file, text);
    const told = JSON.parse(
      execFileSync(process.execPath, ['--import', 'tsx', 'scripts/check.ts', file], { encoding: 'utf8' }),
    );
    const worked = verdictsOf(rescue);
    expect(told.verdicts).toHaveLength(worked.length);
    expect(told.verdicts.map((v: { value: number | null }) => v.value)).toEqual(worked.map((v) => v.value));
    expect(Object.keys(told.verdicts[0])).toEqual(
      expect.arrayContaining([
        'check',
        'place',
        'verdict',
        'value',
        'limit',
        'margin',
        'uncertainty',
        'unit',
        'source',
        'missing',
      ]),
    );
    expect(check(['-'], text).status).toBe(0);
  });
  test('a faulty file: one line on standard error, nothing on standard output, exit 2', () => {
    for (const bad of ['not json', '{"format":"high-gate/job"}', text.replace('"hubToLip"', '"hubToMoon"')]) {
      const done = check(['-'], bad);
      expect([done.status, done.stdout, done.stderr.trim().split('\n').length]).toEqual([2, '', 1]);
    }
  });
});

describe('route, question and sheet', () => {
  test('the short route is part of the full one, Before once round within each state, After in laps', () => {
    for (const gate of ['before', 'after'] as const) {
      const full = buildRoute(inHand(rescue), gate, 'full').map((s) => s.key);
      const short = buildRoute(inHand(rescue), gate, 'short');
      expect(new Set(full).size).toBe(full.length);
      for (const stop of short) expect(full).toContain(stop.key);
      const states = short.map((s) => s.state);
      const moves = states.filter((s, i) => s !== states[i - 1]);
      // After it stands on its wheels twice: before it is flexed, and for its lamps and the road.
      if (gate === 'before') expect(moves).toHaveLength(new Set(states).size);
      else expect(moves).toEqual(['droop', 'droop-left', 'droop-right', 'floor', 'below', 'ramp', 'floor']);
      expect(minutesLeft(short)).toBe(0);
    }
  });
  test('After offers what was measured Before, and not what was not fitted', () => {
    const farrier = jobs.find((j) => j.job.number === 'HG-0143');
    if (!farrier) throw new Error('no farrier');
    const points = buildRoute(inHand(farrier), 'after', 'full').map((s) => s.point.id);
    expect(points).not.toContain('barAngle');
    expect(points).toContain('tyreToBody');
  });
  test('one loaded radius out is asked about, the expected is not', () => {
    const spot = { gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor' } as const;
    const fresh = { ...rescue, readings: [] };
    expect(plausibilityQuestion(inHand(fresh), spot, 876)?.[0]).toContain('one loaded radius high');
    expect(plausibilityQuestion(inHand(fresh), spot, 473)).toBeNull();
    expect(plausibilityQuestion(inHand(fresh), spot, 40)?.[0]).toContain('Expected between');
    expect(plausibilityQuestion(inHand(rescue), { ...spot, gate: 'after' }, 620)).not.toBeNull();
  });
  test('the sheet says the figures of the checks, in the wanted units', () => {
    const inch = makeSheet(inHand(rescue), INCH_SHOP, (iso) => iso);
    const metric = makeSheet(inHand(rescue), METRIC_SHOP, (iso) => iso);
    expect(inch.heights[0]).toMatchObject({ name: 'Front left', before: '18 5/8 in' });
    expect(metric.heights[0]?.before).toBe('473 mm');
    expect(metric.open.map((o) => o.why).join()).toContain('Brake hose slack');
    expect(metric.verdicts.length).toBe(verdictsOf(rescue).filter((v) => v.gate === 'after').length);
  });
});
