'use client';

import { usePathname, useSearchParams } from 'next/navigation';
import { startTransition, Suspense, useEffect, useMemo, useState } from 'react';
import { tapeOf } from '@/core/assembly/stations';
import { STATIONS, type StationId } from '@/core/record/station';
import type { JobHead } from '@/server/jobHead';
import { useDevice } from '../device/DeviceProvider';
import { CheckWords } from '../ChecksPanel';
import { GateRail } from '../GateRail';
import { LiftMoves } from '../LiftMoves';
import { NextHead } from '../station/NextCard';
import { readGate, StationTape } from '../station/StationTape';
import { VehicleBand } from '../VehicleBand';
import { BroughtInBand } from './BroughtInBand';
import { MetNotice } from './MetNotice';
import { useOpened, type NotHere, type Opened } from './opened';
import { part } from './part';
import { goTo } from './RoomLink';
import { isRoom, lostStation, stationRoom, subjectRoom, type RoomPath } from './rooms';
import { useSnapshot } from './useSnapshot';
import { useView } from './useView';
import { RoomContext, type JobOnPage, type JobView, type Looker } from './view';

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

// Under way as this file is loaded, with the job itself, and not only once the page is drawn.
if (typeof window !== 'undefined') {
  const [, below] = /^\/jobs\/[0-9a-f-]{36}\/(.*)$/.exec(window.location.pathname) ?? [];
  if (below) void partOf(below).begin();
}

/**
 * One job, at whichever gate. It is worked here, on the device, from the job as the server last told it and whatever
 * waits here: so it shows at once what was filed, and goes on without network.
 */
export function JobRoom({ id, head, member }: { id: string; head: JobHead; member: Looker }) {
  const path = usePathname();
  const below = path.startsWith(`/jobs/${id}/`) ? path.slice(`/jobs/${id}/`.length) : head.gate;
  // What the room is made of is fetched first: a job takes as long to work as it does to come.
  const [there, setThere] = useState(false);
  useEffect(() => {
    void partOf(below)
      .begin()
      // A transition is drawn in slices: the page answers meanwhile.
      .then(() => startTransition(() => setThere(true)));
  }, [below]);
  const opened = useOpened(id, head.revision);
  // Nothing is worked where the page is made: a server answers others meanwhile.
  return there && opened !== null && typeof opened === 'object' ? (
    <JobHere opened={opened} member={member} />
  ) : (
    <Opening id={id} head={head} below={below} missing={typeof opened === 'string' ? opened : null} />
  );
}

const NOT_HERE: Record<NotHere, string> = {
  'no-network': 'This job is not on this tablet, and there is no network. It opens by itself once there is.',
  away: 'This job is not on this tablet, and the server cannot tell it now. It opens by itself once it can.',
  'signed-out': 'You were signed out. Sign in again to open it.',
  'somebody-else': 'Somebody else is signed in on this tablet.',
  outdated: 'It was filed by a later release than this page is of: reload.',
  gone: 'This shop has no such job any more.',
};

