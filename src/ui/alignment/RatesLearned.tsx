'use client';

import { useMemo, useState, useTransition } from 'react';
import type { ReadingGate } from '@/core/document/job';
import { K } from '@/core/kernel/uncertainty/propagate';
import { show } from '@/core/kernel/units/format';
import { settingSaid } from '@/core/subjects/alignment/setting';
import { KINDS, learnedRates, type Kind, type Learned } from '@/core/subjects/alignment/learned';
import { useFiling } from '../room/useFiling';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';

const NAMES: Readonly<Record<Kind, string>> = { camber: 'camber', caster: 'caster', toe: 'total toe' };

/** What settings did on this vehicle, by the readings on either side of each; one touch makes it the shop's rate. */
export function RatesLearned({ view, gate }: { view: JobView; gate: ReadingGate }) {
  const { workings: w, job } = view;
  const units = useUnits();
  const file = useFiling();
  const [busy, start] = useTransition();
  const [wrong, setWrong] = useState('');
  const learned = useMemo(() => learnedRates(w, gate), [w, gate]);
  if (learned.length === 0) return null;
  const taken = ({ adjuster, rates }: Learned): boolean =>
    job.entries.some(
      ({ kind, body }) =>
        kind === 'alignment-rate' &&
        body.adjuster === adjuster.id &&
        KINDS.every((k) => rates[k] === undefined || body[k] === rates[k].value),
    );
  const take = ({ adjuster, rates, change }: Learned) =>
    start(async () => {
      const fields = Object.fromEntries(KINDS.flatMap((k) => (rates[k] ? [[k, rates[k].value]] : [])));
      const source = `read before and after it was set on ${job.job.number}, ${change.at.slice(0, 10)}`;
      const fault = await file(
        'entry',
        { kind: 'alignment-rate', fields: { adjuster: adjuster.id, ...fields, here: 'yes', source } },
        adjuster.name,
      );
      setWrong(fault ?? '');
    });
  return (
    <ul className="ruled pb-3" aria-label="What settings did here">
      {learned.map((each) => (
        <li key={each.change.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
          <div>
            <p className="font-semibold">{each.change.setting && settingSaid(each.change.setting, units)}</p>
            <p className="fig text-[15px]">
              {KINDS.flatMap((k) => {
                const rate = each.rates[k];
                return rate
                  ? [
                      `${NAMES[k]} ${show('fineAngle', rate.value, units, true).text} a ${each.adjuster.unit} ± ${show('fineAngle', K * rate.u, units).text}`,
                    ]
                  : [];
              }).join(', ')}
            </p>
          </div>
          {taken(each) ? (
            <span className="text-pencil">the advice goes by it</span>
          ) : (
            <button type="button" className="btn" disabled={busy} onClick={() => take(each)}>
              Go by that
            </button>
          )}
        </li>
      ))}
      {wrong && (
        <li role="alert" className="py-2 font-semibold text-stop">
          {wrong}
        </li>
      )}
    </ul>
  );
}
