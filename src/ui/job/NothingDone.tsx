'use client';

import { useState, useTransition } from 'react';
import { nothingDone } from '@/core/record/leadsWords';
import { TextField } from '../forms/fields';
import { useFiling } from '../room/useFiling';

/** A lead's word that nothing was changed here: the vehicle is judged as it was brought in. It opens After. */
export function NothingDone() {
  const file = useFiling();
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <details className="border-t border-rule pt-1">
      <summary className="flex min-h-12 items-center font-semibold">Nothing was changed here</summary>
      <form
        className="grid items-end gap-3 pb-3 md:grid-cols-[minmax(0,1fr)_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          if (reason.trim() === '') return setWrong('Say why: it prints on the customer’s sheet.');
          start(async () =>
            setWrong((await file('entry', { kind: nothingDone.kind, fields: { reason } }, nothingDone.name)) ?? ''),
          );
        }}
      >
        <TextField
          label="Brought in as it is, to be judged, because"
          value={reason}
          maxLength={300}
          onChange={(e) => setReason(e.target.value)}
          wrong={wrong}
        />
        <button className="btn" disabled={busy}>
          Say so
        </button>
      </form>
    </details>
  );
}
