'use client';

import { useState } from 'react';
import type { Workings } from '@/core/record/workings';
import type { Stage } from '@/core/subjects/linkage/stages';
import {
  bestAmount,
  CURES,
  ROOM_CURES,
  tryCure,
  worstOf,
  type Cure,
  type CureFigures,
} from '@/core/subjects/driveline/cures';
import { wordOf, type Row } from '@/core/subjects/driveline/judged';
import type { TrainParts } from '@/core/subjects/driveline/parts';
import { show } from '@/core/kernel/units/format';
import { Arm, verdictInk } from '../drawings/Arm';
import { Figure } from '../Figure';
import { SliderRow } from '../linkage/Sliders';
import { useUnits } from '../Units';

export interface Trial {
  cure: Cure;
  figures: CureFigures;
}

/** What would cure a train: each is applied, judged again, and shown with what it changes elsewhere. */
export function Cures({
  w,
  stage,
  parts,
  trial,
  onTrial,
}: {
  w: Workings;
  stage: Stage;
  parts: TrainParts;
  trial: Trial | null;
  onTrial: (trial: Trial | null) => void;
}) {
  const [never, setNever] = useState(false);
  const offered = CURES.filter((cure) => cure.never(w, parts) === null);
  const not = CURES.filter((cure) => cure.never(w, parts) !== null);
  const begin = (cure: Cure) => {
    const start = Object.fromEntries(cure.figures.map((f) => [f.id, f.start]));
    const best = bestAmount(w, stage, parts, cure, start);
    onTrial({ cure, figures: best === null ? start : { ...start, amount: best } });
  };
  return (
    <section aria-labelledby="cures">
      <h2 id="cures" className="pb-1">
        What would cure it
      </h2>
      <ul className="ruled">
        {offered.map((cure) => (
          <li key={cure.id} className="py-2">
            <div className="flex items-center justify-between gap-3">
              <p className="font-semibold">{cure.name}</p>
              {trial?.cure.id === cure.id ? (
                <button type="button" className="btn" onClick={() => onTrial(null)}>
                  Leave it
                </button>
              ) : (
                <button type="button" className="btn" aria-label={`Try: ${cure.name}`} onClick={() => begin(cure)}>
                  Try
                </button>
              )}
            </div>
            {trial?.cure.id === cure.id && <Tried w={w} stage={stage} parts={parts} trial={trial} onTrial={onTrial} />}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="min-h-12 font-semibold underline underline-offset-4"
        aria-expanded={never}
        onClick={() => setNever(!never)}
      >
        {not.length} that cannot be on it, and what makes room
      </button>
      {never && (
        <ul className="space-y-2 pb-2 text-[15px]">
          {not.map((cure) => (
            <li key={cure.id}>
              <span className="font-semibold">{cure.name}</span>: {cure.never(w, parts)}.
            </li>
          ))}
          {ROOM_CURES.map((cure) => (
            <li key={cure.id}>
              <span className="font-semibold">{cure.name}</span> changes no angle. At Build: {cure.build.join('; ')}.
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

function Tried({
  w,
  stage,
  parts,
  trial: { cure, figures },
  onTrial,
}: {
  w: Workings;
  stage: Stage;
  parts: TrainParts;
  trial: Trial;
  onTrial: (trial: Trial) => void;
}) {
  const units = useUnits();
  const trains = tryCure(w, stage, parts, cure, figures);
  const elsewhere = cure.elsewhere(w, parts, figures);
  return (
    <div className="space-y-3 border-l-4 border-graphite pt-2 pl-3" aria-live="polite">
      {cure.figures.map((f) => {
        const value = figures[f.id] ?? f.start;
        return (
          <SliderRow
            key={f.id}
            name={f.name}
            value={value}
            text={show(f.quantity, value, units, f.low < 0).text}
            low={f.low}
            high={f.high}
            step={f.quantity === 'angle' ? 0.1 : 1}
            marks={[f.id === 'amount' ? 0 : f.start]}
            onValue={(next) => onTrial({ cure, figures: { ...figures, [f.id]: next } })}
          />
        );
      })}
      {trains.map(({ axle, was, is }) => (
        <div key={axle}>
          <p className="flex items-center gap-2 font-semibold">
            <Arm verdict={worstOf(is)} size={24} />
            {axle === 'front' ? 'Front' : 'Rear'} shaft: {worstOf(was)} → {worstOf(is)}
          </p>
          {is ? (
            <table className="plain w-full text-[15px]">
              <caption className="sr-only">
                {axle} shaft, as it is and with {cure.name}
              </caption>
              <thead>
                <tr>
                  <th scope="col">Figure</th>
                  <th scope="col">Is</th>
                  <th scope="col">Then</th>
                </tr>
              </thead>
              <tbody>
                {is.rows.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">{row.title}</th>
                    <td>
                      <Told row={was?.rows.find((r) => r.id === row.id)} />
                    </td>
                    <td>
                      <Told row={row} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <p className="text-stop">With so much of it the shaft cannot be.</p>
          )}
        </div>
      ))}
      {trains.every(({ is }) => is) && trains.some(({ is }) => worstOf(is) !== 'Clear') && (
        <p className="text-[15px] font-semibold">Alone it does not make every row Clear.</p>
      )}
      {elsewhere.length > 0 && <p className="text-[15px]">Elsewhere: {elsewhere.join('; ')}.</p>}
      <p className="text-[15px] text-pencil">At Build: {cure.build.join('; ')}.</p>
    </div>
  );
}

const Told = ({ row }: { row: Row | undefined }) =>
  row ? (
    <span className={`font-bold ${verdictInk(wordOf(row))}`}>
      <Figure quantity={row.quantity} value={row.value} />
      <span className="sr-only">, {wordOf(row)}</span>
    </span>
  ) : (
    <>–</>
  );
