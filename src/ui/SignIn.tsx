'use client';

import { useActionState, useRef } from 'react';
import { signIn } from '@/server/actions/session';

const DEMO = [
  ['Runa', 'technician', 'runa@skarn.example'],
  ['Ivo', 'lead', 'ivo@skarn.example'],
  ['Maren', 'front desk', 'maren@skarn.example'],
  ['Solvei', 'owner', 'solvei@skarn.example'],
] as const;

/** Signs in; the demo offers its invented people on a button each. */
export function SignIn({ demo }: { demo: boolean }) {
  const [answer, act, busy] = useActionState(signIn, null);
  const form = useRef<HTMLFormElement>(null);
  const email = useRef<HTMLInputElement>(null);
  const password = useRef<HTMLInputElement>(null);
  const as = (who: string) => {
    if (email.current) email.current.value = who;
    if (password.current) password.current.value = 'high-gate-demo';
    form.current?.requestSubmit();
  };
  return (
    <div className="space-y-8">
      {demo && (
        <section aria-labelledby="demo" className="border border-graphite bg-panel p-5">
          <h2 id="demo" className="pb-3">
            Look round the demo shop as
          </h2>
          <div className="grid gap-3">
            {DEMO.map(([name, role, who]) => (
              <button key={who} type="button" className="btn justify-between" disabled={busy} onClick={() => as(who)}>
                {name} <span className="font-normal text-pencil">{role}</span>
              </button>
            ))}
          </div>
          <p className="hint pt-3">Password of all four: high-gate-demo</p>
        </section>
      )}
      <form ref={form} action={act} className="space-y-4">
        <h2>Sign in</h2>
        <label className="field">
          E-mail
          <input ref={email} name="email" type="email" autoComplete="username" required />
        </label>
        <label className="field">
          Password
          <input ref={password} name="password" type="password" autoComplete="current-password" required />
        </label>
        {answer && !answer.ok && (
          <p role="alert" className="font-semibold text-stop">
            {answer.message}
          </p>
        )}
        <button className="btn btn-main w-full" disabled={busy}>
          {busy ? 'Signing in' : 'Sign in'}
        </button>
      </form>
    </div>
  );
}
