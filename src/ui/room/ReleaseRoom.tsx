'use client';

import { useState } from 'react';
import { nextAction } from '@/core/assembly/gates/nextAction';
import { blocksRelease } from '@/core/assembly/gates/release';
import { worstFirst } from '@/core/assembly/workJob';
import { gateShutForReading } from '@/core/record/filing/makeReading';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { sealed } from '@/core/assembly/sheet/signed';
import { whenFull } from '@/core/kernel/time/when';
import { ChecksPanel } from '../ChecksPanel';
import { Amend } from '../job/Amend';
import { AmendAlignment } from '../job/AmendAlignment';
import { CustomerLinks } from '../job/CustomerLinks';
import { Exports } from '../job/Exports';
import { SheetOnScreen } from '../job/SheetOnScreen';
import { SignOff } from '../job/SignOff';
import { StationLines } from '../job/StationLines';
import { CountsOf } from '../station/Counted';
import { NextCard } from '../station/NextCard';
import { shutAt } from './ReadingGateRoom';
import { goTo } from './RoomLink';
import type { JobView } from './view';

/** Release: what is in the way, the lead's signature, the sheet. A signed job shows the sheet as it was frozen. */
export function ReleaseRoom({ view }: { view: JobView }) {
  const { id, job, member, verdicts, open, signed, lead } = view;
  const inTheWay = open ? worstFirst(verdicts.filter(blocksRelease)) : [];
  const ready = inTheWay.length === 0;
  const next =
    open && !ready && gateShutForReading(job, 'after', new Date().toISOString()) === null
      ? nextAction(view.workings, verdicts, 'after')
      : null;
  const rest = worstFirst(verdicts.filter((v) => v.gate === 'after' && !inTheWay.includes(v)));
  const [asked, setAsked] = useState<boolean | null>(null);
  const shown = asked ?? (!open || ready);
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-5 p-5">
        {open && (
          <div className="no-print space-y-5">
            {next ? (
              <NextCard
                view={view}
                gate="after"
                next={next}
                shut={shutAt(view, 'after')}
                onRecord={() => goTo(`/jobs/${id}/after`)}
              />
            ) : (
              <section>
                <p className="text-sm font-semibold text-pencil">Next</p>
                <h1>
                  {!ready
                    ? 'Something is in the way'
                    : job.job.gate === 'release'
                      ? 'Nothing is in the way: a lead reads the sheet and signs'
                      : 'Nothing is in the way: open Release at After'}
                </h1>
              </section>
            )}
            <section aria-labelledby="way" className="border-t-2 border-graphite pt-3">
              <div className="flex items-baseline justify-between gap-4">
                <h2 id="way">{ready ? 'Nothing in the way' : `${inTheWay.length} in the way of release`}</h2>
                <p className="fig text-pencil">of {inTheWay.length + rest.length} checks</p>
              </div>
              <ChecksPanel
                jobId={id}
                verdicts={inTheWay}
                lead={lead}
                brief
                empty="Every check that keeps a vehicle here is answered."
              />
            </section>
            <CountsOf jobId={id} lead={lead} verdicts={rest} />
            <button
              type="button"
              className="btn"
              aria-expanded={shown}
              aria-controls="sheet"
              onClick={() => setAsked(!shown)}
            >
              {shown ? 'Fold the sheet' : 'Read the sheet as it stands'}
            </button>
          </div>
        )}
        <div id="sheet">{shown && <SheetHere view={view} />}</div>
      </div>
      <aside className="no-print space-y-5 border-l border-rule p-5">
        {open && (
          <StationLines
            jobId={id}
            workings={view.workings}
            may={lead && ['after', 'release'].includes(job.job.gate)}
            zone={member.shop.timeZone}
          />
        )}
        <SignOff
          jobId={id}
          open={open}
          lead={lead}
          mayRelease={ready && job.job.gate === 'release'}
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
        {signed && lead && <AmendAlignment jobId={id} />}
        {signed && lead && <Amend jobId={id} />}
      </aside>
    </main>
  );
}

function SheetHere({ view }: { view: JobView }) {
  const { member, signed, workings, verdicts } = view;
  const when = (iso: string) => whenFull(iso, member.shop.timeZone);
  const sheet = signed
    ? signed.sheets[member.units.length === 'mm' ? 'mm' : 'in']
    : makeSheet(workings, member.units, when, verdicts);
  return <SheetOnScreen sheet={sheet} shop={member.shop.name} seal={signed && sealed(signed, when)} />;
}
