'use client';

import { useActionState } from 'react';
import { saveSignInLife } from '@/server/actions/members';
import type { SignInLife as Life } from '@/server/people/signInLife';
import { TextField } from '../forms/fields';

/** After how long a sign-in ends for good, and when a shared tablet without network asks who files. */
export function SignInLife({ life }: { life: Life }) {
  const [answer, act, busy] = useActionState(saveSignInLife, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  const field = (name: keyof Life, label: string) => (
    <TextField
      key={`${name} ${life[name]}`}
      label={label}
      name={name}
      inputMode="numeric"
      defaultValue={String(life[name])}
      wrong={errors[name]}
    />
  );
  return (
    <form action={act} className="space-y-3">
      <h2>How long a sign-in lasts</h2>
      <p className="hint">However much it is used. Shared is a tablet on which several people have signed in.</p>
      {field('sharedHours', 'Hours on a shared tablet')}
      {field('ownHours', 'Hours on a device of one’s own, at most 720')}
      {field('awayMinutes', 'Minutes away after which a shared tablet without network asks who files')}
      <TextField
        label="Your password, again"
        name="password"
        type="password"
        autoComplete="current-password"
        wrong={errors.password}
      />
      {answer?.ok && (
        <p role="status" className="font-semibold text-clear">
          Set. It counts for everybody from now on.
        </p>
      )}
      {answer && !answer.ok && Object.keys(errors).length === 0 && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
        </p>
      )}
      <button className="btn w-full" disabled={busy}>
        Set it
      </button>
    </form>
  );
}
