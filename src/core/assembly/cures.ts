import { axleAt } from '../kernel/places';
import type { CureOffer } from '../record/cure';
import type { Verdict } from '../record/checks/types';
import type { Workings } from '../record/workings';

/**
 * What would cure a verdict, whichever subject offers it: only what can be on this vehicle.
 *
 * @param stage where it is tried: at the plan, or on the vehicle as it was read at the verdict's own gate
 */
export function curesOf(
  w: Workings,
  { check, gate, place }: Pick<Verdict, 'check' | 'gate' | 'place'>,
  stage: 'plan' | null = null,
): readonly CureOffer[] {
  const at = axleAt(place);
  return (
    w.book.subjects
      .filter((subject) => subject.cures?.for.includes(check))
      // What is told of the whole vehicle is steered by its front axle.
      .flatMap((subject) => subject.cures?.at(w, stage ?? gate, at ?? 'front') ?? [])
      .filter((cure) => cure.never === null && cure.for.includes(check))
  );
}

/** Whether there is any cure of what a check finds. */
export const hasCures = (w: Workings, check: string): boolean =>
  w.book.subjects.some((subject) => subject.cures?.for.includes(check));
