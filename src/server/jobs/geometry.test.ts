import { BOOK } from '@/core/assembly/book';
import { sql } from 'drizzle-orm';
import { readJobFile } from '@/core/assembly/formats/jobFile';
import { loadJob } from '@/db/queries/jobs';
import { geometryVersions } from '@/db/queries/geometries';
import { demoJobs } from '../../../scripts/demo/jobs';
import { fileOf, levelArms, levelLinks } from '../../../tests/support/pencil';
import { bookJob, closeAll, makePerson, makeShop, owner, withDatabase } from '../../../tests/support/shopDb';
import { inShop } from '../database';
import { currentGeometry, keepGeometry, pinGeometry } from './geometry';
import { insertJob } from './inserting';
import type { Doer } from './withJob';

type Vec = [number, number, number];

const demo = (number: string) => {
  const job = demoJobs().find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};

withDatabase('versions of a vehicle’s geometry', () => {
  let runa: Doer;
  let other: Doer;
  beforeAll(async () => {
    runa = await makePerson(await makeShop('Geometry'), 'Runa', 'technician');
    other = await makePerson(await makeShop('Elsewhere'), 'Una', 'owner');
  });
  afterAll(closeAll);

  const documentOf = async (jobId: string) =>
    inShop(runa.shop.id, async (tx) => (await loadJob(tx, runa.shop.id, jobId, BOOK))?.document);
  const gate = (jobId: string, at: string) =>
    owner().execute(sql`update jobs set gate = ${at}::gate_name, revision = revision + 1 where id = ${jobId}`);
  const versionsOf = (jobId: string) => inShop(runa.shop.id, (tx) => geometryVersions(tx, runa.shop.id, jobId));

  test('points as read are kept, a file as brought in, and the job goes by whichever it is pinned to', async () => {
    const came = demo('HG-0142');
    const jobId = await insertJob(runa, { ...came, job: { ...came.job, gate: 'plan' } });
    expect(await keepGeometry(runa, jobId, { stage: 'before', note: 'taped' })).toEqual({ ok: true, version: 1 });
    const first = (await documentOf(jobId))?.geometry.before;
    expect(first).toMatchObject({ version: 1, note: 'taped', by: 'Runa', file: { front: { type: 'link-axle' } } });
    expect(first?.sources['front/left.kingpin.upper.2']?.kind).toBe('measured');

    const file = JSON.stringify(fileOf({ front: levelLinks }));
    expect(await keepGeometry(runa, jobId, { stage: 'before', note: '', file })).toEqual({ ok: true, version: 2 });
    const second = await documentOf(jobId);
    expect(second?.geometry.before?.version).toBe(2);
    // What came from a file is assumed until it is measured; what was read on this job stands on it.
    const current = second && currentGeometry(second, 'before');
    if (!current?.ok) throw new Error('no geometry');
    expect(current.sources['front/left.shock.upper.2']?.kind).toBe('measured');
    expect(current.file.rear?.type).toBe('link-axle');

    const [one] = await versionsOf(jobId);
    expect(await pinGeometry(runa, jobId, { stage: 'before', geometry: one?.id })).toEqual({ ok: true });
    expect((await documentOf(jobId))?.geometry.before?.version).toBe(1);
    await gate(jobId, 'after');
    // As it came it stands as it was kept: neither kept anew nor pinned to another once the build has begun.
    const late = { ok: false, message: expect.stringContaining('stands as it was kept') };
    expect(await keepGeometry(runa, jobId, { stage: 'before', note: '', file })).toMatchObject(late);
    expect(await pinGeometry(runa, jobId, { stage: 'before', geometry: one?.id })).toMatchObject(late);
    expect((await documentOf(jobId))?.geometry.before?.version).toBe(1);
    expect(await keepGeometry(runa, jobId, { stage: 'as-built', note: '' })).toEqual({ ok: true, version: 3 });
    expect((await versionsOf(jobId)).map((v) => v.stage)).toEqual(['before', 'before', 'as-built']);
  });

  test('wheels that nothing bolted on moves so far, and more than anybody tapes, are refused with their path', async () => {
    const jobId = await bookJob(runa, { frontSuspension: 'beam-links', rearSuspension: 'beam-leaves' });
    await gate(jobId, 'build');
    const file = fileOf({ front: levelLinks });
    const { front } = file;
    if (front?.type !== 'link-axle' || front.right !== 'mirror') throw new Error('another pencil');
    const keeping = async (left: (typeof front)['left'], stage = 'as-built'): Promise<string> => {
      const text = JSON.stringify({ ...file, front: { ...front, left } });
      const answer = await keepGeometry(runa, jobId, { stage, note: '', file: text });
      return answer.ok ? 'kept' : answer.message;
    };
    const half = (62 * 25.4) / 2;
    const standing = (out: number) => ({
      ...front.left,
      hub: { ...front.left.hub, centre: [front.left.hub.centre[0], half + out, front.left.hub.centre[2]] as Vec },
    });
    expect(await keeping(standing(60))).toBe('kept');
    expect(await keeping(standing(120))).toMatch(/^front\.left\.hub\.centre: it stands 120 mm outside where it stood/);
    expect(await keeping(standing(-120))).toMatch(/120 mm inside/);
    const many = Array.from({ length: 41 }, (_, i) => ({
      id: `o${i}`,
      on: 'body' as const,
      points: [
        [0, 1, 2],
        [3, 4, 5],
      ] as Vec[],
    }));
    expect(await keeping({ ...standing(0), obstacles: many })).toMatch(
      /front\.left\.obstacles: 41 stand round one wheel/,
    );
    const fine = Array.from({ length: 61 }, (_, i): Vec => [i, 900, 500]);
    expect(await keeping({ ...standing(0), obstacles: [{ id: 'o', on: 'body', points: fine }] })).toMatch(
      /finer than any tape/,
    );
    // Said to have come 130 mm out, as built it is not 70 farther: each is within its own, both together are not.
    await gate(jobId, 'plan');
    expect(await keeping(standing(130), 'before')).toBe('kept');
    await gate(jobId, 'build');
    expect(await keeping(standing(200))).toMatch(/200 mm outside half the track that was booked/);
    expect(await keeping(standing(140))).toBe('kept');
  });

  test('a faulty file, another kind of linkage, as built too early: refused in words, nothing kept', async () => {
    const jobId = await bookJob(runa, { frontSuspension: 'beam-links', rearSuspension: 'beam-leaves' });
    const refused = async (raw: unknown): Promise<string> => {
      const answer = await keepGeometry(runa, jobId, raw);
      return answer.ok ? 'kept' : answer.message;
    };
    const misspelt = JSON.stringify(fileOf({ front: levelLinks })).replace('"hub"', '"hubb"');
    expect(await refused({ stage: 'before', note: '', file: misspelt })).toMatch(/front\.left\.hub/);
    expect(await refused({ stage: 'before', note: '', file: JSON.stringify(fileOf({ front: levelArms })) })).toMatch(
      /front\.type: the file has a double-wishbone, this vehicle was booked with a link-axle/,
    );
    expect(await refused({ stage: 'before', note: '', file: JSON.stringify(fileOf({})) })).toMatch(/neither a front/);
    expect(await refused({ stage: 'as-built', note: '' })).toMatch(/once the build has begun/);
    expect(await refused({ stage: 'sideways', note: '' })).not.toBe('kept');
    expect(await versionsOf(jobId)).toEqual([]);
  });

  test('another shop reaches neither the job nor a version, and a version is never altered', async () => {
    const jobId = await bookJob(runa);
    await keepGeometry(runa, jobId, { stage: 'before', note: '' });
    const [version] = await versionsOf(jobId);
    expect(await keepGeometry(other, jobId, { stage: 'before', note: '' })).toMatchObject({ ok: false });
    expect(await pinGeometry(other, jobId, { stage: 'before', geometry: version?.id })).toMatchObject({ ok: false });
    const theirs = await bookJob(other);
    expect(await pinGeometry(other, theirs, { stage: 'before', geometry: version?.id })).toMatchObject({
      ok: false,
      message: 'That version is not of this vehicle.',
    });
    await expect(inShop(runa.shop.id, (tx) => tx.execute(sql`update geometries set note = 'x'`))).rejects.toThrow();
    await expect(inShop(runa.shop.id, (tx) => tx.execute(sql`delete from geometry_pins`))).rejects.toThrow();
  });

  test('a job file carries the versions it goes by, out and in again', async () => {
    const came = demo('HG-0144');
    const jobId = await insertJob(runa, { ...came, job: { ...came.job, gate: 'plan' } });
    await keepGeometry(runa, jobId, { stage: 'before', note: 'kept' });
    const out = await documentOf(jobId);
    const read = readJobFile(JSON.stringify(out));
    if (!read.ok) throw new Error(read.fault);
    const again = await documentOf(await insertJob(runa, read.job));
    expect(again?.geometry.before?.file).toEqual(out?.geometry.before?.file);
    expect(again?.geometry.before?.sources).toEqual(out?.geometry.before?.sources);
  });
});
