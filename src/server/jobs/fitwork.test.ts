import { sql } from 'drizzle-orm';
import { DEFAULT_FIT_RULES, DEFAULT_STOCK } from '@/core/document/fitRules';
import { readFitmentForm, EMPTY_FORM } from '@/core/subjects/clearance/fit/form';
import { stockCsv } from '@/core/assembly/formats/stockCsv';
import { readJobFile } from '@/core/assembly/formats/jobFile';
import type { Fitment } from '@/core/document/fitment';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { shopFit } from '@/db/queries/fitSettings';
import { bookJob, closeAll, jobOf, makePerson, makeShop, withDatabase } from '../../../tests/support/shopDb';
import { inShop } from '../database';
import { saveFitment, saveFitSettings } from './fitwork';
import type { Doer } from './withJob';

const fitment = (offset: string): Fitment => {
  const read = readFitmentForm({ ...EMPTY_FORM, size: '33x12.50R15', offset }, INCH_SHOP);
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.fitment;
};

withDatabase('tyres asked for, and the grades of fit, on a real database', () => {
  let runa: Doer;
  let ivo: Doer;
  let una: Doer;
  let jobId = '';
  beforeAll(async () => {
    const own = await makeShop('Fit shop');
    runa = await makePerson(own, 'Runa', 'technician');
    ivo = await makePerson(own, 'Ivo', 'lead');
    una = await makePerson(await makeShop('Other fit shop'), 'Una', 'lead');
    jobId = await bookJob(runa);
  });
  afterAll(closeAll);
  const asked = async () => (await jobOf(runa, jobId))?.fitments.asked ?? null;

  test('what is asked for stands on the job; another shop has no such job', async () => {
    expect(await saveFitment(runa, jobId, { which: 'asked', fitment: fitment('5 mm'), was: null })).toEqual({
      ok: true,
    });
    expect((await asked())?.offset).toBe(5);
    expect(await saveFitment(una, jobId, { which: 'asked', fitment: null, was: null })).toMatchObject({ ok: false });
    expect((await asked())?.offset).toBe(5);
  });

  test('the second of two is told, and nothing is written over unseen', async () => {
    const second = await saveFitment(ivo, jobId, { which: 'asked', fitment: fitment('-6 mm'), was: null });
    expect(second).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^Somebody set “.*” since you opened it/),
    });
    expect((await asked())?.offset).toBe(5);
    const was = await asked();
    expect(await saveFitment(ivo, jobId, { which: 'asked', fitment: fitment('-6 mm'), was })).toEqual({ ok: true });
    expect((await asked())?.offset).toBe(-6);
  });

  test('an impossible wheel is refused by its field', async () => {
    const narrow = { ...fitment('0'), rimWidth: 150 };
    expect(await saveFitment(runa, jobId, { which: 'suggested', fitment: narrow, was: null })).toMatchObject({
      ok: false,
      errors: { rimWidth: expect.stringMatching(/narrower than the tyre allows/) },
    });
    expect(await saveFitment(runa, jobId, { which: 'third', fitment: null, was: null })).toMatchObject({ ok: false });
    expect(
      await saveFitment(runa, jobId, { which: 'asked', fitment: { ...fitment('0'), offset: 1e9 }, was: null }),
    ).toMatchObject({ ok: false });
  });

  test('the job file carries it there and back', async () => {
    const job = await jobOf(runa, jobId);
    if (!job) throw new Error('no job');
    const back = readJobFile(JSON.stringify(job));
    expect(back).toMatchObject({ ok: true });
    expect(JSON.stringify(back)).toContain('33x12.50R15');
  });

  test('rules and stock: a lead sets them, each with its source; the old ones stay in the story', async () => {
    const form = {
      compliance: '1/4',
      complianceSource: 'measured on the shop’s own van',
      streetDroop: '1 1/4',
      streetDroopSource: 'shop',
      streetBump: '60 %',
      streetBumpSource: 'shop',
      trimming: 'any',
      trimmingSource: 'owner',
      topSpeed: '75 mile/h',
      topSpeedSource: 'owner',
      fourWheelSpeed: '60 km/h',
      fourWheelSpeedSource: 'owner',
      leafWindUp: '1.5',
      leafWindUpSource: 'seen on the shop’s own truck',
      stock: stockCsv(DEFAULT_STOCK),
    };
    expect(await saveFitSettings(runa, form, INCH_SHOP)).toMatchObject({
      ok: false,
      message: expect.stringMatching(/lead/),
    });
    expect(await saveFitSettings(ivo, form, INCH_SHOP)).toEqual({ ok: true });
    const rules = (await jobOf(runa, jobId))?.fitRules;
    expect(rules).toMatchObject({
      compliance: { value: 6.35 },
      streetBump: { value: 0.6 },
      trimming: { value: 'any' },
      topSpeed: { value: expect.closeTo(120.7008, 6) },
      fourWheelSpeed: { value: 60 },
      leafWindUp: { value: 1.5 },
    });
    expect(await saveFitSettings(ivo, { ...form, topSpeed: 'fast' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { topSpeed: expect.stringMatching(/Top road speed: .*fast/) },
    });
    expect(await saveFitSettings(ivo, { ...form, topSpeed: '900' }, INCH_SHOP)).toMatchObject({ ok: false });
    expect(await saveFitSettings(ivo, { ...form, compliance: 'much' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { compliance: expect.stringMatching(/Fore-aft give/) },
    });
    // Hoses and arms are judged by the give too: more may be taken off, never less.
    expect(await saveFitSettings(ivo, { ...form, compliance: '4 mm' }, INCH_SHOP)).toMatchObject({
      errors: { compliance: expect.stringContaining('from 5 to 40 mm') },
    });
    expect(await saveFitSettings(ivo, { ...form, streetBump: '0 %' }, INCH_SHOP)).toMatchObject({ ok: false });
    expect(await saveFitSettings(ivo, { ...form, stock: 'nut,m14' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { stock: expect.stringMatching(/line 1: “nut”/) },
    });
    const other = await inShop(una.shop.id, (tx) => shopFit(tx, una.shop.id));
    expect(other.rules).toEqual(DEFAULT_FIT_RULES);
    const seen = await inShop(una.shop.id, (tx) => tx.execute(sql`select count(*)::int as n from fit_settings`));
    expect(seen.rows[0]).toEqual({ n: 0 });
    await expect(inShop(ivo.shop.id, (tx) => tx.execute(sql`update fit_settings set stock = '{}'`))).rejects.toThrow();
  });
});
