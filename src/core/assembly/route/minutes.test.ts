import { CAIRN } from '../../../../scripts/demo/vehicles';
import { BY_SUSPENSION } from '../../../../tests/support/vehicles';
import { lifted } from '../../../../tests/support/lifted';
import { built, walked, type Walked } from '../../../../tests/support/walk';
import { isTypicalAfter, type Given } from '../../../../scripts/demo/builder';
import type { Change, JobDocument, Vehicle } from '../../document/job';
import { AFTER_LAPS, type AfterLap } from '../../record/afterLaps';
import { movesOf } from '../../record/moves';
import { comesFirst } from '../../record/outOfOrder';
import type { RouteStop } from '../../record/route';
import type { StationId } from '../../record/station';
import { BOOK } from '../book';
import { buildRoute } from './route';
import { inHand, verdictsOf } from '../../../../tests/support/inHand';
import { blocksRelease } from '../gates/release';

const VEHICLES: readonly (readonly [string, Vehicle])[] = [
  ...BY_SUSPENSION,
  ['triangulated links', { ...CAIRN, rearSuspension: 'beam-triangulated' }],
];
const SCHOOLS = ['hub-to-lip', 'floor-to-lip'] as const;
type School = (typeof SCHOOLS)[number];

interface Lift {
  name: string;
  changes: readonly Partial<Change>[];
  /** Minutes of readings After at most: 25 where one end and no wheel was touched. */
  most: number;
  /** Whether a corner stands as it came. */
  stays(place: string): boolean;
  /** The tyres stand taller. */
  taller?: true;
}
const LIFTS: readonly Lift[] = [
  { name: 'nothing', changes: [], most: 25, stays: () => true },
  {
    name: 'levelled by a spacer in front',
    changes: [{ kind: 'spring', place: 'front', part: 'spring-spacer' }],
    most: 25,
    stays: (place) => place.startsWith('R') || place === 'rear',
  },
  {
    name: 'coils with arms',
    changes: [
      { kind: 'spring', part: 'coil' },
      { kind: 'track-bar-or-arm', part: 'lower-arm' },
    ],
    most: 40,
    stays: () => false,
  },
  { name: 'tyre and wheel', changes: [{ kind: 'tyre-or-wheel' }], most: 40, stays: () => true, taller: true },
  {
    name: 'shaft and case',
    changes: [{ kind: 'driveshaft', place: 'rear' }, { kind: 'case-or-bearing' }],
    most: 40,
    stays: () => true,
  },
  { name: 'a body lift', changes: [{ kind: 'body-lift' }], most: 40, stays: () => false },
  {
    name: 'everything at once',
    changes: [
      { kind: 'spring' },
      { kind: 'track-bar-or-arm' },
      { kind: 'tyre-or-wheel' },
      { kind: 'brake-hose' },
      { kind: 'sway-link' },
      { kind: 'shock-or-strap' },
      { kind: 'alignment' },
    ],
    most: 40,
    stays: () => false,
    taller: true,
  },
];

/**
 * Minutes that each station may take. The flex and the rolls are the tyre's proof and stand at Hands, so the two are held
 * together; Before keeps the look-over and the gaps of another tyre. Why: docs/decisions.md "Minutes".
 */
const SHARES: Record<'before' | 'after', Record<StationId, number>> = {
  before: { stance: 5, tyre: 3, travel: 3, lines: 4, driveline: 6, axle: 4, alignment: 3, hands: 4 },
  after: { stance: 4.2, tyre: 13, travel: 3, lines: 5.2, driveline: 5, axle: 3.8, alignment: 3, hands: 12.5 },
};
const minutesAt = (walk: Walked): Partial<Record<StationId, number>> => {
  const by: Partial<Record<StationId, number>> = {};
  for (const stop of walk.taken) {
    const station = BOOK.subjectOf(stop.point.id)?.station ?? 'hands';
    by[station] = (by[station] ?? 0) + stop.seconds / 60;
  }
  return by;
};

