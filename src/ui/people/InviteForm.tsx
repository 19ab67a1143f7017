'use client';

import { useActionState } from 'react';
import { inviteMember } from '@/server/actions/members';
import { CopyLink } from '../CopyLink';
import { SelectField, TextField } from '../forms/fields';
import { ROLE_OPTIONS } from './roles';

/** Invites somebody; the link is shown once, to be handed on. */
export function InviteForm() {
  const [answer, act, busy] = useActionState(
    async (_before: unknown, form: FormData) => ({
      typed: Object.fromEntries(form) as Record<string, string>,
      answer: await inviteMember(null, form),
    }),
    null,
  );
  const said = answer?.answer;
  const errors = said && !said.ok ? said.errors : {};
  const typed = said && !said.ok ? answer.typed : {};
  return (
    <form action={act} className="space-y-3">
      <h2>Invite somebody</h2>
      <TextField label="Name" name="name" defaultValue={typed.name} wrong={errors.name} />
      <TextField label="E-mail" name="email" type="text" defaultValue={typed.email} wrong={errors.email} />
      <SelectField label="Role" name="role" options={ROLE_OPTIONS} defaultValue={typed.role} wrong={errors.role} />
      {said && !said.ok && Object.keys(errors).length === 0 && (
        <p role="alert" className="font-semibold text-stop">
          {said.message}
        </p>
      )}
      <button className="btn btn-main w-full" disabled={busy}>
        Make invitation link
      </button>
      {said?.ok && (
        <CopyLink path={said.path} hint="Shown this once, good for a week and for one person. Hand it on yourself." />
      )}
    </form>
  );
}