/** The job before it is there: its gates, stations, heights and next action as they stood when something was last filed. */
function Opening({
  id,
  head: { number, vehicle, state, shown },
  below,
  missing,
}: {
  id: string;
  head: JobHead;
  below: string;
  missing: NotHere | null;
}) {
  const taped = tapeOver(below);
  const at = taped && readGate(taped.gate);
  // What is in the way is told at Release as at After.
  const gate = below === 'release' ? 'after' : taped?.station === null && taped.gate !== 'plan' ? taped.gate : null;
  // Of a closed job nothing is done next, whatever stood there when it was signed.
  const next = shown && gate && state === 'open' ? shown.next[gate] : null;
  const rows = shown && taped?.station && at ? shown.rows[at][taped.station] : null;
  const named = taped?.station ? STATIONS.find((s) => s.id === taped.station)?.name : null;
  return (
    <>
      {shown && <GateRail jobId={id} gates={shown.gates} />}
      {shown && (
        <VehicleBand
          vehicle={vehicle}
          corners={shown.corners}
          verdicts={shown.corners.flatMap(({ corner, lift }) =>
            lift ? [{ check: 'lift-against-plan', place: corner, verdict: lift }] : [],
          )}
          slim={taped !== null || DRAWN_LARGE.has(below)}
        />
      )}
      {shown && taped && at && <StationTape id={id} lengths={shown.tape[at]} gate={taped.gate} shown={taped.station} />}
      {!missing && named && rows ? (
        <main className="grid min-h-[70vh] grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]" aria-busy="true">
          <div className="p-5">
            <h1 className="flex min-h-12 items-center">{named}</h1>
          </div>
          <aside className="border-l border-rule p-5">
            <h2 className="pb-1">{taped?.gate === 'plan' ? 'Found Before, worst first' : 'Checks, worst first'}</h2>
            <ul className="ruled">
              {rows.map((row) => (
                <li key={`${row.check}/${row.place}`} className="flex items-start gap-3 py-3">
                  <CheckWords v={row} brief={false} />
                </li>
              ))}
            </ul>
          </aside>
        </main>
      ) : (
        <main className="min-h-[70vh] max-w-[860px] space-y-3 p-5" aria-busy={missing === null}>
          {missing ? (
            <>
              <h1>{number}</h1>
              <p role="alert">{NOT_HERE[missing]}</p>
              <p>
                <a className="inline-flex min-h-12 items-center underline underline-offset-4" href="/yard">
                  To the Yard
                </a>
              </p>
            </>
          ) : next ? (
            <NextHead head={next} />
          ) : below === 'plan' ? (
            <>
              <h1>The lift that is wanted</h1>
              <LiftMoves />
            </>
          ) : (
            <>
              <h1>{named ?? number}</h1>
              <p className="hint">Opening the job.</p>
            </>
          )}
        </main>
      )}
    </>
  );
}

/** Rooms in which another drawing is the work in hand. */
const DRAWN_LARGE: ReadonlySet<string> = new Set([
  'clearance',
  'finder',
  'underside',
  'linkage',
  'alignment-sheet',
  'release',
]);

/** As high as a screen, so that nothing jumps when the room is there. */
const Coming = () => (
  <main className="min-h-[70vh] p-5" aria-busy="true">
    <p className="hint">Opening.</p>
  </main>
);

function JobHere({ opened, member }: { opened: Opened; member: Looker }) {
  const [snapshot, sure, refresh] = useSnapshot(opened.snapshot, opened.told);
  const { waiting } = useDevice();
  const worked = useView(snapshot, member, waiting);
  // Kept by another release with something filed since: the worker tells what it comes to.
  return worked ? <Judged {...worked} sure={sure} refresh={refresh} member={member} /> : <Coming />;
}

function Judged({ view, sure, refresh, ask, member }: JobOnPage & { member: Looker }) {
  const room = useMemo(() => ({ view, sure, refresh, ...(ask && { ask }) }), [view, sure, refresh, ask]);
  const path = usePathname();
  const home = `/jobs/${view.id}`;
  const below = path.startsWith(`${home}/`) ? path.slice(home.length + 1) : '';
  const { gate, state } = view.job.job;
  const noStation = lostStation(below);
  const lost = below === '' || !(isRoom(below) || noStation);
  useEffect(() => {
    // By a job that may be behind nobody is led anywhere.
    if (!lost || !sure) return;
    // Next listens to the history only once its own effects have run, after this one.
    const soon = setTimeout(() => goTo(`${home}/${state === 'open' ? gate : 'release'}`, { instead: true }));
    return () => clearTimeout(soon);
  }, [lost, sure, home, gate, state]);
  const taped = tapeOver(below);
  const lengths = useMemo(
    () => (taped ? tapeOf(view.workings, view.verdicts, readGate(taped.gate)) : []),
    // Of the gate that it lies over, whichever of its stations.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [view.workings, view.verdicts, taped?.gate],
  );
  if (lost) return <Coming />;
  return (
    <RoomContext.Provider value={room}>
      <GateRail jobId={view.id} gates={view.gates} />
      <VehicleBand
        vehicle={view.job.vehicle}
        corners={view.corners}
        verdicts={view.verdicts}
        slim={taped !== null || DRAWN_LARGE.has(below)}
      />
      {taped && <StationTape id={view.id} lengths={lengths} gate={taped.gate} shown={taped.station} />}
      <BroughtInBand job={view.job} timeZone={member.shop.timeZone} />
      <Suspense fallback={<Coming />}>
        {noStation ? <NoStation {...noStation} /> : <Inside room={below as RoomPath} view={view} />}
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

function Inside({ room, view }: { room: RoomPath; view: JobView }) {
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
