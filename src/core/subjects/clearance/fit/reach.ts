import type { Workings } from '../../../record/workings';
import type { ClearancePose } from '../engine/problem';
import type { GradeName } from '../engine/poses';
import { type Figure } from '../../../record/figures';
import {
  axleOf,
  cornersOf,
  otherSide,
  PLACE_NAME,
  type Axle,
  type Corner,
  type Place,
  type VehicleState,
} from '../../../kernel/places';
import { isBeam } from '../../../document/job';
import { kindOf } from '../../linkage/features';
import { hubToLipAt } from '../../stance/rise';
import { K, type Uncertain } from '../../../kernel/uncertainty/propagate';
import type { Spot } from '../../../record/figures';
import { hangs, limitsAt } from './travel';

/** How far the lock was turned on the ramp. */
export type FlexLock = 'full' | 'half' | 'straight';

/** How an axle was flexed: one wheel up with the springs in, or cycled with them out. */
export type FlexState = Extract<VehicleState, 'ramp' | 'cycled'>;
export const FLEX_STATES: readonly FlexState[] = ['ramp', 'cycled'];

/** How far one wheel really went while it was flexed, against how far it could go. mm from ride height, both directions +. */
export interface WheelReach {
  bump: Uncertain | null;
  droop: Uncertain | null;
  /** To the stop fully home, and to full droop; null where that was not read. */
  toStop: Uncertain | null;
  toDroop: Uncertain | null;
  /** To the stop home by what was reached on the ramp, its squash taken as others are; for what is only to be bounded. */
  toStopTaken: Uncertain | null;
  /** Both wheels of the axle up together, which only a cycled axle shows. */
  both: Uncertain | null;
  bothHome: boolean;
  /** The stop itself told that it was home; the hanging height, that it hung at full droop. */
  home: boolean;
  hung: boolean;
  /** What cannot be, in words: nothing is proved by such a wheel. */
  faults: readonly string[];
}

const uncertain = (figure: Figure): Uncertain | null =>
  figure.status === 'read' && !figure.assumed && !figure.doubtful ? { value: figure.value, u: figure.u } : null;

/**
 * How far a wheel went on the ramp at After: hub to lip standing less hub to lip flexed; hanging, from the reading
 * taken across while the other wheel was up. To the stop home: what was left of it there and its squash, through the
 * stop's own ratio, which those two stances give. Source: docs/figures.md "Flex proof"; "Motion ratio".
 */
export const reachIn = (w: Workings, corner: Corner, state: FlexState): WheelReach =>
  w.once(reachIn, `${corner}/${state}`, () => workReach(w, corner, state));

/** The farthest of what a wheel reached, flexed either way: how far it goes is told by both. */
export const reachOf = (w: Workings, corner: Corner): WheelReach =>
  w.once(reachOf, corner, () => farther(reachIn(w, corner, 'ramp'), reachIn(w, corner, 'cycled')));

const more = (a: Uncertain | null, b: Uncertain | null): Uncertain | null =>
  a && b ? (a.value - K * a.u >= b.value - K * b.u ? a : b) : (a ?? b);
const farther = (ramp: WheelReach, cycled: WheelReach): WheelReach => ({
  bump: more(ramp.bump, more(cycled.bump, cycled.both)),
  droop: more(ramp.droop, cycled.droop),
  toStop: ramp.toStop ?? cycled.toStop,
  toDroop: ramp.toDroop ?? cycled.toDroop,
  toStopTaken: ramp.toStopTaken ?? cycled.toStopTaken,
  both: cycled.both,
  bothHome: cycled.bothHome,
  home: ramp.home || cycled.home,
  hung: ramp.hung || cycled.hung,
  faults: [...new Set([...ramp.faults, ...cycled.faults])],
});

