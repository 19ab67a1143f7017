import { BOOK } from '@/core/assembly/book';
import { STATIONS, type StationId } from '@/core/record/station';
import type { Subject } from '@/core/record/subject';

/** Where one can be in a job: its six gates, the two routes, the underside, the clearance and the fit finder, the story,
 * the alignment sheet. */
export const ROOMS = [
  'intake',
  'before',
  'before/read',
  'plan',
  'build',
  'after',
  'after/read',
  'release',
  'underside',
  // As links from earlier have it.
  'linkage',
  'clearance',
  'finder',
  'story',
  'alignment-sheet',
] as const;
export type RoomPath = (typeof ROOMS)[number];

/** The subject whose room is drawn from its data, by the path below the job. */
export const subjectRoom = (path: string): Subject | undefined =>
  BOOK.subjects.find((subject) => subject.room !== undefined && subject.room.id === path);

/** The station at a gate that a path below the job names: "after/lines". */
export function stationRoom(path: string): { gate: 'before' | 'plan' | 'after'; station: StationId } | undefined {
  const [gate, id, ...more] = path.split('/');
  const station = STATIONS.find((s) => s.id === id);
  return station && more.length === 0 && (gate === 'before' || gate === 'plan' || gate === 'after')
    ? { gate, station: station.id }
    : undefined;
}

/** A path that looks for a station which there is none of: what it was looked for by, and the gate. */
export function lostStation(path: string): { gate: 'before' | 'plan' | 'after'; name: string } | undefined {
  const [gate, name, ...more] = path.split('/');
  if (!name || more.length > 0 || isRoom(path)) return undefined;
  return gate === 'before' || gate === 'plan' || gate === 'after' ? { gate, name: name.slice(0, 40) } : undefined;
}

/** Whether a path below the job leads anywhere; the bare job leads to the gate where the vehicle stands. */
export const isRoom = (path: string): boolean =>
  path === '' ||
  stationRoom(path) !== undefined ||
  (ROOMS as readonly string[]).includes(path) ||
  subjectRoom(path) !== undefined;
