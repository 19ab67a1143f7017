import { applies, FEATURES, type Feature } from './features';
import { staleAfter } from '../../document/changes';
import { AXLES, cornersOf, type Place, type VehicleState } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { BOTH, length, spots, type Point } from '../../record/point';
import { shockHolds } from '../common/where';

const BEFORE = ['before'] as const;

/** The distances that fix a point, as a tape takes them. */
export const AXES = {
  x: { way: 'ahead of the hub line', short: 'fore-aft', range: [-1900, 1900] },
  y: { way: 'out from the centreline', short: 'out from centre', range: [-950, 950] },
  f: { way: 'out from the frame’s outer face', short: 'out from frame', range: [-600, 600] },
  z: { way: 'up from the floor', short: 'height', range: [60, 1500] },
} as const;
export type Axis = keyof typeof AXES;

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
  drawing: 'linkage',
  gates: BEFORE,
  route: 'linkage',
  signed: axis !== 'z',
  range: AXES[axis].range,
  seconds: 40,
  staleOn: [],
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
  drawing: 'linkage',
  gates: BEFORE,
  route: 'linkage',
  range: [300, 1100],
  staleOn: [],
  where: (job) => AXLES.filter((axle) => isLeaf(job, axle)).flatMap((axle) => spots(cornersOf(axle), 'floor')),
});

/** Points of the linkage, by the distances a tape can take, and what a gauge adds. Only Before: they fix the reference. */
export const linkagePoints: readonly Point[] = [
  {
    ...length,
    id: 'lk.frameWidth',
    label: 'Frame, outer face to outer face',
    short: 'frame width',
    how: 'Across the frame at this axle. Once it is known, points are asked for out from the frame’s face; answer “cannot reach” to measure from a chalked centreline instead.',
    drawing: 'linkage',
    gates: BEFORE,
    route: 'linkage',
    range: [500, 1300],
    staleOn: [],
    where: () => spots(AXLES, 'floor'),
  },
  ...FEATURES.flatMap((feature) => (['x', 'y', 'f', 'z'] as const).map((axis) => coordinate(feature, axis))),
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

/** Camber, caster and toe are read against the height and the load. */
const ALIGNED = [...staleAfter('alignment'), 'load'] as const;
const FRONT_CORNERS = ['FL', 'FR'] as const;
const angle = { ...length, quantity: 'angle', gates: BOTH, drawing: 'linkage' } as const;
const hasShaft = (job: JobDocument, axle: 'front' | 'rear'): boolean =>
  (axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension).startsWith('beam');

/** What is set and what a gauge can hold beside the geometry. */
export const gaugePoints: readonly Point[] = [
  {
    ...angle,
    id: 'camber',
    label: 'Camber',
    short: 'camber',
    how: 'From the alignment rack, wheels straight. Plus when the top leans out.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-3, 3],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
  {
    ...angle,
    id: 'toe',
    label: 'Toe of this wheel',
    short: 'toe',
    how: 'From the alignment rack, steering wheel straight. Plus is toe-in.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-1.5, 1.5],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
  {
    ...angle,
    id: 'caster',
    label: 'Caster',
    short: 'caster',
    how: 'From the alignment rack’s steer sweep. Plus when the top of the steering axis leans rearward.',
    instrument: 'alignment-rack',
    signed: true,
    alsoStale: shockHolds,
    range: [-2, 12],
    staleOn: ALIGNED,
    where: () => spots(FRONT_CORNERS, 'floor'),
  },
  {
    ...angle,
    id: 'pinionAngle',
    label: 'Pinion angle',
    short: 'pinion angle',
    how: 'Gauge on the flat of the pinion yoke, zeroed on the floor. Plus when the end toward the shaft points up.',
    instrument: 'digital-gauge',
    signed: true,
    range: [-15, 25],
    staleOn: [...staleAfter('driveline'), 'load'],
    where: (job) =>
      spots(
        AXLES.filter((axle) => hasShaft(job, axle)),
        'floor',
      ),
  },
  {
    ...length,
    id: 'shaftLength',
    label: 'Driveshaft, joint centre to joint centre',
    short: 'shaft length',
    how: 'Straight from the middle of one cross to the middle of the other, at ride height.',
    instrument: 'tape-hidden',
    drawing: 'linkage',
    range: [200, 2200],
    staleOn: [...staleAfter('driveline'), 'load'],
    where: (job) =>
      spots(
        AXLES.filter((axle) => hasShaft(job, axle)),
        'floor',
      ),
  },
];
