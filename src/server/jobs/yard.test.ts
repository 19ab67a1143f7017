import { BOOK } from '@/core/assembly/book';
import { randomUUID } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import { Standing } from '@/core/assembly/gates/standing';
import { workJob } from '@/core/assembly/workJob';
import type { Reading } from '@/core/document/job';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { shopLimits } from '@/db/queries/limits';
import { YARD_PAGE, yardQuery, type YardFilter } from '@/db/queries/yard';
import { audit } from '@/db/schema/filed';
import { jobs } from '@/db/schema/jobs';
import { kits } from '@/db/schema/shops';
import { demoJobs } from '../../../scripts/demo/jobs';
import {
  BOOKING,
  closeAll,
  entry,
  jobOf,
  makePerson,
  makeShop,
  owner,
  send,
  withDatabase,
} from '../../../tests/support/shopDb';
import { fileOf, levelLinks } from '../../../tests/support/pencil';
import { inShop } from '../database';
import { bookingSchema, bookVehicle, nextNumber, type BookingForm } from './booking';
import { importJob } from './importing';
import { insertJob } from './inserting';
import { reworkOld, reworkSoon } from './rework';
import { priceKit, saveKit, saveLimit } from './shopwork';
import type { Doer } from './withJob';

const FORM = BOOKING;

