import { applies, FEATURES, type Feature } from './features';
import { type Axle, axleOf, AXLES, cornersOf, isCorner, type Place, type VehicleState } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { length, spots, type Point } from '../../record/point';

const BEFORE = ['before'] as const;
/** The width of the frame at an axle: once it is known, points are taken out from its face. */
export const FRAME_WIDTH = 'lk.frameWidth';

/** The distances that fix a point, as a tape takes them. */
export const AXES = {
  x: { way: 'ahead of the hub line', short: 'fore-aft', range: [-1900, 1900] },
  y: { way: 'out from the centreline', short: 'out from centre', range: [-950, 950] },
  f: { way: 'out from the frame’s outer face', short: 'out from frame', range: [-600, 600] },
  z: { way: 'up from the floor', short: 'height', range: [60, 1500] },
} as const;
export type Axis = keyof typeof AXES;

const ASSUMED = 'Left alone, the point stays assumed and clears nothing After.';
const HOW: Record<Axis, string> = {
  x: 'Plumb the hub centre and the point down to the floor; measure along the vehicle. Plus ahead of the hub line, minus behind it.',
  y: 'Plumb the point down; measure square out from the chalked centreline. Plus on its own side; for a point of the whole axle plus is left.',
  f: 'Straightedge square off the frame’s outer face. Plus outboard of the face, minus inboard.',
  z: 'Tape upright from the floor to the point. Wheels straight, bounced and settled.',
};

const where =
  (feature: Feature) =>
  (job: JobDocument): { place: Place; state: VehicleState }[] =>
    AXLES.filter((axle) => applies(feature, job.vehicle, axle)).flatMap((axle) =>
      spots(
        feature.on === 'axle' ? [axle] : oneHose(feature, job, axle) ? [cornersOf(axle)[0]] : cornersOf(axle),
        'floor',
      ),
    );
/** A rear axle with one hose from body to axle has its points once. */
const oneHose = (feature: Feature, job: JobDocument, axle: string): boolean =>
  feature.part === 'brakeHose' && axle === 'rear' && job.vehicle.rearHose === 'centre';

const coordinate = (feature: Feature, axis: Axis): Point => ({
  ...length,
  id: `lk.${feature.id}.${axis}`,
  label: `${feature.name}: ${AXES[axis].way}`,
  short: `${feature.name.toLowerCase()}, ${AXES[axis].short}`,
  how: `${feature.find} ${HOW[axis]}`,
  instrument: 'tape-hidden',
  drawing: { of: 'linkage', feature: feature.id, axis },
  model: true,
  unread: `Of the linkage: ${feature.locks}. ${ASSUMED}`,
  gates: BEFORE,
  asked: 'once a vehicle',
  route: 'linkage',
  signed: axis !== 'z',
  range: AXES[axis].range,
  seconds: 40,
  tells: [],
  where: where(feature),
});

const isLeaf = (job: JobDocument, axle: 'front' | 'rear'): boolean =>
  (axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension) === 'beam-leaves';
const half = (which: 'frontHalf' | 'rearHalf', name: string, short: string, how: string): Point => ({
  ...length,
  id: `lk.leaf.${which}`,
  label: name,
  short,
  how,
  instrument: 'tape-hidden',
  drawing: { of: 'linkage' },
  model: true,
  unread: `Of the linkage. ${ASSUMED}`,
  gates: BEFORE,
  asked: 'once a vehicle',
  route: 'linkage',
  range: [300, 1100],
  tells: [],
  where: (job) => AXLES.filter((axle) => isLeaf(job, axle)).flatMap((axle) => spots(cornersOf(axle), 'floor')),
});

/** Which distance of which feature of the linkage a point is. */
export interface OfFeature {
  feature: string;
  axis: Axis;
}
const coordinates: readonly (readonly [Point, OfFeature])[] = FEATURES.flatMap((feature) =>
  (['x', 'y', 'f', 'z'] as const).map((axis) => [coordinate(feature, axis), { feature: feature.id, axis }] as const),
);
const ofFeature: ReadonlyMap<string, OfFeature> = new Map(coordinates.map(([point, of]) => [point.id, of]));
/** Which distance of which feature a point is; null where it is none. */
export const linkagePoint = (id: string): OfFeature | null => ofFeature.get(id) ?? null;

/** Whether any of an axle's linkage was ever taped on this job, or came with a kept geometry. */
export const isTapedAt = (job: JobDocument, axle: Axle): boolean =>
  job.geometry.before?.file[axle] !== undefined ||
  job.readings.some(
    (r) =>
      linkagePoint(r.point) !== null &&
      r.value !== null &&
      (r.place === axle || (isCorner(r.place) && axleOf(r.place) === axle)),
  );

/** Points of the linkage, by the distances a tape can take, and what a gauge adds. Only Before: they fix the reference. */
export const linkagePoints: readonly Point[] = [
  {
    ...length,
    id: FRAME_WIDTH,
    label: 'Frame, outer face to outer face',
    short: 'frame width',
    how: 'Across the frame at this axle. Once it is known, points are asked for out from the frame’s face; answer “cannot reach” to measure from a chalked centreline instead.',
    drawing: { of: 'linkage', from: 'top' },
    model: true,
    unread: `Of the linkage. ${ASSUMED}`,
    gates: BEFORE,
    asked: 'once a vehicle',
    route: 'linkage',
    range: [500, 1300],
    tells: [],
    where: () => spots(AXLES, 'floor'),
  },
  ...coordinates.map(([point]) => point),
  half(
    'frontHalf',
    'Leaf, from the seat clamp to the front eye',
    'leaf front half',
    'Along the main leaf, from the U-bolt nearer the eye to the middle of the front eye.',
  ),
  half(
    'rearHalf',
    'Leaf, from the seat clamp to the rear eye',
    'leaf rear half',
    'Along the main leaf, from the U-bolt nearer the eye to the middle of the rear eye.',
  ),
];
