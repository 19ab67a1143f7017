import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { ChangeKind } from '@/core/document/changes';
import { Grade, Reference, SignOff } from '@/core/document/job';
import { VehicleState } from '@/core/kernel/places';
import { oneOf } from './oneOf';
import { customers, kits, members, shops, vehicles } from './shops';

export const gateName = pgEnum('gate_name', ['intake', 'before', 'plan', 'build', 'after', 'release']);
export const jobState = pgEnum('job_state', ['open', 'released', 'left-unreleased']);
export const place = pgEnum('place', ['FL', 'FR', 'RL', 'RR', 'front', 'rear', 'vehicle']);
export const answer = pgEnum('answer', ['measured', 'observed', 'not-fitted', 'cannot-reach', 'same-as-other-side']);
const grade = { enum: ['Street', 'Trail', 'Crossed'] as [string, ...string[]] };

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
const id = () => uuid('id').primaryKey().defaultRandom();
const shopId = () =>
  uuid('shop_id')
    .notNull()
    .references(() => shops.id);
const lift = (name: string) => doublePrecision(name).notNull().default(0);

export const jobs = pgTable(
  'jobs',
  {
    id: id(),
    shopId: shopId(),
    number: text('number').notNull(),
    customerId: uuid('customer_id').notNull(),
    vehicleId: uuid('vehicle_id').notNull(),
    kitId: uuid('kit_id'),
    gate: gateName('gate').notNull().default('intake'),
    state: jobState('state').notNull().default('open'),
    bookedAt: moment('booked_at').notNull().defaultNow(),
    bay: text('bay').notNull().default(''),
    use: text('use').notNull(),
    heightSchool: text('height_school', { enum: ['hub-to-lip', 'floor-to-lip'] }).notNull(),
    lipWillChange: boolean('lip_will_change').notNull().default(false),
    promiseFront: text('promise_front', grade).notNull(),
    promiseRear: text('promise_rear', grade).notNull(),
    wantedTyre: text('wanted_tyre').notNull().default(''),
    notes: text('notes').notNull().default(''),
    referenceKind: text('reference_kind', { enum: ['maker-stock', 'like-vehicle', 'before'] }).notNull(),
    referenceFront: doublePrecision('reference_front'),
    referenceRear: doublePrecision('reference_rear'),
    referenceSource: text('reference_source').notNull().default(''),
    liftFront: doublePrecision('lift_front'),
    liftRear: doublePrecision('lift_rear'),
    bodyLift: lift('body_lift'),
    movedHubFront: lift('moved_hub_front'),
    movedHubRear: lift('moved_hub_rear'),
    lipAlteredFront: lift('lip_altered_front'),
    lipAlteredRear: lift('lip_altered_rear'),
    heaviestLoad: doublePrecision('heaviest_load'),
    /** What else the plan says, by the id of each part; checked by the part's schema when it is written. */
    planParts: jsonb('plan_parts').notNull().default({}),
    /** Tyre and wheel asked for, and suggested; see core/document/fitment. */
    fitments: jsonb('fitments').notNull().default({ asked: null, suggested: null }),
    /** Of the plan fields: who changes them names the version seen. */
    version: integer('version').notNull().default(1),
    planBy: text('plan_by').notNull().default(''),
    planAt: moment('plan_at'),
    /** Of the whole job, one more at every change; a device asks by it whether there is news. */
    revision: integer('revision').notNull().default(1),
    searchText: text('search_text').notNull(),
    /** What the Yard shows, worked by core at every change of the job; see core/assembly/gates/standing. */
    standing: jsonb('standing'),
    standingRank: integer('standing_rank').notNull().default(9),
    /** What its page shows before the job itself is there, worked with the standing; see core/assembly/gates/shown. */
    shown: jsonb('shown'),
    /** Out of which file the whole job came, by whom; null: booked here. See core/assembly/bringIn. */
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    unique('jobs_shop_id').on(t.shopId, t.id),
    unique('jobs_number').on(t.shopId, t.number),
    foreignKey({ columns: [t.shopId, t.customerId], foreignColumns: [customers.shopId, customers.id] }),
    foreignKey({ columns: [t.shopId, t.vehicleId], foreignColumns: [vehicles.shopId, vehicles.id] }),
    foreignKey({ columns: [t.shopId, t.kitId], foreignColumns: [kits.shopId, kits.id] }),
    // The Yard reads open jobs by urgency: its cost must not grow with the released ones.
    index('jobs_open')
      .on(t.shopId, t.standingRank, t.bookedAt)
      .where(sql`state = 'open'`),
    // One a state, and the state nowhere in the key: under row-level security a comparison of states is no condition
    // that an order may be built on, since PostgreSQL does not hold it to be leakproof.
    index('jobs_released')
      .on(t.shopId, t.bookedAt.desc().nullsFirst())
      .where(sql`state = 'released'`),
    index('jobs_left')
      .on(t.shopId, t.bookedAt.desc().nullsFirst())
      .where(sql`state = 'left-unreleased'`),
    index('jobs_search').using('gin', sql`${t.searchText} gin_trgm_ops`),
    check(
      'reference_figures',
      sql`${t.referenceKind} = 'before' or (${t.referenceFront} is not null and ${t.referenceRear} is not null)`,
    ),
    check(
      'job_lift',
      sql`coalesce(${t.liftFront}, 0) between -200 and 600 and coalesce(${t.liftRear}, 0) between -200 and 600`,
    ),
    oneOf('job_school', t.heightSchool, ['hub-to-lip', 'floor-to-lip']),
    oneOf('job_promise_front', t.promiseFront, Grade.options),
    oneOf('job_promise_rear', t.promiseRear, Grade.options),
    oneOf('job_reference', t.referenceKind, Reference.shape.kind.options),
    check('job_plan_parts', sql`jsonb_typeof(${t.planParts}) = 'object' and length(${t.planParts}::text) <= 20000`),
    check('closed_at_release', sql`${t.state} <> 'released' or ${t.gate} = 'release'`),
  ],
);

