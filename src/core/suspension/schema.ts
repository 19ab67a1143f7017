import * as z from 'zod';

/** mm or degrees. No vehicle has a point twenty metres off; JSON's 1e999 is read as Infinity and refused here too. */
const figure = z.number().min(-20_000).max(20_000);
export const Vec = z.tuple([figure, figure, figure]);
const id = z.string().min(1).max(40);

/** The part that carries a point. */
export const Carrier = z.enum(['body', 'axle', 'knuckle', 'lowerArm', 'upperArm']);
export type Carrier = z.infer<typeof Carrier>;

export const Obstacle = z.strictObject({ id, on: Carrier, points: z.array(Vec).min(2).max(5000) });
export type Obstacle = z.infer<typeof Obstacle>;

const Strut = z.strictObject({ upper: Vec, lower: Vec, lowerOn: Carrier });
const sideFields = {
  hub: z.strictObject({ centre: Vec, camber: figure, toe: figure }),
  kingpin: z.strictObject({ lower: Vec, upper: Vec }).optional(),
  shock: Strut.optional(),
  spring: Strut.optional(),
  swayBar: z.strictObject({ pivot: Vec, armEnd: Vec, link: Vec, linkOn: Carrier }).optional(),
  brakeHose: z.strictObject({ body: Vec, wheel: Vec, wheelOn: Carrier }).optional(),
  obstacles: z.array(Obstacle).max(200).optional(),
};
const Arm = z.strictObject({ front: Vec, rear: Vec, outer: Vec });
export const BeamSide = z.strictObject(sideFields);
export const WishboneSide = z.strictObject({
  ...sideFields,
  lowerArm: Arm,
  upperArm: Arm,
  tieRod: z.strictObject({ inner: Vec, outer: Vec }),
  halfShaft: z.strictObject({ inner: Vec, outer: Vec }).optional(),
});
export type BeamSide = z.infer<typeof BeamSide>;
export type WishboneSide = z.infer<typeof WishboneSide>;

export const Tyre = z.strictObject({
  diameter: figure,
  sectionWidth: figure,
  shoulderRadius: figure,
  planeOffset: figure.describe('mm the centre plane lies outboard of the hub centre along the spin axis'),
});
export type Tyre = z.infer<typeof Tyre>;
/** Lengths added, mm. */
export const Adjust = z.strictObject({
  links: z.record(z.string(), figure).optional(),
  trackBar: figure.optional(),
  tieRod: figure.optional(),
  dragLink: figure.optional(),
  swayLink: figure.optional(),
});
export type Adjust = z.infer<typeof Adjust>;

const anyEnd = { tyre: Tyre.optional(), adjust: Adjust.optional() };
const Bar = z.strictObject({ body: Vec, axle: Vec });
export const Driveshaft = z.strictObject({
  transferJoint: Vec,
  transferAxis: Vec,
  pinionJoint: Vec,
  pinionAxis: Vec,
  joints: z.enum(['single-cardan', 'double-cardan']).optional(),
});
export const BeamSteering = z.strictObject({
  pitman: z.strictObject({ pivot: Vec, end: Vec, axis: Vec, lock: figure }),
  dragLink: z.strictObject({ side: z.enum(['left', 'right']), knuckle: Vec }),
  tieRod: z.strictObject({ left: Vec, right: Vec }),
});
export type BeamSteering = z.infer<typeof BeamSteering>;
const beamEnd = { driveshaft: Driveshaft.optional(), steering: BeamSteering.optional() };
const beamSides = { left: BeamSide, right: z.union([z.literal('mirror'), BeamSide]) };

export const Link = z.strictObject({ id, body: Vec, axle: Vec });
export const RadiusArm = z.strictObject({ id, pivot: Vec });
export const Leaf = z.strictObject({ id, frontEye: Vec, seat: Vec, frontHalf: figure, rearHalf: figure });

export const WishboneEnd = z.strictObject({
  type: z.literal('double-wishbone'),
  left: WishboneSide,
  right: z.union([z.literal('mirror'), WishboneSide]),
  steering: z.strictObject({ rackTravel: figure }),
  ...anyEnd,
});
export const LinkEnd = z.strictObject({
  type: z.literal('link-axle'),
  ...beamSides,
  links: z.array(Link),
  trackBar: Bar.optional(),
  ...beamEnd,
  ...anyEnd,
});
export const RadiusArmEnd = z.strictObject({
  type: z.literal('radius-arm-axle'),
  ...beamSides,
  radiusArms: z.array(RadiusArm).min(1),
  trackBar: Bar.optional(),
  ...beamEnd,
  ...anyEnd,
});
export const LeafEnd = z.strictObject({
  type: z.literal('leaf-axle'),
  ...beamSides,
  leaves: z.array(Leaf).min(1),
  ...beamEnd,
  ...anyEnd,
});
export const End = z.discriminatedUnion('type', [WishboneEnd, LinkEnd, RadiusArmEnd, LeafEnd]);
export type End = z.infer<typeof End>;
export type WishboneEnd = z.infer<typeof WishboneEnd>;
export type BeamEnd = Exclude<End, WishboneEnd>;

/** The open geometry file: points as they are in the reference state, mm and degrees. */
export const GeometryFile = z.strictObject({
  format: z.literal('high-gate/geometry'),
  version: z.literal(1),
  units: z.strictObject({ length: z.literal('mm'), angle: z.literal('deg') }),
  name: z.string().max(200).optional(),
  front: End.optional(),
  rear: End.optional(),
});
export type GeometryFile = z.infer<typeof GeometryFile>;

const EndState = z.strictObject({ left: figure, right: figure, steer: figure.optional() });
/** Travels of both hubs against the body, mm, + bump; steer as a share of lock. */
export type EndState = z.infer<typeof EndState>;
export const State = z.strictObject({ front: EndState.optional(), rear: EndState.optional() });

export const SolveFile = z.strictObject({
  geometry: GeometryFile,
  states: z.array(State),
  expected: z.unknown().optional(),
});
export type SolveFile = z.infer<typeof SolveFile>;

export const ENDS = ['front', 'rear'] as const;
export type EndName = (typeof ENDS)[number];
export const SIDES = ['left', 'right'] as const;
export type SideName = (typeof SIDES)[number];
