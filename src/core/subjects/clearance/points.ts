import { carrierOf, obstacleKind, OBSTACLES, type ObstacleKind } from './engine/catalogue';
import { kindOf } from '../linkage/features';
import { AXLES, CORNERS, cornersOf, type Place, type VehicleState } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { changedSince } from '../../record/pointRules';
import { AFTER, FRONT, length, REAR, spots, type AskedAt, type Point } from '../../record/point';
import type { Tells } from '../../record/stale';
import { isFlexSpared, isReadCycled } from '../common/bumpEnd';
import { steeringMoves, wheelsStay } from '../common/where';
import { GAP_GROUPS, MEETS } from './gapGroups';

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
const ON_CLOCK = { h: 'clock', d: 'out', g: 'gap' } as const;

const placesOf =
  (kind: ObstacleKind) =>
  (job: JobDocument): { place: Place; state: VehicleState }[] =>
    AXLES.filter((axle) => kind.axles.includes(axle) && carrierOf(kind, kindOf(job.vehicle, axle)) !== null).flatMap(
      (axle) => spots(cornersOf(axle), 'floor'),
    );

const taken = (kind: ObstacleKind, station: ObstacleKind['stations'][number], what: Taken): Point => ({
  ...length,
  route: 'clearance',
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
  drawing: what === 'o' ? { of: 'wheel', tape: 'face' } : { of: 'clock', hour: station.hour, tape: ON_CLOCK[what] },
  model: true,
  unread: `What stands round the wheel: ${kind.name}. Left alone, it stays not measured, and no pose is proved against it.`,
  gates: ['before'],
  asked: 'once a vehicle',
  seconds: 30,
  tells: [],
  where: placesOf(kind),
});

const gives = (kind: ObstacleKind): Point => ({
  ...length,
  route: 'clearance',
  id: `ob.${kind.id}.give`,
  label: `${kind.name}: how far it could be ${kind.gives === 'move' ? 'moved' : 'cut back'}`,
  short: `${kind.name.toLowerCase()}, could give`,
  how: `Until ${kind.gives === 'move' ? 'its brackets end' : 'something behind it is met: harness, line, washer bottle, seam'}. Answer “not fitted” where nothing may be touched.`,
  drawing: { of: 'clock', hour: kind.stations[0]?.hour ?? 12, tape: 'give' },
  model: true,
  unread: `What stands round the wheel: ${kind.name}. Left alone, it stays not measured, and no pose is proved against it.`,
  gates: ['before'],
  asked: 'once a vehicle',
  range: [0, 120],
  seconds: 20,
  tells: [],
  where: placesOf(kind),
});

/** What was really cut away or moved: from then on the edge stands that much farther off. */
const cut = (kind: ObstacleKind): Point => {
  const done = kind.gives === 'move' ? 'moved' : 'cut back';
  return {
    ...length,
    route: 'clearance',
    id: `ob.${kind.id}.cut`,
    label: `${kind.name}: how far it was ${done}`,
    short: `${kind.name.toLowerCase()}, ${done} by`,
    how: `Away from the hub, from where its edge stood when it was taped: punch mark, paint line, or the piece that came off. 0 where it was left as it was.`,
    drawing: { of: 'clock', hour: kind.stations[0]?.hour ?? 12, tape: 'give' },
    model: true,
    unread: `What stands round the wheel: ${kind.name}. Left alone, it counts as not cut, and its gap reads too small.`,
    gates: AFTER,
    asked: 'after',
    range: [0, 120],
    seconds: 20,
    tells: ['cut'],
    where: placesOf(kind),
  };
};

/** What a point of an obstacle is: of which, at which of its stations, and what is taken there. */
export interface OfObstacle {
  obstacle: string;
  station: string | null;
  what: Taken | 'give' | 'cut';
}
const obstaclePoints: readonly (readonly [Point, OfObstacle])[] = OBSTACLES.flatMap((kind) => {
  const obstacle = kind.id;
  return [
    ...kind.stations.flatMap((station) =>
      (['h', 'd', 'o', 'g'] as const)
        .filter((what) => what !== 'h' || !station.fixed)
        .map((what): [Point, OfObstacle] => [taken(kind, station, what), { obstacle, station: station.id, what }]),
    ),
    ...(kind.gives
      ? [
          [gives(kind), { obstacle, station: null, what: 'give' }] as [Point, OfObstacle],
          [cut(kind), { obstacle, station: null, what: 'cut' }] as [Point, OfObstacle],
        ]
      : []),
  ];
});
const ofObstacle: ReadonlyMap<string, OfObstacle> = new Map(obstaclePoints.map(([point, of]) => [point.id, of]));
/** Which figure of which obstacle a point is; null where it is of none. */
export const obstaclePoint = (id: string): OfObstacle | null => ofObstacle.get(id) ?? null;

/** Whether obstacles of that kind were taped at that wheel itself, so that its gap is swept over every pose. */
export const isTapedFor = (job: JobDocument, place: Place, meets: ObstacleKind['meets']): boolean =>
  job.readings.some(
    (r) =>
      r.place === place &&
      obstacleKind(obstaclePoint(r.point)?.obstacle ?? '')?.meets === meets &&
      r.answer !== 'not-fitted',
  );

