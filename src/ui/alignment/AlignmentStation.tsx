'use client';

import { useMemo, useState } from 'react';
import { RANK } from '@/core/kernel/judge';
import { say } from '@/core/kernel/phrase';
import type { Axle } from '@/core/kernel/places';
import { alignmentRate } from '@/core/subjects/alignment/adjusters';
import { alignmentLead, bandOf, bandsWait, leadsOf } from '@/core/subjects/alignment/bands';
import { bandsSeen } from '@/core/subjects/alignment/bandsSeen';
import { needlesOf } from '@/core/subjects/alignment/needles';
import { AdvicePanel, triedOf } from './AdvicePanel';
import { triedAt } from '@/core/subjects/alignment/advice';
import { show } from '@/core/kernel/units/format';
import { ChangeForm } from '../job/ChangeForm';
import { Words } from '../Figure';
import { EntryForm } from '../job/EntryForm';
import { Choice } from '../room/Choice';
import { RoomLink } from '../room/RoomLink';
import { usePiece } from '../room/usePiece';
import type { StationProps } from '../room/stationProps';
import { useUnits } from '../Units';
import { BandsForm } from './BandsForm';
import { LiftDid } from './LiftDid';
import { LiveStand } from './LiveStand';
import { NeedleBands } from './NeedleBands';
import { RatesLearned } from './RatesLearned';
import type { Amounts } from './TryAdjusters';
import { RoomBalance } from './RoomBalance';
import { PrintImport } from './PrintImport';

/** Station Alignment: every figure in its band at the height it was measured at, and the least that brings them all in. */
export function AlignmentStation({ view, gate, head, below, aside, verdicts, mayRead }: StationProps) {
  const { workings: w, job } = view;
  const units = useUnits();
  const [axle, setAxle] = useState<Axle>('front');
  const read = gate === 'after' ? 'after' : 'before';
  const needles = useMemo(() => needlesOf(w, axle, read), [w, axle, read]);
  const rear = useMemo(() => needlesOf(w, 'rear', read).some((n) => n.marks.length > 0), [w, read]);
  const advice = usePiece('advice', read);
  const [tried, setTried] = useState<Amounts | null>(null);
  const trial = tried && axle === 'front' ? triedAt(w, read, tried) : null;
  // The stand is asked only while somebody looks.
  const [live, setLive] = useState(false);
  // Open where none is in yet; it stays as it is while they are filed one after another.
  const [banding, setBanding] = useState(() => needles.every((n) => n.band === null));
  const caster = bandOf(w, read, 'front-caster', 'front');
  const judged = [...verdicts].filter((v) => v.check !== 'lamp-aim').sort((a, b) => RANK[a.verdict] - RANK[b.verdict]);
  const [worst] = judged;
  const filing = view.open && job.job.gate !== 'release';
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-4 p-5">
        {head}
        <div>
          {rear && (
            <div className="pb-2 sm:float-right sm:pl-4">
              <Choice
                label="Axle"
                value={axle}
                options={[
                  ['front', 'Front'],
                  ['rear', 'Rear'],
                ]}
                onValue={(a) => setAxle(a as Axle)}
              />
            </div>
          )}
          <p className="text-sm font-semibold text-pencil">
            {axle === 'front' ? 'Front' : 'Rear'} axle
            {caster.state === 'band' && caster.between && caster.height !== null
              ? ` · band for ${show('length', caster.height, units).text}, between two rows of the maker’s table`
              : ''}
          </p>
          <h2 className="text-2xl">
            {!worst
              ? 'Nothing is judged here yet'
              : worst.verdict === 'Clear'
                ? 'Every figure is in its band'
                : `${worst.title}: ${say(worst.summary, units)}, ${worst.verdict}`}
          </h2>
        </div>
        {view.open && gate === 'after' && bandsWait(w) && (
          <section className="my-3 border-l-4 border-watch pl-4" aria-labelledby="bands-wait">
            <h3 id="bands-wait" className="font-semibold">
              The bands wait for a lead
            </h3>
            <p className="pb-2">
              They were filed after the figures were read, or came out of a file: nothing reads Clear by them until a
              lead has compared them with the maker’s sheet.
            </p>
            {view.lead ? <EntryForm kind={bandsSeen} /> : <p className="hint">Ask a lead to look here.</p>}
          </section>
        )}
        <NeedleBands needles={needles} tried={trial ? triedOf(trial) : []} />
        {gate === 'after' && axle === 'front' && <LiftDid />}
        {gate === 'after' && axle === 'front' && <RoomBalance />}
        <details
          className="border-t border-rule"
          open={banding}
          onToggle={(event) => setBanding(event.currentTarget.open)}
        >
          <summary className="flex min-h-12 items-center font-semibold">The maker’s bands</summary>
          {filing ? <BandsForm view={view} /> : <p className="hint">This job takes no more entries.</p>}
          {filing && (
            <div className="mt-4 border-t border-rule pt-3 pb-4">
              <p className="pb-1 font-semibold">Left against right</p>
              {leadsOf(job).length === 0 ? (
                <p className="hint pb-2">Alike, unless the shop leads one side for the crown of the road.</p>
              ) : (
                <ul className="pb-2">
                  {leadsOf(job).map((lead) => (
                    <li key={lead.figure}>
                      <Words phrase={alignmentLead.says(lead)} />
                    </li>
                  ))}
                </ul>
              )}
              <EntryForm kind={alignmentLead} />
            </div>
          )}
        </details>
        {filing && ['build', 'after'].includes(job.job.gate) && mayRead && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center font-semibold">Record an adjustment</summary>
            <ChangeForm first="alignment" only />
          </details>
        )}
        {filing && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center font-semibold">
              This vehicle’s adjusters, and what a turn or notch did here
            </summary>
            <p className="hint pb-2">
              Say what it has and how far it goes. Read before and after one of them: the advice then goes by that, in
              place of the built-in rate.
            </p>
            <RatesLearned view={view} gate={read} />
            <EntryForm kind={alignmentRate} />
          </details>
        )}
        {gate !== 'plan' && mayRead && view.stand !== null && (
          <details className="border-t border-rule" open={live} onToggle={(e) => setLive(e.currentTarget.open)}>
            <summary className="flex min-h-12 items-center font-semibold">Live from the alignment stand</summary>
            {live && <LiveStand view={view} gate={gate} address={view.stand} />}
          </details>
        )}
        {gate !== 'plan' && mayRead && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center font-semibold">A print of the alignment stand</summary>
            <PrintImport view={view} gate={gate} />
          </details>
        )}
        {!view.open && (
          <p className="hint">
            Nothing is filed on a signed job. Alignment figures that came later are signed at{' '}
            <RoomLink href={`/jobs/${view.id}/release`}>Release</RoomLink>, as an amendment.
          </p>
        )}
        <p>
          <RoomLink className="btn" href={`/jobs/${view.id}/alignment-sheet`}>
            Alignment sheet, to print
          </RoomLink>
        </p>
        {below}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(gate !== 'plan' && <AdvicePanel w={w} gate={read} advice={advice} tried={tried} onTried={setTried} />)}
      </aside>
    </main>
  );
}
