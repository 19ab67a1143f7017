import { BOOK } from '@/core/assembly/book';
import { randomUUID } from 'node:crypto';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { connect } from '@/db/client';
import { loadJob } from '@/db/queries/jobs';
import { user } from '@/db/schema/auth';
import { members, shops } from '@/db/schema/shops';
import { closeDatabase, inShop } from '@/server/database';
import { bookVehicle, type BookingForm } from '@/server/jobs/booking';
import { fileEntries, type Outcome } from '@/server/jobs/filing';
import { followed, type Doer } from '@/server/jobs/withJob';

export { entry, reading } from './entries';

/** Against the throwaway database that `npm test` starts; skipped, and said so, where none is given. */
export const withDatabase = process.env.DATABASE_URL ? describe : describe.skip;

let kept: ReturnType<typeof connect> | null = null;
/** The database as its owner, past every rule but its own: to make shops and people, and to look behind the curtain. */
export const owner = () => (kept ??= connect(process.env.DATABASE_URL ?? '', { max: 3 })).db;
export async function closeAll(): Promise<void> {
  await kept?.pool.end();
  kept = null;
  await closeDatabase();
}

export const makeShop = async (name: string): Promise<string> =>
  (await owner().insert(shops).values({ name, timeZone: 'UTC', lastJobNumber: 500 }).returning())[0]?.id ?? '';

export async function makePerson(shopId: string, name: string, role: Doer['role']): Promise<Doer & { userId: string }> {
  const userId = randomUUID();
  await owner()
    .insert(user)
    .values({ id: userId, name, email: `${userId}@test.example` });
  const [row] = await owner().insert(members).values({ shopId, userId, name, role }).returning();
  return { id: row?.id ?? '', userId, name, role, shop: { id: shopId } };
}

/** A booking that is right in every field, inches. */
export const BOOKING: BookingForm = {
  customer: 'Test',
  contact: '',
  make: 'Orrin',
  model: 'Tarn',
  tag: '',
  body: 'pickup',
  frontSuspension: 'beam-links',
  rearSuspension: 'beam-leaves',
  wheelbase: '112',
  trackFront: '62',
  trackRear: '62',
  tyreDiameter: '31 1/2',
  rearHose: 'centre',
  swayLink: 'down',
  drive: 'part-time',
  use: 'test',
  bay: '',
  heightSchool: 'hub-to-lip',
  lipWillChange: false,
  promiseFront: 'Trail',
  promiseRear: 'Trail',
  wantedTyre: '',
  notes: '',
  referenceKind: 'before',
  referenceFront: '',
  referenceRear: '',
  referenceSource: '',
};

export async function bookJob(doer: Doer, change: Partial<BookingForm> = {}): Promise<string> {
  const booked = await bookVehicle(doer, { ...BOOKING, ...change }, INCH_SHOP);
  if (!booked.ok) throw new Error(booked.message);
  return booked.jobId;
}

/** Files entries as a device would, its clock right; answers what became of each. */
export async function send(doer: Doer, ...entries: unknown[]): Promise<Outcome[]> {
  const { outcomes, away } = await fileEntries(doer, entries, new Date().toISOString());
  if (away) throw new Error('the database is away');
  await followed(doer.shop.id, 60_000);
  return outcomes;
}

export const jobOf = async (doer: Doer, jobId: string) =>
  (await inShop(doer.shop.id, (tx) => loadJob(tx, doer.shop.id, jobId, BOOK)))?.document;
