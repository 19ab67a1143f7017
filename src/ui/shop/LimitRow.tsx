'use client';

import { useActionState, useState } from 'react';
import { saveLimit } from '@/server/actions/job';
import { TextField } from '../forms/fields';

interface Props {
  figure: string;
  name: string;
  sense: 'most' | 'least';
  clear: string;
  /** Clear and Stop as text to edit, exact. */
  exact: readonly [string, string];
  stop: string;
  source: string;
  /** The rule it is judged by, and those that a lead may choose. */
  rule: string;
  rules: readonly (readonly [value: string, name: string])[];
  set: string | null;
  may: boolean;
}

/** One limit: Clear, Stop and where they come from; a lead edits it in place. */
export function LimitRow({ figure, name, sense, clear, exact, stop, source, rule, rules, set, may }: Props) {
  const [editing, setEditing] = useState(false);
  const [typed, setTyped] = useState({ clear: exact[0], stop: exact[1], source, rule });
  const [answer, act, busy] = useActionState(saveLimit, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  const most = sense === 'most';
  const bind = (field: keyof typeof typed) => ({
    name: field,
    value: typed[field],
    onChange: (e: { target: { value: string } }) => setTyped({ ...typed, [field]: e.target.value }),
    wrong: errors[field],
  });
  return (
    <li className="py-3">
      <div className="flex flex-wrap items-center gap-x-8 gap-y-1">
        <div className="min-w-72 grow">
          <h2 className="text-base">{name}</h2>
          <p className="text-sm text-pencil">
            {rules.find(([value]) => value === rule)?.[1]} rule · {source}
            {set && ` · set by ${set}`}
          </p>
        </div>
        <p>
          <span className="text-clear font-bold">Clear</span> {most ? 'up to' : 'from'}{' '}
          <span className="fig">{clear}</span>
        </p>
        <p>
          <span className="text-stop font-bold">Stop</span> {most ? 'above' : 'below'}{' '}
          <span className="fig">{stop}</span>
        </p>
        {may && (
          <button type="button" className="btn" aria-expanded={editing} onClick={() => setEditing(!editing)}>
            {editing ? 'Leave as it is' : 'Change'}
          </button>
        )}
      </div>
      {editing && (
        <form action={act} className="grid items-end gap-4 pt-3 sm:grid-cols-[140px_140px_140px_minmax(0,1fr)_auto]">
          <input type="hidden" name="figure" value={figure} />
          <TextField label="Clear" {...bind('clear')} />
          <TextField label="Stop" {...bind('stop')} />
          <label className="field">
            Rule
            <select name="rule" value={typed.rule} onChange={(e) => setTyped({ ...typed, rule: e.target.value })}>
              {rules.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
            {errors.rule && (
              <span role="alert" className="wrong">
                {errors.rule}
              </span>
            )}
          </label>
          <TextField label="Source" {...bind('source')} />
          <button className="btn btn-main" disabled={busy}>
            Set limit
          </button>
          {answer && !answer.ok && Object.keys(errors).length === 0 && (
            <p role="alert" className="font-semibold text-stop">
              {answer.message}
            </p>
          )}
        </form>
      )}
    </li>
  );
}
