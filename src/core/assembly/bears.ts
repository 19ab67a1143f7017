import { axleOf, CORNERS, isCorner, type Corner } from '../kernel/places';
import type { Verdict } from '../record/checks/types';
import { SETTLED_WITHIN } from '../record/figures';
import { changedSince } from '../record/pointRules';
import type { Workings } from '../record/workings';
import { riseAt } from '../subjects/stance/rise';

/** The corners whose heights a row hangs on: both of its axle; all four of what belongs to the whole vehicle. */
const cornersFor = (v: Verdict): readonly Corner[] =>
  v.place === 'vehicle'
    ? CORNERS
    : CORNERS.filter((corner) => axleOf(corner) === (isCorner(v.place) ? axleOf(v.place) : v.place));

/**
 * Whether a change bears on a row: one that was recorded since Before, of a kind that makes it stale; or one that a reading
 * raises, a corner of its axle that stands elsewhere than it came. A corner whose heights are not read counts as moved.
 * Source: docs/figures.md "What can be signed away".
 */
export function bears(w: Workings, v: Verdict): boolean {
  const recorded = changedSince(w.job, ...v.staleOn);
  if (recorded) return true;
  return (
    v.staleOn.includes('spring') &&
    cornersFor(v).some((corner) => {
      const rise = riseAt(w, corner);
      return rise === null || Math.abs(rise.value) > SETTLED_WITHIN;
    })
  );
}
