import type { Axle, Corner, Place } from '../../kernel/places';
import type { SuspensionKind as Kind } from '../../document/suspensionKind';
import type { End, SideName } from '../../suspension/schema';

/** A point of the linkage that a person can find with a hand and a tape. */
export interface Feature {
  /** "lowerArm.outer"; readings of it are "lk.lowerArm.outer.x", .y or .f, .z. */
  id: string;
  name: string;
  /** Where exactly the tape goes. */
  find: string;
  /** One on each side, or one on the axle. */
  on: 'side' | 'axle';
  axles: readonly Axle[];
  kinds: readonly Kind[];
  /** The part that goes where it is answered "not fitted"; none where the linkage cannot do without. */
  part?: 'shock' | 'spring' | 'swayBar' | 'brakeHose' | 'halfShaft' | 'driveshaft';
  /** What stays locked while it is only assumed. */
  locks: string;
}
/** The part of a vehicle that says which points it has. */
type Suspended = { frontSuspension: Kind; rearSuspension: Kind };

const WISHBONES: readonly Kind[] = ['wishbone-coil-over', 'wishbone-torsion-bar'];
const LINKS: readonly Kind[] = ['beam-links', 'beam-triangulated'];
const LEAVES: readonly Kind[] = ['beam-leaves'];
const RADIUS: readonly Kind[] = ['beam-radius-arms'];
const BEAMS: readonly Kind[] = [...LINKS, ...LEAVES, ...RADIUS];
const ALL: readonly Kind[] = [...WISHBONES, ...BEAMS];
const BOTH: readonly Axle[] = ['front', 'rear'];
const FRONT: readonly Axle[] = ['front'];

const ALIGNS = 'camber, caster and toe over the travel';
const LOCATES = 'where the axle goes over the travel';
const STEERS = 'toe and steering over the travel';
const BAR = 'sway bar and link at the lifted height';
const SHOCK = 'shock length over the travel, gap at bump of a wishbone';
const HOSE = 'brake hose span over the travel';
const SHAFT = 'shaft angles and length over the travel';

const side = (
  id: string,
  name: string,
  find: string,
  kinds: readonly Kind[],
  locks: string,
  more: Partial<Feature> = {},
): Feature => ({ id, name, find, on: 'side', axles: BOTH, kinds, locks, ...more });
const onAxle = (
  id: string,
  name: string,
  find: string,
  kinds: readonly Kind[],
  locks: string,
  more: Partial<Feature> = {},
): Feature => ({ id, name, find, on: 'axle', axles: BOTH, kinds, locks, ...more });

