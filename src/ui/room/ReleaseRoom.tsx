'use client';

import { releaseBlockers } from '@/core/assembly/gates/release';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { sealed } from '@/core/assembly/sheet/signed';
import { whenFull } from '@/core/kernel/time/when';
import { Amend } from '../job/Amend';
import { CustomerLinks } from '../job/CustomerLinks';
import { Exports } from '../job/Exports';
import { SheetOnScreen } from '../job/SheetOnScreen';
import { SignOff } from '../job/SignOff';
import { StationLines } from '../job/StationLines';
import type { JobView } from './view';

export function ReleaseRoom({ view }: { view: JobView }) {
  const { id, job, member, verdicts, open, signed, lead } = view;
  const when = (iso: string) => whenFull(iso, member.shop.timeZone);
  const sheet = signed
    ? signed.sheets[member.units.length === 'mm' ? 'mm' : 'in']
    : makeSheet(view.workings, member.units, when, verdicts);
  const blockers = open ? releaseBlockers(verdicts, member.units) : [];
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="p-5">
        <SheetOnScreen sheet={sheet} shop={member.shop.name} seal={signed && sealed(signed, when)} />
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
        {open && (
          <StationLines
            jobId={id}
            job={job}
            may={lead && ['after', 'release'].includes(job.job.gate)}
            zone={member.shop.timeZone}
          />
        )}
        <SignOff
          jobId={id}
          open={open}
          lead={lead}
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
          <Exports jobId={id} signed={signed !== null} />
        </div>
        {signed && <CustomerLinks />}
        {signed && lead && <Amend jobId={id} />}
      </aside>
    </main>
  );
}
