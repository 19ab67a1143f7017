/** @jest-environment-options {"globalsCleanup": "off"} */
import 'fake-indexeddb/auto';
import '../../../tests/support/dom';
import { cleanup, renderHook, waitFor } from '@testing-library/react';
import { Memo } from '@/core/record/workings';
import { workingsOf } from '@/core/assembly/book';
import { CORE_VERSION, withoutWorking, workJob } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import type { Entry } from '@/core/record/filing/entry';
import { DEFAULT_STOCK } from '@/core/document/fitRules';
import { adviceAt } from '@/core/subjects/alignment/advice';
import { obstaclePoint } from '@/core/subjects/clearance/points';
import { sweepsLeft, sweptCorners } from '@/core/subjects/clearance/fit/assessed';
import type { Snapshot } from '@/server/snapshot';
import { demoJobs } from '../../../scripts/demo/jobs';
import { handOver, keepJob, store, type Waiting } from '../device/store';
import { askSweeper } from '../linkage/sweeper';
import { Judge } from '../../workers/judgeApi';
import { askJudge, askPiece } from './judge';
import { useOpened } from './opened';
import { useSnapshot } from './useSnapshot';
import { useView } from './useView';
import type { JobView, Looker } from './view';

const device = { ready: true, waiting: [] as Waiting[], heard: jest.fn(), hand: { member: 'runa', session: 's' } };
jest.mock('../device/DeviceProvider', () => ({ useDevice: () => device }));
jest.mock('../device/offline', () => ({ keepPage: () => Promise.resolve() }));
jest.mock('../linkage/sweeper', () => ({ askSweeper: jest.fn() }));
jest.mock('./judge', () => ({ askJudge: jest.fn(), askPiece: jest.fn(), openJudge: () => Promise.resolve() }));

const demo = (number: string): JobDocument => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(`no demo job ${number}`);
  return job;
};
const ID = '11111111-1111-4111-8111-111111111111';
const snapshotOf = (document: JobDocument, revision = 1): Snapshot => ({
  id: ID,
  revision,
  tag: `t${revision}`,
  shopMark: '',
  version: 1,
  planBy: '',
  planAt: null,
  kitId: null,
  document,
  kits: [],
  stock: DEFAULT_STOCK,
  versions: [],
  mine: [],
  signed: null,
});

describe('a job as the server last told it', () => {
  const booked = demo('HG-0138');
  const net = jest.spyOn(globalThis, 'fetch');
  const answers = (status: number, told?: unknown) =>
    net.mockImplementation(async () => new Response(told === undefined ? null : JSON.stringify(told), { status }));
  beforeEach(async () => {
    device.heard.mockClear();
    device.waiting = [];
    net.mockClear();
    await store().jobs.clear();
    await handOver(store(), device.hand);
  });
  afterAll(() => net.mockRestore());
  const shown = (initial: Snapshot) => renderHook(({ of }) => useSnapshot(of, true), { initialProps: { of: initial } });

  test('news is shown and kept; what is older than what stands is not', async () => {
    answers(200, snapshotOf({ ...booked, notes: [] }, 7));
    const hook = shown(snapshotOf(booked, 3));
    expect(hook.result.current[0].revision).toBe(3);
    await waitFor(() => expect(hook.result.current[0].revision).toBe(7));
    await waitFor(async () => expect((await store().jobs.get(ID))?.snapshot.revision).toBe(7));
    expect(device.heard).toHaveBeenLastCalledWith('good');
    answers(200, snapshotOf(booked, 5));
    await hook.result.current[2]();
    expect(hook.result.current[0].revision).toBe(7);
    hook.unmount();
  });
  test('it asks by what it has, and again when something of it was filed', async () => {
    answers(304);
    const initial = snapshotOf(booked, 3);
    const hook = shown(initial);
    await waitFor(() => expect(net).toHaveBeenCalledTimes(1));
    expect(net.mock.calls[0]).toMatchObject([`/api/jobs/${ID}`, { headers: { 'If-None-Match': 't3' } }]);
    device.waiting = [{ jobId: ID, state: 'filed' } as Waiting];
    hook.rerender({ of: initial });
    await waitFor(() => expect(net).toHaveBeenCalledTimes(2));
    hook.unmount();
  });
  test('a page that was kept shows the later job that was kept after it', async () => {
    net.mockRejectedValue(new TypeError('no network'));
    await keepJob(store(), device.hand, snapshotOf(booked, 9));
    const hook = shown(snapshotOf(booked, 3));
    await waitFor(() => expect(hook.result.current[0].revision).toBe(9));
    await waitFor(() => expect(device.heard).toHaveBeenLastCalledWith('no-network'));
    hook.unmount();
  });
  test('what was kept here is not sure until the server was asked, whatever it answers', async () => {
    let answer: (response: Response) => void = () => {};
    net.mockImplementation(() => new Promise((done) => (answer = done)));
    const hook = renderHook(() => useSnapshot(snapshotOf(booked, 3), false));
    await waitFor(() => expect(net).toHaveBeenCalled());
    expect(hook.result.current[1]).toBe(false);
    answer(new Response(null, { status: 304 }));
    await waitFor(() => expect(hook.result.current[1]).toBe(true));
    hook.unmount();
  });
  test('what somebody else kept here is not shown', async () => {
    net.mockRejectedValue(new TypeError('no network'));
    await store().jobs.put({ id: ID, member: 'ivo', snapshot: snapshotOf(booked, 9) });
    const hook = shown(snapshotOf(booked, 3));
    await waitFor(() => expect(device.heard).toHaveBeenCalled());
    expect(hook.result.current[0].revision).toBe(3);
    hook.unmount();
  });
  test.each([
    ['signed out', 401, undefined, 'signed-out'],
    ['a server that is down', 503, undefined, 'away'],
    ['what is no job', 200, { nothing: 'of a job' }, 'outdated'],
    ['a later release', 200, { ...snapshotOf(booked, 8), document: { ...booked, version: 99 } }, 'outdated'],
  ])('%s: what stands stays, and is heard as such', async (_, status, told, heard) => {
    answers(status, told);
    const hook = shown(snapshotOf(booked, 3));
    await waitFor(() => expect(device.heard).toHaveBeenLastCalledWith(heard));
    expect(hook.result.current[0].revision).toBe(3);
    hook.unmount();
  });
});

