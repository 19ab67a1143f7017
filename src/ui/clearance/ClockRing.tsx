'use client';

import { RING } from '@/core/subjects/clearance/engine/ring';
import type { ObstacleResult, Problem } from '@/core/subjects/clearance/engine/problem';
import { show } from '@/core/kernel/units/format';
import { SvgFigure } from '../drawings/SvgFigure';
import { useUnits } from '../Units';
import { hourFigure } from './words';

/** The drawing's own size, its middle, and the tyre's outline on it. */
const [WIDE, HIGH] = [580, 462];
const [CX, CY, R] = [WIDE / 2, 226, 142];
/** mm of gap to drawing units, and the most that is drawn. */
const SCALE = 0.95;
const MOST = 72;
/** Farther off than this an obstacle has no mark of its own at the pose in hand, mm: it would stand among the names. */
const NEAR = 42;
const INK = { Clear: 'var(--clear)', Watch: 'var(--watch)', Stop: 'var(--stop)', 'Not measured': 'var(--pencil)' };

const polar = (turn: number, r: number): [number, number] => [
  CX + r * Math.sin(turn * 2 * Math.PI),
  CY - r * Math.cos(turn * 2 * Math.PI),
];
const at = ([x, y]: [number, number]) => `${x.toFixed(1)} ${y.toFixed(1)}`;

interface Props {
  gaps: Float32Array;
  nearest: Int16Array;
  obstacles: Problem['obstacles'];
  limits: Problem['limits'];
  results: readonly ObstacleResult[];
  tyre: { diameter: number; sectionWidth: number };
  /** What every obstacle has left at the pose of the sliders, by id: hour and gap. */
  now: readonly { id: string; hour: number; gap: number }[];
  selected: string | null;
  onSelect: (id: string) => void;
}

/**
 * The tyre seen from outside with a ring as thick as the least gap at each clock position over the whole sweep. 12 is
 * up, 3 is forward, on both sides of the vehicle.
 */
export function ClockRing({ gaps, nearest, obstacles, limits, results, tyre, now, selected, onSelect }: Props) {
  const units = useUnits();
  const length = (v: number) => show('length', v, units).text;
  // The ring is drawn between neighbouring places, each as near as the nearest of the two beside it.
  const least = Array.from({ length: RING }, (_, i) =>
    Math.min(...[i - 1, i, i + 1].map((n) => gaps[(n + RING) % RING] ?? Infinity)),
  );
  const out = (gap: number) => R + SCALE * Math.max(-40, Math.min(MOST, gap));
  const wedges = Array.from({ length: RING }, (_, i) => {
    const next = (i + 1) % RING;
    const [g, h] = [least[i] ?? Infinity, least[next] ?? Infinity];
    const gap = Math.min(g, h);
    if (g === Infinity || h === Infinity) return null;
    const near = [i, next, (i + RING - 1) % RING, (i + 2) % RING].find((n) => gaps[n] === gap) ?? i;
    const obstacle = obstacles[nearest[near] ?? -1];
    if (!obstacle) return null;
    const limit = limits[obstacle.meets];
    const ink = gap < limit.stop ? INK.Stop : gap < limit.clear ? INK.Watch : INK.Clear;
    const [a, b] = [i / RING, (i + 1) / RING];
    return (
      <path
        key={i}
        d={`M${at(polar(a, R))}A${R} ${R} 0 0 1 ${at(polar(b, R))}L${at(polar(b, out(h)))}L${at(polar(a, out(g)))}Z`}
        fill={ink}
        fillOpacity={gap < limit.stop ? 0.85 : gap > MOST ? 0.16 : 0.34}
      />
    );
  });
  return (
    <figure>
      <svg
        viewBox={`0 0 ${WIDE} ${HIGH}`}
        className="block h-auto w-full"
        role="img"
        aria-label="Least gap round the tyre, by clock position; the same figures are in the list"
      >
        {wedges}
        <circle cx={CX} cy={CY} r={R} fill="none" stroke="var(--graphite)" strokeWidth="2.5" />
        <circle cx={CX} cy={CY} r={R * 0.55} fill="none" stroke="var(--graphite)" strokeWidth="1.5" />
        {Array.from({ length: 12 }, (_, h) => {
          const [x, y] = polar(h / 12, R - 25);
          return (
            <g key={h}>
              <line
                x1={polar(h / 12, R)[0]}
                y1={polar(h / 12, R)[1]}
                x2={polar(h / 12, R - 9)[0]}
                y2={polar(h / 12, R - 9)[1]}
                stroke="var(--graphite)"
                strokeWidth="1.5"
              />
              <text x={x} y={y + 6} textAnchor="middle" fontSize="18" fill="var(--pencil)" className="fig">
                {h === 0 ? 12 : h}
              </text>
            </g>
          );
        })}
        <text x={CX} y={CY + 2} textAnchor="middle" fontSize="20" fill="var(--graphite)" className="fig">
          Ø {length(tyre.diameter)}
        </text>
        <text x={CX} y={CY + 28} textAnchor="middle" fontSize="18" fill="var(--pencil)" className="fig">
          × {length(tyre.sectionWidth)}
        </text>
        <text x={CX} y={CY - 26} textAnchor="middle" fontSize="16" fill="var(--pencil)">
          forward →
        </text>
        {now.map((n) => {
          if (n.gap > NEAR) return null;
          const gap = Math.max(-40, n.gap);
          const [x, y] = polar(n.hour / 12, R + SCALE * gap);
          const on = n.id === selected;
          return (
            <rect
              key={n.id}
              x={x - (on ? 6 : 4)}
              y={y - (on ? 6 : 4)}
              width={on ? 12 : 8}
              height={on ? 12 : 8}
              transform={`rotate(45 ${x} ${y})`}
              fill={on ? 'var(--paint)' : 'var(--paper)'}
              stroke={on ? 'var(--paint)' : 'var(--graphite)'}
              strokeWidth="1.5"
            />
          );
        })}
        <Labels results={results} selected={selected} onSelect={onSelect} />
        <g fontSize="16" fill="var(--pencil)" aria-hidden="true">
          <text x="4" y={HIGH - 6}>
            ring: least over all poses
          </text>
          <text x={WIDE - 4} y={HIGH - 6} textAnchor="end">
            now, at the sliders
          </text>
          <rect
            x={WIDE - 166}
            y={HIGH - 16}
            width="8"
            height="8"
            transform={`rotate(45 ${WIDE - 162} ${HIGH - 12})`}
            fill="var(--paper)"
            stroke="var(--graphite)"
            strokeWidth="1.5"
          />
        </g>
      </svg>
      <figcaption className="sr-only">
        The ring is the least gap over all poses with the axle’s give, each obstacle at the grade it is judged at, drawn
        pale where there is plenty; the diamonds are the gap now, at the sliders, nothing giving.
      </figcaption>
    </figure>
  );
}

