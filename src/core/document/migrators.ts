/** A document as it was written: nothing is known of it but that it is an object. */
export type Written = Readonly<Record<string, unknown>>;

/**
 * How a document of one version becomes one of the next. Old shapes are spelt out here and never taken from today's
 * code: today's code goes on, what was written stays.
 */
export interface Migrator {
  from: number;
  migrate(written: Written): Written;
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/**
 * A plan of version 1 told its lift as the lip's rise, what the lip was altered by in it. It is told since as the body's
 * over the hub: the alteration comes out, and what was told is kept beside it.
 */
function planOfOne(plan: Record<string, unknown>): Record<string, unknown> {
  const altered = (end: 'Front' | 'Rear'): number => {
    const by = plan[`lipAltered${end}`];
    return typeof by === 'number' && typeof plan[`lift${end}`] === 'number' ? by : 0;
  };
  if (altered('Front') === 0 && altered('Rear') === 0) return plan;
  const told = (end: 'Front' | 'Rear'): unknown => (altered(end) === 0 ? null : plan[`lift${end}`]);
  const body = (end: 'Front' | 'Rear'): unknown =>
    altered(end) === 0 ? plan[`lift${end}`] : Number(plan[`lift${end}`]) - altered(end);
  return {
    ...plan,
    liftFront: body('Front'),
    liftRear: body('Rear'),
    parts: { 'lift-told-at-lip': { front: told('Front'), rear: told('Rear') } },
  };
}

/**
 * 1 → 2. The first files knew no notes, overlaps, openings, geometry or fitments; limits had no decision rule; nobody
 * could confirm an unlikely reading or answer for what is checked elsewhere. The lift was told as the lip's rise.
 */
const one: Migrator = {
  from: 1,
  migrate: (written) => ({
    notes: [],
    overlaps: [],
    openings: [],
    geometry: { before: null, asBuilt: null },
    fitments: { asked: null, suggested: null },
    ...written,
    version: 2,
    plan: isObject(written.plan) ? planOfOne(written.plan) : written.plan,
    limits: isObject(written.limits)
      ? Object.fromEntries(
          Object.entries(written.limits).map(([key, limit]) => [
            key,
            isObject(limit) ? { ...limit, rule: null } : limit,
          ]),
        )
      : written.limits,
    confirmations: [],
    stationLines: [],
  }),
};

/**
 * 2 → 3. Nobody wrote down when the server took a reading, on what a reading stood that was dated back, or whether
 * anything came out of a file: all of that is left out where it is not known.
 */
const two: Migrator = { from: 2, migrate: (written) => ({ ...written, version: 3, broughtIn: null }) };

/**
 * 3 → 4. Nothing was filed but readings, strikes, changes, notes, confirmations and a lead's lines; a plan had no parts.
 * What is read from below at ride height was read "on the floor".
 */
const FROM_BELOW = ['pinionAngle', 'shaftLength'];
const three: Migrator = {
  from: 3,
  migrate: (written) => ({
    ...written,
    version: 4,
    entries: [],
    // Only what an older step of this chain put there: no release wrote parts before.
    plan: isObject(written.plan)
      ? { ...written.plan, parts: isObject(written.plan.parts) ? written.plan.parts : {} }
      : written.plan,
    readings: Array.isArray(written.readings)
      ? written.readings.map((reading: unknown) =>
          isObject(reading) && FROM_BELOW.includes(String(reading.point)) && reading.state === 'floor'
            ? { ...reading, state: 'below' }
            : reading,
        )
      : written.readings,
  }),
};

/** In order, one a version. */
export const MIGRATORS: readonly Migrator[] = [one, two, three];
