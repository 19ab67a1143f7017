'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { startTransition, Suspense, useEffect, useMemo, useState, useSyncExternalStore } from 'react';
import type { StationId } from '@/core/record/station';
import type { Snapshot } from '@/server/snapshot';
import { useDevice } from '../device/DeviceProvider';
import { GateRail } from '../GateRail';
import { StationTape } from '../station/StationTape';
import { VehicleBand } from '../VehicleBand';
import { BroughtInBand } from './BroughtInBand';
import { MetNotice } from './MetNotice';
import { part } from './part';
import { goTo } from './RoomLink';
import { isRoom, lostStation, stationRoom, subjectRoom, type Room } from './rooms';
import { useSnapshot } from './useSnapshot';
import { useView } from './useView';
import { RoomContext, type JobView, type Looker } from './view';

// A room is loaded when it is first opened; without network it comes from what the service worker keeps.
const ReadingGateRoom = part(() => import('./ReadingGateRoom').then((m) => m.ReadingGateRoom));
const AlignmentSheetRoom = part(() => import('./AlignmentSheetRoom').then((m) => m.AlignmentSheetRoom));
const BuildRoom = part(() => import('./BuildRoom').then((m) => m.BuildRoom));
const ClearanceRoom = part(() => import('./ClearanceRoom').then((m) => m.ClearanceRoom));
const FinderRoom = part(() => import('./FinderRoom').then((m) => m.FinderRoom));
const IntakeRoom = part(() => import('./IntakeRoom').then((m) => m.IntakeRoom));
const LinkageRoom = part(() => import('./LinkageRoom').then((m) => m.LinkageRoom));
const PlanRoom = part(() => import('./PlanRoom').then((m) => m.PlanRoom));
const ReadRoom = part(() => import('./ReadRoom').then((m) => m.ReadRoom));
const ReleaseRoom = part(() => import('./ReleaseRoom').then((m) => m.ReleaseRoom));
const SubjectRoom = part(() => import('./SubjectRoom').then((m) => m.SubjectRoom));
const StoryRoom = part(() => import('./StoryRoom').then((m) => m.StoryRoom));
const StationRoom = part(() => import('./StationRoom').then((m) => m.StationRoom));

/** The part that a room is in, so that it is under way while the job is still being worked. */
const PARTS: Readonly<Record<string, { begin: () => Promise<void> }>> = {
  intake: IntakeRoom,
  before: ReadingGateRoom,
  after: ReadingGateRoom,
  'before/read': ReadRoom,
  'after/read': ReadRoom,
  plan: PlanRoom,
  build: BuildRoom,
  release: ReleaseRoom,
  underside: LinkageRoom,
  linkage: LinkageRoom,
  clearance: ClearanceRoom,
  finder: FinderRoom,
  story: StoryRoom,
  'alignment-sheet': AlignmentSheetRoom,
};
const partOf = (below: string) => (stationRoom(below) ? StationRoom : (PARTS[below] ?? SubjectRoom));

const never = () => () => {};
/** False while the server's page is taken over: it must first be shown as it was made. */
const useTakenOver = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );

/**
 * One job, at whichever gate. It is worked here, on the device, from the job as the server last told it and whatever
 * waits here: so it shows at once what was filed, and goes on without network.
 */
export function JobRoom({
  id,
  number,
  gate,
  told,
  member,
}: {
  id: string;
  number: string;
  gate: string;
  /** The job as the server has it, as JSON. */
  told: string;
  member: Looker;
}) {
  const path = usePathname();
  const below = path.startsWith(`/jobs/${id}/`) ? path.slice(`/jobs/${id}/`.length) : gate;
  // What the room is made of is fetched first: a job takes as long to work as it does to come.
  const [there, setThere] = useState(false);
  useEffect(() => {
    void partOf(below)
      .begin()
      // A transition is drawn in slices: the page answers meanwhile.
      .then(() => startTransition(() => setThere(true)));
  }, [below]);
  // Nothing is worked where the page is made: a server answers others meanwhile.
  return useTakenOver() && there ? <JobHere told={told} member={member} /> : <Opening number={number} />;
}

const Opening = ({ number }: { number: string }) => (
  <main className="p-5">
    <h1>{number}</h1>
    <p className="hint">Opening the job.</p>
  </main>
);

/** Rooms in which another drawing is the work in hand. */
const DRAWN_LARGE: ReadonlySet<string> = new Set(['clearance', 'finder', 'underside', 'linkage', 'alignment-sheet']);

