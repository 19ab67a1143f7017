import { BOOK, workingsOf } from '@/core/assembly/book';
import { workJob } from '@/core/assembly/workJob';
import { axleOf, isCorner } from '@/core/kernel/places';
import { isBeam, JOB_VERSION, JobDocument, type Reading, type ReadingGate } from '@/core/document/job';
import { buildRoute } from '@/core/assembly/route/route';
import { stopKey, type RouteStop } from '@/core/record/route';
import { readIn } from '@/core/record/point';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { show } from '@/core/kernel/units/format';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';

/** Everything of a job that has no default worth having. */
export type JobStart = Pick<JobDocument, 'customer' | 'vehicle'> & {
  job: Partial<JobDocument['job']> & { number: string; use: string; bookedAt: string };
  plan?: Partial<JobDocument['plan']>;
  kit?: JobDocument['kit'];
  /** Whether the maker’s alignment bands are in already. */
  banded?: boolean;
  reference?: JobDocument['reference'];
};

/** A job at Intake with nothing read. */
export function startJob(start: JobStart): JobDocument {
  return JobDocument.parse({
    format: 'high-gate/job',
    version: JOB_VERSION,
    job: {
      gate: 'intake',
      state: 'open',
      bay: '',
      heightSchool: 'hub-to-lip',
      lipWillChange: false,
      promiseFront: 'Trail',
      promiseRear: 'Trail',
      wantedTyre: '',
      notes: '',
      ...start.job,
    },
    customer: start.customer,
    vehicle: start.vehicle,
    reference: start.reference ?? { kind: 'before', front: null, rear: null, source: '' },
    kit: start.kit ?? null,
    plan: {
      liftFront: null,
      liftRear: null,
      bodyLift: 0,
      movedHubFront: 0,
      movedHubRear: 0,
      lipAlteredFront: 0,
      lipAlteredRear: 0,
      heaviestLoad: null,
      ...start.plan,
    },
    limits: BOOK.defaultLimits(),
    readings: [],
    strikes: [],
    changes: [],
    acceptances: [],
    signOffs: [],
    entries:
      start.banded === false
        ? []
        : bandsOf(isBeam(start.vehicle.frontSuspension)).map((body) => bandEntry(body, start.job.bookedAt)),
  });
}

/** What the demo’s makers state: caster over ride height, the rest as one band. Degrees, mm. */
const bandsOf = (beam: boolean): { of: string; low: number; high: number; height?: number }[] => [
  { of: 'front-camber', low: -0.75, high: 0.5 },
  { of: 'front-caster', low: beam ? 4.6 : 4.4, high: beam ? 8.3 : 6.8, height: 380 },
  { of: 'front-caster', low: beam ? 2.6 : 2.4, high: beam ? 6.3 : 4.8, height: 700 },
  { of: 'front-toe', low: 0, high: 0.4 },
  { of: 'rear-camber', low: -0.5, high: 0.5 },
  { of: 'rear-toe', low: -0.2, high: 0.4 },
];
const bandEntry = (body: ReturnType<typeof bandsOf>[number], at: string): JobDocument['entries'][number] => ({
  id: crypto.randomUUID(),
  kind: 'alignment-band',
  gate: 'intake',
  body: { ...(body as Record<string, string | number>), datum: 'hub-to-lip', source: 'maker’s sheet 11, March' },
  by: 'Ivo',
  at,
});

