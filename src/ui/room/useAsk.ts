'use client';

import { unstable_isUnrecognizedActionError } from 'next/navigation';
import { useCallback } from 'react';
import type { ActionAnswer } from '@/server/answer';
import { useDevice } from '../device/DeviceProvider';
import { useRoom } from './view';

const NO_SERVER =
  'The server does not answer: this needs it. What you typed is still here; readings can be filed meanwhile.';

const UPDATED = 'High Gate was updated since this page was opened. Reload it; nothing that was filed is lost.';

/**
 * Asks the server for something that it alone decides (a gate, a signature). What waits on this device is sent first,
 * since the server decides on what it has; and a server out of reach becomes a plain answer.
 */
export function useAsk(): <A extends ActionAnswer<object>>(
  ask: () => Promise<A>,
) => Promise<A | { ok: false; message: string; errors: Record<string, string> }> {
  const { view, refresh } = useRoom();
  const { flush, waiting } = useDevice();
  return useCallback(
    async (ask) => {
      const left = waiting.filter((w) => w.jobId === view.id && w.state === 'here').length;
      if (left > 0 && !(await flush(view.id)))
        return {
          ok: false,
          message: `${left} filed on this tablet ${left === 1 ? 'is' : 'are'} not with the server yet, and it decides on what it has. Try again when ${left === 1 ? 'it is' : 'they are'} sent.`,
          errors: {},
        };
      try {
        const answer = await ask();
        if (answer.ok) await refresh();
        return answer;
      } catch (error) {
        const message = unstable_isUnrecognizedActionError(error) ? UPDATED : NO_SERVER;
        return { ok: false, message, errors: {} };
      }
    },
    [view.id, refresh, flush, waiting],
  );
}
