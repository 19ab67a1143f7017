import { inHand } from '../../../../tests/support/inHand';
import { lifted } from '../../../../tests/support/lifted';
import fc from '../../../../tests/support/properties';
import { readJobFile } from '../../assembly/formats/jobFile';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { judgeLater, LATER, laterSaid, readLater, type LaterFigure } from './later';
import { parseCount } from './count';
import { readSetting, settingSaid } from './setting';

const AT = { instrument: 'alignment-rack', by: 'Kvern bench', at: '2026-12-05T09:00:00Z' };
const figures = (typed: Record<string, string>): LaterFigure[] => {
  const read = readLater(typed, METRIC_SHOP, true);
  if (!read.ok) throw new Error(JSON.stringify(read.wrong));
  return read.figures;
};
const judged = (job = lifted(), typed: Record<string, string> = {}) =>
  judgeLater(inHand(job), figures(typed), AT).map((v) => `${v.check} ${v.place} ${v.verdict}`);

describe('figures of an alignment that came after signing', () => {
  const GOOD = {
    'camber.FL': '0.1',
    'camber.FR': '0',
    'caster.FL': '4.4',
    'caster.FR': '4.5',
    'toe.FL': '0.08',
    'toe.FR': '0.07',
  };

  test('are judged in the bands at the heights of the signed job, each as its check would on the job', () => {
    expect(judged(lifted(), GOOD)).toEqual([
      'alignment-camber FL Clear',
      'alignment-camber FR Clear',
      'alignment-caster FL Clear',
      'alignment-caster FR Clear',
      'total-toe front Clear',
      'cross-camber front Clear',
      'cross-caster front Clear',
    ]);
    expect(judged(lifted(), { ...GOOD, 'caster.FL': '-1.5', 'toe.FL': '1.13' })).toEqual(
      expect.arrayContaining(['alignment-caster FL Stop', 'cross-caster front Stop', 'total-toe front Stop']),
    );
  });
  test('what was not given is not judged, and a lone side makes no total and no cross figure', () => {
    expect(judged(lifted(), { 'toe.FL': '0.1' })).toEqual([]);
    expect(judged(lifted(), { 'camber.FL': '0.1' })).toEqual(['alignment-camber FL Clear']);
    expect(judged(lifted(), { 'toe.RL': '0.3', 'toe.RR': '-0.3' })).toEqual([
      'rear-toe rear Clear',
      'thrust rear Stop',
    ]);
  });
  test('what was read here before signing does not mix in', () => {
    const job = lifted({ after: { 'camberGauge.FL.floor': -2.4 } });
    expect(judged(job, { 'camber.FL': '0.1' })).toEqual(['alignment-camber FL Clear']);
  });
  test('a job without bands says so of each figure, and still has left against right', () => {
    const bare = { ...lifted(), entries: [] };
    const verdicts = judgeLater(inHand(bare), figures({ 'caster.FL': '4', 'caster.FR': '5.2' }), AT);
    expect(verdicts.map((v) => v.verdict)).toEqual(['Not measured', 'Not measured', 'Stop']);
    expect(
      laterSaid({ by: 'Kvern bench', on: '2026-12-05', verdicts, figures: figures({ 'caster.FL': '4' }) }, METRIC_SHOP),
    ).toContain('Caster, front left: enter the maker’s band: Not measured');
  });
  test('a gauge leaves more in doubt than a stand', () => {
    const near = { 'camber.FL': '0.6' };
    const u = (instrument: string) =>
      judgeLater(inHand(lifted()), figures(near), { ...AT, instrument })[0]?.uncertainty;
    expect(u('digital-gauge')).toBeGreaterThan(2 * (u('alignment-rack') ?? NaN));
  });
  test('the signed job is left as it was', () => {
    const job = lifted();
    const before = JSON.stringify(job);
    judgeLater(inHand(job), figures(GOOD), AT);
    expect(JSON.stringify(job)).toBe(before);
  });
  test('what is typed is read in degrees and minutes, asked about where unlikely, refused where no wheel stands so', () => {
    expect(readLater({ 'camber.FL': '-0°24′' }, METRIC_SHOP, false)).toMatchObject({ figures: [{ value: -0.4 }] });
    expect(readLater({ 'toe.FL': '95' }, METRIC_SHOP, true)).toMatchObject({ ok: false, doubt: false });
    expect(readLater({ 'toe.FL': '2.5' }, METRIC_SHOP, false)).toMatchObject({ ok: false, doubt: true });
    expect(readLater({ 'toe.FL': '2.5' }, METRIC_SHOP, true)).toMatchObject({ ok: true });
    expect(readLater({ 'camber.FL': 'x', 'toe.FL': '2.5' }, METRIC_SHOP, false)).toMatchObject({
      wrong: { 'toe.FL': 'that is +2.50°, unlikely here' },
    });
    expect(readLater({ 'toe.FL': '2.5', 'camber.FL': 'x' }, METRIC_SHOP, false)).toMatchObject({
      ok: false,
      doubt: false,
    });
  });
  test('property: nothing typed makes it throw, and every figure given is a number', () => {
    fc.assert(
      fc.property(
        fc.dictionary(
          fc.constantFrom(...LATER.map(([a, b]) => `${a}.${b}`)),
          fc.oneof(fc.string(), fc.float().map(String)),
        ),
        fc.boolean(),
        (typed, sure) => {
          const read = readLater(typed, INCH_SHOP, sure);
          if (read.ok) expect(read.figures.every((f) => Number.isFinite(f.value))).toBe(true);
          else expect(Object.keys(read.wrong).length).toBeGreaterThan(0);
        },
      ),
    );
  });
});

