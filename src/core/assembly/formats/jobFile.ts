import { baseUnit } from '../../kernel/units/quantities';
import * as z from 'zod';
import { say } from '../../kernel/phrase';
import type { Verdict } from '../../record/checks/types';
import { readJob } from '../../document/readJob';
import { JobDocument } from '../../document/job';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { jobFault } from './jobFaults';

export type ReadJob =
  /** `written`: with what the file says that others confirmed, for whoever tells of it. */
  { ok: true; job: JobDocument; written: JobDocument } | { ok: false; fault: string };

/**
 * Reads a job file.
 *
 * @param text the file's text
 * @returns the job, brought to this release's version; or one line naming the path and the fault: not JSON, a missing,
 *   unknown or ill-formed field, or what cannot be true (`jobFault`)
 */
export function readJobFile(text: string): ReadJob {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return { ok: false, fault: `not JSON: ${error instanceof Error ? error.message : String(error)}` };
  }
  const read = readJob(raw);
  if (!read.ok)
    return {
      ok: false,
      fault: read.newer
        ? `version: ${read.version} was written by a later release than this one`
        : `${path(read.issue.path)}: ${read.issue.message}`,
    };
  const fault = jobFault(read.job);
  return fault ? { ok: false, fault } : { ok: true, job: asBroughtIn(read.job), written: read.job };
}

/**
 * What a file says that somebody confirmed was confirmed elsewhere: what is unlikely is marked again, and waits for a
 * named person here.
 */
const asBroughtIn = (job: JobDocument): JobDocument => ({
  ...job,
  confirmations: [],
  readings: job.readings.map((r) => (r.asked ? { ...r, asked: false } : r)),
});

const path = (parts: readonly PropertyKey[]): string =>
  parts.length === 0
    ? 'file'
    : parts
        .map((part) => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
        .join('')
        .replace(/^\./, '');

/** The job file's JSON Schema, generated from the Zod schema. */
export const jobFileJsonSchema = (): unknown => z.toJSONSchema(JobDocument, { target: 'draft-2020-12', io: 'input' });

/** A verdict as the `check` command prints it: figures in base units (mm, degrees, kPa), words in mm. */
export const verdictRecord = (v: Verdict) => ({
  check: v.check,
  title: v.title,
  gate: v.gate,
  place: v.place,
  verdict: v.verdict,
  safetyCritical: v.safetyCritical,
  required: v.required,
  rule: v.rule,
  staleOn: v.staleOn,
  value: v.value,
  limit: v.limit
    ? {
        clear: v.limit.clear,
        stop: v.limit.stop,
        sense: v.limit.sense,
        ...(v.limit.target === undefined ? {} : { target: v.limit.target }),
      }
    : null,
  margin: v.margin,
  marginToStop: v.marginToStop,
  uncertainty: v.uncertainty,
  standardUncertainty: v.u,
  unit: v.value === null || v.quantity === null ? null : baseUnit(v.quantity),
  source: v.limit?.source ?? null,
  missing: v.missing,
  stale: v.stale,
  mark: v.mark,
  accepted: v.accepted?.reason ?? null,
  summary: say(v.summary, METRIC_SHOP),
  next: say(v.next, METRIC_SHOP),
});
