import { LANGUAGE_IDS } from '@/core/document/language';
import { sql } from 'drizzle-orm';
import {
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
  uniqueIndex,
  uuid,
} from 'drizzle-orm/pg-core';
import { Drive, Vehicle } from '@/core/document/job';
import { DECISION_RULES } from '@/core/kernel/decisionRule';
import { user } from './auth';
import { oneOf } from './oneOf';

export const memberRole = pgEnum('member_role', ['technician', 'lead', 'front-desk', 'owner']);
export const lengthUnit = pgEnum('length_unit', ['in16', 'in32', 'inDecimal', 'mm']);

export const shops = pgTable(
  'shops',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    name: text('name').notNull(),
    timeZone: text('time_zone').notNull(),
    lengthUnit: lengthUnit('length_unit').notNull().default('in16'),
    pressureUnit: text('pressure_unit', { enum: ['psi', 'kPa', 'bar'] })
      .notNull()
      .default('psi'),
    massUnit: text('mass_unit', { enum: ['kg', 'lb'] })
      .notNull()
      .default('lb'),
    lastJobNumber: integer('last_job_number').notNull().default(0),
    /** Hours after which a sign-in ends for good, used or not: on a tablet that several people use, on one's own. */
    sharedHours: integer('shared_hours').notNull().default(12),
    ownHours: integer('own_hours').notNull().default(168),
    /** Minutes away after which a shared tablet without network asks who files. */
    awayMinutes: integer('away_minutes').notNull().default(15),
  },
  (t) => [
    oneOf('shop_pressure_unit', t.pressureUnit, ['psi', 'kPa', 'bar']),
    oneOf('shop_mass_unit', t.massUnit, ['kg', 'lb']),
    check(
      'shop_hours',
      sql`shared_hours between 1 and 720 and own_hours between 1 and 720 and away_minutes between 1 and 720`,
    ),
  ],
);

const shopId = () =>
  uuid('shop_id')
    .notNull()
    .references(() => shops.id);

export const members = pgTable(
  'members',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id),
    name: text('name').notNull(),
    role: memberRole('role').notNull(),
    /** Set when the person left the shop; the row stays, since readings name it. */
    endedAt: timestamp('ended_at', { withTimezone: true, mode: 'string' }),
  },
  (t) => [
    unique('members_shop_id').on(t.shopId, t.id),
    unique('members_of_shop').on(t.shopId, t.userId),
    // Whoever left may work elsewhere; nobody works in two shops at once.
    uniqueIndex('members_working')
      .on(t.userId)
      .where(sql`ended_at is null`),
  ],
);

export const customers = pgTable(
  'customers',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    name: text('name').notNull(),
    contact: text('contact').notNull().default(''),
  },
  (t) => [unique('customers_shop_id').on(t.shopId, t.id), check('customer_named', sql`length(trim(${t.name})) > 0`)],
);

export const vehicles = pgTable(
  'vehicles',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    customerId: uuid('customer_id').notNull(),
    make: text('make').notNull(),
    model: text('model').notNull(),
    tag: text('tag').notNull().default(''),
    body: text('body', { enum: ['wagon', 'pickup', 'van'] }).notNull(),
    frontSuspension: text('front_suspension', {
      enum: ['wishbone-coil-over', 'wishbone-torsion-bar', 'beam-links', 'beam-radius-arms', 'beam-leaves'],
    }).notNull(),
    rearSuspension: text('rear_suspension', { enum: ['beam-links', 'beam-triangulated', 'beam-leaves'] }).notNull(),
    wheelbase: doublePrecision('wheelbase').notNull(),
    trackFront: doublePrecision('track_front').notNull(),
    trackRear: doublePrecision('track_rear').notNull(),
    tyreDiameter: doublePrecision('tyre_diameter').notNull(),
    rearHose: text('rear_hose', { enum: ['centre', 'per-wheel'] }).notNull(),
    swayLink: text('sway_link', { enum: ['down', 'up'] }).notNull(),
    /** Null: booked before it was asked. */
    drive: text('drive', { enum: ['rear', 'part-time', 'full-time', 'free-hubs'] }),
  },
  (t) => [
    unique('vehicles_shop_id').on(t.shopId, t.id),
    foreignKey({ columns: [t.shopId, t.customerId], foreignColumns: [customers.shopId, customers.id] }),
    index('vehicles_customer').on(t.customerId),
    oneOf('vehicle_body', t.body, Vehicle.shape.body.options),
    oneOf('vehicle_front', t.frontSuspension, Vehicle.shape.frontSuspension.options),
    oneOf('vehicle_rear', t.rearSuspension, Vehicle.shape.rearSuspension.options),
    oneOf('vehicle_rear_hose', t.rearHose, Vehicle.shape.rearHose.options),
    oneOf('vehicle_sway_link', t.swayLink, Vehicle.shape.swayLink.options),
    oneOf('vehicle_drive', t.drive, Drive.options),
    check(
      'vehicle_size',
      sql`${t.wheelbase} between 1000 and 8000 and ${t.trackFront} between 800 and 3000 and ${t.trackRear} between 800 and 3000 and ${t.tyreDiameter} between 300 and 2000`,
    ),
  ],
);

