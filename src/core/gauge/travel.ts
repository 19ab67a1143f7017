import * as z from 'zod';
import { DEG } from '../kernel/geometry/point';
import { firstFaultOf, type ReadFile } from '../suspension/readFile';

const figure = z.number().min(-20_000).max(20_000);
const above0 = figure.positive('must be above 0');
const angle = z.number().min(-90).max(90);
/** Change of a part's length a mm of hub travel. */
const ratio = above0;
const Corner = z.strictObject({
  id: z.string().min(1).max(40),
  shock: z.strictObject({ length: above0, closed: above0, open: above0, ratio }).optional(),
  bumpStop: z.strictObject({ gap: figure, squash: figure, ratio }).optional(),
  strap: z.strictObject({ span: above0, taut: above0, ratio }).optional(),
  hose: z.strictObject({ span: above0, free: above0, allowance: figure, ratio }).optional(),
  coil: z.strictObject({ seat: above0, free: above0, solid: above0, ratio }).optional(),
  halfShaft: z.strictObject({ inclination: angle, length: above0, limit: angle }).optional(),
});
const TravelFile = z.strictObject({
  travel: z.strictObject({ corners: z.array(Corner) }),
  expected: z.unknown().optional(),
});
export type TravelCorner = z.infer<typeof Corner>;
export type TravelInput = z.infer<typeof TravelFile>['travel'];

/**
 * Reads the input of `travel`. Source: the gauge file, docs/formats.md.
 *
 * @returns it, or the first fault with the path of its field
 */
export function readTravelFile(text: string): ReadFile<TravelInput> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, fault: { path: 'file', fault: `is not JSON: ${(error as Error).message}` } };
  }
  const parsed = TravelFile.safeParse(value);
  if (!parsed.success) return { ok: false, fault: firstFaultOf(parsed.error.issues, value) };
  const { corners } = parsed.data.travel;
  for (const [i, { id }] of corners.entries()) {
    if (corners.findIndex((other) => other.id === id) !== i)
      return { ok: false, fault: { path: `travel.corners[${i}].id`, fault: `there are two corners “${id}”` } };
  }
  return { ok: true, file: parsed.data.travel };
}

export type BumpLimiter = 'bumpStopTouched' | 'bumpStopHome' | 'shockClosed' | 'coilBind';
export type DroopLimiter = 'shockOpen' | 'strapTaut' | 'hoseAtAllowance' | 'coilUnseated' | 'halfShaftLimit';
export interface Reached<L> {
  limiter: L;
  /** mm of hub travel from ride height, + bump. */
  travel: number;
}
/** What ends the travel of a corner each way, and what is left where it is meant to end. */
export interface TravelResult {
  id: string;
  /** Nearest ride height first. */
  bump: Reached<BumpLimiter>[];
  droop: Reached<DroopLimiter>[];
  /** mm of the shock's stroke with the stop fully home; null where either is not given. */
  strokeLeft: number | null;
  /** mm that the coil is still pressed at the nearer of shock and strap; null where it, or both of them, are not given. */
  preloadAtDroop: number | null;
}

const sin = (degrees: number): number => Math.sin(degrees / DEG);

/**
 * What runs out first at a corner, from lengths at ride height and how each changes with the travel.
 * Source: docs/figures.md "Travel from tape and gauge".
 *
 * @example a stop 80 mm away that squashes by 34, its ratio 1: touched at 80, home at 114
 */
export function cornerTravel({ id, shock, bumpStop, strap, hose, coil, halfShaft }: TravelCorner): TravelResult {
  const home = bumpStop && (bumpStop.gap + bumpStop.squash) / bumpStop.ratio;
  const shockOpen = shock && -(shock.open - shock.length) / shock.ratio;
  const strapTaut = strap && -(strap.taut - strap.span) / strap.ratio;
  const bump: Partial<Record<BumpLimiter, number | undefined>> = {
    bumpStopTouched: bumpStop && bumpStop.gap / bumpStop.ratio,
    bumpStopHome: home,
    shockClosed: shock && (shock.length - shock.closed) / shock.ratio,
    coilBind: coil && (coil.seat - coil.solid) / coil.ratio,
  };
  const droop: Partial<Record<DroopLimiter, number | undefined>> = {
    shockOpen,
    strapTaut,
    hoseAtAllowance: hose && -(hose.free - hose.allowance - hose.span) / hose.ratio,
    coilUnseated: coil && -(coil.free - coil.seat) / coil.ratio,
    halfShaftLimit: halfShaft && halfShaft.length * (sin(halfShaft.inclination) - sin(halfShaft.limit)),
  };
  const ends = [shockOpen, strapTaut].filter((t): t is number => t !== undefined);
  const lowest = ends.length > 0 ? Math.max(...ends) : null;
  return {
    id,
    bump: inOrder(bump, 1),
    droop: inOrder(droop, -1),
    strokeLeft: shock && home !== undefined ? shock.length - shock.closed - shock.ratio * home : null,
    // At a travel of z the seats stand farther apart by what the coil's own ratio makes of it.
    preloadAtDroop: coil && lowest !== null ? coil.free - (coil.seat - coil.ratio * lowest) : null,
  };
}

function inOrder<L extends string>(found: Partial<Record<L, number | undefined>>, way: 1 | -1): Reached<L>[] {
  return (Object.entries(found) as [L, number | undefined][])
    .flatMap(([limiter, travel]) => (travel === undefined ? [] : [{ limiter, travel }]))
    .sort((a, b) => way * (a.travel - b.travel));
}

/** Works a travel file as `npm run travel` prints it; see docs/formats.md. mm. */
export const travelOf = (input: TravelInput): { corners: TravelResult[] } => ({
  corners: input.corners.map(cornerTravel),
});
