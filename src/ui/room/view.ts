'use client';

import { createContext, useContext } from 'react';
import { workingsOf } from '@/core/assembly/book';
import type { Memo, Workings } from '@/core/record/workings';
import { CORE_VERSION, workJob } from '@/core/assembly/workJob';
import type { Verdict } from '@/core/record/checks/types';
import { DEFAULT_STOCK } from '@/core/document/fitRules';
import { withWaiting } from '@/core/assembly/filing';
import { gateStates, type GateState } from '@/core/assembly/gates/gates';
import type { JobDocument } from '@/core/document/job';
import type { Corner } from '@/core/kernel/places';
import type { ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { assessedAt, isSwept } from '@/core/subjects/clearance/fit/assessed';
import { cornerStances, type CornerStance } from '@/core/subjects/stance/cornerStances';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { Role } from '@/server/session';
import type { GeometryVersion, KitChoice, Signed, Snapshot } from '@/server/snapshot';
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

/** What a job came to on this screen, by what it was made of: that something reached the server changes nothing of it. */
interface WorkedHere {
  document: JobDocument;
  entries: string;
  leaving: boolean;
  swept: number;
  worked: Pick<JobView, 'job' | 'workings' | 'verdicts' | 'nearAt' | 'gates' | 'corners' | 'told'>;
}
const lately = new WeakMap<Memo, WorkedHere>();

/**
 * Works the job as this device shows it. A signed job is shown by its frozen verdicts: nothing is worked again.
 *
 * @param memo what earlier states of this job were worked with
 * @param leaving sweeps that nobody did yet are a worker's: until it tells, their checks say that they wait for it
 * @param swept counts what the worker told: each time the job is worked again
 */
export function viewOf(
  snapshot: Snapshot,
  member: Looker,
  waiting: readonly Waiting[],
  memo: Memo,
  leaving: boolean,
  swept: number,
): JobView {
  const own = waiting.filter((w) => w.jobId === snapshot.id);
  const live = own.filter((w) => w.state !== 'refused');
  const made = { document: snapshot.document, entries: live.map((w) => w.id).join(), leaving, swept };
  const last = lately.get(memo);
  const same =
    last?.document === made.document &&
    last.entries === made.entries &&
    last.leaving === leaving &&
    last.swept === swept;
  const worked = same ? last.worked : workHere(snapshot, live, member, memo, leaving);
  if (!same) lately.set(memo, { ...made, worked });
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
    ...worked,
    open: worked.job.job.state === 'open',
    bay,
    lead: member.role === 'lead' || member.role === 'owner',
    desk: member.role !== 'technician',
    signed: snapshot.signed,
    mine: new Set([...snapshot.mine, ...own.map((w) => w.id)]),
    stateOf: (id) => (here.has(id) ? 'here' : 'filed'),
    refused: own.filter((w) => w.state === 'refused'),
    mark: snapshot.mark ?? null,
    stand: snapshot.stand ?? null,
  };
}

function workHere(
  snapshot: Snapshot,
  live: readonly Waiting[],
  member: Looker,
  memo: Memo,
  leaving: boolean,
): WorkedHere['worked'] {
  const job = withWaiting(
    snapshot.document,
    live.map((w) => w.entry),
    member.name,
  );
  const workings = workingsOf(job, memo, leaving, snapshot.pace);
  // A job on which nothing waits here is what the server worked, by the same arithmetic.
  const told = live.length === 0 && snapshot.told?.core === CORE_VERSION ? snapshot.told.verdicts : null;
  const verdicts = snapshot.signed?.verdicts ?? told ?? workJob(job, workings);
  return {
    job,
    workings,
    verdicts,
    // As told, without working out once more what it was swept from.
    nearAt: (corner) =>
      (told && snapshot.told?.swept[corner]?.results) ??
      (isSwept(workings, corner) ? (assessedAt(workings, corner, 'after')?.results ?? null) : null),
    gates: gateStates(workings, verdicts),
    corners: cornerStances(workings),
    told: told !== null,
  };
}

interface Room {
  view: JobView;
  /** False until the server was asked whether what was kept here is as the job stands: nobody is led away by it. */
  sure: boolean;
  /** Asks the server for the job anew; resolves when it is shown. */
  refresh: () => Promise<void>;
}
export const RoomContext = createContext<Room | null>(null);
export function useRoom(): Room {
  const room = useContext(RoomContext);
  if (!room) throw new Error('useRoom is used outside a job');
  return room;
}
