import type { JobDocument } from '../../document/job';
import { AXLES, cornersOf } from '../../kernel/places';
import { latestStanding } from '../../record/figures';
import type { Raise } from '../../record/raised';

/**
 * Wheels that are in no record: the tyre that was asked for, and a spacer seen behind a wheel that came without one.
 * Source: docs/figures.md "Not recorded".
 */
export function wheelsRaised(job: JobDocument): readonly Raise[] {
  const { asked } = job.fitments;
  const name = asked ? asked.name || asked.size || 'tyre and wheel' : '';
  const spaced = AXLES.filter(
    (axle) =>
      cornersOf(axle).some((corner) => seenBehind(job, corner) === 'spacer') &&
      !latestStanding(job, 'wheelSpacer', (r) => r.gate === 'before' && r.place === axle && (r.value ?? 0) > 0),
  );
  return [
    ...spaced.map((place): Raise => ({ kind: 'tyre-or-wheel', place, why: ['a spacer stands behind a wheel'] })),
    ...(asked
      ? [{ kind: 'tyre-or-wheel', place: 'vehicle', why: [`${name} was asked for`], asked: name } as const]
      : []),
  ];
}

const seenBehind = (job: JobDocument, corner: string): string | null =>
  latestStanding(job, 'behindWheel', (r) => r.place === corner && r.answer === 'observed')?.text ?? null;
