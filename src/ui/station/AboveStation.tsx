'use client';

import type { ReactNode } from 'react';
import { stopName } from '@/core/assembly/gates/nextAction';
import { buildRoute } from '@/core/assembly/route/route';
import { CORNERS, PLACE_NAME, type Corner, type Place } from '@/core/kernel/places';
import { K } from '@/core/kernel/uncertainty/propagate';
import type { Verdict } from '@/core/record/checks/types';
import { GAP_GROUPS } from '@/core/subjects/clearance/gapGroups';
import { hourWords } from '../clearance/words';
import { Worked } from '../ChecksPanel';
import { Arm } from '../drawings/Arm';
import { VehicleAbove } from '../drawings/VehicleAbove';
import { Figure, PlusMinus } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import type { JobView } from '../room/view';
import { VerdictFigure } from '../VerdictFigure';
import type { SeenAt, StationDrawing } from './stationDrawing';
import { readGate } from './StationTape';

const READ_GAPS: ReadonlySet<string> = new Set(GAP_GROUPS.map(({ check }) => check.id));

const Where = ({ place }: { place: Place }) => <p className="text-sm font-semibold text-pencil">{PLACE_NAME[place]}</p>;

/** Station Tyre from above: at each wheel what comes nearest, how near, at which hour, and how that is known. */
export function TyreAbove({ view, gate, verdicts }: StationDrawing) {
  const said: Partial<Record<Place, ReactNode>> = {};
  for (const corner of CORNERS)
    said[corner] = (
      <Nearest view={view} gate={gate} corner={corner} verdicts={verdicts.filter((v) => v.place === corner)} />
    );
  return <VehicleAbove vehicle={view.job.vehicle} said={said} />;
}

function Nearest({
  view,
  gate,
  corner,
  verdicts,
}: {
  view: JobView;
  gate: SeenAt;
  corner: Corner;
  verdicts: readonly Verdict[];
}) {
  // What was swept is of the vehicle as it is planned or stands now; Before only what was read tells.
  const swept = gate === 'before' ? undefined : [...(view.nearAt(corner) ?? [])].sort((a, b) => a.gap - b.gap)[0];
  const [standing] = verdicts
    .filter((v) => v.value !== null && READ_GAPS.has(v.check))
    .sort((a, b) => (a.value ?? 0) - (b.value ?? 0));
  return (
    <div>
      <Where place={corner} />
      {swept && (
        <RoomLink
          href={`/jobs/${view.id}/clearance?at=${corner}&ob=${swept.id}`}
          className="flex min-h-12 w-full items-start gap-2 py-1 text-left hover:bg-panel"
        >
          <Arm verdict={swept.verdict} safetyCritical={swept.safetyCritical} size={24} />
          <span className="min-w-0">
            <span className="sr-only">{swept.verdict}: </span>
            <span className="block text-lg leading-tight font-bold">
              <Figure quantity="length" value={swept.gap} /> <PlusMinus quantity="length" value={K * swept.u} />
            </span>
            <span className="block text-[15px] leading-tight">
              {swept.name}, at {hourWords(swept.hour)}
            </span>
            <span className="block text-sm text-pencil">over the travel, {swept.grade}</span>
          </span>
        </RoomLink>
      )}
      {!swept && standing && (
        <Worked jobId={view.id} v={standing} lead={view.lead && view.open}>
          <button type="button" className="flex min-h-12 w-full items-start gap-2 py-1 text-left hover:bg-panel">
            <Arm verdict={standing.verdict} safetyCritical={standing.safetyCritical} size={24} />
            <span className="min-w-0">
              <span className="sr-only">{standing.verdict}: </span>
              <span className="block text-lg leading-tight font-bold">
                <VerdictFigure v={standing} uncertain />
              </span>
              <span className="block text-[15px] leading-tight">{standing.title}</span>
              <span className="block text-sm text-pencil">least of the gaps read as it stands</span>
            </span>
          </button>
        </Worked>
      )}
      {!swept && !standing && <p className="hint">No gap is read here yet.</p>}
    </div>
  );
}

/** Station Hands and road from above: at each place what is still to be looked at, and what is at fault. */
export function HandsAbove({ view, gate, verdicts }: StationDrawing) {
  const read = readGate(gate);
  const stops = buildRoute(view.workings, read, 'hands');
  const said: Partial<Record<Place, ReactNode>> = {};
  for (const place of Object.keys(PLACE_NAME) as Place[]) {
    const here = stops.filter((stop) => stop.place === place);
    const faults = verdicts.filter((v) => v.place === place && v.verdict === 'Stop');
    if (here.length === 0 && faults.length === 0) continue;
    const left = here.filter((stop) => stop.status !== 'answered');
    const [first] = left;
    const told = (
      <>
        <Arm
          verdict={faults.length > 0 ? 'Stop' : first ? 'Not measured' : 'Clear'}
          size={24}
          safetyCritical={faults.some((v) => v.safetyCritical)}
        />
        <span className="min-w-0 text-[15px] leading-tight">
          {faults.length > 0 && (
            <span className="block font-bold text-stop">{faults.map((v) => v.title.toLowerCase()).join(', ')}</span>
          )}
          {first ? (
            <>
              <span className="block font-bold">{left.length} to look at</span>
              <span className="block text-pencil">first: {stopName(first).split(', ')[0]?.toLowerCase()}</span>
            </>
          ) : (
            faults.length === 0 && <span className="block">all {here.length} seen, no fault</span>
          )}
        </span>
      </>
    );
    said[place] = (
      <div>
        <Where place={place} />
        {first && gate !== 'plan' ? (
          <RoomLink
            href={`/jobs/${view.id}/${read}/read?route=hands&at=${first.key}`}
            className="flex min-h-12 items-start gap-2 py-1 hover:bg-panel"
          >
            {told}
          </RoomLink>
        ) : (
          <p className="flex items-start gap-2 py-1">{told}</p>
        )}
      </div>
    );
  }
  return <VehicleAbove vehicle={view.job.vehicle} said={said} />;
}
