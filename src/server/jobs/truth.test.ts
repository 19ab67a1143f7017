import { eq, sql } from 'drizzle-orm';
import { workJob } from '@/core/assembly/workJob';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { shopMark } from '@/db/queries/shopMark';
import { kits } from '@/db/schema/shops';
import {
  bookJob,
  closeAll,
  entry,
  jobOf,
  makePerson,
  makeShop,
  owner,
  reading,
  send,
  withDatabase,
} from '../../../tests/support/shopDb';
import { inShop } from '../database';
import { answerLine } from './gatework';
import { importJob } from './importing';
import { priceKit, saveKit, saveLimit } from './shopwork';
import type { Doer } from './withJob';

withDatabase('what only a person can say', () => {
  let runa: Doer;
  let ivo: Doer;
  let stranger: Doer;
  let jobId = '';
  beforeAll(async () => {
    const own = await makeShop('Test shop');
    runa = await makePerson(own, 'Runa', 'technician');
    ivo = await makePerson(own, 'Ivo', 'lead');
    stranger = await makePerson(await makeShop('Other shop'), 'Una', 'lead');
    jobId = await bookJob(runa);
  });
  afterAll(closeAll);
  const SOON = new Date(Date.now() + 7 * 86_400_000).toISOString().slice(0, 10);
  const line = (input: Record<string, string>, who = ivo) =>
    answerLine(who, jobId, { line: 'alignment', answer: 'not-done-here', text: 'no plates here', due: SOON, ...input });
  const said = (row: string) => async () => {
    const job = await jobOf(runa, jobId);
    return job && workJob(job).find((v) => v.check === row);
  };
  const alignment = said('line-alignment');

  test('a lead answers for a line at After, nobody else and not before; the latest stands', async () => {
    expect(await line({})).toMatchObject({ ok: false, message: 'Open the After gate first.' });
    await owner().execute(sql`update jobs set gate = 'after', revision = revision + 1 where id = ${jobId}`);
    expect(await line({}, runa)).toMatchObject({ ok: false, message: 'Only a lead answers for it.' });
    expect(await line({}, stranger)).toMatchObject({ ok: false });
    expect(await line({ text: ' ' })).toMatchObject({ errors: { text: expect.stringMatching(/why/) } });
    // Every station judges by its readings: nobody's word makes it checked.
    for (const name of ['alignment', 'driveline', 'axle-place'])
      expect(await line({ line: name, answer: 'checked', text: 'caster 4.4°' })).toMatchObject({
        message: expect.stringMatching(/judged by its readings/),
      });
    expect(await line({ line: 'paint' })).toMatchObject({ ok: false });
    expect(await line({ answer: 'perhaps' })).toMatchObject({ ok: false });
    expect(await alignment()).toBeUndefined();
    for (const due of ['', 'Friday', '2020-01-01', '2999-01-01'])
      expect(await line({ due })).toMatchObject({ errors: { due: expect.any(String) } });
    expect(await line({})).toEqual({ ok: true });
    expect((await alignment())?.summary.join('')).toMatch(
      /^not done here, by Ivo: no plates here; due by \d+ \w+ \d{4}$/,
    );
    expect(await line({ answer: 'not-done-here', text: 'the stand is away for calibration' })).toEqual({ ok: true });
    expect((await alignment())?.summary.join('')).toMatch(/^not done here, by Ivo: the stand/);
    // Neither can be written over or taken away.
    await expect(owner().execute(sql`update station_lines set text = 'x'`)).rejects.toThrow();
    await expect(owner().execute(sql`delete from station_lines`)).rejects.toThrow();
    const audit = await owner().execute<{ n: number }>(
      sql`select count(*)::int as n from audit where what = 'answered for' and job_id = ${jobId}`,
    );
    expect(audit.rows[0]?.n).toBe(2);
  });

  test('an unlikely reading that nobody was asked about waits for a named person to confirm it', async () => {
    const odd = entry(jobId, 'reading', reading({ gate: 'after', text: '16.2 mm', asked: false }));
    expect((await send(runa, odd))[0]?.state).toBe('filed');
    const confirm = (id: string, who = runa) =>
      send(who, entry(jobId, 'confirm', { reading: id })).then(([o]) => (o?.state === 'refused' ? o.why : o?.state));
    expect(await confirm('00000000-0000-4000-8000-000000000009')).toBe('That reading is not on this job.');
    expect(await confirm(odd.id, stranger)).toBe('There is no such job in this shop.');
    expect(await confirm(odd.id)).toBe('filed');
    // Sent again it is there once.
    expect(await confirm(odd.id)).toBe('filed');
    const job = await jobOf(runa, jobId);
    expect(job?.confirmations).toMatchObject([{ reading: odd.id, by: 'Runa' }]);
    const plain = entry(jobId, 'reading', reading({ gate: 'after', place: 'FR' }));
    await send(runa, plain);
    expect(await confirm(plain.id)).toMatch(/nothing to confirm/);
    await expect(owner().execute(sql`delete from confirmations`)).rejects.toThrow();
  });

  test('a file’s own word on what was asked or confirmed counts for nothing here', async () => {
    const job = await jobOf(runa, jobId);
    if (!job) throw new Error('no job');
    const text = JSON.stringify({ ...job, readings: job.readings.map((r) => ({ ...r, asked: true })) });
    const brought = await importJob(ivo, text, 'odd.json');
    if (!brought.ok) throw new Error(brought.message);
    const back = await jobOf(ivo, brought.jobId);
    expect(back?.confirmations).toEqual([]);
    expect(back?.readings.some((r) => r.asked)).toBe(false);
    expect(back?.stationLines).toEqual([]);
    const remarks = back?.notes.filter((n) => n.text.startsWith('Decided elsewhere')).map((n) => n.text) ?? [];
    expect(remarks.filter((text) => text.includes('Alignment'))).toHaveLength(2);
    expect(remarks.filter((text) => text.includes('unlikely reading confirmed'))).toHaveLength(1);
  });

  test('a kit, a price or a limit changed in the shop is news to every tablet, another shop’s is not', async () => {
    const mark = () => inShop(ivo.shop.id, (tx) => shopMark(tx, ivo.shop.id));
    const marks = [await mark()];
    const step = async () => marks.push(await mark());
    await saveKit(
      ivo,
      { name: 'Stile 30', claimFront: '30 mm', claimRear: '30 mm', source: 'sheet', price: '' },
      INCH_SHOP,
    );
    await step();
    const [kit] = await owner().select().from(kits).where(eq(kits.shopId, ivo.shop.id));
    expect(await priceKit(ivo, kit?.id, '9100')).toEqual({ ok: true });
    await step();
    await saveLimit(ivo, { figure: 'leftRight', clear: '7 mm', stop: '17 mm', source: 'shop rule' }, INCH_SHOP);
    await step();
    expect(new Set(marks).size).toBe(marks.length);
    await saveKit(
      stranger,
      { name: 'Stile 30', claimFront: '30 mm', claimRear: '30 mm', source: 'x', price: '' },
      INCH_SHOP,
    );
    expect(await mark()).toBe(marks.at(-1));
  });
});
