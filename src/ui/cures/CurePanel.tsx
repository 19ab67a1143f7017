'use client';

import { useMemo, useState, type ReactNode } from 'react';
import { say } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import type { CureFigures, CureOffer, TriedRow } from '@/core/record/cure';
import { Arm, verdictInk } from '../drawings/Arm';
import { Figure } from '../Figure';
import { SliderRow } from '../linkage/Sliders';
import { useUnits } from '../Units';

/** A cure on trial: which, and what it is set to. */
export interface CureTrial {
  id: string;
  figures: CureFigures;
}

/** What would cure a station: each offer is applied, judged again, and shown with what it changes elsewhere. */
export function CurePanel({
  offers,
  trial,
  onTrial,
  more,
  moreName,
}: {
  offers: readonly CureOffer[];
  trial: CureTrial | null;
  onTrial: (trial: CureTrial | null) => void;
  /** What stands under what cannot be on it, and its name. */
  more?: ReactNode;
  moreName?: string;
}) {
  const [shown, setShown] = useState(false);
  const can = offers.filter(({ never }) => never === null);
  const never = offers.filter((offer) => offer.never !== null);
  return (
    <section aria-labelledby="cures">
      <h2 id="cures" className="pb-1">
        What would cure it
      </h2>
      {can.length === 0 && <p className="hint">Nothing of this station can be put on it: see below why.</p>}
      <ul className="ruled">
        {can.map((offer) => (
          <li key={offer.id} className="py-2">
            <div className="flex items-center justify-between gap-3">
              <p className="font-semibold">{offer.name}</p>
              {trial?.id === offer.id ? (
                <button type="button" className="btn" onClick={() => onTrial(null)}>
                  Leave it
                </button>
              ) : (
                <button
                  type="button"
                  className="btn"
                  aria-label={`Try: ${offer.name}`}
                  onClick={() => onTrial({ id: offer.id, figures: offer.best() })}
                >
                  Try
                </button>
              )}
            </div>
            {trial?.id === offer.id && (
              <Tried
                offer={offer}
                figures={trial.figures}
                onFigures={(figures) => onTrial({ id: offer.id, figures })}
              />
            )}
          </li>
        ))}
      </ul>
      {(never.length > 0 || more !== undefined) && (
        <button
          type="button"
          className="min-h-12 font-semibold underline underline-offset-4"
          aria-expanded={shown}
          onClick={() => setShown(!shown)}
        >
          {never.length} that cannot be on it{moreName ? `, and ${moreName}` : ''}
        </button>
      )}
      {shown && (
        <ul className="space-y-2 pb-2 text-[15px]">
          {never.map(({ id, name, never: why }) => (
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
}: {
  offer: CureOffer;
  figures: CureFigures;
  onFigures: (figures: CureFigures) => void;
}) {
  const units = useUnits();
  const { groups, elsewhere, alone } = useMemo(() => offer.tried(figures), [offer, figures]);
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
