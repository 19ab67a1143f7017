import { inHand } from '../../../../tests/support/inHand';
import { lifted } from '../../../../tests/support/lifted';
import type { JobDocument } from '../../document/job';
import { workJob } from '../../assembly/workJob';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { alignmentSheet } from './alignmentSheet';

const sheetOf = (job: JobDocument, units = METRIC_SHOP) => {
  const w = inHand(job);
  return alignmentSheet(w, workJob(job, w), units);
};
const set = (job: JobDocument): JobDocument => ({
  ...job,
  changes: [
    ...job.changes,
    {
      id: crypto.randomUUID(),
      kind: 'alignment',
      gate: 'after',
      what: 'arms',
      setting: { adjuster: 'arms', from: 0, to: 6.35, mark: 'threads showing' },
      by: 'Runa',
      at: '2026-11-01T06:00:00Z',
    },
  ],
});

test('every figure stands in its band with what was found and left, four heights and the load', () => {
  const sheet = sheetOf(lifted());
  expect(sheet.rows.map((r) => r.figure)).toEqual(
    expect.arrayContaining(['Caster, left', 'Caster, right', 'Camber, left', 'Camber, right', 'Total toe']),
  );
  const caster = sheet.rows.find((r) => r.figure === 'Caster, left');
  expect(caster).toMatchObject({ left: '+4.40°', verdict: 'Clear' });
  expect(caster?.band).toMatch(/^\+\d\.\d\d° to \+\d\.\d\d°$/);
  expect(sheet.heights).toHaveLength(4);
  expect(sheet.heights.join()).not.toContain('not read');
  expect(sheet.load.join('; ')).toMatch(/tyre front left \d+ kPa/);
  expect(sheet.across.map((a) => a.title)).toEqual(
    expect.arrayContaining(['Cross camber', 'Cross caster', 'Thrust angle']),
  );
  expect(sheet.simulated).toBe(false);
});
test('what is not read stays empty, to be written in, and has no verdict', () => {
  const job = lifted();
  const bare = {
    ...job,
    entries: [],
    readings: job.readings.filter((r) => r.gate === 'before' || !/Gauge|^toe/.test(r.point)),
  };
  const caster = sheetOf(bare).rows.find((r) => r.figure === 'Caster, right');
  expect(caster).toMatchObject({ left: '', band: '', verdict: null, advised: '' });
  // What would have set it as it came is no advice for what it is now.
  const found = lifted({ before: { 'toeBehind.front.floor': 1412, 'toeAhead.front.floor': 1400 } });
  const unread = {
    ...found,
    readings: found.readings.filter((r) => r.gate === 'before' || !/Gauge|^toe/.test(r.point)),
  };
  expect(sheetOf(unread).advice).toBeNull();
  expect(sheetOf({ ...unread, job: { ...unread.job, gate: 'plan' } }).advice?.settings).not.toEqual([]);
});
test('what is out has what is advised beside it', () => {
  const out = lifted({ after: { 'toeBehind.front.floor': 1406, 'toeAhead.front.floor': 1400 } });
  const toe = sheetOf(out).rows.find((r) => r.figure === 'Total toe');
  expect(toe).toMatchObject({ verdict: 'Watch' });
  expect(toe?.advised).not.toBe('');
  expect(toe?.advised).not.toBe(toe?.left);
});
test('an adjustment stands from where to where and by which mark, in both units', () => {
  expect(sheetOf(set(lifted())).settings).toEqual([
    'Lower arms, both longer: from 0 mm to 6 mm by threads showing; Runa',
  ]);
  expect(sheetOf(set(lifted()), INCH_SHOP).settings[0]).toContain('from 0 in to 1/4 in');
});
test('what a stand-in made up says so', () => {
  const job = lifted();
  const made = {
    ...job,
    readings: job.readings.map((r) => (r.point === 'casterGauge' ? { ...r, instrument: 'simulated-stand' } : r)),
  };
  expect(sheetOf(made).simulated).toBe(true);
});
