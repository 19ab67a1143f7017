import type { Subject } from '../record/subject';
import { alignment } from '../subjects/alignment/subject';
import { axlePlace } from '../subjects/axlePlace/subject';
import { clearance } from '../subjects/clearance/subject';
import { driveline } from '../subjects/driveline/subject';
import { flex } from '../subjects/flex/subject';
import { hands } from '../subjects/hands/subject';
import { lamps } from '../subjects/lamps/subject';
import { lines } from '../subjects/lines/subject';
import { linkage } from '../subjects/linkage/subject';
import { stance } from '../subjects/stance/subject';
import { steering } from '../subjects/steering/subject';
import { swayBar } from '../subjects/swayBar/subject';
import { travel } from '../subjects/travel/subject';
import { tyre } from '../subjects/tyre/subject';

/**
 * The one list: a subject is added by its folder and one line here, in the order of a walk within one place. What its
 * folder may import is the order in `subjects/order.json`.
 */
export const SUBJECTS: readonly Subject[] = [
  stance,
  swayBar,
  lines,
  alignment,
  driveline,
  axlePlace,
  steering,
  clearance,
  travel,
  hands,
  linkage,
  tyre,
  flex,
  lamps,
];
