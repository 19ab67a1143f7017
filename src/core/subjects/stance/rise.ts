import type { Workings } from '../../record/workings';
import { lipIsAltered } from '../common/altered';
import { type Figures, type Spot } from '../../record/figures';
import { axleOf, CORNERS, type Corner } from '../../kernel/places';
import type { JobDocument, ReadingGate } from '../../document/job';
import { hubToLipFromFloor, noseUpChange } from './heights';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';

const difference = ([after = 0, before = 0]: number[]): number => after - before;
const at = (gate: ReadingGate, point: string, corner: Corner): Spot => ({ gate, point, place: corner, state: 'floor' });

/** A reading at a corner on the floor, mm; null where it was not (freshly) read. */
export function readAt(figures: Figures, gate: ReadingGate, point: string, corner: Corner): Uncertain | null {
  const figure = figures.figure(at(gate, point, corner));
  return figure.status === 'read' ? figure : null;
}

/** Hub-to-lip at a corner in the job's school, mm, or null where it is not (freshly) read. */
export function hubToLipAt(figures: Figures, gate: ReadingGate, corner: Corner): Uncertain | null {
  if (figures.job.job.heightSchool === 'hub-to-lip') return readAt(figures, gate, 'hubToLip', corner);
  const [lip, radius] = [readAt(figures, gate, 'floorToLip', corner), readAt(figures, gate, 'loadedRadius', corner)];
  return lip && radius && propagate(([f = 0, r = 0]) => hubToLipFromFloor(f, r), [lip, radius]);
}

/** What a rise at a corner is read by: where a lip is altered the fixed body mark alone tells. */
export const risesBy = (job: JobDocument, corner: Corner): 'mark' | 'lip' =>
  lipIsAltered(job, axleOf(corner)) ? 'mark' : 'lip';

/**
 * How far the body rose over the hub at a corner, After less Before, mm: suspension, body lift and moved hub together,
 * never an alteration of the lip. Source: docs/figures.md "Stance".
 *
 * @returns null where what tells it was not read at both gates
 */
export const riseAt = (w: Workings, corner: Corner): Uncertain | null =>
  w.once(riseAt, corner, () => workRise(w, corner));

function workRise(w: Workings, corner: Corner): Uncertain | null {
  const figures = w.figures;
  const read = (gate: ReadingGate): Uncertain | null =>
    risesBy(w.job, corner) === 'mark' ? readAt(figures, gate, 'hubToMark', corner) : hubToLipAt(figures, gate, corner);
  const [before, after] = [read('before'), read('after')];
  return before && after && propagate(difference, [after, before]);
}

/**
 * How far the body rose over the floor, mm: its rise over the hub and the tyre's part. Where a loaded radius was not
 * read at both gates the tyres are taken alike.
 */
export function bodyRiseAt(w: Workings, corner: Corner): (Uncertain & { tyresAlike: boolean }) | null {
  const rise = riseAt(w, corner);
  if (!rise) return null;
  const figures = w.figures;
  const [was, is] = [
    readAt(figures, 'before', 'loadedRadius', corner),
    readAt(figures, 'after', 'loadedRadius', corner),
  ];
  if (!was || !is) return { ...rise, tyresAlike: true };
  return { ...propagate(([r = 0, b = 0, a = 0]) => r + a - b, [rise, was, is]), tyresAlike: false };
}

/**
 * How far the body has turned nose up, After less Before, degrees, by the body's rise over the floor at all four
 * corners. Source: docs/figures.md "Stance".
 */
export function noseUpAt(w: Workings): Uncertain | null {
  const rises = CORNERS.map((corner) => bodyRiseAt(w, corner));
  const known = rises.filter((rise) => rise !== null);
  if (known.length < CORNERS.length) return null;
  return propagate(
    ([FL = 0, FR = 0, RL = 0, RR = 0]) => noseUpChange((FL + FR) / 2, (RL + RR) / 2, w.job.vehicle.wheelbase),
    known,
  );
}
