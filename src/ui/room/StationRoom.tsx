'use client';

import type { ReactNode } from 'react';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import { rowsOf, stationOf } from '@/core/assembly/stations';
import { worstFirst } from '@/core/assembly/workJob';
import { GATES } from '@/core/document/job';
import { PLACE_NAME, type Place } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { STATIONS, type StationId } from '@/core/record/station';
import { stanceFigures } from '@/core/subjects/stance/cornerStances';
import { ChecksPanel, Worked } from '../ChecksPanel';
import { Arm } from '../drawings/Arm';
import { HeightPosts } from '../drawings/HeightPosts';
import { VehicleAbove } from '../drawings/VehicleAbove';
import { Words } from '../Figure';
import { VerdictFigure } from '../VerdictFigure';
import { StationLines } from '../job/StationLines';
import { HandsAbove, TyreAbove } from '../station/AboveStation';
import { readGate, stationHref } from '../station/StationTape';
import { StationReadings } from '../station/StationReadings';
import { part } from './part';
import { ClearanceCard } from './ClearanceCard';
import { LinkageCard } from './LinkageCard';
import { shutAt } from './ReadingGateRoom';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

const AlignmentStation = part(() => import('../alignment/AlignmentStation').then((m) => m.AlignmentStation));
const AxleStation = part(() => import('../axle/AxleStation').then((m) => m.AxleStation));
const DrivelineStation = part(() => import('../driveline/DrivelineStation').then((m) => m.DrivelineStation));

type Seen = 'before' | 'plan' | 'after';
const SEEN = [
  ['before', 'Before'],
  ['plan', 'Plan'],
  ['after', 'After'],
] as const;

/** One station at a gate: its drawing, its verdicts worst first, its readings and where it goes on from here. */
export function StationRoom({ view, gate, station }: { view: JobView; gate: Seen; station: StationId }) {
  const { id, job, verdicts, workings } = view;
  const read = readGate(gate);
  const name = STATIONS.find((s) => s.id === station)?.name ?? station;
  const mine = worstFirst(verdicts.filter((v) => v.gate === read && stationOf(workings, v) === station));
  const shut = shutAt(view, read);
  const left = buildRoute(workings, read, station).filter((s) => s.status !== 'answered');
  const reached = GATES.indexOf(job.job.gate);
  const head = (
    <div className="flex flex-wrap items-center justify-between gap-3">
      <h1>{name}</h1>
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
  const readings = (
    <StationReadings
      view={view}
      station={station}
      shut={
        shutAt(view, 'before') && shutAt(view, 'after')
          ? 'both'
          : shutAt(view, 'before')
            ? 'before'
            : shutAt(view, 'after')
              ? 'after'
              : null
      }
    />
  );
  const wants = mine.filter((v) => v.verdict !== 'Clear');
  const clear = mine.filter((v) => v.verdict === 'Clear');
  const aside = (cures: ReactNode) => (
    <>
      <div>
        <h2 className="pb-1">{gate === 'plan' ? 'Found Before, worst first' : 'Checks, worst first'}</h2>
        <ChecksPanel
          jobId={id}
          verdicts={wants}
          lead={view.lead && view.open}
          empty={
            clear.length > 0
              ? 'Everything that is judged here is Clear.'
              : reached < GATES.indexOf(read)
                ? 'This gate is not open yet.'
                : 'Nothing is judged at this station yet.'
          }
        />
        {clear.length > 0 && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center gap-2 font-semibold">
              <Arm verdict="Clear" size={24} /> {clear.length} clear
            </summary>
            <ChecksPanel jobId={id} verdicts={clear} lead={view.lead && view.open} brief />
          </details>
        )}
      </div>
      {cures}
      {gate !== 'plan' &&
        (shut ? (
          <p className="hint">{shut}</p>
        ) : left.length > 0 ? (
          <RoomLink className="btn btn-main w-full" href={`/jobs/${id}/${gate}/read?route=${station}`}>
            Read this station: {left.length} left, {minutesLeft(left)} min
          </RoomLink>
        ) : (
          <p className="font-semibold text-clear">Every reading of this station is in.</p>
        ))}
      {gate === 'after' && (
        <StationLines
          jobId={id}
          workings={view.workings}
          only={station}
          may={view.lead && view.open && ['after', 'release'].includes(job.job.gate)}
          zone={view.member.shop.timeZone}
        />
      )}
      {station === 'tyre' && <ClearanceCard view={view} route={gate !== 'plan' && shut === null ? gate : null} />}
      {(station === 'travel' || station === 'axle') && (
        <LinkageCard view={view} routes={gate === 'before' && shut === null} />
      )}
      <p>
        <RoomLink className="inline-flex min-h-12 items-center underline underline-offset-4" href={`/jobs/${id}/story`}>
          All readings, with their story
        </RoomLink>
      </p>
    </>
  );
  const own = { view, gate, head, below: readings, aside, verdicts: mine, mayRead: shut === null };
  if (station === 'driveline') return <DrivelineStation {...own} />;
  if (station === 'alignment') return <AlignmentStation {...own} />;
  if (station === 'axle') return <AxleStation {...own} />;
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        {head}
        <Drawing view={view} gate={gate} station={station} verdicts={mine} />
        {readings}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(null)}
      </aside>
    </main>
  );
}

