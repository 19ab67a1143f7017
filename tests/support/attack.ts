import { workingsOf } from '@/core/assembly/book';
import { releaseBlockers } from '@/core/assembly/gates/release';
import { workJob } from '@/core/assembly/workJob';
import type { ChangeKind } from '@/core/document/changes';
import type { JobDocument, Reading } from '@/core/document/job';
import { otherSide, type Place, type VehicleState } from '@/core/kernel/places';
import { Memo } from '@/core/record/workings';
import { CAIRN, PACKHORSE, TARN } from '../../scripts/demo/vehicles';
import { lifted } from './lifted';

/**
 * Ways to make a vehicle that is ready for release wrong, each with the row that must stand in the way. The rows, edges
 * and changes are those of the design's tables ("Default limits", "What a change makes stale", "A row stays", "What can
 * be signed away"), said once more here and never asked of core.
 */

const LATER = '2026-11-20T09:00:00Z';
const THEN = '2026-11-20T10:00:00Z';
const BEFORE = '2026-11-01T09:30:00Z';

/** What is aimed at: a reading, and the row that it stands under. */
interface Aim {
  point: string;
  place: Place;
  state: VehicleState;
  row: string;
  /** The row's place, where it is not the reading's. */
  at?: Place;
  /** It is read once a vehicle: the reading stands at Before. */
  once?: true;
  /** A value past Stop, or an answer that is a fault. */
  over?: number | { choice: string; good: boolean } | 'fault';
  /** Changes that make it stale. */
  stale?: readonly ChangeKind[];
  /** Never read, another answer stands in for it by the design, or another row asks for it. */
  answered?: true;
  /** Its wrong answer withdraws the figure instead of stopping it: struck, the first one stands again. */
  doubt?: true;
  safety?: true;
  /** An answer that tells the part itself otherwise. */
  told?: string;
  /** A figure that a fine tool shows safe and this one does not. */
  coarse?: { value: number; instrument: string };
  /** Kinds of vehicle that have it; left out, all. */
  on?: readonly Kind[];
}

const KINDS = {
  links: CAIRN,
  radius: PACKHORSE,
  coilOver: TARN,
  torsion: { ...TARN, frontSuspension: 'wishbone-torsion-bar' as const },
  leaves: { ...TARN, frontSuspension: 'beam-leaves' as const },
  triangulated: { ...CAIRN, rearSuspension: 'beam-triangulated' as const },
};
export type Kind = keyof typeof KINDS;
export const ALL_KINDS = Object.keys(KINDS) as readonly Kind[];
const FRONT_BEAMS: readonly Kind[] = ['links', 'radius', 'leaves', 'triangulated'];
const BARRED: readonly Kind[] = ['links', 'radius', 'triangulated'];
const COILS_FRONT: readonly Kind[] = ['links', 'radius', 'coilOver', 'triangulated'];
const COILS_REAR: readonly Kind[] = ['links', 'radius', 'triangulated'];
const WISHBONES: readonly Kind[] = ['coilOver', 'torsion'];
const CENTRE_HOSE: readonly Kind[] = ALL_KINDS.filter((k) => KINDS[k].rearHose === 'centre');

const CORNERS = ['FL', 'FR', 'RL', 'RR'] as const;
const axle = (corner: Place): 'front' | 'rear' => (corner.startsWith('F') || corner === 'front' ? 'front' : 'rear');
const hand = (
  point: string,
  row: string,
  stale: readonly ChangeKind[],
  safety: boolean,
  over: Aim['over'] = 'fault',
): Aim => ({
  point,
  place: 'vehicle',
  state: 'floor',
  row,
  stale,
  over,
  ...(safety ? { safety: true } : {}),
});

