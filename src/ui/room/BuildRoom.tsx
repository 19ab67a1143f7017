'use client';

import { shutBecause } from '@/core/assembly/gates/gates';
import { BUILD_CAUTIONS, DISCLAIMER } from '@/core/assembly/sheet/words';
import { ChangeForm } from '../job/ChangeForm';
import { ChangesList } from '../job/ChangesList';
import { NothingDone } from '../job/NothingDone';
import { OpenGate } from '../job/OpenGate';
import type { JobView } from './view';

export function BuildRoom({ view }: { view: JobView }) {
  const { id, job, member, open, bay } = view;
  const here = open && bay && job.job.gate === 'build';
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        <h1>What was changed on the vehicle</h1>
        <ChangesList changes={job.changes.filter((c) => c.gate === 'build')} zone={member.shop.timeZone} />
        {here ? (
          <ChangeForm />
        ) : (
          <p className="hint">
            {!open
              ? 'This job is closed.'
              : bay
                ? 'Changes are recorded at the gate where the vehicle stands.'
                : 'The bay records what is changed.'}
          </p>
        )}
        {here && view.lead && shutBecause(view.workings).length > 0 && <NothingDone />}
        {here && <OpenGate jobId={id} gate="build" shut={shutBecause(view.workings)} />}
      </div>
      <aside className="border-l border-rule p-5">
        <h2 className="pb-2">Before hands go under</h2>
        <ul className="ruled">
          {BUILD_CAUTIONS.map((c) => (
            <li key={c} className="py-2">
              {c}
            </li>
          ))}
        </ul>
        <p className="hint pt-3">{DISCLAIMER}</p>
      </aside>
    </main>
  );
}
