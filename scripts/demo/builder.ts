import { defaultLimits } from '@/core/checks/limits';
import { axleOf, isCorner } from '@/core/job/places';
import { JobDocument, type Reading, type ReadingGate } from '@/core/job/schema';
import { buildRoute, type RouteStop } from '@/core/route/route';
import { parseQuantity } from '@/core/units/parseQuantity';
import { show } from '@/core/units/format';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '@/core/units/quantity';

/** Everything of a job that has no default worth having. */
export type JobStart = Pick<JobDocument, 'customer' | 'vehicle'> & {
  job: Partial<JobDocument['job']> & { number: string; use: string; bookedAt: string };
  plan?: Partial<JobDocument['plan']>;
  kit?: JobDocument['kit'];
  reference?: JobDocument['reference'];
};

/** A job at Intake with nothing read. */
export function startJob(start: JobStart): JobDocument {
  return JobDocument.parse({
    format: 'high-gate/job',
    version: 1,
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
    limits: defaultLimits(),
    readings: [],
    strikes: [],
    changes: [],
    acceptances: [],
    signOffs: [],
  });
}

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
    pinionAngle: [5.7, 2.9],
    shaftLength: [795, 1322],
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
    stopCompression: 34,
    hoseFree: [420, 455],
    hoseSpan: [352, 372],
    camber: -0.2,
    toe: 0.05,
    caster: 4.4,
    pinionAngle: [6.3, 2.4],
    shaftLength: [801, 1326],
  },
};

export interface FillOptions {
  units?: UnitChoice;
  by?: string;
  from: string;
  route?: 'full' | 'short';
  /** Stops after that many. */
  most?: number;
  /** Base-unit value by route key or point id; 'not-fitted' and 'cannot-reach' are answers; false is a fault seen. */
  values?: Record<string, number | 'not-fitted' | 'cannot-reach' | { fault: string }>;
}

/** Walks the route of a gate and answers every stop as a technician would type it, 40 seconds apart. */
export function fillGate(job: JobDocument, gate: ReadingGate, options: FillOptions): JobDocument {
  const { units = METRIC_SHOP, by = 'Runa', from, route = 'full', most = Infinity, values = {} } = options;
  let at = Date.parse(from);
  const filed: Reading[] = [];
  for (const stop of buildRoute(job, gate, route)) {
    if (filed.length >= most) break;
    if (stop.status === 'answered') continue;
    at += 40_000;
    filed.push(
      answerStop(stop, values[stop.key] ?? values[stop.point.id], { units, by, at: new Date(at).toISOString() }),
    );
  }
  return JobDocument.parse({ ...job, readings: [...job.readings, ...filed] });
}

type Given = number | 'not-fitted' | 'cannot-reach' | { fault: string } | undefined;
function answerStop(stop: RouteStop, given: Given, how: { units: UnitChoice; by: string; at: string }): Reading {
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
    instrument: point.instrument,
    takenBy: how.by,
    takenAt: how.at,
    note: '',
    supersedes: null,
    asked: false,
  };
  if (given === 'not-fitted' || given === 'cannot-reach') return { ...base, answer: given };
  if (point.quantity === 'observation') {
    const fault = typeof given === 'object' ? given.fault : null;
    return { ...base, answer: 'observed', good: fault === null, note: fault ?? '' };
  }
  const typical = TYPICAL[gate][point.id] ?? 0;
  const rear = isCorner(place) ? axleOf(place) === 'rear' : place === 'rear';
  const value = typeof given === 'number' ? given : typeof typical === 'number' ? typical : typical[rear ? 1 : 0];
  // Nobody reads the same figure twice: the second set lies a millimetre off.
  const text = show(point.quantity, set > 1 ? value + 1 : value, how.units).text.replace('−', '-');
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
