import type { ChangeKind } from '../../document/changes';
import type { Workings } from '../workings';
import type { CheckDefinition, Needs } from './types';
import { kindsOn } from '../bearing';

/** The changes after which any reading that a check names has to be taken again. */
export function staleKinds({ job, book }: Workings, check: CheckDefinition, needs: Needs): ChangeKind[] {
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  const own = spots
    .filter((spot) => spot.gate === check.gate)
    .flatMap((spot) => {
      const point = book.byId(spot.point);
      return point ? kindsOn(point, job, spot) : [];
    });
  return [...new Set([...own, ...(check.staleOn ?? [])])];
}
