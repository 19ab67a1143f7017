import { sql, eq } from 'drizzle-orm';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { yardQuery } from '@/db/queries/yard';
import { readings } from '@/db/schema/jobs';
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
import { fileEntries, trueTime } from './filing';
import { acceptStop, openNextGate, savePlan, signOff } from './gatework';
import { importJob } from './importing';
import { saveLimit } from './shopwork';
import { withWorkedJob, type Doer } from './withJob';

describe('when something was done, by the server’s clock', () => {
  const now = Date.parse('2026-11-23T12:00:00.000Z');
  test.each([
    ['a clock that is right', '2026-11-23T11:00:00Z', '2026-11-23T12:00:00Z', '2026-11-23T11:00:00.000Z'],
    ['a few seconds off: left alone', '2026-11-23T11:00:00Z', '2026-11-23T12:00:20Z', '2026-11-23T11:00:00.000Z'],
    ['two hours ahead', '2026-11-23T13:00:00Z', '2026-11-23T14:00:00Z', '2026-11-23T11:00:00.000Z'],
    ['years behind', '2001-01-01T00:00:00Z', '2001-01-01T01:00:00Z', '2026-11-23T11:00:00.000Z'],
    [
      'done after it was sent: never ahead of now',
      '2026-11-23T12:00:25Z',
      '2026-11-23T12:00:00Z',
      '2026-11-23T12:00:00.000Z',
    ],
  ])('%s', (_name, at, sentAt, wanted) => expect(trueTime(at, sentAt, now)).toBe(wanted));
});

