'use client';

import { BOOK } from '@/core/assembly/book';
import type { Verdict } from '@/core/record/checks/types';
import { Figure, PlusMinus } from './Figure';

/** The figure of a verdict, with its sign where it has one; nothing where there is no figure. */
export function VerdictFigure({ v, uncertain = false }: { v: Verdict; uncertain?: boolean }) {
  if (!v.quantity || v.value === null) return null;
  return (
    <>
      <Figure quantity={v.quantity} value={v.value} signed={BOOK.carriesSign(v)} />
      {uncertain && v.uncertainty !== null && (
        <>
          {' '}
          <PlusMinus quantity={v.quantity} value={v.uncertainty} />
        </>
      )}
    </>
  );
}