/** Names too long for the paper's edge. */
const SHORT: Readonly<Record<string, string>> = {
  'brake-hose': 'Brake hose',
  'bumper-corner': 'Bumper',
  'shock-spring': 'Shock',
  'sway-bar': 'Sway bar',
  'lower-arm': 'Lower arm',
};

/** Names stand at the paper's edge, no nearer to each other than they are tall, each with a line to its place. */
function Labels({ results, selected, onSelect }: Pick<Props, 'results' | 'selected' | 'onSelect'>) {
  const units = useUnits();
  const shown = results.slice(0, 8).map((r) => {
    const turn = r.hour / 12;
    // On the tyre's own edge: how much is left there is the ring's to say.
    const [x, y] = polar(turn, R);
    return { r, x, y, right: turn < 0.5 };
  });
  const placed = [true, false].flatMap((right) => {
    const mine = shown.filter((s) => s.right === right).sort((a, b) => a.y - b.y);
    const step = 50;
    let last = -Infinity;
    const down = mine.map((m) => {
      last = Math.max(last + step, Math.min(m.y, HIGH - 46));
      return { ...m, ty: last };
    });
    // What ran off the bottom is pushed up again.
    let low = HIGH - 40;
    for (const m of [...down].reverse()) {
      m.ty = Math.max(26, Math.min(m.ty, low));
      low = m.ty - step;
    }
    return down;
  });
  return (
    <>
      {placed.map(({ r, x, y, ty, right }) => {
        const tx = right ? WIDE - 4 : 4;
        const shownGap = show('length', r.gap, units, true);
        return (
          <g key={r.id} onClick={() => onSelect(r.id)} className="cursor-pointer">
            <line
              x1={x}
              y1={y}
              x2={right ? WIDE - 120 : 120}
              y2={ty - 2}
              stroke={INK[r.verdict]}
              strokeWidth={r.id === selected ? 2.5 : 1.2}
            />
            <circle cx={x} cy={y} r={r.id === selected ? 5 : 3.5} fill={INK[r.verdict]} />
            <text
              x={tx}
              y={ty}
              textAnchor={right ? 'end' : 'start'}
              fontSize="19"
              fontWeight="700"
              fill="var(--graphite)"
              stroke="var(--paper)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              {SHORT[r.id] ?? r.name}
            </text>
            <text
              x={tx}
              y={ty + 21}
              textAnchor={right ? 'end' : 'start'}
              fontSize="18"
              fill={INK[r.verdict]}
              stroke="var(--paper)"
              strokeWidth="4"
              paintOrder="stroke"
              className="fig"
            >
              <SvgFigure shown={shownGap} size={18} />
            </text>
            <title>{`${r.name}: ${shownGap.text} at ${hourFigure(r.hour)}`}</title>
          </g>
        );
      })}
    </>
  );
}
