import { shutBecause } from '@/core/gates/gates';
import { BUILD_CAUTIONS, DISCLAIMER } from '@/core/sheet/words';
import { jobView } from '@/server/jobView';
import { ChangeForm } from '@/ui/job/ChangeForm';
import { ChangesList } from '@/ui/job/ChangesList';
import { OpenGate } from '@/ui/job/OpenGate';

export default async function Build({ params }: { params: Promise<{ id: string }> }) {
  const { id, job, member, open } = await jobView((await params).id);
  const here = open && job.job.gate === 'build';
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        <h1>What was changed on the vehicle</h1>
        <ChangesList changes={job.changes.filter((c) => c.gate === 'build')} zone={member.shop.timeZone} />
        {here ? (
          <ChangeForm jobId={id} />
        ) : (
          <p className="hint">
            {open ? 'Changes are recorded at the gate where the vehicle stands.' : 'This job is closed.'}
          </p>
        )}
        {here && <OpenGate jobId={id} gate="build" shut={shutBecause(job)} />}
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
