import type { ReadingGate } from '@/core/document/job';
import type { Corner } from '@/core/kernel/places';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { standingReadings } from '@/core/record/figures';
import type { ToFile } from '../room/useFiling';
import type { JobView } from '../room/view';

/** A figure that a stand gave of a wheel, degrees as text. */
export interface StandFigure {
  point: 'camber' | 'caster' | 'toe' | 'axisLean';
  place: Corner;
  text: string;
}

/**
 * What a stand gave as readings of a gate: that it was read by one, and each figure. A later print is the later state,
 * not a repeat of the earlier one.
 *
 * @param simulated a stand-in made it up, and every reading says so
 */
export function standReadings(
  { job }: Pick<JobView, 'job'>,
  gate: ReadingGate,
  figures: readonly StandFigure[],
  { note, simulated }: { note: string; simulated: boolean },
): ToFile[] {
  const common = { gate, state: 'floor' as const, set: 1, units: METRIC_SHOP, supersedes: null, asked: false, note };
  const standing = standingReadings(job).filter((r) => r.gate === gate);
  const by: ToFile = {
    kind: 'reading',
    what: 'alignment read by a stand',
    body: {
      ...common,
      point: 'alignedBy',
      place: 'vehicle',
      answer: 'observed',
      text: 'stand',
      good: true,
      instrument: 'hand',
      knew: standing.filter((r) => r.point === 'alignedBy').map((r) => r.id),
    },
  };
  return [
    by,
    ...figures.map(({ point, place, text }): ToFile => {
      const here = standing.filter((r) => r.point === point && r.place === place && r.value !== null);
      return {
        kind: 'reading',
        what: `${point} ${place}`,
        body: {
          ...common,
          point,
          place,
          answer: 'measured',
          text,
          good: null,
          instrument: simulated ? 'simulated-stand' : 'alignment-rack',
          supersedes: here.at(-1)?.id ?? null,
          knew: here.map((r) => r.id),
        },
      };
    }),
  ];
}
