'use client';

import type { ReadingGate, Vehicle } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import { mm, say, type Phrase } from '@/core/kernel/phrase';
import { AXLES, cornersOf, type Axle } from '@/core/kernel/places';
import type { Workings } from '@/core/record/workings';
import { barPredicts, forwardAt, parallelAt, shiftAt } from '@/core/subjects/axlePlace/place';
import { SvgFigure } from '../drawings/SvgFigure';
import { beams } from '@/core/subjects/axlePlace/points';
import { useUnits } from '../Units';

/** Where an axle stands at a stage, mm and degrees: + left, + forward against how it came. */
interface Stands {
  shift: number | null;
  forward: number | null;
}
/** Under the magnifier: pixels a millimetre, and how many millimetres it shows each way. */
const [TIMES, SHOWN] = [3, 20];
/** Less than half a sixteenth is not there. */
const SEEN = 0.8;
const LENS = TIMES * SHOWN + 4;
const [WIDTH, HEIGHT] = [800, 436];

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

/** One axle's place as it came, as planned, as it is or on trial. */
interface Mark {
  axle: Axle;
  ink: string;
  dash?: string;
  width: number;
  stands: Stands;
}

/**
 * Both axles from above, the vehicle's front to the left and its left side below, true to size, each with a magnifier on
 * its middle: chalk as it came, dashed as the plan or a trial makes it, ink After.
 */
export function AxlesAbove({
  vehicle,
  w,
  gate,
  trial,
}: {
  vehicle: Vehicle;
  w: Workings;
  gate: 'before' | 'plan' | 'after';
  /** Where a cure on trial puts an axle, mm to the left. */
  trial?: { axle: Axle; shift: number } | null;
}) {
  const units = useUnits();
  const tick = units.length === 'mm' ? { by: 5, name: '5 mm' } : { by: 6.35, name: '1/4 in' };
  const { wheelbase, trackFront, trackRear } = vehicle;
  const scale = (WIDTH - 240) / wheelbase;
  const x = (axle: Axle) => (axle === 'front' ? 120 : 120 + wheelbase * scale);
  const middle = HEIGHT / 2 + 10;
  const half = (axle: Axle) => ((axle === 'front' ? trackFront : trackRear) / 2) * scale;
  const marks = AXLES.flatMap((axle): Mark[] => {
    const before = standsAt(w, axle, 'before');
    const all: Mark[] = [{ axle, ink: 'var(--chalk)', width: 3, stands: { ...before, forward: 0 } }];
    const predicted = gate === 'plan' ? barPredicts(w, axle, 'plan') : null;
    const dashed = { axle, ink: 'var(--pencil)', dash: '7 5', width: 3 };
    if (predicted && before.shift !== null)
      all.push({ ...dashed, stands: { shift: before.shift + predicted.left.value, forward: 0 } });
    if (gate === 'after') all.push({ axle, ink: 'var(--graphite)', width: 4, stands: standsAt(w, axle, 'after') });
    if (trial?.axle === axle) all.push({ ...dashed, ink: 'var(--paint)', stands: { shift: trial.shift, forward: 0 } });
    return all.filter(({ stands }) => stands.shift !== null);
  });
  const read: ReadingGate = gate === 'after' ? 'after' : 'before';
  const yaw = parallelAt(w, read)?.value ?? null;
  const told = AXLES.map((axle) => ({ axle, phrase: wordsOf(w, axle, gate) }));
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="h-auto w-full"
      role="img"
      aria-label={`Both axles from above: ${told.map(({ axle, phrase }) => `${axle} ${say(phrase, units)}`).join('; ')}${yaw === null ? '' : `; out of parallel by ${show('fineAngle', Math.abs(yaw), units).text}`}`}
    >
      <text x="4" y="18" fontSize="15" fontWeight="600" fill="var(--pencil)">
        ← front · from above, left side below · under the glass a tick is {tick.name}
      </text>
      <g fill="none" stroke="var(--rule)" strokeWidth="3">
        <path d={`M60 ${middle - 46} H${WIDTH - 60} M60 ${middle + 46} H${WIDTH - 60}`} />
        <path d={`M40 ${middle} H${WIDTH - 40}`} strokeDasharray="10 5 2 5" strokeWidth="2" />
      </g>
      {AXLES.filter((axle) => !marks.some((m) => m.axle === axle)).map((axle) => (
        <g key={axle} fill="none" stroke="var(--rule)" strokeWidth="3">
          <rect x={x(axle) - 38} y={middle - half(axle) - 13} width="76" height="26" rx="7" />
          <rect x={x(axle) - 38} y={middle + half(axle) - 13} width="76" height="26" rx="7" />
        </g>
      ))}
      {marks.map(({ axle, ink, dash, width, stands }, i) => {
        const last = marks.findLastIndex((m) => m.axle === axle) === i;
        // Only what stands now is drawn out of square: the readings tell the two axles' angle against each other.
        const turn = axle === 'rear' && yaw !== null && last && gate !== 'plan' ? -yaw : 0;
        const at = [x(axle) - (stands.forward ?? 0) * scale, middle + (stands.shift ?? 0) * scale];
        return (
          <g
            key={i}
            fill="none"
            stroke={ink}
            strokeWidth={width}
            {...(dash ? { strokeDasharray: dash } : {})}
            transform={`translate(${at.map((v) => v.toFixed(2)).join(' ')}) rotate(${turn.toFixed(2)})`}
          >
            <path d={`M0 ${-half(axle)} V${half(axle)}`} />
            <rect x="-38" y={-half(axle) - 13} width="76" height="26" rx="7" />
            <rect x="-38" y={half(axle) - 13} width="76" height="26" rx="7" />
          </g>
        );
      })}
      {AXLES.map((axle) => {
        const mine = marks.filter((m) => m.axle === axle);
        if (mine.length === 0) return null;
        const cx = axle === 'front' ? x('front') + 150 : x('rear') - 150;
        return <Lens key={axle} from={x(axle)} cx={cx} cy={middle} marks={mine} tick={tick.by} />;
      })}
      {told.map(({ axle, phrase }) => (
        <text
          key={axle}
          x={axle === 'front' ? 4 : WIDTH - 4}
          y={axle === 'front' ? 48 : HEIGHT - 8}
          fontSize="19"
          fontWeight="700"
          textAnchor={axle === 'front' ? 'start' : 'end'}
          fill="var(--graphite)"
        >
          <Parts phrase={phrase} size={19} />
        </text>
      ))}
      {yaw !== null && (
        <text x={WIDTH - 4} y="48" fontSize="17" fontWeight="700" textAnchor="end" fill="var(--graphite)">
          {Math.abs(yaw) < 0.05
            ? 'axles parallel'
            : `axles out of parallel ${show('fineAngle', Math.abs(yaw), units).text}`}
        </text>
      )}
    </svg>
  );
}

