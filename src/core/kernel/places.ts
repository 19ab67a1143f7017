import * as z from 'zod';

/** A corner, an axle, or the whole vehicle. FL is the left front as the driver sits. */
export const Place = z.enum(['FL', 'FR', 'RL', 'RR', 'front', 'rear', 'vehicle']);
export type Place = z.infer<typeof Place>;
export type Corner = 'FL' | 'FR' | 'RL' | 'RR';
export type Axle = 'front' | 'rear';

export const CORNERS: readonly Corner[] = ['FL', 'FR', 'RL', 'RR'];
export const AXLES: readonly Axle[] = ['front', 'rear'];

export const PLACE_NAME: Record<Place, string> = {
  FL: 'Front left',
  FR: 'Front right',
  RL: 'Rear left',
  RR: 'Rear right',
  front: 'Front axle',
  rear: 'Rear axle',
  vehicle: 'Whole vehicle',
};

/** How the vehicle stands while a reading is taken; a route goes round once within each. */
export const VehicleState = z.enum([
  'floor',
  'floor-left',
  'floor-right',
  'below',
  'ramp',
  'cycled',
  'droop',
  'droop-left',
  'droop-right',
]);
export type VehicleState = z.infer<typeof VehicleState>;

export const STATE_NAME: Record<VehicleState, string> = {
  floor: 'on the floor, wheels straight',
  'floor-left': 'on the floor, full left lock',
  'floor-right': 'on the floor, full right lock',
  below: 'from below, at ride height',
  ramp: 'flexed, one wheel up',
  cycled: 'cycled, springs out, body on stands',
  droop: 'on the hoist at full droop, straight',
  'droop-left': 'at full droop, full left lock',
  'droop-right': 'at full droop, full right lock',
};

export const axleOf = (corner: Corner): Axle => (corner === 'FL' || corner === 'FR' ? 'front' : 'rear');
export const cornersOf = (axle: Axle): readonly [Corner, Corner] => (axle === 'front' ? ['FL', 'FR'] : ['RL', 'RR']);
export const isCorner = (place: Place): place is Corner => place.length === 2;
/** The axle that a place is or belongs to; the whole vehicle has none of its own. */
export const axleAt = (place: Place): Axle | null =>
  place === 'vehicle' ? null : isCorner(place) ? axleOf(place) : place;

/** The same point on the other side; an axle or the vehicle has none. */
export function otherSide(place: Place): Place | null {
  const pairs: Partial<Record<Place, Place>> = { FL: 'FR', FR: 'FL', RL: 'RR', RR: 'RL' };
  return pairs[place] ?? null;
}
