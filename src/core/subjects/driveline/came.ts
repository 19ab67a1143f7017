import { countsAs } from '../../document/changeKinds';
import type { ChangeKind } from '../../document/changes';
import { cornersOf, type Axle } from '../../kernel/places';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { hubToLipAt } from '../stance/rise';
import { workTrain, type WorkedTrain } from './angles';
import { gaugeMoved, readHanging, trainRead } from './parts';
import { turnsNoFaster } from './speeds';

/** As it came, both corners stood within this of the maker's height, mm. Source: docs/figures.md "Default limits". */
const STOCK_WITHIN = 10;
/** What bends a driveline otherwise, recorded before anything of this job was done to it. */
const BENDS: readonly ChangeKind[] = [
  'spring',
  'track-bar-or-arm',
  'shim',
  'driveshaft',
  'case-or-bearing',
  'body-lift',
];

/** Whether an axle stood as its maker made it when it came, as far as anybody noted. */
function cameUnaltered({ job, figures }: Workings, axle: Axle): boolean {
  const maker = job.reference.kind === 'maker-stock' ? job.reference[axle] : null;
  if (maker === null) return false;
  const stood = cornersOf(axle).every((corner) => {
    const height = hubToLipAt(figures, 'before', corner);
    return height !== null && Math.abs(height.value - maker) <= STOCK_WITHIN;
  });
  const noted = job.changes.some(
    (c) => (c.gate === 'intake' || c.gate === 'before') && countsAs(c, job.vehicle, BENDS),
  );
  const blocks = figures.figure({ gate: 'before', point: 'blocks', place: axle, state: 'floor' });
  return stood && !noted && !(blocks.status === 'observed' && blocks.choice !== 'none');
}

/**
 * The angles that a joint came with, where they count: it stood unaltered, nothing shook, and the shaft turns no faster
 * now. Source: docs/figures.md "Default limits".
 */
export function cameWith(w: Workings, axle: Axle, stage: Stage): WorkedTrain | null {
  if (!cameUnaltered(w, axle) || !turnsNoFaster(w, axle, stage)) return null;
  const seen = w.figures.figure({ gate: 'before', point: 'vibration', place: 'vehicle', state: 'floor' });
  if (seen.status !== 'observed' || seen.choice !== 'none') return null;
  const before = trainRead(w, axle, 'before');
  // A crawl that was itself not worked proves nothing of After.
  if (before.state !== 'known' || gaugeMoved(before.drift) || readHanging(w, 'before')) return null;
  return workTrain(before.parts);
}
