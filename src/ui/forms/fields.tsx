'use client';

import { useId, type ComponentProps, type ReactNode } from 'react';

interface Base {
  label: string;
  wrong?: string;
  hint?: ReactNode;
}

/** Label over a control, its error or hint under it; only the label names the control. */
function Field({ id, label, wrong, hint, children }: Base & { id: string; children: ReactNode }) {
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      {children}
      {wrong ? (
        <span id={`${id}-more`} role="alert" className="wrong">
          {wrong}
        </span>
      ) : (
        hint && (
          <span id={`${id}-more`} className="hint">
            {hint}
          </span>
        )
      )}
    </div>
  );
}

/** A labelled text field with its own error under it. */
export function TextField({ label, wrong, hint, ...input }: Base & ComponentProps<'input'>) {
  const id = useId();
  return (
    <Field {...{ id, label, wrong, hint }}>
      <input
        id={id}
        autoComplete="off"
        aria-invalid={Boolean(wrong)}
        aria-describedby={wrong || hint ? `${id}-more` : undefined}
        {...input}
      />
    </Field>
  );
}

/** A labelled choice. */
export function SelectField({
  label,
  wrong,
  hint,
  options,
  ...select
}: Base & ComponentProps<'select'> & { options: readonly (readonly [string, string])[] }) {
  const id = useId();
  return (
    <Field {...{ id, label, wrong, hint }}>
      <select id={id} aria-describedby={wrong || hint ? `${id}-more` : undefined} {...select}>
        {options.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
    </Field>
  );
}
