'use client';

import { useActionState } from 'react';
import { changePassword, setPin } from '@/server/actions/session';
import { TextField } from '../forms/fields';

const secret = { type: 'password', autoComplete: 'off' } as const;

/** Sets the PIN for changing person on a shared tablet. */
export function PinForm() {
  const [answer, act, busy] = useActionState(setPin, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  return (
    <form action={act} className="space-y-3">
      <h2>PIN for shared tablets</h2>
      <p className="hint">
        Six digits. It works only where you signed in with your password in the last thirty days, and never signs a
        release.
      </p>
      <TextField label="New PIN" name="pin" inputMode="numeric" maxLength={6} wrong={errors.pin} {...secret} />
      <TextField label="Your password" name="password" wrong={errors.password} {...secret} />
      <Said answer={answer} done="Your PIN is set." named={Object.keys(errors).length > 0} />
      <button className="btn" disabled={busy}>
        Set PIN
      </button>
    </form>
  );
}

/** Changes the person's own password. */
export function PasswordForm() {
  const [answer, act, busy] = useActionState(changePassword, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  return (
    <form action={act} className="space-y-3">
      <h2>Password</h2>
      <TextField label="Password now" name="password" wrong={errors.password} {...secret} />
      <TextField
        label="New password"
        name="next"
        wrong={errors.next}
        hint="At least twelve letters; a short sentence is easy to remember."
        {...secret}
        autoComplete="new-password"
      />
      <Said answer={answer} done="Changed. Your other sign-ins have ended." named={Object.keys(errors).length > 0} />
      <button className="btn" disabled={busy}>
        Change password
      </button>
    </form>
  );
}

function Said({
  answer,
  done,
  named,
}: {
  answer: { ok: boolean; message?: string } | null;
  done: string;
  named: boolean;
}) {
  if (!answer || named) return null;
  return answer.ok ? (
    <p role="status" className="font-semibold text-clear">
      {done}
    </p>
  ) : (
    <p role="alert" className="font-semibold text-stop">
      {answer.message}
    </p>
  );
}
