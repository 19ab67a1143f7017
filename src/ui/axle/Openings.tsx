'use client';

import type { ReadingGate } from '@/core/document/job';
import { CORNERS, PLACE_NAME, type Corner } from '@/core/kernel/places';
import { show } from '@/core/kernel/units/format';
import type { Workings } from '@/core/record/workings';
import { forwardAt } from '@/core/subjects/axlePlace/place';
import { SvgFigure } from '../drawings/SvgFigure';
import { useUnits } from '../Units';

const read = (w: Workings, gate: ReadingGate, point: string, place: Corner): number | null => {
  const figure = w.figures.figure({ gate, point, place, state: 'floor' });
  return figure.status === 'read' ? figure.value : null;
};

/** Each wheel in its opening from its own side, the front to the left: room ahead and behind, and how far it went. */
export function Openings({ w, gate }: { w: Workings; gate: ReadingGate }) {
  const units = useUnits();
  const mm = (v: number) => show('length', v, units).text;
  return (
    <ul className="grid grid-cols-2 gap-x-6 gap-y-2">
      {CORNERS.map((corner) => {
        const [front, rear] = [read(w, gate, 'openingFront', corner), read(w, gate, 'openingRear', corner)];
        if (front === null || rear === null) return null;
        const [was, is] = [forwardAt(w, corner, 'before'), forwardAt(w, corner, gate)];
        const went = gate === 'after' && was && is ? is.value - was.value : null;
        const span = front + rear;
        const hub = 40 + (front / span) * 320;
        const words = `${PLACE_NAME[corner]}: ${mm(front)} ahead, ${mm(rear)} behind${went === null ? '' : Math.abs(went) < 0.5 ? ', where it came' : `, ${mm(Math.abs(went))} ${went > 0 ? 'forward' : 'rearward'}`}`;
        return (
          <li key={corner}>
            <p className="text-sm font-semibold text-pencil">{PLACE_NAME[corner]}</p>
            <svg viewBox="0 0 400 86" className="h-auto w-full" role="img" aria-label={words}>
              <path
                d="M10 78 H40 C44 20 110 6 200 6 C290 6 356 20 360 78 H390"
                fill="none"
                stroke="var(--graphite)"
                strokeWidth="3"
              />
              <circle cx={hub} cy="78" r="7" fill="var(--graphite)" />
              <path d={`M40 78 H${hub - 9} M${hub + 9} 78 H360`} stroke="var(--paint)" strokeWidth="3" />
              <path d="M200 6 V24" stroke="var(--rule)" strokeWidth="3" />
              <g fontSize="20" fontWeight="700" fill="var(--graphite)" textAnchor="middle">
                <text x={(40 + hub) / 2} y="66">
                  <SvgFigure shown={show('length', front, units)} size={20} />
                </text>
                <text x={(360 + hub) / 2} y="66">
                  <SvgFigure shown={show('length', rear, units)} size={20} />
                </text>
              </g>
              {went !== null && Math.abs(went) >= 0.5 && (
                <text x="200" y="40" fontSize="17" textAnchor="middle" fill="var(--pencil)">
                  <SvgFigure shown={show('length', Math.abs(went), units)} size={17} />
                  <tspan dx="6">{went > 0 ? '← forward' : 'rearward →'}</tspan>
                </text>
              )}
            </svg>
          </li>
        );
      })}
    </ul>
  );
}