/** As high as a screen, so that nothing jumps when the room is there. */
const Coming = () => (
  <main className="min-h-[70vh] p-5" aria-busy="true">
    <p className="hint">Opening.</p>
  </main>
);

function JobHere({ told, member }: { told: string; member: Looker }) {
  const initial = useMemo(() => JSON.parse(told) as Snapshot, [told]);
  const [snapshot, refresh] = useSnapshot(initial);
  const { waiting } = useDevice();
  const view = useView(snapshot, member, waiting);
  const room = useMemo(() => ({ view, refresh }), [view, refresh]);
  const path = usePathname();
  const home = `/jobs/${view.id}`;
  const below = path.startsWith(`${home}/`) ? path.slice(home.length + 1) : '';
  const { gate, state } = view.job.job;
  const noStation = lostStation(below);
  const lost = below === '' || !(isRoom(below) || noStation);
  useEffect(() => {
    if (!lost) return;
    // Next listens to the history only once its own effects have run, after this one.
    const soon = setTimeout(() => goTo(`${home}/${state === 'open' ? gate : 'release'}`, { instead: true }));
    return () => clearTimeout(soon);
  }, [lost, home, gate, state]);
  const taped = tapeOver(below);
  if (lost) return <Opening number={view.job.job.number} />;
  return (
    <RoomContext.Provider value={room}>
      <GateRail jobId={view.id} gates={view.gates} />
      <VehicleBand
        vehicle={view.job.vehicle}
        corners={view.corners}
        verdicts={view.verdicts}
        slim={taped !== null || DRAWN_LARGE.has(below)}
      />
      {taped && <StationTape view={view} gate={taped.gate} shown={taped.station} />}
      <BroughtInBand job={view.job} timeZone={member.shop.timeZone} />
      <Suspense fallback={<Coming />}>
        {noStation ? <NoStation {...noStation} /> : <Inside room={below as Room} view={view} />}
      </Suspense>
      <MetNotice />
    </RoomContext.Provider>
  );
}

/** Where the station tape lies over the work: at Before, Plan and After, and at their stations. */
function tapeOver(below: string): { gate: 'before' | 'plan' | 'after'; station: StationId | null } | null {
  if (below === 'before' || below === 'plan' || below === 'after') return { gate: below, station: null };
  const none = lostStation(below);
  return stationRoom(below) ?? (none ? { gate: none.gate, station: null } : null);
}

const NoStation = ({ name }: { name: string }) => (
  <main className="space-y-2 p-5">
    <h1>There is no station “{name}”</h1>
    <p>Every vehicle has the eight on the tape above. Whoever sent the link may have cut it short.</p>
  </main>
);

function Inside({ room, view }: { room: Room; view: JobView }) {
  const asked = useSearchParams();
  const subject = subjectRoom(room);
  if (subject) return <SubjectRoom view={view} subject={subject} />;
  const station = stationRoom(room);
  if (station) return <StationRoom key={room} view={view} {...station} />;
  const at = { route: asked.get('route') ?? undefined, at: asked.get('at') ?? undefined };
  switch (room) {
    case 'intake':
      return <IntakeRoom view={view} />;
    case 'before':
      return <ReadingGateRoom key="before" view={view} gate="before" />;
    case 'after':
      return <ReadingGateRoom key="after" view={view} gate="after" />;
    case 'before/read':
      return <ReadRoom view={view} gate="before" asked={at} />;
    case 'after/read':
      return <ReadRoom view={view} gate="after" asked={at} />;
    case 'plan':
      return <PlanRoom view={view} />;
    case 'build':
      return <BuildRoom view={view} />;
    case 'release':
      return <ReleaseRoom view={view} />;
    case 'underside':
    case 'linkage':
      return (
        <LinkageRoom key={asked.get('end') ?? 'front'} view={view} asked={{ end: asked.get('end') ?? undefined }} />
      );
    case 'clearance':
      return (
        <ClearanceRoom
          key={`${asked.get('at') ?? ''}/${asked.get('ob') ?? ''}`}
          view={view}
          asked={{ at: asked.get('at') ?? undefined, ob: asked.get('ob') ?? undefined }}
        />
      );
    case 'finder':
      return (
        <FinderRoom key={asked.get('end') ?? 'front'} view={view} asked={{ end: asked.get('end') ?? undefined }} />
      );
    case 'story':
      return <StoryRoom view={view} />;
    case 'alignment-sheet':
      return <AlignmentSheetRoom view={view} />;
  }
}
