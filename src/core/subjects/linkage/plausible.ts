import { AXLES, type Axle } from '../../kernel/places';
import type { Workings } from '../../record/workings';
import { SIDES, type End, type GeometryFile } from '../../suspension/schema';
import { assemble } from './assemble';

/**
 * How far out or in a hub of a geometry may stand from where it stood, mm: as it came, from half the track that was
 * booked; as built, from as it came. No arm, spacer or housing that is bolted on moves it farther.
 */
const ASIDE = { before: 150, 'as-built': 80 } as const;
/** What stands round one wheel, and how finely: more is no taping, and holds up everybody who works it. */
const MOST = { obstacles: 40, points: 60 } as const;

const hubOf = (end: End, side: (typeof SIDES)[number]): number => {
  const own = end[side];
  return own === 'mirror' ? -end.left.hub.centre[1] : own.hub.centre[1];
};

/**
 * Why a geometry out of a file cannot be this vehicle's, by its path; null where it can.
 *
 * @param w the job that it is kept on
 * @param stage as which it is kept
 */
export function geometryFault(w: Workings, file: GeometryFile, stage: 'before' | 'as-built'): string | null {
  for (const axle of AXLES) {
    const end = file[axle];
    if (!end) continue;
    for (const side of SIDES) {
      const far = hubFault(w, axle, end, side, stage);
      if (far) return far;
      const given = end[side];
      const obstacles = given === 'mirror' ? [] : (given.obstacles ?? []);
      if (obstacles.length > MOST.obstacles)
        return `${axle}.${side}.obstacles: ${obstacles.length} stand round one wheel; ${MOST.obstacles} at most`;
      const fine = obstacles.findIndex((o) => o.points.length > MOST.points);
      if (fine >= 0) return `${axle}.${side}.obstacles[${fine}].points: more than ${MOST.points}, finer than any tape`;
    }
  }
  return null;
}

function hubFault(
  w: Workings,
  axle: Axle,
  end: End,
  side: (typeof SIDES)[number],
  stage: 'before' | 'as-built',
): string | null {
  const { vehicle } = w.job;
  const half = (axle === 'front' ? vehicle.trackFront : vehicle.trackRear) / 2;
  const sign = side === 'left' ? 1 : -1;
  // As it came: by the points that were read, where they make a linkage; else by the track that was booked.
  const came = stage === 'as-built' ? assemble(w, axle) : null;
  const was = came && !came.fault ? hubOf(came.end, side) : sign * half;
  const hub = hubOf(end, side);
  // As built it is held to the booking as well: two steps out, each within its own, are one too far.
  for (const [from, most, stood] of [
    [was, ASIDE[stage], stage === 'before' ? 'half the track that was booked' : 'where it stood as it came'],
    [sign * half, ASIDE.before, 'half the track that was booked'],
  ] as const) {
    const off = sign * (hub - from);
    if (Math.abs(off) > most)
      return `${axle}.${side}.hub.centre: it stands ${Math.abs(off).toFixed(0)} mm ${off > 0 ? 'outside' : 'inside'} ${stood}; nothing bolted on moves it more than ${most}`;
  }
  return null;
}
