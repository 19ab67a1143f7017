import { clearancePoints } from './points/clearancePoints';
import { gapPoints } from './points/gapPoints';
import { handPoints } from './points/handPoints';
import { gaugePoints, linkagePoints } from './points/linkagePoints';
import { linkPoints } from './points/linkPoints';
import type { Point } from './points/point';
import { stancePoints } from './points/stancePoints';
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

/** Whether a point is on the short route of this job. */
export const isEssential = (point: Point, job: JobDocument): boolean =>
  point.essential === true || point.essential === job.job.heightSchool;
