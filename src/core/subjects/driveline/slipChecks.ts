import { mm } from '../../kernel/phrase';
import { type Axle, type Place } from '../../kernel/places';
import { K, propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { limitOn } from '../../record/checks/limit';
import type { Cap, CheckDefinition, Needs, WorkedFigure } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import { bumpEndAsItCame } from '../common/bumpEnd';
import { axleAt, crawlNeeds, trainsAfter } from './crawl';
import { slipRoom, splineLimit } from './limits';
import { below, trainRead } from './parts';
import { AS_CAME, OTHER_RUN } from './points';
import { trainAtTravel } from './predicted';
import { droopAt, valueAt, everRead, STILL, endsOf, bumpSpots, noBump, SQUASH_TAKEN } from './travelPoses';

/** Spline that shows at ride height and hanging at After, mm; null where it is not read. */
const showsAt = (w: Workings, axle: Axle, gate: 'before' | 'after') => ({
  ride: valueAt(w, below(gate, 'slipExposed', axle)),
  hung: valueAt(w, droopAt('slipExposed', axle, gate)),
});

/** By how much the shaft at the axle is longer at full bump than at ride height, mm; null where the bump is not known. */
function atBump(w: Workings, axle: Axle): Uncertain | null {
  const known = trainRead(w, axle, 'after');
  const { bump } = endsOf(w, axle);
  if (known.state !== 'known' || !bump) return null;
  if (bump === STILL) return STILL;
  const was = known.parts.shafts.at(-1)?.length;
  const is = trainAtTravel(w, known.parts, bump).shafts.at(-1)?.length;
  // What the length itself is unsure by is in both and drops out of their difference.
  return was && is ? { value: is.value - was.value, u: Math.sqrt(Math.max(0, is.u ** 2 - was.u ** 2)) } : null;
}

interface SlipPose extends Uncertain {
  pose: string;
}
/** A figure of the slip at ride height, full droop and, where it is known, full bump. */
function slipOver(w: Workings, axle: Axle, of: (shown: Uncertain) => Uncertain): SlipPose[] | null {
  const { ride, hung } = showsAt(w, axle, 'after');
  if (!ride || !hung) return null;
  const up = atBump(w, axle);
  return [
    { pose: 'at ride height', ...of(ride) },
    { pose: 'at full droop', ...of(hung) },
    ...(up ? [{ pose: 'at full bump', ...of(propagate(([a = 0, b = 0]) => a + b, [ride, up])) }] : []),
  ];
}
const least = (poses: readonly SlipPose[]): SlipPose | undefined =>
  [...poses].sort((a, b) => a.value - K * a.u - (b.value - K * b.u))[0];
const stepsOf = (poses: readonly SlipPose[]) => poses.map((p) => ({ name: p.pose, amount: [mm(p.value)] }));

/** What shows at After; with what showed Before where a figure can only be told against how it came. */
const shownSpots = (place: Place, gate: 'before' | 'after'): Record<string, Spot> => ({
  [`shows ${gate}`]: below(gate, 'slipExposed', axleAt(place)),
  [`hung ${gate}`]: droopAt('slipExposed', place, gate),
});
/** What the run of a shaft at full bump is worked from, besides what its slip shows. */
const bumpNeeds = (w: Workings, place: Place): Record<string, Spot> => ({
  ...crawlNeeds(w, place, 'after').required,
  ...Object.fromEntries(bumpSpots(axleAt(place)).map((s) => [`${s.point} ${s.place}`, s])),
});

/** A slip that nobody read apart, against how it came: by how much more it is out or in, mm. */
function againstBefore(
  w: Workings,
  point: string,
  axle: Axle,
  more: Uncertain,
  what: string,
  formula: string,
): WorkedFigure {
  const changed = changedSince(w.job, ...OTHER_RUN);
  return {
    value: Math.max(0, more.value),
    u: more.u,
    quantity: 'length',
    limit: {
      clear: AS_CAME,
      stop: 1000,
      sense: 'most',
      source: 'as it came, to within 5 mm',
      rule: 'comfort',
      alone: true,
    },
    formula,
    summary: more.value <= 0 ? [`no farther ${what} than it came`] : [mm(more.value), ` farther ${what} than it came`],
    next: [],
    mark: 'against how it came: not read with the shaft apart',
    cap:
      changed || more.value > AS_CAME
        ? {
            at: 'Not measured',
            why: changed
              ? 'the shaft, its case, its arms or a shim was changed, and the slip was not read with the shaft apart'
              : `${more.value.toFixed(0)} mm farther ${what} than it came, and the slip was not read with the shaft apart`,
            spots: [below('after', point, axle)],
          }
        : undefined,
  };
}

export const slipRoomCheck: CheckDefinition = {
  id: 'slip-room',
  title: 'Slip room over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: slipRoom,
  quantity: 'length',
  places: trainsAfter,
  needs: (w, place) =>
    everRead(w.history, 'slipHome', axleAt(place))
      ? {
          required: { home: below('after', 'slipHome', axleAt(place)), ...shownSpots(place, 'after') },
          optional: bumpNeeds(w, place),
        }
      : { required: { ...shownSpots(place, 'after'), ...shownSpots(place, 'before') } },
  work: ({ w, place, maybe }) => {
    const axle = axleAt(place);
    const home = maybe('home');
    if (!home) {
      const [was, is] = [showsAt(w, axle, 'before'), showsAt(w, axle, 'after')];
      const pushed = (a: Uncertain | null, b: Uncertain | null): Uncertain | null =>
        a && b && { value: a.value - b.value, u: Math.hypot(a.u, b.u) };
      const both = [pushed(was.ride, is.ride), pushed(was.hung, is.hung)].filter((p) => p !== null);
      const [worst] = both.sort((a, b) => b.value - a.value);
      return worst && both.length === 2
        ? againstBefore(
            w,
            'slipHome',
            axle,
            worst,
            'in',
            'spline that showed Before − what shows now, the more of ride height and droop',
          )
        : null;
    }
    const poses = slipOver(w, axle, (shown) => propagate(([a = 0, b = 0]) => a - b, [shown, home]));
    const worst = poses && least(poses);
    if (!poses || !worst) return null;
    return {
      value: worst.value,
      u: worst.u,
      formula: 'spline that shows − what still shows pushed home, least of ride height, droop and bump',
      summary: [mm(worst.value), ` left to push in ${worst.pose}`],
      next: ['A shorter shaft: its two lengths stand at this station.'],
      steps: stepsOf(poses),
      // What is past its Stop already is so whatever full bump adds.
      cap: [
        poses.length < 3 ? unlessStopped(w, worst, slipRoom, axle) : undefined,
        endsOf(w, axle).bumpTaken ? SQUASH_TAKEN : undefined,
      ],
    };
  },
};

/** Full bump is wanted for a Clear; what is short without it is short. */
function unlessStopped(w: Workings, worst: Uncertain, limit: typeof slipRoom, axle: Axle): Cap | undefined {
  // Where nothing moves that end of the travel, nor how the shaft runs there, it slides there as it came.
  if (bumpEndAsItCame(w.job, axle, ['driveline']) !== null) return undefined;
  const { stop } = limitOn(w.job, limit);
  return worst.value - K * worst.u < stop ? undefined : noBump(axle);
}

export const splineEngagement: CheckDefinition = {
  id: 'spline-engagement',
  title: 'Spline engaged over the travel',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: splineLimit,
  quantity: 'diameters',
  places: trainsAfter,
  needs: (w, place): Needs => {
    const axle = axleAt(place);
    if (!everRead(w.history, 'splineLength', axle))
      return {
        required: {
          'hung after': droopAt('slipExposed', place),
          'hung before': droopAt('slipExposed', place, 'before'),
        },
      };
    return {
      required: { whole: below('after', 'splineLength', axle), ...shownSpots(place, 'after') },
      optional: { diameter: below('after', 'splineDiameter', axle), ...bumpNeeds(w, place) },
    };
  },
  work: ({ w, place, maybe }) => {
    const axle = axleAt(place);
    const whole = maybe('whole');
    if (!whole) {
      const [was, is] = [maybe('hung before'), maybe('hung after')];
      if (!was || !is) return null;
      const more = { value: is.value - was.value, u: Math.hypot(is.u, was.u) };
      return againstBefore(
        w,
        'splineLength',
        axle,
        more,
        'out',
        'spline that shows at full droop − what showed there Before',
      );
    }
    const poses = slipOver(w, axle, (shown) => propagate(([a = 0, b = 0]) => a - b, [whole, shown]));
    const worst = poses && least(poses);
    if (!poses || !worst) return null;
    const diameter = maybe('diameter');
    const said: Omit<WorkedFigure, 'value' | 'u'> = {
      formula: '(whole spline − what shows) ÷ spline diameter, least of ride height, droop and bump',
      summary: [mm(worst.value), ` in ${worst.pose}`],
      next: ['A longer shaft: its two lengths stand at this station.'],
      steps: stepsOf(poses),
    };
    if (!diameter) {
      const thin = { ...propagate(([e = 0]) => e / THINNEST, [worst]), ...said };
      // Less than the thinnest spline wants is too little for any.
      return thin.value - K * thin.u < limitOn(w.job, splineLimit).stop
        ? { ...thin, mark: 'less than a spline diameter, whichever it is' }
        : {
            ...thin,
            cap: {
              at: 'Not measured',
              why: `${worst.value.toFixed(0)} mm in ${worst.pose}, but the spline’s diameter is not read`,
              spots: [below('after', 'splineDiameter', axle)],
            },
          };
    }
    const turns = propagate(([e = 0, d = 1]) => e / d, [worst, diameter]);
    return {
      ...turns,
      ...said,
      cap: [
        poses.length < 3 ? unlessStopped(w, turns, splineLimit, axle) : undefined,
        endsOf(w, axle).bumpTaken ? SQUASH_TAKEN : undefined,
      ],
    };
  },
};
/** The thinnest spline of a propeller shaft, mm. */
const THINNEST = 20;
