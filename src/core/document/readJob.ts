import type { z } from 'zod';
import { JOB_VERSION, JobDocument } from './job';
import { MIGRATORS, type Written } from './migrators';

export type ReadDocument =
  | { ok: true; job: JobDocument; version: number }
  /** Written by a release later than this one. */
  | { ok: false; newer: true; version: number }
  | { ok: false; newer: false; issue: { path: readonly PropertyKey[]; message: string } };

/**
 * Reads a job document of any version that was ever written: brought to this release's version step by step, then
 * checked by its schema. What is given is left as it is, so that what was signed keeps its bytes.
 *
 * @param raw parsed JSON
 */
export function readJob(raw: unknown): ReadDocument {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return wrong([], 'must be an object');
  let written = raw as Written;
  const { version } = written;
  if (typeof version !== 'number' || !Number.isInteger(version) || version < 1)
    return wrong(['version'], 'must be the whole number of a version');
  if (version > JOB_VERSION) return { ok: false, newer: true, version };
  for (const migrator of MIGRATORS) if (written.version === migrator.from) written = migrator.migrate(written);
  const parsed = JobDocument.safeParse(written);
  return parsed.success ? { ok: true, job: parsed.data, version } : firstIssue(parsed.error);
}

const wrong = (path: readonly PropertyKey[], message: string): ReadDocument => ({
  ok: false,
  newer: false,
  issue: { path, message },
});
const firstIssue = (error: z.ZodError): ReadDocument => {
  const issue = error.issues[0];
  const missing = issue?.code === 'invalid_type' && issue.message.endsWith('received undefined');
  return wrong(issue?.path ?? [], missing ? 'is missing' : (issue?.message ?? 'not a job document'));
};

/** The same of a document that this shop itself kept: throws where it cannot be read, which is a bug. */
export function keptJob(raw: unknown): JobDocument {
  const read = readJob(raw);
  if (read.ok) return read.job;
  throw new Error(
    read.newer
      ? `kept by a later release (version ${read.version})`
      : `${read.issue.path.join('.')}: ${read.issue.message}`,
  );
}
