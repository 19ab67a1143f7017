'use client';

import type { ReadingGate, Vehicle } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { AXLES, cornersOf, type Axle } from '@/core/kernel/places';
import { DEG } from '@/core/kernel/geometry/point';
import type { Workings } from '@/core/record/workings';
import { barPredicts, forwardAt, parallelAt, shiftAt } from '@/core/subjects/axlePlace/place';
import { useUnits } from '../Units';

/** Where an axle stands at a stage, mm and degrees: + left, + forward against how it came. */
interface Stands {
  shift: number | null;
  forward: number | null;
}
/** Shifts are drawn so many times as large: a few millimetres on three metres are not seen. */
const TIMES = 12;
const [WIDTH, HEIGHT] = [800, 440];

const standsAt = (w: Workings, axle: Axle, gate: ReadingGate): Stands => {
  const went = cornersOf(axle).map((corner) => {
    const [was, is] = [forwardAt(w, corner, 'before'), forwardAt(w, corner, gate)];
    return was && is ? is.value - was.value : null;
  });
  const [l, r] = went;
  return {
    shift: shiftAt(w, axle, gate)?.value ?? null,
    forward: typeof l === 'number' && typeof r === 'number' ? (l + r) / 2 : null,
  };
};

/**
 * Both axles from above, the vehicle's front to the left and its left side below: how far each stands off the frame's
 * middle, drawn twelve times, with its true figure beside it; chalk as it came, dashed as the plan makes it, ink After.
 */
export function AxlesAbove({ vehicle, w, gate }: { vehicle: Vehicle; w: Workings; gate: 'before' | 'plan' | 'after' }) {
  const units = useUnits();
  const { wheelbase, trackFront, trackRear } = vehicle;
  const scale = (WIDTH - 260) / wheelbase;
  const x = (axle: Axle) => (axle === 'front' ? 130 : 130 + wheelbase * scale);
  const middle = HEIGHT / 2 + 26;
  const half = (axle: Axle) => ((axle === 'front' ? trackFront : trackRear) / 2) * scale;
  const lines = AXLES.flatMap((axle) => {
    const before = standsAt(w, axle, 'before');
    const all: { ink: string; dash?: string; width: number; stands: Stands }[] = [
      { ink: 'var(--chalk)', width: 3, stands: { ...before, forward: 0 } },
    ];
    const predicted = gate === 'before' ? null : barPredicts(w, axle, 'plan');
    if (predicted && gate === 'plan')
      all.push({
        ink: 'var(--pencil)',
        dash: '9 7',
        width: 3,
        stands: { shift: (before.shift ?? 0) + predicted.left.value, forward: 0 },
      });
    if (gate === 'after') all.push({ ink: 'var(--graphite)', width: 4, stands: standsAt(w, axle, 'after') });
    return all.flatMap((line) => (line.stands.shift === null ? [] : [{ axle, ...line }]));
  });
  const read: ReadingGate = gate === 'after' ? 'after' : 'before';
  const yaw = parallelAt(w, read)?.value ?? null;
  const told = AXLES.map((axle) => ({ axle, text: wordsOf(w, axle, gate, units) }));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-auto w-full"
      role="img"
      aria-label={`Both axles from above: ${told.map(({ axle, text }) => `${axle} ${text}`).join('; ')}${yaw === null ? '' : `; out of parallel by ${show('angle', Math.abs(yaw), units).text}`}`}
    >
      <text x="4" y="18" fontSize="15" fontWeight="600" fill="var(--pencil)">
        ← front · from above, shifts drawn {TIMES} times
      </text>
      <g fill="none" stroke="var(--rule)" strokeWidth="3">
        <path d={`M60 ${middle - 46} H${WIDTH - 60} M60 ${middle + 46} H${WIDTH - 60}`} />
        <path d={`M40 ${middle} H${WIDTH - 40}`} strokeDasharray="10 5 2 5" strokeWidth="2" />
      </g>
      {lines.map(({ axle, ink, dash, width, stands }, i) => {
        const dx = -(stands.forward ?? 0) * scale * TIMES;
        const dy = (stands.shift ?? 0) * scale * TIMES;
        const [cx, h] = [x(axle) + dx, half(axle)];
        // Only what stands now is drawn out of square: the readings tell the two axles' angle against each other.
        const turn = axle === 'rear' && yaw !== null && i === lines.length - 1 ? -yaw * TIMES : 0;
        return (
          <g
            key={i}
            fill="none"
            stroke={ink}
            strokeWidth={width}
            {...(dash ? { strokeDasharray: dash } : {})}
            transform={`translate(${cx.toFixed(1)} ${(middle + dy).toFixed(1)}) rotate(${Math.max(-20, Math.min(20, turn)).toFixed(2)})`}
          >
            <path d={`M0 ${-h} V${h}`} />
            <rect x="-38" y={-h - 13} width="76" height="26" rx="7" />
            <rect x="-38" y={h - 13} width="76" height="26" rx="7" />
            <circle r="6" fill={ink} stroke="none" />
          </g>
        );
      })}
      {told.map(({ axle, text }) => (
        <text
          key={axle}
          x={x(axle)}
          y={46}
          fontSize="17"
          fontWeight="700"
          textAnchor={axle === 'front' ? 'start' : 'end'}
          dx={axle === 'front' ? -70 : 70}
          fill="var(--graphite)"
        >
          {text}
        </text>
      ))}
      {yaw !== null && (
        <text x={WIDTH / 2} y="46" fontSize="17" fontWeight="700" textAnchor="middle" fill="var(--graphite)">
          {Math.abs(yaw) < 0.05 / DEG ? 'parallel' : `out of parallel ${show('angle', Math.abs(yaw), units).text}`}
        </text>
      )}
    </svg>
  );
}

function wordsOf(w: Workings, axle: Axle, gate: 'before' | 'plan' | 'after', units: UnitChoice): string {
  const mm = (v: number) => show('length', Math.abs(v), units).text;
  const said = (v: number, plus: string, minus: string) =>
    Math.abs(v) < 0.5 ? null : `${mm(v)} ${v > 0 ? plus : minus}`;
  if (gate === 'plan') {
    const predicted = barPredicts(w, axle, 'plan');
    return predicted
      ? `its bar takes it ${said(predicted.left.value, 'left', 'right') ?? 'nowhere'}; ${mm(predicted.length)} long it would hold`
      : 'no bar taped';
  }
  const { shift, forward } = standsAt(w, axle, gate);
  if (shift === null) return 'not read';
  return [
    said(shift, 'left', 'right') ?? 'in the middle',
    gate === 'after' && forward !== null ? said(forward, 'forward', 'rearward') : null,
  ]
    .filter(Boolean)
    .join(', ');
}
