import { foreignKey, index, integer, jsonb, pgTable, text, timestamp, unique, uuid } from 'drizzle-orm/pg-core';
import { KeptGeometry } from '@/core/document/keptGeometry';
import { jobs } from './jobs';
import { oneOf } from './oneOf';
import { members, shops, vehicles } from './shops';

/** The stages at which a geometry is kept. */
const STAGES = KeptGeometry.shape.stage.options as ['before', 'as-built'];
const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
const shopId = () =>
  uuid('shop_id')
    .notNull()
    .references(() => shops.id);
const byWhom = () => ({ by: uuid('by').notNull(), byName: text('by_name').notNull() });

/** Append-only. A version of a vehicle's suspension geometry: the file, and where each of its numbers comes from. */
export const geometries = pgTable(
  'geometries',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    vehicleId: uuid('vehicle_id').notNull(),
    /** The job it was kept on. */
    jobId: uuid('job_id').notNull(),
    version: integer('version').notNull(),
    stage: text('stage', { enum: STAGES }).notNull(),
    note: text('note').notNull().default(''),
    file: jsonb('file').notNull(),
    sources: jsonb('sources').notNull(),
    ...byWhom(),
    at: moment('at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('geometry_stage', t.stage, STAGES),
    unique('geometries_shop_id').on(t.shopId, t.id),
    unique('geometry_version').on(t.shopId, t.vehicleId, t.version),
    foreignKey({
      name: 'geometries_vehicle',
      columns: [t.shopId, t.vehicleId],
      foreignColumns: [vehicles.shopId, vehicles.id],
    }),
    foreignKey({ name: 'geometries_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'geometries_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
  ],
);

/** Append-only. Which version a job goes by, Before and as built: the latest pin of a stage stands. */
export const geometryPins = pgTable(
  'geometry_pins',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    jobId: uuid('job_id').notNull(),
    stage: text('stage', { enum: STAGES }).notNull(),
    geometryId: uuid('geometry_id').notNull(),
    ...byWhom(),
    at: moment('at').notNull().defaultNow(),
  },
  (t) => [
    oneOf('geometry_pin_stage', t.stage, STAGES),
    index('geometry_pins_job').on(t.shopId, t.jobId, t.stage, t.at),
    foreignKey({ name: 'geometry_pins_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: 'geometry_pins_geometry',
      columns: [t.shopId, t.geometryId],
      foreignColumns: [geometries.shopId, geometries.id],
    }),
    foreignKey({ name: 'geometry_pins_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
  ],
);