const came = (vehicle: Vehicle, school: School): Walked => {
  const whole = lifted({ vehicle, bare: true, job: { heightSchool: school } });
  const start: JobDocument = { ...whole, readings: [], job: { ...whole.job, gate: 'before' } };
  return walked(start, 'before', () => undefined, '2026-11-01T09:00:00Z');
};
/** What a technician reads After: as Before where it stays, else what a lifted vehicle reads. */
const reads =
  (lift: Lift) =>
  (stop: RouteStop, job: JobDocument): Given => {
    const { point, place, state } = stop;
    if (point.id === 'tyreDiameter') return lift.taller ? 838 : 806;
    if (!lift.stays(place) && isTypicalAfter(point.id, state)) return undefined;
    const was = job.readings.findLast(
      (r) => r.gate === 'before' && r.point === point.id && r.place === place && r.state === state,
    )?.value;
    if (was == null) return undefined;
    return lift.taller && ['floorToLip', 'loadedRadius'].includes(point.id) ? was + 15 : was;
  };

/** As the build leaves it: on the hoist. */
const NOTHING_READ = { readings: [] };

/** Every order that what has to come first allows, by its moves of the vehicle: the least seconds. */
function leastMoves(walk: Walked): number {
  // Said once more, without the laps' list: what has to be done before what.
  const before: readonly (readonly [AfterLap, AfterLap])[] = [
    ['hanging', 'wheels on'],
    ['wheels on', 'on its wheels'],
    ['on its wheels', 'heights'],
    ['heights', 'alignment'],
    ['heights', 'from below'],
    ['heights', 'hanging, where it moved'],
    ['alignment', 'flexed'],
    ['from below', 'flexed'],
    ['hanging, where it moved', 'flexed'],
    ['alignment', 'turned to lock'],
    ['flexed', 'rolled'],
    ['turned to lock', 'rolled'],
    ['rolled', 'lamps'],
    ['lamps', 'road'],
  ];
  const laps = new Map<AfterLap, RouteStop[]>();
  for (const stop of walk.taken) if (stop.lap) laps.set(stop.lap, [...(laps.get(stop.lap) ?? []), stop]);
  const all = [...laps.keys()];
  // What has to wait through a lap that is empty here waits all the same.
  const after = (lap: AfterLap): Set<AfterLap> => {
    const out = new Set<AfterLap>();
    const add = (of: AfterLap): void => {
      for (const [a, b] of before)
        if (a === of && !out.has(b)) {
          out.add(b);
          add(b);
        }
    };
    add(lap);
    return out;
  };
  const later = new Map(all.map((lap) => [lap, after(lap)]));
  let best = Infinity;
  const go = (done: readonly AfterLap[], left: readonly AfterLap[]): void => {
    if (left.length === 0) {
      best = Math.min(
        best,
        movesOf(
          done.flatMap((lap) => laps.get(lap) ?? []),
          'after',
          NOTHING_READ,
        ).seconds,
      );
      return;
    }
    for (const lap of left)
      if (!left.some((other) => other !== lap && later.get(other)?.has(lap)))
        go(
          [...done, lap],
          left.filter((l) => l !== lap),
        );
  };
  go([], all);
  return best;
}

