'use client';

import { comparedName, type Calibration } from '@/core/subjects/linkage/calibrate';
import { Figure, PlusMinus } from '../Figure';

/** What gauge and tape say beside what the geometry gives, and the point most likely wrong where they part. */
export function CalibrationPanel({ calibrations }: { calibrations: readonly Calibration[] }) {
  const compared = calibrations.flatMap((c) => c.compared);
  if (compared.length === 0)
    return (
      <p className="hint">
        Nothing to hold the geometry against yet. Read caster, the sway bar’s angle or the shaft’s length on the full
        route; after the build also camber and the pinion’s angle.
      </p>
    );
  return (
    <div className="space-y-5">
      {calibrations.map(
        ({ gate, compared: list, suspects }) =>
          list.length > 0 && (
            <section key={gate}>
              <h3>{gate === 'before' ? 'As it came' : 'After the build, at the measured heights'}</h3>
              <ul className="ruled">
                {[...list]
                  .sort((a, b) => Number(b.finding) - Number(a.finding))
                  .map((c) => (
                    <li key={`${c.point}${c.place}`} className="py-2">
                      <p className="font-semibold">
                        {comparedName(c)}{' '}
                        <span className={c.finding ? 'text-watch' : 'text-pencil'}>
                          {c.finding ? '· finding' : '· agrees'}
                        </span>
                      </p>
                      <p className="text-sm">
                        measured <Figure quantity={c.quantity} value={c.measured.value} />, geometry{' '}
                        <Figure quantity={c.quantity} value={c.geometry.value} />: differs by{' '}
                        <Figure quantity={c.quantity} value={c.difference} signed />{' '}
                        <PlusMinus quantity={c.quantity} value={c.U} />
                      </p>
                    </li>
                  ))}
              </ul>
              {suspects.length > 0 && (
                <div className="border-l-4 border-watch pl-3">
                  <p className="font-semibold">Most likely wrong</p>
                  <ul className="space-y-2">
                    {suspects.map((s) => (
                      <li key={`${s.axle}${s.feature}${s.side}`}>
                        {s.name}, {s.axle}: read again. Moved by{' '}
                        <Figure quantity="length" value={Math.hypot(...s.by)} /> ({s.inU.toFixed(1)} × its own
                        uncertainty) it would explain {s.explains.map((e) => e.toLowerCase()).join('; ')}.
                        {s.orElse.length > 0 && ` As likely: ${s.orElse.join('; ').toLowerCase()}.`}
                      </li>
                    ))}
                  </ul>
                </div>
              )}
            </section>
          ),
      )}
      <p className="hint">
        A difference beyond its uncertainty: a part bent or wrong, a reading missed, springs not settled.
      </p>
    </div>
  );
}
