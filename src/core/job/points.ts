import { clearancePoints } from './points/clearancePoints';
import { gapPoints } from './points/gapPoints';
import { handPoints } from './points/handPoints';
import { gaugePoints, linkagePoints } from './points/linkagePoints';
import { linkPoints } from './points/linkPoints';
import type { Point } from './points/point';
import { stancePoints } from './points/stancePoints';
import type { Asked } from './points/point';
import type { JobDocument } from './schema';

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

/** Whether a point is on the short route of this job there. */
export const isEssential = (point: Point, job: JobDocument, asked: Asked): boolean =>
  typeof point.essential === 'function'
    ? point.essential(job, asked)
    : point.essential === true || point.essential === job.job.heightSchool;

/** Whether “not fitted” is an answer to it there: heights and what the short route asks of every vehicle never. */
export const mayLack = (point: Point, job: JobDocument, asked: Asked): boolean =>
  !point.rideHeight &&
  (point.lacking === true || (point.quantity !== 'observation' && !isEssential(point, job, asked)));

/** What no vehicle can be at a point, base unit. */
export function hardBounds(point: Point): readonly [number, number] {
  if (point.bounds) return point.bounds;
  const [low, high] = point.range;
  switch (point.quantity) {
    case 'length':
      // Nothing between two ends is nought or less; no vehicle is ten times as large as it should be.
      return point.signed ? [-5000, 5000] : [low > 0 ? 0.1 : 0, Math.min(20_000, 10 * high)];
    case 'angle':
      return low < 0 || point.signed ? [-90, 90] : [0, 90];
    case 'pressure':
      return [0, 1500];
    case 'mass':
      return [0, 20_000];
    case 'share':
      return [0, 1];
    case 'clock':
      return [0, 12];
    case 'observation':
      return [0, 0];
  }
}
