'use client';

import { useActionState, useState } from 'react';
import { signOffAction } from '@/server/actions/job';

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
  const [answer, act, busy] = useActionState(signOffAction.bind(null, jobId), null);
  const [kind, setKind] = useState<'released' | 'left-unreleased'>('released');
  const [note, setNote] = useState('');
  if (!open) return null;
  if (!lead)
    return <p className="border-l-4 border-rule pl-3">Only a lead signs. Hand it to one when nothing is in the way.</p>;
  const releasing = kind === 'released';
  const errors = answer && !answer.ok ? answer.errors : {};
  return (
    <form action={act} className="space-y-3 border-t border-b border-rule py-4">
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
        <input name="password" type="password" autoComplete="current-password" />
        {errors.password && (
          <span role="alert" className="wrong">
            {errors.password}
          </span>
        )}
      </label>
      {answer && !answer.ok && !errors.note && !errors.password && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
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