/** Every point that is asked for, in the order in which one gets round it. */
export const FEATURES: readonly Feature[] = [
  side(
    'lowerArm.front',
    'Lower arm, front pivot',
    'Centre of the front pivot bolt, at the middle of its bush.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'lowerArm.rear',
    'Lower arm, rear pivot',
    'Centre of the rear pivot bolt, at the middle of its bush.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'lowerArm.outer',
    'Lower ball joint',
    'Centre of the ball, not the nut: about the middle of the housing.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'upperArm.front',
    'Upper arm, front pivot',
    'Centre of the front pivot bolt, at the middle of its bush.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'upperArm.rear',
    'Upper arm, rear pivot',
    'Centre of the rear pivot bolt, at the middle of its bush.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'upperArm.outer',
    'Upper ball joint',
    'Centre of the ball, not the nut: about the middle of the housing.',
    WISHBONES,
    ALIGNS,
  ),
  side(
    'tieRod.inner',
    'Tie rod, inner joint',
    'Centre of the ball at the rack’s end, under the boot.',
    WISHBONES,
    STEERS,
  ),
  side('tieRod.outer', 'Tie rod, outer joint', 'Centre of the ball at the steering arm.', WISHBONES, STEERS),
  side('link.lower.body', 'Lower link, body end', 'Centre of the bolt in the frame bracket.', LINKS, LOCATES),
  side('link.lower.axle', 'Lower link, axle end', 'Centre of the bolt in the axle bracket.', LINKS, LOCATES),
  side('link.upper.body', 'Upper link, body end', 'Centre of the bolt in the frame bracket.', LINKS, LOCATES),
  side('link.upper.axle', 'Upper link, axle end', 'Centre of the bolt in the axle bracket.', LINKS, LOCATES),
  side('radiusArm.pivot', 'Radius arm, body pivot', 'Centre of the big bush at the frame.', RADIUS, LOCATES),
  side('leaf.frontEye', 'Leaf, front eye', 'Centre of the front eye bolt.', LEAVES, LOCATES),
  side('leaf.seat', 'Leaf, at the axle seat', 'Middle of the main leaf over the centre bolt.', LEAVES, LOCATES),
  side('kingpin.lower', 'Lower knuckle joint', 'Centre of the lower ball joint or kingpin bearing.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  side('kingpin.upper', 'Upper knuckle joint', 'Centre of the upper ball joint or kingpin bearing.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  onAxle(
    'trackBar.body',
    'Track bar, body end',
    'Centre of the joint at the frame.',
    ['beam-links', 'beam-radius-arms'],
    LOCATES,
  ),
  onAxle(
    'trackBar.axle',
    'Track bar, axle end',
    'Centre of the joint at the axle.',
    ['beam-links', 'beam-radius-arms'],
    LOCATES,
  ),
  onAxle('steering.pitman.pivot', 'Pitman arm, at the steering box', 'Centre of the sector shaft.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  onAxle('steering.pitman.end', 'Drag link, at the pitman arm', 'Centre of the ball, wheels straight.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  onAxle(
    'steering.dragLink.knuckle',
    'Drag link, at the knuckle',
    'Centre of the ball, wheels straight.',
    BEAMS,
    STEERS,
    { axles: FRONT },
  ),
  onAxle('steering.tieRod.left', 'Tie rod, left end', 'Centre of the ball at the left knuckle.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  onAxle('steering.tieRod.right', 'Tie rod, right end', 'Centre of the ball at the right knuckle.', BEAMS, STEERS, {
    axles: FRONT,
  }),
  side('shock.upper', 'Shock, upper mount', 'Centre of the upper bolt or bush.', ALL, SHOCK, { part: 'shock' }),
  side('shock.lower', 'Shock, lower mount', 'Centre of the lower bolt or bush.', ALL, SHOCK, { part: 'shock' }),
  side('swayBar.pivot', 'Sway bar, pivot', 'Centre of the bar in its frame bush.', ALL, BAR, { part: 'swayBar' }),
  side('swayBar.armEnd', 'Sway bar, end of the arm', 'Centre of the link bolt at the bar.', ALL, BAR, {
    part: 'swayBar',
  }),
  side('swayBar.link', 'Sway link, other end', 'Centre of the link bolt away from the bar.', ALL, BAR, {
    part: 'swayBar',
  }),
  side('brakeHose.body', 'Brake hose, body fitting', 'Where the flexible part starts at the body.', ALL, HOSE, {
    part: 'brakeHose',
  }),
  side(
    'brakeHose.wheel',
    'Brake hose, wheel fitting',
    'Where the flexible part starts at the calliper or axle.',
    ALL,
    HOSE,
    { part: 'brakeHose' },
  ),
  side('halfShaft.inner', 'Half shaft, inner joint', 'Middle of the inner joint’s housing.', WISHBONES, SHAFT, {
    part: 'halfShaft',
  }),
  side('halfShaft.outer', 'Half shaft, outer joint', 'Middle of the outer joint’s bell.', WISHBONES, SHAFT, {
    part: 'halfShaft',
  }),
  onAxle('driveshaft.transferJoint', 'Driveshaft, joint at the transfer case', 'Centre of the cross.', BEAMS, SHAFT, {
    part: 'driveshaft',
  }),
  onAxle('driveshaft.pinionJoint', 'Driveshaft, joint at the pinion', 'Centre of the cross.', BEAMS, SHAFT, {
    part: 'driveshaft',
  }),
];

const byId = new Map(FEATURES.map((f) => [f.id, f]));
export const featureById = (id: string): Feature | undefined => byId.get(id);

export const kindOf = (vehicle: Suspended, axle: Axle): Kind =>
  axle === 'front' ? vehicle.frontSuspension : vehicle.rearSuspension;

/** Whether this vehicle's axle has that point. */
export function applies(feature: Feature, vehicle: Suspended, axle: Axle): boolean {
  if (!feature.axles.includes(axle) || !feature.kinds.includes(kindOf(vehicle, axle))) return false;
  // Triangulated links locate the axle sideways themselves.
  return true;
}

export const sideOfCorner = (corner: Corner): SideName => (corner.endsWith('L') ? 'left' : 'right');
export const cornerOf = (axle: Axle, side: SideName): Corner =>
  `${axle === 'front' ? 'F' : 'R'}${side === 'left' ? 'L' : 'R'}`;

/** Where a point is read: at its corner, or at the axle. */
export const placeOf = (feature: Feature, axle: Axle, side: SideName): Place =>
  feature.on === 'axle' ? axle : cornerOf(axle, side);

/**
 * Where a point stands in an end with both sides written out: "left.lowerArm.outer", "links.2.body".
 *
 * @returns null where this end has no such part
 */
export function pathIn(end: End, id: string, side: SideName): string | null {
  const [head = '', mid = '', tail = ''] = id.split('.');
  if (head === 'link') {
    const at = end.type === 'link-axle' ? end.links.findIndex((link) => link.id === `${mid}-${side}`) : -1;
    return at < 0 ? null : `links.${at}.${tail}`;
  }
  if (head === 'radiusArm') {
    const at = end.type === 'radius-arm-axle' ? end.radiusArms.findIndex((arm) => arm.id === side) : -1;
    return at < 0 ? null : `radiusArms.${at}.${mid}`;
  }
  if (head === 'leaf') {
    const at = end.type === 'leaf-axle' ? end.leaves.findIndex((leaf) => leaf.id === side) : -1;
    return at < 0 ? null : `leaves.${at}.${mid}`;
  }
  if (featureById(id)?.on === 'axle') return hasPath(end, id) ? id : null;
  const path = `${side}.${id}`;
  return hasPath(end, path) ? path : null;
}

export function valueIn(end: End, path: string): unknown {
  let at: unknown = end;
  for (const step of path.split('.')) at = (at as Record<string, unknown> | undefined)?.[step];
  return at;
}
const hasPath = (end: End, path: string): boolean => valueIn(end, path) !== undefined;