function workReach(w: Workings, corner: Corner, state: FlexState): WheelReach {
  const figures = w.figures;
  const at = (point: string, place: Place, where: VehicleState) =>
    uncertain(figures.figure({ gate: 'after', point, place, state: where }));
  const standing = hubToLipAt(figures, 'after', corner);
  const flexed = at('hubToLipFlexed', corner, state);
  const across = otherSide(corner) ?? corner;
  const hung = at('hubToLipAcross', across, state);
  const hanging = at('hubToLipDroop', corner, 'droop');
  const less = (a: Uncertain | null, b: Uncertain | null): Uncertain | null =>
    a && b && { value: a.value - b.value, u: Math.hypot(a.u, b.u) };
  const bump = less(standing, flexed);
  const droop = less(hung, standing);
  const both = state === 'cycled' ? less(standing, at('hubToLipBoth', corner, 'cycled')) : null;
  const [stop, full] = [toStop(w, corner, bump ?? both, state), less(hanging, standing)];
  const left = at('bumpStopGap', corner, state);
  const faults = [
    ...impossible(w, corner, { bump, droop, stop, full, left }),
    ...impossible(w, corner, { bump: both, droop: null, stop, full: null, left: null }),
  ];
  const read = {
    toStop: stop,
    toDroop: full && hangs(full) ? full : null,
    toStopTaken:
      bump && left && faults.length === 0
        ? { value: bump.value + Math.max(0, left.value) + SQUASH.value, u: Math.hypot(bump.u, left.u, SQUASH.u) }
        : null,
  };
  // What cannot be proves nothing, and stands as a finding beside it.
  if (faults.length > 0)
    return { ...read, bump: null, droop: null, both: null, bothHome: false, home: false, hung: false, faults };
  const isHome = (up: Uncertain | null): boolean =>
    left !== null && left.value <= HOME && up !== null && stop !== null && shortBy(up, stop) <= 0;
  return {
    ...read,
    bump,
    droop,
    both,
    bothHome: isHome(both),
    home: isHome(bump),
    hung: droop !== null && full !== null && shortBy(droop, full) <= 0,
    faults,
  };
}

/** What a bump stop gives where nobody read it, mm. A stand-in, never in a proof. */
const SQUASH = { value: 35, u: 15 } as const;
/** A stop that shows less than this is touched, mm. */
const HOME = 0.5;
/** By how much a reach falls short of what it was to reach, beyond what both are unsure of, mm. */
const shortBy = (got: Uncertain, wanted: Uncertain): number =>
  wanted.value - got.value - K * Math.hypot(got.u, wanted.u);

/** What the readings of a flexed axle say that cannot be. Source: docs/figures.md "Flex proof". */
function impossible(
  w: Workings,
  corner: Corner,
  f: Record<'bump' | 'droop' | 'stop' | 'full' | 'left', Uncertain | null>,
): string[] {
  const said: string[] = [];
  const by = (v: number): string => `${Math.abs(v).toFixed(0)} mm`;
  const below = (v: Uncertain, least: number): boolean => v.value + K * v.u < least;
  if (f.full && !hangs(f.full))
    said.push(
      f.full.value < 0
        ? `hanging, it stands ${by(f.full.value)} higher than on the floor`
        : `hanging, it came down by ${by(f.full.value)} only`,
    );
  if (f.bump && below(f.bump, 0)) said.push(`flexed, it stands ${by(f.bump.value)} lower than on the floor`);
  if (f.droop && below(f.droop, 0))
    said.push(`across, hanging, it stands ${by(f.droop.value)} higher than on the floor`);
  if (f.droop && f.full && f.droop.value - f.full.value > K * Math.hypot(f.droop.u, f.full.u))
    said.push(`flexed, it hung ${by(f.droop.value - f.full.value)} lower than at full droop`);
  if (f.bump && f.stop && f.bump.value - f.stop.value > K * Math.hypot(f.bump.u, f.stop.u))
    said.push(`flexed, it came ${by(f.bump.value - f.stop.value)} past the stop fully home`);
  const parked = limitsAt(w, corner, 'after');
  if (f.bump && f.stop && f.left && f.left.value > HOME && !parked.assumed.bump) {
    const floor = { value: parked.bump - parked.rest, u: Math.hypot(parked.u.bump, parked.u.rest) };
    const apart = f.stop.value - floor.value;
    if (Math.abs(apart) > K * Math.hypot(f.stop.u, floor.u) + LANDS)
      said.push(`flexed and parked, the way to the stop home differs by ${by(apart)}`);
  }
  return said;
}
/** A stop does not land at the same spot whichever wheel is up, mm. */
const LANDS = 15;