export const kits = pgTable(
  'kits',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    name: text('name').notNull(),
    claimFront: doublePrecision('claim_front').notNull(),
    claimRear: doublePrecision('claim_rear').notNull(),
    source: text('source').notNull(),
    /** What it moves besides lifting on the springs; see core/document/patch. */
    patches: jsonb('patches').notNull().default([]),
    /** The whole kit, in the shop's money; null where nobody priced it. */
    price: doublePrecision('price'),
  },
  (t) => [
    unique('kits_shop_id').on(t.shopId, t.id),
    unique('kits_name').on(t.shopId, t.name, t.source),
    check('kit_claims', sql`${t.claimFront} between -200 and 600 and ${t.claimRear} between -200 and 600`),
    check('kit_price', sql`${t.price} between 0 and 10000000`),
  ],
);

/** Append-only: what the shop sets of the grades of fit, and what it can get; the latest row stands. */
export const fitSettings = pgTable(
  'fit_settings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    /** See core/document/fitRules. */
    rules: jsonb('rules').notNull(),
    stock: jsonb('stock').notNull(),
    setBy: uuid('set_by').notNull(),
    setAt: timestamp('set_at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  (t) => [
    foreignKey({ name: 'fit_settings_by', columns: [t.shopId, t.setBy], foreignColumns: [members.shopId, members.id] }),
    index('fit_settings_latest').on(t.shopId, t.setAt.desc().nullsFirst()),
  ],
);

/**
 * Append-only: how the shop writes to its customers, and one customer's own language; the latest row of the shop stands, and
 * the latest of the customer before it.
 */
export const letterSettings = pgTable(
  'letter_settings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    /** Null: of the shop itself. */
    customerId: uuid('customer_id'),
    language: text('language', { enum: LANGUAGE_IDS }).notNull(),
    /** When customers come back; null with a customer. See core/assembly/sheet/customer/comeBack. */
    back: jsonb('back'),
    setBy: uuid('set_by').notNull(),
    setAt: timestamp('set_at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  (t) => [
    oneOf('letter_language', t.language, LANGUAGE_IDS),
    check('letter_of', sql`(${t.customerId} is null) = (${t.back} is not null)`),
    foreignKey({
      name: 'letter_settings_by',
      columns: [t.shopId, t.setBy],
      foreignColumns: [members.shopId, members.id],
    }),
    foreignKey({
      name: 'letter_settings_customer',
      columns: [t.shopId, t.customerId],
      foreignColumns: [customers.shopId, customers.id],
    }),
    index('letter_settings_latest').on(t.shopId, t.customerId, t.setAt.desc().nullsFirst()),
  ],
);

/** Append-only: the latest row of a figure stands, the earlier ones tell who changed it when. */
export const limits = pgTable(
  'limits',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    figure: text('figure').notNull(),
    clear: doublePrecision('clear').notNull(),
    stop: doublePrecision('stop').notNull(),
    source: text('source').notNull(),
    /** The rule it is judged by; null: the figure's own. */
    rule: text('rule', { enum: ['comfort', 'function', 'safety'] }),
    setBy: uuid('set_by').notNull(),
    setAt: timestamp('set_at', { withTimezone: true, mode: 'string' }).notNull().defaultNow(),
  },
  (t) => [
    foreignKey({ columns: [t.shopId, t.setBy], foreignColumns: [members.shopId, members.id] }),
    index('limits_latest').on(t.shopId, t.figure, t.setAt.desc().nullsFirst()),
    oneOf('limit_rule', t.rule, DECISION_RULES),
    check('limit_sourced', sql`length(trim(${t.source})) > 0`),
  ],
);
