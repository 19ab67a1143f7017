import { carrierOf, obstacleKind, OBSTACLES, type ObstacleKind } from './engine/catalogue';
import { kindOf } from '../linkage/features';
import { staleAfter } from '../../document/changes';
import { AXLES, CORNERS, cornersOf, type Corner, type Place, type VehicleState } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { AFTER, FRONT, length, observation, REAR, spots, type Asked, type Point } from '../../record/point';
import { changedSince } from '../common/where';

const BEFORE = ['before'] as const;
const route = 'clearance' as const;

/** Another tyre, wheel or spacer brings wheel fastening, thread, calliper room, load rating and bolt pattern with it. */
export const wheelsChanged = (job: JobDocument): boolean => changedSince(job, 'tyre-or-wheel');
/** Asked on the short route at After once wheels were changed. */
const withNewWheels = (job: JobDocument, { gate }: Asked): boolean => gate === 'after' && wheelsChanged(job);

/** Tyre and wheel as they are mounted. */
const wheelPoints: readonly Point[] = [
  {
    ...length,
    route,
    id: 'sectionWidth',
    label: 'Tyre width, sidewall to sidewall',
    short: 'section width',
    how: 'Straightedges upright against both sidewalls at their widest, tape between them, tyre at pressure.',
    drawing: 'wheel',
    range: [180, 420],
    staleOn: staleAfter('tyre size'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'wheelOffset',
    label: 'Wheel offset',
    short: 'wheel offset',
    how: 'As stamped behind a spoke, or backspacing less half of rim width and one inch. Plus when the mounting face lies outboard of the wheel’s middle.',
    drawing: 'wheel',
    signed: true,
    range: [-80, 80],
    staleOn: staleAfter('tyre size'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'rimWidth',
    label: 'Rim width between the bead seats',
    short: 'rim width',
    how: 'As stamped; across the flanges it is one inch more.',
    drawing: 'wheel',
    range: [120, 360],
    staleOn: staleAfter('tyre size'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'wheelSpacer',
    label: 'Spacer between hub and wheel',
    short: 'wheel spacer',
    how: 'Its thickness. Answer “not fitted” where there is none.',
    drawing: 'wheel',
    range: [0, 80],
    staleOn: staleAfter('tyre size'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'calliperReach',
    label: 'Hub centre out to the calliper’s farthest corner',
    short: 'calliper reach',
    how: 'Wheel off. From the middle of the hub to the farthest corner of the calliper: what a wheel’s barrel has to clear.',
    instrument: 'tape-hidden',
    drawing: 'wheel',
    gates: BEFORE,
    range: [100, 300],
    staleOn: [],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'calliperGap',
    label: 'Wheel and its weights to the calliper, least room',
    short: 'wheel to calliper',
    how: 'Turn the wheel by hand and feel all round: barrel, spokes and stick-on weights. Feeler or calliper, not by eye.',
    instrument: 'calliper',
    drawing: 'wheel',
    gates: AFTER,
    range: [0, 60],
    essential: withNewWheels,
    staleOn: staleAfter('wheel fit'),
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    route,
    id: 'studDiameter',
    label: 'Wheel stud, diameter',
    short: 'stud diameter',
    how: 'Over the thread. The nut must hold on at least this much of it.',
    instrument: 'calliper',
    drawing: 'wheel',
    gates: AFTER,
    range: [10, 24],
    essential: withNewWheels,
    staleOn: staleAfter('wheel fit'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'threadEngagement',
    label: 'Thread that the wheel nut holds',
    short: 'thread engagement',
    how: 'Turns of the nut from first bite to tight, times the pitch. Spacers and thick pads take it away.',
    instrument: 'calliper',
    drawing: 'wheel',
    gates: AFTER,
    range: [5, 50],
    essential: withNewWheels,
    staleOn: staleAfter('wheel fit'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...observation,
    route,
    id: 'boltPattern',
    label: 'Bolt pattern and centre bore match the hub',
    short: 'bolt pattern and bore',
    how: 'Wheel flat on the hub before a nut is on; seats of nut and wheel of one kind; a ring where the bore is larger. Spacers alike.',
    drawing: 'hand',
    essential: withNewWheels,
    seconds: 20,
    staleOn: staleAfter('wheel fit'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'tyreLoadRating',
    label: 'Load rating of one tyre',
    short: 'tyre load rating',
    how: 'From the sidewall: the mass printed with the words for most load, or the load index read in the maker’s table. The lower of the two tyres.',
    quantity: 'mass',
    instrument: 'scales',
    drawing: 'load',
    gates: AFTER,
    range: [400, 2500],
    essential: withNewWheels,
    staleOn: staleAfter('tyre size'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'axleLoad',
    label: 'Axle load, the most it may carry',
    short: 'axle load allowed',
    how: 'From the maker’s plate on the vehicle. Where it was weighed at the heaviest load and weighs more, that.',
    quantity: 'mass',
    instrument: 'scales',
    drawing: 'load',
    gates: AFTER,
    range: [500, 4000],
    essential: withNewWheels,
    staleOn: staleAfter('load rating').filter((kind) => kind === 'load'),
    where: () => spots(AXLES, 'floor'),
  },
];

/** How far each wheel can go. */
const travelPoints: readonly Point[] = [
  {
    ...length,
    route,
    id: 'hubToLipDroop',
    label: 'Hub centre up to the fender lip, wheel hanging',
    short: 'hub to lip, hanging',
    how: 'On the hoist, wheels hanging free, shocks connected. Hub centre to the same lip as on the floor.',
    drawing: 'lip',
    range: [350, 950],
    essential: (_job, { gate }) => gate === 'after',
    seconds: 15,
    staleOn: staleAfter('droop'),
    where: () => spots(CORNERS, 'droop'),
  },
  {
    ...length,
    route,
    id: 'hubToLipFlexed',
    label: 'Hub centre up to the fender lip, flexed',
    short: 'hub to lip, flexed',
    how: 'On the ramp, this wheel as far up as it goes, the other end of the axle hanging.',
    drawing: 'flex',
    gates: AFTER,
    range: [200, 800],
    essential: true,
    seconds: 15,
    staleOn: staleAfter('rub test'),
    where: () => spots(CORNERS, 'ramp'),
  },
  {
    ...length,
    route,
    id: 'hubToLipAcross',
    label: 'The wheel across, hanging: hub centre up to its fender lip',
    short: 'hub to lip across, hanging',
    how: 'In the same stance: at the other wheel of this axle, the one that hangs while this one is up.',
    drawing: 'flex',
    gates: AFTER,
    range: [300, 950],
    essential: true,
    seconds: 15,
    staleOn: staleAfter('rub test'),
    where: () => spots(CORNERS, 'ramp'),
  },
  {
    ...observation,
    route,
    id: 'flexBar',
    label: 'Sway bar while the axle was flexed',
    short: 'sway bar on the ramp',
    how: 'A bar left on keeps the wheels from crossing as far as they can: what was tested with it on is not proved without it.',
    drawing: 'bar',
    choices: [
      { id: 'off', name: 'Off: disconnected, pinned up or none', good: true },
      { id: 'connected', name: 'Connected', good: true },
    ],
    seconds: 5,
    staleOn: staleAfter('rub test, bar'),
    where: () => spots(AXLES, 'ramp'),
  },
  {
    ...observation,
    route,
    id: 'flexLock',
    label: 'How far the wheels were turned while flexed',
    short: 'lock on the ramp',
    how: 'Both ways, with each wheel up in turn.',
    drawing: 'flex',
    choices: [
      { id: 'full', name: 'Lock to lock', good: true },
      { id: 'half', name: 'To half lock', good: true },
      { id: 'straight', name: 'Straight only', good: true },
    ],
    seconds: 5,
    staleOn: staleAfter('rub test', 'alignment'),
    where: () => spots(['front'], 'ramp'),
  },
  {
    ...length,
    route,
    id: 'lockAngle',
    label: 'How far this wheel turns, at full lock',
    short: 'lock angle',
    how: 'On turn plates, or a straightedge along the wheel against the chalked straight-ahead line. To the stop, without a sign.',
    quantity: 'angle',
    instrument: 'digital-gauge',
    drawing: 'lock',
    range: [18, 48],
    staleOn: staleAfter('alignment').filter((kind) => kind !== 'spring'),
    where: () => spots(FRONT, 'floor-left', 'floor-right'),
  },
  {
    ...length,
    route,
    id: 'shockOpen',
    label: 'Shock fully open, bolt centre to bolt centre',
    short: 'shock open',
    how: 'From the maker’s sheet, or one off the vehicle pulled out.',
    drawing: 'shock',
    range: [200, 1000],
    staleOn: staleAfter('shock'),
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    route,
    id: 'shockClosed',
    label: 'Shock fully closed, bolt centre to bolt centre',
    short: 'shock closed',
    how: 'From the maker’s sheet, or one off the vehicle pushed in.',
    drawing: 'shock',
    range: [150, 700],
    staleOn: staleAfter('shock'),
    where: () => spots(AXLES, 'floor'),
  },
];

/** The groups that a gap is measured to, and the obstacles that it may be. Also of the walk round on the floor. */
export const GAP_GROUPS = [
  { floor: 'gapLip', flexed: 'rampLip', name: 'fender lip', meets: 'body', obstacles: ['fender-lip'] },
  {
    floor: 'gapLinerFront',
    flexed: 'rampLinerFront',
    name: 'liner or bumper ahead',
    meets: 'body',
    obstacles: ['liner-front', 'bumper-corner', 'splash-shield'],
  },
  {
    floor: 'gapLinerRear',
    flexed: 'rampLinerRear',
    name: 'liner, seam or mount behind',
    meets: 'body',
    obstacles: ['liner-rear', 'pinch-weld', 'body-mount'],
  },
  {
    floor: 'gapInner',
    flexed: 'rampInner',
    name: 'arm, spring or frame',
    meets: 'arm',
    obstacles: ['frame', 'lower-arm', 'upper-arm', 'sway-bar', 'shock-spring', 'tie-rod'],
  },
  { floor: 'gapHose', flexed: 'rampHose', name: 'hose or harness', meets: 'hose', obstacles: ['brake-hose'] },
] as const;

/** Whether obstacles of that kind were taped at that wheel itself, so that its gap is swept over every pose. */
export const isTapedFor = (job: JobDocument, place: Place, meets: ObstacleKind['meets']): boolean =>
  job.readings.some(
    (r) =>
      r.place === place &&
      r.point.startsWith('ob.') &&
      obstacleKind(r.point.split('.')[1] ?? '')?.meets === meets &&
      r.answer !== 'not-fitted',
  );

const flexedGaps: readonly Point[] = GAP_GROUPS.map(({ flexed, name, meets }) => ({
  ...length,
  route,
  id: flexed,
  label: `Tyre to ${name}, flexed`,
  short: `gap to ${name}, flexed`,
  how: 'On the ramp, this wheel as far up as it goes, turned as far as it is tested: the least distance on the way. Chalk or clay where no tape goes in.',
  drawing: meets === 'body' ? ('gap' as const) : ('inner' as const),
  gates: AFTER,
  range: [0, 350] as const,
  // Where nothing was taped that could be swept, one gap flexed is what tells of the parts that can hurt somebody.
  essential: (job: JobDocument, { place }: Asked) => meets !== 'body' && !isTapedFor(job, place, meets),
  staleOn: staleAfter('rub test', 'gap', 'gap at lock'),
  where: (job: JobDocument) =>
    spots(meets === 'hose' ? [...FRONT, ...(job.vehicle.rearHose === 'per-wheel' ? REAR : [])] : CORNERS, 'ramp'),
}));

/**
 * The rolling tests: rigid geometry is alike forward and in reverse, a vehicle is not. Rear wheels do not steer; what
 * moves their axle in its bushes is drive and brake.
 */
export const ROLLS = [
  { id: 'rollForwardHalf', name: 'Forward at half lock', reverse: false, axle: 'front' },
  { id: 'rollForwardFull', name: 'Forward at full lock', reverse: false, axle: 'front' },
  { id: 'rollReverseHalf', name: 'Reverse at half lock', reverse: true, axle: 'front' },
  { id: 'rollReverseFull', name: 'Reverse at full lock', reverse: true, axle: 'front' },
  { id: 'rollForwardBraked', name: 'Forward, then braked', reverse: false, axle: 'rear' },
  { id: 'rollReverseBraked', name: 'Reverse, then braked', reverse: true, axle: 'rear' },
] as const;
/** What moves the tyre in its arch or the axle in its bushes wants to be rolled again, both ways. */
export const rollsWanted = (job: JobDocument): boolean =>
  changedSince(job, 'tyre-or-wheel', 'track-bar-or-arm', 'alignment');
const rollPoints: readonly Point[] = ROLLS.map(({ id, name, reverse, axle }) => ({
  ...observation,
  route,
  essential: rollsWanted,
  id,
  label: `Rolling test: ${name.toLowerCase()}, no touch`,
  short: name.toLowerCase(),
  how: `Walking pace, ${axle === 'front' ? 'both locks' : 'pulled off and stopped firmly'}, somebody listening at each wheel, chalk on the tread.${reverse ? ' Reverse pulls the axle back in its bushes: only this proves it.' : ''}`,
  drawing: 'gap',
  seconds: 30,
  staleOn: staleAfter('rub test'),
  where: () => spots([axle], 'floor'),
}));

/** The figures that fix a point of an obstacle, as they are taken at the wheel. */
const TAKEN = {
  h: {
    way: 'clock position',
    short: 'clock position',
    how: 'Seen from outside, on the tyre’s face: 12 is up, 3 is forward, on both sides.',
  },
  d: {
    way: 'out from the hub centre',
    short: 'from hub centre',
    how: 'Square to the axle: straightedge across the tyre, from the middle of the hub.',
  },
  o: {
    way: 'in or out from the mounting face',
    short: 'from mounting face',
    how: 'From the plane in which wheel and hub meet. Plus outboard of it, minus inboard.',
  },
  g: {
    way: 'gap to the tyre now mounted',
    short: 'gap to the tyre',
    how: 'Shortest distance to the tyre as it stands. The point is worked back from it.',
  },
} as const;
export type Taken = keyof typeof TAKEN;

/** Whether a station's hour is given by its name and not asked for. */
export const fixedHour = (station: string): boolean => station.startsWith('h');

const placesOf =
  (kind: ObstacleKind) =>
  (job: JobDocument): { place: Place; state: VehicleState }[] =>
    AXLES.filter((axle) => kind.axles.includes(axle) && carrierOf(kind, kindOf(job.vehicle, axle)) !== null).flatMap(
      (axle) => spots(cornersOf(axle), 'floor'),
    );

const taken = (kind: ObstacleKind, station: ObstacleKind['stations'][number], what: Taken): Point => ({
  ...length,
  route,
  ...(what === 'h'
    ? { quantity: 'clock' as const, instrument: 'clock-face' as const, range: [0, 12] as const }
    : what === 'd'
      ? { instrument: 'tape-hidden' as const, range: [100, 900] as const }
      : what === 'o'
        ? { instrument: 'tape-hidden' as const, range: [-500, 350] as const, signed: true }
        : { range: [0, 350] as const }),
  id: `ob.${kind.id}.${station.id}.${what}`,
  label: `${kind.name}, ${station.name}: ${TAKEN[what].way}`,
  short: `${kind.name.toLowerCase()}, ${station.name}, ${TAKEN[what].short}`,
  how: `${kind.find} ${TAKEN[what].how}`,
  drawing: 'clock',
  gates: BEFORE,
  seconds: 30,
  staleOn: [],
  where: placesOf(kind),
});

const gives = (kind: ObstacleKind): Point => ({
  ...length,
  route,
  id: `ob.${kind.id}.give`,
  label: `${kind.name}: how far it could be ${kind.gives === 'move' ? 'moved' : 'cut back'}`,
  short: `${kind.name.toLowerCase()}, could give`,
  how: `Until ${kind.gives === 'move' ? 'its brackets end' : 'something behind it is met: harness, line, washer bottle, seam'}. Answer “not fitted” where nothing may be touched.`,
  drawing: 'clock',
  gates: BEFORE,
  range: [0, 120],
  seconds: 20,
  staleOn: [],
  where: placesOf(kind),
});

/** What was really cut away or moved: from then on the edge stands that much farther off. */
const cut = (kind: ObstacleKind): Point => {
  const done = kind.gives === 'move' ? 'moved' : 'cut back';
  return {
    ...length,
    route,
    id: `ob.${kind.id}.cut`,
    label: `${kind.name}: how far it was ${done}`,
    short: `${kind.name.toLowerCase()}, ${done} by`,
    how: `Away from the hub, from where its edge stood when it was taped: punch mark, paint line, or the piece that came off. 0 where it was left as it was.`,
    drawing: 'clock',
    gates: AFTER,
    range: [0, 120],
    seconds: 20,
    staleOn: staleAfter('cut'),
    where: placesOf(kind),
  };
};

const obstaclePoints: readonly Point[] = OBSTACLES.flatMap((kind) => [
  ...kind.stations.flatMap((station) =>
    (['h', 'd', 'o', 'g'] as const)
      .filter((what) => what !== 'h' || !fixedHour(station.id))
      .map((what) => taken(kind, station, what)),
  ),
  ...(kind.gives ? [gives(kind), cut(kind)] : []),
]);

/** What the clearance of a tyre is worked from besides the walk round: wheel, travel, gaps, rolling tests, obstacles. */
export const clearancePoints: readonly Point[] = [
  ...wheelPoints,
  ...travelPoints,
  ...flexedGaps,
  ...rollPoints,
  ...obstaclePoints,
];

/** "ob.frame.a.d" → frame, a, d; "ob.liner-rear.give" → liner-rear, null, give; and so "cut". */
export function obstaclePoint(
  id: string,
): { obstacle: string; station: string | null; what: Taken | 'give' | 'cut' } | null {
  const parts = id.split('.');
  if (parts[0] !== 'ob' || !parts[1]) return null;
  if (parts[2] === 'give' || parts[2] === 'cut') return { obstacle: parts[1], station: null, what: parts[2] };
  return { obstacle: parts[1], station: parts[2] ?? '', what: parts[3] as Taken };
}

export const LEFT: readonly Corner[] = ['FL', 'RL'];
