'use client';

import type { ComponentType, ReactNode } from 'react';
import { stationOf } from '@/core/assembly/stations';
import { worstFirst } from '@/core/assembly/workJob';
import { STATIONS, type StationId } from '@/core/record/station';
import { HandsAbove, TyreAbove } from '../station/AboveStation';
import { HeightPostsAt } from '../station/HeightPostsAt';
import { PlacesAbove } from '../station/PlacesAbove';
import { StationAside } from '../station/StationAside';
import type { SeenAt, StationDrawing } from '../station/stationDrawing';
import { StationEntries } from '../station/StationEntries';
import { readGate, stationHref } from '../station/StationTape';
import { StationReadings } from '../station/StationReadings';
import { part, type Part } from './part';
import { shutAt } from './ReadingGateRoom';
import { RoomLink } from './RoomLink';
import type { StationProps } from './stationProps';
import type { JobView } from './view';

/** Stations whose page is one drawing that is worked with; each is loaded when it is first opened. */
const PAGES: Partial<Record<StationId, Part<StationProps>>> = {
  driveline: part(() => import('../driveline/DrivelineStation').then((m) => m.DrivelineStation)),
  axle: part(() => import('../axle/AxleStation').then((m) => m.AxleStation)),
  alignment: part(() => import('../alignment/AlignmentStation').then((m) => m.AlignmentStation)),
};
/** What the others show: the vehicle from above with what is found where, unless it is named here. */
const DRAWINGS: Partial<Record<StationId, ComponentType<StationDrawing>>> = {
  stance: HeightPostsAt,
  tyre: TyreAbove,
  hands: HandsAbove,
};
const SEEN: readonly (readonly [SeenAt, string])[] = [
  ['before', 'Before'],
  ['plan', 'Plan'],
  ['after', 'After'],
];

/** One station at a gate: its drawing, its verdicts worst first, its readings and where it goes on from here. */
export function StationRoom({ view, gate, station }: { view: JobView; gate: SeenAt; station: StationId }) {
  const read = readGate(gate);
  const verdicts = worstFirst(view.verdicts.filter((v) => v.gate === read && stationOf(view.workings, v) === station));
  const head = <StationHead id={view.id} gate={gate} station={station} />;
  const below = (
    <>
      <StationReadings view={view} station={station} shut={shutAtGates(view)} />
      <StationEntries view={view} station={station} />
    </>
  );
  const aside = (cures: ReactNode) => (
    <StationAside view={view} gate={gate} station={station} verdicts={verdicts} cures={cures} />
  );
  const Page = PAGES[station];
  if (Page) return <Page {...{ view, gate, head, below, aside, verdicts, mayRead: shutAt(view, read) === null }} />;
  const Drawing = DRAWINGS[station] ?? PlacesAbove;
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        {head}
        <Drawing view={view} gate={gate} verdicts={verdicts} />
        {below}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(null)}
      </aside>
    </main>
  );
}

const StationHead = ({ id, gate, station }: { id: string; gate: SeenAt; station: StationId }) => (
  <div className="flex flex-wrap items-center justify-between gap-3">
    <h1>{STATIONS.find((s) => s.id === station)?.name ?? station}</h1>
    <nav aria-label="Seen at" className="flex border border-graphite">
      {SEEN.map(([at, label]) => (
        <RoomLink
          key={at}
          href={stationHref(id, at, station)}
          aria-current={at === gate ? 'true' : undefined}
          className={`flex min-h-12 items-center px-5 font-semibold ${at === gate ? 'bg-graphite text-paper' : 'hover:bg-panel'}`}
        >
          {label}
        </RoomLink>
      ))}
    </nav>
  </div>
);

/** At which of the two gates nothing is read now. */
function shutAtGates(view: JobView): 'both' | 'before' | 'after' | null {
  const [before, after] = [shutAt(view, 'before'), shutAt(view, 'after')];
  if (before && after) return 'both';
  return before ? 'before' : after ? 'after' : null;
}