const ofJob = () => ({ shopId: shopId(), jobId: uuid('job_id').notNull() });

/** Append-only; a trigger refuses update and delete. */
export const readings = pgTable(
  'readings',
  {
    id: uuid('id').primaryKey(),
    ...ofJob(),
    gate: gateName('gate').notNull(),
    point: text('point').notNull(),
    place: place('place').notNull(),
    state: text('state').notNull(),
    set: integer('set').notNull().default(1),
    answer: answer('answer').notNull(),
    value: doublePrecision('value'),
    text: text('text').notNull(),
    unit: text('unit').notNull(),
    good: boolean('good'),
    instrument: text('instrument').notNull(),
    /** Who filed it here, and the name it was taken under (an imported job names people of another shop). */
    takenBy: uuid('taken_by').notNull(),
    takenByName: text('taken_by_name').notNull(),
    takenAt: moment('taken_at').notNull(),
    filedAt: moment('filed_at').notNull().defaultNow(),
    note: text('note').notNull().default(''),
    supersedes: uuid('supersedes'),
    asked: boolean('asked').notNull().default(false),
    /** On what it stands, where it is dated before a gate that had opened; see core/record/filing/dating. */
    late: jsonb('late'),
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    // What the shop's minutes a reading are learned from: the last that were filed.
    index('readings_lately').on(t.shopId, t.takenAt.desc().nullsFirst()),
    unique('readings_job_id').on(t.shopId, t.jobId, t.id),
    foreignKey({ name: 'readings_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: 'readings_taken_by',
      columns: [t.shopId, t.takenBy],
      foreignColumns: [members.shopId, members.id],
    }),
    foreignKey({
      name: 'readings_supersedes',
      columns: [t.shopId, t.jobId, t.supersedes],
      foreignColumns: [t.shopId, t.jobId, t.id],
    }),
    check('reading_gate', sql`${t.gate} in ('before', 'after')`),
    check('reading_value', sql`(${t.answer} in ('measured', 'same-as-other-side')) = (${t.value} is not null)`),
    check('reading_seen', sql`(${t.answer} = 'observed') = (${t.good} is not null)`),
    check('reading_finite', sql`${t.value} is null or (${t.value} > -1e7 and ${t.value} < 1e7)`),
    oneOf('reading_state', t.state, VehicleState.options),
    check('reading_set', sql`${t.set} between 1 and 99`),
    check('reading_not_itself', sql`${t.supersedes} is distinct from ${t.id}`),
  ],
);

