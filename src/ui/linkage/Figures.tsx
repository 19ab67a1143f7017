'use client';

import { AT, AT_AXLE, AXLE, RIGHT, type AxleFigure, type SideFigure } from '@/core/suspension/figures';
import type { Quantity } from '@/core/kernel/units/quantity';
import { useUnits } from '../Units';
import { Figure } from '../Figure';

const SIDE: readonly (readonly [SideFigure, string, Quantity])[] = [
  ['camber', 'Camber', 'angle'],
  ['caster', 'Caster', 'angle'],
  ['toe', 'Toe', 'angle'],
  ['kingpinInclination', 'Steering-axis lean', 'angle'],
  ['shockLength', 'Shock', 'length'],
  ['springLength', 'Spring', 'length'],
  ['brakeHoseSpan', 'Brake hose span', 'length'],
  ['barRotation', 'Sway bar turned', 'angle'],
  ['armToLink', 'Bar arm to link', 'angle'],
  ['halfShaftLength', 'Half shaft', 'length'],
  ['halfShaftInner', 'Inner joint', 'angle'],
  ['halfShaftOuter', 'Outer joint', 'angle'],
];
const OF_AXLE: readonly (readonly [AxleFigure, string, Quantity])[] = [
  ['lateralShift', 'Axle to the left', 'length'],
  ['foreAftShift', 'Axle forward', 'length'],
  ['yaw', 'Axle turned left', 'angle'],
  ['noseUp', 'Axle nose up', 'angle'],
  ['bindRms', 'Bushes must give', 'length'],
  ['driveshaftLength', 'Driveshaft', 'length'],
  ['transferJointAngle', 'Joint at transfer case', 'angle'],
  ['pinionJointAngle', 'Joint at pinion', 'angle'],
  ['equivalentAngle', 'Both joints together', 'angle'],
];

/** A figure; angles to a hundredth, since toe and caster are set to less than a tenth. */
function Fine({ quantity, value, signed }: { quantity: Quantity; value: number; signed?: boolean }) {
  const { angle } = useUnits();
  if (quantity !== 'angle' || angle !== 'decimal') return <Figure {...{ quantity, value, signed }} />;
  const text = Math.abs(value).toFixed(2);
  const sign = text === '0.00' ? '' : value < 0 ? '−' : signed ? '+' : '';
  return <span className="fig">{`${sign}${text}°`}</span>;
}

/**
 * What the pose gives, left beside right, with the change from the Before stance.
 *
 * @param row figures of the pose; null where it cannot be reached
 * @param before the same at the Before stance
 */
export function Figures({ row, before }: { row: Float64Array; before: Float64Array | null }) {
  const cell = (at: number, quantity: Quantity) => {
    const value = row[at] ?? NaN;
    const was = before?.[at] ?? NaN;
    // Not there Before either: this side has no such part.
    if (Number.isNaN(value)) return <td key={at}>{Number.isNaN(was) ? 'none' : 'cannot reach'}</td>;
    return (
      <td key={at}>
        <Fine quantity={quantity} value={value} />
        {!Number.isNaN(was) && Math.abs(value - was) > 0.005 && (
          <span className="block text-sm text-pencil">
            <Fine quantity={quantity} value={value - was} signed />
          </span>
        )}
      </td>
    );
  };
  const has = (at: number) => !Number.isNaN(row[at] ?? NaN) || !Number.isNaN(before?.[at] ?? NaN);
  const side = SIDE.filter(([name]) => has(AT[name]) || has(RIGHT + AT[name]));
  const axle = OF_AXLE.filter(([name]) => has(AXLE + AT_AXLE[name]));
  return (
    <>
      <table className="plain">
        <caption className="sr-only">Figures of this pose, with the change from Before under each</caption>
        <thead>
          <tr>
            <th></th>
            <th>Left</th>
            <th>Right</th>
          </tr>
        </thead>
        <tbody>
          {side.map(([name, label, quantity]) => (
            <tr key={name}>
              <th scope="row">{label}</th>
              {cell(AT[name], quantity)}
              {cell(RIGHT + AT[name], quantity)}
            </tr>
          ))}
        </tbody>
        {axle.length > 0 && (
          <tbody>
            {axle.map(([name, label, quantity]) => (
              <tr key={name}>
                <th scope="row">{label}</th>
                <td colSpan={2}>
                  <span className="inline-flex items-baseline gap-3">
                    <Fine quantity={quantity} value={row[AXLE + AT_AXLE[name]] ?? NaN} />
                    {Math.abs((row[AXLE + AT_AXLE[name]] ?? NaN) - (before?.[AXLE + AT_AXLE[name]] ?? NaN)) > 0.005 && (
                      <span className="text-sm text-pencil">
                        <Figure
                          quantity={quantity}
                          value={(row[AXLE + AT_AXLE[name]] ?? NaN) - (before?.[AXLE + AT_AXLE[name]] ?? NaN)}
                          signed
                        />
                      </span>
                    )}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        )}
      </table>
      <p className="hint pt-2">Against the body; small figures: change from Before.</p>
    </>
  );
}
