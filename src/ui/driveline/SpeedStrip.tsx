'use client';

import { quantityOf } from '@/core/kernel/units/quantities';
import { show } from '@/core/kernel/units/format';
import { useUnits } from '../Units';

export interface SpeedLine {
  name: string;
  /** km/h from which it is to be watched, and from which it reads Stop; null: at no speed. */
  watch: number | null;
  stop: number | null;
}

const [WIDTH, LEFT, RIGHT, ROW] = [800, 200, 630, 34];

/** From which road speed each joint, and all of them together, pass what they may; the speed it is judged at is marked. */
export function SpeedStrip({ lines, top }: { lines: readonly SpeedLine[]; top: number }) {
  const units = useUnits();
  const most = Math.max(top * 1.15, 60);
  const x = (speed: number) => LEFT + ((RIGHT - LEFT) * Math.min(speed, most)) / most;
  const speed = quantityOf('speed');
  const inBase = speed.units[speed.wanted(units)]?.inBase ?? 1;
  const ticks = Array.from({ length: Math.floor(most / inBase / 20) + 1 }, (_, i) => 20 * i);
  const height = 34 + ROW * lines.length + 30;
  const text = (speed: number) => show('speed', speed, units).text;
  const said = ({ watch, stop }: SpeedLine): { text: string; ink: string } =>
    stop !== null && stop <= most
      ? { text: `Stop from ${text(stop)}`, ink: 'var(--stop)' }
      : watch !== null && watch <= most
        ? { text: `Watch from ${text(watch)}`, ink: 'var(--watch)' }
        : { text: 'never in use', ink: 'var(--clear)' };
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${height}`}
      className="h-auto w-full"
      role="img"
      aria-label={`From which road speed each passes its limit: ${lines.map((l) => `${l.name}, ${said(l).text}`).join('; ')}; judged at ${text(top)}`}
    >
      <text x="4" y="16" fontSize="15" fontWeight="600" fill="var(--pencil)">
        from which road speed each passes its limit
      </text>
      {lines.map((line, i) => {
        const y = 40 + ROW * i;
        const { text: words, ink } = said(line);
        const { watch, stop } = line;
        return (
          <g key={line.name}>
            <text x="4" y={y + 5} fontSize="16" fill="var(--graphite)">
              {line.name}
            </text>
            <line x1={LEFT} x2={RIGHT} y1={y} y2={y} stroke="var(--graphite)" strokeWidth="2" />
            {watch !== null && watch < most && (
              <line
                x1={x(watch)}
                x2={x(stop ?? most)}
                y1={y}
                y2={y}
                stroke="var(--watch)"
                strokeWidth="8"
                opacity="0.6"
              />
            )}
            {stop !== null && stop < most && (
              <line x1={x(stop)} x2={RIGHT} y1={y} y2={y} stroke="var(--stop)" strokeWidth="8" opacity="0.6" />
            )}
            {[watch, stop].map((speed, k) =>
              speed === null || speed >= most ? null : (
                <line
                  key={k}
                  x1={x(speed)}
                  x2={x(speed)}
                  y1={y - 10}
                  y2={y + 10}
                  stroke={k === 0 ? 'var(--watch)' : 'var(--stop)'}
                  strokeWidth="3"
                />
              ),
            )}
            <text x={RIGHT + 8} y={y + 5} fontSize="14" fontWeight="700" fill={ink}>
              {words}
            </text>
          </g>
        );
      })}
      <line
        x1={x(top)}
        x2={x(top)}
        y1="24"
        y2={height - 26}
        stroke="var(--paint)"
        strokeWidth="2"
        strokeDasharray="5 4"
      />
      <text x={RIGHT + 8} y={height - 6} fontSize="13" fill="var(--pencil)">
        {show('speed', 0, units).unit}
      </text>
      {ticks.map((tick) => (
        <text key={tick} x={x(tick * inBase)} y={height - 6} fontSize="13" textAnchor="middle" fill="var(--pencil)">
          {tick}
        </text>
      ))}
    </svg>
  );
}
