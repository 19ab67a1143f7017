import { z } from 'zod';
import { say } from '../checks/phrase';
import type { Verdict } from '../checks/types';
import { pointById } from '../job/points';
import { JobDocument } from '../job/schema';
import { METRIC_SHOP } from '../units/quantity';

export type ReadJob = { ok: true; job: JobDocument } | { ok: false; fault: string };

/**
 * Reads a job file.
 *
 * @param text the file's text
 * @returns the job, or one line naming the path and the fault: not JSON, a missing, unknown or ill-formed field, a
 *   duplicate id, a reading at a point that does not exist, a strike or supersession of a reading that is not there
 */
export function readJobFile(text: string): ReadJob {
  let raw: unknown;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return { ok: false, fault: `not JSON: ${error instanceof Error ? error.message : String(error)}` };
  }
  const parsed = JobDocument.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    return { ok: false, fault: `${issue ? path(issue.path) : 'file'}: ${issue?.message ?? 'not a job file'}` };
  }
  const fault = broken(parsed.data);
  return fault ? { ok: false, fault } : { ok: true, job: parsed.data };
}

const path = (parts: readonly PropertyKey[]): string =>
  parts.length === 0
    ? 'file'
    : parts
        .map((part) => (typeof part === 'number' ? `[${part}]` : `.${String(part)}`))
        .join('')
        .replace(/^\./, '');

function broken(job: JobDocument): string | null {
  const ids = new Set<string>();
  for (const [i, reading] of job.readings.entries()) {
    const at = `readings[${i}]`;
    if (ids.has(reading.id)) return `${at}.id: ${reading.id} stands twice`;
    ids.add(reading.id);
    const point = pointById(reading.point);
    if (!point) return `${at}.point: there is no point "${reading.point}"`;
    if (
      (point.quantity === 'observation') !== (reading.answer === 'observed') &&
      ['measured', 'observed'].includes(reading.answer)
    ) {
      return `${at}.answer: ${reading.point} is ${point.quantity === 'observation' ? 'observed, not measured' : 'measured, not observed'}`;
    }
  }
  for (const [i, reading] of job.readings.entries()) {
    if (reading.supersedes === null) continue;
    const old = job.readings.find((r) => r.id === reading.supersedes);
    if (!old) return `readings[${i}].supersedes: there is no reading ${reading.supersedes}`;
    if (old.id === reading.id) return `readings[${i}].supersedes: a reading cannot supersede itself`;
    const same =
      old.gate === reading.gate &&
      old.point === reading.point &&
      old.place === reading.place &&
      old.state === reading.state;
    if (!same) return `readings[${i}].supersedes: the reading it names was taken elsewhere`;
  }
  for (const [i, strike] of job.strikes.entries())
    if (!ids.has(strike.reading)) return `strikes[${i}].reading: there is no reading ${strike.reading}`;
  for (const [i, overlap] of job.overlaps.entries())
    for (const which of ['stands', 'yields'] as const)
      if (!ids.has(overlap[which])) return `overlaps[${i}].${which}: there is no reading ${overlap[which]}`;
  return null;
}

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
  staleOn: v.staleOn,
  value: v.value,
  limit: v.limit ? { clear: v.limit.clear, stop: v.limit.stop, sense: v.limit.sense } : null,
  margin: v.margin,
  marginToStop: v.marginToStop,
  uncertainty: v.uncertainty,
  unit:
    v.value === null
      ? null
      : ({ length: 'mm', angle: 'deg', pressure: 'kPa', mass: 'kg', share: 'share', clock: 'h' } as const)[
          v.quantity ?? 'length'
        ],
  source: v.limit?.source ?? null,
  missing: v.missing,
  stale: v.stale,
  mark: v.mark,
  accepted: v.accepted?.reason ?? null,
  summary: say(v.summary, METRIC_SHOP),
  next: say(v.next, METRIC_SHOP),
});