describe.each(VEHICLES)('minutes and moves on %s', (_name, vehicle) => {
  describe.each(SCHOOLS)('%s', (school) => {
    const before = came(vehicle, school);
    const total = (walk: Walked): number => Math.round(10 * walk.minutes) / 10;
    const held = (walk: Walked, gate: 'before' | 'after', spare: Partial<Record<StationId, number>> = {}): void => {
      const by = minutesAt(walk);
      const over = Object.entries(SHARES[gate])
        .map(([id, most]) => ({ id, most: most + (spare[id as StationId] ?? 0), takes: by[id as StationId] ?? 0 }))
        .filter(({ most, takes }) => takes > most + 1e-9);
      expect(over).toEqual([]);
    };

    test('Before in 25 minutes, each station in its share, the lift up once and not let down', () => {
      expect(total(before)).toBeLessThanOrEqual(25);
      held(before, 'before');
      expect(before.moves.named.map((m) => [m.name, m.times])).toEqual([
        ['rolled and bounced', 1],
        ['lift up or down', 1],
        ['axle let hang or carried again', 1],
      ]);
    });

    test.each(LIFTS)('$name', (lift) => {
      const walk = walked(built(before.job, lift.changes), 'after', reads(lift));
      expect(total(walk)).toBeLessThanOrEqual(lift.most);
      // What a lift is about takes more there, and nothing at the flex: a case is read whole, new hoses are taped.
      held(walk, 'after', {
        ...(lift.name === 'shaft and case' && { driveline: 3.4 }),
        ...(lift.name === 'a body lift' && { driveline: 1.2 }),
        ...(lift.name === 'everything at once' && { lines: 1 }),
      });
      // That is all of it: nothing that is in the way of release waits for a reading that the route does not ask.
      expect(
        verdictsOf(walk.job)
          .filter(blocksRelease)
          .filter((b) => b.verdict === 'Not measured' && b.missingSpots.length > 0)
          .map((b) => `${b.check} ${b.place}: ${b.missingSpots.map((s) => s.point).join()}`),
      ).toEqual([]);
      const by = minutesAt(walk);
      expect((by.tyre ?? 0) + (by.hands ?? 0)).toBeLessThanOrEqual(17.2);
      // No reading of a later lap before one of an earlier.
      const order = walk.taken.map((s) => AFTER_LAPS.indexOf(s.lap ?? 'hanging'));
      expect(order).toEqual([...order].sort((a, b) => a - b));
      expect(walk.moves.seconds).toBe(leastMoves(walk));
      // Whatever is asked in its order is in its order.
      const route = buildRoute(inHand(built(before.job, lift.changes)), 'after', 'short');
      const [first] = route;
      expect(first && comesFirst(route, first)).toEqual([]);
    });
  });
});

test('a lap done out of order is told, and what was read counts', () => {
  const before = came(CAIRN, 'hub-to-lip');
  const lift = LIFTS.find((l) => l.name === 'coils with arms');
  if (!lift) throw new Error('no such lift');
  const job = built(before.job, lift.changes);
  const route = buildRoute(inHand(job), 'after', 'short');
  const flexed = route.find((s) => s.lap === 'flexed');
  const rolled = route.find((s) => s.lap === 'rolled');
  for (const stop of [flexed, rolled]) {
    const told = stop && comesFirst(route, stop);
    expect(told?.map((t) => t.lap)).toEqual(expect.arrayContaining(['hanging', 'on its wheels']));
    expect(told?.find((t) => t.lap === 'hanging')?.readings).toBe(route.filter((s) => s.lap === 'hanging').length);
  }
  // On the hoist nothing comes before it; nor once all of it is read.
  const hanging = route.find((s) => s.lap === 'hanging');
  expect(hanging && comesFirst(route, hanging)).toEqual([]);
  const whole = walked(job, 'after', reads(lift));
  const done = buildRoute(inHand(whole.job), 'after', 'short');
  const last = done.findLast((s) => s.lap === 'rolled');
  expect(last && comesFirst(done, last)).toEqual([]);
});

test('a route left in the middle is gone on with where it was, by whoever takes it up', () => {
  const before = came(CAIRN, 'hub-to-lip');
  const lift = LIFTS.find((l) => l.name === 'coils with arms');
  if (!lift) throw new Error('no such lift');
  const job = built(before.job, lift.changes);
  const whole = walked(job, 'after', reads(lift));
  // All but the last forty of what was filed: the rest is asked, in the same order.
  const after = whole.job.readings.filter((r) => r.gate === 'after');
  const half: JobDocument = { ...job, readings: [...before.job.readings, ...after.slice(0, -40)] };
  const rest = buildRoute(inHand(half), 'after', 'short').filter((s) => s.status !== 'answered');
  expect(rest.map((s) => s.key)).toEqual(whole.taken.slice(-40).map((s) => s.key));
});
