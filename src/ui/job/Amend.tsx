'use client';

import { useState, useTransition } from 'react';
import { amendSheet } from '@/server/actions/job';
import { useAsk } from '../room/useAsk';

/** A correction of a signed sheet: the sheet stays, the amendment is added to it and points to it. */
export function Amend({ jobId }: { jobId: string }) {
  const ask = useAsk();
  const [text, setText] = useState('');
  const [password, setPassword] = useState('');
  const [refused, setRefused] = useState<{ message: string; errors: Record<string, string> } | null>(null);
  const [busy, start] = useTransition();
  const amend = () =>
    start(async () => {
      const form = new FormData();
      form.set('text', text);
      form.set('password', password);
      const answer = await ask(() => amendSheet(jobId, null, form));
      setRefused(answer.ok ? null : answer);
      setPassword('');
      if (answer.ok) setText('');
    });
  return (
    <details className="border-y border-rule py-2">
      <summary className="flex min-h-12 items-center font-semibold">Correct this sheet</summary>
      <form action={amend} className="space-y-3 pb-2">
        <p className="hint">A signed sheet is never altered. A correction is printed with it and points to its hash.</p>
        <label className="field">
          What was wrong, and what is right
          <textarea rows={3} value={text} maxLength={1000} onChange={(e) => setText(e.target.value)} />
          {refused?.errors.text && <span className="wrong">{refused.errors.text}</span>}
        </label>
        <label className="field">
          Your password, again
          <input
            type="password"
            autoComplete="current-password"
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
        </label>
        {refused && (
          <p role="alert" className="font-semibold text-stop">
            {refused.message}
          </p>
        )}
        <button className="btn w-full" disabled={busy}>
          Sign amendment
        </button>
      </form>
    </details>
  );
}
