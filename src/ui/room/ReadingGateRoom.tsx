'use client';

import { useEffect, useRef, useState } from 'react';
import { shutBecause } from '@/core/assembly/gates/gates';
import { nextAction } from '@/core/assembly/gates/nextAction';
import { blocksRelease } from '@/core/assembly/gates/release';
import { worstFirst } from '@/core/assembly/workJob';
import type { ReadingGate } from '@/core/document/job';
import { gateShutForReading } from '@/core/record/filing/makeReading';
import { ChecksPanel } from '../ChecksPanel';
import { ChangeForm } from '../job/ChangeForm';
import { ChangesList } from '../job/ChangesList';
import { OpenGate } from '../job/OpenGate';
import { CountsOf } from '../station/Counted';
import { LeftToRead } from '../station/LeftToRead';
import { NextCard } from '../station/NextCard';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/** Why whoever looks reads and records nothing at a gate; null where they do. */
export const shutAt = ({ open, bay, job }: JobView, gate: ReadingGate): string | null =>
  !open
    ? 'This job is closed.'
    : bay
      ? gateShutForReading(job, gate, new Date().toISOString())
      : 'The bay measures; the front desk looks on.';

/** Before and After: the one next action, what is in the way, everything else as counts; on the right what is left to read. */
export function ReadingGateRoom({ view, gate }: { view: JobView; gate: ReadingGate }) {
  const { id, job, verdicts, open, bay, workings } = view;
  const shut = shutAt(view, gate);
  const lead = view.lead && open;
  const mine = worstFirst(verdicts.filter((v) => v.gate === gate));
  // A gate that takes no readings, not open yet or closed by the build, has nothing to be done next.
  const takes = gateShutForReading(job, gate, new Date().toISOString()) === null;
  const next = open && takes ? nextAction(workings, verdicts, gate) : null;
  const inTheWay = mine.filter((v) => (gate === 'after' ? blocksRelease(v) : v.verdict === 'Stop' && !v.accepted));
  const rest = mine.filter((v) => !inTheWay.includes(v));
  const changes = job.changes.filter((c) => ['build', 'after', 'release'].includes(c.gate));
  const recording = useRef<HTMLDetailsElement>(null);
  const [asked, ask] = useState(0);
  useEffect(() => {
    const { current } = recording;
    if (asked === 0 || !current) return;
    current.open = true;
    current.scrollIntoView({ block: 'center' });
    current.querySelector<HTMLElement>('form button')?.focus({ preventScroll: true });
  }, [asked]);
  const mendKind = next?.kind === 'mend' ? next.row.worst.staleOn[0] : undefined;
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        {next ? (
          <NextCard view={view} gate={gate} next={next} shut={shut} onRecord={() => ask((n) => n + 1)} />
        ) : (
          <section className="space-y-2">
            <p className="text-sm font-semibold text-pencil">Next</p>
            <h1>
              {!open
                ? gate === 'before'
                  ? 'As it came'
                  : 'As it left'
                : job.job.gate === gate
                  ? gate === 'before'
                    ? 'Everything asked for is read: open Plan'
                    : 'Nothing is in the way: open Release'
                  : gate === 'before'
                    ? 'As it came'
                    : 'After the build'}
            </h1>
          </section>
        )}
        <section aria-labelledby="way" className="border-t-2 border-graphite pt-3">
          <div className="flex items-baseline justify-between gap-4">
            <h2 id="way">{gate === 'after' ? 'In the way of release' : 'Found, to settle before the build'}</h2>
            <p className="fig text-pencil">
              {inTheWay.length} of {mine.length} checks
            </p>
          </div>
          <ChecksPanel
            jobId={id}
            verdicts={inTheWay}
            lead={lead}
            brief
            empty={gate === 'after' ? 'Nothing is in the way.' : 'No Stop found.'}
          />
        </section>
        <CountsOf jobId={id} lead={lead} verdicts={rest} />
        {gate === 'after' && (
          <details ref={recording} className="border-t border-rule pt-1">
            <summary className="flex min-h-12 items-center gap-3 font-semibold">
              {changes.length === 0
                ? 'No change recorded since Before'
                : `${changes.length} ${changes.length === 1 ? 'change' : 'changes'} recorded since Before`}
              {open && !shut && '; record one'}
            </summary>
            <div className="space-y-3 pb-3">
              {open && !shut && <ChangeForm key={mendKind ?? ''} {...(mendKind ? { first: mendKind } : {})} />}
              <ChangesList changes={changes} zone={view.member.shop.timeZone} />
            </div>
          </details>
        )}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Left to read">
        <LeftToRead view={view} gate={gate} shut={shut} quiet={next !== null} />
        {open && bay && job.job.gate === gate && (
          <OpenGate jobId={id} gate={gate} shut={shutBecause(workings)} quiet={next !== null} />
        )}
        <p>
          <RoomLink
            className="inline-flex min-h-12 items-center underline underline-offset-4"
            href={`/jobs/${id}/story`}
          >
            All readings, with their story
          </RoomLink>
        </p>
      </aside>
    </main>
  );
}
