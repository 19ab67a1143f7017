import Dexie, { type EntityTable } from 'dexie';
import type { Entry } from '@/core/record/filing/entry';
import type { Snapshot } from '@/server/snapshot';

/** One thing filed on this device, and what became of it. */
export interface Waiting {
  /** Order of filing; things are sent in it. */
  seq: number;
  id: string;
  /** Whose it is: only that person sees it, and it is sent only while that person is signed in. */
  member: string;
  jobId: string;
  /** For the list: the job's number, and in words what was filed. */
  job: string;
  what: string;
  entry: Entry;
  state: 'here' | 'filed' | 'refused';
  why: string;
  /** What would have the server take it after all: a lead's word for its time. */
  needs?: 'word' | undefined;
}
export interface KeptJob {
  id: string;
  member: string;
  snapshot: Snapshot;
}

export type Store = Dexie & {
  waiting: EntityTable<Waiting, 'seq'>;
  jobs: EntityTable<KeptJob, 'id'>;
  /** Small facts: whose device it was last, which notices were seen. */
  facts: EntityTable<{ key: string; value: string }, 'key'>;
};

/** What jobs lacked that were kept before fitments were known: spelt out, so that what is added later changes nothing here. */
const EARLIER = {
  fitments: { asked: null, suggested: null },
  fitRules: {
    compliance: { value: 5, source: 'shop default, not from a published table' },
    streetDroop: { value: 30, source: 'grade of fit, Street' },
    streetBump: { value: 2 / 3, source: 'grade of fit, Street' },
    trimming: { value: 'unseen' as const, source: 'shop default' },
  },
};

/** What this device keeps: filed things until the server has them, and the jobs that are open here. */
export function openStore(name = 'high-gate'): Store {
  const store = new Dexie(name) as Store;
  store.version(1).stores({
    waiting: '++seq, &id, [member+state], [member+jobId]',
    jobs: 'id, member',
    facts: 'key',
  });
  // Jobs kept before the geometry was known lack it, and would stop the page that shows them.
  store
    .version(2)
    .stores({})
    .upgrade((tx) =>
      tx
        .table<KeptJob>('jobs')
        .toCollection()
        .modify((kept) => {
          kept.snapshot.document = Object.assign({ geometry: { before: null, asBuilt: null } }, kept.snapshot.document);
          kept.snapshot.versions ??= [];
        }),
    );
  // And those kept before tyres were tried, which know neither fitments nor the shop's rules.
  store
    .version(3)
    .stores({})
    .upgrade((tx) =>
      tx
        .table<KeptJob>('jobs')
        .toCollection()
        .modify((kept) => {
          kept.snapshot.document = Object.assign({ ...EARLIER }, kept.snapshot.document);
        }),
    );
  return store;
}

let kept: Store | null = null;
/** The device's one store; opened at first use, never on the server. */
export const store = (): Store => (kept ??= openStore());

/** Files on the device what belongs together. Resolves once all of it is on the disk, not before; or none of it is. */
export const keepAll = (at: Store, list: readonly Omit<Waiting, 'seq' | 'state' | 'why'>[]): Promise<number> =>
  // Left to itself a bulk keeps what went in before a fault; a transaction keeps nothing then.
  at.transaction('rw', at.waiting, () =>
    at.waiting.bulkAdd(list.map((each) => ({ ...each, state: 'here' as const, why: '' }))),
  );

/** Who has a page open, and by which sign-in. */
export interface Hand {
  member: string;
  /** The id of the sign-in, no secret: one that was signed out never keeps anything here again. */
  session: string;
}

/** Whether the device is still in this hand: the person's, and not signed out in this tab or another. */
export async function holds(at: Store, { member, session }: Hand): Promise<boolean> {
  const [whose, left] = await at.facts.bulkGet(['member', 'left']);
  return whose?.value === member && left?.value !== session;
}

/**
 * Makes the device another person's: what the one before had open is forgotten here. What they filed and what is not
 * sent yet stays, unseen, until they sign in again. A page of a sign-in that has ended takes nothing over.
 *
 * @returns whether something had to be forgotten
 */
export const handOver = (at: Store, { member, session }: Hand): Promise<boolean> =>
  at.transaction('rw', at.jobs, at.facts, async () => {
    const [before, left] = await at.facts.bulkGet(['member', 'left']);
    if (left?.value === session || before?.value === member) return false;
    await at.jobs.clear();
    await at.facts.put({ key: 'member', value: member });
    return true;
  });

/**
 * Signs the device off: jobs are forgotten and the device is nobody's, in one step. Whatever is still on its way to be
 * kept, from this tab or another, then finds that it is not in its hand any more.
 */
export const leave = (at: Store, { session }: Hand): Promise<void> =>
  at.transaction('rw', at.jobs, at.facts, async () => {
    await at.jobs.clear();
    await at.facts.bulkPut([
      { key: 'member', value: '' },
      { key: 'left', value: session },
    ]);
  });

/**
 * Keeps the job as the server last told it, and lets go of what the server has by now; nothing where the device has gone
 * into another hand meanwhile.
 */
export async function keepJob(at: Store, hand: Hand, snapshot: Snapshot): Promise<void> {
  const { member } = hand;
  const { document } = snapshot;
  const there = new Set([
    ...document.readings.map((r) => r.id),
    ...document.changes.map((c) => c.id),
    ...document.notes.map((n) => n.id),
    ...document.entries.map((e) => e.id),
  ]);
  const struck = new Set(document.strikes.map((s) => s.reading));
  await at.transaction('rw', at.jobs, at.waiting, at.facts, async () => {
    if (!(await holds(at, hand))) return;
    const known = await at.jobs.get(snapshot.id);
    if (!known || known.member !== member || known.snapshot.revision <= snapshot.revision)
      await at.jobs.put({ id: snapshot.id, member, snapshot });
    const filed = await at.waiting.where({ member, jobId: snapshot.id }).toArray();
    await at.waiting.bulkDelete(
      filed
        .filter(
          ({ entry, state }) =>
            state === 'filed' && (there.has(entry.id) || (entry.kind === 'strike' && struck.has(entry.body.reading))),
        )
        .map(({ seq }) => seq),
    );
  });
}

const DAY = 86_400_000;
/** Lets go of what the server took more than a day ago: it is with its job. */
export async function letGo(at: Store, member: string, now = Date.now()): Promise<void> {
  const filed = await at.waiting.where({ member, state: 'filed' }).toArray();
  await at.waiting.bulkDelete(filed.filter((w) => Date.parse(w.entry.at) < now - DAY).map(({ seq }) => seq));
}
