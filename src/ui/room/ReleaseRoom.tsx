'use client';

import { useMemo, useState } from 'react';
import { nextAction } from '@/core/assembly/gates/nextAction';
import { blocksRelease } from '@/core/assembly/gates/release';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { printedWords, sealed } from '@/core/assembly/sheet/signed';
import { worstFirst } from '@/core/assembly/workJob';
import { DEFAULT_COME_BACK } from '@/core/document/comeBack';
import { gateShutForReading } from '@/core/record/filing/makeReading';
import { whenFull } from '@/core/kernel/time/when';
import { ChecksPanel } from '../ChecksPanel';
import { Amend } from '../job/Amend';
import { AmendAlignment } from '../job/AmendAlignment';
import { BehindSignature, behindSignature } from '../job/BehindSignature';
import { CustomerLanguage } from '../job/CustomerLanguage';
import { CustomerLinks } from '../job/CustomerLinks';
import { CustomerPageView } from '../job/CustomerPageView';
import { Exports } from '../job/Exports';
import { Amendments, SheetOnScreen } from '../job/SheetOnScreen';
import { SignOff } from '../job/SignOff';
import { StationLines } from '../job/StationLines';
import { CountsOf } from '../station/Counted';
import { NextCard } from '../station/NextCard';
import { shutAt } from './ReadingGateRoom';
import { goTo } from './RoomLink';
import type { JobView } from './view';

/** Where a snapshot says nothing of it. */
const FIRST = { language: 'en', shopLanguage: 'en', back: DEFAULT_COME_BACK } as const;

/**
 * Release: the customer's page as it will print, beside what is in the way or the lead's signature. A signed job shows the
 * page as it was frozen.
 */
export function ReleaseRoom({ view }: { view: JobView }) {
  const { id, job, verdicts, open, lead, letter, workings } = view;
  const inTheWay = open ? worstFirst(verdicts.filter(blocksRelease)) : [];
  const ready = inTheWay.length === 0;
  const atGate = job.job.gate === 'release';
  const behind = useMemo(
    () => (open && ready ? behindSignature(workings, verdicts) : []),
    [open, ready, workings, verdicts],
  );
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-2 p-3">
        {open && !ready && <First view={view} />}
        {open && ready && !atGate && (
          <p className="text-lg font-semibold">Nothing is in the way: open Release at After.</p>
        )}
        <SheetHere view={view} />
      </div>
      <aside className="no-print space-y-4 border-l border-rule p-4">
        {open && !ready && <InTheWay view={view} inTheWay={inTheWay} />}
        {open && (
          <SignOff jobId={id} open lead={lead} mayRelease={ready && atGate} atGate={atGate}>
            {ready && <BehindSignature behind={behind} />}
          </SignOff>
        )}
        {open && <Lines view={view} />}
        <HandOver view={view} />
        {open && <CustomerLanguage jobId={id} language={(letter ?? FIRST).language} />}
        {view.signed && <CustomerLinks />}
        {view.signed && lead && <AmendAlignment jobId={id} />}
        {view.signed && lead && <Amend jobId={id} />}
      </aside>
    </main>
  );
}

/** The one thing that is done next, where something is in the way. */
function First({ view }: { view: JobView }) {
  const { id, job, verdicts, workings } = view;
  const next =
    gateShutForReading(job, 'after', new Date().toISOString()) === null
      ? nextAction(workings, verdicts, 'after')
      : null;
  return (
    <div className="no-print">
      {next ? (
        <NextCard
          view={view}
          gate="after"
          next={next}
          shut={shutAt(view, 'after')}
          onRecord={() => goTo(`/jobs/${id}/after`)}
        />
      ) : (
        <h1>Something is in the way</h1>
      )}
    </div>
  );
}

/** What keeps the vehicle here, beside the page; in a list that scrolls where it is long. */
function InTheWay({ view, inTheWay }: { view: JobView; inTheWay: readonly JobView['verdicts'][number][] }) {
  const { id, verdicts, lead } = view;
  const rest = worstFirst(verdicts.filter((v) => v.gate === 'after' && !inTheWay.includes(v)));
  return (
    <section aria-labelledby="way">
      <h2 id="way">{inTheWay.length} in the way of release</h2>
      <p className="fig pb-1 text-sm text-pencil">of {inTheWay.length + rest.length} checks</p>
      <div className="max-h-[260px] overflow-y-auto">
        <ChecksPanel jobId={id} verdicts={inTheWay} lead={lead} brief />
      </div>
      <CountsOf jobId={id} lead={lead} verdicts={rest} />
    </section>
  );
}

/** A quiet second: what the shop does not do here. */
const Lines = ({ view: { id, job, workings, lead, member } }: { view: JobView }) => (
  <details className="border-t border-rule">
    <summary className="flex min-h-12 items-center font-semibold">Not done here</summary>
    <StationLines
      jobId={id}
      workings={workings}
      may={lead && ['after', 'release'].includes(job.job.gate)}
      zone={member.shop.timeZone}
    />
  </details>
);

const HandOver = ({ view: { id, signed } }: { view: JobView }) => (
  <div className="space-y-3">
    <h2>Sheet to hand over</h2>
    <div className="flex flex-wrap gap-3">
      <a className={signed ? 'btn btn-main' : 'btn'} href={`/jobs/${id}/sheet.pdf?paper=a4`} download>
        PDF, A4
      </a>
      <a className="btn" href={`/jobs/${id}/sheet.pdf?paper=letter`} download>
        PDF, Letter
      </a>
      <a className="btn" href={`/jobs/${id}/sheet.pdf?paper=a4&annex=readings`} download>
        With all readings, A4
      </a>
      {signed?.printed && (
        <a className="btn" href={`/jobs/${id}/back.ics`} download>
          Dates, calendar file
        </a>
      )}
    </div>
    <Exports jobId={id} signed={signed !== null} />
  </div>
);

/** The page as it prints, and what stands behind it; one that was signed before there was a page as it was signed. */
function SheetHere({ view }: { view: JobView }) {
  const { member, signed, workings, verdicts, letter } = view;
  const { units, shop } = member;
  const { timeZone } = shop;
  // A long table, drawn once somebody reads it.
  const [read, setRead] = useState(false);
  const drafted = useMemo(() => {
    const when = (iso: string) => whenFull(iso, timeZone);
    if (signed) {
      const of = units.length === 'mm' ? 'mm' : 'in';
      return { sheet: signed.sheets[of], words: signed.printed?.[of] ?? null, seal: sealed(signed, when) };
    }
    const sheet = makeSheet(workings, units, when, verdicts);
    const { language, back } = letter ?? FIRST;
    return { sheet, words: printedWords(workings, verdicts, sheet, units, { language, back, timeZone }), seal: null };
  }, [signed, workings, verdicts, units, letter, timeZone]);
  const { sheet, words, seal } = drafted;
  if (!words) return <SheetOnScreen sheet={sheet} shop={shop.name} seal={seal} />;
  return (
    <>
      {seal && <Amendments of={seal.amendments} />}
      <CustomerPageView page={words.page} shop={shop.name} sha256={seal?.sha256 ?? null} dense />
      <details className="border-t border-rule" onToggle={(event) => setRead(event.currentTarget.open)}>
        <summary className="flex min-h-12 items-center text-lg font-semibold">The record behind it</summary>
        {read && <SheetOnScreen sheet={sheet} shop={shop.name} seal={seal} corrected />}
      </details>
    </>
  );
}
