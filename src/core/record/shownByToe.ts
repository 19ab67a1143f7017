import type { Reading } from '../document/job';
import { axleAt, cornersOf, type Corner } from '../kernel/places';
import { K } from '../kernel/uncertainty/propagate';
import { bearsOn } from './bearing';
import { limitOn } from './checks/limit';
import type { Figures } from './figures';
import type { Point } from './point';
import { isToeSet, STANDS_BY_TOE } from './stale';
import type { Unmoved } from './unmoved';

/** So far a wheel may be turned, degrees: no point of a tyre moves by `LESS` then. Source: docs/figures.md "Shown unmoved". */
const TURNED = 0.4;
/** What every gap read there has to be Clear with less, mm; a taller tyre reaches farther. */
const LESS = 3;
/** How far to the side of its steering axis a tyre reaches, mm: half a wide section and the scrub. */
const ASIDE = 150;
const AT_LOCK: readonly Reading['state'][] = ['floor-left', 'floor-right', 'ramp', 'cycled'];

const time = (iso: string): number => Date.parse(iso);

/**
 * Whether a gap at lock or a rub test stands after nothing but the toe was set: each wheel turned by no more than 0.4° by
 * what was read before and after it, and every gap read there Clear with 3 mm less. The gaps themselves carry as much
 * more uncertainty as the wheel turned. Source: docs/figures.md "Shown unmoved".
 *
 * @param latest the last of the readings at that spot
 * @returns null where they do not stand
 */
export function shownByToe(figures: Figures, point: Point, latest: Reading): Unmoved | null {
  const { job, book } = figures;
  if (latest.gate !== 'after' || point.tells.includes('lock')) return null;
  const gap = point.judgedBy !== undefined;
  // What else is read at lock, a damper's stroke say, tells of the steering that was set.
  if (!point.tells.some((t) => STANDS_BY_TOE.includes(t)) && !(gap && AT_LOCK.includes(latest.state))) return null;
  const bearing = job.changes
    .filter((c) => time(c.at) >= time(latest.takenAt) && bearsOn(c, job, point, latest))
    .sort((a, b) => time(a.at) - time(b.at));
  const [first, last] = [bearing[0], bearing.at(-1)];
  const axle = axleAt(latest.place);
  if (!first || !last || axle === null || !bearing.every((c) => isToeSet(c) && axleAt(c.place ?? 'vehicle') === axle))
    return null;
  const then = figures.asItStood(first.at);
  const turned = book.subjects.map((s) => s.toeTurned?.(then, figures, axle) ?? null).find((found) => found !== null);
  if (!turned || turned.value > TURNED + 1e-9) return null;
  const tyre = then.figure({ gate: 'after', point: 'tyreDiameter', place: axle, state: 'floor' });
  const diameter = tyre.status === 'read' ? tyre.value : job.vehicle.tyreDiameter;
  const arm = (Math.hypot(diameter / 2, ASIDE) * Math.PI) / 180;
  const arc = arm * turned.value;
  if (!cornersOf(axle).every((corner) => isRoomy(then, corner, Math.max(LESS, arc)))) return null;
  // Anywhere between as it was and the whole arc nearer.
  return { change: last, by: gap ? arc / Math.sqrt(3) : 0, u: gap ? arm * turned.u : 0, turned: turned.value };
}

/** Whether a gap was read at that wheel, turned or flexed, and each of them is Clear with so much less. */
function isRoomy(figures: Figures, corner: Corner, less: number): boolean {
  const { job, book } = figures;
  const gaps = book.points.flatMap((point) => {
    const { judgedBy } = point;
    if (!judgedBy) return [];
    return point
      .where(job)
      .filter(({ place, state }) => place === corner && AT_LOCK.includes(state))
      .flatMap((spot) => {
        const figure = figures.figure({ gate: 'after', point: point.id, ...spot });
        return figure.status === 'read' ? [{ figure, limit: limitOn(job, judgedBy) }] : [];
      });
  });
  const asked = { safety: K, function: 1, comfort: 0 } as const;
  return (
    gaps.length > 0 &&
    gaps.every(
      ({ figure, limit }) =>
        !figure.doubtful && !figure.assumed && figure.value - less - limit.clear >= asked[limit.rule] * figure.u,
    )
  );
}
