'use client';

import { useState, useTransition } from 'react';
import { CHANGE_NAME, ChangeKind } from '@/core/document/changes';
import { SelectField, TextField } from '../forms/fields';
import { useFiling } from '../room/useFiling';

/** Records what was adjusted, fitted, trimmed or loaded. @param first the kind that stands there to begin with */
export function ChangeForm({ first = 'spring' }: { first?: ChangeKind }) {
  const file = useFiling();
  const [kind, setKind] = useState<ChangeKind>(first);
  const [what, setWhat] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const record = () =>
    start(async () => {
      const fault = await file('change', { kind, what }, `change: ${what}`);
      if (fault) return setWrong(fault);
      setWhat('');
      setWrong('');
    });
  return (
    // Not a form action: React resets a form after one, and a choice then shows what it is not.
    <form
      onSubmit={(event) => {
        event.preventDefault();
        record();
      }}
      className="grid items-end gap-3 md:grid-cols-[320px_minmax(0,1fr)_auto]"
    >
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
