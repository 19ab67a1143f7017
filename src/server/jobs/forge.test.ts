import { sql } from 'drizzle-orm';
import pg from 'pg';
import { readingsCsv } from '@/core/assembly/formats/readingsCsv';
import { BOOK, workingsOf } from '@/core/assembly/book';
import { staleBecause } from '@/core/record/figures';
import { keepFetch } from '@/db/queries/fetches';
import { inShop } from '../database';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import type { JobDocument } from '@/core/document/job';
import { hashPassword } from 'better-auth/crypto';
import { account, user } from '@/db/schema/auth';
import { gateOpenings } from '@/db/schema/filed';
import { demoJobs } from '../../../scripts/demo/jobs';
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
import { eq } from 'drizzle-orm';
import { fileEntries } from './filing';
import { signOff } from './gatework';
import { importJob } from './importing';
import { jobMark, markedAt } from './marks';
import { fileOnWord } from './onWord';
import type { Doer } from './withJob';

const AWAY = async () => ({ address: '198.51.100.7', device: null, here: false });

withDatabase('nobody forges a release', () => {
  let runa: Doer & { userId: string };
  let ivo: Doer & { userId: string };
  let maren: Doer;
  const released = demoJobs().find((j) => j.job.number === 'HG-0131') as JobDocument;
  /** Of this shop alone: other tests sign in theirs meanwhile. */
  const counts = async () =>
    (
      await owner().execute<{ signed: number; frozen: number; closed: number }>(
        sql`select (select count(*) from sign_offs where shop_id = ${ivo.shop.id})::int as signed, (select count(*) from signed_sheets where shop_id = ${ivo.shop.id})::int as frozen, (select count(*) from jobs where shop_id = ${ivo.shop.id} and state <> 'open')::int as closed`,
      )
    ).rows[0];

  beforeAll(async () => {
    const shop = await makeShop('Forge test');
    runa = await makePerson(shop, 'Runa', 'technician');
    ivo = await makePerson(shop, 'Ivo', 'lead');
    maren = await makePerson(shop, 'Maren', 'front-desk');
  });
  afterAll(closeAll);

  test('a file with a signature and no After readings is signed, frozen and released by nobody', async () => {
    const before = await counts();
    const forged = {
      ...released,
      readings: released.readings.filter((r) => r.gate === 'before'),
      signOffs: [{ kind: 'released', by: 'Solvei', at: new Date().toISOString(), note: '' }],
    };
    const brought = await importJob(ivo, JSON.stringify(forged), 'forged.json');
    if (!brought.ok) throw new Error(brought.message);
    expect(await counts()).toEqual(before);
    const job = await jobOf(ivo, brought.jobId);
    expect([job?.job.state, job?.job.gate, job?.signOffs]).toEqual(['open', 'build', []]);
    expect(job?.broughtIn?.signed?.by).toBe('Solvei');
    expect(await signOff(ivo, brought.jobId, { kind: 'released', note: '' })).toMatchObject({ ok: false });
    // Where it came from cannot be wiped off, by the application's own role neither.
    await expect(owner().execute(sql`update jobs set brought_in = null where id = ${brought.jobId}`)).rejects.toThrow();
  });

  test('a file dated ahead is refused by its path: no fault seen later would outdo what it says', async () => {
    const before = await counts();
    const ahead = released.readings.map((r) => (r.gate === 'after' ? { ...r, takenAt: '2099-01-01T08:00:00Z' } : r));
    const answer = await importJob(ivo, JSON.stringify({ ...released, readings: ahead, signOffs: [] }), 'ahead.json');
    expect(answer).toMatchObject({ ok: false, message: expect.stringMatching(/readings\.\d+\.takenAt: 2099-01-01T/) });
    const entries = released.entries.map((e) => ({ ...e, at: '2099-01-01T08:00:00Z' }));
    expect(entries.length).toBeGreaterThan(0);
    expect(await importJob(ivo, JSON.stringify({ ...released, entries, signOffs: [] }), 'ahead.json')).toMatchObject({
      ok: false,
    });
    expect(await counts()).toEqual(before);
  });

  test('a file brings in what whoever brings it in may do by hand', async () => {
    const fresh = { ...released, kit: released.kit && { ...released.kit, name: 'Never seen 40' } };
    const text = JSON.stringify(fresh);
    expect(await importJob(maren, text, 'a.json')).toMatchObject({
      message: 'This file carries readings: only a technician, a lead or the owner brings it in.',
    });
    expect(await importJob(runa, text, 'a.json')).toMatchObject({
      message: expect.stringMatching(
        /^This file adds the kit “.*” to the shop’s list: only the front desk, a lead or the/,
      ),
    });
    expect(await importJob(ivo, text, 'a.json')).toMatchObject({ ok: true });
    // The kit is in the list by now: no need of anybody who may add it. Another claim under its name changes nothing.
    const other = { ...fresh, kit: fresh.kit && { ...fresh.kit, claimFront: 123 } };
    const brought = await importJob(runa, JSON.stringify(other), 'b.json');
    if (!brought.ok) throw new Error(brought.message);
    const job = await jobOf(runa, brought.jobId);
    expect(job?.kit?.claimFront).toBe(released.kit?.claimFront);
    expect(job?.notes.some((n) => n.text.includes('the list stands'))).toBe(true);
    const booked = {
      ...released,
      readings: [],
      strikes: [],
      changes: [],
      openings: [],
      overlaps: [],
      kit: null,
      signOffs: [],
      // The maker's bands are filed from the bay.
      entries: [],
    };
    const bare = {
      ...booked,
      job: { ...booked.job, gate: 'intake', state: 'open' },
      plan: { ...booked.plan, liftFront: null, liftRear: null, bodyLift: 0, heaviestLoad: null },
      geometry: { before: null, asBuilt: null },
      fitments: { asked: null, suggested: null },
    };
    expect(await importJob(maren, JSON.stringify(bare), 'c.json')).toMatchObject({ ok: true });
    // Any part of a plan is a plan, not only the wanted lift.
    for (const part of ['movedHubRear', 'lipAlteredFront', 'bodyLift'])
      expect(
        await importJob(maren, JSON.stringify({ ...bare, plan: { ...bare.plan, [part]: 20 } }), 'd.json'),
      ).toMatchObject({ message: expect.stringMatching(/^This file carries a plan/) });
    expect(
      await importJob(maren, JSON.stringify({ ...bare, plan: { ...bare.plan, liftFront: 50 } }), 'd.json'),
    ).toMatchObject({
      message: expect.stringMatching(/^This file carries a plan/),
    });
  });

  test('each reading keeps who brought it in, on the way out too; the file’s own word on its filing is gone', async () => {
    const claimed = {
      ...released,
      readings: released.readings.map((r) => ({
        ...r,
        late: { basis: 'word', by: 'Solvei', at: r.takenAt, why: 'x' },
      })),
    };
    const brought = await importJob(ivo, JSON.stringify(claimed), 'theirs.json');
    if (!brought.ok) throw new Error(brought.message);
    const job = await jobOf(ivo, brought.jobId);
    expect(job?.readings.every((r) => r.broughtIn?.by === 'Ivo' && r.broughtIn.from === 'theirs.json, HG-0131')).toBe(
      true,
    );
    expect(job?.readings.some((r) => r.late)).toBe(false);
    expect(job?.readings.every((r) => Date.now() - Date.parse(r.filedAt ?? '') < 60_000)).toBe(true);
    expect(readingsCsv(job as JobDocument)).toContain('"theirs.json, HG-0131"');
  });

  describe('what a stand-in made up', () => {
    const was = process.env.HIGH_GATE_DEMO;
    afterEach(() => {
      if (was === undefined) delete process.env.HIGH_GATE_DEMO;
      else process.env.HIGH_GATE_DEMO = was;
    });
    const made = {
      ...released,
      readings: released.readings.map((r) => (r.point === 'camberGauge' ? { ...r, instrument: 'simulated-stand' } : r)),
    };
    test('comes into no shop without demo data, out of a file or off a tablet', async () => {
      expect(made.readings.some((r) => r.instrument === 'simulated-stand')).toBe(true);
      process.env.HIGH_GATE_DEMO = '0';
      expect(await importJob(ivo, JSON.stringify(made), 'made.json')).toMatchObject({
        ok: false,
        message: 'Simulated figures are taken by the demo shop only.',
      });
      const jobId = await bookJob(ivo);
      const filed = () =>
        fileEntries(
          ivo,
          [
            entry(
              jobId,
              'reading',
              reading({ gate: 'before', point: 'camber', place: 'FL', text: '0.2', instrument: 'simulated-stand' }),
            ),
          ],
          new Date().toISOString(),
        );
      expect((await filed()).outcomes[0]).toMatchObject({
        state: 'refused',
        why: expect.stringContaining('demo shop'),
      });
      process.env.HIGH_GATE_DEMO = '1';
      await owner().execute(sql`update jobs set gate = 'before', revision = revision + 1 where id = ${jobId}`);
      expect((await filed()).outcomes[0]).toMatchObject({ state: 'filed' });
    });
    test('into the demo shop it comes marked: in the reading, the CSV and the sheet', async () => {
      process.env.HIGH_GATE_DEMO = '1';
      const brought = await importJob(ivo, JSON.stringify(made), 'made.json');
      if (!brought.ok) throw new Error(brought.message);
      const job = (await jobOf(ivo, brought.jobId)) as JobDocument;
      const n = job.readings.filter((r) => r.instrument === 'simulated-stand').length;
      expect(n).toBeGreaterThan(0);
      expect(readingsCsv(job).match(/simulated-stand/g)).toHaveLength(n);
      expect(makeSheet(workingsOf(job), METRIC_SHOP, (iso) => iso).provenance).toContain(
        `${n} readings of ${job.readings.length} simulated: made up by a stand-in`,
      );
    });
  });

  test('a number of another shop that is our next one does not end booking', async () => {
    const shop = await makeShop('Number test');
    const una = await makePerson(shop, 'Una', 'lead');
    const next = { ...released, job: { ...released.job, number: 'HG-0501' } };
    expect(await importJob(una, JSON.stringify(next), 'a.json')).toMatchObject({ ok: true });
    // And one that came in so before this release: the next free one is taken.
    const booked = await bookJob(una);
    await owner().execute(sql`update jobs set number = 'HG-0503' where id = ${booked}`);
    const numbers = [await jobOf(una, await bookJob(una)), await jobOf(una, await bookJob(una))].map(
      (j) => j?.job.number,
    );
    expect(numbers).toEqual(['HG-0504', 'HG-0505']);
    const odd = { ...released, job: { ...released.job, number: 'HG\n1' } };
    expect(await importJob(una, JSON.stringify(odd), 'a.json')).toMatchObject({
      message: expect.stringContaining('job.number'),
    });
  });

  describe('dated back past the build', () => {
    let jobId = '';
    const minutes = (n: number) => new Date(Date.now() - n * 60_000).toISOString();
    const old = (more: { mark?: string | null; text?: string; at?: string } = {}) => ({
      ...entry(jobId, 'reading', reading({ text: more.text ?? '18 1/2' }), { at: more.at ?? minutes(30) }),
      mark: more.mark ?? null,
    });
    const why = async (doer: Doer, each: unknown) => {
      const [outcome] = await send(doer, each);
      return outcome?.state === 'refused' ? outcome.why : 'filed';
    };

    beforeAll(async () => {
      jobId = await bookJob(runa, { customer: 'Dated' });
      const at = { shopId: runa.shop.id, jobId, by: runa.id, byName: 'Runa' };
      await owner()
        .insert(gateOpenings)
        .values([
          { ...at, gate: 'before', at: minutes(45) },
          { ...at, gate: 'plan', at: minutes(20) },
          { ...at, gate: 'build', at: minutes(10) },
        ]);
      await owner().execute(sql`update jobs set gate = 'build', revision = revision + 1 where id = ${jobId}`);
    });

    test('nothing that a device says of itself proves it', async () => {
      const mine = jobMark(runa.id, jobId, minutes(40));
      expect(await why(runa, old())).toContain('on a lead’s word only');
      expect(await send(runa, old())).toMatchObject([{ state: 'refused', needs: 'word' }]);
      // What no word would mend does not ask for one.
      expect((await send(runa, old({ at: minutes(5) })))[0]).not.toHaveProperty('needs');
      const bad = [
        jobMark(ivo.id, jobId, minutes(40)),
        jobMark(runa.id, '00000000-0000-4000-8000-000000000001', minutes(40)),
        jobMark(runa.id, jobId, minutes(5)),
        mine.replace(/.$/, (c) => (c === 'A' ? 'B' : 'A')),
        `${minutes(50)}~${mine.split('~')[1]}`,
        'now~then',
        '',
      ];
      for (const mark of bad) expect(await why(runa, old({ mark }))).toContain('on a lead’s word only');
      expect((await jobOf(runa, jobId))?.readings).toEqual([]);
      expect(markedAt(mine, runa.id, jobId)).not.toBeNull();
    });

    test('a mark of ours does, and the reading says so, with both its times', async () => {
      const mark = jobMark(runa.id, jobId, minutes(40));
      const late = old({ mark });
      expect(await why(runa, late)).toBe('filed');
      const read = (await jobOf(runa, jobId))?.readings.find((r) => r.id === late.id);
      expect(read?.late).toMatchObject({ basis: 'mark', at: mark.split('~')[0] });
      expect(Date.parse(read?.filedAt ?? '') - Date.parse(read?.takenAt ?? '')).toBeGreaterThan(29 * 60_000);
    });

    test('a mark serves no more once the person had the job behind the gate, and had the time to send', async () => {
      const mark = jobMark(runa.id, jobId, minutes(40));
      const at = { shopId: runa.shop.id, jobId };
      const had = (ago: number) =>
        owner().execute(sql`update job_fetches set at = ${minutes(ago)}, before = null where job_id = ${jobId}`);
      await inShop(runa.shop.id, (tx) => keepFetch(tx, at, runa.id));
      // Back on the network a minute ago: what waited on the tablet is being sent.
      await had(1);
      expect(await why(runa, old({ mark }))).toBe('filed');
      await had(9);
      expect(await why(runa, old({ mark }))).toContain('you have had the job from the server since');
      // Fetched anew it is not forgotten that it was had before.
      await inShop(runa.shop.id, (tx) => keepFetch(tx, at, runa.id));
      expect(await why(runa, old({ mark }))).toContain('since');
      await owner().execute(sql`delete from job_fetches where job_id = ${jobId}`);
      expect(await why(runa, old({ mark }))).toBe('filed');
    });

    test('a lead’s word does, by the lead’s own password, and stays with the reading', async () => {
      await owner()
        .insert(account)
        .values({
          id: crypto.randomUUID(),
          accountId: ivo.userId,
          providerId: 'credential',
          userId: ivo.userId,
          password: await hashPassword('a lead’s own password'),
        });
      const [person] = await owner().select().from(user).where(eq(user.id, ivo.userId));
      const email = person?.email ?? '';
      const given = {
        entry: old({ text: '18 3/8' }),
        email,
        password: 'a lead’s own password',
        why: 'I held the tape',
      };
      const runaMail = (await owner().select().from(user).where(eq(user.id, runa.userId)))[0]?.email ?? '';
      for (const wrong of [
        { password: 'guess' },
        { why: ' ' },
        { email: runaMail },
        { entry: entry(jobId, 'note', { text: 'x' }) },
      ])
        expect(await fileOnWord(runa, { ...given, ...wrong }, AWAY)).toMatchObject({ ok: false });
      expect(await fileOnWord(runa, given, AWAY)).toEqual({ ok: true });
      const read = (await jobOf(runa, jobId))?.readings.find((r) => r.id === given.entry.id);
      expect(read).toMatchObject({ takenBy: 'Runa', late: { basis: 'word', by: 'Ivo', why: 'I held the tape' } });
      // Nobody's word makes a reading of the built vehicle one from before.
      const built = { ...given, entry: old({ at: minutes(5) }) };
      expect(await fileOnWord(runa, built, AWAY)).toMatchObject({
        message: expect.stringContaining('no longer as it came'),
      });
      const audit = await owner().execute<{ what: string }>(
        sql`select what from audit where shop_id = ${runa.shop.id} and what in ('filed on a word', 'password refused')`,
      );
      expect(audit.rows.map((r) => r.what).sort()).toEqual(['filed on a word', 'password refused', 'password refused']);
    });

    test('a change dated back without a mark is dated now: it would leave readings standing', async () => {
      const change = (mark: string | null) => ({
        ...entry(jobId, 'change', { kind: 'spring', what: `coils ${mark ? 'marked' : 'bare'}` }, { at: minutes(30) }),
        mark,
      });
      expect(await why(runa, change(null))).toBe('filed');
      expect(await why(runa, change(jobMark(runa.id, jobId, minutes(40))))).toBe('filed');
      const changes = (await jobOf(runa, jobId))?.changes ?? [];
      const age = (what: string) => Date.now() - Date.parse(changes.find((c) => c.what === what)?.at ?? '');
      expect(age('coils bare')).toBeLessThan(60_000);
      // It counts after what was on the job by then, which the first of the two was; what it said is kept beside.
      expect(age('coils marked')).toBeLessThan(60_000);
      const marked = changes.find((c) => c.what === 'coils marked');
      expect(Date.now() - Date.parse(marked?.said ?? '')).toBeGreaterThan(29 * 60_000);
      expect(Date.now() - Date.parse(marked?.filedAt ?? '')).toBeLessThan(60_000);
    });

    test('a change said to be older than a reading that was filed before it makes that reading stale', async () => {
      const job = await bookJob(runa, { customer: 'Pedal' });
      const by = { shopId: runa.shop.id, jobId: job, by: runa.id, byName: 'Runa' };
      await owner()
        .insert(gateOpenings)
        .values([
          { ...by, gate: 'before', at: minutes(45) },
          { ...by, gate: 'build', at: minutes(40) },
          { ...by, gate: 'after', at: minutes(30) },
        ]);
      await owner().execute(sql`update jobs set gate = 'after', revision = revision + 1 where id = ${job}`);
      const pedal = reading({
        gate: 'after',
        point: 'pedal',
        place: 'vehicle',
        answer: 'observed',
        good: true,
        text: '',
        instrument: 'hand',
      });
      expect(await why(ivo, entry(job, 'reading', pedal, { at: minutes(10) }))).toBe('filed');
      const mark = jobMark(runa.id, job, minutes(29));
      const hose = { kind: 'brake-hose', what: 'longer hoses' };
      expect(await why(runa, { ...entry(job, 'change', hose, { at: minutes(20) }), mark })).toBe('filed');
      const document = await jobOf(runa, job);
      const [read] = document?.readings ?? [];
      expect(document && read && staleBecause(BOOK, document, read)?.what).toBe('longer hoses');
    });
  });

  test('a temporary table of the application’s role leads no trigger round', async () => {
    const client = new pg.Client({ connectionString: process.env.DATABASE_APP_URL });
    await client.connect();
    try {
      await expect(client.query('create temp table jobs (id uuid, shop_id uuid, state text)')).rejects.toThrow(
        /permission/,
      );
    } finally {
      await client.end();
    }
    const loose = await owner().execute<{ name: string }>(sql`
      select p.proname as name from pg_proc p join pg_namespace n on n.oid = p.pronamespace
      where n.nspname = 'public' and not exists (select 1 from pg_depend d where d.objid = p.oid and d.deptype = 'e')
        and not coalesce(p.proconfig::text like '%search_path=%pg_temp%', false)`);
    expect(loose.rows).toEqual([]);
  });
});
