import { workingsOf } from '@/core/assembly/book';
import * as z from 'zod';
import { AXLES } from '@/core/kernel/places';
import { GATES, type JobDocument } from '@/core/document/job';
import { assemble, fileOfEnds, type Assembled } from '@/core/subjects/linkage/assemble';
import { kindOf } from '@/core/subjects/linkage/features';
import type { KeptGeometry } from '@/core/document/keptGeometry';
import { withObstacles } from '@/core/subjects/clearance/fit/obstacles';
import { asBuilt } from '@/core/subjects/linkage/stages';
import type { End, GeometryFile } from '@/core/suspension/schema';
import { geometryVersions, keepVersion, pinVersion } from '@/db/queries/geometries';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note as audit } from '../audit';
import { worked } from '../working';
import { withOpenJob, withWorkedJob, type Doer } from './withJob';

const Keep = z.object({
  stage: z.enum(['before', 'as-built']),
  note: z.string().trim().max(300, 'the note is longer than 300 letters').default(''),
  /** The text of a geometry file; without it the geometry as the job now has it is kept. */
  file: z.string().max(400_000, 'the file is larger than 400 kB: not a geometry file').optional(),
});

/** The file and sources of a job's geometry as it now is at a stage, mirror sides written out. */
export function currentGeometry(
  job: JobDocument,
  stage: 'before' | 'as-built',
): { ok: true; file: GeometryFile; sources: KeptGeometry['sources'] } | { ok: false; reason: string } {
  const w = workingsOf(job);
  const ends: Assembled[] = AXLES.map((axle) =>
    withObstacles(
      w,
      stage === 'before' ? assemble(w, axle) : asBuilt(w, axle),
      stage === 'before' ? 'before' : 'after',
    ),
  );
  const broken = ends.find((end) => end.fault);
  if (broken?.fault) return { ok: false, reason: `${broken.fault.path}: ${broken.fault.fault}` };
  const { vehicle } = job;
  const file = fileOfEnds(ends, `${vehicle.make} ${vehicle.model} ${vehicle.tag}`.trim());
  const sources = Object.fromEntries(
    ends.flatMap((end) => [...end.sources].map(([path, source]) => [`${end.axle}/${path}`, source] as const)),
  );
  return { ok: true, file, sources };
}

const TYPE_OF: Record<string, End['type']> = {
  'wishbone-coil-over': 'double-wishbone',
  'wishbone-torsion-bar': 'double-wishbone',
  'beam-links': 'link-axle',
  'beam-triangulated': 'link-axle',
  'beam-radius-arms': 'radius-arm-axle',
  'beam-leaves': 'leaf-axle',
};

/** Keeps a version of the vehicle's geometry, from the job's readings or from a file, and pins the job to it. */
export async function keepGeometry(
  doer: Doer,
  jobId: string,
  raw: unknown,
): Promise<ActionAnswer<{ version: number }>> {
  const parsed = Keep.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { stage, note, file: text } = parsed.data;
  const read = (job: JobDocument) =>
    text === undefined
      ? Promise.resolve(null)
      : worked({ shop: doer.shop.id, who: doer.id }, jobId, 'geometryFile', text, job, stage);
  return withWorkedJob(doer, jobId, read, async (tx, { document: job }, read) => {
    if (stage === 'as-built' && GATES.indexOf(job.job.gate) < GATES.indexOf('build'))
      return refuse('As built is kept once the build has begun.');
    // As it came the vehicle was until the build began; as built it is until it is signed for.
    if (stage === 'before' && GATES.indexOf(job.job.gate) >= GATES.indexOf('build')) return refuse(NOT_ANY_MORE);
    let kept: { file: GeometryFile; sources: KeptGeometry['sources'] };
    if (read === null) {
      const current = currentGeometry(job, stage);
      if (!current.ok) return refuse(`The points do not make a linkage yet. ${current.reason}`);
      kept = current;
    } else {
      if (!read.ok) return refuse(`${read.fault.path}: ${read.fault.fault}.`, { file: read.fault.fault });
      if (!read.file.front && !read.file.rear) return refuse('The file has neither a front nor a rear end.');
      // A kit may change the linkage's kind; as it came, the vehicle is what it was booked as.
      const other = AXLES.find((axle) => {
        const end = read.file[axle];
        return stage === 'before' && end && end.type !== TYPE_OF[kindOf(job.vehicle, axle)];
      });
      if (other)
        return refuse(
          `${other}.type: the file has a ${read.file[other]?.type}, this vehicle was booked with a ${TYPE_OF[kindOf(job.vehicle, other)]} there.`,
        );
      const { far } = read;
      if (far) return refuse(`${far}. Take the points again, or look at the file’s units.`, { file: far });
      kept = { file: read.file, sources: {} };
    }
    const version = await keepVersion(
      tx,
      { shopId: doer.shop.id, jobId },
      { stage, note, ...kept },
      { by: doer.id, byName: doer.name },
    );
    await audit(tx, doer, 'geometry kept', {
      jobId,
      about: `${job.job.number}, version ${version}`,
      detail: { stage, fromFile: text !== undefined },
    });
    return { ok: true, version };
  });
}

const NOT_ANY_MORE = 'The build has begun: how the vehicle came stands as it was kept.';

const Pin = z.object({ stage: z.enum(['before', 'as-built']), geometry: z.uuid() });

/** Pins the job to a version of its vehicle's geometry that was kept before. */
export async function pinGeometry(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = Pin.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { stage, geometry } = parsed.data;
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    const found = (await geometryVersions(tx, doer.shop.id, jobId)).find((v) => v.id === geometry);
    if (!found) return refuse('That version is not of this vehicle.');
    if (stage === 'before' && GATES.indexOf(job.job.gate) >= GATES.indexOf('build')) return refuse(NOT_ANY_MORE);
    if (stage === 'as-built' && GATES.indexOf(job.job.gate) < GATES.indexOf('build'))
      return refuse('As built is kept once the build has begun.');
    await pinVersion(tx, { shopId: doer.shop.id, jobId }, stage, geometry, { by: doer.id, byName: doer.name });
    await audit(tx, doer, 'geometry pinned', {
      jobId,
      about: `${job.job.number}, version ${found.version}`,
      detail: { stage },
    });
    return { ok: true };
  });
}
