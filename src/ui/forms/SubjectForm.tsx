'use client';

import { useState, useTransition } from 'react';
import { readFields, typedFrom } from '@/core/record/fields';
import type { Field } from '@/core/record/entryKind';
import { useUnits } from '../Units';
import { SelectField, TextField } from './fields';

/**
 * A form that is drawn from the fields of a plan part or an entry. What is wrong stands under its box, and what was typed
 * stays until it was taken.
 */
export function SubjectForm({
  fields,
  kept,
  send,
  button,
  empties,
}: {
  fields: readonly Field[];
  /** What is kept of it now; nothing for something new. */
  kept: unknown;
  /** Takes what was typed, in base units; answers what is wrong with it, by box or with the whole. */
  send: (values: Record<string, string | number>) => Promise<{ errors?: Record<string, string>; fault: string } | null>;
  button: string;
  /** Once it was taken the form is empty again: each time something new is filed. */
  empties: boolean;
}) {
  const units = useUnits();
  const [typed, setTyped] = useState(() => typedFrom(fields, kept, units));
  const [errors, setErrors] = useState<Record<string, string>>({});
  const [fault, setFault] = useState('');
  const [busy, start] = useTransition();
  const type = (name: string, text: string) => setTyped((now) => ({ ...now, [name]: text }));
  const file = () =>
    start(async () => {
      const read = readFields(fields, typed, units);
      if (!read.ok) {
        setErrors(read.errors);
        setFault('');
        return;
      }
      const wrong = await send(read.values);
      setErrors(wrong?.errors ?? {});
      setFault(wrong?.fault ?? '');
      if (!wrong && empties) setTyped(typedFrom(fields, null, units));
    });
  return (
    <form
      className="grid items-end gap-3 md:grid-cols-2"
      onSubmit={(event) => {
        event.preventDefault();
        file();
      }}
    >
      {fields.map((field) => {
        const same = {
          label: field.label,
          wrong: errors[field.name],
          hint: field.hint,
          value: typed[field.name] ?? '',
        };
        return field.kind === 'choice' ? (
          <SelectField
            key={field.name}
            {...same}
            onChange={(e) => type(field.name, e.target.value)}
            options={[['', 'Choose'] as const, ...field.choices.map((c) => [c.id, c.name] as const)]}
          />
        ) : (
          <TextField key={field.name} {...same} onChange={(e) => type(field.name, e.target.value)} />
        );
      })}
      <div className="md:col-span-2">
        <button className="btn" disabled={busy}>
          {button}
        </button>
        {fault && (
          <p role="alert" className="wrong pt-2">
            {fault}
          </p>
        )}
      </div>
    </form>
  );
}
