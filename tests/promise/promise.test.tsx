/**
 * The promise of the floors: a subject is added by its own folder and one line. Here the one line is this mock's; nothing
 * else of the application knows of the bracket, and it is filed offline, judged, exported, imported, printed and found.
 */
jest.mock('../../src/core/assembly/subjects', () => {
  const real = jest.requireActual<typeof import('../../src/core/assembly/subjects')>(
    '../../src/core/assembly/subjects',
  );
  const { bracket } = jest.requireActual<typeof import('./bracket/subject')>('./bracket/subject');
  return { SUBJECTS: [...real.SUBJECTS, bracket] };
});
jest.mock('next/navigation', () => ({ usePathname: () => '', useSearchParams: () => new URLSearchParams() }));
jest.mock('../../src/server/actions/job', () => ({}));

import 'fake-indexeddb/auto';
import { renderToStaticMarkup } from 'react-dom/server';
import { sql } from 'drizzle-orm';
import { BOOK, workingsOf } from '@/core/assembly/book';
import { withWaiting } from '@/core/assembly/filing';
import { readJobFile } from '@/core/assembly/formats/jobFile';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { workJob } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import { say } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { INCH_SHOP, METRIC_SHOP } from '@/core/kernel/units/quantity';
import { Entry } from '@/core/record/filing/entry';
import { entriesTold, findEntries, findInStory, storyOf } from '@/core/record/story';
import { Memo } from '@/core/record/workings';
import { savePlanPart } from '@/server/jobs/gatework';
import { importJob } from '@/server/jobs/importing';
import { fileSent } from '@/server/jobs/sent';
import { saveLimit } from '@/server/jobs/shopwork';
import type { Doer } from '@/server/jobs/withJob';
import type { Snapshot } from '@/server/snapshot';
import { DeviceProvider } from '@/ui/device/DeviceProvider';
import { sendRound } from '@/ui/device/sender';
import { keepAll, openStore, type Store } from '@/ui/device/store';
import { isRoom, subjectRoom } from '@/ui/room/rooms';
import { SubjectRoom } from '@/ui/room/SubjectRoom';
import { RoomContext, type Looker } from '@/ui/room/view';
import { viewHere } from '../support/viewHere';
import { UnitsProvider } from '@/ui/Units';
import { bookJob, closeAll, entry, jobOf, makePerson, makeShop, owner, reading, withDatabase } from '../support/shopDb';

const BOLT = {
  gate: 'after',
  point: 'bracketTorque',
  place: 'front',
  state: 'floor',
  instrument: 'beam-wrench',
} as const;

test('its quantity is typed and shown in both units', () => {
  const inch = parseQuantity('torque', '74 lb·ft', METRIC_SHOP);
  // By pencil: 74 × 1.3558 = 100.33 N·m.
  expect(inch.ok && inch.value).toBeCloseTo(100.33, 2);
  expect(parseQuantity('torque', '100', METRIC_SHOP)).toEqual({ ok: true, value: 100, unit: 'N·m' });
  expect([show('torque', 100, METRIC_SHOP).text, show('torque', 100, INCH_SHOP).text]).toEqual(['100 N·m', '74 lb·ft']);
  expect(parseQuantity('torque', '100 kg', METRIC_SHOP)).toEqual({ ok: false, reason: '"kg" is not a unit of torque' });
  expect(BOOK.limit('bracketTorque')).toMatchObject({ clear: 8, stop: 20 });
});