/** Append-only. A reading struck out with a reason; it stays in the story. */
export const strikes = pgTable(
  'strikes',
  {
    id: id(),
    ...ofJob(),
    readingId: uuid('reading_id').notNull().unique(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at').notNull().defaultNow(),
    /** When the server took it; null where nobody knows. When its device said it was done, where it counts from later. */
    filedAt: moment('filed_at'),
    saidAt: moment('said_at'),
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    foreignKey({
      name: 'strikes_reading',
      columns: [t.shopId, t.jobId, t.readingId],
      foreignColumns: [readings.shopId, readings.jobId, readings.id],
    }),
    foreignKey({ name: 'strikes_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('strikes_job').on(t.shopId, t.jobId),
    check('strike_reason', sql`length(trim(${t.reason})) > 0`),
  ],
);

/** Append-only. An adjustment, trim, part or load change; it makes the readings that depend on it stale. */
export const changes = pgTable(
  'changes',
  {
    id: uuid('id').primaryKey(),
    ...ofJob(),
    kind: text('kind').notNull(),
    gate: gateName('gate').notNull(),
    what: text('what').notNull(),
    /** Axle or corner; null: it counts for the whole vehicle. */
    place: place('place'),
    part: text('part'),
    condition: text('condition'),
    /** Which adjuster, from, to and by which mark. */
    setting: jsonb('setting'),
    by: uuid('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at').notNull().defaultNow(),
    /** When the server took it; null where nobody knows. When its device said it was done, where it counts from later. */
    filedAt: moment('filed_at'),
    saidAt: moment('said_at'),
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    foreignKey({ name: 'changes_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'changes_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('changes_job_at').on(t.shopId, t.jobId, t.at),
    oneOf('change_kind', t.kind, ChangeKind.options),
    check('change_part', sql`length(trim(${t.part})) between 1 and 60`),
    check('change_condition', sql`${t.condition} in ('new', 'used', 'as-it-was')`),
    check('change_what', sql`length(trim(${t.what})) > 0`),
    check('change_setting', sql`jsonb_typeof(${t.setting}) = 'object' and length(${t.setting}::text) <= 1000`),
  ],
);

/** Append-only. A lead's acceptance of one Stop that is not safety-critical, with the figure accepted. */
export const acceptances = pgTable(
  'acceptances',
  {
    id: id(),
    ...ofJob(),
    check: text('check_id').notNull(),
    gate: gateName('gate').notNull(),
    place: place('place').notNull(),
    value: doublePrecision('value').notNull(),
    reason: text('reason').notNull(),
    by: uuid('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at').notNull().defaultNow(),
  },
  (t) => [
    foreignKey({ name: 'acceptances_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'acceptances_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('acceptances_job_at').on(t.shopId, t.jobId),
    check('acceptance_reason', sql`length(trim(${t.reason})) > 0`),
  ],
);

/** Append-only. Closes a job: released, or left unreleased. The sheet as it stood is kept with it. */
export const signOffs = pgTable(
  'sign_offs',
  {
    id: id(),
    ...ofJob(),
    kind: text('kind', { enum: ['released', 'left-unreleased'] }).notNull(),
    by: uuid('by').notNull(),
    byName: text('by_name').notNull(),
    at: moment('at').notNull().defaultNow(),
    note: text('note').notNull().default(''),
    document: jsonb('document').notNull(),
    coreVersion: text('core_version').notNull(),
  },
  (t) => [
    oneOf('sign_off_kind', t.kind, SignOff.shape.kind.options),
    unique('sign_off_once').on(t.shopId, t.jobId),
    foreignKey({ name: 'sign_offs_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'sign_offs_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
  ],
);
