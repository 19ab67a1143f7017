'use client';

import { toFraction } from '@/core/kernel/units/shown';
import { show } from '@/core/kernel/units/format';
import type { Shown } from '@/core/kernel/units/shown';
import { PLACE_NAME } from '@/core/kernel/places';
import type { CornerStance } from '@/core/subjects/stance/cornerStances';
import { useUnits } from '../Units';
import { SvgFigure } from './SvgFigure';

const WIDTH = 222;
const HEIGHT = 330;
const TOP = 16;

/**
 * Height posts: a tape at each corner on one common scale; before a chalk tick, plan a dashed line, after a painted
 * notch, the difference written beside it. A table of the same figures stands for a screen reader.
 */
export function HeightPosts({ corners }: { corners: readonly CornerStance[] }) {
  const units = useUnits();
  const all = corners
    .flatMap((c) => [c.before?.value, c.plan ?? undefined, c.after?.value])
    .filter((v): v is number => v !== undefined);
  const shown = (value: number, signed = false) => show('length', value, units, signed);
  const text = (value: number, signed = false) => shown(value, signed).text;
  if (all.length === 0)
    return (
      <p className="hint border border-dashed border-rule p-6">
        No height read yet. The posts draw themselves from the first one.
      </p>
    );
  const metric = units.length === 'mm';
  const low = Math.min(...all) - 26;
  const high = Math.max(...all) + 26;
  const y = (value: number) => TOP + ((high - value) / (high - low)) * (HEIGHT - 2 * TOP);
  const step = metric ? 10 : 25.4 / 4;
  const ticks = Array.from(
    { length: Math.floor(high / step) - Math.ceil(low / step) + 1 },
    (_, i) => (Math.ceil(low / step) + i) * step,
  );
  return (
    <figure>
      <div className="grid grid-cols-2 gap-x-3 md:grid-cols-4">
        {corners.map((c) => (
          <div key={c.corner}>
            <h3 className="pb-1">{PLACE_NAME[c.corner]}</h3>
            <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full max-w-[260px]" aria-hidden="true">
              <rect
                x="4"
                y={TOP}
                width="40"
                height={HEIGHT - 2 * TOP}
                fill="var(--panel)"
                stroke="var(--graphite)"
                strokeWidth="1.5"
              />
              {ticks.map((t) => {
                const major = metric ? Math.round(t) % 50 === 0 : Math.abs(t / 25.4 - Math.round(t / 25.4)) < 1e-6;
                const label = metric ? String(Math.round(t)) : String(toFraction(t / 25.4, 16).whole);
                return (
                  <g key={t}>
                    <line
                      x1={major ? 28 : 36}
                      x2="44"
                      y1={y(t)}
                      y2={y(t)}
                      stroke="var(--pencil)"
                      strokeWidth={major ? 1.6 : 0.8}
                    />
                    {/* A number cut by the post's end cannot be read. */}
                    {major && y(t) > TOP + 6 && y(t) < HEIGHT - TOP - 6 && (
                      <text x="7" y={y(t) + 4} className="fig" fontSize="11.5" fill="var(--pencil)">
                        {label}
                      </text>
                    )}
                  </g>
                );
              })}
              <Marks c={c} y={y} shown={shown} />
            </svg>
          </div>
        ))}
      </div>
      <figcaption className="flex flex-wrap gap-x-6 gap-y-1 pt-1 text-sm text-pencil">
        <Key draw={<line x1="2" x2="26" y1="8" y2="8" stroke="var(--chalk)" strokeWidth="5" />}>before</Key>
        <Key
          draw={<line x1="2" x2="26" y1="8" y2="8" stroke="var(--graphite)" strokeWidth="2.5" strokeDasharray="6 4" />}
        >
          plan
        </Key>
        <Key draw={<path d="M4 8 L22 1 V15 Z" fill="var(--graphite)" />}>after</Key>
        <span>hub centre to fender lip</span>
      </figcaption>
      <table className="sr-only">
        <caption>Ride heights, hub centre to fender lip</caption>
        <thead>
          <tr>
            <th>Corner</th>
            <th>Before</th>
            <th>Plan</th>
            <th>After</th>
            <th>Rise</th>
          </tr>
        </thead>
        <tbody>
          {corners.map((c) => (
            <tr key={c.corner}>
              <th>{PLACE_NAME[c.corner]}</th>
              <td>{c.before ? text(c.before.value) : 'not read'}</td>
              <td>{c.plan === null ? 'not set' : text(c.plan)}</td>
              <td>{c.after ? text(c.after.value) : 'not read'}</td>
              <td>{c.rise ? text(c.rise.value, true) : 'not known'}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}

function Key({ draw, children }: { draw: React.ReactNode; children: React.ReactNode }) {
  return (
    <span className="flex items-center gap-2">
      <svg width="28" height="16" aria-hidden="true">
        {draw}
      </svg>
      {children}
    </span>
  );
}

function Marks({
  c,
  y,
  shown,
}: {
  c: CornerStance;
  y: (v: number) => number;
  shown: (v: number, signed?: boolean) => Shown;
}) {
  // Words stand beside their marks, pushed apart where the marks lie closer than a line of text.
  const words = [
    c.after && {
      at: y(c.after.value),
      before: '',
      shown: shown(c.after.value),
      ink: 'var(--graphite)',
      weight: 700,
      size: 16,
    },
    c.plan !== null && {
      at: y(c.plan),
      before: 'plan ',
      shown: shown(c.plan),
      ink: 'var(--graphite)',
      weight: 400,
      size: 13,
    },
    c.before && {
      at: y(c.before.value),
      before: '',
      shown: shown(c.before.value),
      ink: 'var(--chalk)',
      weight: 700,
      size: 15,
    },
  ]
    .filter((w) => w !== null && w !== false)
    .sort((a, b) => a.at - b.at);
  let last = -Infinity;
  const placed = words.map((w) => {
    last = Math.max(w.at, last + 19);
    return { ...w, line: last };
  });
  return (
    <g>
      {c.before && (
        <line x1="36" x2="84" y1={y(c.before.value)} y2={y(c.before.value)} stroke="var(--chalk)" strokeWidth="5" />
      )}
      {c.plan !== null && (
        <line
          x1="36"
          x2="90"
          y1={y(c.plan)}
          y2={y(c.plan)}
          stroke="var(--graphite)"
          strokeWidth="2.5"
          strokeDasharray="7 4"
        />
      )}
      {c.after && <path d={`M44 ${y(c.after.value)} l 26 -10 v 20 Z`} fill="var(--graphite)" />}
      {c.before && c.after && (
        <g>
          <path
            d={`M74 ${y(c.before.value) - 4} V ${y(c.after.value) + 11}`}
            stroke="var(--pencil)"
            strokeWidth="1.5"
            fill="none"
          />
          {c.rise && (
            <text
              x="82"
              y={(y(c.before.value) + y(c.after.value)) / 2 + 6}
              className="fig"
              fontSize="16"
              fontWeight="700"
              fill="var(--graphite)"
            >
              <SvgFigure shown={shown(c.rise.value, true)} size={16} />
            </text>
          )}
        </g>
      )}
      {placed.map((w) => (
        <text key={w.ink} x="94" y={w.line + 5} className="fig" fontSize={w.size} fontWeight={w.weight} fill={w.ink}>
          {w.before}
          <SvgFigure shown={w.shown} size={w.size} />
        </text>
      ))}
    </g>
  );
}
