import type { Axle } from '../../kernel/places';
import { NOT_ALONE, startOf, type CureOffer, type TriedRow } from '../../record/cure';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { ROWS } from './checks';
import { bestAmount, CURES, partsAt, tryCure, worstOf } from './cures';
import { wordOf, type JudgedTrain } from './judged';

const rowsOf = (judged: JudgedTrain | null): TriedRow[] | null =>
  judged &&
  judged.rows.map((row) => ({
    id: row.id,
    title: row.title,
    quantity: row.quantity,
    value: row.value,
    word: wordOf(row),
  }));
const JUDGED = ROWS.map(([id]) => id);

/** What would cure the shaft of an axle at a stage; nothing where the shaft is not known. */
export function shaftCures(w: Workings, stage: Stage, axle: Axle): readonly CureOffer[] {
  const parts = partsAt(w, axle, stage);
  if (!parts) return [];
  return CURES.map((cure) => ({
    id: cure.id,
    name: cure.name,
    figures: cure.figures,
    for: JUDGED,
    never: cure.never(w, parts),
    build: cure.build,
    best: () => {
      const start = startOf(cure.figures);
      const amount = bestAmount(w, stage, parts, cure, start);
      return amount === null ? start : { ...start, amount };
    },
    tried: (figures) => {
      const trains = tryCure(w, stage, parts, cure, figures);
      const can = trains.every(({ is }) => is);
      return {
        groups: trains.map(({ axle: end, was, is }) => ({
          title: `${end === 'front' ? 'Front' : 'Rear'} shaft`,
          was: rowsOf(was),
          is: rowsOf(is),
          worstWas: worstOf(was),
          worstIs: worstOf(is),
          cannot: 'With so much of it the shaft cannot be.',
        })),
        elsewhere: cure.elsewhere(w, parts, figures),
        alone: can && trains.some(({ is }) => worstOf(is) !== 'Clear') ? NOT_ALONE : null,
      };
    },
  }));
}
