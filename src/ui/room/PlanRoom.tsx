'use client';

import { shutBecause } from '@/core/assembly/gates/gates';
import { plannedChange } from '@/core/subjects/stance/cornerStances';
import { ChecksPanel } from '../ChecksPanel';
import { HeightPosts } from '../drawings/HeightPosts';
import { Words } from '../Figure';
import { LiftMoves } from '../LiftMoves';
import { OpenGate } from '../job/OpenGate';
import { PlanForm } from '../job/PlanForm';
import type { JobView } from './view';

export function PlanRoom({ view }: { view: JobView }) {
  const { id, job, corners, verdicts, open, bay } = view;
  const found = verdicts.filter((v) => v.gate === 'before' && (v.verdict === 'Stop' || v.verdict === 'Watch'));
  const predicted = plannedChange(job);
  const editable = open && bay && ['intake', 'before', 'plan'].includes(job.job.gate);
  const mm = (value: number) => [{ quantity: 'length', value, signed: true }] as const;
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-6 p-5">
        <h1>The lift that is wanted</h1>
        <PlanForm editable={editable} />
        <HeightPosts corners={corners.map((c) => ({ ...c, after: null, rise: null }))} />
      </div>
      <aside className="space-y-5 border-l border-rule p-5">
        <h2>What the plan predicts</h2>
        {predicted.front && predicted.rear && predicted.noseUp !== null ? (
          <table className="plain">
            <thead>
              <tr>
                <th></th>
                <th>Front</th>
                <th>Rear</th>
              </tr>
            </thead>
            <tbody>
              {(
                [
                  ['Body over hub', 'lift'],
                  ['Body on frame', 'bodyLift'],
                  ['Moved hub or pivots', 'movedHub'],
                  ['Suspension', 'suspension'],
                  ['Travel (droop −)', 'travel'],
                  ['Lip altered', 'lipAltered'],
                  ['Tape to the lip, in all', 'lipRise'],
                ] as const
              ).map(([name, key]) => (
                <tr key={key}>
                  <th scope="row">{name}</th>
                  {[predicted.front, predicted.rear].map((p, i) => (
                    <td key={i}>{p && <Words phrase={mm(p[key])} />}</td>
                  ))}
                </tr>
              ))}
              <tr>
                <th scope="row">Nose-up change</th>
                <td colSpan={2}>
                  <Words phrase={[{ quantity: 'angle', value: predicted.noseUp, signed: true }]} />
                </td>
              </tr>
            </tbody>
          </table>
        ) : (
          <p className="hint">Set the wanted lift for both axles: the posts and the split appear.</p>
        )}
        <LiftMoves />
        {found.length > 0 && (
          <section aria-labelledby="found">
            <h2 id="found">Found Before, to plan for</h2>
            <ChecksPanel jobId={id} verdicts={found} brief />
          </section>
        )}
        {open && bay && job.job.gate === 'plan' && (
          <OpenGate jobId={id} gate="plan" shut={shutBecause(view.workings)} />
        )}
      </aside>
    </main>
  );
}