describe('a job as it is opened', () => {
  const booked = demo('HG-0138');
  let net: jest.SpiedFunction<typeof fetch>;
  beforeAll(() => {
    net = jest.spyOn(globalThis, 'fetch');
  });
  const never = () => new Promise<Response>(() => {});
  const opened = (revision = 1) => renderHook(() => useOpened(ID, revision));
  beforeEach(async () => {
    device.heard.mockClear();
    net.mockReset();
    await store().jobs.clear();
    await handOver(store(), device.hand);
  });
  afterAll(() => net.mockRestore());

  test('what is kept here is shown before the network answers, and nothing is asked for it', async () => {
    net.mockImplementation(never);
    await keepJob(store(), device.hand, snapshotOf(booked, 9));
    const hook = opened();
    await waitFor(() => expect(hook.result.current).toMatchObject({ told: false, snapshot: { revision: 9 } }));
    expect(net).not.toHaveBeenCalled();
    hook.unmount();
  });
  test('what is kept here and known to be behind waits for the server; without it, it is better than nothing', async () => {
    let answer: (response: Response) => void = () => {};
    net.mockImplementation(() => new Promise((done) => (answer = done)));
    await keepJob(store(), device.hand, snapshotOf(booked, 9));
    const hook = opened(12);
    await waitFor(() => expect(net).toHaveBeenCalledTimes(1));
    expect(hook.result.current).toBeNull();
    answer(new Response(JSON.stringify(snapshotOf(booked, 12)), { status: 200 }));
    await waitFor(() => expect(hook.result.current).toMatchObject({ told: true, snapshot: { revision: 12 } }));
    hook.unmount();
    net.mockRejectedValue(new TypeError('no network'));
    const later = opened(12);
    await waitFor(() => expect(later.result.current).toMatchObject({ told: false, snapshot: { revision: 9 } }));
    expect(device.heard).toHaveBeenLastCalledWith('no-network');
    later.unmount();
  });
  test('what is not here is asked for once, and shown as it is told', async () => {
    net.mockImplementation(async () => new Response(JSON.stringify(snapshotOf(booked, 4)), { status: 200 }));
    const hook = opened();
    await waitFor(() =>
      expect(hook.result.current).toMatchObject({ told: true, snapshot: { revision: 4, document: booked } }),
    );
    expect(net).toHaveBeenCalledTimes(1);
    hook.unmount();
  });
  test('what somebody else kept here is not shown: the server is asked', async () => {
    net.mockImplementation(async () => new Response(JSON.stringify(snapshotOf(booked, 4)), { status: 200 }));
    await store().jobs.put({ id: ID, member: 'ivo', snapshot: snapshotOf(booked, 9) });
    const hook = opened();
    await waitFor(() => expect(hook.result.current).toMatchObject({ snapshot: { revision: 4 } }));
    hook.unmount();
  });
  test('without network it says so, and opens by itself once there is', async () => {
    net.mockRejectedValue(new TypeError('no network'));
    const hook = opened();
    await waitFor(() => expect(hook.result.current).toBe('no-network'));
    net.mockImplementation(async () => new Response(JSON.stringify(snapshotOf(booked, 4)), { status: 200 }));
    window.dispatchEvent(new Event('online'));
    await waitFor(() => expect(hook.result.current).toMatchObject({ snapshot: { revision: 4 } }));
    hook.unmount();
  });
  test.each([
    [401, 'signed-out'],
    [404, 'gone'],
    [503, 'away'],
  ])('an answer of %d is told as %s', async (status, told) => {
    net.mockImplementation(async () => new Response(null, { status }));
    const hook = opened();
    await waitFor(() => expect(hook.result.current).toBe(told));
    hook.unmount();
  });
  test('a job that a later release tells is not shown as if it were understood', async () => {
    const later = { ...snapshotOf(booked, 8), document: { ...booked, version: 99 } };
    net.mockImplementation(async () => new Response(JSON.stringify(later), { status: 200 }));
    const hook = opened();
    await waitFor(() => expect(hook.result.current).toBe('outdated'));
    hook.unmount();
  });
});