const SHAFT: readonly ChangeKind[] = ['driveshaft', 'shim', 'case-or-bearing', 'spring', 'track-bar-or-arm'];
const AIMS: readonly Aim[] = [
  // Coils.
  ...(['front', 'rear'] as const).map((place): Aim => ({
    ...{ point: 'springSeats', place, state: 'droop', row: 'spring-seat', over: 'fault', safety: true },
    stale: ['spring', 'shock-or-strap', 'track-bar-or-arm'],
    on: place === 'front' ? COILS_FRONT : COILS_REAR,
  })),
  // Hoses.
  ...(['FL', 'FR', 'rear'] as const).flatMap((place): Aim[] => [
    {
      ...{
        point: 'hoseFree',
        place,
        state: 'droop',
        row: 'brake-hose-slack',
        over: 300,
        stale: ['brake-hose'],
        once: true,
      },
      safety: true,
      ...(place === 'rear' ? { on: CENTRE_HOSE } : {}),
    },
    {
      ...{ point: 'hoseSpan', place, state: 'droop', row: 'brake-hose-slack', over: 452 },
      ...{ stale: ['spring', 'shock-or-strap', 'track-bar-or-arm', 'brake-hose', 'body-lift'], safety: true },
      ...(place === 'rear' ? { on: CENTRE_HOSE } : {}),
    },
    {
      ...{ point: 'hoseProof', place, state: 'droop', row: 'brake-hose-slack', over: 'fault' },
      ...{ stale: ['spring', 'shock-or-strap', 'brake-hose', 'tyre-or-wheel'], safety: true },
      ...(place === 'rear' ? { on: CENTRE_HOSE } : {}),
    },
  ]),
  ...(['droop-left', 'droop-right'] as const).map((state): Aim => ({
    point: 'hoseSpan',
    place: 'FL',
    state,
    row: 'brake-hose-slack',
    over: 430,
    stale: ['brake-hose'],
    safety: true,
  })),
  // Tyre against what can hurt somebody, where nothing was taped: one gap flexed.
  ...CORNERS.map((place): Aim => ({
    ...{ point: 'rampInner', place, state: 'ramp', row: 'swept-arm', over: 1, safety: true },
    stale: ['spring', 'tyre-or-wheel', 'track-bar-or-arm', 'alignment'],
    coarse: { value: 5.5, instrument: 'tape-hidden' },
  })),
  ...(['FL', 'FR'] as const).map((place): Aim => ({
    ...{ point: 'rampHose', place, state: 'ramp', row: 'swept-hose', over: 4, safety: true },
    stale: ['brake-hose', 'tyre-or-wheel', 'shock-or-strap'],
  })),
  ...(['front', 'rear'] as const).flatMap((place): Aim[] => [
    {
      ...{ point: 'rubSafety', place, state: 'ramp', row: 'rub-safety', over: 'fault', safety: true },
      stale: ['alignment', 'tyre-or-wheel', 'spring', 'trim', 'sway-link'],
    },
    // Wheels.
    {
      point: 'threadEngagement',
      place,
      state: 'floor',
      row: 'thread-engagement',
      over: 11,
      stale: ['tyre-or-wheel'],
      safety: true,
    },
    {
      point: 'studDiameter',
      place,
      state: 'floor',
      row: 'thread-engagement',
      over: 18,
      stale: ['tyre-or-wheel'],
      safety: true,
    },
    {
      point: 'tyreLoadRating',
      place,
      state: 'floor',
      row: 'tyre-load-rating',
      over: 610,
      stale: ['tyre-or-wheel'],
      safety: true,
    },
    { point: 'axleLoad', place, state: 'floor', row: 'tyre-load-rating', over: 2700, stale: ['load'], safety: true },
    {
      point: 'boltPattern',
      place,
      state: 'floor',
      row: 'bolt-pattern',
      over: 'fault',
      stale: ['tyre-or-wheel'],
      safety: true,
    },
  ]),
  ...CORNERS.map((place): Aim => ({
    ...{ point: 'calliperGap', place, state: 'floor', row: 'wheel-to-calliper', over: 1, safety: true },
    stale: ['tyre-or-wheel'],
    coarse: { value: 3.3, instrument: 'tape' },
  })),
  // Driveline, the rear train; in front where a beam has one.
  ...(['front', 'rear'] as const).flatMap((place): Aim[] => {
    const on = place === 'front' ? FRONT_BEAMS : ALL_KINDS;
    const own = { place, on } as const;
    const angle = place === 'front' ? 'pinion-line' : 'joint-case';
    return [
      {
        ...{ ...own, point: 'shaftsTurned', state: 'droop', row: 'shafts-turned', stale: SHAFT, safety: true },
        over: { choice: 'binds', good: false },
      },
      { ...own, point: 'slipExposed', state: 'droop', row: 'spline-engagement', over: 138, stale: SHAFT, safety: true },
      { ...own, point: 'slipExposed', state: 'below', row: 'slip-room', over: 7, stale: SHAFT, safety: true },
      {
        ...own,
        point: 'slipHome',
        state: 'below',
        row: 'slip-room',
        over: 46,
        once: true,
        answered: true,
        safety: true,
      },
      {
        ...own,
        point: 'splineLength',
        state: 'below',
        row: 'spline-engagement',
        over: 70,
        once: true,
        answered: true,
        safety: true,
      },
      {
        ...own,
        point: 'splineDiameter',
        state: 'below',
        row: 'spline-engagement',
        over: 80,
        once: true,
        answered: true,
        safety: true,
      },
      {
        ...own,
        point: 'ratedAngle',
        state: 'below',
        row: 'joint-bind',
        over: 6,
        once: true,
        answered: true,
        safety: true,
      },
      {
        ...own,
        point: 'shaftGap',
        state: 'droop',
        row: 'shaft-gap',
        over: 3,
        stale: SHAFT,
        safety: true,
        coarse: { value: 8.5, instrument: 'tape-hidden' },
      },
      { ...own, point: 'shaftGap', state: 'below', row: 'shaft-gap', over: 3, stale: SHAFT, safety: true },
      { ...own, point: 'outputAngle', state: 'below', row: angle, stale: ['case-or-bearing', 'driveshaft', 'load'] },
      { ...own, point: 'shaftAngle', state: 'below', row: angle, over: place === 'front' ? -24 : 18, stale: SHAFT },
      {
        ...own,
        point: 'pinionAngle',
        state: 'below',
        row: place === 'front' ? angle : 'joint-axle',
        over: place === 'front' ? -6 : 16,
        stale: SHAFT,
      },
      {
        ...own,
        point: 'shaftHanging',
        state: 'droop',
        row: 'joint-bind',
        over: place === 'front' ? -34 : 33,
        stale: SHAFT,
        safety: true,
        answered: true,
      },
      {
        ...own,
        point: 'pinionJoint',
        state: 'below',
        row: place === 'front' ? 'pinion-line' : 'joint-axle',
        once: true,
        told: 'other-even',
      },
      {
        ...own,
        point: 'shaftCount',
        answered: true,
        state: 'below',
        row: place === 'front' ? 'pinion-line' : 'joint-case',
        once: true,
        told: 'two',
      },
    ];
  }),
  {
    ...{ point: 'gaugeSurface', place: 'vehicle', state: 'below', row: 'joint-case', at: 'rear' },
    ...{ stale: ['spring', 'load'], over: { choice: 'hanging', good: false }, doubt: true },
  },
  {
    point: 'outputAgain',
    place: 'rear',
    state: 'below',
    row: 'gauge-held',
    over: 6,
    doubt: true,
    stale: ['spring', 'driveshaft'],
  },
  // Bar, axle place, steering.
  ...(['front', 'rear'] as const).flatMap((place): Aim[] => [
    {
      point: 'barAngle',
      place,
      state: 'floor',
      row: 'sway-bar-neutral',
      over: 27,
      stale: ['sway-link', 'spring', 'load'],
    },
    { point: 'barState', place, state: 'floor', row: 'sway-bar-state', stale: ['sway-link'] },
  ]),
  ...CORNERS.flatMap((place): Aim[] => [
    {
      ...{ point: 'frameToTyre', place, state: 'floor', row: 'axle-centre', at: axle(place), over: 260 },
      stale: ['spring', 'track-bar-or-arm', 'shim', 'load'],
      on: axle(place) === 'front' ? FRONT_BEAMS : ALL_KINDS,
    },
    {
      ...{ point: 'openingFront', place, state: 'floor', row: 'axle-fore-aft', at: axle(place), over: 300 },
      stale: ['spring', 'track-bar-or-arm', 'shim'],
    },
    {
      point: 'hubToLip',
      place,
      state: 'floor',
      row: 'left-right',
      at: axle(place),
      stale: ['spring', 'body-lift', 'load'],
    },
  ]),
  ...(['RL', 'RR'] as const).map((place): Aim => ({
    ...{ point: 'wheelbaseSide', place, state: 'floor', row: 'axles-parallel', at: 'vehicle', over: 2790 },
    stale: ['spring', 'track-bar-or-arm'],
  })),
  {
    ...{ point: 'dragLinkAngle', place: 'front', state: 'below', row: 'drag-link-track-bar', over: 12, on: BARRED },
    stale: ['steering-part', 'track-bar-or-arm', 'spring', 'alignment', 'load'],
  },
  {
    point: 'trackBarHeight',
    place: 'front',
    state: 'below',
    row: 'drag-link-track-bar',
    over: 260,
    on: BARRED,
    stale: ['track-bar-or-arm', 'spring'],
  },
  {
    point: 'dragLinkSide',
    place: 'front',
    state: 'below',
    row: 'bars-opposite',
    once: true,
    told: 'right',
    on: BARRED,
    safety: true,
  },
  ...(['FL', 'FR'] as const).flatMap((place): Aim[] => [
    {
      ...{ point: 'tieRodAngle', place, state: 'below', row: 'tie-rod-arm', over: -4, on: WISHBONES },
      stale: ['steering-part', 'spring', 'alignment'],
    },
    {
      point: 'camberGauge',
      place,
      state: 'floor',
      row: 'alignment-camber',
      over: -3,
      stale: ['alignment', 'spring', 'load'],
    },
    {
      point: 'casterGauge',
      place,
      state: 'floor',
      row: 'alignment-caster',
      over: -1,
      stale: ['alignment', 'shim', 'track-bar-or-arm'],
    },
  ]),
  {
    point: 'toeBehind',
    place: 'front',
    state: 'floor',
    row: 'total-toe',
    over: 1424,
    stale: ['alignment', 'steering-part'],
  },
  {
    point: 'wheelOff',
    place: 'vehicle',
    state: 'floor',
    row: 'wheel-centre',
    over: 14,
    stale: ['alignment', 'steering-part', 'tyre-or-wheel'],
  },
  {
    ...{
      point: 'damperLength',
      place: 'front',
      state: 'floor-left',
      row: 'damper-stroke',
      over: 346,
      safety: true,
      on: FRONT_BEAMS,
    },
    stale: ['steering-part'],
  },
  // Hands.
  hand('pedal', 'pedal', ['brake-hose', 'body-lift'], true),
  hand('leaks', 'leaks', ['brake-hose', 'body-lift'], true),
  hand('steering', 'steering', ['alignment', 'body-lift', 'steering-part'], true),
  hand('wheelFastening', 'wheel-fastening', ['spring', 'tyre-or-wheel', 'brake-hose'], true),
  hand('torqueOpened', 'torque-opened', ['spring', 'shim', 'driveshaft', 'alignment', 'brake-hose'], true),
  hand('lampAim', 'lamp-aim', ['spring', 'load', 'tyre-pressure', 'tyre-or-wheel'], true),
  hand('gearsEngage', 'gears-engage', ['driveshaft', 'shim', 'case-or-bearing', 'body-lift'], true),
  hand('sensorZeroed', 'sensor-zeroed', ['alignment', 'steering-part'], true, { choice: 'not-yet', good: false }),
  {
    ...hand('damperFree', 'steering-damper', ['steering-part'], true, { choice: 'ends', good: false }),
    on: FRONT_BEAMS,
  },
  {
    point: 'blocks',
    place: 'rear',
    state: 'floor',
    row: 'axle-blocks',
    on: ['coilOver', 'torsion', 'leaves'],
    over: { choice: 'stacked', good: false },
    stale: ['spring'],
    safety: true,
    told: 'one',
  },
];