/** What a good vehicle reads, in base units: [front, rear] where the ends differ. After figures of a 65 mm lift. */
const TYPICAL: Record<ReadingGate, Record<string, number | readonly [number, number]>> = {
  before: {
    fuelLevel: 0.75,
    loadMass: 40,
    tyrePressure: [240, 260],
    tyreDiameter: 806,
    hubToLip: [473, 494],
    floorToLip: [861, 882],
    loadedRadius: 388,
    hubToMark: [620, 640],
    lampHeight: 905,
    barAngle: [3, 2],
    barArmLength: [260, 240],
    swayLinkLength: [150, 190],
    gapLip: [92, 104],
    gapLinerFront: 46,
    gapLinerRear: 41,
    gapInner: [38, 44],
    gapHose: 52,
    tyreToBody: [152, 168],
    bumpStopGap: [82, 92],
    stopCompression: 34,
    hoseFree: [420, 455],
    hoseSpan: [352, 372],
    camber: -0.2,
    toe: 0.05,
    caster: 4.6,
    camberGauge: -0.2,
    casterGauge: 4.6,
    camberOut: 1.1,
    camberIn: -1.9,
    turnedBy: 20,
    axisLean: 11.8,
    setBack: 2,
    toeBehind: 1403,
    toeAhead: 1400,
    toeDiameter: 762,
    stringAhead: 152,
    stringBehind: 151,
    frameToTyre: [212, 196],
    openingFront: [421, 428],
    openingRear: [433, 419],
    wheelbaseSide: 2840,
    trackBarLength: [872, 968],
    trackBarHeight: -33,
    trackBarFore: [12, 26],
    wheelOff: 0.6,
    dragLinkAngle: 1.8,
    dragLinkLength: 884,
    dragLinkFore: 34,
    steeringArm: 172,
    tieRodAngle: 2.1,
    armAngle: [3.1, 2.4],
    tieRodLength: 342,
    armLength: 355,
    pitmanArm: 152,
    boxRatio: 16.2,
    rackTravel: 48,
    sleeveLead: 3.2,
    axleRoom: 62,
    'damperLength.floor-left': 428,
    'damperLength.floor-right': 512,
    damperClosed: 352,
    damperOpen: 590,
    poke: [-6, -9],
    outputAngle: 2.6,
    outputAgain: 2.6,
    shaftAngle: [-7.5, 3.6],
    pinionAngle: [5.7, 2.9],
    shaftLength: [795, 1322],
    outputOffset: [-188, 0],
    pinionOffset: [-196, -12],
    slipExposed: [38, 42],
    'slipExposed.droop': [57, 58],
    splineLength: 142,
    slipHome: 6,
    splineDiameter: 36,
    ratedAngle: 28,
    pinionReach: [312, 334],
    shaftHanging: [-13.4, 7.2],
    pinionHanging: [6.2, 2.7],
    axleRatio: 3.91,
  },
  after: {
    fuelLevel: 0.75,
    loadMass: 40,
    tyrePressure: [240, 260],
    tyreDiameter: 838,
    hubToLip: [538, 559],
    floorToLip: [941, 962],
    loadedRadius: 403,
    hubToMark: [685, 705],
    lampHeight: 985,
    barAngle: [2, 1],
    barArmLength: [260, 240],
    swayLinkLength: [212, 252],
    swayLinkLean: 1,
    gapLip: [140, 152],
    gapLinerFront: 34,
    gapLinerRear: 31,
    gapInner: [34, 40],
    gapHose: 48,
    tyreToBody: [200, 216],
    bumpStopGap: [128, 140],
    // Flexed the stop is nearly home: the tape finds no gap there, and the body as near as it comes.
    'tyreToBody.ramp': [41, 44],
    'bumpStopGap.ramp': 0,
    hubToLipFlexed: [379, 388],
    hubToLipAcross: [619, 640],
    hubToLipDroop: [622, 643],
    rampInner: [23, 27],
    rampHose: 39,
    calliperGap: 6,
    studDiameter: 14,
    threadEngagement: 17,
    tyreLoadRating: 1250,
    axleLoad: [1480, 1820],
    stopCompression: 34,
    hoseFree: [420, 455],
    hoseSpan: [352, 372],
    camber: -0.2,
    toe: 0.05,
    caster: 4.4,
    camberGauge: -0.2,
    casterGauge: 4.4,
    camberOut: 1.0,
    camberIn: -1.9,
    turnedBy: 20,
    axisLean: 11.8,
    setBack: 2,
    toeBehind: 1403,
    toeAhead: 1400,
    toeDiameter: 762,
    stringAhead: 152,
    stringBehind: 151,
    frameToTyre: [206, 190],
    openingFront: [423, 427],
    openingRear: [431, 420],
    wheelbaseSide: 2841,
    trackBarHeight: 32,
    wheelOff: 0.8,
    dragLinkAngle: -2.3,
    tieRodAngle: 7.2,
    armAngle: [8.1, 6.2],
    pitmanArm: 152,
    boxRatio: 16.2,
    rackTravel: 48,
    sleeveLead: 3.2,
    axleRoom: 58,
    'damperLength.floor-left': 428,
    'damperLength.floor-right': 512,
    poke: [8, 5],
    outputAngle: 2.6,
    outputAgain: 2.7,
    shaftAngle: [-12.2, 6.4],
    // New arms in front, which point the pinion along its shaft again.
    pinionAngle: [10.9, 2.6],
    shaftLength: [806, 1328],
    pinionOffset: [-194, -10],
    slipExposed: [49, 48],
    splineLength: 142,
    slipHome: 6,
    splineDiameter: 36,
    ratedAngle: 28,
    outputOffset: [-188, 0],
    'slipExposed.droop': [61, 62],
    shaftHanging: [-18.3, 9.4],
    pinionHanging: [11.2, 2.4],
    shaftGap: [31, 27],
    'shaftGap.below': [96, 110],
    'shaftGap.cycled': [27, 17],
    shaftGapAt: [310, 640],
    hubToLipBoth: [379, 388],
    'bumpStopGap.cycled': 0,
    'rampInner.cycled': [24, 28],
    'rampHose.cycled': 41,
  },
};