describe('an adjustment says from, to and by which mark', () => {
  const typed = { adjuster: 'cam-front-left', from: '2', to: '3 1/2', mark: 'the paint mark', words: '' };

  test.each([
    ['2', 2],
    ['1 1/2', 1.5],
    ['1½', 1.5],
    ['−0,25', -0.25],
    ['3/4', 0.75],
  ])('%s is %d', (text, value) => {
    expect(parseCount(text)).toMatchObject({ ok: true, value });
  });
  test.each(['', 'two', '1/0', '1,000', '2000'])('%s is none', (text) => {
    expect(parseCount(text)).toMatchObject({ ok: false });
  });
  test('in its own unit, in words of both units', () => {
    expect(readSetting(typed, METRIC_SHOP)).toMatchObject({
      what: 'Left lower arm, front cam: from 2 to 3.5 notches by the paint mark',
    });
    const arms = readSetting({ ...typed, adjuster: 'arms', from: '0', to: '1/4' }, INCH_SHOP);
    expect(arms).toMatchObject({ setting: { from: 0, to: 6.35 } });
    if (!arms.ok) throw new Error('not read');
    expect(settingSaid(arms.setting, METRIC_SHOP)).toBe('Lower arms, both longer: from 0 mm to 6 mm by the paint mark');
    expect(readSetting({ ...typed, adjuster: 'other', words: 'Strut slots' }, METRIC_SHOP)).toMatchObject({
      what: 'Strut slots: from 2 to 3.5 by the paint mark',
    });
  });
  test('what is missing is named where it is missing', () => {
    expect(readSetting({ adjuster: 'other', from: '', to: '1', mark: ' ', words: '' }, METRIC_SHOP)).toEqual({
      ok: false,
      wrong: { from: 'nothing was typed', mark: expect.any(String), words: 'say what was set' },
    });
    expect(readSetting({ ...typed, to: '2' }, METRIC_SHOP)).toMatchObject({ wrong: { to: expect.any(String) } });
  });
  test('it goes with the job file, and a file that names no adjuster there is is refused by path', () => {
    const job = lifted();
    const change = (adjuster: string) => ({
      ...job,
      changes: [
        ...job.changes,
        {
          id: crypto.randomUUID(),
          kind: 'alignment' as const,
          gate: 'after' as const,
          what: 'cam',
          setting: { adjuster, from: 1, to: 2, mark: 'paint' },
          by: 'Runa',
          at: '2026-11-04T15:00:00Z',
        },
      ],
    });
    const read = readJobFile(JSON.stringify(change('cam-front-left')));
    expect(read.ok && read.written.changes.at(-1)?.setting).toEqual({
      adjuster: 'cam-front-left',
      from: 1,
      to: 2,
      mark: 'paint',
    });
    expect(readJobFile(JSON.stringify(change('wand')))).toMatchObject({
      ok: false,
      fault: expect.stringMatching(/changes\.\d+\.setting\.adjuster: there is no adjuster “wand”/),
    });
  });
});
