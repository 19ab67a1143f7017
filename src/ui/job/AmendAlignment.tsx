'use client';

import { useState, useTransition } from 'react';
import { LATER, LATER_BY, laterName } from '@/core/subjects/alignment/later';
import { amendSheet } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';
import { useAsk } from '../room/useAsk';

const EMPTY = { by: '', on: '', instrument: LATER_BY[0][0] as string, text: '' };

/** Alignment that was done elsewhere after the job was signed: judged at its own heights, and added as an amendment. */
export function AmendAlignment({ jobId }: { jobId: string }) {
  const ask = useAsk();
  const [boxes, setBoxes] = useState<Record<string, string>>({});
  const [more, setMore] = useState(EMPTY);
  const [sure, setSure] = useState(false);
  const [password, setPassword] = useState('');
  const [refused, setRefused] = useState<{ message: string; errors: Record<string, string> } | null>(null);
  const [busy, start] = useTransition();
  const sign = () =>
    start(async () => {
      const form = new FormData();
      for (const [name, value] of Object.entries({ ...boxes, ...more, sure: sure ? 'yes' : '', password }))
        form.set(name, value);
      const answer = await ask(() => amendSheet(jobId, null, form));
      setRefused(answer.ok ? null : answer);
      setPassword('');
      if (answer.ok) {
        setBoxes({});
        setMore(EMPTY);
        setSure(false);
      }
    });
  return (
    <details className="border-y border-rule py-2">
      <summary className="flex min-h-12 items-center font-semibold">Alignment figures that came later</summary>
      <form action={sign} className="space-y-3 pb-2">
        <p className="hint">
          Nothing is filed on a signed job. The figures are judged in its bands at its heights, and printed with the
          sheet under a hash of their own. Leave empty what the print does not give.
        </p>
        <div className="grid grid-cols-2 gap-3">
          {LATER.map((of) => {
            const id = `${of[0]}.${of[1]}`;
            const name = laterName(of);
            return (
              <TextField
                key={id}
                label={name.charAt(0).toUpperCase() + name.slice(1)}
                value={boxes[id] ?? ''}
                maxLength={20}
                inputMode="text"
                wrong={refused?.errors[id]}
                onChange={(e) => setBoxes({ ...boxes, [id]: e.target.value })}
              />
            );
          })}
        </div>
        <SelectField
          label="Read with"
          value={more.instrument}
          onChange={(e) => setMore({ ...more, instrument: e.target.value })}
          options={LATER_BY}
        />
        <TextField
          label="Who read it, and where"
          value={more.by}
          maxLength={120}
          wrong={refused?.errors.by}
          onChange={(e) => setMore({ ...more, by: e.target.value })}
        />
        <TextField
          label="On which day"
          type="date"
          value={more.on}
          wrong={refused?.errors.on}
          onChange={(e) => setMore({ ...more, on: e.target.value })}
        />
        <TextField
          label="What else there is to say"
          value={more.text}
          maxLength={1000}
          onChange={(e) => setMore({ ...more, text: e.target.value })}
        />
        {(sure || refused?.errors.sure) && (
          <label className="flex min-h-12 items-center gap-3">
            <input type="checkbox" className="size-5" checked={sure} onChange={(e) => setSure(e.target.checked)} />
            The unlikely ones stand as written
          </label>
        )}
        <TextField
          label="Your password, again"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        {refused && (
          <p role="alert" className="font-semibold text-stop">
            {refused.message}
          </p>
        )}
        <button className="btn w-full" disabled={busy}>
          Sign these figures
        </button>
      </form>
    </details>
  );
}
