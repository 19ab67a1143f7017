'use client';

import { show } from '@/core/kernel/units/format';
import type { Needle } from '@/core/subjects/alignment/needles';
import { useUnits } from '../Units';

const [WIDTH, ROW] = [800, 104];
/** Where the line of a band begins and ends. */
const [FROM, TO] = [150, 780];
/** No band is drawn narrower than this, degrees: a hair's width of it would fill the line. */
const LEAST = 0.8;

/** What an axis shows: the band and every mark, with as much again beside it. */
function axisOf({ band, marks }: Needle, tried: readonly { value: number }[]): { low: number; high: number } {
  const all = [...marks.map((m) => m.value), ...tried.map((t) => t.value), ...(band ? [band.low, band.high] : [])];
  const [low, high] = [Math.min(...all, 0), Math.max(...all, 0)];
  const [from, to] = band || marks.length > 0 ? [Math.min(...all), Math.max(...all)] : [low, high];
  const room = Math.max(LEAST, (to - from) * 0.3);
  return { low: from - room, high: to + room };
}

/**
 * One band a figure: the specification as the gap between two posts; as found in chalk, as left in ink, a trial dashed;
 * the left wheel above the line, the right one below it.
 */
export function NeedleBands({
  needles,
  tried = [],
}: {
  needles: readonly Needle[];
  /** What an advice would make of it. */
  tried?: readonly { of: Needle['of']; side: 'left' | 'right' | 'both'; value: number }[];
}) {
  const units = useUnits();
  const text = (v: number) => show('fineAngle', v, units, true).text;
  return (
    <div>
      <p className="flex flex-wrap gap-x-6 text-[15px] text-pencil">
        <span>left above, right below the line</span>
        <span className="text-chalk">▌ as found</span>
        <span className="font-bold text-graphite">▌ as left</span>
        {tried.length > 0 && <span>┆ on trial</span>}
      </p>
      {needles.map((needle) => {
        const mine = tried.filter((t) => t.of === needle.of);
        const axis = axisOf(needle, mine);
        const x = (v: number) => FROM + ((v - axis.low) / (axis.high - axis.low)) * (TO - FROM);
        const mid = 44;
        const { band } = needle;
        const said = [
          band ? `band ${text(band.low)} to ${text(band.high)}` : (needle.why ?? 'no band'),
          ...needle.marks.map(
            (m) =>
              `${m.gate === 'before' ? 'found' : 'left at'} ${text(m.value)}${m.side === 'both' ? '' : ` ${m.side}`}`,
          ),
        ];
        return (
          <svg
            key={needle.of}
            viewBox={`0 0 ${WIDTH} ${ROW}`}
            className="h-auto w-full"
            role="img"
            aria-label={`${needle.title}: ${said.join('; ')}`}
          >
            <text x="4" y={mid + 6} fontSize="20" fontWeight="700" fill="var(--graphite)">
              {needle.title}
            </text>
            {band && (
              <rect x={x(band.low)} y={mid - 24} width={x(band.high) - x(band.low)} height="48" fill="var(--panel)" />
            )}
            <path d={`M${FROM} ${mid} H${TO}`} stroke="var(--rule)" strokeWidth="3" />
            {band ? (
              <>
                <path
                  // Brackets, thin and grey: a mark that stands beside one is not taken for it.
                  d={`M${x(band.low) + 9} ${mid - 26} h-9 V${mid + 26} h9 M${x(band.high) - 9} ${mid - 26} h9 V${mid + 26} h-9`}
                  fill="none"
                  stroke="var(--pencil)"
                  strokeWidth="2.5"
                />
                {[band.low, band.high].map((v) => (
                  <text key={v} x={x(v)} y={mid + 46} fontSize="16" textAnchor="middle" fill="var(--pencil)">
                    {text(v)}
                  </text>
                ))}
              </>
            ) : (
              <text x={TO} y={mid + 46} fontSize="16" textAnchor="end" fill="var(--watch)">
                {needle.why}
              </text>
            )}
            {needle.marks.map((mark, i) => {
              const now = mark.gate === 'after' || !needle.marks.some((m) => m.gate === 'after');
              const [top, bottom] = rangeOf(mark.side, mid);
              const at = x(mark.value);
              // Written outward of its mark, so that two close together do not cover one another.
              const other = needle.marks.find((m) => m.side === mark.side && m !== mark && m.gate !== mark.gate);
              const right = !other || mark.value >= other.value;
              return (
                <g key={i}>
                  <path
                    d={`M${at} ${top} V${bottom}`}
                    stroke={mark.gate === 'before' ? 'var(--chalk)' : 'var(--graphite)'}
                    strokeWidth={mark.gate === 'before' ? 5 : 7}
                  />
                  {now && (
                    <text
                      x={at + (right ? 8 : -8)}
                      y={mark.side === 'right' ? mid + 20 : mid - 10}
                      fontSize="18"
                      fontWeight="700"
                      textAnchor={right ? 'start' : 'end'}
                      fill={mark.gate === 'before' ? 'var(--chalk)' : 'var(--graphite)'}
                      stroke="var(--paper)"
                      strokeWidth="4"
                      paintOrder="stroke"
                    >
                      {text(mark.value)}
                    </text>
                  )}
                </g>
              );
            })}
            {mine.map((t, i) => {
              const [top, bottom] = rangeOf(t.side, mid);
              return (
                <path
                  key={i}
                  d={`M${x(t.value)} ${top} V${bottom}`}
                  stroke="var(--graphite)"
                  strokeWidth="4"
                  strokeDasharray="5 4"
                />
              );
            })}
          </svg>
        );
      })}
    </div>
  );
}

const rangeOf = (side: 'left' | 'right' | 'both', mid: number): [number, number] =>
  side === 'left' ? [mid - 24, mid] : side === 'right' ? [mid, mid + 24] : [mid - 24, mid + 24];
