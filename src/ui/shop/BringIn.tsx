'use client';

import { useActionState } from 'react';
import { importJob } from '@/server/actions/job';

/** Brings a whole job in from its file. */
export function BringIn() {
  const [answer, act, busy] = useActionState(importJob, null);
  return (
    <form action={act} className="space-y-5">
      <h1>Bring in a job file</h1>
      <p>
        A whole job as High Gate writes it: vehicle, plan, every reading as typed, struck ones too, each marked as
        brought in by you. It is open and judged by this shop’s limits, under a number of yours. What the file says that
        somebody decided, a signature too, comes in as a remark and counts for nothing until it is decided here.
      </p>
      <label className="field">
        Job file (JSON)
        <input type="file" name="file" accept="application/json,.json" className="pt-3" />
      </label>
      {answer && !answer.ok && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
        </p>
      )}
      <button className="btn btn-main" disabled={busy}>
        Bring it in
      </button>
    </form>
  );
}