function Drawing({
  view,
  gate,
  station,
  verdicts,
}: {
  view: JobView;
  gate: Seen;
  station: StationId;
  verdicts: readonly Verdict[];
}) {
  if (station === 'stance') return <Posts view={view} gate={gate} />;
  if (station === 'tyre') return <TyreAbove view={view} gate={gate} verdicts={verdicts} />;
  if (station === 'hands') return <HandsAbove view={view} gate={gate} verdicts={verdicts} />;
  const said: Partial<Record<Place, ReactNode>> = {};
  for (const place of Object.keys(PLACE_NAME) as Place[]) {
    const here = rowsOf(verdicts.filter((v) => v.place === place));
    if (here.length > 0) said[place] = <Callout view={view} place={place} rows={here.map((r) => r.worst)} />;
  }
  return <VehicleAbove vehicle={view.job.vehicle} said={said} />;
}

/** What is found at one place of the vehicle, the worst first, each to how it is worked. */
function Callout({ view, place, rows }: { view: JobView; place: Place; rows: readonly Verdict[] }) {
  return (
    <div>
      <p className="text-sm font-semibold text-pencil">{PLACE_NAME[place]}</p>
      <ul>
        {rows.slice(0, 3).map((v) => (
          <li key={v.check}>
            <Worked jobId={view.id} v={v} lead={view.lead && view.open}>
              <button type="button" className="flex min-h-12 w-full items-center gap-2 text-left hover:bg-panel">
                <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} size={24} />
                <span className="min-w-0">
                  <span className="sr-only">{v.verdict}: </span>
                  <span className="block text-[15px] leading-tight">{v.title}</span>
                  {v.quantity && v.value !== null && (
                    <span className="block font-bold">
                      <VerdictFigure v={v} />
                    </span>
                  )}
                </span>
              </button>
            </Worked>
          </li>
        ))}
      </ul>
      {rows.length > 3 && <p className="hint">{rows.length - 3} more on the right.</p>}
    </div>
  );
}

function Posts({ view, gate }: { view: JobView; gate: Seen }) {
  const { corners, job } = view;
  const shown =
    gate === 'after'
      ? corners
      : corners.map((c) => ({ ...c, after: null, rise: null, ...(gate === 'before' ? { plan: null } : {}) }));
  const figures = stanceFigures(
    job,
    corners.map((c) => (gate === 'before' ? c.before : gate === 'plan' ? null : c.after)?.value),
  );
  return (
    <>
      <HeightPosts corners={shown} />
      {figures && (
        <dl className="flex flex-wrap gap-x-8 gap-y-1">
          <Stat name="Rake">
            <Words
              phrase={[
                { quantity: 'length', value: figures.rake, signed: true },
                ' · ',
                { quantity: 'angle', value: figures.rakeDegrees, signed: true },
              ]}
            />
          </Stat>
          <Stat name="Left − right, front">
            <Words phrase={[{ quantity: 'length', value: figures.leftRightFront, signed: true }]} />
          </Stat>
          <Stat name="Left − right, rear">
            <Words phrase={[{ quantity: 'length', value: figures.leftRightRear, signed: true }]} />
          </Stat>
        </dl>
      )}
    </>
  );
}

const Stat = ({ name, children }: { name: string; children: ReactNode }) => (
  <div>
    <dt className="text-sm text-pencil">{name}</dt>
    <dd className="text-lg">{children}</dd>
  </div>
);
