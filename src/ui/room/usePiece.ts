'use client';

import { useEffect, useMemo, useState } from 'react';
import type { ReadingGate } from '@/core/document/job';
import { PIECES, type PieceName, type Pieces } from '@/workers/pieces';
import { useRoom } from './view';

/** What the worker said. */
type Said<N extends PieceName> = { asked: string } & ({ ok: true; piece: Pieces[N] } | { ok: false });

/**
 * One piece of what a page shows beside the verdicts, worked where they are: in the worker, or here where there is none.
 *
 * @param gates at which it is asked
 * @returns null until it is told; of a later state what the earlier one came to, meanwhile
 */
export function usePiece<N extends PieceName>(name: N, ...gates: readonly ReadingGate[]): { piece: Pieces[N] } | null {
  const { view, ask } = useRoom();
  const { workings, verdicts } = view;
  const of = gates.join();
  const asked = `${name}/${of}`;
  const [said, setSaid] = useState<Said<N> | null>(null);
  const alone = !ask || said?.ok === false;
  const here = useMemo(
    () => (alone ? { piece: PIECES[name](workings, of.split(',') as ReadingGate[]) } : null),
    [alone, workings, name, of],
  );
  useEffect(() => {
    if (alone) return;
    let gone = false;
    ask(name, of === '' ? [] : (of.split(',') as ReadingGate[])).then(
      (piece) => gone || setSaid({ asked, ok: true, piece }),
      () => gone || setSaid({ asked, ok: false }),
    );
    return () => {
      gone = true;
    };
    // What was swept since is told with the verdicts.
  }, [alone, ask, verdicts, name, of, asked]);
  return here ?? (said?.ok && said.asked === asked ? said : null);
}
