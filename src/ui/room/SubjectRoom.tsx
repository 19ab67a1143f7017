'use client';

import { GATE_TITLE } from '@/core/document/gateTitles';
import { spotKey } from '@/core/record/figures';
import type { Subject } from '@/core/record/subject';
import { buildRoute } from '@/core/assembly/route/route';
import { ChecksPanel } from '../ChecksPanel';
import { Words } from '../Figure';
import { PlanPartForm } from '../job/PlanPartForm';
import { SubjectEntries } from '../station/StationEntries';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/**
 * A subject's room, drawn from its data: its verdicts, what is read for it, what was filed of its kinds and what the plan
 * says of it. A subject whose room needs a drawing has one of its own instead.
 */
export function SubjectRoom({ view, subject }: { view: JobView; subject: Subject }) {
  const { id, job, workings, verdicts, open, bay } = view;
  const mine = new Set((subject.checks ?? []).map((c) => c.id));
  const gate = ['after', 'release'].includes(job.job.gate) ? ('after' as const) : ('before' as const);
  const ids = new Set((subject.points ?? []).map((p) => p.id));
  const stops = buildRoute(workings, gate, 'full').filter((stop) => ids.has(stop.point.id));
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-6 p-5">
        <header>
          <h1>{subject.room?.title}</h1>
          <p className="hint">{subject.room?.says}</p>
        </header>
        {stops.length > 0 && (
          <section aria-labelledby="readings">
            <h2 id="readings">Read at {GATE_TITLE[gate]}</h2>
            <ul className="ruled">
              {stops.map((stop) => {
                const figure = workings.figures.figure({ ...stop, point: stop.point.id });
                const at = { gate, point: stop.point.id, place: stop.place, state: stop.state };
                return (
                  <li key={spotKey(at)} className="flex items-center justify-between gap-3 py-2">
                    <span className="font-semibold">{stop.point.label}</span>
                    <span>
                      {figure.status === 'read' && stop.point.quantity !== 'observation' ? (
                        <Words phrase={[{ quantity: stop.point.quantity, value: figure.value }]} />
                      ) : (
                        figure.status
                      )}
                    </span>
                    {open && bay && (
                      <RoomLink className="btn" href={`/jobs/${id}/${gate}/read?route=full&at=${stop.key}`}>
                        {stop.status === 'answered' ? 'Read again' : 'Read'}
                      </RoomLink>
                    )}
                  </li>
                );
              })}
            </ul>
          </section>
        )}
        {(subject.planParts ?? []).map((part) => (
          <section key={part.id} aria-labelledby={`part-${part.id}`}>
            <h2 id={`part-${part.id}`} className="pb-2">
              {part.name}
            </h2>
            <PlanPartForm part={part} />
          </section>
        ))}
        <SubjectEntries view={view} kinds={subject.entries ?? []} />
      </div>
      <aside className="border-l border-rule p-5">
        <h2 className="pb-1">Checks</h2>
        <ChecksPanel jobId={id} verdicts={verdicts.filter((v) => mine.has(v.check))} empty="No check needs it yet." />
      </aside>
    </main>
  );
}