withDatabase('filing on a real database', () => {
  let runa: Doer;
  let ivo: Doer;
  let stranger: Doer;
  let jobId = '';
  const job = () => jobOf(runa, jobId);
  const read = (more: Parameters<typeof reading>[0] = {}) => entry(jobId, 'reading', reading(more));
  const why = async (doer: Doer, ...entries: unknown[]) =>
    (await send(doer, ...entries)).map((o) => (o.state === 'refused' ? o.why : 'filed'));

  beforeAll(async () => {
    const own = await makeShop('Test shop');
    runa = await makePerson(own, 'Runa', 'technician');
    ivo = await makePerson(own, 'Ivo', 'lead');
    stranger = await makePerson(await makeShop('Other shop'), 'Una', 'lead');
    jobId = await bookJob(runa);
  });
  afterAll(closeAll);

  test('before its gate is open nothing is read', async () => {
    expect(await why(runa, read())).toEqual(['Open the Before gate first.']);
    expect(await openNextGate(runa, jobId)).toMatchObject({ ok: true, gate: 'before' });
    expect(await openNextGate(runa, jobId)).toMatchObject({ ok: false });
    expect((await why(runa, read({ gate: 'after' })))[0]).toMatch(/^Open the After gate first/);
    expect((await job())?.openings).toMatchObject([{ gate: 'before', by: 'Runa' }]);
  });

  test('a reading is kept as typed, and sent twice it stands once', async () => {
    const once = read();
    expect(await why(runa, once, once)).toEqual(['filed', 'filed']);
    expect(await why(runa, once)).toEqual(['filed']);
    expect((await job())?.readings).toEqual([
      expect.objectContaining({
        text: '18 9/16',
        unit: 'in',
        value: expect.closeTo(471.4875, 9),
        takenBy: 'Runa',
        asked: false,
      }),
    ]);
  });

  test('an unlikely value that was asked about on the device is kept and marked', async () => {
    expect(await why(runa, read({ place: 'FR', text: '34', asked: true }))).toEqual(['filed']);
    expect((await job())?.readings.find((r) => r.place === 'FR')?.asked).toBe(true);
  });

  test('instead supersedes; struck stays in the story; nothing is struck twice', async () => {
    const [first] = (await job())?.readings ?? [];
    const better = read({ text: '18 3/4', supersedes: first?.id ?? null, knew: [first?.id ?? ''] });
    expect(await why(runa, better)).toEqual(['filed']);
    expect((await job())?.readings.find((r) => r.id === better.id)?.supersedes).toBe(first?.id);
    const strike = (reason: string) => entry(jobId, 'strike', { reading: better.id, reason });
    expect(await why(runa, strike(' '))).toEqual(['Say why it is struck out']);
    expect(await why(runa, strike('wrong mark'))).toEqual(['filed']);
    expect(await why(runa, strike('wrong mark'))).toEqual(['filed']);
    expect(await why(ivo, strike('again'))).toEqual(['That reading is struck out already, by Runa: wrong mark']);
    expect(await why(ivo, entry(jobId, 'strike', { reading: crypto.randomUUID(), reason: 'x' }))).toEqual([
      'That reading is not on this job.',
    ]);
    expect((await job())?.readings).toHaveLength(3);
    expect((await job())?.strikes).toHaveLength(1);
  });

  test('the database itself refuses to alter or remove a reading, and a value that fits no answer', async () => {
    const refused = async (query: ReturnType<typeof sql>) => expect(owner().execute(query)).rejects.toThrow();
    await refused(sql`update readings set value = 1 where job_id = ${jobId}`);
    await refused(sql`delete from readings where job_id = ${jobId}`);
    await refused(sql`truncate readings cascade`);
    await refused(sql`update jobs set lift_front = 5000 where id = ${jobId}`);
    const [row] = await owner().select().from(readings).where(eq(readings.jobId, jobId)).limit(1);
    await expect(
      owner()
        .insert(readings)
        .values({ ...row, id: crypto.randomUUID(), value: null } as typeof readings.$inferInsert),
    ).rejects.toThrow();
  });

  test('what every vehicle has is never “not fitted”', async () => {
    const hose = { point: 'hoseFree', state: 'droop', answer: 'not-fitted', text: '' } as const;
    expect((await why(runa, read(hose)))[0]).toContain('Every vehicle has this one');
    expect(await why(runa, read({ ...hose, point: 'barAngle', place: 'rear', state: 'floor' }))).toEqual(['filed']);
  });

  test('taken over from the other side, a figure keeps its own base unit', async () => {
    const pressure = { point: 'tyrePressure', text: '35 psi', instrument: 'pressure-gauge' } as const;
    const same = read({ ...pressure, place: 'FR', text: '', answer: 'same-as-other-side' });
    expect(await why(runa, same)).toEqual(['The other side has not been read yet.']);
    const again = { ...same, id: crypto.randomUUID() };
    expect(await why(runa, read(pressure), again)).toEqual(['filed', 'filed']);
    expect((await job())?.readings.find((r) => r.id === again.id)).toMatchObject({
      unit: 'kPa',
      text: '',
      value: expect.closeTo(241.3, 1),
    });
  });

  test('a figure means the unit that was on the screen when it was typed', async () => {
    const typed = read({ place: 'RR', text: '500', units: { ...INCH_SHOP, length: 'mm' } });
    expect(await why(runa, typed)).toEqual(['filed']);
    expect((await job())?.readings.find((r) => r.id === typed.id)).toMatchObject({ value: 500, unit: 'mm' });
  });

  test('many at once on one point, each unknown to the others: all are kept, the latest stands', async () => {
    const many = Array.from({ length: 12 }, (_, i) =>
      entry(jobId, 'reading', reading({ place: 'RL', text: `19 ${i}/16` }), {
        at: new Date(Date.now() - 60_000 + i * 1000).toISOString(),
      }),
    );
    const shuffled = [...many].sort((a, b) => a.id.localeCompare(b.id));
    await Promise.all(shuffled.map((each) => send(runa, each)));
    const after = await job();
    const here = after?.readings.filter((r) => r.place === 'RL') ?? [];
    expect(here).toHaveLength(12);
    const yielding = new Set(after?.overlaps.map((o) => o.yields));
    expect(here.filter((r) => !yielding.has(r.id)).map((r) => r.text)).toEqual(['19 11/16']);
  });

  test('a long queue sent at once is filed in its order, and one that is refused holds up none behind it', async () => {
    const other = await bookJob(runa, { customer: 'Queue' });
    await openNextGate(runa, other);
    const note = (text: string) => entry(other, 'note', { text });
    const outcomes = await why(
      runa,
      note('one'),
      note(''),
      entry(other, 'reading', reading()),
      entry(other, 'reading', reading({ text: 'tall' })),
      entry(other, 'paint', {}),
      entry(other, 'reading', { ...reading(), place: 'roof' }),
      note('zero \u0000 byte'),
      entry(other, 'change', { kind: 'spring', what: 'coils' }),
      note('two'),
    );
    expect(outcomes.map((o) => (o === 'filed' ? o : 'refused'))).toEqual([
      'filed',
      'refused',
      'filed',
      'refused',
      'refused',
      'refused',
      'refused',
      'filed',
      'filed',
    ]);
    expect(outcomes.every((o) => o.length > 4)).toBe(true);
    const after = await jobOf(runa, other);
    expect([after?.notes.map((n) => n.text), after?.readings.length, after?.changes.length]).toEqual([
      ['one', 'two'],
      1,
      1,
    ]);
    const revision = async () =>
      (await owner().execute<{ revision: number }>(sql`select revision from jobs where id = ${other}`)).rows[0]
        ?.revision;
    const before = await revision();
    await send(runa, entry(other, 'note', { text: 'news' }));
    expect(await revision()).toBe((before ?? 0) + 1);
  });

  test('tablets that send at one moment are filed together, each answered its own, on one job one after the other', async () => {
    const jobs = await Promise.all(Array.from({ length: 6 }, () => bookJob(runa)));
    for (const id of jobs) await openNextGate(runa, id);
    const taken = await bookJob(stranger);
    const elsewhere = entry(taken, 'note', { text: 'another shop’s' });
    expect(await why(stranger, elsewhere)).toEqual(['filed']);
    const said = (id: string, i: number) => entry(id, 'reading', reading({ set: 1 + (i % 9), text: '18 1/2' }));
    const sent = Array.from({ length: 30 }, (_, i) => said(jobs[i % 6] ?? '', i));
    const answers = await Promise.all([
      ...sent.map((each, i) => send(i % 2 ? runa : ivo, each)),
      // What the database refuses holds up nobody of those that it is filed with.
      send(runa, entry(jobs[0] ?? '', 'note', { text: 'x' }, { id: elsewhere.id })),
      send(runa, { ...entry((jobs[1] ?? '').toUpperCase(), 'note', { text: 'in capitals' }) }),
      send(runa, entry(taken, 'note', { text: 'not ours' })),
    ]);
    const states = answers.map(([outcome]) => outcome?.state);
    expect(states).toEqual([...sent.map(() => 'filed'), 'refused', 'filed', 'refused']);
    expect(answers.map(([outcome]) => outcome?.id).slice(0, 30)).toEqual(sent.map(({ id }) => id));
    for (const [n, id] of jobs.entries()) {
      const document = await jobOf(runa, id);
      expect(document?.readings.map((r) => r.id).sort()).toEqual(
        sent
          .filter((_, i) => i % 6 === n)
          .map((each) => each.id)
          .sort(),
      );
      expect(new Set(document?.readings.map((r) => r.takenBy))).toEqual(new Set([n % 2 ? 'Runa' : 'Ivo']));
    }
    const audit = await owner().execute<{ n: number }>(
      sql`select count(*)::int as n from audit where what = 'filed' and job_id = ${jobs[2] ?? ''}`,
    );
    expect(audit.rows[0]?.n).toBe(5);
  });

  test('a job that somebody holds keeps nobody waiting but its own', async () => {
    const [held, free] = [await bookJob(runa), await bookJob(runa)];
    for (const id of [held, free]) await openNextGate(runa, id);
    const note = (id: string) => entry(id, 'note', { text: 'x' });
    let letGo = (): void => undefined;
    const holding = new Promise<void>((done) => (letGo = done));
    let holds = (): void => undefined;
    const locked = new Promise<void>((done) => (holds = done));
    const holder = owner().transaction(async (tx) => {
      await tx.execute(sql`select 1 from jobs where id = ${held} for update`);
      holds();
      await holding;
    });
    await locked;
    const done: string[] = [];
    const waits = send(runa, note(held)).then((outcome) => (done.push('held'), outcome));
    const goes = await Promise.all([send(ivo, note(free)), send(runa, note(free))]);
    expect(goes.map(([outcome]) => outcome?.state)).toEqual(['filed', 'filed']);
    expect(done).toEqual([]);
    letGo();
    await holder;
    expect((await waits).map((outcome) => outcome.state)).toEqual(['filed']);
  });

  test('an id that another shop uses already is refused, and nothing of either is told', async () => {
    const theirs = await bookJob(stranger, { customer: 'Elsewhere' });
    const taken = entry(theirs, 'note', { text: 'ours' });
    await send(stranger, taken);
    expect(await why(runa, { ...taken, jobId })).toEqual(['The database refused it: it does not fit this job.']);
    expect((await jobOf(stranger, theirs))?.notes).toHaveLength(1);
  });

  test('another shop sees and touches nothing', async () => {
    expect(await jobOf(stranger, jobId)).toBeUndefined();
    expect(await why(stranger, read())).toEqual(['There is no such job in this shop.']);
    const rows = await inShop(stranger.shop.id, (tx) =>
      yardQuery(tx, stranger.shop.id, { words: 'orrin', show: 'open', gate: null, page: 0 }),
    );
    expect(rows.every((r) => r.id !== jobId)).toBe(true);
  });

  test('malformed input of any shape is refused with words, not thrown', async () => {
    const shapes: unknown[] = [
      null,
      7,
      {},
      [],
      read({ text: 'x'.repeat(99) }),
      read({ point: 'hubToMoon' }),
      { ...read(), body: { ...reading(), instrument: 'eye' } },
      { ...read(), body: { ...reading(), instrument: 'constructor' } },
      read({ answer: 'observed', good: true }),
      { ...read(), at: 'yesterday' },
      { ...read(), jobId: 'x' },
    ];
    const { outcomes } = await fileEntries(runa, shapes, new Date().toISOString());
    expect(outcomes).toHaveLength(shapes.length);
    for (const outcome of outcomes)
      expect(outcome).toMatchObject({ state: 'refused', why: expect.stringMatching(/.{5}/) });
  });

  test('plan: the second of two people is told and nothing is overwritten', async () => {
    const plan = {
      version: 1,
      kitId: '',
      liftFront: '2 1/2',
      liftRear: '2',
      bodyLift: '',
      movedHubFront: '',
      movedHubRear: '',
      lipAlteredFront: '',
      heaviestLoad: '',
      lipAlteredRear: '',
    };
    expect(await savePlan(runa, jobId, plan, INCH_SHOP)).toEqual({ ok: true });
    const second = await savePlan(ivo, jobId, { ...plan, liftFront: '4' }, INCH_SHOP);
    expect(second).toMatchObject({
      ok: false,
      message: expect.stringMatching(/^Runa set this plan/),
      theirs: { version: 2, by: 'Runa', plan: { liftFront: 63.5, liftRear: 50.8 } },
    });
    expect((await job())?.plan.liftFront).toBe(63.5);
    // Having seen theirs, the second chooses.
    expect(await savePlan(ivo, jobId, { ...plan, version: 2, liftFront: '4' }, INCH_SHOP)).toEqual({ ok: true });
    expect((await job())?.plan.liftFront).toBe(101.6);
  });

  test('roles: limits, acceptance and signature are a lead’s; release is refused for every role', async () => {
    expect(
      await saveLimit(runa, { figure: 'leftRight', clear: '1/4', stop: '1', source: 'x' }, INCH_SHOP),
    ).toMatchObject({ ok: false });
    expect(
      await saveLimit(ivo, { figure: 'leftRight', clear: '1/4', stop: '1', source: 'shop rule' }, INCH_SHOP),
    ).toEqual({ ok: true });
    expect((await job())?.limits.leftRight).toMatchObject({ stop: 25.4, source: 'shop rule' });
    // What can hurt somebody is made stricter than its published figures, never looser, on neither side.
    const hose = (clear: string, stop: string) =>
      saveLimit(ivo, { figure: 'tyreToHose', clear, stop, source: 'shop rule' }, METRIC_SHOP);
    expect(await hose('-900', '-901')).toMatchObject({
      ok: false,
      errors: { clear: expect.stringContaining('20 mm') },
    });
    expect(await hose('25', '9')).toMatchObject({ ok: false, errors: { stop: expect.stringContaining('10 mm') } });
    expect(await hose('25', '12')).toEqual({ ok: true });
    // And neither that nor another is set to what no vehicle is judged by.
    expect(await hose('9000', '12')).toMatchObject({ errors: { clear: expect.stringContaining('150 mm') } });
    expect(
      await saveLimit(ivo, { figure: 'crossCamber', clear: '1', stop: '40', source: 'x' }, METRIC_SHOP),
    ).toMatchObject({ errors: { stop: expect.stringContaining('5') } });
    expect(
      await acceptStop(runa, jobId, { check: 'rake', gate: 'after', place: 'vehicle', reason: 'x' }),
    ).toMatchObject({ message: 'Only a lead accepts a Stop.' });
    expect(await signOff(ivo, jobId, { kind: 'released', note: '' })).toMatchObject({
      ok: false,
      message: 'Open the Release gate first.',
    });
    await owner().execute(sql`update jobs set gate = 'release', revision = revision + 1 where id = ${jobId}`);
    for (const who of [runa, ivo]) {
      const answer = await signOff(who, jobId, { kind: 'released', note: '' });
      expect(answer.ok ? '' : answer.message).toMatch(/^Release is refused\..*Brake pedal/);
    }
    expect(await signOff(ivo, jobId, { kind: 'left-unreleased', note: 'no hose' })).toEqual({ ok: true });
    expect(await why(runa, read())).toEqual(['This job is closed: nothing more is filed on it.']);
    // What was filed before the signature and is sent again still counts as filed.
    const [filed] = (await job())?.readings ?? [];
    expect(await why(runa, { ...read(), id: filed?.id })).toEqual(['filed']);
    await expect(
      owner().execute(
        sql`insert into changes (id, shop_id, job_id, kind, gate, what, by, by_name) values (gen_random_uuid(), ${runa.shop.id}, ${jobId}, 'spring', 'after', 'x', ${runa.id}, 'x')`,
      ),
    ).rejects.toThrow();
  });

  test('what was worked by limits that were set meanwhile is worked again before it is signed', async () => {
    const another = await bookJob(runa);
    const seen: (number | undefined)[] = [];
    const answer = await withWorkedJob(
      ivo,
      another,
      async (document) => {
        seen.push(document.limits.leftRight?.stop);
        if (seen.length === 1)
          await saveLimit(ivo, { figure: 'leftRight', clear: '1/4', stop: '7/8', source: 'meanwhile' }, INCH_SHOP);
      },
      async (_tx, { document }) => {
        seen.push(document.limits.leftRight?.stop);
        return { ok: true };
      },
    );
    expect(answer).toEqual({ ok: true });
    expect(seen.map((stop) => stop?.toFixed(3))).toEqual(['25.400', '22.225', '22.225']);
    await saveLimit(ivo, { figure: 'leftRight', clear: '1/4', stop: '1', source: 'shop rule' }, INCH_SHOP);
  });

  test('a signed job keeps its limits; its file comes in open and unsigned', async () => {
    await saveLimit(ivo, { figure: 'leftRight', clear: '1/8', stop: '2', source: 'later' }, INCH_SHOP);
    const closed = await job();
    expect(closed?.limits.leftRight?.source).toBe('shop rule');
    const text = JSON.stringify(closed);
    const brought = await importJob(stranger, text, 'theirs.json');
    if (!brought.ok) throw new Error(brought.message);
    const there = await jobOf(stranger, brought.jobId);
    expect(there?.readings).toHaveLength(closed?.readings.length ?? 0);
    expect([there?.job.state, there?.signOffs, there?.broughtIn?.signed?.by]).toEqual(['open', [], 'Ivo']);
  });
});
