'use client';

import { useMemo, useState } from 'react';
import { curesOf, hasCures } from '@/core/assembly/cures';
import { headlineOf, type Headline, type NextAction } from '@/core/assembly/gates/nextAction';
import type { ReadingGate } from '@/core/document/job';
import { PLACE_NAME } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { STATIONS } from '@/core/record/station';
import { Worked } from '../ChecksPanel';
import { CurePanel, type CureTrial } from '../cures/CurePanel';
import { Arm } from '../drawings/Arm';
import { Words } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import type { JobView } from '../room/view';
import { entryHref } from './StationEntries';
import { stationHref } from './StationTape';

/** The one next action of a gate in large: what to do, why it comes first, and the button that does or records it. */
export function NextCard({
  view,
  gate,
  next,
  shut,
  onRecord,
}: {
  view: JobView;
  gate: ReadingGate;
  next: NextAction;
  /** Why nothing is read or recorded here by whoever looks; null where it is. */
  shut: string | null;
  /** Opens the form that records a change. */
  onRecord: () => void;
}) {
  return (
    <section aria-labelledby="next" className="space-y-3">
      <NextHead head={headlineOf(next)} />
      <div className="flex flex-wrap gap-3">
        {!shut && <Does view={view} gate={gate} next={next} onRecord={onRecord} />}
        <More view={view} gate={gate} next={next} />
      </div>
      {next.kind === 'mend' && <CuresOf key={next.row.worst.check} view={view} v={next.row.worst} />}
    </section>
  );
}

/** What the next action says; the page that opens a job shows it before the job is there. */
export const NextHead = ({ head }: { head: Headline }) => (
  <>
    <p className="text-sm font-semibold text-pencil">Next</p>
    <div className="flex items-start gap-4">
      <Arm verdict={head.mark} safetyCritical={head.safetyCritical} size={46} />
      <div className="min-w-0 flex-1 space-y-1">
        <h1 id="next">{head.title}</h1>
        {head.does.length > 0 && (
          <p className="text-[17px]">
            <Words phrase={head.does} />
          </p>
        )}
        {head.found.length > 0 && (
          <p className="text-pencil">
            <Words phrase={head.found} />
          </p>
        )}
        <p className="text-pencil">
          <Words phrase={head.reason} />
        </p>
      </div>
    </div>
  </>
);

function Does({
  view,
  gate,
  next,
  onRecord,
}: {
  view: JobView;
  gate: ReadingGate;
  next: NextAction;
  onRecord: () => void;
}) {
  if (next.kind === 'read')
    return (
      <RoomLink className="btn btn-main" href={`/jobs/${view.id}/${gate}/read?route=short&at=${next.stop.key}`}>
        Read: {next.stop.point.short}
        {next.stop.place !== 'vehicle' && `, ${PLACE_NAME[next.stop.place].toLowerCase()}`}
      </RoomLink>
    );
  if (next.kind === 'file') {
    const station = view.workings.book.stationOf(next.verdicts[0]?.check ?? '');
    return station ? (
      <RoomLink className="btn btn-main" href={entryHref(view.id, gate, station, next.entry.kind)}>
        File: {next.entry.name.toLowerCase()}
      </RoomLink>
    ) : null;
  }
  if (next.kind === 'mend')
    return gate === 'after' ? (
      <button type="button" className="btn btn-main" onClick={onRecord}>
        Record the change
      </button>
    ) : null;
  return null;
}

/** What would cure the Stop in hand, each to be tried here; worked only once somebody asks. */
function CuresOf({ view, v }: { view: JobView; v: Verdict }) {
  const [open, setOpen] = useState(false);
  const [trial, setTrial] = useState<CureTrial | null>(null);
  const offers = useMemo(() => (open ? curesOf(view.workings, v) : []), [open, view.workings, v]);
  if (!hasCures(view.workings, v.check)) return null;
  return open ? (
    offers.length > 0 ? (
      <CurePanel offers={offers} trial={trial} onTrial={setTrial} />
    ) : (
      <p className="hint">No cure of it can be tried on this vehicle as it was read.</p>
    )
  ) : (
    <button type="button" className="btn" aria-expanded="false" onClick={() => setOpen(true)}>
      What would cure it
    </button>
  );
}

function More({ view, gate, next }: { view: JobView; gate: ReadingGate; next: NextAction }) {
  if (next.kind === 'read' || next.kind === 'file') return null;
  const checks = next.kind === 'mend' ? [next.row.worst] : next.verdicts;
  const station = view.workings.book.stationOf(checks[0]?.check ?? '');
  const name = STATIONS.find((s) => s.id === station)?.name;
  return (
    <>
      {station && (
        <RoomLink
          className={next.kind === 'answer' ? 'btn btn-main' : 'btn'}
          href={stationHref(view.id, gate, station)}
        >
          {name} station
        </RoomLink>
      )}
      {next.kind === 'mend' && (
        <Worked jobId={view.id} v={next.row.worst} lead={view.lead && view.open}>
          <button type="button" className="btn">
            How is this worked?
          </button>
        </Worked>
      )}
    </>
  );
}
