import { workingsOf } from '@/core/assembly/book';
import { assessSwept } from '@/core/subjects/clearance/engine/assess';
import { sweepOf } from '@/core/subjects/clearance/engine/sweptCorner';
import { trimTemplate, type TrimTemplate } from '@/core/subjects/clearance/engine/trim';
import { problemAt } from '@/core/subjects/clearance/fit/problemAt';
import type { Corner } from '@/core/kernel/places';
import type { JobDocument } from '@/core/document/job';
import type { Stage } from '@/core/subjects/linkage/stages';

/** The outline, or why there is none. */
export type TrimAnswer = { ok: true; template: TrimTemplate } | { ok: false; reason: string };

/**
 * The outline to cut on one obstacle of a corner.
 *
 * @param gap mm to be left
 * @returns it, or why there is none
 */
export function trimOf(job: JobDocument, corner: Corner, stage: Stage, obstacle: string, gap: number): TrimAnswer {
  const posed = problemAt(workingsOf(job), corner, stage);
  if (!posed.ok) return { ok: false, reason: `Still to be read: ${posed.needs.join('; ')}.` };
  const { problem } = posed.posed;
  const index = problem.obstacles.findIndex((o) => o.id === obstacle);
  const found = problem.obstacles[index];
  if (!found) return { ok: false, reason: 'That obstacle is not known at this corner.' };
  if (found.gives !== 'trim') return { ok: false, reason: `${found.name}: nothing that is trimmed.` };
  const { sweep, swept } = sweepOf(problem);
  sweep.all();
  const result = assessSwept(swept, problem.tyre, false).find((r) => r.id === obstacle);
  const template = trimTemplate(swept, index, problem.tyre, gap, result?.u ?? 0);
  return template
    ? { ok: true, template }
    : { ok: false, reason: `${found.name}: nothing needs to be cut for that gap, or no cut gives it.` };
}