/** The job that a page shows; null while nobody has told what it comes to. */
const useShown = (...of: Parameters<typeof useView>): JobView | null => useView(...of)?.view ?? null;

describe('a job as it is worked here', () => {
  const ask = askSweeper as jest.Mock;
  const judging = askJudge as jest.Mock<ReturnType<typeof askJudge>, Parameters<typeof askJudge>>;
  // One corner of it: each is swept, and more than once here.
  const rescue = demo('HG-0142');
  const taped = {
    ...rescue,
    readings: rescue.readings.filter((r) => r.place === 'FL' || obstaclePoint(r.point) === null),
  };
  const runa: Looker = { id: 'runa', name: 'Runa', role: 'technician' } as Looker;
  const whole = workJob(taped, workingsOf(taped, new Memo()));
  const swept = sweptCorners(workingsOf(taped, new Memo()), sweepsLeft(workingsOf(taped, new Memo(), true)));
  const NOBODY: Waiting[] = [];
  const LONG = { timeout: 20_000 };
  const asWhole = new Set(whole.map((v) => JSON.stringify(withoutWorking(v))));
  const NOTE: Entry = {
    ...{ kind: 'note', id: '22222222-2222-4222-8222-222222222222', jobId: ID, at: '2026-11-02T10:00:00.000Z' },
    ...{ mark: null, body: { text: 'a note' } },
  };
  /** As the worker does, in its place. */
  const pieces = askPiece as jest.Mock<ReturnType<typeof askPiece>, Parameters<typeof askPiece>>;
  let judge = new Judge();
  const judgedBy: typeof askJudge = async ({ id, document, told }, live, name, given) => {
    judge.open({ id, job: document, swept: told?.core === CORE_VERSION ? told.swept : null });
    return judge.judge({ entries: live.map((w) => w.entry), name, swept: given });
  };
  /** The verdicts that are not what the job comes to once everything is swept. */
  const notYet = (view: JobView | null): string[] =>
    view === null
      ? ['nothing yet']
      : view.verdicts
          .filter((v) => !asWhole.has(JSON.stringify(withoutWorking(v))))
          .map((v) => `${v.check} ${v.place}: ${v.verdict}`)
          .concat(view.verdicts.length === whole.length ? [] : ['another number of verdicts']);
  const shown = (snapshot: Snapshot) => renderHook(() => useShown(snapshot, runa, NOBODY));
  afterEach(cleanup);
  beforeEach(() => {
    ask.mockReset();
    judge = new Judge();
    judging.mockReset();
    judging.mockImplementation(judgedBy);
  });

  test('one worker judges, another sweeps: all the rest is there first, the swept ones when it tells', async () => {
    let tell: (answer: unknown) => void = () => {};
    ask.mockReturnValue(new Promise((done) => (tell = done)));
    const hook = shown(snapshotOf(taped));
    expect(hook.result.current).toBeNull();
    await waitFor(() => expect(hook.result.current).not.toBeNull(), LONG);
    const waits = notYet(hook.result.current);
    expect(waits.length).toBeGreaterThan(0);
    expect(waits.length).toBeLessThan(whole.length / 2);
    for (const each of waits) expect(each).toMatch(/ FL: Not measured$/);
    tell({ ok: true, swept });
    await waitFor(() => expect(notYet(hook.result.current)).toEqual([]), LONG);
    expect(ask).toHaveBeenCalledTimes(1);
    expect(judging).toHaveBeenCalledTimes(2);
  });
  test.each([
    ['its code cannot be loaded', () => Promise.reject(new Error('no code'))],
    ['it could not', async () => ({ ok: false, reason: 'fault' })],
    ['it tells of something else', async () => ({ ok: true, swept: {} })],
  ])('%s: it is swept here, once', async (_, answer) => {
    ask.mockImplementation(answer);
    const hook = shown(snapshotOf(taped));
    await waitFor(() => expect(notYet(hook.result.current)).toEqual([]), LONG);
    expect(ask).toHaveBeenCalledTimes(1);
  });
  test('where no worker judges, it is judged and swept here', async () => {
    judging.mockRejectedValue(new Error('no code'));
    const hook = shown(snapshotOf(taped));
    await waitFor(() => expect(notYet(hook.result.current)).toEqual([]), LONG);
    expect(ask).not.toHaveBeenCalled();
    expect(judging).toHaveBeenCalledTimes(1);
  });
  test('what the server swept is not swept again; what another arithmetic swept is', async () => {
    ask.mockResolvedValue({ ok: true, swept });
    const told = { core: CORE_VERSION, swept, verdicts: [] };
    const waits = [{ jobId: ID, id: NOTE.id, state: 'here', entry: NOTE } as unknown as Waiting];
    const of = { ...snapshotOf(taped), told };
    const noted = renderHook(() => useShown(of, runa, waits));
    await waitFor(() => expect(notYet(noted.result.current)).toEqual([]), LONG);
    expect(ask).not.toHaveBeenCalled();
    noted.unmount();
    judge = new Judge();
    const hook = shown({ ...snapshotOf(taped), told: { ...told, core: 'another' } });
    await waitFor(() => expect(notYet(hook.result.current)).toEqual([]), LONG);
    expect(ask).toHaveBeenCalledTimes(1);
  });
  test('what the server worked is shown as it told it, until something waits here or its arithmetic is another', async () => {
    ask.mockResolvedValue({ ok: true, swept });
    const verdicts = workJob(taped, workingsOf(taped)).slice(0, 3);
    const told = { core: CORE_VERSION, swept, verdicts };
    expect(shown({ ...snapshotOf(taped), told }).result.current?.verdicts).toBe(verdicts);
    expect(judging).not.toHaveBeenCalled();
    const other = shown({ ...snapshotOf(taped), told: { ...told, core: '0.0.1' } });
    await waitFor(() => expect(other.result.current?.verdicts.length).toBeGreaterThan(3), LONG);
    const waits = [{ jobId: ID, id: NOTE.id, state: 'here', entry: NOTE } as unknown as Waiting];
    const toldOf = { ...snapshotOf(taped), told };
    const own = renderHook(() => useShown(toldOf, runa, waits));
    // As it stood, with what was filed on it, until the worker says what it comes to.
    expect(own.result.current?.verdicts).toBe(verdicts);
    expect(own.result.current?.job.notes.at(-1)).toMatchObject({ text: 'a note' });
    await waitFor(() => expect(own.result.current?.verdicts.length).toBeGreaterThan(3), LONG);
  });
  test('a later state that was told takes nothing back of what was filed here and is judged', async () => {
    ask.mockResolvedValue({ ok: true, swept });
    const told = { core: CORE_VERSION, swept, verdicts: workJob(taped, workingsOf(taped)).slice(0, 3) };
    const waits = [{ jobId: ID, id: NOTE.id, state: 'here', entry: NOTE } as unknown as Waiting];
    const hook = renderHook(({ of }) => useShown(of, runa, waits), {
      initialProps: { of: { ...snapshotOf(taped), told } },
    });
    await waitFor(() => expect(hook.result.current?.verdicts.length).toBeGreaterThan(3), LONG);
    const judged = hook.result.current?.verdicts;
    judging.mockReturnValue(new Promise(() => {}));
    hook.rerender({ of: { ...snapshotOf({ ...taped }, 2), told } });
    expect(hook.result.current?.verdicts).toBe(judged);
  });
  test('a piece beside the verdicts is asked of the same worker; where there is none the page works it', async () => {
    ask.mockResolvedValue({ ok: true, swept });
    pieces.mockImplementation(async ({ id, document }, live, name, piece, gates) => {
      judge.open({ id, job: document, swept });
      const answer = judge.piece({ entries: live.map((w) => w.entry), name, piece, gates });
      if (!answer.ok) throw new Error(answer.reason);
      return answer.piece as never;
    });
    const of = snapshotOf(taped);
    const hook = renderHook(() => useView(of, runa, NOBODY));
    await waitFor(() => expect(hook.result.current?.ask).toBeDefined(), LONG);
    const told = await hook.result.current?.ask?.('advice', ['after']);
    const by = adviceAt(workingsOf(taped), 'after');
    expect(by?.settings.length).toBeGreaterThan(0);
    expect(told).toEqual(by);
    expect(judge.piece({ entries: [], name: 'Runa', piece: 'advice', gates: ['noon'] })).toMatchObject({ ok: false });
    expect(judge.piece({ entries: [], name: 'Runa', piece: 'rumour', gates: [] })).toMatchObject({ ok: false });
    expect(new Judge().piece({ entries: [], name: 'Runa', piece: 'advice', gates: ['after'] })).toMatchObject({
      ok: false,
    });
  });
});
