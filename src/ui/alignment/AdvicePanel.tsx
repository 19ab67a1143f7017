'use client';

import type { ReadingGate } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import { sleeveTurns } from '@/core/gauge/steering';
import type { Workings } from '@/core/record/workings';
import { FIGURES, type FigureId } from '@/core/subjects/alignment/adjusters';
import { forwardOf, type adviceAt } from '@/core/subjects/alignment/advice';
import type { Needle } from '@/core/subjects/alignment/needles';
import { wantedFor } from '@/core/subjects/alignment/wanted';
import { useUnits } from '../Units';
import { FIGURE_NAMES } from './figureNames';
import { amountSaid, inOrder, outSaid } from './adviceWords';
import { TryAdjusters, type Amounts } from './TryAdjusters';

type Told = NonNullable<ReturnType<typeof adviceAt>>;

/** Where settings put each figure, for the needle bands. */
export const triedOf = (
  advice: Pick<Told, 'values'>,
): { of: Needle['of']; side: 'left' | 'right' | 'both'; value: number }[] =>
  FIGURES.map((id) => ({
    of: id === 'toe' ? 'front-toe' : id.startsWith('camber') ? 'front-camber' : 'front-caster',
    side: id === 'toe' ? 'both' : id.endsWith('Left') ? 'left' : 'right',
    value: advice.values[id],
  }));

/** The fewest adjusters that bring every figure in, in the order of the work, with what each does. */
export function AdvicePanel({
  w,
  gate,
  advice: worked,
  tried,
  onTried,
}: {
  w: Workings;
  gate: ReadingGate;
  /** Null while it is being worked. */
  advice: { piece: Told | null } | null;
  /** What is tried by hand, by adjuster; null where nothing is. */
  tried: Amounts | null;
  onTried: (tried: Amounts | null) => void;
}) {
  const units = useUnits();
  const advice = worked?.piece ?? null;
  const deg = (v: number) => show('fineAngle', v, units, true).text;
  const left = outSaid(advice?.out ?? [], units);
  const forward = forwardOf(advice?.settings ?? []);
  const lead = w.figures.figure({ gate, point: 'sleeveLead', place: 'front', state: 'below' });
  return (
    <section aria-labelledby="advice">
      <h2 id="advice" className="pb-1">
        The least that brings all in
      </h2>
      {!worked ? (
        <p className="hint">Being worked.</p>
      ) : !advice ? (
        <p className="hint">Camber, caster and toe of both front wheels, and their bands, are wanted for it.</p>
      ) : advice.settings.length === 0 ? (
        <p>
          {left.bands
            ? `No adjuster of this axle brings in: ${left.bands}.`
            : left.targets
              ? `Every figure is in its band; no adjuster brings nearer to the shop’s target: ${left.targets}.`
              : 'Nothing: every figure is in its band.'}
        </p>
      ) : (
        <>
          <ol className="ruled">
            {inOrder(advice.settings).map((setting, i) => (
              <li key={setting.adjuster.id} className="flex gap-3 py-2">
                <span className="text-xl font-bold">{i + 1}</span>
                <div>
                  <p className="font-semibold">
                    {setting.adjuster.name}, {amountSaid(setting, units)}
                  </p>
                  <p className="text-[15px] text-pencil">
                    {Object.entries(setting.adjuster.moves)
                      .filter(([, rate]) => Math.abs(rate * setting.amount) >= 0.005)
                      .map(([id, rate]) => `${FIGURE_NAMES[id as FigureId]} ${deg(rate * setting.amount)}`)
                      .join(', ')}
                    ; rate {setting.adjuster.source}. At Build: {setting.adjuster.build}.
                  </p>
                </div>
              </li>
            ))}
          </ol>
          {Math.abs(forward) >= 0.5 && (
            <p className="text-[15px]">
              The wheels go {show('length', Math.abs(forward), units).text} {forward > 0 ? 'forward' : 'rearward'}: room
              ahead and behind is looked at again, see Tyre.
            </p>
          )}
          {left.bands && (
            <p className="text-[15px] font-semibold text-watch">
              Still out: {left.bands}. {wantedFor(w.job.vehicle, advice.out).join(' ')}
            </p>
          )}
          {left.targets && <p className="text-[15px]">In the band, off the shop’s target: {left.targets}.</p>}
          {advice.worse.length > 0 && (
            <p className="text-[15px] font-semibold text-watch">
              It leaves farther out: {advice.worse.map((id) => FIGURE_NAMES[id as FigureId]).join(', ')}.
            </p>
          )}
          <p className="text-[15px]">
            Last, the steering wheel straight
            {lead.status === 'read'
              ? ` (a turn of its sleeve is ${show('length', 1 / sleeveTurns(1, lead.value), units).text})`
              : ''}
            , its sensor zeroed; then rolling, rub and torque once more: each setting makes them stale.
          </p>
        </>
      )}
      {advice && !tried && (
        <div className="mt-2 flex flex-wrap gap-3">
          {advice.settings.length > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => onTried(Object.fromEntries(advice.settings.map((s) => [s.adjuster.id, s.amount])))}
            >
              Try it
            </button>
          )}
          <button type="button" className="btn" onClick={() => onTried({})}>
            Set by hand
          </button>
        </div>
      )}
      {tried && <TryAdjusters w={w} gate={gate} amounts={tried} onAmounts={onTried} />}
    </section>
  );
}
