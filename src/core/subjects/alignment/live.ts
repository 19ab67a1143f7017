import * as z from 'zod';
import { PLACE_NAME, type Corner } from '../../kernel/places';

const degrees = z.number().min(-30).max(30);
/** What an alignment stand answers when it is asked what it shows: each wheel's figures, degrees. */
export const Live = z.object({
  format: z.literal('live-alignment'),
  simulated: z.boolean().default(false),
  at: z.iso.datetime({ offset: true }),
  wheels: z.partialRecord(
    z.enum(['FL', 'FR', 'RL', 'RR']),
    z.object({ camber: degrees.optional(), caster: degrees.optional(), toe: degrees.optional() }),
  ),
});
export type Live = z.infer<typeof Live>;

/** So many answers in a row are taken together. */
export const SAMPLES = 8;
/** Standing still, degrees: no figure of the samples strays from their mean by more. */
export const STEADY = 0.05;

/** A figure of a wheel over the last samples: its mean, and how far the farthest lies from it, degrees. */
export interface LiveFigure {
  point: 'camber' | 'caster' | 'toe';
  place: Corner;
  mean: number;
  strays: number;
}

/**
 * The figures that every one of the samples gives: mean and the farthest from it. A mean is taken of what stands still;
 * of what moves there is none worth filing, and `steady` says which it is.
 *
 * @param samples the last answers of a stand, oldest first
 */
export function steadied(samples: readonly Live[]): { figures: LiveFigure[]; steady: boolean } {
  const figures = (['FL', 'FR', 'RL', 'RR'] as const).flatMap((place) =>
    (['camber', 'caster', 'toe'] as const).flatMap((point): LiveFigure[] => {
      const values = samples.flatMap((s) => s.wheels[place]?.[point] ?? []);
      if (values.length === 0 || values.length < samples.length || (point === 'caster' && place.startsWith('R')))
        return [];
      const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
      return [{ point, place, mean, strays: Math.max(...values.map((v) => Math.abs(v - mean))) }];
    }),
  );
  const enough = samples.length >= SAMPLES && figures.length > 0;
  return { figures, steady: enough && figures.every(({ strays }) => strays <= STEADY) };
}

/** Which figure moves most, in words; null where none does. */
export function moving(figures: readonly LiveFigure[]): string | null {
  const [worst] = [...figures].sort((a, b) => b.strays - a.strays);
  return worst && worst.strays > STEADY ? `${worst.point}, ${PLACE_NAME[worst.place].toLowerCase()}` : null;
}
