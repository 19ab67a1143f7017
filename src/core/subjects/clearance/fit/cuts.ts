import { changedSince } from '../../../record/pointRules';
import { obstaclePoint } from '../points';
import type { Workings } from '../../../record/workings';
import { OBSTACLES } from '../engine/catalogue';
import { AXLES, axleOf, cornersOf, type Axle, type Corner } from '../../../kernel/places';
import type { JobDocument } from '../../../document/job';

/** An obstacle that was to be cut back or moved at a wheel. */
export interface Cut {
  id: string;
  name: string;
  /** mm it really went, measured on the vehicle, with its standard uncertainty; null where nobody measured it. */
  by: { value: number; u: number } | null;
  /** mm the plan asks for; null where the plan says nothing of it. */
  planned: number | null;
}

/**
 * Obstacles of an axle whose cut is to be measured After: those that the plan trims; where bodywork was recorded as
 * trimmed without a plan for it, every one taped there that gives at all.
 */
export function cutsWanted(job: JobDocument, axle: Axle): string[] {
  const planned = Object.entries(job.fitments.asked?.trim ?? {})
    .filter(([, mm]) => mm > 0)
    .map(([id]) => id);
  const trimmed = changedSince(job, 'trim');
  if (planned.length === 0 && !trimmed) return [];
  const corners: readonly string[] = cornersOf(axle);
  return OBSTACLES.filter(
    ({ id, gives, axles }) =>
      gives !== null &&
      axles.includes(axle) &&
      (planned.length === 0 || planned.includes(id)) &&
      job.readings.some(
        (r) =>
          corners.includes(r.place) &&
          r.gate === 'before' &&
          r.value !== null &&
          obstaclePoint(r.point)?.obstacle === id,
      ),
  ).map(({ id }) => id);
}

/** What was cut back or moved at a wheel since it was taped, with what was to be and was not measured. */
export function cutsAt(w: Workings, corner: Corner): Cut[] {
  const figures = w.figures;
  const wanted = cutsWanted(w.job, axleOf(corner));
  return OBSTACLES.flatMap(({ id, name, gives }): Cut[] => {
    if (!gives) return [];
    const figure = figures.figure({ gate: 'after', point: `ob.${id}.cut`, place: corner, state: 'floor' });
    const planned = w.job.fitments.asked?.trim[id] ?? null;
    if (figure.status === 'read') return [{ id, name, by: { value: figure.value, u: figure.u }, planned }];
    if (figure.status === 'not-fitted') return [{ id, name, by: { value: 0, u: 0 }, planned }];
    return wanted.includes(id) ? [{ id, name, by: null, planned }] : [];
  });
}

/** Whether a cut of that obstacle is asked for at a wheel. */
export const cutIsWanted = (job: JobDocument, obstacle: string, place: string): boolean =>
  AXLES.some(
    (axle) => (cornersOf(axle) as readonly string[]).includes(place) && cutsWanted(job, axle).includes(obstacle),
  );
