import type { Vec3 } from '../kernel/geometry/point';
import type { BeamEnd, BeamSide, End, WishboneEnd, WishboneSide } from './schema';

const isVec = (value: unknown): value is Vec3 =>
  Array.isArray(value) && value.length === 3 && value.every((n) => typeof n === 'number');

/** Every y negated, whatever else copied: camber, toe and ids are the same on both sides. */
function flip(value: unknown): unknown {
  if (isVec(value)) return [value[0], value[1] === 0 ? 0 : -value[1], value[2]];
  if (Array.isArray(value)) return value.map(flip);
  if (value && typeof value === 'object')
    return Object.fromEntries(Object.entries(value).map(([key, inner]) => [key, flip(inner)]));
  return value;
}

/** The other side of a symmetrical vehicle. */
export const mirrored = <T extends BeamSide>(side: T): T => flip(side) as T;

/** Both sides of an end, `"mirror"` written out. */
export function sidesOf(end: WishboneEnd): { left: WishboneSide; right: WishboneSide };
export function sidesOf(end: BeamEnd): { left: BeamSide; right: BeamSide };
export function sidesOf(end: End): { left: BeamSide; right: BeamSide };
export function sidesOf(end: End): { left: BeamSide; right: BeamSide } {
  return { left: end.left, right: end.right === 'mirror' ? mirrored(end.left) : end.right };
}
