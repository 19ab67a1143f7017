'use client';

import { useState, useTransition } from 'react';
import { signOff } from '@/server/actions/job';
import { useAsk } from '../room/useAsk';

/** The lead's signature, by the password given again; or the vehicle leaves on a trailer. */
export function SignOff({
  jobId,
  open,
  lead,
  mayRelease,
  atGate,
}: {
  jobId: string;
  open: boolean;
  lead: boolean;
  mayRelease: boolean;
  atGate: boolean;
}) {
  const ask = useAsk();
  const [kind, setKind] = useState<'released' | 'left-unreleased'>('released');
  const [note, setNote] = useState('');
  const [password, setPassword] = useState('');
  const [refused, setRefused] = useState<{ message: string; errors: Record<string, string> } | null>(null);
  const [busy, start] = useTransition();
  if (!open) return null;
  if (!lead)
    return <p className="border-l-4 border-rule pl-3">Only a lead signs. Hand it to one when nothing is in the way.</p>;
  const releasing = kind === 'released';
  const errors = refused?.errors ?? {};
  const sign = () =>
    start(async () => {
      const form = new FormData();
      form.set('kind', kind);
      form.set('note', note);
      form.set('password', password);
      const answer = await ask(() => signOff(jobId, null, form));
      setRefused(answer.ok ? null : answer);
      setPassword('');
    });
  return (
    <form action={sign} className="space-y-3 border-t border-b border-rule py-4">
      <h2>Sign</h2>
      <fieldset className="grid gap-2">
        <legend className="sr-only">How it leaves</legend>
        {(
          [
            ['released', 'Release to the customer'],
            ['left-unreleased', 'Leaves unreleased, on a trailer'],
          ] as const
        ).map(([value, label]) => (
          <label key={value} className="flex min-h-12 items-center gap-3">
            <input
              type="radio"
              className="size-5"
              name="kind"
              value={value}
              checked={kind === value}
              onChange={() => setKind(value)}
            />{' '}
            {label}
          </label>
        ))}
      </fieldset>
      <label className="field">
        {releasing ? 'Note on the sheet' : 'Why it leaves unreleased'}
        <textarea name="note" rows={2} value={note} onChange={(e) => setNote(e.target.value)} />
        {errors.note && (
          <span role="alert" className="wrong">
            {errors.note}
          </span>
        )}
      </label>
      <label className="field">
        Your password, again
        <input
          name="password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
        {errors.password && (
          <span role="alert" className="wrong">
            {errors.password}
          </span>
        )}
      </label>
      {refused && !errors.note && !errors.password && (
        <p role="alert" className="font-semibold text-stop">
          {refused.message}
        </p>
      )}
      {releasing && !mayRelease && (
        <p className="hint">{atGate ? 'Refused while anything is in the way.' : 'The Release gate is not open yet.'}</p>
      )}
      <button className="btn btn-main w-full" disabled={busy} aria-disabled={releasing && !mayRelease}>
        {releasing ? 'Sign release' : 'Close as left unreleased'}
      </button>
    </form>
  );
}
