import 'fake-indexeddb/auto';
import Dexie from 'dexie';
import fc from '../../../tests/support/properties';
import { Entry } from '@/core/record/filing/entry';
import type { Snapshot } from '@/server/snapshot';
import { startJob } from '../../../scripts/demo/builder';
import { TARN } from '../../../scripts/demo/vehicles';
import { entry, reading } from '../../../tests/support/entries';
import { AT_ONCE, backOff, sendRound } from './sender';
import { handOver, keepAll, keepJob, leave, letGo, openStore, type Store } from './store';

const JOB = '11111111-1111-4111-8111-111111111111';
const [RUNA, IVO] = ['runa', 'ivo'];
let names = 0;
let at: Store;
beforeEach(() => {
  at = openStore(`test-${names++}`);
});
afterEach(() => at.delete());

const hand = (member: string, session = `session of ${member}`) => ({ member, session });
const fileOne = async (member: string, more: { at?: string } = {}): Promise<string> => {
  const e = Entry.parse(entry(JOB, 'reading', reading(), more));
  await keepAll(at, [{ id: e.id, member, jobId: JOB, job: 'T-1', what: 'a height', entry: e }]);
  return e.id;
};
const sentIds = (body: string): string[] =>
  (JSON.parse(body) as { entries: { id: string }[] }).entries.map((e) => e.id);
const filedAll = (body: string) =>
  new Response(JSON.stringify({ outcomes: sentIds(body).map((id) => ({ id, state: 'filed', met: [] })) }));
const states = async () => (await at.waiting.orderBy('seq').toArray()).map((w) => w.state);

test('what is filed is on the disk, in order, and a second of the same id is not taken', async () => {
  const ids = [await fileOne(RUNA), await fileOne(RUNA), await fileOne(RUNA)];
  expect((await at.waiting.orderBy('seq').toArray()).map((w) => w.id)).toEqual(ids);
  const [first] = await at.waiting.toArray();
  if (!first) throw new Error('nothing kept');
  await expect(keepAll(at, [{ ...first, seq: undefined }] as never)).rejects.toThrow();
});

test('what belongs together is all on the disk, or none of it', async () => {
  const kept = await fileOne(RUNA);
  const fresh = Entry.parse(entry(JOB, 'reading', reading()));
  const item = (e: Entry) => ({ id: e.id, member: RUNA, jobId: JOB, job: 'T-1', what: 'a height', entry: e });
  await expect(keepAll(at, [item(fresh), { ...item(fresh), id: kept }])).rejects.toThrow();
  expect((await at.waiting.toArray()).map((w) => w.id)).toEqual([kept]);
});

test('it is sent in order, some at once, until none waits', async () => {
  const ids: string[] = [];
  for (let i = 0; i < AT_ONCE + 5; i++) ids.push(await fileOne(RUNA));
  const sent: string[][] = [];
  const post = async (body: string) => {
    sent.push(sentIds(body));
    return filedAll(body);
  };
  expect(await sendRound(at, RUNA, post)).toMatchObject({ link: 'good', answered: AT_ONCE, more: true });
  expect(await sendRound(at, RUNA, post)).toMatchObject({ link: 'good', answered: 5, more: false });
  expect(await sendRound(at, RUNA, post)).toMatchObject({ link: 'good', answered: 0, more: false });
  expect(sent.flat()).toEqual(ids);
});

test('nobody else’s is ever sent', async () => {
  await fileOne(RUNA);
  const own = await fileOne(IVO);
  const bodies: string[] = [];
  await sendRound(at, IVO, async (body) => {
    bodies.push(body);
    return filedAll(body);
  });
  expect(bodies.flatMap(sentIds)).toEqual([own]);
  expect(JSON.parse(bodies[0] ?? '{}')).toMatchObject({ member: IVO });
  expect(await states()).toEqual(['here', 'filed']);
});

test.each([
  ['no network', async () => Promise.reject(new TypeError('failed')), 'no-network'],
  ['signed out', async () => new Response('{}', { status: 401 }), 'signed-out'],
  ['somebody else', async () => new Response('{}', { status: 409 }), 'somebody-else'],
  [
    'database away',
    async () => new Response('{"message":"away"}', { status: 503, headers: { 'retry-after': '3' } }),
    'away',
  ],
  ['a page instead of an answer', async () => new Response('<html>'), 'away'],
  ['an answer about nothing', async () => new Response('{"outcomes":[]}'), 'away'],
])('%s: all stays as it is, to be sent again', async (_name, post, link) => {
  await fileOne(RUNA);
  expect(await sendRound(at, RUNA, post)).toMatchObject({ link, answered: 0, more: true });
  expect(await states()).toEqual(['here']);
});

test('the part that was answered before the database went away is kept', async () => {
  const ids = [await fileOne(RUNA), await fileOne(RUNA)];
  const outcomes = [{ id: ids[0], state: 'filed' }];
  const round = await sendRound(at, RUNA, async () => new Response(JSON.stringify({ outcomes }), { status: 503 }));
  expect(round).toMatchObject({ link: 'away', answered: 1, more: true });
  expect(await states()).toEqual(['filed', 'here']);
});

test('refused stays with its why, and holds up none behind it', async () => {
  const ids = [await fileOne(RUNA), await fileOne(RUNA)];
  await sendRound(
    at,
    RUNA,
    async () =>
      new Response(
        JSON.stringify({
          outcomes: [
            { id: ids[0], state: 'refused', why: 'This job is closed.' },
            { id: ids[1], state: 'filed' },
            { id: 'of somebody else', state: 'filed' },
          ],
        }),
      ),
  );
  expect(await states()).toEqual(['refused', 'filed']);
  expect((await at.waiting.toArray())[0]?.why).toBe('This job is closed.');
});

