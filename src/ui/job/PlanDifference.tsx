'use client';

import { useState } from 'react';
import { whenShort } from '@/core/kernel/time/when';
import { useRoom } from '../room/view';
import { PLAN_LABEL, type PlanFields } from './planFields';

interface Props {
  mine: PlanFields;
  theirs: PlanFields;
  by: string;
  at: string | null;
  busy: boolean;
  message: string;
  onChoose: (chosen: PlanFields) => void;
  onLeave: () => void;
}

/** Two people changed the plan: what differs, line by line, for the second to choose. Nothing stands until chosen. */
export function PlanDifference({ mine, theirs, by, at, busy, message, onChoose, onLeave }: Props) {
  const { view } = useRoom();
  const names = Object.keys(PLAN_LABEL) as (keyof PlanFields)[];
  const differing = names.filter((name) => mine[name].trim() !== theirs[name].trim());
  const [keep, setKeep] = useState<Record<string, 'mine' | 'theirs'>>({});
  const words = (name: keyof PlanFields, fields: PlanFields) =>
    (name === 'kitId' ? view.kits.find((k) => k.id === fields.kitId)?.name : fields[name]) || 'nothing';
  const open = differing.filter((name) => !keep[name]).length;
  const choose = () =>
    onChoose({
      ...theirs,
      ...Object.fromEntries(differing.map((name) => [name, keep[name] === 'mine' ? mine[name] : theirs[name]])),
    });
  return (
    <section aria-labelledby="two-plans" className="border-y-2 border-watch py-4">
      <h2 id="two-plans">{by || 'Somebody'} set this plan while you were writing yours</h2>
      <p className="hint pb-3">
        {at && `At ${whenShort(at, view.member.shop.timeZone)}. `}
        {differing.length === 0
          ? 'Both say the same.'
          : 'Nothing of yours is set yet. Choose, line by line, what stands.'}
      </p>
      <div className="space-y-3">
        {differing.map((name) => (
          <fieldset key={name} className="grid items-center gap-2 sm:grid-cols-[minmax(0,1fr)_minmax(0,2fr)]">
            <legend className="float-left font-semibold">{PLAN_LABEL[name]}</legend>
            <div className="grid grid-cols-2 gap-3">
              {(['theirs', 'mine'] as const).map((whose) => (
                <label
                  key={whose}
                  className={`flex min-h-12 cursor-pointer items-center gap-3 border px-3 ${keep[name] === whose ? 'border-graphite bg-panel' : 'border-rule'}`}
                >
                  <input
                    type="radio"
                    className="size-5"
                    name={name}
                    checked={keep[name] === whose}
                    onChange={() => setKeep({ ...keep, [name]: whose })}
                  />
                  <span>
                    <span className="fig block font-bold">{words(name, whose === 'mine' ? mine : theirs)}</span>
                    <span className="text-sm text-pencil">{whose === 'mine' ? 'yours' : by || 'theirs'}</span>
                  </span>
                </label>
              ))}
            </div>
          </fieldset>
        ))}
      </div>
      {message && (
        <p role="alert" className="pt-3 font-semibold text-stop">
          {message}
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3 pt-4">
        <button type="button" className="btn btn-main" disabled={busy || open > 0} onClick={choose}>
          Set the plan as chosen
        </button>
        {open > 0 && (
          <p className="hint">
            {open} {open === 1 ? 'line' : 'lines'} still to choose
          </p>
        )}
        <button type="button" className="btn" disabled={busy} onClick={onLeave}>
          Leave {by ? `${by}’s` : 'theirs'} as it is
        </button>
      </div>
    </section>
  );
}
