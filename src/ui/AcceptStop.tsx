'use client';

import { useState, useTransition } from 'react';
import type { Verdict } from '@/core/record/checks/types';
import { acceptStop } from '@/server/actions/job';
import { useAsk } from './room/useAsk';

/** A lead's acceptance of a Stop that is not safety-critical; the reason prints on the customer's sheet. */
export function AcceptStop({ jobId, verdict }: { jobId: string; verdict: Verdict }) {
  const ask = useAsk();
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const accept = () =>
    start(async () => {
      const answer = await ask(() =>
        acceptStop(jobId, { check: verdict.check, gate: verdict.gate, place: verdict.place, reason }),
      );
      setWrong(answer.ok ? '' : answer.message);
    });
  return (
    <form className="mt-6 space-y-3 border-t border-rule pt-4" action={accept}>
      <label className="field">
        Accept this Stop because (prints on the customer’s sheet)
        <textarea rows={2} value={reason} onChange={(e) => setReason(e.target.value)} />
        {wrong && (
          <span className="wrong" role="alert">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        Accept with this reason
      </button>
    </form>
  );
}
