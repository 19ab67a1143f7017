'use client';

import { useState, type ReactNode } from 'react';
import type { VerdictWord } from '@/core/kernel/judge';
import { say, type Phrase } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import type { Quantity } from '@/core/kernel/units/quantity';
import { Arm, verdictInk } from '../drawings/Arm';
import { Figure } from '../Figure';
import { SliderRow } from '../linkage/Sliders';
import { useUnits } from '../Units';

/** A figure that a cure is set by. Base units. */
export interface TryFigure {
  id: string;
  name: string;
  quantity: Quantity;
  low: number;
  high: number;
  start: number;
}
export type TryFigures = Readonly<Record<string, number>>;
export interface Offer {
  id: string;
  name: string;
  figures: readonly TryFigure[];
  build: readonly string[];
}
/** One figure as it is or would be; without a word it is shown, not judged. */
export interface TriedRow {
  id: string;
  title: string;
  quantity: Quantity;
  value: number;
  word: VerdictWord | null;
}
export interface TriedGroup {
  title: string;
  was: readonly TriedRow[] | null;
  /** Null where it cannot be with so much of the cure. */
  is: readonly TriedRow[] | null;
  worstWas: VerdictWord;
  worstIs: VerdictWord;
  /** What it cannot be then, in words. */
  cannot: string;
}

/** What would cure a station: each offer is applied, judged again, and shown with what it changes elsewhere. */
export function CurePanel({
  offers,
  never,
  more,
  moreName,
  on,
  figures,
  begin,
  leave,
  onFigures,
  tried,
}: {
  offers: readonly Offer[];
  never: readonly { id: string; name: string; why: string }[];
  /** What stands under what cannot be on it, and its name. */
  more?: ReactNode;
  moreName?: string;
  /** The offer on trial, and by how much. */
  on: string | null;
  figures: TryFigures;
  begin: (id: string) => void;
  leave: () => void;
  onFigures: (figures: TryFigures) => void;
  tried: () => { groups: readonly TriedGroup[]; elsewhere: readonly (string | Phrase)[]; alone: string | null };
}) {
  const [shown, setShown] = useState(false);
  return (
    <section aria-labelledby="cures">
      <h2 id="cures" className="pb-1">
        What would cure it
      </h2>
      {offers.length === 0 && <p className="hint">Nothing of this station can be put on it: see below why.</p>}
      <ul className="ruled">
        {offers.map((offer) => (
          <li key={offer.id} className="py-2">
            <div className="flex items-center justify-between gap-3">
              <p className="font-semibold">{offer.name}</p>
              {on === offer.id ? (
                <button type="button" className="btn" onClick={leave}>
                  Leave it
                </button>
              ) : (
                <button type="button" className="btn" aria-label={`Try: ${offer.name}`} onClick={() => begin(offer.id)}>
                  Try
                </button>
              )}
            </div>
            {on === offer.id && <Tried offer={offer} figures={figures} onFigures={onFigures} {...tried()} />}
          </li>
        ))}
      </ul>
      <button
        type="button"
        className="min-h-12 font-semibold underline underline-offset-4"
        aria-expanded={shown}
        onClick={() => setShown(!shown)}
      >
        {never.length} that cannot be on it{moreName ? `, and ${moreName}` : ''}
      </button>
      {shown && (
        <ul className="space-y-2 pb-2 text-[15px]">
          {never.map(({ id, name, why }) => (
            <li key={id}>
              <span className="font-semibold">{name}</span>: {why}.
            </li>
          ))}
          {more}
        </ul>
      )}
    </section>
  );
}

function Tried({
  offer,
  figures,
  onFigures,
  groups,
  elsewhere,
  alone,
}: {
  offer: Offer;
  figures: TryFigures;
  onFigures: (figures: TryFigures) => void;
  groups: readonly TriedGroup[];
  elsewhere: readonly (string | Phrase)[];
  alone: string | null;
}) {
  const units = useUnits();
  return (
    <div className="space-y-3 border-l-4 border-graphite pt-2 pl-3" aria-live="polite">
      {offer.figures.map((f) => {
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
            marks={[f.start]}
            onValue={(next) => onFigures({ ...figures, [f.id]: next })}
          />
        );
      })}
      {groups.map(({ title, was, is, worstWas, worstIs, cannot }) => (
        <div key={title}>
          <p className="flex items-center gap-2 font-semibold">
            <Arm verdict={worstIs} size={24} />
            {title}: {worstWas} → {worstIs}
          </p>
          {is ? (
            <table className="plain w-full text-[15px]">
              <caption className="sr-only">
                {title}, as it is and with {offer.name}
              </caption>
              <thead>
                <tr>
                  <th scope="col">Figure</th>
                  <th scope="col">Is</th>
                  <th scope="col">Then</th>
                </tr>
              </thead>
              <tbody>
                {is.map((row) => (
                  <tr key={row.id}>
                    <th scope="row">{row.title}</th>
                    <td>
                      <Told row={was?.find((r) => r.id === row.id)} />
                    </td>
                    <td>
                      <Told row={row} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          ) : (
            <p className="text-stop">{cannot}</p>
          )}
        </div>
      ))}
      {alone && <p className="text-[15px] font-semibold">{alone}</p>}
      {elsewhere.length > 0 && (
        <p className="text-[15px]">
          Elsewhere: {elsewhere.map((said) => (typeof said === 'string' ? said : say(said, units))).join('; ')}.
        </p>
      )}
      <p className="text-[15px] text-pencil">At Build: {offer.build.join('; ')}.</p>
    </div>
  );
}

const Told = ({ row }: { row: TriedRow | undefined }) =>
  row ? (
    <span className={`font-bold ${row.word ? verdictInk(row.word) : ''}`}>
      <Figure quantity={row.quantity} value={row.value} signed={row.word === null || row.value < 0} />
      {row.word && <span className="sr-only">, {row.word}</span>}
    </span>
  ) : (
    <>–</>
  );
