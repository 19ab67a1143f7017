'use client';

import { useEffect, useRef } from 'react';
import { GATE_TITLE } from '@/core/document/gateTitles';
import { whenShort } from '@/core/kernel/time/when';
import type { EntryKind } from '@/core/record/entryKind';
import { outdatedBy } from '@/core/record/standingEntries';
import type { StationId } from '@/core/record/station';
import { entriesTold } from '@/core/record/story';
import { FiledState } from '../device/FiledState';
import { Words } from '../Figure';
import { EntryForm } from '../job/EntryForm';
import type { JobView } from '../room/view';
import { stationHref } from './StationTape';

const idOf = (kind: string): string => `kind-${kind}`;

/** Where a thing of a kind is filed. */
export const entryHref = (jobId: string, gate: string, station: StationId, kind: string): string =>
  `${stationHref(jobId, gate, station)}#${idOf(kind)}`;

/** What is filed at a station besides readings, by the forms that its subjects name; those with a form of their own not. */
export function StationEntries({ view, station }: { view: JobView; station: StationId }) {
  const kinds = view.workings.book.subjects
    .filter((subject) => subject.station === station)
    .flatMap((subject) => subject.entries ?? [])
    .filter((kind) => !kind.ownForm);
  return <SubjectEntries view={view} kinds={kinds} />;
}

/** Kinds of things that are filed: each with its form, and with what was filed of it, the latest first. */
export const SubjectEntries = ({ view, kinds }: { view: JobView; kinds: readonly EntryKind[] }) =>
  kinds.map((kind) => <FiledOfKind key={kind.kind} view={view} kind={kind} />);

function FiledOfKind({ view, kind }: { view: JobView; kind: EntryKind }) {
  const { job, workings, open, bay, lead, member } = view;
  const id = idOf(kind.kind);
  const may = open && (kind.lead ? lead : bay) && kind.gates.includes(job.job.gate);
  const told = entriesTold(workings).filter(({ filed }) => filed.kind === kind.kind);
  const section = useRef<HTMLElement>(null);
  // Whoever came by the link to its form finds it in view.
  useEffect(() => {
    if (window.location.hash === `#${id}`) section.current?.scrollIntoView();
  }, [id]);
  if (!may && told.length === 0) return null;
  return (
    <section ref={section} id={id} aria-labelledby={`${id}-name`} className="scroll-mt-4">
      <h2 id={`${id}-name`} className="pb-2">
        {kind.name}
      </h2>
      {may && <EntryForm kind={kind} />}
      <ul className="ruled">
        {told.map(({ filed, says }) => {
          const outdated = outdatedBy(job.changes, kind, filed);
          return (
            <li key={filed.id} className="py-2">
              <Words phrase={says} />
              <p className="text-sm text-pencil">
                {GATE_TITLE[filed.gate]} · {whenShort(filed.at, member.shop.timeZone)} {filed.by}{' '}
                <FiledState state={view.stateOf(filed.id)} />
              </p>
              {outdated && <p className="text-sm">Stale: {outdated.what} was recorded after it.</p>}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