const memo = new Memo();
const ready = new Map<Kind, JobDocument>();
/** A vehicle of a kind, lifted, read and proved: nothing stands in the way of its release. */
export function readyJob(kind: Kind): JobDocument {
  const known = ready.get(kind);
  if (known) return known;
  const job = lifted({
    vehicle: KINDS[kind],
    cycled: false,
    changes: ['spring', 'shock-or-strap', 'tyre-or-wheel'],
    reference: { kind: 'maker-stock', front: 474, rear: 495, source: 'maker’s body sheet' },
  });
  const done = { ...job, job: { ...job.job, gate: 'release' as const } };
  ready.set(kind, done);
  return done;
}
export const inTheWay = (job: JobDocument): string[] =>
  releaseBlockers(workJob(job, workingsOf(job, memo))).map((b) => `${b.check} ${b.place}`);

let made = 0;
const id = (): string => `00000000-0000-4000-8000-${(++made).toString(16).padStart(12, '0')}`;
const there = (job: JobDocument, aim: Aim): Reading[] =>
  job.readings.filter(
    (r) =>
      r.gate === (aim.once ? 'before' : 'after') &&
      r.point === aim.point &&
      r.place === aim.place &&
      r.state === aim.state,
  );
/** One more reading at the spot, instead of the last. */
function file(
  job: JobDocument,
  aim: Aim,
  more: Partial<Reading>,
  at: string,
  gate = there(job, aim)[0]?.gate,
): JobDocument {
  const last = there(job, aim).at(-1);
  if (!last || !gate) throw new Error(`nothing was read at ${aim.point} ${aim.place} ${aim.state}`);
  const reading: Reading = {
    ...last,
    id: id(),
    gate,
    takenAt: at,
    supersedes: gate === last.gate ? last.id : null,
    asked: true,
    ...more,
  };
  // A ride height is the mean of its sets: both are read anew.
  const rest = there(job, aim).filter((r) => r.gate === gate && r.id !== last.id);
  const again = rest.map((r): Reading => ({ ...reading, id: id(), set: r.set, supersedes: r.id }));
  return { ...job, readings: [...job.readings, reading, ...again] };
}
const at = (aim: Aim, time: string): string => (aim.once ? BEFORE : time);
const overOf = (job: JobDocument, aim: Aim): JobDocument => {
  const { over } = aim;
  if (over === undefined) throw new Error(`${aim.point} has no edge here`);
  const read =
    typeof over === 'number'
      ? { value: over, text: String(over) }
      : over === 'fault'
        ? { good: false, note: 'fault' }
        : { text: over.choice, good: over.good };
  return file(job, aim, read, at(aim, LATER));
};
const strikeAll = (job: JobDocument, aim: Aim, when = THEN): JobDocument => ({
  ...job,
  strikes: [
    ...job.strikes,
    ...there(job, aim)
      .filter((r) => !job.strikes.some((s) => s.reading === r.id))
      .map((r) => ({ reading: r.id, reason: 'misread', by: 'Runa', at: when })),
  ],
});
const changed = (job: JobDocument, kind: ChangeKind): JobDocument => ({
  ...job,
  changes: [...job.changes, { id: id(), kind, gate: 'after', what: `${kind} done again`, by: 'Runa', at: THEN }],
});
/** A lead signs every line away as not done here, after all else. */
const signed = (job: JobDocument): JobDocument => ({
  ...job,
  stationLines: ['driveline', 'axle-place', 'alignment'].map((line) => ({
    id: id(),
    line,
    answer: 'not-done-here' as const,
    text: 'no pit free',
    by: 'Ivo',
    at: '2026-11-21T09:00:00Z',
  })),
});
const NONE = { value: null, good: null, text: '', unit: '' } as const;

