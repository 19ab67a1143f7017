'use client';

import { useState, useTransition } from 'react';
import { fileOnWord } from '@/server/actions/job';
import { TextField } from '../forms/fields';
import { store, type Waiting } from './store';

/** A lead comes to this tablet and stands for the time of a reading, by their own password; both names stay with it. */
export function OnWord({ waiting, onDone }: { waiting: Waiting; onDone: () => void }) {
  const [typed, setTyped] = useState({ why: '', email: '', password: '' });
  const [refused, setRefused] = useState<{ message: string; errors: Record<string, string> } | null>(null);
  const [busy, start] = useTransition();
  const field = (name: keyof typeof typed) => ({
    value: typed[name],
    wrong: refused?.errors[name],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
  });
  const file = () =>
    start(async () => {
      const answer = await fileOnWord({ entry: waiting.entry, ...typed }).catch(() => ({
        ok: false as const,
        message: 'The server does not answer. Try again.',
        errors: {},
      }));
      setTyped({ ...typed, password: '' });
      if (!answer.ok) return setRefused(answer);
      await store().waiting.update(waiting.seq, { state: 'filed', why: '' });
      onDone();
    });
  return (
    <form
      className="grid basis-full gap-3 border-t border-rule py-3 sm:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        file();
      }}
    >
      <div className="sm:col-span-2">
        <TextField label="Why its time is right (stays with the reading)" {...field('why')} />
      </div>
      <TextField label="The lead’s e-mail" type="email" {...field('email')} />
      <TextField label="The lead’s password" type="password" {...field('password')} />
      {refused && Object.keys(refused.errors).length === 0 && (
        <p role="alert" className="font-semibold text-stop sm:col-span-2">
          {refused.message}
        </p>
      )}
      <button className="btn btn-main sm:col-span-2" disabled={busy}>
        File it on this lead’s word
      </button>
    </form>
  );
}