/** Whether a good vehicle's figure is known at a point After; what stays as it came is not said twice. */
export const isTypicalAfter = (point: string, state: string): boolean =>
  TYPICAL.after[`${point}.${state}`] !== undefined || TYPICAL.after[point] !== undefined;

/** Where the usual answer is not the first one: a front shaft has its double joint at the case. */
const CHOSEN: Readonly<Record<string, string>> = { 'outputJoint.front': 'double-cardan' };

export interface FillOptions {
  units?: UnitChoice;
  by?: string;
  from: string;
  /** A route by its id. */
  route?: string;
  /** Stops after that many. */
  most?: number;
  /** As real readings do, a sixteenth or two beside what they should be; where left out, all exactly. */
  scattered?: boolean;
  /** Base-unit value by route key or point id; 'not-fitted' and 'cannot-reach' are answers; false is a fault seen. */
  values?: Record<string, Given>;
}

/** The same every time for the same reading: real ones lie a sixteenth or two beside what they should be. */
function scatter(key: string, most: number): number {
  let h = 2166136261;
  for (const c of key) h = Math.imul(h ^ c.charCodeAt(0), 16777619);
  return (((h >>> 0) % 1000) / 500 - 1) * most;
}
/** What nobody reads twice the same, base units; what is printed, counted or stands on a stop is as it is. */
const SCATTERS: Record<string, number> = {
  hubToLip: 1.7,
  floorToLip: 1.7,
  loadedRadius: 1.5,
  hubToMark: 1.7,
  lampHeight: 3,
  barAngle: 0.3,
  barArmLength: 1.5,
  gapLip: 4,
  gapLinerFront: 4,
  gapLinerRear: 4,
  gapInner: 3,
  gapHose: 3,
  rampInner: 2,
  rampHose: 3,
  hoseSpan: 3,
  tyrePressure: 2,
  tyreDiameter: 1.5,
  frameToTyre: 1.2,
  openingFront: 1.5,
  openingRear: 1.5,
  wheelbaseSide: 1,
  wheelOff: 0.4,
  camberGauge: 0.15,
  casterGauge: 0.2,
  dragLinkAngle: 0.2,
  tieRodAngle: 0.2,
  armAngle: 0.2,
  poke: 1.5,
};

/** Walks the route of a gate and answers every stop as a technician would type it, each in the time that it takes. */
export function fillGate(job: JobDocument, gate: ReadingGate, options: FillOptions): JobDocument {
  const { units = METRIC_SHOP, by = 'Runa', from, route = 'full', most = Infinity, values = {} } = options;
  let at = Date.parse(from);
  const filed: Reading[] = [];
  // How a shop aligns decides what else is asked, so it is said first.
  const way = values.alignedBy
    ? buildRoute(workingsOf(job), gate, route).find(({ point }) => point.id === 'alignedBy')
    : undefined;
  if (way)
    filed.push(answerStop(way, values.alignedBy, { units, by, at: new Date(at).toISOString(), job: job.job.number }));
  const begun = { ...job, readings: [...job.readings, ...filed] };
  for (const stop of buildRoute(workingsOf(begun), gate, route)) {
    if (filed.length >= most) break;
    if (stop.status === 'answered') continue;
    at += 1000 * stop.point.seconds;
    filed.push(
      answerStop(stop, values[stop.key] ?? values[`${stop.point.id}.${stop.state}`] ?? values[stop.point.id], {
        units,
        by,
        at: new Date(at).toISOString(),
        job: options.scattered ? job.job.number : null,
      }),
    );
  }
  // What is given by its very key is read, asked on the route or not: a value that nobody reads would say nothing.
  for (const [key, given] of Object.entries(values)) {
    const stop = filed.length < most && route === 'full' ? besideRoute(job, gate, key) : null;
    if (!stop || filed.some((r) => stopKey(r.point, r.place, r.state, r.set) === key)) continue;
    at += 1000 * stop.point.seconds;
    filed.push(answerStop(stop, given, { units, by, at: new Date(at).toISOString(), job: null }));
  }
  return JobDocument.parse(filedToo({ ...job, readings: [...job.readings, ...filed] }, gate, by, at));
}

