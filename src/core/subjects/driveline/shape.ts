import type { JointKind } from '../../gauge/train';
import type { JobDocument, ReadingGate } from '../../document/job';
import type { Axle } from '../../kernel/places';
import { latestStanding } from '../../record/figures';
import { hasTrain } from '../common/where';

/** A joint as it is told: a rubber disc counts as a single joint with its maker's angle as its limit. */
export type ToldJoint = 'single' | 'double-cardan' | 'other-even' | 'flexible';
export const JOINT_CHOICES: readonly { id: ToldJoint; name: string; good: boolean }[] = [
  { id: 'single', name: 'One cross', good: true },
  { id: 'double-cardan', name: 'Two crosses side by side', good: true },
  { id: 'other-even', name: 'Ball joint under a boot', good: true },
  { id: 'flexible', name: 'Rubber disc', good: true },
];
export const jointKind = (told: ToldJoint): JointKind =>
  told === 'single' || told === 'flexible' ? 'single' : 'constant-velocity';

export const COUNT_CHOICES = [
  { id: 'one', name: 'One shaft', good: true },
  { id: 'two', name: 'Two, with a centre bearing', good: true },
  { id: 'three', name: 'Three, with two bearings', good: true },
  { id: 'none', name: 'No shaft', good: true },
] as const;
export const COUNTS: Readonly<Record<string, number>> = { none: 0, one: 1, two: 2, three: 3 };

/** What was last said at a point that is looked at, by the gate it was looked at; null where nothing stands. */
export const saidAt = (job: JobDocument, point: string, axle: Axle, gate?: ReadingGate): string | null =>
  latestStanding(
    job,
    point,
    (r) => r.place === axle && r.answer === 'observed' && (gate === undefined || r.gate === gate),
  )?.text ?? null;

/** How many shafts that answer means; null for none that is known. */
export const countOf = (said: string | null): number | null => COUNTS[said ?? ''] ?? null;

/** Shafts from case to axle as they were last counted, for a route; null where nobody looked. */
export const shaftsOf = (job: JobDocument, axle: Axle): number | null => countOf(saidAt(job, 'shaftCount', axle));

/** The axles to which a route asks so many shafts at least: where nobody looked yet, one is taken for the route's sake. */
export const withShafts = (job: JobDocument, least: number): Axle[] =>
  (['front', 'rear'] as const).filter((axle) => hasTrain(job, axle) && (shaftsOf(job, axle) ?? 1) >= least);
