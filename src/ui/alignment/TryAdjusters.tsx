'use client';

import type { ReadingGate } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import type { Workings } from '@/core/record/workings';
import { adjustersOf } from '@/core/subjects/alignment/adjusters';
import { triedAt } from '@/core/subjects/alignment/advice';
import { SliderRow } from '../linkage/Sliders';
import { useUnits } from '../Units';
import { amountSaid, outSaid } from './adviceWords';

/** How far each adjuster is set on trial, by its id, in its unit. */
export type Amounts = Readonly<Record<string, number>>;

/** Every adjuster of this axle to be set by hand: the needle bands go with it, and what is out is said at once. */
export function TryAdjusters({
  w,
  gate,
  amounts,
  onAmounts,
}: {
  w: Workings;
  gate: ReadingGate;
  amounts: Amounts;
  onAmounts: (amounts: Amounts | null) => void;
}) {
  const units = useUnits();
  const tried = triedAt(w, gate, amounts);
  const left = outSaid(tried?.out ?? [], units);
  return (
    <div className="mt-3 border border-rule bg-panel p-3" data-trying>
      <p className="pb-1 font-semibold">On trial: nothing is recorded</p>
      {adjustersOf(w, gate).map((adjuster) => {
        const amount = amounts[adjuster.id] ?? 0;
        return (
          <SliderRow
            key={adjuster.id}
            stacked
            name={adjuster.name}
            value={amount}
            text={Math.abs(amount) < 1e-9 ? 'as it is' : amountSaid({ adjuster, amount }, units)}
            low={adjuster.low}
            high={adjuster.high}
            step={adjuster.step}
            marks={[0]}
            onValue={(v) => onAmounts({ ...amounts, [adjuster.id]: v })}
          />
        );
      })}
      {tried && (
        <div role="status" className="space-y-1 pt-2 text-[15px]">
          <p className={left.bands ? 'font-semibold text-watch' : 'font-semibold text-clear'}>
            {left.bands ? `Out: ${left.bands}.` : 'Every figure would be in.'}
          </p>
          {left.targets && <p>Off the shop’s target: {left.targets}.</p>}
          {Math.abs(tried.forward) >= 0.5 && (
            <p>
              The wheel goes {show('length', Math.abs(tried.forward), units).text}{' '}
              {tried.forward > 0 ? 'forward' : 'rearward'}.
            </p>
          )}
        </div>
      )}
      <button type="button" className="btn mt-2" onClick={() => onAmounts(null)}>
        Leave it
      </button>
    </div>
  );
}
