import { forwardInOpening, outOfParallel, shiftLeft, trackBarShift } from './axle';
import type { DriveInput, ShaftInput } from './file';
import { slipAt } from './slip';
import { atSpeed, limitAngle, limitShaftSpeed, roadSpeed, type TrainAtSpeed } from './speed';
import { trainAngles } from './train';

interface JointResult {
  angle: number;
  limitAngle?: number | null;
  limitSpeed?: number | null;
}
interface ShaftResult extends Partial<TrainAtSpeed> {
  id: string;
  joints: JointResult[];
  equivalentAngle: number;
  slip?: Record<'engagedAtDroop' | 'roomAtDroop' | 'engagedAtBump' | 'roomAtBump', number | null>;
}
interface AxleResult {
  end: 'front' | 'rear';
  shiftLeft: number | null;
  forward: number | null;
  outOfParallel: number | null;
  trackBar: { towardFrame: number; length: number } | null;
}

/** Works a gauge file as `npm run drive` prints it; see docs/formats.md. Degrees, mm, km/h, rev/min, rad/s². */
export const drive = (input: DriveInput): { shafts: ShaftResult[]; axles?: AxleResult[] } => ({
  shafts: input.shafts.map((shaft) => shaftResult(shaft, input)),
  ...(input.axles && { axles: input.axles.map(axleResult) }),
});

function shaftResult(shaft: ShaftInput, { axleRatio, rollingCircumference, topSpeed }: DriveInput): ShaftResult {
  const angles = trainAngles(shaft);
  // The file was read: no shaft in it is impossible.
  if (!angles) throw new Error(`${shaft.id} cannot be`);
  const road = shaft.topSpeed ?? topSpeed;
  const gearing =
    road !== undefined && axleRatio !== undefined && rollingCircumference !== undefined
      ? { axleRatio, rollingCircumference }
      : null;
  const there = gearing && road !== undefined ? atSpeed(angles, road, gearing) : null;
  return {
    id: shaft.id,
    joints: angles.joints.map((angle, i) => {
      if (!gearing || !there) return { angle };
      if (shaft.joints[i] !== 'single') return { angle, limitAngle: null, limitSpeed: null };
      const most = limitShaftSpeed(angle);
      return {
        angle,
        limitAngle: limitAngle(there.shaftSpeed),
        limitSpeed: most === null ? null : roadSpeed(most, gearing),
      };
    }),
    equivalentAngle: angles.equivalent,
    ...there,
    ...(shaft.slip && { slip: slipResult(shaft.slip) }),
  };
}

function slipResult(slip: NonNullable<ShaftInput['slip']>): NonNullable<ShaftResult['slip']> {
  const { droop, bump } = slip.length;
  const hanging = droop === undefined ? null : slipAt(slip, droop);
  const up = bump === undefined ? null : slipAt(slip, bump);
  return {
    engagedAtDroop: hanging?.engaged ?? null,
    roomAtDroop: hanging?.room ?? null,
    engagedAtBump: up?.engaged ?? null,
    roomAtBump: up?.room ?? null,
  };
}

function axleResult(axle: NonNullable<DriveInput['axles']>[number]): AxleResult {
  const { end, frameToTyre, opening, wheelbase, track, trackBar } = axle;
  return {
    end,
    shiftLeft: frameToTyre ? shiftLeft(frameToTyre.left, frameToTyre.right) : null,
    forward: opening ? forwardInOpening(opening.front, opening.rear) : null,
    outOfParallel: wheelbase && track !== undefined ? outOfParallel(wheelbase.left, wheelbase.right, track) : null,
    trackBar: trackBar ? trackBarShift(trackBar) : null,
  };
}