function toStop(w: Workings, corner: Corner, bump: Uncertain | null, state: FlexState): Uncertain | null {
  const axle = axleOf(corner);
  const figures = w.figures;
  const gap = (where: VehicleState) =>
    uncertain(figures.figure({ gate: 'after', point: 'bumpStopGap', place: corner, state: where }));
  const [parked, left] = [gap('floor'), gap(state)];
  const squash =
    uncertain(figures.figure({ gate: 'after', point: 'stopCompression', place: axle, state: 'floor' })) ??
    uncertain(figures.figure({ gate: 'before', point: 'stopCompression', place: axle, state: 'floor' }));
  // A stop that touches tells nothing of how far it is squashed: then the stance on the floor says it.
  if (bump && left && left.value > 0 && squash) {
    const measured = parked && bump.value > 20 ? (parked.value - left.value) / bump.value : null;
    const ratio =
      measured && measured > 0.2 && measured < 1.5 ? measured : isBeam(kindOf(w.job.vehicle, axle)) ? 1 : null;
    if (ratio !== null)
      return {
        value: bump.value + (left.value + squash.value) / ratio,
        u: Math.hypot(bump.u, left.u / ratio, squash.u / ratio),
      };
  }
  const limits = limitsAt(w, corner, 'after');
  return limits.assumed.bump ? null : { value: limits.bump - limits.rest, u: Math.hypot(limits.u.bump, limits.u.rest) };
}

const choiceAt = (w: Workings, point: string, place: Place, state: FlexState): string | null => {
  const seen = w.figures.figure({ gate: 'after', point, place, state });
  return seen.status === 'observed' ? seen.choice : null;
};
/** How far the wheels of an axle were turned while it was flexed; null where nobody said. A rear axle does not steer. */
export const lockReached = (w: Workings, axle: Axle, state: FlexState = 'ramp'): FlexLock | null =>
  axle === 'rear' ? 'full' : (choiceAt(w, 'flexLock', 'front', state) as FlexLock | null);
/** Whether the axle was flexed without its sway bar; null where nobody said. */
export const barWasOff = (w: Workings, axle: Axle, state: FlexState = 'ramp'): boolean | null => {
  const said = choiceAt(w, 'flexBar', axle, state);
  return said === null ? null : said === 'off';
};

/** What a wheel reached counts to its lower bound. Source: docs/figures.md "Flex proof". */
const reaches = (got: Uncertain | null, wanted: Uncertain | null, share = 1): boolean =>
  got !== null && wanted !== null && got.value - K * Math.hypot(got.u, share * wanted.u) >= share * wanted.value;

/** A hand's proof on a flexed axle. */
export type FlexProof = 'rubSafety' | 'rubBody';
/**
 * Where a proof of an axle stands: a touch wherever it was seen, else cycled where it was cycled, which reaches all that
 * one wheel up does, else with one wheel up.
 */
export function proofSpot(w: Workings, point: FlexProof, axle: Axle): Spot {
  const at = (state: FlexState): Spot => ({ gate: 'after', point, place: axle, state });
  const figures = FLEX_STATES.map((state) => ({ spot: at(state), figure: w.figures.figure(at(state)) }));
  const touched = figures.find(({ figure }) => figure.status === 'observed' && !figure.good);
  const cycled = figures.find(({ spot, figure }) => spot.state === 'cycled' && figure.status === 'observed');
  return (touched ?? cycled)?.spot ?? at('ramp');
}

