'use client';

import { useRef, useState, useTransition } from 'react';
import { CHANGE_NAME, ChangeKind } from '@/core/job/changes';
import { recordChangeAction } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';

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
    <form action={record} className="grid items-end gap-3 md:grid-cols-[320px_minmax(0,1fr)_auto]">
      <SelectField
        label="Kind of change"
        value={kind}
        onChange={(e) => setKind(ChangeKind.parse(e.target.value))}
        options={ChangeKind.options.map((k) => [k, CHANGE_NAME[k]] as const)}
      />
      <TextField
        label="What was changed, where"
        value={what}
        maxLength={300}
        onChange={(e) => setWhat(e.target.value)}
        wrong={wrong}
      />
      <button className="btn" disabled={busy}>
        Record change
      </button>
    </form>
  );
}
