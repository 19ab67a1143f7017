'use client';

import { startTransition, useActionState, useState } from 'react';
import { saveKit } from '@/server/actions/job';
import { TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';
import { KitMoves, type MoveRow } from './KitMoves';

/** Adds a kit from its sheet. */
export function KitForm() {
  const empty = { name: '', claimFront: '', claimRear: '', source: '', price: '' };
  const [typed, setTyped] = useState(empty);
  const [moves, setMoves] = useState<MoveRow[]>([]);
  const [answer, act, busy] = useActionState(async (before: Parameters<typeof saveKit>[0], form: FormData) => {
    const done = await saveKit(before, form);
    if (done.ok) {
      setTyped(empty);
      setMoves([]);
    }
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
    <form
      // Not as a form action: React would then show the choices of the lines as they were at first.
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        startTransition(() => act(form));
      }}
    >
      <LiveFields className="space-y-4">
        <h2>Add a kit that moves parts</h2>
        <TextField label="Name" {...bind('name')} />
        <TextField label="Claims, front" {...bind('claimFront')} />
        <TextField label="Claims, rear" {...bind('claimRear')} />
        <TextField label="Where it stands" hint="sheet and revision" {...bind('source')} />
        <TextField
          label="Price"
          hint="the whole kit, in your money; empty if not known"
          inputMode="decimal"
          {...bind('price')}
        />
        <KitMoves rows={moves} onRows={setMoves} wrong={errors.patches} />
        <input type="hidden" name="patches" value={JSON.stringify(moves)} />
        {answer?.ok && (
          <p role="status" className="font-semibold text-clear">
            Added.
          </p>
        )}
        <button className="btn btn-main" disabled={busy}>
          Add kit
        </button>
      </LiveFields>
    </form>
  );
}