/**
 * Whether a proof wants both wheels of an axle up together: of tyre to body on a beam, whose middle one wheel up leaves
 * near ride height. What stands inboard of the tyre is met crossed first: the wheel that is up leans in there, and comes
 * higher, since its stop is inboard of it. A wishbone's wheel goes by itself. Source: docs/figures.md "Flex proof".
 */
const wantsBoth = (w: Workings, axle: Axle, grade: GradeName, point: FlexProof): boolean =>
  point === 'rubBody' && grade !== 'Street' && isBeam(kindOf(w.job.vehicle, axle));

/** How far a flex test of an axle went. */
export interface Reached {
  /** Every pose of the grade. */
  whole: boolean;
  words: string;
  /** The least share of its way to the stop home that a wheel of it was raised; null where that was not read. */
  bump: number | null;
}

/**
 * Whether a flex test of an axle reached every pose of a grade, with how far it went in words.
 *
 * @param place the axle
 * @param point the proof that saw no touch there: how far it went counts where that was seen
 */
export function reachedFor(w: Workings, place: Place, grade: GradeName, point: FlexProof): Reached {
  const axle: Axle = place === 'front' ? 'front' : 'rear';
  const states = FLEX_STATES.filter((state) => {
    const seen = w.figures.figure({ gate: 'after', point, place: axle, state });
    return seen.status === 'observed' && seen.good;
  });
  const found = (states.length > 0 ? states : (['ramp'] as const)).map((state) =>
    reachedIn(w, axle, grade, point, state),
  );
  // The last of them is the cycled one, which reaches what one wheel up does.
  return found.find((f) => f.whole) ?? found.at(-1) ?? { whole: false, words: '', bump: null };
}

function reachedIn(w: Workings, axle: Axle, grade: GradeName, point: FlexProof, state: FlexState): Reached {
  const wheels = cornersOf(axle).map((corner) => reachIn(w, corner, state));
  const { streetBump, streetDroop } = w.job.fitRules;
  const lock = lockReached(w, axle, state);
  const off = barWasOff(w, axle, state);
  const together = wantsBoth(w, axle, grade, point);
  const bumpShare = grade === 'Street' ? streetBump.value : 1;
  const droopWanted = (w: WheelReach): Uncertain | null =>
    grade === 'Street'
      ? w.toDroop && w.toDroop.value < streetDroop.value
        ? w.toDroop
        : { value: streetDroop.value, u: 0 }
      : w.toDroop;
  const whole =
    wheels.every(
      (w) =>
        // That a stop was home is told at the stop, full droop by the hanging height: no share rounds to it.
        (w.home || (bumpShare < 1 && reaches(w.bump, w.toStop, bumpShare))) &&
        (w.hung || (grade === 'Street' && reaches(w.droop, droopWanted(w)))),
    ) &&
    lock === 'full' &&
    (grade !== 'Crossed' || off === true) &&
    (!together || wheels.every((wheel) => wheel.bothHome));
  const share = (
    whole: (w: WheelReach) => boolean,
    got: (w: WheelReach) => Uncertain | null,
    of: (w: WheelReach) => Uncertain | null,
  ): number | null => {
    const all = wheels.map((w) => {
      const [a, b] = [got(w), of(w)];
      if (whole(w)) return 1;
      return a && b && b.value > 0 ? Math.max(0, Math.min(0.99, (a.value - K * Math.hypot(a.u, b.u)) / b.value)) : null;
    });
    return all.some((s) => s === null) ? null : Math.min(...all.map((s) => s ?? 0));
  };
  const bump = share(
    (w) => w.home,
    (w) => w.bump,
    (w) => w.toStop,
  );
  const droop = share(
    (w) => w.hung,
    (w) => w.droop,
    (w) => w.toDroop,
  );
  const bothUp = share(
    (w) => w.bothHome,
    (w) => w.both,
    (w) => w.toStop,
  );
  const fault = wheels.flatMap((w, i) =>
    w.faults.map((f) => `${PLACE_NAME[cornersOf(axle)[i] ?? axle].toLowerCase()}: ${f}`),
  );
  if (fault.length > 0)
    return { whole: false, words: `nothing proved, the readings cannot be: ${fault.join('; ')}`, bump: null };
  const percent = (s: number | null, what: string) =>
    s === null ? `how far of the ${what} was not read` : `to ${Math.floor(100 * s)} % of the ${what}`;
  const turned = { full: 'lock to lock', half: 'to half lock', straight: 'straight only' };
  return {
    whole,
    bump,
    words: [
      `proved ${percent(bump, 'bump travel')}`,
      percent(droop, 'droop'),
      off === null ? 'sway bar on or off not said' : off ? 'bar off' : 'bar connected',
      ...(axle === 'rear' ? [] : [lock === null ? 'lock not said' : turned[lock]]),
      ...(!together
        ? []
        : bothUp === null
          ? ['both wheels up together not shown']
          : [`both wheels together to ${Math.floor(100 * bothUp)} % of it`]),
    ].join(', '),
  };
}

