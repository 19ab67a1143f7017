'use client';

import { useActionState, useState } from 'react';
import { changeByPin } from '@/server/actions/session';
import { forgetPages } from '../device/offline';

/** Choose who, type six digits: the tablet is theirs. */
export function ByPin({
  people,
  current,
}: {
  people: readonly { id: string; name: string }[];
  current: string | null;
}) {
  const [who, setWho] = useState(people.find((p) => p.id !== current)?.id ?? people[0]?.id ?? '');
  const [pin, setPin] = useState('');
  const [answer, act, busy] = useActionState(async (before: Parameters<typeof changeByPin>[0], form: FormData) => {
    setPin('');
    await forgetPages();
    return changeByPin(before, form);
  }, null);
  return (
    <form action={act} className="space-y-4">
      <fieldset className="grid gap-3 sm:grid-cols-2">
        <legend className="sr-only">Who</legend>
        {people.map((p) => (
          <label
            key={p.id}
            className={`flex min-h-16 cursor-pointer items-center gap-3 border px-4 text-lg ${who === p.id ? 'border-graphite bg-panel font-bold' : 'border-rule'}`}
          >
            <input
              type="radio"
              className="size-5"
              name="person"
              value={p.id}
              checked={who === p.id}
              onChange={() => setWho(p.id)}
            />
            {p.name}
            {p.id === current && <span className="ml-auto text-sm font-normal text-pencil">signed in</span>}
          </label>
        ))}
      </fieldset>
      <label className="field">
        PIN, six digits
        <input
          name="pin"
          type="password"
          inputMode="numeric"
          autoComplete="off"
          pattern="[0-9]{6}"
          maxLength={6}
          value={pin}
          onChange={(e) => setPin(e.target.value.replace(/\D/g, ''))}
          className="fig text-[32px]! tracking-[0.4em]"
        />
      </label>
      {answer && !answer.ok && (
        <p role="alert" className="font-semibold text-stop">
          {answer.message}
        </p>
      )}
      <button className="btn btn-main w-full" disabled={busy || pin.length < 6}>
        Take the tablet
      </button>
    </form>
  );
}