/**
 * Whether what may be met at a wheel was taped there as far as it was begun: an obstacle with a station too few, one read
 * once and not now, or one answered away that was read, is half taped, and no sweep knows where it stands.
 */
export function isHalfTaped(job: JobDocument, place: Place, meets: ObstacleKind['meets']): boolean {
  const here = job.readings.filter((r) => r.place === place && obstaclePoint(r.point)?.station);
  if (here.length === 0) return false;
  const struck = new Set(job.strikes.map((s) => s.reading));
  const superseded = new Set(here.filter((r) => !struck.has(r.id)).map((r) => r.supersedes));
  return OBSTACLES.some((kind) => {
    if (kind.meets !== meets) return false;
    const own = here.filter((r) => obstaclePoint(r.point)?.obstacle === kind.id);
    if (!own.some((r) => r.value !== null)) return false;
    const stands = own.filter((r) => !struck.has(r.id) && !superseded.has(r.id));
    const latest = new Map(stands.map((r) => [r.point, r]));
    const has = (station: string, what: Taken): boolean =>
      latest.get(`ob.${kind.id}.${station}.${what}`)?.value != null;
    const whole = kind.stations.filter(
      ({ id, fixed }) =>
        (fixed === true || has(id, 'h')) && (['d', 'o', 'g'] as const).filter((what) => has(id, what)).length >= 2,
    );
    return whole.length < 2;
  });
}

/** On the floor, straight and at both locks. */
const floorGaps: readonly Point[] = GAP_GROUPS.map(({ floor, label, short, how, meets, where, drawing }) => ({
  ...length,
  id: floor,
  always: MEETS[meets].safety,
  label,
  short,
  how,
  drawing,
  // After the build the same gap is read flexed, or swept from what was taped: this one says nothing of bump.
  // At lock only another wheel or tyre asks for it Before.
  essential: (job: JobDocument, { gate, state }: AskedAt) =>
    MEETS[meets].safety && gate === 'before' && (state === 'floor' || !wheelsStay(job)),
  range: meets === 'body' ? ([0, 350] as const) : ([0, 300] as const),
  judgedBy: MEETS[meets].limit,
  tells: meets === 'hose' ? ['gap', 'hose gap'] : ['gap'],
  alsoStale: steeringMoves,
  where: () => [...where],
}));

const FLEXED_GAP: readonly Tells[] = ['rub test', 'gap', 'gap at lock'];
const flexedGaps: readonly Point[] = GAP_GROUPS.map(({ flexed, name, meets, drawing }) => ({
  ...length,
  route: 'clearance',
  id: flexed,
  always: MEETS[meets].safety,
  instrument: 'putty',
  label: `Tyre to ${name}, flexed`,
  short: `gap to ${name}, flexed`,
  how: 'This wheel as far up as it goes, turned as far as it is tested: the least distance on the way. Putty or soft wire set before, read once it is down: no hand goes in.',
  drawing,
  gates: AFTER,
  asked: 'after',
  range: [0, 350] as const,
  judgedBy: MEETS[meets].limit,
  // Where nothing was taped that could be swept, one gap flexed is what tells of the parts that can hurt somebody.
  essential: (job: JobDocument, { place, state }: AskedAt) =>
    MEETS[meets].safety &&
    state === 'ramp' &&
    !isFlexSpared(job, place) &&
    !isReadCycled(job, { id: flexed, tells: FLEXED_GAP }, place) &&
    (!isTapedFor(job, place, meets) || isHalfTaped(job, place, meets)),
  tells: FLEXED_GAP,
  where: (job: JobDocument) =>
    spots(
      meets === 'hose' ? [...FRONT, ...(job.vehicle.rearHose === 'per-wheel' ? REAR : [])] : CORNERS,
      'ramp',
      'cycled',
    ),
}));

/** How far the wheels turn: the poses at lock are swept to there. */
const lockAngle: Point = {
  ...length,
  route: 'clearance',
  id: 'lockAngle',
  label: 'How far this wheel turns, at full lock',
  short: 'lock angle',
  how: 'On turn plates, or a straightedge along the wheel against the chalked straight-ahead line. To the stop, without a sign.',
  quantity: 'angle',
  instrument: 'digital-gauge',
  drawing: { of: 'lock' },
  range: [18, 48],
  // Each inner wheel at its own lock, once the steering was touched: they are to be alike.
  essential: (job, { gate, place, state }) =>
    gate === 'after' &&
    ((place === 'FL' && state === 'floor-left') || (place === 'FR' && state === 'floor-right')) &&
    changedSince(job, 'alignment', 'track-bar-or-arm', 'steering-part'),
  tells: ['lock'],
  where: () => spots(FRONT, 'floor-left', 'floor-right'),
};

/** Gaps round the tyre, how far it turns, and what stands round it. */
export const clearancePoints: readonly Point[] = [
  ...floorGaps,
  ...flexedGaps,
  lockAngle,
  ...obstaclePoints.map(([point]) => point),
];