withDatabase('a made-up subject, added by its folder and one line', () => {
  let runa: Doer;
  let ivo: Doer;
  let jobId = '';
  let store: Store;
  const job = async (): Promise<JobDocument> => {
    const found = await jobOf(runa, jobId);
    if (!found) throw new Error('no job');
    return found;
  };
  const verdict = (of: JobDocument) => workJob(of).find((v) => v.check === 'bracket-bolt');

  beforeAll(async () => {
    const shop = await makeShop('Promise shop');
    runa = await makePerson(shop, 'Runa', 'technician');
    ivo = await makePerson(shop, 'Ivo', 'lead');
    jobId = await bookJob(runa);
    store = openStore('promise');
  });
  afterAll(async () => {
    await store.delete();
    await closeAll();
  });

  test('its part of the plan is set, checked by its own schema', async () => {
    const set = (fields: Record<string, number>, part = 'bracket-torque', version = 1) =>
      savePlanPart(runa, jobId, { part, version, fields });
    expect(await set({ wanted: 900 })).toMatchObject({ ok: false, errors: { wanted: 'no bracket holds that' } });
    expect(await set({ wanted: 100 }, 'hinge')).toMatchObject({ ok: false });
    expect(await set({ wanted: 100 })).toEqual({ ok: true });
    // Whoever sets it by an older plan is told.
    expect(await set({ wanted: 120 })).toMatchObject({ ok: false });
    expect((await job()).plan.parts).toEqual({ 'bracket-torque': { wanted: 100 } });
    expect(verdict(await job())).toMatchObject({
      verdict: 'Not measured',
      missing: ['bracket bolt torque, front axle, After'],
    });
  });

  test('it is filed offline, shown at once, sent later, and kept', async () => {
    await owner().execute(sql`update jobs set gate = 'after', revision = revision + 1 where id = ${jobId}`);
    const before = await job();
    const read = reading({ ...BOLT, text: '74 lb·ft', units: METRIC_SHOP });
    const waiting = [
      Entry.parse(entry(jobId, 'reading', read)),
      Entry.parse(entry(jobId, 'entry', { kind: 'bracket-shim', fields: { side: 'left', thickness: 3 } })),
      Entry.parse(entry(jobId, 'entry', { kind: 'bracket-shim', fields: { side: 'left', thickness: 90 } })),
    ];
    for (const each of waiting)
      await keepAll(store, [{ id: each.id, member: runa.id, jobId, job: 'T', what: 'x', entry: each }]);
    // Without network, on this device: what cannot be is left out, the rest is judged at once.
    const here = withWaiting(before, waiting, 'Runa');
    expect([here.readings.length - before.readings.length, here.entries.length]).toEqual([1, 1]);
    expect(verdict(here)).toMatchObject({ verdict: 'Clear' });
    const sent = await sendRound(store, runa.id, async (body) => {
      const answer = await fileSent(runa, body);
      if (!answer.ok) throw new Error(answer.message);
      return new Response(JSON.stringify(answer));
    });
    expect(sent).toMatchObject({ link: 'good', more: false });
    const states = (await store.waiting.orderBy('seq').toArray()).map((w) => [w.state, w.why]);
    expect(states).toEqual([
      ['filed', ''],
      ['filed', ''],
      ['refused', expect.stringMatching(/^Shim fitted: thickness/)],
    ]);
    const now = await job();
    expect(now.entries).toMatchObject([
      { kind: 'bracket-shim', gate: 'after', by: 'Runa', body: { side: 'left', thickness: 3 } },
    ]);
    // The desk does not measure; nothing is altered once it was filed.
    const desk = await makePerson(runa.shop.id, 'Maren', 'front-desk');
    const barred = await fileSent(
      desk,
      JSON.stringify({
        member: desk.id,
        sentAt: new Date().toISOString(),
        entries: [{ ...waiting[1], id: crypto.randomUUID() }],
      }),
    );
    expect(barred.ok && barred.outcomes).toMatchObject([{ state: 'refused' }]);
    await expect(owner().execute(sql`update entries set kind = 'other'`)).rejects.toThrow();
    await expect(owner().execute(sql`delete from entries`)).rejects.toThrow();
  });

  test('it is judged on both sides, by the limit that the shop set', async () => {
    const stands = await job();
    const at = (value: number): JobDocument => ({
      ...stands,
      readings: stands.readings.map((r) => (r.point === BOLT.point ? { ...r, value } : r)),
    });
    const words = [79, 91, 93, 107, 109, 121].map((value) => verdict(at(value))?.verdict);
    expect(words).toEqual(['Stop', 'Watch', 'Clear', 'Clear', 'Watch', 'Stop']);
    expect(
      await saveLimit(ivo, { figure: 'bracketTorque', clear: '12 nm', stop: '30 nm', source: 'maker' }, METRIC_SHOP),
    ).toEqual({ ok: true });
    const shops = await job();
    expect(shops.limits.bracketTorque).toMatchObject({ clear: 12, stop: 30 });
    expect(verdict({ ...shops, readings: at(111).readings })?.verdict).toBe('Clear');
  });

  test('it is in the job file, and what comes out of one is brought in, checked', async () => {
    const text = JSON.stringify(await job());
    const read = readJobFile(text);
    expect(read.ok && read.job.entries).toHaveLength(1);
    for (const [wrong, fault] of [
      [text.replace('"thickness":3', '"thickness":300'), /^entries\[0\]\.body\.thickness: /],
      [text.replace('"bracket-shim"', '"hinge"'), /^entries\[0\]\.kind: there is no kind "hinge"/],
      [text.replace('{"wanted":100}', '{"wanted":"tight"}'), /^plan\.parts\.bracket-torque\.wanted: /],
    ] as const)
      expect(readJobFile(wrong)).toMatchObject({ ok: false, fault: expect.stringMatching(fault) });
    const brought = await importJob(ivo, text, 'promise.json');
    if (!brought.ok) throw new Error(brought.message);
    const there = await jobOf(ivo, brought.jobId);
    expect(there?.entries).toMatchObject([{ kind: 'bracket-shim', broughtIn: { by: 'Ivo' } }]);
    expect(there?.plan.parts).toEqual({ 'bracket-torque': { wanted: 100 } });
    expect(there && verdict(there)?.verdict).toBe('Clear');
  });

  test('it is printed in both units, and found', async () => {
    const w = workingsOf(await job());
    const [inch, metric] = [INCH_SHOP, METRIC_SHOP].map((units) => makeSheet(w, units, (iso) => iso));
    expect(metric?.proofs).toEqual(
      expect.arrayContaining([
        { name: 'Bracket', text: '1 shimmed.' },
        { name: 'Plan, bracket bolt', text: 'torqued to 100 N·m' },
      ]),
    );
    expect(inch?.proofs).toContainEqual({ name: 'Plan, bracket bolt', text: 'torqued to 74 lb·ft' });
    expect(metric?.readings).toContainEqual(
      expect.objectContaining({ name: 'Bracket bolt torque, front axle', after: '100 N·m' }),
    );
    expect(metric?.verdicts).toContainEqual(
      expect.objectContaining({ title: 'Bracket bolt at its torque', verdict: 'Clear' }),
    );
    expect(metric?.changes).toContainEqual(expect.objectContaining({ what: 'Shim fitted: left, 3 mm', by: 'Runa' }));
    expect(findInStory(storyOf(w), 'bracket runa')).toHaveLength(1);
    const told = entriesTold(w);
    expect(findEntries(told, 'shim left', (phrase) => say(phrase, METRIC_SHOP))).toHaveLength(1);
    expect(findEntries(told, 'shim right', (phrase) => say(phrase, METRIC_SHOP))).toHaveLength(0);
  });

  test('it has a room', async () => {
    expect([isRoom('bracket'), isRoom('hinge')]).toEqual([true, false]);
    const document = await job();
    const looker: Looker = {
      id: runa.id,
      name: 'Runa',
      role: 'technician',
      shop: { id: runa.shop.id, name: 'Promise shop', timeZone: 'UTC' },
      units: METRIC_SHOP,
    };
    const snapshot = { id: jobId, document, signed: null, mine: [], kits: [], versions: [] } as unknown as Snapshot;
    const view = viewHere(snapshot, looker, new Memo(), false);
    const subject = subjectRoom('bracket');
    if (!subject) throw new Error('no room');
    const drawn = renderToStaticMarkup(
      <UnitsProvider units={METRIC_SHOP}>
        <DeviceProvider member={runa.id} session="s" name="Runa" away={null}>
          <RoomContext.Provider value={{ view, sure: true, refresh: async () => {} }}>
            <SubjectRoom view={view} subject={subject} />
          </RoomContext.Provider>
        </DeviceProvider>
      </UnitsProvider>,
    );
    for (const part of [
      'Bracket bolt, torque it turns on at',
      '100 N·m',
      'Shim fitted',
      'Thickness',
      'Bracket bolt at its torque',
    ])
      expect(drawn).toContain(part);
  });
});
