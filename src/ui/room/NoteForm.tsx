'use client';

import { useState, useTransition } from 'react';
import { useFiling } from './useFiling';

/** A remark that is no reading: filed on the tablet first, like a reading. */
export function NoteForm() {
  const file = useFiling();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <form
      className="space-y-2 pb-3"
      action={() =>
        start(async () => {
          const fault = await file('note', { text }, `note: ${text.slice(0, 60)}`);
          setWrong(fault ?? '');
          if (!fault) setText('');
        })
      }
    >
      <label className="field">
        <span className="sr-only">A note on this job</span>
        <textarea
          rows={3}
          maxLength={1000}
          value={text}
          placeholder="Customer asked, part came bent, …"
          onChange={(e) => setText(e.target.value)}
        />
        {wrong && (
          <span role="alert" className="wrong">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        File note
      </button>
    </form>
  );
}
