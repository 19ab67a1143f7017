import { METRIC_SHOP, INCH_SHOP } from '@/core/kernel/units/quantity';
import {
  BOOKING,
  bookJob,
  closeAll,
  entry,
  jobOf,
  makePerson,
  makeShop,
  owner,
  reading,
  send,
  withDatabase,
} from '../../../tests/support/shopDb';
import { sql } from 'drizzle-orm';
import { bookVehicle } from './booking';
import { seenBefore } from './seen';
import type { Doer } from './withJob';

withDatabase('a vehicle that comes again', () => {
  let runa: Doer;
  let maren: Doer;
  let stranger: Doer;
  let first = '';
  const arm = { gate: 'before', point: 'barArmLength', place: 'front', state: 'floor' } as const;
  beforeAll(async () => {
    const shop = await makeShop('Comes again');
    runa = await makePerson(shop, 'Runa', 'technician');
    maren = await makePerson(shop, 'Maren', 'front-desk');
    stranger = await makePerson(await makeShop('Elsewhere'), 'Ivo', 'lead');
    first = await bookJob(runa, { tag: 'Peat 3', customer: 'Low Moss' });
    await owner().execute(sql`update jobs set gate = 'before', revision = revision + 1 where id = ${first}`);
    await send(
      runa,
      entry(first, 'reading', reading({ ...arm, text: '9 7/8' })),
      entry(
        first,
        'reading',
        reading({ gate: 'before', point: 'hubToLip', place: 'FL', state: 'floor', text: '18 1/2' }),
      ),
    );
  });
  afterAll(closeAll);

  test('is found by the name that the shop calls it, in that shop only, with what is known of it', async () => {
    const [seen, ...more] = await seenBefore(maren, ' PEAT 3 ', METRIC_SHOP);
    expect(more).toEqual([]);
    expect(seen).toMatchObject({ jobId: first, customer: 'Low Moss', vehicle: 'Orrin Tarn Peat 3', readings: 1 });
    // 112 in and 31 1/2 in, by pencil.
    expect(seen?.form).toMatchObject({ wheelbase: '2845', tyreDiameter: '800', rearSuspension: 'beam-leaves' });
    expect(await seenBefore(maren, 'peat 33', METRIC_SHOP)).toEqual([]);
    expect(await seenBefore(maren, '  ', METRIC_SHOP)).toEqual([]);
    expect(await seenBefore(stranger, 'Peat 3', METRIC_SHOP)).toEqual([]);
  });

  test('taken over, its lasting readings come along under the name of whoever took them; heights do not', async () => {
    const again = await bookJob(maren, { tag: 'Peat 3', again: first });
    const job = await jobOf(maren, again);
    expect(job?.readings).toMatchObject([
      {
        ...arm,
        text: '9 7/8',
        takenBy: 'Runa',
        set: 1,
        broughtIn: { by: 'Maren', from: expect.stringMatching(/^HG-\d+, an earlier job/) },
      },
    ]);
    // And from there the next time: the last job tells of it.
    expect(await seenBefore(maren, 'Peat 3', INCH_SHOP)).toMatchObject([{ jobId: again, readings: 1 }]);
    expect((await jobOf(maren, first))?.readings).toHaveLength(2);
  });

  test('of another shop nothing comes, and what is no job is refused by name', async () => {
    expect(await bookVehicle(maren, { ...BOOKING, tag: 'Peat 9', again: first }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { tag: expect.stringMatching(/differ from the vehicle taken over/) },
    });
    const theirs = await bookJob(stranger, { again: first });
    expect((await jobOf(stranger, theirs))?.readings).toEqual([]);
    expect(await bookVehicle(maren, { ...BOOKING, again: 'HG-1' }, INCH_SHOP)).toMatchObject({
      ok: false,
      errors: { again: 'that earlier job is not known' },
    });
  });
});
