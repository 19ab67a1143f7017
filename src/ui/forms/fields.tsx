'use client';

import type { ComponentProps, ReactNode } from 'react';

interface Base {
  label: string;
  wrong?: string;
  hint?: ReactNode;
}

/** A labelled text field with its own error under it. */
export function TextField({ label, wrong, hint, ...input }: Base & ComponentProps<'input'>) {
  return (
    <label className="field">
      {label}
      <input autoComplete="off" aria-invalid={Boolean(wrong)} {...input} />
      {wrong ? (
        <span role="alert" className="wrong">
          {wrong}
        </span>
      ) : (
        hint && <span className="hint">{hint}</span>
      )}
    </label>
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
  return (
    <label className="field">
      {label}
      <select {...select}>
        {options.map(([value, name]) => (
          <option key={value} value={value}>
            {name}
          </option>
        ))}
      </select>
      {wrong ? (
        <span role="alert" className="wrong">
          {wrong}
        </span>
      ) : (
        hint && <span className="hint">{hint}</span>
      )}
    </label>
  );
}
