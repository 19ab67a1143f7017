import type { Workings } from '../../../record/workings';
import type { ClearancePose } from '../engine/problem';
import type { GradeName } from '../engine/poses';
import { type Figure } from '../../../record/figures';
import { axleOf, cornersOf, otherSide, PLACE_NAME, type Axle, type Corner, type Place } from '../../../kernel/places';
import { isBeam } from '../../../document/job';
import { kindOf } from '../../linkage/features';
import { hubToLipAt } from '../../stance/rise';
import { K, type Uncertain } from '../../../kernel/uncertainty/propagate';
import { hangs, limitsAt } from './travel';

/** How far the lock was turned on the ramp. */
export type FlexLock = 'full' | 'half' | 'straight';

/** How far one wheel really went on the ramp, against how far it could go. mm from ride height, both directions +. */
export interface WheelReach {
  bump: Uncertain | null;
  droop: Uncertain | null;
  /** To the stop fully home, and to full droop; null where that was not read. */
  toStop: Uncertain | null;
  toDroop: Uncertain | null;
  /** To the stop home by what was reached on the ramp, its squash taken as others are; for what is only to be bounded. */
  toStopTaken: Uncertain | null;
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
export const reachOf = (w: Workings, corner: Corner): WheelReach =>
  w.once(`reach/${corner}`, () => workReach(w, corner));

function workReach(w: Workings, corner: Corner): WheelReach {
  const figures = w.figures;
  const at = (point: string, place: Place, state: 'floor' | 'ramp' | 'droop') =>
    uncertain(figures.figure({ gate: 'after', point, place, state }));
  const standing = hubToLipAt(figures, 'after', corner);
  const flexed = at('hubToLipFlexed', corner, 'ramp');
  const across = otherSide(corner) ?? corner;
  const hung = at('hubToLipAcross', across, 'ramp');
  const hanging = at('hubToLipDroop', corner, 'droop');
  const less = (a: Uncertain | null, b: Uncertain | null): Uncertain | null =>
    a && b && { value: a.value - b.value, u: Math.hypot(a.u, b.u) };
  const bump = less(standing, flexed);
  const droop = less(hung, standing);
  const [stop, full] = [toStop(w, corner, bump), less(hanging, standing)];
  const left = at('bumpStopGap', corner, 'ramp');
  const faults = impossible(w, corner, { bump, droop, stop, full, left });
  const read = {
    toStop: stop,
    toDroop: full && hangs(full) ? full : null,
    toStopTaken:
      bump && left && faults.length === 0
        ? { value: bump.value + Math.max(0, left.value) + SQUASH.value, u: Math.hypot(bump.u, left.u, SQUASH.u) }
        : null,
  };
  // What cannot be proves nothing, and stands as a finding beside it.
  if (faults.length > 0) return { ...read, bump: null, droop: null, home: false, hung: false, faults };
  return {
    ...read,
    bump,
    droop,
    home: left !== null && left.value <= HOME && bump !== null && stop !== null && shortBy(bump, stop) <= 0,
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
    said.push(`on the ramp it hung ${by(f.droop.value - f.full.value)} lower than at full droop`);
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

function toStop(w: Workings, corner: Corner, bump: Uncertain | null): Uncertain | null {
  const axle = axleOf(corner);
  const figures = w.figures;
  const gap = (state: 'floor' | 'ramp') =>
    uncertain(figures.figure({ gate: 'after', point: 'bumpStopGap', place: corner, state }));
  const [parked, left] = [gap('floor'), gap('ramp')];
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

const choiceAt = (w: Workings, point: string, place: Place): string | null => {
  const seen = w.figures.figure({ gate: 'after', point, place, state: 'ramp' });
  return seen.status === 'observed' ? seen.choice : null;
};
/** How far the wheels of an axle were turned while it was flexed; null where nobody said. A rear axle does not steer. */
export const lockReached = (w: Workings, axle: Axle): FlexLock | null =>
  axle === 'rear' ? 'full' : (choiceAt(w, 'flexLock', 'front') as FlexLock | null);
/** Whether the axle was flexed without its sway bar; null where nobody said. */
export const barWasOff = (w: Workings, axle: Axle): boolean | null => {
  const said = choiceAt(w, 'flexBar', axle);
  return said === null ? null : said === 'off';
};

/** What a wheel reached counts to its lower bound. Source: docs/figures.md "Flex proof". */
const reaches = (got: Uncertain | null, wanted: Uncertain | null, share = 1): boolean =>
  got !== null && wanted !== null && got.value - K * Math.hypot(got.u, share * wanted.u) >= share * wanted.value;

/**
 * Whether a flex test of an axle reached every pose of a grade, with how far it went in words.
 *
 * @param place the axle
 */
export function reachedFor(w: Workings, place: Place, grade: GradeName): { whole: boolean; words: string } {
  const axle: Axle = place === 'front' ? 'front' : 'rear';
  const wheels = cornersOf(axle).map((corner) => reachOf(w, corner));
  const { streetBump, streetDroop } = w.job.fitRules;
  const lock = lockReached(w, axle);
  const off = barWasOff(w, axle);
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
    (grade !== 'Crossed' || off === true);
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
  const fault = wheels.flatMap((w, i) =>
    w.faults.map((f) => `${PLACE_NAME[cornersOf(axle)[i] ?? axle].toLowerCase()}: ${f}`),
  );
  if (fault.length > 0) return { whole: false, words: `nothing proved, the readings cannot be: ${fault.join('; ')}` };
  const percent = (s: number | null, what: string) =>
    s === null ? `how far of the ${what} was not read` : `to ${Math.floor(100 * s)} % of the ${what}`;
  const turned = { full: 'lock to lock', half: 'to half lock', straight: 'straight only' };
  return {
    whole,
    words: [
      `proved ${percent(bump, 'bump travel')}`,
      percent(droop, 'droop'),
      off === null ? 'sway bar on or off not said' : off ? 'bar off' : 'bar connected',
      ...(axle === 'rear' ? [] : [lock === null ? 'lock not said' : turned[lock]]),
    ].join(', '),
  };
}

/** Whether the flex test went to a pose of a corner: both wheels as far, and turned as far. */
export function poseReached(w: Workings, corner: Corner, pose: ClearancePose): boolean {
  const axle = axleOf(corner);
  const went = (wheel: Corner, travel: number): boolean => {
    const rest = limitsAt(w, wheel, 'after').rest;
    const reach = reachOf(w, wheel);
    const up = travel - rest;
    const got = up >= 0 ? reach.bump : reach.droop;
    if (Math.abs(up) < 1 || (up >= 0 ? reach.home : reach.hung)) return true;
    return got !== null && got.value - K * got.u >= Math.abs(up);
  };
  const lock = lockReached(w, axle);
  const turned = Math.abs(pose.steer) < 0.05 || lock === 'full' || (lock === 'half' && Math.abs(pose.steer) <= 0.55);
  const across = (otherSide(corner) ?? corner) as Corner;
  return turned && went(corner, pose.own) && went(across, pose.across);
}

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
