import { pressureCheck } from './pressureCheck';
import * as limits from './limits';
import { isInchUnit } from '../../kernel/units/quantities';
import { AXLES, CORNERS, cornersOf, type Axle, type Corner } from '../../kernel/places';
import { agreeingPair, type Figure, type Spot } from '../../record/figures';
import { lipIsAltered } from '../common/altered';
import type { ReadingGate } from '../../document/job';
import { noseUpChange, rake, rakeDegrees, type FourCorners } from './heights';
import { bodyRiseAt } from './rise';
import { uncertaintyParts } from '../../kernel/uncertainty/instruments';
import { propagate } from '../../kernel/uncertainty/propagate';
import {
  fourHeights,
  fourRises,
  heightOf,
  heightSpots,
  loadCap,
  loadSpots,
  ofFour,
  riseOf,
  settleCap,
  settlingPoint,
} from './heightNeeds';
import { liftAgainstClaim, liftAgainstPlan } from './liftChecks';
import { deg, mm } from '../../kernel/phrase';
import { twistAt, twistChange } from './twistChecks';
import type { CheckDefinition, WorkInput } from '../../record/checks/types';

const stance = { safetyCritical: false, calculationMayClear: true, quantity: 'length' } as const;

const leftRightAt = (gate: ReadingGate): CheckDefinition => ({
  ...stance,
  id: 'left-right',
  title: 'Left to right',
  gate,
  limit: limits.leftRight,
  required: gate === 'after',
  places: () => AXLES,
  needs: (w, place) => {
    const [left, right] = cornersOf(place as Axle);
    return { required: { ...heightSpots(w.job, gate, left), ...heightSpots(w.job, gate, right) } };
  },
  work: (input) => {
    const corners = cornersOf(input.place as Axle);
    const [left, right] = corners;
    const diff = propagate(([l = 0, r = 0]) => l - r, [heightOf(input, gate, left), heightOf(input, gate, right)]);
    const high = diff.value > 0 ? 'left' : 'right';
    return {
      ...diff,
      cap: gate === 'after' ? settleCap(input.figures, corners) : undefined,
      formula: 'left − right, hub to lip',
      summary: diff.value === 0 ? ['level'] : [`${high} higher by `, mm(Math.abs(diff.value))],
      next: ['Read both again, rolled and bounced; then look at load, pressures, springs and the lip itself.'],
      ...(gate === 'after' && lipIsAltered(input.job, input.place as Axle)
        ? { mark: 'a lip is altered: this tells of the lips, not of the springs' }
        : {}),
    };
  },
});

const radii = (gate: ReadingGate): Record<string, Spot> =>
  Object.fromEntries(
    CORNERS.map((corner) => [
      `${gate} ${corner} radius`,
      { gate, point: 'loadedRadius', place: corner, state: 'floor' } satisfies Spot,
    ]),
  );

/** Mean loaded radius of an axle at a gate, mm; null where one of the four was not read. */
function radiusOf(input: WorkInput, gate: ReadingGate, axle: Axle): number | null {
  const all = CORNERS.map((corner) => input.maybe(`${gate} ${corner} radius`));
  if (all.some((r) => r === null)) return null;
  const [l, r] = cornersOf(axle).map((corner) => input.maybe(`${gate} ${corner} radius`)?.value ?? NaN);
  return ((l ?? NaN) + (r ?? NaN)) / 2;
}

