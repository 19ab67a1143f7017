'use client';

import type { Workings } from '@/core/record/workings';
import type { Stage } from '@/core/subjects/linkage/stages';
import {
  bestAmount,
  CURES,
  ROOM_CURES,
  tryCure,
  worstOf,
  type Cure,
  type CureFigures,
} from '@/core/subjects/driveline/cures';
import { wordOf, type JudgedTrain } from '@/core/subjects/driveline/judged';
import type { TrainParts } from '@/core/subjects/driveline/parts';
import { CurePanel, type TriedRow } from '../cures/CurePanel';

export interface Trial {
  cure: Cure;
  figures: CureFigures;
}

const rowsOf = (judged: JudgedTrain | null): TriedRow[] | null =>
  judged &&
  judged.rows.map((row) => ({
    id: row.id,
    title: row.title,
    quantity: row.quantity,
    value: row.value,
    word: wordOf(row),
  }));

/** What would cure a train: each is applied, judged again, and shown with what it changes elsewhere. */
export function Cures({
  w,
  stage,
  parts,
  trial,
  onTrial,
}: {
  w: Workings;
  stage: Stage;
  parts: TrainParts;
  trial: Trial | null;
  onTrial: (trial: Trial | null) => void;
}) {
  const begin = (id: string) => {
    const cure = CURES.find((c) => c.id === id);
    if (!cure) return;
    const start = Object.fromEntries(cure.figures.map((f) => [f.id, f.start]));
    const best = bestAmount(w, stage, parts, cure, start);
    onTrial({ cure, figures: best === null ? start : { ...start, amount: best } });
  };
  const tried = () => {
    if (!trial) return { groups: [], elsewhere: [], alone: null };
    const trains = tryCure(w, stage, parts, trial.cure, trial.figures);
    return {
      groups: trains.map(({ axle, was, is }) => ({
        title: `${axle === 'front' ? 'Front' : 'Rear'} shaft`,
        was: rowsOf(was),
        is: rowsOf(is),
        worstWas: worstOf(was),
        worstIs: worstOf(is),
        cannot: 'With so much of it the shaft cannot be.',
      })),
      elsewhere: trial.cure.elsewhere(w, parts, trial.figures),
      alone:
        trains.every(({ is }) => is) && trains.some(({ is }) => worstOf(is) !== 'Clear')
          ? 'Alone it does not make every row Clear.'
          : null,
    };
  };
  return (
    <CurePanel
      offers={CURES.filter((cure) => cure.never(w, parts) === null)}
      never={CURES.flatMap((cure) => {
        const why = cure.never(w, parts);
        return why === null ? [] : [{ id: cure.id, name: cure.name, why }];
      })}
      moreName="what makes room"
      more={ROOM_CURES.map((cure) => (
        <li key={cure.id}>
          <span className="font-semibold">{cure.name}</span> changes no angle. At Build: {cure.build.join('; ')}.
        </li>
      ))}
      on={trial?.cure.id ?? null}
      figures={trial?.figures ?? {}}
      begin={begin}
      leave={() => onTrial(null)}
      onFigures={(figures) => trial && onTrial({ ...trial, figures })}
      tried={tried}
    />
  );
}
