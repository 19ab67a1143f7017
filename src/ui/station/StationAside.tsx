'use client';

import type { ComponentType, ReactNode } from 'react';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import { GATES, type ReadingGate } from '@/core/document/job';
import type { Verdict } from '@/core/record/checks/types';
import type { StationId } from '@/core/record/station';
import { ChecksPanel } from '../ChecksPanel';
import { Arm } from '../drawings/Arm';
import { StationLines } from '../job/StationLines';
import { ClearanceCard } from '../room/ClearanceCard';
import { LinkageCard } from '../room/LinkageCard';
import { shutAt } from '../room/ReadingGateRoom';
import { RoomLink } from '../room/RoomLink';
import type { JobView } from '../room/view';
import type { SeenAt } from './stationDrawing';
import { readGate } from './StationTape';

/** Where a station's own room stands behind its page: what is known there, and the way. */
const CARDS: Partial<Record<StationId, ComponentType<{ view: JobView; route: ReadingGate | null }>>> = {
  tyre: ClearanceCard,
  travel: LinkageCard,
  axle: LinkageCard,
};

/** What stands at a station's right: its checks worst first, what would cure them, its readings, its lead's lines, its rooms. */
export function StationAside({
  view,
  gate,
  station,
  verdicts,
  cures,
}: {
  view: JobView;
  gate: SeenAt;
  station: StationId;
  /** Of this station at this gate, worst first. */
  verdicts: readonly Verdict[];
  cures: ReactNode;
}) {
  const { id, job, workings, member } = view;
  const shut = shutAt(view, readGate(gate));
  const Card = CARDS[station];
  return (
    <>
      <StationChecks view={view} gate={gate} verdicts={verdicts} />
      {cures}
      {gate !== 'plan' && <ReadStation view={view} gate={gate} station={station} shut={shut} />}
      {gate === 'after' && (
        <StationLines
          jobId={id}
          workings={workings}
          only={station}
          may={view.lead && view.open && ['after', 'release'].includes(job.job.gate)}
          zone={member.shop.timeZone}
        />
      )}
      {Card && <Card view={view} route={gate !== 'plan' && shut === null ? gate : null} />}
      {workings.book.subjects.map(
        (subject) =>
          subject.room &&
          subject.station === station && (
            <p key={subject.id}>
              <RoomLink className="btn w-full" href={`/jobs/${id}/${subject.room.id}`}>
                {subject.room.title}
              </RoomLink>
            </p>
          ),
      )}
      <p>
        <RoomLink className="inline-flex min-h-12 items-center underline underline-offset-4" href={`/jobs/${id}/story`}>
          All readings, with their story
        </RoomLink>
      </p>
    </>
  );
}

function StationChecks({ view, gate, verdicts }: { view: JobView; gate: SeenAt; verdicts: readonly Verdict[] }) {
  const wants = verdicts.filter((v) => v.verdict !== 'Clear');
  const clear = verdicts.filter((v) => v.verdict === 'Clear');
  const shown = { jobId: view.id, lead: view.lead && view.open };
  const reached = GATES.indexOf(view.job.job.gate) >= GATES.indexOf(readGate(gate));
  return (
    <div>
      <h2 className="pb-1">{gate === 'plan' ? 'Found Before, worst first' : 'Checks, worst first'}</h2>
      <ChecksPanel
        {...shown}
        verdicts={wants}
        empty={
          clear.length > 0
            ? 'Everything that is judged here is Clear.'
            : reached
              ? 'Nothing is judged at this station yet.'
              : 'This gate is not open yet.'
        }
      />
      {clear.length > 0 && (
        <details className="border-t border-rule">
          <summary className="flex min-h-12 items-center gap-2 font-semibold">
            <Arm verdict="Clear" size={24} /> {clear.length} clear
          </summary>
          <ChecksPanel {...shown} verdicts={clear} brief />
        </details>
      )}
    </div>
  );
}

function ReadStation({
  view,
  gate,
  station,
  shut,
}: {
  view: JobView;
  gate: ReadingGate;
  station: StationId;
  shut: string | null;
}) {
  const left = buildRoute(view.workings, gate, station).filter((s) => s.status !== 'answered');
  if (shut) return <p className="hint">{shut}</p>;
  return left.length > 0 ? (
    <RoomLink className="btn btn-main w-full" href={`/jobs/${view.id}/${gate}/read?route=${station}`}>
      Read this station: {left.length} left, {minutesLeft(left)} min
    </RoomLink>
  ) : (
    <p className="font-semibold text-clear">Every reading of this station is in.</p>
  );
}
