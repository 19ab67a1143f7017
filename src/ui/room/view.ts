'use client';

import { createContext, useContext } from 'react';
import { workingsOf } from '@/core/assembly/book';
import type { Memo, Workings } from '@/core/record/workings';
import { CORE_VERSION, workJob } from '@/core/assembly/workJob';
import type { Verdict } from '@/core/record/checks/types';
import { DEFAULT_STOCK } from '@/core/document/fitRules';
import { withWaiting } from '@/core/assembly/filing';
import { gateStates, type GateState } from '@/core/assembly/gates/gates';
import type { JobDocument, ReadingGate } from '@/core/document/job';
import type { Corner } from '@/core/kernel/places';
import type { ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { assessedAt, isSwept } from '@/core/subjects/clearance/fit/assessed';
import { cornerStances, type CornerStance } from '@/core/subjects/stance/cornerStances';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { Role } from '@/server/session';
import type { GeometryVersion, KitChoice, Signed, Snapshot } from '@/server/snapshot';
import type { PieceName, Pieces } from '@/workers/pieces';
import type { Waiting } from '../device/store';

/** Who looks, as far as the screen needs it. */
export interface Looker {
  id: string;
  name: string;
  role: Role;
  shop: { id: string; name: string; timeZone: string };
  units: UnitChoice;
}

/** A job with everything core works from it, this device's own filings included. */
export interface JobView {
  id: string;
  version: number;
  planBy: string;
  planAt: string | null;
  kitId: string | null;
  kits: readonly KitChoice[];
  stock: Snapshot['stock'];
  versions: readonly GeometryVersion[];
  member: Looker;
  job: JobDocument;
  /** The job in hand: whatever is worked of it on this screen is worked with this. */
  workings: Workings;
  verdicts: readonly Verdict[];
  gates: GateState[];
  corners: CornerStance[];
  /** Readings, plan and signature can still be filed. */
  open: boolean;
  /** May measure and change things on the vehicle; may decide for the shop; may hand out sheets. */
  bay: boolean;
  lead: boolean;
  desk: boolean;
  signed: Signed | null;
  /** How its customer is written to; left out where an earlier release told the job. */
  letter: Snapshot['letter'];
  /** What comes near a wheel over the travel, the worst first; null where it was not swept. */
  nearAt: (corner: Corner) => readonly ObstacleResult[] | null;
  /** The verdicts are those that the server told of this very state: nothing waits here to be worked. */
  told: boolean;
  mine: ReadonlySet<string>;
  /** Of what was filed on this device: whether the server has it yet. */
  stateOf: (id: string) => 'here' | 'filed';
  refused: readonly Waiting[];
  /** The server's word on when this person had the job; goes with whatever is filed. */
  mark: string | null;
  /** Where the shop's alignment stand answers; null where there is none. */
  stand: string | null;
}

/** A job as it stands on this device, with what waits here on it; not judged yet. */
export interface Here {
  /** The job as the server told it: what was told of another says nothing of this one. */
  document: JobDocument;
  job: JobDocument;
  workings: Workings;
  corners: CornerStance[];
  /** What of it waits on this device, in the order in which it was filed. */
  live: readonly Waiting[];
  /** What it came to by whoever froze or told it; null where something waits here, or another arithmetic told it. */
  settled: readonly Verdict[] | null;
  /** The server told it, and nothing waits here. */
  told: boolean;
}
const lately = new WeakMap<Memo, { entries: string; leaving: boolean; here: Here }>();

/**
 * The job with what waits on this device. That something reached the server changes nothing of it.
 *
 * @param memo what earlier states of this job were worked with
 * @param leaving sweeps that nobody did yet are a worker's: until it tells, their checks say that they wait for it
 */
export function hereOf(
  snapshot: Snapshot,
  member: Pick<Looker, 'name'>,
  waiting: readonly Waiting[],
  memo: Memo,
  leaving: boolean,
): Here {
  const { document } = snapshot;
  const live = waiting.filter((w) => w.jobId === snapshot.id && w.state !== 'refused');
  const entries = live.map((w) => w.id).join();
  const last = lately.get(memo);
  if (last?.here.document === document && last.entries === entries && last.leaving === leaving) return last.here;
  const job = withWaiting(
    document,
    live.map((w) => w.entry),
    member.name,
  );
  const workings = workingsOf(job, memo, leaving, snapshot.pace);
  // A job on which nothing waits here is what the server worked, by the same arithmetic.
  const told = live.length === 0 && snapshot.told?.core === CORE_VERSION ? snapshot.told.verdicts : null;
  const here = {
    ...{ document, job, workings, live, told: told !== null },
    corners: cornerStances(workings),
    settled: snapshot.signed?.verdicts ?? told,
  };
  lately.set(memo, { entries, leaving, here });
  return here;
}

/** What it comes to, worked on the page: where it is neither told nor judged by the worker. */
export const judgedHere = ({ job, workings, settled }: Here): readonly Verdict[] => settled ?? workJob(job, workings);

/**
 * The job as this device shows it. A signed job is shown by its frozen verdicts: nothing is worked again.
 *
 * @param verdicts what it comes to; while the worker is judging it, what it came to before
 */
export function viewOf(
  snapshot: Snapshot,
  member: Looker,
  waiting: readonly Waiting[],
  { job, workings, corners, told }: Here,
  verdicts: readonly Verdict[],
): JobView {
  const own = waiting.filter((w) => w.jobId === snapshot.id);
  const here = new Set(own.filter((w) => w.state === 'here').map((w) => w.id));
  const bay = member.role !== 'front-desk';
  return {
    id: snapshot.id,
    version: snapshot.version,
    planBy: snapshot.planBy,
    planAt: snapshot.planAt,
    kitId: snapshot.kitId,
    kits: snapshot.kits,
    // A snapshot kept on the device before there was a stock has none.
    stock: snapshot.stock ?? DEFAULT_STOCK,
    versions: snapshot.versions,
    member,
    ...{ job, workings, corners, verdicts, told },
    // As told, without working out once more what it was swept from.
    nearAt: (corner) =>
      (told ? snapshot.told?.swept[corner]?.results : null) ??
      (isSwept(workings, corner) ? (assessedAt(workings, corner, 'after')?.results ?? null) : null),
    gates: gateStates(workings, verdicts),
    open: job.job.state === 'open',
    bay,
    lead: member.role === 'lead' || member.role === 'owner',
    desk: member.role !== 'technician',
    signed: snapshot.signed,
    letter: snapshot.letter,
    mine: new Set([...snapshot.mine, ...own.map((w) => w.id)]),
    stateOf: (id) => (here.has(id) ? 'here' : 'filed'),
    refused: own.filter((w) => w.state === 'refused'),
    mark: snapshot.mark ?? null,
    stand: snapshot.stand ?? null,
  };
}

/** Asks for one piece of the job as it stands here. */
export type AskPiece = <N extends PieceName>(name: N, gates: readonly ReadingGate[]) => Promise<Pieces[N]>;

export interface JobOnPage {
  view: JobView;
  /** False until the server was asked whether what was kept here is as the job stands: nobody is led away by it. */
  sure: boolean;
  /** Asks the server for the job anew; resolves when it is shown. */
  refresh: () => Promise<void>;
  /** Asks the worker for a piece of what a page shows of this very state; left out where nothing but the page works. */
  ask?: AskPiece;
}
export const RoomContext = createContext<JobOnPage | null>(null);
export function useRoom(): JobOnPage {
  const room = useContext(RoomContext);
  if (!room) throw new Error('useRoom is used outside a job');
  return room;
}