type Way = (job: JobDocument, aim: Aim) => JobDocument | null;
const overFirst =
  (then: Way): Way =>
  (job, aim) =>
    aim.over === undefined ? null : then(overOf(job, aim), aim);
const unreachable: Way = (job, aim) => file(job, aim, { ...NONE, answer: 'cannot-reach' }, at(aim, THEN));
const otherSides: Way = (job, aim) =>
  otherSide(aim.place) === null || aim.once || typeof aim.over !== 'number'
    ? null
    : file(job, aim, { answer: 'same-as-other-side', value: there(job, aim)[0]?.value ?? null }, THEN);

/** Each is a way to be wrong; null where it is none of that reading. */
const WAYS: Readonly<Record<string, Way>> = {
  struck: (job, aim) => strikeAll(job, aim),
  'never read': (job, aim) =>
    aim.answered ? null : { ...job, readings: job.readings.filter((r) => !there(job, aim).includes(r)) },
  'cannot be reached': unreachable,
  'not fitted': (job, aim) => file(job, aim, { ...NONE, answer: 'not-fitted' }, at(aim, THEN)),
  'past its edge': (job, aim) => (aim.over === undefined ? null : overOf(job, aim)),
  'past its edge, then struck': overFirst((job, aim) => (aim.once ? null : strikeAll(job, aim))),
  'past its edge, then the last one struck': overFirst((job, aim) => {
    const last = there(job, aim).at(-1);
    return aim.once || aim.doubt || !last || aim.point === 'hubToLip'
      ? null
      : { ...job, strikes: [...job.strikes, { reading: last.id, reason: 'misread', by: 'Runa', at: THEN }] };
  }),
  'past its edge, then cannot be reached': overFirst((job, aim) => (aim.once ? null : unreachable(job, aim))),
  'past its edge, then taken from the other side': overFirst(otherSides),
  'told otherwise': (job, aim) =>
    aim.told === undefined ? null : file(job, aim, { text: aim.told, good: true }, LATER, 'after'),
  'by a coarser tool': (job, aim) =>
    aim.coarse
      ? file(
          job,
          aim,
          { value: aim.coarse.value, text: String(aim.coarse.value), instrument: aim.coarse.instrument },
          LATER,
        )
      : null,
};

