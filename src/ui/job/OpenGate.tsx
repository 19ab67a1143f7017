'use client';

import { useState, useTransition } from 'react';
import { nextGate } from '@/core/assembly/gates/gates';
import { GATE_TITLE } from '@/core/document/gateTitles';
import type { GateName } from '@/core/document/job';
import { openNextGate } from '@/server/actions/job';
import { goTo } from '../room/RoomLink';
import { useAsk } from '../room/useAsk';

/** The one next action of a gate: open the next, or see what keeps it shut. */
export function OpenGate({
  jobId,
  gate,
  shut,
  quiet = false,
}: {
  jobId: string;
  gate: GateName;
  shut: readonly string[];
  /** Something else comes first: it may be opened all the same. */
  quiet?: boolean;
}) {
  const ask = useAsk();
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const next = nextGate(gate);
  if (!next) return null;
  const open = () =>
    start(async () => {
      const answer = await ask(() => openNextGate(jobId));
      if (answer.ok) goTo(`/jobs/${jobId}/${answer.gate}`);
      else setWrong(answer.message);
    });
  return (
    <form action={open} className="space-y-2 pt-5">
      <button
        className={`btn w-full ${shut.length === 0 && !quiet ? 'btn-main' : ''}`}
        aria-disabled={shut.length > 0}
        disabled={busy}
      >
        Open {GATE_TITLE[next]} gate
      </button>
      {shut.length > 0 && <p className="hint">Shut: {shut.join('; ')}.</p>}
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
    </form>
  );
}
