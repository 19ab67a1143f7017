import type { Place } from '../../kernel/places';
import type { ChangeKind } from '../../document/changes';
import type { Workings } from '../workings';
import type { CheckDefinition, Needs } from './types';
import { kindsOn } from '../bearing';

/** The changes after which any reading that a check names has to be taken again. */
export function staleKinds(w: Workings, check: CheckDefinition, needs: Needs, place: Place): ChangeKind[] {
  const { job, book } = w;
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  const own = spots
    .filter((spot) => spot.gate === check.gate)
    .flatMap((spot) => {
      const point = book.byId(spot.point);
      return point ? kindsOn(point, job, spot) : [];
    });
  const filed = (check.needsFiled?.(w, place) ?? []).flatMap((kind) => kind.staleOn ?? []);
  return [...new Set([...own, ...filed, ...(check.staleOn ?? [])])];
}
