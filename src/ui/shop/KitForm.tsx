'use client';

import { useActionState, useState } from 'react';
import { saveKit } from '@/server/actions/job';
import { TextField } from '../forms/fields';

/** Adds a kit from its sheet. */
export function KitForm() {
  const empty = { name: '', claimFront: '', claimRear: '', source: '' };
  const [typed, setTyped] = useState(empty);
  const [answer, act, busy] = useActionState(async (before: Parameters<typeof saveKit>[0], form: FormData) => {
    const done = await saveKit(before, form);
    if (done.ok) setTyped(empty);
    return done;
  }, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  const bind = (field: keyof typeof typed) => ({
    name: field,
    value: typed[field],
    onChange: (e: { target: { value: string } }) => setTyped({ ...typed, [field]: e.target.value }),
    wrong: errors[field],
  });
  return (
    <form action={act} className="space-y-4">
      <h2>Add a kit</h2>
      <TextField label="Name" {...bind('name')} />
      <TextField label="Claims, front" {...bind('claimFront')} />
      <TextField label="Claims, rear" {...bind('claimRear')} />
      <TextField label="Where it stands" hint="sheet and revision" {...bind('source')} />
      {answer?.ok && (
        <p role="status" className="font-semibold text-clear">
          Added.
        </p>
      )}
      <button className="btn btn-main" disabled={busy}>
        Add kit
      </button>
    </form>
  );
}
