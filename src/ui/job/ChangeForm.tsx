'use client';

import { useRef, useState, useTransition } from 'react';
import { CHANGE_NAME, ChangeKind } from '@/core/job/changes';
import { recordChangeAction } from '@/server/actions/job';

/** Records what was adjusted, fitted, trimmed or loaded. */
export function ChangeForm({ jobId }: { jobId: string }) {
  const [kind, setKind] = useState<ChangeKind>('spring');
  const [what, setWhat] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const id = useRef(crypto.randomUUID());
  const record = () =>
    start(async () => {
      const answer = await recordChangeAction(jobId, { id: id.current, kind, what });
      if (!answer.ok) return setWrong(answer.message);
      id.current = crypto.randomUUID();
      setWhat('');
      setWrong('');
    });
  return (
    <form action={record} className="grid items-end gap-3 md:grid-cols-[260px_minmax(0,1fr)_auto]">
      <label className="field">
        Kind of change
        <select value={kind} onChange={(e) => setKind(ChangeKind.parse(e.target.value))}>
          {ChangeKind.options.map((k) => (
            <option key={k} value={k}>
              {CHANGE_NAME[k]}
            </option>
          ))}
        </select>
      </label>
      <label className="field">
        What was changed, where
        <input value={what} maxLength={300} onChange={(e) => setWhat(e.target.value)} aria-invalid={wrong !== ''} />
        {wrong && (
          <span role="alert" className="wrong">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        Record change
      </button>
    </form>
  );
}
