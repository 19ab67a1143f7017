import type { JobDocument, ReadingGate } from '../../document/job';
import { otherSide, type Place } from '../../kernel/places';
import type { Phrase } from '../../kernel/phrase';
import { standingReadings } from '../../record/figures';
import type { AskedAt, Point } from '../../record/point';

/** By how much better a mirror has to fit to be asked about, degrees. */
const NEARER = 0.6;

/**
 * By how much the mirror fits better than what was given, degrees: a lift takes both sides alike, so left less right is
 * to stay as it was. Less than nothing where it stands better as given.
 *
 * @param was left less right, Before or as predicted
 * @param is left less right, as given
 */
export const mirrorGains = (was: number, is: number): number => Math.abs(is - was) - Math.abs(-is - was);
export const isMirrored = (gain: number): boolean => gain > NEARER;

const latest = (job: JobDocument, gate: ReadingGate, points: readonly string[], place: Place): number | null =>
  standingReadings(job, (r) => r.gate === gate && points.includes(r.point) && r.place === place && r.value !== null).at(
    -1,
  )?.value ?? null;

/**
 * Asks whether left and right were taken for each other, where what is typed After beside the other side fits what was
 * read Before better the other way about. By whichever way it was read Before.
 *
 * @param points the same figure as a stand, and as a gauge has it
 */
export const asMirror =
  (points: readonly string[]): NonNullable<Point['doubt']> =>
  (job: JobDocument, value: number, { gate, place }: AskedAt): Phrase | null => {
    const across = otherSide(place);
    if (gate !== 'after' || !across) return null;
    const [own, other, beside] = [
      latest(job, 'before', points, place),
      latest(job, 'before', points, across),
      latest(job, 'after', points, across),
    ];
    if (own === null || other === null || beside === null || !isMirrored(mirrorGains(own - other, value - beside)))
      return null;
    return [
      'Before, this side read ',
      { quantity: 'fineAngle', value: own },
      ' and the other ',
      { quantity: 'fineAngle', value: other },
      ': were left and right taken for each other?',
    ];
  };
/** The first of several questions that has something to ask. */
export const firstOf =
  (...asks: readonly NonNullable<Point['doubt']>[]): NonNullable<Point['doubt']> =>
  (job, value, asked) => {
    for (const ask of asks) {
      const said = ask(job, value, asked);
      if (said) return said;
    }
    return null;
  };
