'use client';

import { useMemo, useState, useTransition } from 'react';
import { CHANGE_NAME, ChangeKind } from '@/core/document/changes';
import { SelectField, TextField } from '../forms/fields';
import { changeCost } from '@/core/assembly/route/changeCost';
import { useFiling } from '../room/useFiling';
import { useRoom } from '../room/view';

/** Records what was adjusted, fitted, trimmed or loaded. @param first the kind that stands there to begin with */
export function ChangeForm({ first = 'spring' }: { first?: ChangeKind }) {
  const file = useFiling();
  const { view } = useRoom();
  const [kind, setKind] = useState<ChangeKind>(first);
  const [what, setWhat] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  // Said before it is recorded: an adjustment after the last proofs asks them again.
  const cost = useMemo(() => changeCost(view.workings, kind, new Date().toISOString()), [view.workings, kind]);
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
      {cost.readings > 0 && (
        <p className="text-[15px] md:col-span-3">
          Recorded now it asks {cost.readings} readings again, about {cost.minutes} min:{' '}
          {cost.which.slice(0, 4).join(', ')}
          {cost.which.length > 4 && ` and ${cost.which.length - 4} more`}.
        </p>
      )}
    </form>
  );
}
