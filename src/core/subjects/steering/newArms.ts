import type { JobDocument } from '../../document/job';
import { AXLES, type Axle } from '../../kernel/places';
import { kindOf } from '../linkage/features';

/** What a number of new adjustable arms can set together on this vehicle, and what stays out. */
export interface NewArms {
  count: number;
  sets: string[];
  out: string[];
}

/** Pairs of arms of an axle that can be made longer, and what each pair has to give: place first, then turn. */
function pairsOf(job: JobDocument, axle: Axle): { pairs: number; wishes: string[] } {
  const kind = kindOf(job.vehicle, axle);
  const turn = axle === 'front' ? 'caster, and the pinion with it' : 'pinion angle';
  const [place, turned] = [`${axle} axle fore and aft, and square`, `${axle} ${turn}`];
  switch (kind) {
    case 'beam-links':
    case 'beam-triangulated':
      return { pairs: 2, wishes: [place, turned] };
    case 'beam-radius-arms':
      // An arm bolted solid to the axle turns it at its bushes, not by its length.
      return { pairs: 1, wishes: [place, turned] };
    default:
      return { pairs: 0, wishes: [] };
  }
}

/**
 * For two, four, six and eight new arms, as far as this vehicle has so many: a pair longer by one amount is one unknown
 * and sets one figure; unlike left and right it squares the axle too. The axle with most to gain comes first.
 *
 * @returns nothing for a vehicle without such arms
 */
export function newArms(job: JobDocument): NewArms[] {
  const axles = AXLES.map((axle) => ({ axle, ...pairsOf(job, axle) })).filter(({ pairs }) => pairs > 0);
  const most = axles.reduce((sum, { pairs }) => sum + pairs, 0);
  return Array.from({ length: most }, (_, i) => {
    let left = i + 1;
    const sets: string[] = [];
    const out: string[] = [];
    for (const { axle, pairs: has, wishes } of axles) {
      const take = Math.min(left, has);
      left -= take;
      if (take === 1 && has > 1) {
        sets.push(`one of: ${wishes.join('; ')}`);
        out.push(`the other of the two at the ${axle} axle`);
      } else {
        sets.push(...wishes.slice(0, take));
        out.push(...wishes.slice(take));
      }
    }
    return { count: 2 * (i + 1), sets, out };
  });
}
