import { releaseBlockers } from '@/core/gates/release';
import { makeSheet } from '@/core/sheet/sheet';
import { jobView } from '@/server/jobView';
import { whenFull } from '@/server/when';
import { Exports } from '@/ui/job/Exports';
import { SheetOnScreen } from '@/ui/job/SheetOnScreen';
import { SignOff } from '@/ui/job/SignOff';

export default async function Release({ params }: { params: Promise<{ id: string }> }) {
  const { id, job, member, verdicts, open } = await jobView((await params).id);
  const sheet = makeSheet(job, member.units, (iso) => whenFull(iso, member.shop.timeZone));
  const blockers = releaseBlockers(verdicts, member.units);
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="p-5">
        <SheetOnScreen sheet={sheet} shop={member.shop.name} />
      </div>
      <aside className="no-print space-y-5 border-l border-rule p-5">
        {open && (
          <section aria-labelledby="way">
            <h2 id="way" className="pb-1">
              {blockers.length === 0 ? 'Nothing in the way' : `${blockers.length} in the way of release`}
            </h2>
            <ul className="ruled">
              {blockers.map((b) => (
                <li key={`${b.check}/${b.place}`} className="py-2 text-[15px]">
                  <strong>{b.title}.</strong> {b.why}
                  <span className="block">
                    {b.cure}
                    {b.acceptable && ' Or a lead accepts it, with a reason, at After.'}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
        <SignOff
          jobId={id}
          open={open}
          lead={member.role === 'lead'}
          mayRelease={blockers.length === 0 && job.job.gate === 'release'}
          atGate={job.job.gate === 'release'}
        />
        <div className="space-y-3">
          <h2>Sheet to hand over</h2>
          <div className="flex flex-wrap gap-3">
            <a className="btn btn-main" href={`/jobs/${id}/sheet.pdf?paper=a4`} download>
              PDF, A4
            </a>
            <a className="btn" href={`/jobs/${id}/sheet.pdf?paper=letter`} download>
              PDF, Letter
            </a>
          </div>
          <Exports jobId={id} />
        </div>
      </aside>
    </main>
  );
}