const rakeCheck: CheckDefinition = {
  ...stance,
  id: 'rake',
  title: 'Rake against plan',
  gate: 'after',
  limit: limits.rakeAgainstPlan,
  places: () => ['vehicle'],
  needs: (w) => ({
    required: { ...fourHeights(w.job, 'before'), ...fourRises(w.job) },
    optional: { ...loadSpots, ...radii('before'), ...radii('after') },
  }),
  notWorkable: (w) =>
    w.job.plan.liftFront === null || w.job.plan.liftRear === null
      ? {
          why: 'the plan has no lift for both axles yet: set it at the Plan gate',
          next: 'The rake is read, but there is nothing to hold it against.',
        }
      : null,
  work: (input) => {
    const { plan, vehicle } = input.job;
    const tyres = (gate: ReadingGate): number | null => {
      const [front, rear] = [radiusOf(input, gate, 'front'), radiusOf(input, gate, 'rear')];
      return front === null || rear === null ? null : rear - front;
    };
    const [was, is] = [tyres('before'), tyres('after')];
    const byFloor = was !== null && is !== null;
    const before = ofFour(input, 'before', rake).value + (byFloor ? was : 0);
    const change = propagate(
      ([FL = 0, FR = 0, RL = 0, RR = 0]) => rake({ FL, FR, RL, RR } satisfies FourCorners),
      CORNERS.map((corner) => riseOf(input, corner)),
    );
    const tyrePart = byFloor ? is - was : 0;
    const after = before + change.value + tyrePart;
    const want = before + (plan.liftRear ?? 0) - (plan.liftFront ?? 0);
    const meanRise = (axle: Axle) => {
      const [a, b] = cornersOf(axle).map((corner) => bodyRiseAt(input.w, corner)?.value ?? NaN);
      return ((a ?? NaN) + (b ?? NaN)) / 2;
    };
    const nose = noseUpChange(meanRise('front'), meanRise('rear'), vehicle.wheelbase);
    return {
      value: after - want,
      u: change.u,
      cap: [loadCap(input), settleCap(input.figures, CORNERS)],
      formula:
        'rake = mean rear − mean front lip height over the floor; deviation = rake after − (rake before + planned rear lift − planned front lift); nose-up = atan((body rise front − body rise rear)/wheelbase)',
      summary: [after < 0 ? 'nose up by ' : 'tail up by ', mm(Math.abs(after)), ', planned ', mm(want, true)],
      next: ['Trim the end that is off plan; caster, lamps and noise of the driveline follow the rake.'],
      mark: byFloor ? 'loaded radii counted in' : 'tyres taken alike: a loaded radius is not read at both ends',
      steps: [
        {
          name: 'Rake before',
          amount: [mm(before, true), ' · ', deg(rakeDegrees(before, vehicle.wheelbase), true)],
        },
        { name: 'Rake after', amount: [mm(after, true), ' · ', deg(rakeDegrees(after, vehicle.wheelbase), true)] },
        { name: 'Rake planned', amount: [mm(want, true)] },
        { name: 'The tyres’ part of the change', amount: [byFloor ? mm(tyrePart, true) : 'taken as none'] },
        { name: 'Nose-up change of the body', amount: [deg(nose, true)] },
      ],
    };
  },
};

type Read = Extract<Figure, { status: 'read' }>;

/**
 * Standard uncertainty of the difference of two sets read at one point, mm. Settling is what the difference is to show,
 * so it is no part of it; a graduation common to both, one tape and one unit, cancels.
 */
function differenceU(earlier: Read, latest: Read): number {
  const by = (figure: Read) =>
    figure.readings.map((r) => ({ instrument: r.instrument, inches: isInchUnit('length', r.unit) }));
  const [a, b] = [by(earlier), by(latest)];
  const [pa, pb] = [uncertaintyParts(a, false), uncertaintyParts(b, false)];
  const tools = new Set([...a, ...b].map(({ instrument, inches }) => `${instrument}/${inches}`));
  return Math.hypot(pa.random, pb.random, ...(tools.size === 1 ? [] : [pa.graduation, pb.graduation]));
}

const settled: CheckDefinition = {
  ...stance,
  id: 'settled',
  title: 'Settled: two height sets agree',
  gate: 'after',
  limit: limits.settled,
  places: () => CORNERS,
  needs: (w, place) => ({
    required: {
      height: { gate: 'after', point: settlingPoint(w.job, place as Corner), place: place, state: 'floor' },
    },
  }),
  work: (input) => {
    const corner = input.place as Corner;
    const spot = { gate: 'after', point: settlingPoint(input.job, corner), place: corner, state: 'floor' } as const;
    const readings = input.figures.at(spot);
    const sets = [...new Set(readings.map((reading) => reading.set))].sort((a, b) => a - b);
    const one = {
      value: 0,
      u: 0,
      formula: '',
      summary: ['one set read'],
      next: ['Roll, bounce and read the second set.'],
      cap: {
        at: 'Not measured' as const,
        why: 'a second set, rolled and bounced between, is still to be read',
      },
    };
    const pair = agreeingPair(readings) ?? sets.slice(-2);
    const [earlier, latest] = pair.map((set) => input.figures.figure(spot, set));
    if (earlier?.status !== 'read' || latest?.status !== 'read' || earlier.assumed || latest.assumed) return one;
    const step = latest.value - earlier.value;
    const which = `set ${pair[1]} `;
    return {
      value: step,
      u: differenceU(earlier, latest),
      formula: 'later set − earlier set, rolled and bounced between; settled within 3 mm',
      summary: [which, mm(step, true), ` on set ${pair[0]}`],
      next: ['Still settling: roll, bounce and read another set.'],
      ...(sets.length > 2
        ? { mark: `${sets.length} sets read; the heights are the mean of the last two that agree` }
        : {}),
    };
  },
};

export const stanceChecks: readonly CheckDefinition[] = [
  twistAt('before'),
  leftRightAt('before'),
  liftAgainstPlan,
  liftAgainstClaim,
  leftRightAt('after'),
  rakeCheck,
  twistAt('after'),
  twistChange,
  settled,
  pressureCheck('before'),
  pressureCheck('after'),
];
