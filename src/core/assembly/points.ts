import { clearancePoints } from '../subjects/clearance/points';
import { gapPoints } from '../subjects/clearance/gapPoints';
import { handPoints } from '../subjects/hands/points';
import { gaugePoints, linkagePoints } from '../subjects/linkage/points';
import { linkPoints } from '../subjects/swayBar/points';
import type { Point } from '../record/point';
import { stancePoints } from '../subjects/stance/points';
import type { Asked } from '../record/point';
import type { JobDocument } from '../document/job';

/** Every point that can be measured or looked at, in the order of a walk within one place. */
export const POINTS: readonly Point[] = [
  ...stancePoints,
  ...linkPoints,
  ...gaugePoints,
  ...gapPoints,
  ...handPoints,
  ...linkagePoints,
  ...clearancePoints,
];

const byId = new Map(POINTS.map((point) => [point.id, point]));
/** The point of that id, or undefined where a file or a link names one that does not exist. */
export const pointById = (id: string): Point | undefined => byId.get(id);
