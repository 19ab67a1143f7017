'use client';

import { useActionState } from 'react';
import { GATE_TITLE, nextGate } from '@/core/gates/gates';
import type { GateName } from '@/core/job/schema';
import { openNextGateAction } from '@/server/actions/job';

/** The one next action of a gate: open the next, or see what keeps it shut. */
export function OpenGate({ jobId, gate, shut }: { jobId: string; gate: GateName; shut: readonly string[] }) {
  const [answer, act, busy] = useActionState(openNextGateAction.bind(null, jobId), null);
  const next = nextGate(gate);
  if (!next) return null;
  return (
    <form action={act} className="space-y-2 pt-5">
      <button
        className={`btn w-full ${shut.length === 0 ? 'btn-main' : ''}`}
        aria-disabled={shut.length > 0}
        disabled={busy}
      >
        Open {GATE_TITLE[next]} gate
      </button>
      {shut.length > 0 && <p className="hint">Shut: {shut.join('; ')}.</p>}
      {answer && !answer.ok && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
        </p>
      )}
    </form>
  );
}
