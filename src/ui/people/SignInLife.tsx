'use client';

import { useState, useTransition } from 'react';
import { saveSignInLife } from '@/server/actions/members';
import type { ActionAnswer } from '@/server/answer';
import type { SignInLife as Life } from '@/server/people/signInLife';
import { TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';

/** After how long a sign-in ends for good, and when a shared tablet without network asks who files. */
export function SignInLife({ life }: { life: Life }) {
  const [typed, setTyped] = useState({
    sharedHours: String(life.sharedHours),
    ownHours: String(life.ownHours),
    awayMinutes: String(life.awayMinutes),
    password: '',
  });
  const [answer, setAnswer] = useState<ActionAnswer | null>(null);
  const [busy, start] = useTransition();
  const errors = answer && !answer.ok ? answer.errors : {};
  const field = (name: keyof typeof typed) => ({
    value: typed[name],
    wrong: errors[name],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
  });
  const save = () =>
    start(async () => {
      const form = new FormData();
      for (const [name, value] of Object.entries(typed)) form.set(name, value);
      setAnswer(
        await saveSignInLife(null, form).catch(() => ({
          ok: false as const,
          message: 'The server does not answer. Try again.',
          errors: {},
        })),
      );
      setTyped({ ...typed, password: '' });
    });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <LiveFields className="space-y-3">
        <h2>How long a sign-in lasts</h2>
        <p className="hint">
          However much it is used, and nowhere longer than 720 hours. Shared is a tablet on which several people have
          signed in.
        </p>
        <TextField label="Hours on a shared tablet" inputMode="numeric" {...field('sharedHours')} />
        <TextField label="Hours on a device of one’s own" inputMode="numeric" {...field('ownHours')} />
        <TextField
          label="Minutes untouched after which a shared tablet without network asks who files"
          inputMode="numeric"
          {...field('awayMinutes')}
        />
        <TextField
          label="Your password, again"
          type="password"
          {...field('password')}
          autoComplete="current-password"
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
      </LiveFields>
    </form>
  );
}
