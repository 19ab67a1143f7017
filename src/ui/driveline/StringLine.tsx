'use client';

import { show } from '@/core/kernel/units/format';
import type { VerdictWord } from '@/core/kernel/judge';
import type { JointAt } from '@/core/subjects/driveline/parts';
import type { StringOfJoints } from '@/core/subjects/driveline/line';
import { verdictFill } from '../drawings/Arm';
import { useUnits } from '../Units';

export interface StringShown {
  line: StringOfJoints;
  /** Chalk: as it came; dashed: planned or on trial; ink: as it stands. */
  ink: 'chalk' | 'dashed' | 'ink';
  name: string;
}
export interface JointShown {
  at: JointAt;
  name: string;
  angle: number;
  /** Null where no row judges it: an even joint goes by its maker's angle alone. */
  verdict: VerdictWord | null;
}

const WIDTH = 800;
const MARGIN = 70;
/** Heights are drawn up to so many times as large, so that a few degrees are seen, as far as the drawing stays so high. */
const [STRETCH, HIGH] = [2, 230];
const INK = { chalk: 'var(--chalk)', dashed: 'var(--pencil)', ink: 'var(--graphite)' } as const;

/** The driveline as a chalk string through its joints, from the side and from above; true angles written at the joints. */
export function StringLine({
  lines,
  joints,
  slip,
  end,
}: {
  /** The one that is told of last. */
  lines: readonly StringShown[];
  /** From front to rear, of the last line. */
  joints: readonly JointShown[];
  slip: string | null;
  end: 'front' | 'rear';
}) {
  const units = useUnits();
  const all = lines.flatMap(({ line }) => line.points);
  const told = lines.at(-1);
  if (!told || all.length === 0) return null;
  const range = (pick: (p: (typeof all)[number]) => number) =>
    [Math.min(...all.map(pick)), Math.max(...all.map(pick))] as const;
  const [back, far] = range((p) => p.rearward);
  const [low, high] = range((p) => p.up);
  const [right, left] = range((p) => p.left);
  const scale = (WIDTH - 2 * MARGIN) / Math.max(1, far - back);
  const stretch = Math.max(1, Math.min(STRETCH, HIGH / Math.max(1, (high - low) * scale)));
  const x = (rearward: number) => MARGIN + (rearward - back) * scale;
  const top = 64;
  const side = (up: number) => top + (high - up) * scale * stretch;
  const sideHeight = top + (high - low) * scale * stretch + 74;
  const above = (y: number) => sideHeight + 26 + (left - y) * scale * stretch;
  const height = sideHeight + 52 + (left - right) * scale * stretch;
  const path = (line: StringOfJoints, y: (p: (typeof all)[number]) => number) =>
    line.points.map((p, i) => `${i === 0 ? 'M' : 'L'}${x(p.rearward).toFixed(1)} ${y(p).toFixed(1)}`).join(' ');
  const at = told.line.points.slice(told.line.first, told.line.first + joints.length);
  const middle = end === 'rear' ? at.at(-2) : at[1];
  const last = end === 'rear' ? at.at(-1) : at[0];
  const words = joints
    .map((j) => `${j.name} ${show('angle', j.angle, units).text}, ${j.verdict ?? 'an even joint'}`)
    .join('; ');
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height.toFixed(0)}`}
      className="h-auto w-full"
      role="img"
      aria-label={`${end === 'rear' ? 'Rear' : 'Front'} driveline from the side and from above: ${words}`}
    >
      <text x="4" y="18" fontSize="15" fontWeight="600" fill="var(--pencil)">
        from the side{stretch > 1.05 && `, heights drawn ${stretch.toFixed(1)} times`}
      </text>
      <text x={WIDTH - 4} y="18" fontSize="15" fontWeight="600" fill="var(--pencil)" textAnchor="end">
        rearward →
      </text>
      <g fill="none" strokeLinejoin="round" strokeLinecap="round">
        {lines.map(({ line, ink, name }) => (
          <g
            key={name}
            stroke={INK[ink]}
            strokeWidth={ink === 'ink' ? 4 : 2.5}
            {...(ink === 'dashed' ? { strokeDasharray: '9 7' } : {})}
          >
            <path d={path(line, (p) => side(p.up))} />
            <path d={path(line, (p) => above(p.left))} />
          </g>
        ))}
      </g>
      {at.map((p, i) => {
        const joint = joints[i];
        const before = told.line.points[told.line.first + i - 1];
        if (!joint || !before) return null;
        const cx = x(p.rearward);
        const cy = side(p.up);
        const anchor = cx < 130 ? 'start' : cx > WIDTH - 130 ? 'end' : 'middle';
        return (
          <g key={joint.at}>
            <Arc
              p={{ x: cx, y: cy }}
              from={{ x: x(before.rearward), y: side(before.up) }}
              to={next(told.line, i, x, side)}
            />
            <circle cx={cx} cy={cy} r="8" fill="var(--panel)" stroke="var(--graphite)" strokeWidth="3" />
            <circle cx={cx} cy={above(p.left)} r="5.5" fill="var(--graphite)" />
            <text x={cx} y={cy - 38} fontSize="17" fontWeight="700" textAnchor={anchor} fill="var(--graphite)">
              {joint.name}
            </text>
            <text
              x={cx}
              y={cy - 17}
              fontSize="20"
              fontWeight="700"
              textAnchor={anchor}
              fill={joint.verdict ? verdictFill(joint.verdict) : 'var(--graphite)'}
              className="fig"
            >
              {show('angle', joint.angle, units).text}
            </text>
          </g>
        );
      })}
      {slip && middle && last && (
        <g>
          <path
            d={`M${mid(x(middle.rearward), x(last.rearward))} ${mid(side(middle.up), side(last.up)) - 11} v22 m9 -18 v22`}
            stroke="var(--paint)"
            strokeWidth="3"
          />
          <text
            x={mid(x(middle.rearward), x(last.rearward))}
            y={mid(side(middle.up), side(last.up)) + 48}
            fontSize="15"
            textAnchor={end === 'rear' ? 'end' : 'start'}
            fill="var(--graphite)"
            stroke="var(--paper)"
            strokeWidth="6"
            paintOrder="stroke"
          >
            {slip}
          </text>
        </g>
      )}
      <text x="4" y={sideHeight + 8} fontSize="15" fontWeight="600" fill="var(--pencil)">
        from above
      </text>
    </svg>
  );
}

const mid = (a: number, b: number): number => 0.42 * a + 0.58 * b;
const next = (
  line: StringOfJoints,
  joint: number,
  x: (v: number) => number,
  side: (v: number) => number,
): { x: number; y: number } | null => {
  const p = line.points[line.first + joint + 1];
  return p ? { x: x(p.rearward), y: side(p.up) } : null;
};

/** From where the string would go straight on to where it goes. */
function Arc({
  p,
  from,
  to,
}: {
  p: { x: number; y: number };
  from: { x: number; y: number };
  to: { x: number; y: number } | null;
}) {
  if (!to) return null;
  const R = 58;
  const on = Math.atan2(p.y - from.y, p.x - from.x);
  const goes = Math.atan2(to.y - p.y, to.x - p.x);
  const end = (a: number) => `${(p.x + R * Math.cos(a)).toFixed(1)} ${(p.y + R * Math.sin(a)).toFixed(1)}`;
  return (
    <g fill="none" stroke="var(--pencil)" strokeWidth="1.5">
      <path d={`M${p.x} ${p.y} L${end(on)}`} strokeDasharray="3 4" />
      <path d={`M${end(on)} A${R} ${R} 0 0 ${goes > on ? 1 : 0} ${end(goes)}`} />
    </g>
  );
}
