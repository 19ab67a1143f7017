'use client';

import { lazy, Suspense, useCallback, useState, type ReactNode } from 'react';
import type { AskedOfPassword } from './AskPassword';

const AskPassword = lazy(() => import('./AskPassword').then((m) => ({ default: m.AskPassword })));

/**
 * The password, asked for again before an act that whoever finds a tablet lying must not do.
 *
 * @returns how to ask, and the dialog to put on the page
 */
export function usePasswordAgain(): [(what: string, run: AskedOfPassword['run']) => void, ReactNode] {
  const [asked, setAsked] = useState<AskedOfPassword | null>(null);
  const ask = useCallback((what: string, run: AskedOfPassword['run']) => setAsked({ what, run }), []);
  const dialog = asked && (
    <Suspense fallback={null}>
      <AskPassword asked={asked} onClose={() => setAsked(null)} />
    </Suspense>
  );
  return [ask, dialog];
}
