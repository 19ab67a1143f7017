'use client';

import { useEffect, useState } from 'react';
import type { ReadingGate } from '@/core/document/job';
import type { PieceName, Pieces } from '@/workers/pieces';
import { useRoom } from './view';

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
  const [said, setSaid] = useState<{ asked: string; piece: Pieces[N] } | null>(null);
  useEffect(() => {
    let gone = false;
    const at = of === '' ? [] : (of.split(',') as ReadingGate[]);
    // Its code is a worker's: the page loads it only where no worker does.
    const here = async () => (await import('@/workers/pieces')).PIECES[name](workings, at);
    void (ask ? ask(name, at).catch(here) : here()).then((piece) => gone || setSaid({ asked, piece }));
    return () => {
      gone = true;
    };
    // What was swept since is told with the verdicts.
  }, [ask, workings, verdicts, name, of, asked]);
  return said?.asked === asked ? said : null;
}
