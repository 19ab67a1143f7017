'use client';

import { useMemo, useState } from 'react';
import { RANK } from '@/core/kernel/judge';
import { say } from '@/core/kernel/phrase';
import type { Axle } from '@/core/kernel/places';
import { alignmentRate } from '@/core/subjects/alignment/adjusters';
import { bandOf } from '@/core/subjects/alignment/bands';
import { needlesOf } from '@/core/subjects/alignment/needles';
import { AdvicePanel, triedOf } from './AdvicePanel';
import { adviceAt } from '@/core/subjects/alignment/advice';
import { show } from '@/core/kernel/units/format';
import { EntryForm } from '../job/EntryForm';
import { Choice } from '../room/Choice';
import type { StationProps } from '../room/stationProps';
import { useUnits } from '../Units';
import { BandsForm } from './BandsForm';
import { NeedleBands } from './NeedleBands';
import { PrintImport } from './PrintImport';

/** Station Alignment: every figure in its band at the height it was measured at, and the least that brings them all in. */
export function AlignmentStation({ view, gate, head, below, aside, verdicts, mayRead }: StationProps) {
  const { workings: w, job } = view;
  const units = useUnits();
  const [axle, setAxle] = useState<Axle>('front');
  const read = gate === 'after' ? 'after' : 'before';
  const needles = useMemo(() => needlesOf(w, axle, read), [w, axle, read]);
  const rear = useMemo(() => needlesOf(w, 'rear', read).some((n) => n.marks.length > 0), [w, read]);
  const advice = useMemo(() => adviceAt(w, read), [w, read]);
  const [tried, setTried] = useState(false);
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
        <NeedleBands needles={needles} tried={tried && advice && axle === 'front' ? triedOf(advice) : []} />
        <details
          className="border-t border-rule"
          open={banding}
          onToggle={(event) => setBanding(event.currentTarget.open)}
        >
          <summary className="flex min-h-12 items-center font-semibold">The maker’s bands</summary>
          {filing ? <BandsForm view={view} /> : <p className="hint">This job takes no more entries.</p>}
        </details>
        {filing && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center font-semibold">
              What a turn, notch or millimetre did here
            </summary>
            <p className="hint pb-2">
              Read before and after one of them: the advice then goes by that, in place of the built-in rate.
            </p>
            <EntryForm kind={alignmentRate} />
          </details>
        )}
        {gate !== 'plan' && mayRead && (
          <details className="border-t border-rule">
            <summary className="flex min-h-12 items-center font-semibold">A print of the alignment stand</summary>
            <PrintImport view={view} gate={gate} />
          </details>
        )}
        {below}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(gate !== 'plan' && <AdvicePanel w={w} gate={read} advice={advice} tried={tried} onTried={setTried} />)}
      </aside>
    </main>
  );
}