export interface Attack {
  name: string;
  job: JobDocument;
  /** The row that must stand in the way. */
  row: string;
}

/** Every attack on a kind of vehicle, as thunks: most are never drawn. */
export function attacksOn(kind: Kind): { name: string; make: () => Attack | null }[] {
  return AIMS.filter((aim) => !aim.on || aim.on.includes(kind)).flatMap((aim) => {
    const row = `${aim.row} ${aim.at ?? aim.place}`;
    const ways: [string, Way][] = [
      ...Object.entries(WAYS),
      ...(aim.stale ?? []).map((change): [string, Way] => [`older than ${change}`, (job) => changed(job, change)]),
      ...(aim.over === undefined
        ? []
        : (aim.stale ?? []).map((change): [string, Way] => [
            `past its edge, then older than ${change}`,
            (job, a) => changed(overOf(job, a), change),
          ])),
    ];
    const all = ways.flatMap(([name, way]): [string, Way][] => [
      [name, way],
      // What can hurt somebody is not signed away either.
      ...(aim.safety
        ? ([
            [
              `${name}, and signed away`,
              (job, a) => {
                const wrong = way(job, a);
                return wrong && signed(wrong);
              },
            ],
          ] as [string, Way][])
        : []),
    ]);
    return all.map(([name, way]) => ({
      name: `${kind}: ${aim.point} ${aim.place} ${aim.state} ${name}`,
      make: () => {
        const job = readyJob(kind);
        if (there(job, aim).length === 0)
          throw new Error(`${kind}: nobody read ${aim.point} ${aim.place} ${aim.state}`);
        const wrong = way(job, aim);
        return wrong && { name: `${kind}: ${aim.point} ${aim.place} ${aim.state} ${name}`, job: wrong, row };
      },
    }));
  });
}

/** A generator of 32 bits: the same draws for the same number. */
export function drawer(start: number): () => number {
  let s = start >>> 0;
  return () => {
    s = (s + 0x6d2b79f5) >>> 0;
    let t = Math.imul(s ^ (s >>> 15), 1 | s);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** Draws so many different attacks over all kinds and makes each: those that left the vehicle releasable by that row. */
export function runAttacks(most: number, start: number): { tried: number; lost: string[] } {
  const draw = drawer(start);
  const all = ALL_KINDS.flatMap((kind) => attacksOn(kind));
  for (let i = all.length - 1; i > 0; i--) {
    const j = Math.floor(draw() * (i + 1));
    const [a, b] = [all[i], all[j]];
    if (a && b) [all[i], all[j]] = [b, a];
  }
  const lost: string[] = [];
  let tried = 0;
  for (const { name, make } of all) {
    if (tried >= most) break;
    const attack = make();
    if (!attack) continue;
    tried++;
    const blocked = inTheWay(attack.job);
    if (!blocked.includes(attack.row))
      lost.push(`${name}: ${attack.row} is not in the way (${blocked.length} others are)`);
  }
  return { tried, lost };
}
