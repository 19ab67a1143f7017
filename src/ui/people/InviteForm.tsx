'use client';

import { useState, useTransition } from 'react';
import { inviteMember } from '@/server/actions/members';
import { CopyLink } from '../CopyLink';
import { SelectField, TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';
import { ROLE_OPTIONS } from './roles';

const EMPTY = { name: '', email: '', role: 'technician', password: '' };

/** Invites somebody; the link is shown once, to be handed on. */
export function InviteForm() {
  const [typed, setTyped] = useState(EMPTY);
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [message, setMessage] = useState('');
  const [path, setPath] = useState('');
  const [busy, start] = useTransition();
  const invite = () =>
    start(async () => {
      const form = new FormData();
      for (const [name, value] of Object.entries(typed)) form.set(name, value);
      const answer = await inviteMember(null, form).catch(() => null);
      setPath(answer?.ok ? answer.path : '');
      setErrors(answer && !answer.ok ? answer.errors : {});
      setMessage(answer ? (answer.ok ? '' : answer.message) : 'The server does not answer. Try again.');
      setTyped(answer?.ok ? EMPTY : { ...typed, password: '' });
    });
  const field = (name: keyof typeof EMPTY) => ({
    name,
    value: typed[name],
    wrong: errors[name],
    onChange: (event: { target: { value: string } }) => setTyped({ ...typed, [name]: event.target.value }),
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        invite();
      }}
    >
      <LiveFields className="space-y-3">
        <h2>Invite somebody</h2>
        <TextField label="Name" {...field('name')} />
        <TextField label="E-mail" {...field('email')} />
        <SelectField label="Role" options={ROLE_OPTIONS} {...field('role')} />
        <TextField
          label="Your password, again"
          type="password"
          {...field('password')}
          autoComplete="current-password"
        />
        {message && Object.keys(errors).length === 0 && (
          <p role="alert" className="font-semibold text-stop">
            {message}
          </p>
        )}
        <button className="btn btn-main w-full" disabled={busy}>
          Make invitation link
        </button>
        {path && (
          <CopyLink path={path} hint="Shown this once, good for a week and for one person. Hand it on yourself." />
        )}
      </LiveFields>
    </form>
  );
}
