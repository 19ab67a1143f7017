import { eq } from 'drizzle-orm';
import { jobs } from '@/db/schema/jobs';
import {
  BOOKING,
  bookJob,
  closeAll,
  entry,
  makePerson,
  makeShop,
  owner,
  send,
  withDatabase,
} from '../../../tests/support/shopDb';
import { INCH_SHOP } from '@/core/kernel/units/quantity';
import { bookVehicle } from './booking';
import { likeBands } from './likeBands';
import type { Doer } from './withJob';

const band = (more: Record<string, string | number> = {}) => ({
  kind: 'alignment-band',
  fields: { of: 'front-toe', low: 0, high: 0.4, datum: 'hub-to-lip', source: 'sheet 11', ...more },
});

withDatabase('bands of a vehicle like it', () => {
  let ivo: Doer;
  let stranger: Doer;
  beforeAll(async () => {
    ivo = await makePerson(await makeShop('Bands'), 'Ivo', 'lead');
    stranger = await makePerson(await makeShop('Elsewhere'), 'Una', 'lead');
  });
  afterAll(closeAll);
  const numberOf = async (id: string) =>
    (await owner().select({ number: jobs.number }).from(jobs).where(eq(jobs.id, id)))[0]?.number;

  test('the latest other job of the same make and model tells; another kind, another shop and its own do not', async () => {
    const [first, second] = [await bookJob(ivo), await bookJob(ivo)];
    expect(await likeBands(ivo, second)).toBeNull();
    expect(await send(ivo, entry(first, 'entry', band()))).toMatchObject([{ state: 'filed' }]);
    expect(
      await send(ivo, entry(first, 'entry', band({ of: 'front-caster', low: 3, high: 5, height: 500 }))),
    ).toMatchObject([{ state: 'filed' }]);
    expect(await likeBands(ivo, second)).toMatchObject({
      number: await numberOf(first),
      rows: [
        { of: 'front-caster', low: 3, high: 5, height: 500 },
        { of: 'front-toe', low: 0, high: 0.4, height: null },
      ],
    });
    // Its own are not those of another.
    expect(await likeBands(ivo, first)).toBeNull();
    const other = await bookVehicle(ivo, { ...BOOKING, model: 'Another' }, INCH_SHOP);
    if (!other.ok) throw new Error(other.message);
    expect(await likeBands(ivo, other.jobId)).toBeNull();
    const theirs = await bookJob(stranger);
    expect(await likeBands(stranger, theirs)).toBeNull();
    expect(await likeBands(stranger, second)).toBeNull();
  });
  test('a band that is none is refused, and nothing of it is kept', async () => {
    const job = await bookJob(ivo);
    for (const wrong of [band({ high: -1 }), band({ of: 'colour' }), band({ source: '' }), band({ height: 5 })])
      expect(await send(ivo, entry(job, 'entry', wrong))).toMatchObject([{ state: 'refused' }]);
  });
});
