'use client';

import { useActionState } from 'react';
import { joinShop } from '@/server/actions/session';
import { TextField } from '../forms/fields';

/** Chooses the password, typed twice; or shows the account's own, where there is one that works nowhere any more. */
export function JoinForm({ token, email, known }: { token: string; email: string; known: boolean }) {
  const [answer, act, busy] = useActionState(joinShop.bind(null, token), null);
  const errors = answer && !answer.ok ? answer.errors : {};
  return (
    <form action={act} className="space-y-4">
      <input type="hidden" name="username" autoComplete="username" value={email} readOnly />
      {known ? (
        <TextField
          label="Your password"
          name="password"
          type="password"
          autoComplete="current-password"
          wrong={errors.password}
          hint="You have an account here from another shop: its password lets you in."
        />
      ) : (
        <>
          <TextField
            label="Password"
            name="password"
            type="password"
            autoComplete="new-password"
            wrong={errors.password}
            hint="At least twelve letters; a short sentence is easy to remember."
          />
          <TextField
            label="The same again"
            name="again"
            type="password"
            autoComplete="new-password"
            wrong={errors.again}
          />
        </>
      )}
      {answer && !answer.ok && Object.keys(errors).length === 0 && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
        </p>
      )}
      <button className="btn btn-main w-full" disabled={busy}>
        {known ? 'Join' : 'Keep this password'}
      </button>
    </form>
  );
}
