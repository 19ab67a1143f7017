'use client';

import { useState, useTransition, type ReactNode } from 'react';
import { signOff } from '@/server/actions/job';
import { useAsk } from '../room/useAsk';

/** The lead's signature, by the password given again; or the vehicle leaves on a trailer. */
export function SignOff({
  jobId,
  open,
  lead,
  mayRelease,
  atGate,
  children,
}: {
  jobId: string;
  open: boolean;
  lead: boolean;
  mayRelease: boolean;
  atGate: boolean;
  /** What stands behind the signature, read before the password. */
  children?: ReactNode;
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
      <h2>{releasing ? 'Sign the release' : 'It leaves unreleased'}</h2>
      {children}
      <label className="field">
        {releasing ? 'Note on the sheet' : 'Why it leaves unreleased'}
        <textarea name="note" rows={1} value={note} onChange={(e) => setNote(e.target.value)} />
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
      <button
        type="button"
        className="min-h-12 text-pencil underline underline-offset-4"
        onClick={() => setKind(releasing ? 'left-unreleased' : 'released')}
      >
        {releasing ? 'It leaves unreleased, on a trailer' : 'Release it to the customer instead'}
      </button>
    </form>
  );
}
