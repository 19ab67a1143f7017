'use client';

import type { ReadingGate } from '@/core/document/job';
import { DEG } from '@/core/kernel/geometry/point';
import { show } from '@/core/kernel/units/format';
import type { Workings } from '@/core/record/workings';
import { below, valueOf } from '@/core/subjects/steering/read';
import { useUnits } from '../Units';

const [WIDTH, HEIGHT] = [800, 210];
const SIDES = [
  { place: 'FL', name: 'left', way: -1 },
  { place: 'FR', name: 'right', way: 1 },
] as const;
const PARTS = [
  { point: 'tieRodAngle', length: 'tieRodLength', name: 'Tie rod', y: 70, drawn: 340, ink: 'var(--paint)' },
  { point: 'armAngle', length: 'armLength', name: 'Lower arm', y: 120, drawn: 355, ink: 'var(--graphite)' },
] as const;

/** Tie rods and lower arms of wishbones as the driver sits, left on the left: slopes and lengths true to one another. */
export function RodsAcross({ w, gate }: { w: Workings; gate: ReadingGate }) {
  const units = useUnits();
  const bars = SIDES.flatMap((side) =>
    PARTS.flatMap((part) => {
      const slope = valueOf(w, below(gate, part.point, side.place));
      return slope
        ? [{ ...side, ...part, slope: slope.value, long: valueOf(w, below(gate, part.length))?.value ?? null }]
        : [];
    }),
  );
  if (bars.length === 0) return null;
  const deg = (v: number) => show('angle', v, units, true).text;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-auto w-full"
      role="img"
      aria-label={`Steering as the driver sits: ${bars.map((b) => `${b.place} ${b.point === 'armAngle' ? 'lower arm' : 'tie rod'} ${deg(b.slope)}`).join('; ')}; + outer end lower`}
    >
      <text x="4" y="18" fontSize="15" fontWeight="600" fill="var(--pencil)">
        as the driver sits: left is left · tie rod red, lower arm black · + outer end lower
      </text>
      {bars.map(({ place, point, way, y, drawn, ink, slope, long }) => {
        const reach = (long ?? drawn) * 0.75;
        const inner = [WIDTH / 2 + way * 90, y];
        const outer = [(inner[0] ?? 0) + way * reach * Math.cos(slope / DEG), y + reach * Math.sin(slope / DEG)];
        return (
          <g key={`${place}${point}`} stroke={ink} fill="none" strokeWidth="5" strokeLinecap="round">
            <path d={`M${inner.join(' ')} L${outer.map((v) => v.toFixed(1)).join(' ')}`} />
            <circle cx={outer[0]} cy={outer[1]} r="8" fill="var(--paper)" strokeWidth="3" />
            <rect x={(inner[0] ?? 0) - 8} y={y - 8} width="16" height="16" fill="var(--paper)" strokeWidth="3" />
            <text
              x={way < 0 ? 4 : WIDTH - 4}
              y={y - 4}
              fontSize="18"
              fontWeight="700"
              textAnchor={way < 0 ? 'start' : 'end'}
              fill={ink}
              stroke="none"
            >
              {deg(slope)}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
