import { sql } from 'drizzle-orm';
import {
  bigint,
  check,
  date,
  foreignKey,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import { StationLine } from '@/core/document/job';
import { oneOf } from './oneOf';
import { gateName, jobs, readings, signOffs } from './jobs';
import { memberRole, members, shops } from './shops';

const moment = (name: string) => timestamp(name, { withTimezone: true, mode: 'string' });
const shopId = () =>
  uuid('shop_id')
    .notNull()
    .references(() => shops.id);
const ofJob = () => ({ shopId: shopId(), jobId: uuid('job_id').notNull() });
const byWhom = () => ({ by: uuid('by').notNull(), byName: text('by_name').notNull() });

/** Append-only. A remark on the job that is no reading. */
export const notes = pgTable(
  'notes',
  {
    id: uuid('id').primaryKey(),
    ...ofJob(),
    gate: gateName('gate').notNull(),
    text: text('text').notNull(),
    ...byWhom(),
    at: moment('at').notNull(),
    filedAt: moment('filed_at'),
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    foreignKey({ name: 'notes_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'notes_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('notes_job_at').on(t.shopId, t.jobId),
    check('note_text', sql`length(trim(${t.text})) > 0`),
  ],
);

/** Append-only. What else is filed on a job: the kind's own schema in core says what stands in its body. */
export const entries = pgTable(
  'entries',
  {
    id: uuid('id').primaryKey(),
    ...ofJob(),
    kind: text('kind').notNull(),
    gate: gateName('gate').notNull(),
    body: jsonb('body').notNull(),
    ...byWhom(),
    at: moment('at').notNull(),
    filedAt: moment('filed_at').notNull().defaultNow(),
    broughtIn: jsonb('brought_in'),
  },
  (t) => [
    foreignKey({ name: 'entries_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'entries_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('entries_job_at').on(t.shopId, t.jobId, t.at),
    check('entry_kind', sql`${t.kind} ~ '^[a-z][a-z0-9-]{0,39}$'`),
    check('entry_body', sql`jsonb_typeof(${t.body}) = 'object' and length(${t.body}::text) <= 20000`),
  ],
);

/**
 * When a member last had a job from the server: the latest fetch, and the one before it that lies back some minutes. What
 * waited on their device was sent by then.
 */
export const jobFetches = pgTable(
  'job_fetches',
  {
    ...ofJob(),
    memberId: uuid('member_id').notNull(),
    at: moment('at').notNull(),
    before: moment('before'),
  },
  (t) => [
    primaryKey({ name: 'job_fetches_once', columns: [t.shopId, t.jobId, t.memberId] }),
    foreignKey({ name: 'job_fetches_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({
      name: 'job_fetches_member',
      columns: [t.shopId, t.memberId],
      foreignColumns: [members.shopId, members.id],
    }),
  ],
);

/** Append-only. Somebody here said that an unlikely reading is right. */
export const confirmations = pgTable(
  'confirmations',
  {
    id: uuid('id').primaryKey(),
    ...ofJob(),
    readingId: uuid('reading_id').notNull(),
    ...byWhom(),
    at: moment('at').notNull(),
    filedAt: moment('filed_at'),
  },
  (t) => [
    foreignKey({
      name: 'confirmations_reading',
      columns: [t.shopId, t.jobId, t.readingId],
      foreignColumns: [readings.shopId, readings.jobId, readings.id],
    }),
    foreignKey({ name: 'confirmations_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    unique('confirmed_once').on(t.shopId, t.jobId, t.readingId),
  ],
);

/** Append-only. A lead's word on alignment, driveline angles or axle place; the latest of a line stands. */
export const stationLines = pgTable(
  'station_lines',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    /** See the subjects' `leadsLine`. */
    line: text('line').notNull(),
    answer: text('answer', { enum: ['checked', 'not-done-here'] }).notNull(),
    text: text('text').notNull(),
    /** By when it is done elsewhere. */
    due: date('due', { mode: 'string' }),
    ...byWhom(),
    at: moment('at').notNull().defaultNow(),
  },
  (t) => [
    foreignKey({ name: 'station_lines_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'station_lines_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('station_lines_job_at').on(t.shopId, t.jobId, t.at),
    oneOf('station_line_answer', t.answer, StationLine.shape.answer.options),
    check('station_line_text', sql`length(trim(${t.text})) > 0`),
  ],
);

/** Append-only. Two people read the same point without knowing of each other: which reading stands, which yields. */
export const overlaps = pgTable(
  'overlaps',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    stands: uuid('stands').notNull(),
    yields: uuid('yields').notNull(),
    at: moment('at').notNull().defaultNow(),
  },
  (t) => [
    ...(['stands', 'yields'] as const).map((column) =>
      foreignKey({
        name: `overlaps_${column}`,
        columns: [t.shopId, t.jobId, t[column]],
        foreignColumns: [readings.shopId, readings.jobId, readings.id],
      }),
    ),
    unique('overlap_once').on(t.shopId, t.jobId, t.stands, t.yields),
    check('overlap_of_two', sql`${t.stands} <> ${t.yields}`),
  ],
);

/** Append-only. When each gate was opened, and by whom. */
export const gateOpenings = pgTable(
  'gate_openings',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    gate: gateName('gate').notNull(),
    ...byWhom(),
    at: moment('at').notNull(),
  },
  (t) => [
    foreignKey({ name: 'gate_openings_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'gate_openings_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    unique('gate_opened_once').on(t.shopId, t.jobId, t.gate),
  ],
);

/** Append-only. A signed sheet as it was: canonical JSON text and its SHA-256, which the database itself checks. */
export const signedSheets = pgTable(
  'signed_sheets',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    signOffId: uuid('sign_off_id')
      .notNull()
      .unique()
      .references(() => signOffs.id),
    sheet: text('sheet').notNull(),
    sha256: text('sha256').notNull(),
    coreVersion: text('core_version').notNull(),
  },
  (t) => [
    foreignKey({ name: 'signed_sheets_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    unique('signed_sheet_job').on(t.shopId, t.jobId),
    index('signed_sheets_sha').on(t.sha256),
    check('sheet_hash', sql`${t.sha256} = encode(sha256(convert_to(${t.sheet}, 'UTF8')), 'hex')`),
  ],
);

/** Append-only. A correction of a signed sheet: it points to the hash it amends and has one of its own. */
export const amendments = pgTable(
  'amendments',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    ordinal: integer('ordinal').notNull(),
    text: text('text').notNull(),
    amends: text('amends').notNull(),
    content: text('content').notNull(),
    sha256: text('sha256').notNull(),
    ...byWhom(),
    at: moment('at').notNull(),
  },
  (t) => [
    foreignKey({ name: 'amendments_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'amendments_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    unique('amendment_ordinal').on(t.shopId, t.jobId, t.ordinal),
    index('amendments_sha').on(t.sha256),
    check('amendment_text', sql`length(trim(${t.text})) > 0`),
    check('amendment_hash', sql`${t.sha256} = encode(sha256(convert_to(${t.content}, 'UTF8')), 'hex')`),
  ],
);

/** A customer's way to their own signed sheet. Only the hash of the address is kept. */
export const sheetLinks = pgTable(
  'sheet_links',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    ...ofJob(),
    tokenHash: text('token_hash').notNull().unique(),
    ...byWhom(),
    at: moment('at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
    revokedAt: moment('revoked_at'),
    opened: integer('opened').notNull().default(0),
  },
  (t) => [
    foreignKey({ name: 'sheet_links_job', columns: [t.shopId, t.jobId], foreignColumns: [jobs.shopId, jobs.id] }),
    foreignKey({ name: 'sheet_links_by', columns: [t.shopId, t.by], foreignColumns: [members.shopId, members.id] }),
    index('sheet_links_of').on(t.shopId, t.jobId),
  ],
);

/** An invitation to join the shop, or to choose a new password. Only the hash of its address is kept. */
export const invitations = pgTable(
  'invitations',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    shopId: shopId(),
    tokenHash: text('token_hash').notNull().unique(),
    kind: text('kind', { enum: ['join', 'password'] }).notNull(),
    name: text('name').notNull(),
    email: text('email').notNull(),
    role: memberRole('role').notNull(),
    /** For a new password: whose. */
    memberId: uuid('member_id'),
    byName: text('by_name').notNull(),
    at: moment('at').notNull().defaultNow(),
    expiresAt: moment('expires_at').notNull(),
    usedAt: moment('used_at'),
    revokedAt: moment('revoked_at'),
  },
  (t) => [
    index('invitations_shop').on(t.shopId, t.at),
    oneOf('invitation_kind', t.kind, ['join', 'password']),
    check('invitation_member', sql`(${t.kind} = 'password') = (${t.memberId} is not null)`),
    foreignKey({
      name: 'invitations_member',
      columns: [t.shopId, t.memberId],
      foreignColumns: [members.shopId, members.id],
    }),
  ],
);

/** Append-only. Who did what, when, from where: the owner's page. */
export const audit = pgTable(
  'audit',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    shopId: shopId(),
    at: moment('at').notNull().defaultNow(),
    memberId: uuid('member_id'),
    who: text('who').notNull(),
    what: text('what').notNull(),
    jobId: uuid('job_id'),
    about: text('about').notNull().default(''),
    detail: jsonb('detail'),
    address: text('address').notNull().default(''),
    device: text('device').notNull().default(''),
  },
  (t) => [index('audit_shop').on(t.shopId, t.id), index('audit_what').on(t.shopId, t.what, t.id)],
);