/** The job with whatever its checks at a gate still want filed, as each kind says that a good job files it. */
function filedToo(job: JobDocument, gate: ReadingGate, by: string, at: number): JobDocument {
  if (!BOOK.checks.some((check) => check.gate === gate && 'needsFiled' in check)) return job;
  const wanted = workJob(job).flatMap((v) => (v.gate === gate ? (v.missingEntries ?? []) : []));
  const entries = [...new Set(wanted.map(({ kind }) => kind))].flatMap((kind) => {
    const body = BOOK.entryKind(kind)?.sample?.(job);
    return body
      ? [{ id: crypto.randomUUID(), kind, gate: job.job.gate, body, by, at: new Date(at).toISOString() }]
      : [];
  });
  return { ...job, entries: [...job.entries, ...entries] as JobDocument['entries'] };
}

/** The stop of a key such as "barArmLength.front.floor" where it can be read on this job and has not been. */
function besideRoute(job: JobDocument, gate: ReadingGate, key: string): RouteStop | null {
  for (const point of BOOK.points) {
    if (!point.gates.includes(gate) || !key.startsWith(`${point.id}.`)) continue;
    const spot = point.where(job).find(({ place, state }) => stopKey(point.id, place, state, 1) === key);
    const read = job.readings.some((r) => r.gate === gate && stopKey(r.point, r.place, r.state, r.set) === key);
    if (spot && !read) return { key, point, gate, ...spot, set: 1, status: 'open', seconds: point.seconds };
  }
  return null;
}

export type Given = number | 'not-fitted' | 'cannot-reach' | { fault: string } | { choice: string } | undefined;
/** One stop answered as a technician would type it. */
export function answerStop(
  stop: RouteStop,
  given: Given,
  how: { units: UnitChoice; by: string; at: string; job: string | null },
): Reading {
  const { point, gate, place, state, set } = stop;
  const base = {
    id: crypto.randomUUID(),
    gate,
    point: point.id,
    place,
    state,
    set,
    text: '',
    unit: '',
    good: null,
    value: null,
    instrument: readIn(point, state).instrument,
    takenBy: how.by,
    takenAt: how.at,
    note: '',
    supersedes: null,
    asked: false,
  };
  if (given === 'not-fitted' || given === 'cannot-reach') return { ...base, answer: given };
  if (point.quantity === 'observation') {
    if (point.choices) {
      const asked =
        typeof given === 'object' && 'choice' in given
          ? given.choice
          : (CHOSEN[`${point.id}.${place}`] ?? point.choices[0]?.id);
      const choice = point.choices.find((c) => c.id === asked);
      if (!choice) throw new Error(`demo reading ${point.id}: no choice ${asked}`);
      return { ...base, answer: 'observed', good: choice.good, text: choice.id };
    }
    const fault = typeof given === 'object' && 'fault' in given ? given.fault : null;
    return { ...base, answer: 'observed', good: fault === null, note: fault ?? '' };
  }
  const typical = TYPICAL[gate][`${point.id}.${state}`] ?? TYPICAL[gate][point.id] ?? 0;
  const rear = isCorner(place) ? axleOf(place) === 'rear' : place === 'rear';
  const usual = typeof typical === 'number' ? typical : typical[rear ? 1 : 0];
  const off = (key: string): number =>
    how.job === null ? 0 : scatter(`${how.job}/${gate}/${key}`, SCATTERS[point.id] ?? 0);
  const first = typeof given === 'number' ? given : usual + off(stop.key.replace(/\.2$/, ''));
  // Nobody reads the same figure twice: the second set lies a millimetre off the first.
  const again = first + (off(stop.key) < 0 ? -1 : 1);
  const text = show(point.quantity, set > 1 ? again : first, how.units).text.replace('−', '-');
  const parsed = parseQuantity(point.quantity, text, how.units);
  if (!parsed.ok) throw new Error(`demo reading ${point.id}: ${parsed.reason}`);
  return { ...base, answer: 'measured', value: parsed.value, unit: parsed.unit, text };
}

/** One reading more, typed. */
export function addReading(
  job: JobDocument,
  spot: Pick<Reading, 'gate' | 'point' | 'place' | 'state'>,
  text: string,
  more: Partial<Reading> & { takenAt: string },
): JobDocument {
  const filled = fillGate({ ...job, readings: [] }, spot.gate, { from: more.takenAt });
  const like = filled.readings.find((r) => r.point === spot.point && r.place === spot.place && r.state === spot.state);
  if (!like) throw new Error(`no such stop: ${spot.point} ${spot.place}`);
  const parsed = parseQuantity('length', text, INCH_SHOP);
  if (!parsed.ok) throw new Error(parsed.reason);
  return JobDocument.parse({
    ...job,
    readings: [
      ...job.readings,
      { ...like, ...parsedFields(parsed, text), ...more, id: more.id ?? crypto.randomUUID() },
    ],
  });
}
const parsedFields = (parsed: { value: number; unit: string }, text: string) => ({
  value: parsed.value,
  unit: parsed.unit,
  text,
});
