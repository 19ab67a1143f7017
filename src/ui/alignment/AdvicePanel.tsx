'use client';

import type { ReadingGate } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { sleeveTurns } from '@/core/driveline/steering';
import type { Workings } from '@/core/record/workings';
import { FIGURES, type FigureId } from '@/core/subjects/alignment/adjusters';
import type { adviceAt, Setting } from '@/core/subjects/alignment/advice';
import type { Needle } from '@/core/subjects/alignment/needles';
import { useUnits } from '../Units';

type Told = NonNullable<ReturnType<typeof adviceAt>>;
const NAMES: Record<FigureId | 'crossCamber' | 'crossCaster', string> = {
  camberLeft: 'camber left',
  camberRight: 'camber right',
  casterLeft: 'caster left',
  casterRight: 'caster right',
  toe: 'total toe',
  crossCamber: 'camber left against right',
  crossCaster: 'caster left against right',
};

/** Where an advice puts each figure, for the needle bands. */
export const triedOf = (advice: Told): { of: Needle['of']; side: 'left' | 'right' | 'both'; value: number }[] =>
  FIGURES.map((id) => ({
    of: id === 'toe' ? 'front-toe' : id.startsWith('camber') ? 'front-camber' : 'front-caster',
    side: id === 'toe' ? 'both' : id.endsWith('Left') ? 'left' : 'right',
    value: advice.values[id],
  }));

/** The fewest adjusters that bring every figure in, in the order of the work, with what each does. */
export function AdvicePanel({
  w,
  gate,
  advice,
  tried,
  onTried,
}: {
  w: Workings;
  gate: ReadingGate;
  advice: Told | null;
  tried: boolean;
  onTried: (tried: boolean) => void;
}) {
  const units = useUnits();
  const deg = (v: number) => show('fineAngle', v, units, true).text;
  const forward = advice?.settings.reduce((sum, s) => sum + s.amount * s.adjuster.forward, 0) ?? 0;
  const lead = w.figures.figure({ gate, point: 'sleeveLead', place: 'front', state: 'below' });
  return (
    <section aria-labelledby="advice">
      <h2 id="advice" className="pb-1">
        The least that brings all in
      </h2>
      {!advice ? (
        <p className="hint">Camber, caster and toe of both front wheels, and their bands, are wanted for it.</p>
      ) : advice.settings.length === 0 ? (
        <p>
          {advice.out.length === 0
            ? 'Nothing: every figure is in its band.'
            : `No adjuster of this axle brings in ${advice.out.map((o) => NAMES[o.id]).join(', ')}.`}
        </p>
      ) : (
        <>
          <ol className="ruled">
            {inOrder(advice.settings).map(({ adjuster, amount }, i) => (
              <li key={adjuster.id} className="flex gap-3 py-2">
                <span className="text-xl font-bold">{i + 1}</span>
                <div>
                  <p className="font-semibold">
                    {adjuster.name}, {amountSaid(adjuster.unit, amount, units)}
                  </p>
                  <p className="text-[15px] text-pencil">
                    {Object.entries(adjuster.moves)
                      .filter(([, rate]) => Math.abs(rate * amount) >= 0.005)
                      .map(([id, rate]) => `${NAMES[id as FigureId]} ${deg(rate * amount)}`)
                      .join(', ')}
                    ; rate {adjuster.source}. At Build: {adjuster.build}.
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
          {advice.out.length > 0 && (
            <p className="text-[15px] font-semibold text-watch">
              Still out: {advice.out.map((o) => `${NAMES[o.id]} by ${deg(o.by).replace('+', '')}`).join('; ')}. A part
              with more range is wanted: offset bushes, longer arms, or what is bent found first.
            </p>
          )}
          {advice.worse.length > 0 && (
            <p className="text-[15px] font-semibold text-watch">
              It leaves farther out: {advice.worse.map((id) => NAMES[id as FigureId]).join(', ')}.
            </p>
          )}
          <p className="text-[15px]">
            Last, the steering wheel straight
            {lead.status === 'read'
              ? ` (a turn of its sleeve is ${show('length', 1 / sleeveTurns(1, lead.value), units).text})`
              : ''}
            , its sensor zeroed; then rolling, rub and torque once more: each setting makes them stale.
          </p>
          <button type="button" className="btn mt-2" aria-pressed={tried} onClick={() => onTried(!tried)}>
            {tried ? 'Leave it' : 'Try it'}
          </button>
        </>
      )}
    </section>
  );
}

/** Arms and cams before bushes, camber and caster before toe: toe goes with both. */
const inOrder = (settings: readonly Setting[]): Setting[] =>
  [...settings].sort((a, b) => Number(a.adjuster.id === 'sleeve') - Number(b.adjuster.id === 'sleeve'));

function amountSaid(unit: Setting['adjuster']['unit'], amount: number, units: UnitChoice): string {
  const size = Math.abs(amount);
  const way = amount > 0 ? 'out' : 'in';
  if (unit === 'mm') return `${show('length', size, units).text} ${amount > 0 ? 'longer' : 'shorter'}`;
  if (unit === 'degree') return show('fineAngle', amount, units, true).text;
  const plural = size === 1 ? '' : unit === 'notch' ? 'es' : 's';
  return `${size.toFixed(2).replace(/\.?0+$/, '')} ${unit}${plural} ${unit === 'notch' ? way : amount > 0 ? 'toward toe-in' : 'toward toe-out'}`;
}