test('a server that answers, fails and forgets its answers: everything is filed, nothing twice', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.constantFrom('good', 'lost', 'down', 'cut'), { maxLength: 30 }), async (luck) => {
      await at.waiting.clear();
      const ids: string[] = [];
      for (let i = 0; i < 40; i++) ids.push(await fileOne(RUNA));
      const server: string[] = [];
      let n = 0;
      const post = async (body: string) => {
        const fate = luck[n++] ?? 'good';
        if (fate === 'down') throw new TypeError('failed');
        const sent = fate === 'cut' ? sentIds(body).slice(0, 3) : sentIds(body);
        for (const id of sent) if (!server.includes(id)) server.push(id);
        // Filed, but the answer never reaches the tablet.
        if (fate === 'lost') throw new TypeError('failed');
        return new Response(JSON.stringify({ outcomes: sent.map((id) => ({ id, state: 'filed' })) }));
      };
      for (let i = 0; i < luck.length + 60 && (await states()).includes('here'); i++) await sendRound(at, RUNA, post);
      expect(server).toEqual(ids);
      expect(await states()).not.toContain('here');
    }),
    { numRuns: 25 },
  );
}, 30_000);

const snapshot = (revision: number, ids: string[]): Snapshot => {
  const job = startJob({
    customer: { name: 'Test', contact: '' },
    vehicle: TARN,
    job: { number: 'T-1', use: 'test', bookedAt: '2026-11-23T08:00:00Z' },
  });
  return {
    id: JOB,
    revision,
    tag: `"${revision}"`,
    shopMark: '',
    version: 1,
    planBy: '',
    planAt: null,
    kitId: null,
    kits: [],
    versions: [],
    stock: { tyres: [], wheels: [], spacers: [], stops: [] },
    mine: [],
    signed: null,
    document: { ...job, readings: ids.map((id) => ({ id }) as (typeof job.readings)[number]) },
  };
};

test('what the server has with its job is let go of; what it has only answered for stays till then', async () => {
  await handOver(at, hand(RUNA));
  const ids = [await fileOne(RUNA), await fileOne(RUNA)];
  await sendRound(at, RUNA, async (body) => filedAll(body));
  await keepJob(at, hand(RUNA), snapshot(2, [ids[0] ?? '']));
  expect((await at.waiting.toArray()).map((w) => w.id)).toEqual([ids[1]]);
  // An older one that comes late does not push out the newer.
  await keepJob(at, hand(RUNA), snapshot(1, []));
  expect((await at.jobs.get(JOB))?.snapshot.revision).toBe(2);
});

test('handed to another person, jobs are forgotten and what waits is not', async () => {
  await handOver(at, hand(RUNA));
  await keepJob(at, hand(RUNA), snapshot(1, []));
  await fileOne(RUNA);
  expect(await handOver(at, hand(RUNA))).toBe(false);
  expect(await at.jobs.count()).toBe(1);
  expect(await handOver(at, hand(IVO))).toBe(true);
  expect([await at.jobs.count(), await at.waiting.count()]).toEqual([0, 1]);
});

test('signed out, nothing that is still on its way is kept, from this tab or another; nor taken over again', async () => {
  await handOver(at, hand(RUNA));
  await fileOne(RUNA);
  // Both at once, in either order: what was on its way when the device was left does not come after.
  await Promise.all([
    keepJob(at, hand(RUNA), snapshot(1, [])),
    leave(at, hand(RUNA)),
    keepJob(at, hand(RUNA), snapshot(2, [])),
  ]);
  expect(await at.jobs.count()).toBe(0);
  // A second tab that is still open on that sign-in, and goes to another page.
  expect(await handOver(at, hand(RUNA))).toBe(false);
  await keepJob(at, hand(RUNA), snapshot(3, []));
  expect([await at.jobs.count(), await at.waiting.count()]).toEqual([0, 1]);
  // Signed in anew it is theirs again, and nobody else's.
  expect(await handOver(at, hand(RUNA, 'a later one'))).toBe(true);
  await keepJob(at, hand(IVO), snapshot(4, []));
  expect(await at.jobs.count()).toBe(0);
  await keepJob(at, hand(RUNA, 'a later one'), snapshot(4, []));
  expect(await at.jobs.count()).toBe(1);
});

test('a job kept by an older High Gate lacks the geometry, and gets it when the device is opened again', async () => {
  const name = `older-${names++}`;
  const older = new Dexie(name);
  older.version(1).stores({ waiting: '++seq, &id, [member+state], [member+jobId]', jobs: 'id, member', facts: 'key' });
  const { ...document } = snapshot(3, []).document as Partial<Snapshot['document']>;
  const rest = snapshot(3, []) as Partial<Snapshot>;
  delete document.geometry;
  delete rest.versions;
  await older.table('jobs').put({ id: JOB, member: RUNA, snapshot: { ...rest, document } });
  older.close();
  const now = openStore(name);
  const kept = await now.jobs.get(JOB);
  expect(kept?.snapshot.document.geometry).toEqual({ before: null, asBuilt: null });
  expect(kept?.snapshot.versions).toEqual([]);
  expect(kept?.snapshot.document.vehicle).toEqual(TARN);
  await now.delete();
});

test('filed long ago is let go of, what waits never', async () => {
  const old = { at: '2026-01-01T00:00:00Z' };
  await fileOne(RUNA, old);
  await sendRound(at, RUNA, async (body) => filedAll(body));
  await fileOne(RUNA, old);
  await letGo(at, RUNA);
  expect(await states()).toEqual(['here']);
});

test('it waits longer the longer there is no answer, and never for long', () => {
  expect([1, 2, 3, 4, 5, 6, 60].map(backOff)).toEqual([1, 2, 4, 8, 16, 20, 20]);
});