/** An axle's middle under a magnifier: a mark a line of its own, ticks every 5 mm or quarter inch. */
function Lens({
  from,
  cx,
  cy,
  marks,
  tick,
}: {
  from: number;
  cx: number;
  cy: number;
  marks: readonly Mark[];
  tick: number;
}) {
  const each = Math.floor(SHOWN / tick);
  const ticks = Array.from({ length: 2 * each + 1 }, (_, i) => (i - each) * tick * TIMES);
  return (
    <g>
      <path d={`M${from} ${cy} L${cx} ${cy}`} stroke="var(--pencil)" strokeWidth="1.5" />
      <circle cx={from} cy={cy} r="7" fill="none" stroke="var(--pencil)" strokeWidth="2" />
      <circle cx={cx} cy={cy} r={LENS} fill="var(--panel)" stroke="var(--graphite)" strokeWidth="3" />
      <g stroke="var(--pencil)" strokeWidth="1.5">
        {ticks.map((t) => {
          const wide = Math.sqrt(Math.max(0, LENS * LENS - t * t));
          return <path key={t} d={`M${cx - wide} ${cy + t} h${t === 0 ? 0 : 7}`} />;
        })}
        <path d={`M${cx - LENS} ${cy} H${cx + LENS}`} strokeDasharray="8 4 2 4" />
      </g>
      {marks.map(({ ink, dash, stands }, i) => {
        const off = Math.max(-SHOWN, Math.min(SHOWN, stands.shift ?? 0)) * TIMES;
        const wide = Math.sqrt(Math.max(0, LENS * LENS - off * off)) - 10;
        return (
          <path
            key={i}
            d={`M${cx - wide} ${cy + off} H${cx + wide}`}
            stroke={ink}
            strokeWidth="5"
            {...(dash ? { strokeDasharray: dash } : {})}
          />
        );
      })}
    </g>
  );
}

function wordsOf(w: Workings, axle: Axle, gate: 'before' | 'plan' | 'after'): Phrase {
  const said = (v: number, plus: string, minus: string): Phrase | null =>
    Math.abs(v) < SEEN ? null : [mm(Math.abs(v)), ` ${v > 0 ? plus : minus}`];
  if (gate === 'plan') {
    const predicted = barPredicts(w, axle, 'plan');
    return predicted
      ? [
          'its bar takes it ',
          ...(said(predicted.left.value, 'left', 'right') ?? ['nowhere']),
          '; ',
          mm(predicted.length),
          ' long it would hold',
        ]
      : ['no bar taped'];
  }
  const { shift, forward } = standsAt(w, axle, gate);
  if (shift === null) return beams(w.job).includes(axle) ? ['not read'] : ['held by the body'];
  const went = gate === 'after' && forward !== null ? said(forward, 'forward', 'rearward') : null;
  return [...(said(shift, 'left', 'right') ?? ['in the middle']), ...(went ? [', ', ...went] : [])];
}

/** A sentence with figures inside an SVG text. */
const Parts = ({ phrase, size }: { phrase: Phrase; size: number }) => {
  const units = useUnits();
  return (
    <>
      {phrase.map((part, i) =>
        typeof part === 'string' ? (
          <tspan key={i}>{part}</tspan>
        ) : (
          <SvgFigure key={i} shown={show(part.quantity, part.value, units, part.signed)} size={size} />
        ),
      )}
    </>
  );
};
