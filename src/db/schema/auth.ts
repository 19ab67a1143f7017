import { bigint, boolean, index, integer, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';

/** Accounts and sessions, in the shape better-auth reads and writes. Membership of a shop is in shops.ts. */
const at = (name: string) => timestamp(name, { withTimezone: true });

export const user = pgTable('user', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  email: text('email').notNull().unique(),
  emailVerified: boolean('email_verified').notNull().default(false),
  image: text('image'),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

export const session = pgTable(
  'session',
  {
    id: text('id').primaryKey(),
    token: text('token').notNull().unique(),
    expiresAt: at('expires_at').notNull(),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
    ipAddress: text('ip_address'),
    userAgent: text('user_agent'),
    /** How it began. What is not known to have begun by the password may do no more than a PIN may. */
    via: text('via', { enum: ['password', 'pin'] })
      .notNull()
      .default('pin'),
    /** The device it began on, by the hash of its mark. */
    deviceHash: text('device_hash').notNull().default(''),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
  },
  (t) => [index('session_user').on(t.userId)],
);

export const account = pgTable(
  'account',
  {
    id: text('id').primaryKey(),
    accountId: text('account_id').notNull(),
    providerId: text('provider_id').notNull(),
    userId: text('user_id')
      .notNull()
      .references(() => user.id, { onDelete: 'cascade' }),
    accessToken: text('access_token'),
    refreshToken: text('refresh_token'),
    idToken: text('id_token'),
    accessTokenExpiresAt: at('access_token_expires_at'),
    refreshTokenExpiresAt: at('refresh_token_expires_at'),
    scope: text('scope'),
    password: text('password'),
    createdAt: at('created_at').notNull().defaultNow(),
    updatedAt: at('updated_at').notNull().defaultNow(),
  },
  (t) => [index('account_user').on(t.userId)],
);

export const verification = pgTable('verification', {
  id: text('id').primaryKey(),
  identifier: text('identifier').notNull(),
  value: text('value').notNull(),
  expiresAt: at('expires_at').notNull(),
  createdAt: at('created_at').notNull().defaultNow(),
  updatedAt: at('updated_at').notNull().defaultNow(),
});

const ofUser = () =>
  text('user_id')
    .notNull()
    .references(() => user.id, { onDelete: 'cascade' });

/** A person's PIN for quick change on a shared tablet, hashed as passwords are. */
export const pins = pgTable('pins', {
  userId: ofUser().primaryKey(),
  hash: text('hash').notNull(),
  setAt: at('set_at'),
});

/** Who signed in with the password on which device (by the hash of its cookie); a PIN works only there. */
export const devicePeople = pgTable(
  'device_people',
  {
    deviceHash: text('device_hash').notNull(),
    userId: ofUser(),
    signedInAt: at('signed_in_at').notNull().defaultNow(),
    wrongPins: integer('wrong_pins').notNull().default(0),
    /** What the browser said of itself, for its person to tell it from others. */
    device: text('device').notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.deviceHash, t.userId] })],
);

/** Failed sign-ins by account and by address (both hashed): the limit holds over every process. */
export const attempts = pgTable(
  'attempts',
  {
    id: bigint('id', { mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    key: text('key').notNull(),
    at: at('at').notNull().defaultNow(),
  },
  (t) => [index('attempts_key_at').on(t.key, t.at)],
);
