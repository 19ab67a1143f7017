'use client';

import { DEG } from '@/core/kernel/geometry/point';
import { show } from '@/core/kernel/units/format';
import type { ReadBar } from '@/core/subjects/steering/read';
import { SvgFigure } from '../drawings/SvgFigure';
import { useUnits } from '../Units';

const [WIDTH, HEIGHT] = [800, 270];
/** The middle between the bars' ends, and pixels a millimetre. */
const [MID, SCALE] = [400, 0.5];

/** One bar as it is or was: from its left end to its right one. */
function ends(bar: ReadBar, y: number): { left: [number, number]; right: [number, number] } {
  const across = bar.length.value * Math.cos(bar.inclination.value / DEG) * SCALE;
  const down = bar.length.value * Math.sin(bar.inclination.value / DEG) * SCALE;
  return { left: [MID - across / 2, y + down / 2], right: [MID + across / 2, y - down / 2] };
}

/**
 * Drag link and track bar as the driver sits, left on the left, their slopes and lengths true to one another: chalk as
 * they came, ink as they are, dashed with a cure on trial. The frame's end of each is a square, the axle's a ring.
 */
export function SteeringAcross({
  came,
  now,
  planned,
  tried,
}: {
  came: { drag: ReadBar | null; track: ReadBar | null } | null;
  now: { drag: ReadBar | null; track: ReadBar | null };
  /** What is shown now is only planned. */
  planned: boolean;
  tried: { drag: ReadBar | null; track: ReadBar | null } | null;
}) {
  const units = useUnits();
  const deg = (v: number) => show('angle', Math.abs(v), units).text;
  const mm = (v: number) => show('length', v, units).text;
  const lean = (bar: ReadBar) =>
    Math.abs(bar.inclination.value) < 0.05 ? 'level' : bar.inclination.value > 0 ? 'left end lower' : 'right end lower';
  const rows = [
    { name: 'Drag link', y: 84, was: came?.drag ?? null, is: now.drag, then: tried?.drag ?? null },
    { name: 'Track bar', y: 196, was: came?.track ?? null, is: now.track, then: tried?.track ?? null },
  ];
  const said = rows.map(({ name, is, then }) => {
    const bar = then ?? is;
    return bar ? `${name} ${deg(bar.inclination.value)} ${lean(bar)}, ${mm(bar.length.value)}` : `${name} not read`;
  });
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-auto w-full"
      role="img"
      aria-label={`Steering as the driver sits: ${said.join('; ')}`}
    >
      <text x="4" y="18" fontSize="15" fontWeight="600" fill="var(--pencil)">
        as the driver sits: left is left
      </text>
      {rows.map(({ name, y, was, is, then }) => (
        <g key={name}>
          <path d={`M40 ${y} H760`} stroke="var(--rule)" strokeDasharray="4 6" strokeWidth="2" />
          {was && <Bar bar={was} y={y} ink="var(--chalk)" width={4} />}
          {is && (
            <Bar bar={is} y={y} ink="var(--graphite)" width={planned ? 4 : 6} {...(planned ? { dash: '12 8' } : {})} />
          )}
          {then && <Bar bar={then} y={y} ink="var(--paint)" width={4} dash="9 7" />}
          <text x="4" y={y + 34} fontSize="18" fontWeight="700" fill="var(--graphite)">
            {name}
          </text>
          <text x={WIDTH - 4} y={y + 34} fontSize="18" textAnchor="end" fill="var(--graphite)" fontWeight="700">
            <Said bar={then ?? is} />
          </text>
        </g>
      ))}
    </svg>
  );
}

function Said({ bar }: { bar: ReadBar | null }) {
  const units = useUnits();
  if (!bar) return <>not read</>;
  return (
    <>
      {show('angle', Math.abs(bar.inclination.value), units).text}
      <tspan dx="12">
        <SvgFigure shown={show('length', bar.length.value, units)} size={18} />
      </tspan>
    </>
  );
}

function Bar({ bar, y, ink, width, dash }: { bar: ReadBar; y: number; ink: string; width: number; dash?: string }) {
  const { left, right } = ends(bar, y);
  const [frame, axle] = bar.frame === 'left' ? [left, right] : [right, left];
  return (
    <g stroke={ink} fill="none" strokeWidth={width} strokeLinecap="round">
      <path d={`M${left.join(' ')} L${right.join(' ')}`} {...(dash ? { strokeDasharray: dash } : {})} />
      <rect x={frame[0] - 9} y={frame[1] - 9} width="18" height="18" fill="var(--paper)" strokeWidth="3" />
      <circle cx={axle[0]} cy={axle[1]} r="9" fill="var(--paper)" strokeWidth="3" />
    </g>
  );
}