/** Whether a flex test went to a pose of a corner: both wheels as far, and turned as far. */
export const poseReached = (w: Workings, corner: Corner, pose: ClearancePose): boolean =>
  FLEX_STATES.some((state) => poseReachedIn(w, corner, pose, state));

function poseReachedIn(w: Workings, corner: Corner, pose: ClearancePose, state: FlexState): boolean {
  const axle = axleOf(corner);
  const rises = (wheel: Corner, travel: number): number => travel - limitsAt(w, wheel, 'after').rest;
  const went = (wheel: Corner, travel: number): boolean => {
    const reach = reachIn(w, wheel, state);
    const up = rises(wheel, travel);
    const got = up >= 0 ? reach.bump : reach.droop;
    if (Math.abs(up) < 1 || (up >= 0 ? reach.home : reach.hung)) return true;
    return got !== null && got.value - K * got.u >= Math.abs(up);
  };
  const lock = lockReached(w, axle, state);
  const turned = Math.abs(pose.steer) < 0.05 || lock === 'full' || (lock === 'half' && Math.abs(pose.steer) <= 0.55);
  const across = (otherSide(corner) ?? corner) as Corner;
  return turned && went(corner, pose.own) && went(across, pose.across) && middleReached();

  /** A beam's middle: with one wheel up it comes no higher than half of what that wheel rose less what the other fell. */
  function middleReached(): boolean {
    if (!isBeam(kindOf(w.job.vehicle, axle))) return true;
    const middle = (rises(corner, pose.own) + rises(across, pose.across)) / 2;
    const wheels = [reachIn(w, corner, state), reachIn(w, across, state)];
    const low = (u: Uncertain | null): number => (u ? Math.max(0, u.value - K * u.u) : 0);
    const crossed = wheels.map((reach, i) => (low(reach.bump) - (wheels[1 - i]?.droop?.value ?? 0)) / 2);
    const together = Math.min(...wheels.map((reach) => (reach.bothHome ? Infinity : low(reach.both))));
    return middle <= Math.max(ABOUT_REST, together, ...crossed);
  }
}
/** So near its ride height an axle's middle passes whichever wheel is up, mm. */
const ABOUT_REST = 10;

/** Shares of lock between which the wheels were turned on the ramp; where nobody said, straight only. */
export function turnedOnRamp(
  w: Workings,
  axle: Axle,
  stops: { from: number; to: number },
): { from: number; to: number } {
  const lock = lockReached(w, axle);
  const share = lock === 'full' ? 1 : lock === 'half' ? 0.5 : 0;
  return { from: share * stops.from, to: share * stops.to };
}
