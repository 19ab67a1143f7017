'use client';

import { PLACE_NAME } from '@/core/kernel/places';
import { K } from '@/core/kernel/uncertainty/propagate';
import { show } from '@/core/kernel/units/format';
import { usePiece } from '../room/usePiece';
import { useUnits } from '../Units';

/** How far caster and camber went with the lift, apart into what made it: the body's pitch, axle or arms, what is left. */
export function LiftDid() {
  const units = useUnits();
  const rows = usePiece('liftDid')?.piece ?? [];
  if (rows.length === 0) return null;
  const deg = (v: number) => show('fineAngle', v, units, true).text;
  const none = rows.every((row) => row.linkage === null);
  return (
    <details className="border-t border-rule">
      <summary className="flex min-h-12 items-center font-semibold">What the lift did to caster and camber</summary>
      <table className="plain w-full text-[15px]">
        <thead>
          <tr>
            {['Figure', 'Went', 'Body’s pitch', 'Axle or arms', 'Left over'].map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ corner, figure, went, pitch, linkage }) => {
            const over = pitch && linkage ? went.value - pitch.value - linkage.value : null;
            const unsure = K * Math.hypot(went.u, pitch?.u ?? 0, linkage?.u ?? 0);
            return (
              <tr key={`${figure}${corner}`}>
                <th scope="row">
                  {figure === 'caster' ? 'Caster' : 'Camber'}, {PLACE_NAME[corner].toLowerCase()}
                </th>
                <td className="fig">{deg(went.value)}</td>
                <td className="fig">{figure === 'camber' ? '' : pitch ? deg(pitch.value) : 'not known'}</td>
                <td className="fig">{linkage ? deg(linkage.value) : 'not predicted'}</td>
                <td className={`fig ${over !== null && Math.abs(over) > unsure ? 'font-bold text-watch' : ''}`}>
                  {over === null ? '–' : deg(over)}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {none && <p className="hint pt-1">No geometry: not predicted. Tape the front linkage under Underside for it.</p>}
    </details>
  );
}
