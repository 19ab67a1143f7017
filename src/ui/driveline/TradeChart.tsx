'use client';

import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { show } from '@/core/kernel/units/format';
import type { Quantity } from '@/core/kernel/units/quantity';
import { roundTicks } from '@/core/kernel/units/ticks';
import { useUnits } from '../Units';

const INKS = ['var(--graphite)', 'var(--paint)', 'var(--watch)', 'var(--chalk)'];

/** Angles over something that trades one for another, where the vehicle stands marked. */
export default function TradeChart({
  rows,
  x,
  lines,
  marks,
  limit,
  band,
}: {
  rows: readonly Record<string, number | null | undefined | boolean>[];
  x: { key: string; quantity: Quantity; name: string };
  /** `dots`: read at single places, not a curve. */
  lines: readonly { key: string; name: string; dots?: boolean }[];
  marks: readonly { at: number; name: string }[];
  /** What a joint may be at its speed, degrees. */
  limit: number | null;
  band: { from: number; to: number } | null;
}) {
  const units = useUnits();
  const text = (quantity: Quantity, value: number, signed = false) => show(quantity, value, units, signed).text;
  const at = rows.map((row) => Number(row[x.key]));
  const [from, to] = [Math.min(...at), Math.max(...at)];
  const values = rows.flatMap((row) => lines.map(({ key }) => row[key]).filter((v) => typeof v === 'number'));
  const xs = roundTicks(x.quantity, from, to, units, 8).filter((t) => t.at >= from - 1e-6 && t.at <= to + 1e-6);
  const ys = roundTicks('angle', Math.min(0, ...values), Math.max(limit ?? 0, ...values), units, 6);
  const written = (ticks: typeof xs) => (v: number) => ticks.find((t) => Math.abs(t.at - v) < 1e-6)?.label ?? '';
  return (
    <figure>
      <ResponsiveContainer width="100%" height={240}>
        <LineChart data={[...rows]} margin={{ top: 22, right: 16, bottom: 22, left: 0 }} accessibilityLayer={false}>
          <CartesianGrid stroke="var(--rule)" strokeDasharray="2 4" />
          {band && <ReferenceArea x1={band.from} x2={band.to} fill="var(--clear)" fillOpacity={0.16} />}
          <XAxis
            dataKey={x.key}
            type="number"
            domain={['dataMin', 'dataMax']}
            ticks={xs.map((t) => t.at)}
            interval={0}
            stroke="var(--pencil)"
            tick={{ fill: 'var(--pencil)', fontSize: 13 }}
            tickFormatter={written(xs)}
            label={{ value: x.name, position: 'insideBottom', offset: -12, fill: 'var(--pencil)' }}
          />
          <YAxis
            width={56}
            stroke="var(--pencil)"
            tick={{ fill: 'var(--pencil)', fontSize: 13 }}
            ticks={ys.map((t) => t.at)}
            interval={0}
            tickFormatter={written(ys)}
            domain={ys.length > 0 ? [ys[0]?.at ?? 0, ys.at(-1)?.at ?? 1] : ['auto', 'auto']}
          />
          <Tooltip
            isAnimationActive={false}
            contentStyle={{ background: 'var(--panel)', border: '1px solid var(--graphite)', borderRadius: 3 }}
            labelFormatter={(v) => text(x.quantity, Number(v), true)}
            formatter={(v) => (typeof v === 'number' ? text('angle', v) : '')}
          />
          {limit !== null && (
            <ReferenceLine
              y={limit}
              stroke="var(--stop)"
              strokeDasharray="5 4"
              label={{ value: 'may be', position: 'insideTopRight', fill: 'var(--stop)', fontSize: 13 }}
            />
          )}
          {marks.map((mark) => (
            <ReferenceLine
              key={mark.name}
              x={mark.at}
              stroke="var(--chalk)"
              strokeWidth={2}
              label={{ value: mark.name, position: 'top', fill: 'var(--chalk)', fontSize: 13 }}
            />
          ))}
          {lines.map(({ key, name, dots = false }, i) => (
            <Line
              key={key}
              dataKey={key}
              name={name}
              stroke={INKS[i] ?? INKS[0]}
              strokeWidth={dots ? 0 : 2.5}
              connectNulls
              dot={dots ? { r: 5, fill: INKS[i] ?? 'var(--graphite)' } : false}
              isAnimationActive={false}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
      {lines.length > 1 && (
        <figcaption>
          <ul className="flex flex-wrap gap-x-5 pl-14 text-[15px]">
            {lines.map(({ key, name, dots = false }, i) => (
              <li key={key} className="flex items-center gap-2">
                <svg width="26" height="10" aria-hidden="true">
                  {dots ? (
                    <circle cx="13" cy="5" r="5" fill={INKS[i]} />
                  ) : (
                    <path d="M0 5 H26" stroke={INKS[i]} strokeWidth="3" />
                  )}
                </svg>
                {name}
              </li>
            ))}
          </ul>
        </figcaption>
      )}
    </figure>
  );
}
