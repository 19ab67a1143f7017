import Dexie, { type EntityTable } from 'dexie';
import type { Entry } from '@/core/filing/entry';
import { readJob } from '@/core/document/readJob';
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

/**
 * A kept job as this page can show it: brought to its version whichever release kept it. Null where a later release
 * kept it, or it cannot be read: it stays on the disk, and the server is asked.
 */
export function shownSnapshot(kept: KeptJob): Snapshot | null {
  const read = readJob(kept.snapshot.document);
  return read.ok ? { ...kept.snapshot, document: read.job } : null;
}

let kept: Store | null = null;
/** The device's one store; opened at first use, never on the server. */
export const store = (): Store => (kept ??= openStore());

/** Files one thing on the device. Resolves once it is on the disk, not before. */
export const keep = (at: Store, waiting: Omit<Waiting, 'seq' | 'state' | 'why'>): Promise<number> =>
  at.waiting.add({ ...waiting, state: 'here', why: '' });

/**
 * Makes the device another person's: what the one before had open is forgotten here. What they filed and what is not
 * sent yet stays, unseen, until they sign in again.
 */
export async function handOver(at: Store, member: string): Promise<boolean> {
  const before = await at.facts.get('member');
  if (before?.value === member) return false;
  await at.transaction('rw', at.jobs, at.facts, async () => {
    await at.jobs.clear();
    await at.facts.put({ key: 'member', value: member });
  });
  return true;
}

/** Keeps the job as the server last told it, and lets go of what the server has by now. */
export async function keepJob(at: Store, member: string, snapshot: Snapshot): Promise<void> {
  const { document } = snapshot;
  const there = new Set([
    ...document.readings.map((r) => r.id),
    ...document.changes.map((c) => c.id),
    ...document.notes.map((n) => n.id),
  ]);
  const struck = new Set(document.strikes.map((s) => s.reading));
  await at.transaction('rw', at.jobs, at.waiting, async () => {
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
