'use client';

import { useId, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Vec3 } from '@/core/kernel/geometry/point';
import type { End, Tyre } from '@/core/suspension/schema';
import { useUnits } from '../Units';
import { labelsOf } from './labels';
import { barsOf, boxOf, hull, onPaper, tyreRings, VIEW_NAME, type Bar, type Joint, type View } from './shape';

interface Props {
  view: View;
  end: End;
  tyre: Tyre | null;
  /** Joints at the pose shown, and at the Before stance as a chalk line behind them. */
  now: Record<string, Vec3>;
  chalk: Record<string, Vec3> | null;
  /** Loaded radius of the tyre, mm: how far the floor is under a hub. */
  radius: number;
  joints: readonly Joint[];
  selected: string | null;
  onSelect: (at: string) => void;
  /** The large view, that a keyboard walks through, with the figures at their parts; the others show the same points. */
  large?: { row: Float64Array };
}

const WIDTH: Record<Bar['kind'], number> = { arm: 13, link: 11, strut: 18, hose: 6, shaft: 20, axle: 30 };

/** An end from one side, drawn from the numbers themselves. What is only assumed is dashed and hollow. */
export function LinkageView({ view, end, tyre, now, chalk, radius, joints, selected, onSelect, large }: Props) {
  const svg = useRef<SVGSVGElement>(null);
  const units = useUnits();
  const walked = large !== undefined;
  const id = useId();
  const hubs = (points: Record<string, Vec3>): Vec3[] =>
    (['left', 'right'] as const).map((s) => points[`${s}.hub.centre`]).filter((p) => p !== undefined);
  const centres = hubs(now);
  // The frame stays put while the sliders move: it is taken from the chalk line, the Before stance.
  const still = chalk ?? now;
  const box = boxOf(view, still, hubs(still), tyre);
  const at = (name: string): [number, number] | null => {
    const p = now[name];
    return p ? onPaper(view, p) : null;
  };
  const measured = new Set(joints.filter((j) => j.source === 'measured').map((j) => j.at));
  const named = new Set(joints.map((j) => j.at));
  const shown = joints.filter((j) => now[j.at] && (view !== 'side' || j.side !== 'right' || selected === j.at));

  const onTap = (event: PointerEvent) => {
    const matrix = svg.current?.getScreenCTM();
    if (!matrix) return;
    const p = new DOMPoint(event.clientX, event.clientY).matrixTransform(matrix.inverse());
    const reach = 34 / matrix.a;
    let best: { at: string; d: number } | null = null;
    for (const joint of shown) {
      const q = at(joint.at);
      if (!q) continue;
      const d = Math.hypot(q[0] - p.x, q[1] - p.y);
      if (d < reach && (!best || d < best.d)) best = { at: joint.at, d };
    }
    if (best) onSelect(best.at);
  };
  const onKey = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (!step || joints.length === 0) return;
    event.preventDefault();
    const here = joints.findIndex((j) => j.at === selected);
    const next = joints[(here + step + joints.length) % joints.length];
    if (next) onSelect(next.at);
  };
  // Large enough to be read standing, whichever is the drawing's size on paper.
  const size = Math.max(box.height / 27, box.width / 44);
  const { labels, box: paper } = large ? labelsOf(view, large.row, now, units, size, box) : { labels: [], box };
  const picked = joints.find((j) => j.at === selected);
  const walking = walked
    ? ({
        role: 'listbox',
        tabIndex: 0,
        'aria-label': `Points, ${VIEW_NAME[view].toLowerCase()}. Arrow keys go from point to point.`,
        'aria-activedescendant': picked ? `${id}-${picked.at}` : undefined,
        onKeyDown: onKey,
      } as const)
    : ({ 'aria-hidden': true } as const);
  const line = (points: readonly (readonly number[])[]) =>
    points.map((p) => p.map((n) => n.toFixed(1)).join(',')).join(' ');

  return (
    <figure className="border border-rule bg-panel">
      <figcaption className="flex justify-between px-3 pt-2 text-sm font-semibold text-pencil">
        <span>{VIEW_NAME[view]}</span>
        <span aria-hidden="true">{view === 'front' ? 'right · left' : '← forward'}</span>
      </figcaption>
      <svg
        ref={svg}
        {...walking}
        viewBox={`${paper.x} ${paper.y} ${paper.width} ${paper.height}`}
        className={`block w-full touch-manipulation ${walked ? 'h-[clamp(320px,50vh,560px)]' : 'h-[clamp(150px,22vh,260px)]'}`}
        preserveAspectRatio="xMidYMid meet"
        onPointerDown={onTap}
      >
        {view !== 'top' && view !== 'below' && <Floor box={box} view={view} hubs={centres} radius={radius} />}
        {tyre &&
          (['left', 'right'] as const)
            .filter((s) => view !== 'side' || s === 'left')
            .map((s) => {
              const [c, a] = [now[`${s}.hub.centre`], now[`${s}.hub.axis`]];
              if (!c || !a) return null;
              const rings = tyreRings(c, a, tyre);
              const outline = hull([...rings.outer, ...rings.inner].map((p) => onPaper(view, p)));
              return (
                <g key={s} fill="none" stroke="var(--pencil)" strokeWidth={5}>
                  <polygon points={line(outline)} fill="var(--rule)" fillOpacity={0.35} />
                  {view === 'side' && <polygon points={line(hull(rings.rim.map((p) => onPaper(view, p))))} />}
                </g>
              );
            })}
        {chalk && <Bars end={end} points={chalk} view={view} stroke="var(--chalk)" thin />}
        {(['left', 'right'] as const)
          .filter((s) => view !== 'side' || s === 'left')
          .flatMap((s) => obstaclesOf(now, s))
          .map(({ name, points }) => (
            <polyline
              key={name}
              points={line(points.map((p) => onPaper(view, p)))}
              fill="none"
              stroke="var(--graphite)"
              strokeWidth={6}
            />
          ))}
        <Bars end={end} points={now} view={view} stroke="var(--graphite)" measured={measured} named={named} />
        {centres.map((c, i) => {
          const [x, y] = onPaper(view, c);
          return (
            <path
              key={i}
              d={`M${x - 22} ${y}H${x + 22}M${x} ${y - 22}V${y + 22}`}
              stroke="var(--pencil)"
              strokeWidth={5}
            />
          );
        })}
        {shown.map((joint) => {
          const p = at(joint.at);
          if (!p) return null;
          const on = joint.at === selected;
          const sure = joint.source === 'measured';
          return (
            <g
              key={joint.at}
              id={walked ? `${id}-${joint.at}` : undefined}
              role={walked ? 'option' : undefined}
              aria-selected={walked ? on : undefined}
              aria-label={walked ? `${joint.name}, ${sure ? 'measured' : 'assumed'}` : undefined}
            >
              <circle
                cx={p[0]}
                cy={p[1]}
                r={on ? 22 : 13}
                fill={on ? 'var(--paint)' : sure ? 'var(--graphite)' : 'var(--panel)'}
                stroke={on ? 'var(--paint)' : 'var(--graphite)'}
                strokeWidth={5}
                strokeDasharray={sure || on ? undefined : '9 6'}
              />
              {on && <circle cx={p[0]} cy={p[1]} r={38} fill="none" stroke="var(--paint)" strokeWidth={6} />}
            </g>
          );
        })}
        {labels.map(({ key, text, part, x, y, from }) => (
          <g key={key}>
            <line x1={part[0]} y1={part[1]} x2={from[0]} y2={from[1]} stroke="var(--pencil)" strokeWidth={2.5} />
            <text x={x} y={y} className="fig" fontSize={size} fontWeight={700} fill="var(--graphite)">
              {text}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

/** The floor under the tyres as they now stand against the body; it tilts where one side is up. */
function Floor({
  box,
  view,
  hubs,
  radius,
}: {
  box: { x: number; width: number };
  view: View;
  hubs: readonly Vec3[];
  radius: number;
}) {
  const [left, right] = hubs;
  if (!left || !right) return null;
  const under = (hub: Vec3) => onPaper(view, [hub[0], hub[1], hub[2] - radius]);
  const [a, b] = view === 'front' ? [under(right), under(left)] : [under(left), under(left)];
  const slope = view === 'front' && b[0] !== a[0] ? (b[1] - a[1]) / (b[0] - a[0]) : 0;
  const y = (x: number) => a[1] + slope * (x - a[0]);
  const [x1, x2] = [box.x, box.x + box.width];
  return <line x1={x1} x2={x2} y1={y(x1)} y2={y(x2)} stroke="var(--rule)" strokeWidth={8} />;
}

function obstaclesOf(now: Record<string, Vec3>, side: string): { name: string; points: Vec3[] }[] {
  const found = new Map<string, Vec3[]>();
  for (const [name, p] of Object.entries(now)) {
    const match = /^(left|right)\.obstacles\.(.+)\.\d+$/.exec(name);
    if (match?.[1] !== side) continue;
    const key = `${side}.${match[2]}`;
    found.set(key, [...(found.get(key) ?? []), p]);
  }
  return [...found].map(([name, points]) => ({ name, points }));
}

/** The parts as lines; dashed where an end of one is only assumed. */
function Bars({
  end,
  points,
  view,
  stroke,
  thin,
  measured,
  named,
}: {
  end: End;
  points: Record<string, Vec3>;
  view: View;
  stroke: string;
  thin?: boolean;
  measured?: ReadonlySet<string>;
  named?: ReadonlySet<string>;
}) {
  return (
    <g fill="none" stroke={stroke} strokeLinecap="round">
      {barsOf(end).map((bar) => {
        const [a, b] = [points[bar.from], points[bar.to]];
        if (!a || !b || (view === 'side' && bar.from.startsWith('right.'))) return null;
        const [x1, y1] = onPaper(view, a);
        const [x2, y2] = onPaper(view, b);
        const assumed = measured && [bar.from, bar.to].some((name) => named?.has(name) && !measured.has(name));
        return (
          <line
            key={`${bar.from}-${bar.to}`}
            x1={x1}
            y1={y1}
            x2={x2}
            y2={y2}
            strokeWidth={thin ? 4 : WIDTH[bar.kind] * 0.7}
            strokeDasharray={thin || !assumed ? undefined : '26 20'}
            strokeOpacity={bar.kind === 'axle' || bar.kind === 'hose' ? 0.55 : 1}
          />
        );
      })}
    </g>
  );
}
