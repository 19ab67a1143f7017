import { inHand } from '../../../../../tests/support/inHand';
import { demoJobs } from '../../../../../scripts/demo/jobs';
import { CAIRN } from '../../../../../scripts/demo/vehicles';
import { startJob } from '../../../../../scripts/demo/builder';
import { JobDocument, type Reading } from '../../../document/job';
import { INCH_SHOP, METRIC_SHOP } from '../../../kernel/units/quantity';
import { fittedBefore, wheelAt, wheelOf } from './fitted';
import { EMPTY_FORM, fitmentName, formOf, readFitmentForm, tyreName } from './form';

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
const [rescue, hives] = [demo('HG-0142'), demo('HG-0144'), demo('HG-0143')];
const bare = (readings: Reading[] = [], more: Partial<JobDocument> = {}): JobDocument => {
  const job = startJob({
    job: { number: 'T-1', use: 'test', bookedAt: '2026-11-12T07:30:00Z', gate: 'before' },
    customer: { name: 'Test', contact: '' },
    vehicle: CAIRN,
  });
  return JobDocument.parse({ ...job, ...more, readings });
};

describe('tyre and wheel', () => {
  test('Before what came, Plan what is asked for, After what was measured', () => {
    expect(fittedBefore(inHand(rescue), 'front')).toMatchObject({
      diameter: { assumed: false },
      plane: { value: 0 },
    });
    expect(wheelAt(inHand(rescue), 'front', 'plan').diameter.value).toBe(838);
    const after = wheelAt(inHand(rescue), 'front', 'after');
    expect(after.diameter).toMatchObject({ assumed: false });
    // From offset +18 to +5: 13 outboard, each typed to a sixteenth.
    expect(Math.abs(after.plane.value - 13)).toBeLessThan(1.2);
  });
  test('an offset that nobody read makes the place of a new wheel unsure', () => {
    const asked = rescue.fitments.asked;
    if (!asked) throw new Error('nothing asked for');
    const unread = wheelOf(inHand(bare()), 'front', asked);
    expect(unread.plane.assumed).toBe(true);
    expect(unread.plane.u).toBeGreaterThan(10);
  });
});

describe('the form of a tyre and wheel', () => {
  const form = (more: object) => readFitmentForm({ ...EMPTY_FORM, ...more }, INCH_SHOP);
  test('a printed size with an offset is enough', () => {
    const read = form({ size: '265/70R17', offset: '20 mm' });
    expect(read).toMatchObject({
      ok: true,
      fitment: { diameter: 802.8, sectionWidth: 265, offset: 20, measured: false },
    });
  });
  test('measured figures go before the printed, offset before backspacing', () => {
    const read = form({
      size: '33x12.50R15',
      diameter: '32 1/2',
      sectionWidth: '12',
      measured: true,
      rimWidth: '8.5',
      backspacing: '4.5',
    });
    // 114.3 − (215.9 + 25.4)/2.
    expect(read).toMatchObject({
      ok: true,
      fitment: { diameter: 825.5, sectionWidth: expect.closeTo(304.8, 6), measured: true, rimDiameter: 381 },
    });
    if (read.ok) expect(read.fitment.offset).toBeCloseTo(-6.35, 2);
  });
  test.each([
    [{}, 'size', /type the printed size/],
    [{ size: 'big', offset: '0' }, 'size', /not a tyre size/],
    [{ size: '265/70R17' }, 'offset', /offset or its backspacing/],
    [{ diameter: '33', offset: '0' }, 'sectionWidth', /how wide/],
    [{ size: '265/70R17', backspacing: '4' }, 'rimWidth', /backspacing needs the rim width/],
    [{ size: '33x12.50R15', offset: '0', rimWidth: '7' }, 'rimWidth', /narrower than the tyre allows/],
    [{ size: '265/70R17', offset: 'far' }, 'offset', /far/],
    [{ size: '265/70R17', offset: '40' }, 'offset', /no size of any tyre or wheel/],
  ])('%j is refused at %s', (more, field, why) => {
    const read = form(more);
    expect(read.ok).toBe(false);
    if (!read.ok) expect(read.errors[field as keyof typeof read.errors]).toMatch(why);
  });
  test('shown and read again it is the very same', () => {
    for (const units of [INCH_SHOP, METRIC_SHOP]) {
      const asked = hives.fitments.asked;
      const back = readFitmentForm(formOf(asked, units), units);
      expect(back).toMatchObject({
        ok: true,
        fitment: { ...asked, rimWidth: expect.closeTo(215.9, 6), name: asked ? fitmentName(asked, units) : '' },
      });
    }
  });
});

describe('what a tyre is called', () => {
  const like = { diameter: 838.2, sectionWidth: 304.8, offset: -6 };
  test('as printed; without that by its measures, in the unit in use', () => {
    expect(tyreName({ ...like, size: '33×12.00R15' }, INCH_SHOP)).toBe('33×12.00R15');
    expect(tyreName({ ...like, size: '' }, INCH_SHOP)).toBe('33.0 × 12.0 in');
    expect(tyreName({ ...like, size: '' }, METRIC_SHOP)).toBe('838 × 305 mm');
  });
  test('with its wheel: offset signed, nought without', () => {
    expect(fitmentName(like, METRIC_SHOP)).toBe('838 × 305 mm, −6');
    expect(fitmentName({ ...like, offset: 5 }, INCH_SHOP)).toBe('33.0 × 12.0 in, +5');
    expect(fitmentName({ ...like, offset: 0 }, INCH_SHOP)).toBe('33.0 × 12.0 in, 0');
  });
});