describe('booking form', () => {
  const wrong = (change: Partial<Record<keyof BookingForm, string>>) => {
    const parsed = bookingSchema(INCH_SHOP).safeParse({ ...FORM, ...change });
    return parsed.success ? [] : parsed.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`);
  };
  test.each([
    [{ make: ' ' }, /^make: Make is missing/],
    [{ wheelbase: 'long' }, /^wheelbase: Wheelbase: "long"/],
    [{ wheelbase: '9' }, /^wheelbase: Wheelbase: 9 is outside 1000 to 8000 mm/],
    [{ referenceKind: 'maker-stock' }, /^referenceFront: Stock height, front: nothing was typed/],
    [{ customer: 'x'.repeat(200) }, /longer than 120 letters/],
  ])('%j', (change, message) => expect(wrong(change as never).join('\n')).toMatch(message));
  test('every field that is wrong is named at once', () => {
    expect(wrong({ make: '', model: '', use: '', trackFront: '' })).toHaveLength(4);
  });
  test('sizes are read in the unit on the screen', () => {
    const parsed = bookingSchema(METRIC_SHOP).safeParse({
      ...FORM,
      wheelbase: '2850',
      trackFront: '1585',
      trackRear: '62 3/8"',
      tyreDiameter: '80.6 cm',
    });
    expect(parsed.data).toMatchObject({
      wheelbase: 2850,
      trackFront: 1585,
      trackRear: expect.closeTo(1584.3, 1),
      tyreDiameter: 806,
    });
  });
});

withDatabase('the Yard on a real database', () => {
  let ivo: Doer;
  const filter: YardFilter = { words: '', show: 'open', gate: null, page: 0 };
  const yard = (change: Partial<YardFilter> = {}) =>
    inShop(ivo.shop.id, (tx) => yardQuery(tx, ivo.shop.id, { ...filter, ...change }));

  beforeAll(async () => {
    ivo = await makePerson(await makeShop('Yard test'), 'Ivo', 'lead');
    for (const job of demoJobs()) await insertJob(ivo, job);
  });
  afterAll(closeAll);

  test('most urgent first, and what it says is what core works', async () => {
    const rows = await yard();
    expect(rows).toHaveLength(7);
    expect(rows[0]?.number).toBe('HG-0142');
    const ranks = rows.map((r) => Standing.parse(r.standing).rank);
    expect([...ranks].sort((a, b) => a - b)).toEqual(ranks);
  });
  test('words are looked for one by one in number, customer, vehicle and use, without regard to case', async () => {
    const numbers = async (words: string) => (await yard({ words })).map((r) => r.number);
    expect(await numbers('PACKHORSE forge')).toEqual(['HG-0143']);
    expect(await numbers('hg-0144')).toEqual(['HG-0144']);
    expect(await numbers('mountain')).toEqual(['HG-0142']);
    expect(await numbers('%')).toEqual([]);
    expect(await numbers('_')).toEqual([]);
    expect(await numbers("'; drop table jobs; --")).toEqual([]);
  });
  test('by gate, and closed jobs apart', async () => {
    expect((await yard({ gate: 'plan' })).map((r) => r.number)).toEqual(['HG-0144']);
    expect((await yard({ show: 'released' })).map((r) => r.number)).toEqual(['HG-0131']);
    expect(await yard({ show: 'left-unreleased' })).toEqual([]);
  });
  test('page by page nothing is shown twice or left out', async () => {
    const booked = await Promise.all(
      Array.from({ length: YARD_PAGE + 3 }, (_, i) => bookVehicle(ivo, { ...FORM, customer: `Page ${i}` }, INCH_SHOP)),
    );
    expect(booked.every((b) => b.ok)).toBe(true);
    const first = (await yard({ words: 'page' })).slice(0, YARD_PAGE);
    const second = await yard({ words: 'page', page: 1 });
    expect(first).toHaveLength(YARD_PAGE);
    expect(new Set([...first, ...second].map((r) => r.id)).size).toBe(YARD_PAGE + 3);
  });
  test('what was released is found as the list has it, by words that many have and by rare ones, page by page', async () => {
    const una = await makePerson(await makeShop('Found again'), 'Una', 'lead');
    expect((await bookVehicle(una, { ...FORM, customer: 'Many' }, INCH_SHOP)).ok).toBe(true);
    await owner().execute(sql`
      insert into jobs (shop_id, number, customer_id, vehicle_id, gate, state, booked_at, use, height_school, promise_front, promise_rear, reference_kind, search_text)
      select shop_id, 'R-' || n, customer_id, vehicle_id, 'release', 'released', now() - (n || ' minutes')::interval, use,
        height_school, promise_front, promise_rear, 'before', case when n % 40 = 0 then 'common rare' else 'common' end
      from jobs, generate_series(1, 120) n where shop_id = ${una.shop.id} and state = 'open'`);
    const found = async (words: string, page = 0) =>
      (
        await inShop(una.shop.id, (tx) => yardQuery(tx, una.shop.id, { words, show: 'released', gate: null, page }))
      ).map((r) => r.number);
    const upTo = (from: number, to: number) => Array.from({ length: to - from + 1 }, (_, i) => `R-${from + i}`);
    expect(await found('common')).toEqual(upTo(1, YARD_PAGE + 1));
    expect(await found('common', 2)).toEqual(upTo(2 * YARD_PAGE + 1, 3 * YARD_PAGE + 1));
    expect(await found('common', 4)).toEqual(upTo(4 * YARD_PAGE + 1, 120));
    expect(await found('rare common')).toEqual(['R-40', 'R-80', 'R-120']);
    expect(await found('nobody')).toEqual([]);
  });
  test('bookings at the same moment get numbers of their own', async () => {
    const numbers = await Promise.all(
      Array.from({ length: 8 }, () => inShop(ivo.shop.id, (tx) => nextNumber(tx, ivo.shop.id))),
    );
    expect(new Set(numbers).size).toBe(8);
    expect(numbers[0]).toMatch(/^HG-\d{4}$/);
  });
  test('every demo job comes out of the database as it went in', async () => {
    for (const job of demoJobs().filter((j) => j.job.state === 'open')) {
      const [row] = await owner()
        .select({ id: jobs.id })
        .from(jobs)
        .where(and(eq(jobs.shopId, ivo.shop.id), eq(jobs.number, job.job.number)));
      const back = await jobOf(ivo, row?.id ?? '');
      const iso = (at: string) => new Date(at).toISOString();
      expect(back?.job).toEqual({ ...job.job, bookedAt: iso(job.job.bookedAt) });
      expect([back?.vehicle, back?.kit, back?.plan, back?.reference, back?.limits]).toEqual([
        job.vehicle,
        job.kit,
        job.plan,
        job.reference,
        job.limits,
      ]);
      // Several readings of a demo job share a minute, and a table has no order of its own: the words break the tie.
      const typed = (list: Reading[] = []) =>
        list
          .map((r) => [
            ...[new Date(r.takenAt).toISOString(), r.point, r.place, r.state, r.set],
            ...[r.answer, r.value, r.text, r.unit, r.takenBy],
          ])
          .sort((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));
      expect(typed(back?.readings)).toEqual(typed(job.readings));
      if (back)
        expect(workJob(back).map((v) => [v.check, v.place, v.verdict, v.value])).toEqual(
          workJob(job).map((v) => [v.check, v.place, v.verdict, v.value]),
        );
    }
  });
  test.each(['open', 'released', 'left-unreleased'] as const)(
    'the first page of %s is read off an index in its order, however many jobs there are',
    async (show) => {
      const { sql: text, params } = yardQuery(owner(), ivo.shop.id, { words: '', show, gate: null, page: 0 }).toSQL();
      const plain = params.reduce<string>(
        (far, p, i) => far.replace(`$${i + 1}`, typeof p === 'number' ? String(p) : `'${String(p)}'`),
        text,
      );
      // As the application asks, under row-level security; a handful of jobs would be sorted just as well.
      const plan = await inShop(ivo.shop.id, async (tx) => {
        await tx.execute(sql`set local enable_seqscan = off`);
        await tx.execute(sql`set local enable_sort = off`);
        return tx.execute<{ 'QUERY PLAN': string }>(sql.raw(`explain ${plain}`));
      });
      const lines = plan.rows.map((r) => r['QUERY PLAN']).join('\n');
      const index = { open: 'jobs_open', released: 'jobs_released', 'left-unreleased': 'jobs_left' }[show];
      expect(lines).toMatch(new RegExp(`Index Scan using ${index} on jobs`));
    },
  );
  test('a changed limit judges open jobs at once and keeps its history', async () => {
    const [before] = await yard({ words: 'HG-0144' });
    expect(Standing.parse(before?.standing).verdict).toBe('Stop');
    const [job] = await owner()
      .select({ id: jobs.id, revision: jobs.revision })
      .from(jobs)
      .where(and(eq(jobs.shopId, ivo.shop.id), eq(jobs.number, 'HG-0144')));
    const atBump = async (): Promise<string | undefined> => {
      const document = await jobOf(ivo, job?.id ?? '');
      return document && workJob(document).find((v) => v.check === 'gap-at-bump' && v.place === 'RL')?.verdict;
    };
    expect(await atBump()).toBe('Stop');
    expect(
      await saveLimit(ivo, { figure: 'tyreToBody', clear: '0 mm', stop: '-30 mm', source: 'demo rule' }, INCH_SHOP),
    ).toEqual({ ok: true });
    // The Yard is worked anew meanwhile, here on this very thread: whoever waits for a connection is not answered by it.
    await reworkSoon(ivo.shop.id);
    expect(await atBump()).not.toBe('Stop');
    const [again] = await owner()
      .select({ revision: jobs.revision, standing: jobs.standing })
      .from(jobs)
      .where(eq(jobs.id, job?.id ?? ''));
    // Nothing was filed on it: a tablet hears of the limits by the mark of what the shop keeps beside its jobs.
    expect(again?.revision).toBe(job?.revision);
    expect(Standing.parse(again?.standing).of).toBe(job?.revision);
    // Tighter than the figure's own rule may be set, looser not.
    const ruled = (figure: string, rule: string) =>
      saveLimit(ivo, { figure, clear: '12 mm', stop: '5 mm', source: 'demo rule', rule }, INCH_SHOP);
    expect(await ruled('tyreToArm', 'comfort')).toMatchObject({ ok: false, errors: { rule: expect.any(String) } });
    expect(await ruled('tyreToBody', 'safety')).toEqual({ ok: true });
    expect((await inShop(ivo.shop.id, (tx) => shopLimits(tx, ivo.shop.id, BOOK))).tyreToBody?.rule).toBe('safety');
    expect(
      await saveLimit(ivo, { figure: 'tyreToBody', clear: '0 mm', stop: '-30 mm', source: 'demo rule' }, INCH_SHOP),
    ).toEqual({ ok: true });
    expect((await inShop(ivo.shop.id, (tx) => shopLimits(tx, ivo.shop.id, BOOK))).tyreToBody).toMatchObject({
      clear: 0,
      stop: -30,
      source: 'demo rule',
      setBy: 'Ivo',
    });
    expect(
      await saveLimit(
        ivo,
        { figure: 'tyreToBody', clear: '10 mm', stop: '0 mm', source: 'general practice' },
        INCH_SHOP,
      ),
    ).toEqual({ ok: true });
  });
  test('what an older core worked, or a start cut off halfway, is worked anew; what is up to date is left alone', async () => {
    await reworkSoon(ivo.shop.id);
    const all = async () =>
      (
        await owner().execute<{ number: string; revision: string; core: string | null }>(
          sql`select number, xmin::text as revision, standing ->> 'core' as core from jobs where shop_id = ${ivo.shop.id} and state = 'open' order by number`,
        )
      ).rows;
    const before = await all();
    await reworkOld();
    expect(await all()).toEqual(before);
    await owner().execute(
      sql`update jobs set standing = standing || '{"core":"0.0.1"}' where shop_id = ${ivo.shop.id} and number = 'HG-0142'`,
    );
    await owner().execute(
      sql`update jobs set standing = standing - 'judgedBy' where shop_id = ${ivo.shop.id} and number = 'HG-0138'`,
    );
    await reworkOld();
    const after = await all();
    const changed = after.filter((job, i) => job.revision !== before[i]?.revision).map((job) => job.number);
    expect(changed).toEqual(['HG-0138', 'HG-0142']);
    expect(after.map((job) => job.core)).toEqual(before.map((job) => job.core));
  });
  test('a change recorded moves the job in the Yard', async () => {
    const [row] = await yard({ words: 'HG-0139' });
    expect(Standing.parse(row?.standing).headline).toEqual(['Lead to sign']);
    expect(await send(ivo, entry(row?.id ?? '', 'change', { kind: 'alignment', what: 'toe set' }))).toMatchObject([
      { state: 'filed' },
    ]);
    const [later] = await yard({ words: 'HG-0139' });
    expect(JSON.stringify(Standing.parse(later?.standing).headline)).toContain('stale');
  });
  test('kits: a claim is read in the unit typed, and a doubled one is refused', async () => {
    const kit = { name: 'Stile 50', claimFront: '50 mm', claimRear: '2', source: 'sheet A' };
    expect(await saveKit(ivo, kit, INCH_SHOP)).toEqual({ ok: true });
    expect(await saveKit(ivo, kit, INCH_SHOP)).toMatchObject({ ok: false, errors: { name: 'in the list already' } });
    expect(await saveKit(ivo, { ...kit, name: '', claimFront: 'tall' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { name: expect.any(String), claimFront: expect.any(String) },
    });
    const rows = await owner()
      .select()
      .from(kits)
      .where(and(eq(kits.shopId, ivo.shop.id), eq(kits.name, 'Stile 50')));
    expect(rows).toMatchObject([{ claimFront: 50, claimRear: 50.8 }]);
  });
  test('kits: a price is set, changed and taken back; what is no price is refused and changes nothing', async () => {
    const kit = { name: 'Priced 45', claimFront: '45 mm', claimRear: '45 mm', source: 'sheet P', price: '12 400' };
    const standing = async () => {
      const rows = await owner().select().from(kits).where(eq(kits.name, 'Priced 45'));
      expect(rows).toHaveLength(1);
      return { id: rows[0]?.id ?? '', price: rows[0]?.price };
    };
    expect(await saveKit(ivo, kit, INCH_SHOP)).toEqual({ ok: true });
    const { id, price } = await standing();
    expect(price).toBe(12_400);
    for (const [typed, kept] of [
      ['9800,50', 9800.5],
      [' 14\u202f600 ', 14_600],
      ['', null],
      ['0', 0],
    ] as const) {
      expect(await priceKit(ivo, id, typed)).toEqual({ ok: true });
      expect((await standing()).price).toBe(kept);
    }
    for (const wrong of ['dear', '-3', '1e5', '12.345', '99999999', '1.2.3'])
      expect(await priceKit(ivo, id, wrong)).toMatchObject({ ok: false, message: expect.stringContaining(wrong) });
    expect(await priceKit(ivo, id, null)).toMatchObject({ ok: false });
    expect(await saveKit(ivo, { ...kit, name: 'Priced 46', price: 'dear' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { price: expect.stringContaining('dear') },
    });
    expect((await standing()).price).toBe(0);
    expect(await priceKit(ivo, randomUUID(), '5')).toMatchObject({ ok: false });
    const told = await owner().select().from(audit).where(eq(audit.what, 'kit priced'));
    expect(told.map((row) => row.detail)).toContainEqual({ from: 14_600, to: null });
  });
  test('kits: what they move is read line by line, and a line that is wrong is named', async () => {
    const kit = { name: 'Block 60', claimFront: '0', claimRear: '60 mm', source: 'sheet B' };
    const moves = (rows: object[]) => ({ ...kit, patches: JSON.stringify(rows) });
    const refused = async (rows: object[]): Promise<string> => {
      const answer = await saveKit(ivo, moves(rows), INCH_SHOP);
      return answer.ok ? 'taken' : (answer.errors.patches ?? answer.message);
    };
    expect(await refused([{ kind: 'axle-block', axle: 'rear', by: 'tall' }])).toMatch(/line 1: .*tall/);
    expect(
      await refused([
        { kind: 'dropped-hub', axle: 'front', by: '2' },
        { kind: 'moved-point', axle: 'front', point: 'nose', forward: '1', outward: '0', up: '0' },
      ]),
    ).toMatch(/line 2: .*is not a point of any linkage/);
    expect(await refused([{ kind: 'axle-block', axle: 'rear', by: '40' }])).toMatch(/line 1/);
    expect(await refused([{ kind: 'replaced', axle: 'front', file: '{"format":"other"}' }])).toMatch(/line 1: format/);
    const rearOnly = JSON.stringify(fileOf({ rear: levelLinks }));
    expect(await refused([{ kind: 'replaced', axle: 'front', file: rearOnly }])).toMatch(/the file has no front end/);
    expect(
      await saveKit(
        ivo,
        moves([
          { kind: 'axle-block', axle: 'rear', by: '60 mm' },
          { kind: 'longer', axle: 'front', part: 'swayLink', by: '2 1/4' },
          { kind: 'replaced', axle: 'rear', file: rearOnly },
        ]),
        INCH_SHOP,
      ),
    ).toEqual({ ok: true });
    const [row] = await owner()
      .select()
      .from(kits)
      .where(and(eq(kits.shopId, ivo.shop.id), eq(kits.name, 'Block 60')));
    expect(row?.patches).toMatchObject([
      { kind: 'axle-block', by: 60 },
      { kind: 'longer', part: 'swayLink', by: 57.15 },
      { kind: 'replaced', end: { type: 'link-axle' } },
    ]);
    const [old] = await owner()
      .select()
      .from(kits)
      .where(and(eq(kits.shopId, ivo.shop.id), eq(kits.name, 'Stile 50')));
    expect(old?.patches).toEqual([]);
  });
  test('a file brought in twice is two jobs under numbers of ours, its own kept beside', async () => {
    const [job] = demoJobs();
    const text = JSON.stringify({ ...job, job: { ...job?.job, number: 'HG-7000' } });
    const [one, two] = [await importJob(ivo, text, 'a.json'), await importJob(ivo, text, 'a.json')];
    if (!one.ok || !two.ok) throw new Error('refused');
    const numbers = await Promise.all([one, two].map(async ({ jobId }) => await jobOf(ivo, jobId)));
    expect(numbers.map((j) => j?.broughtIn?.number)).toEqual(['HG-7000', 'HG-7000']);
    expect(new Set(numbers.map((j) => j?.job.number)).size).toBe(2);
    expect(numbers.every((j) => j?.job.number !== 'HG-7000')).toBe(true);
    expect(await importJob(ivo, '{}', 'a.json')).toMatchObject({
      ok: false,
      message: expect.stringContaining('Not a job file.'),
    });
  });
});
