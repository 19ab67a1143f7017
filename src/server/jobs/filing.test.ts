import { eq, sql } from 'drizzle-orm';
import { readings } from '@/db/schema/jobs';
import { members, shops } from '@/db/schema/shops';
import { user } from '@/db/schema/auth';
import { loadJob } from '@/db/queries/jobs';
import { yardQuery } from '@/db/queries/yard';
import { INCH_SHOP } from '@/core/units/quantity';
import { closeDatabase, database } from '../database';
import { bookVehicle } from './booking';
import { fileReading, recordChange, strikeReading } from './filing';
import { acceptStop, openNextGate, savePlan, signOff } from './gatework';
import { importJob } from './importing';
import { saveLimit } from './shopwork';
import type { Doer } from './withJob';

/** Against the throwaway database that `npm test` starts; skipped, and said so, where none is given. */
const withDatabase = process.env.DATABASE_URL ? describe : describe.skip;

withDatabase('filing on a real database', () => {
  let db: ReturnType<typeof database>;
  let runa: Doer;
  let ivo: Doer;
  let stranger: Doer;
  let jobId = '';
  const person = async (shopId: string, name: string, role: Doer['role']): Promise<Doer> => {
    const id = crypto.randomUUID();
    await db.insert(user).values({ id, name, email: `${id}@test.example` });
    const [row] = await db.insert(members).values({ shopId, userId: id, name, role }).returning();
    return { id: row?.id ?? '', name, role, shop: { id: shopId } };
  };
  const shop = async (name: string) =>
    (await db.insert(shops).values({ name, timeZone: 'UTC' }).returning())[0]?.id ?? '';
  const input = (more: Record<string, unknown> = {}) => ({
    id: crypto.randomUUID(),
    gate: 'before',
    point: 'hubToLip',
    place: 'FL',
    state: 'floor',
    set: 1,
    answer: 'measured',
    text: '18 5/8',
    good: null,
    instrument: 'tape',
    note: '',
    instead: false,
    confirmed: false,
    ...more,
  });
  const job = async () => (await loadJob(db, runa.shop.id, jobId))?.document;

  beforeAll(async () => {
    db = database();
    const own = await shop('Test shop');
    runa = await person(own, 'Runa', 'technician');
    ivo = await person(own, 'Ivo', 'lead');
    stranger = await person(await shop('Other shop'), 'Una', 'lead');
    const booked = await bookVehicle(
      runa,
      {
        customer: 'Test',
        contact: '',
        make: 'Orrin',
        model: 'Tarn',
        tag: '',
        body: 'pickup',
        frontSuspension: 'beam-links',
        rearSuspension: 'beam-leaves',
        wheelbase: '112',
        trackFront: '62',
        trackRear: '62',
        tyreDiameter: '31 1/2',
        rearHose: 'centre',
        swayLink: 'down',
        use: 'test',
        bay: '',
        heightSchool: 'hub-to-lip',
        lipWillChange: false,
        promiseFront: 'Trail',
        promiseRear: 'Trail',
        wantedTyre: '',
        notes: '',
        referenceKind: 'before',
        referenceFront: '',
        referenceRear: '',
        referenceSource: '',
      },
      INCH_SHOP,
    );
    if (!booked.ok) throw new Error(booked.message);
    jobId = booked.jobId;
  });
  afterAll(async () => {
    await closeDatabase();
  });

  test('before its gate is open nothing is read', async () => {
    expect(await fileReading(runa, jobId, input(), INCH_SHOP)).toMatchObject({
      ok: false,
      message: 'Open the Before gate first.',
    });
    expect(await openNextGate(runa, jobId)).toMatchObject({ ok: true, gate: 'before' });
    expect(await openNextGate(runa, jobId)).toMatchObject({ ok: false });
    expect(await fileReading(runa, jobId, input({ gate: 'after' }), INCH_SHOP)).toMatchObject({ ok: false });
  });

  test('a reading is kept as typed, and sent twice it stands once', async () => {
    const once = input();
    await fileReading(runa, jobId, once, INCH_SHOP);
    await fileReading(runa, jobId, once, INCH_SHOP);
    expect((await job())?.readings).toEqual([
      expect.objectContaining({ text: '18 5/8', unit: 'in', value: 473.075, takenBy: 'Runa', asked: false }),
    ]);
  });

  test('an unlikely value is asked about, then kept and marked', async () => {
    const odd = input({ place: 'FR', text: '34' });
    expect(await fileReading(runa, jobId, odd, INCH_SHOP)).toMatchObject({ ok: true, filed: false });
    expect(await fileReading(runa, jobId, { ...odd, confirmed: true }, INCH_SHOP)).toMatchObject({
      ok: true,
      filed: true,
    });
    expect((await job())?.readings.find((r) => r.place === 'FR')?.asked).toBe(true);
  });

  test('instead supersedes; struck stays in the story; nothing is struck twice', async () => {
    await fileReading(runa, jobId, input({ text: '18 3/4', instead: true, confirmed: true }), INCH_SHOP);
    const read = (await job())?.readings ?? [];
    const last = read.find((r) => r.text === '18 3/4');
    expect(last?.supersedes).toBe(read.find((r) => r.text === '18 5/8')?.id);
    expect(await strikeReading(runa, jobId, { reading: last?.id, reason: ' ' })).toMatchObject({ ok: false });
    expect(await strikeReading(runa, jobId, { reading: last?.id, reason: 'wrong mark' })).toEqual({ ok: true });
    expect(await strikeReading(runa, jobId, { reading: last?.id, reason: 'again' })).toMatchObject({ ok: false });
    expect((await job())?.readings).toHaveLength(3);
  });

  test('the database itself refuses to alter or remove a reading, and a value that fits no answer', async () => {
    const refused = async (query: ReturnType<typeof sql>) => expect(db.execute(query)).rejects.toThrow();
    await refused(sql`update readings set value = 1 where job_id = ${jobId}`);
    await refused(sql`delete from readings where job_id = ${jobId}`);
    await refused(sql`truncate readings cascade`);
    await refused(sql`update jobs set lift_front = 5000 where id = ${jobId}`);
    const [row] = await db.select().from(readings).where(eq(readings.jobId, jobId)).limit(1);
    await expect(
      db.insert(readings).values({ ...row, id: crypto.randomUUID(), value: null } as typeof readings.$inferInsert),
    ).rejects.toThrow();
  });

  test('what every vehicle has is never “not fitted”', async () => {
    const hose = { point: 'hoseFree', state: 'droop', answer: 'not-fitted', text: '' };
    expect(await fileReading(runa, jobId, input(hose), INCH_SHOP)).toMatchObject({
      ok: false,
      message: expect.stringContaining('Every vehicle has this one'),
    });
    expect(
      await fileReading(runa, jobId, input({ ...hose, point: 'barAngle', place: 'rear', state: 'floor' }), INCH_SHOP),
    ).toMatchObject({ ok: true });
  });

  test('taken over from the other side, a figure keeps its own base unit', async () => {
    const pressure = { point: 'tyrePressure', text: '35 psi' };
    await fileReading(runa, jobId, input({ ...pressure, instrument: 'pressure-gauge' }), INCH_SHOP);
    const same = input({
      ...pressure,
      place: 'FR',
      text: '',
      answer: 'same-as-other-side',
      instrument: 'pressure-gauge',
    });
    expect(await fileReading(runa, jobId, same, INCH_SHOP)).toMatchObject({ ok: true, filed: true });
    expect((await job())?.readings.find((r) => r.id === same.id)).toMatchObject({
      unit: 'kPa',
      text: '',
      value: expect.closeTo(241.3, 1),
    });
  });

  test('many at once on one point: all are kept', async () => {
    await Promise.all(
      Array.from({ length: 12 }, (_, i) =>
        fileReading(
          runa,
          jobId,
          input({ place: 'RL', text: `19 ${1 + (i % 3)}/16`.replace('2/16', '1/8'), confirmed: true }),
          INCH_SHOP,
        ),
      ),
    );
    expect((await job())?.readings.filter((r) => r.place === 'RL')).toHaveLength(12);
  });

  test('another shop sees and touches nothing', async () => {
    expect(await loadJob(db, stranger.shop.id, jobId)).toBeNull();
    expect(await fileReading(stranger, jobId, input(), INCH_SHOP)).toMatchObject({
      ok: false,
      message: 'There is no such job in this shop.',
    });
    expect(await yardQuery(db, stranger.shop.id, { words: '', show: 'open', gate: null, page: 0 })).toEqual([]);
  });

  test('malformed input of any shape is refused with words, not thrown', async () => {
    for (const bad of [
      null,
      7,
      {},
      [],
      input({ text: 'x'.repeat(99) }),
      input({ point: 'hubToMoon' }),
      input({ place: 'roof' }),
      input({ instrument: 'eye' }),
      input({ answer: 'observed', good: true }),
    ]) {
      const answer = await fileReading(runa, jobId, bad, INCH_SHOP);
      expect(answer).toMatchObject({ ok: false });
      if (!answer.ok) expect(answer.message.length).toBeGreaterThan(5);
    }
    expect(await recordChange(runa, jobId, { id: 'x', kind: 'paint', what: '' })).toMatchObject({ ok: false });
  });

  test('plan: the second of two people is told and nothing is overwritten', async () => {
    const loaded = await loadJob(db, runa.shop.id, jobId);
    const plan = {
      version: loaded?.version,
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
    expect(await savePlan(ivo, jobId, { ...plan, liftFront: '4' }, INCH_SHOP)).toMatchObject({
      ok: false,
      message: expect.stringContaining('Somebody changed this plan'),
    });
    expect((await job())?.plan.liftFront).toBe(63.5);
  });

  test('roles: limits, acceptance and signature are a lead’s; release is refused for every role', async () => {
    expect(
      await saveLimit(runa, { figure: 'leftRight', clear: '1/4', stop: '1', source: 'x' }, INCH_SHOP),
    ).toMatchObject({ ok: false });
    expect(
      await saveLimit(ivo, { figure: 'leftRight', clear: '1/4', stop: '1', source: 'shop rule' }, INCH_SHOP),
    ).toEqual({ ok: true });
    expect((await job())?.limits.leftRight).toMatchObject({ stop: 25.4, source: 'shop rule' });
    expect(
      await acceptStop(runa, jobId, { check: 'rake', gate: 'after', place: 'vehicle', reason: 'x' }),
    ).toMatchObject({ message: 'Only a lead accepts a Stop.' });
    expect(await signOff(ivo, jobId, { kind: 'released', note: '' }, true)).toMatchObject({
      ok: false,
      message: 'Open the Release gate first.',
    });
    await db.execute(sql`update jobs set gate = 'release' where id = ${jobId}`);
    for (const who of [runa, ivo]) {
      const answer = await signOff(who, jobId, { kind: 'released', note: '' }, true);
      expect(answer.ok ? '' : answer.message).toMatch(/^Release is refused\..*Brake pedal/);
    }
    expect(await signOff(ivo, jobId, { kind: 'left-unreleased', note: 'no hose' }, false)).toMatchObject({
      errors: { password: expect.any(String) },
    });
    expect(await signOff(ivo, jobId, { kind: 'left-unreleased', note: 'no hose' }, true)).toEqual({ ok: true });
    expect(await fileReading(runa, jobId, input(), INCH_SHOP)).toMatchObject({
      message: 'This job is closed: nothing more is filed on it.',
    });
    await expect(
      db.execute(
        sql`insert into changes (id, shop_id, job_id, kind, gate, what, by, by_name) values (gen_random_uuid(), ${runa.shop.id}, ${jobId}, 'spring', 'after', 'x', ${runa.id}, 'x')`,
      ),
    ).rejects.toThrow();
  });

  test('a signed job keeps its limits; its file comes in for a lead only', async () => {
    await saveLimit(ivo, { figure: 'leftRight', clear: '1/8', stop: '2', source: 'later' }, INCH_SHOP);
    const closed = await job();
    expect(closed?.limits.leftRight?.source).toBe('shop rule');
    const text = JSON.stringify(closed);
    expect(await importJob(runa, text)).toMatchObject({ ok: false, message: expect.stringContaining('only a lead') });
    const brought = await importJob(stranger, text);
    expect(brought.ok).toBe(true);
    if (brought.ok)
      expect((await loadJob(db, stranger.shop.id, brought.jobId))?.document.readings).toHaveLength(
        closed?.readings.length ?? 0,
      );
  });
});
