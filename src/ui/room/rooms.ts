import { BOOK } from '@/core/assembly/book';
import type { Subject } from '@/core/record/subject';

/** Where one can be in a job: its six gates, the two routes, the linkage, the clearance and the fit finder, the story. */
export const ROOMS = [
  'intake',
  'before',
  'before/read',
  'plan',
  'build',
  'after',
  'after/read',
  'release',
  'linkage',
  'clearance',
  'finder',
  'story',
] as const;
export type Room = (typeof ROOMS)[number];

/** The subject whose room is drawn from its data, by the path below the job. */
export const subjectRoom = (path: string): Subject | undefined =>
  BOOK.subjects.find((subject) => subject.room !== undefined && subject.room.id === path);

/** Whether a path below the job leads anywhere; the bare job leads to the gate where the vehicle stands. */
export const isRoom = (path: string): boolean =>
  path === '' || (ROOMS as readonly string[]).includes(path) || subjectRoom(path) !== undefined;
