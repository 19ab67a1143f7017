'use client';

import { startTransition, useActionState, useId, useState } from 'react';
import { saveFitSettings } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';

type Typed = Record<
  | 'compliance'
  | 'complianceSource'
  | 'streetDroop'
  | 'streetDroopSource'
  | 'streetBump'
  | 'streetBumpSource'
  | 'trimming'
  | 'trimmingSource'
  | 'stock',
  string
>;

const RULES = [
  ['compliance', 'Fore-aft give of a wheel', 'taken off every gap ahead and behind: rubber lets the axle move'],
  ['streetDroop', 'Street: droop that counts', 'below ride height'],
  ['streetBump', 'Street: share of the bump travel', 'of the way to the stop, as 2/3 or 70 %'],
] as const;

/** What "it fits" means in this shop, and the list of what it can get. */
export function FitSettingsForm({ standing, may }: { standing: Typed; may: boolean }) {
  const [typed, setTyped] = useState(standing);
  const [answer, act, busy] = useActionState(saveFitSettings, null);
  const errors = answer && !answer.ok ? answer.errors : {};
  const list = useId();
  const bind = (field: keyof Typed) => ({
    name: field,
    value: typed[field],
    onChange: (e: { target: { value: string } }) => setTyped({ ...typed, [field]: e.target.value }),
    wrong: errors[field],
  });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        startTransition(() => act(form));
      }}
      noValidate
    >
      <LiveFields disabled={!may} className="space-y-6">
        <div className="space-y-3">
          <h2>What counts as fitting</h2>
          {RULES.map(([field, label, hint]) => (
            <div key={field} className="grid items-start gap-4 sm:grid-cols-[300px_minmax(0,1fr)]">
              <TextField label={label} hint={hint} {...bind(field)} />
              <TextField label={`Source: ${label.toLowerCase()}`} {...bind(`${field}Source`)} />
            </div>
          ))}
          <div className="grid items-start gap-4 sm:grid-cols-[300px_minmax(0,1fr)]">
            <SelectField
              label="Trimming that still counts"
              options={[
                ['none', 'none: nothing is cut'],
                ['unseen', 'unseen: liner and shield'],
                ['any', 'any that was said to give'],
              ]}
              {...bind('trimming')}
            />
            <TextField label="Source: trimming" {...bind('trimmingSource')} />
          </div>
        </div>
        <div className="space-y-2">
          <h2>What the finder goes through</h2>
          <div className="field">
            <label htmlFor={list}>Tyres, wheels, spacers and stops, one a line</label>
            <textarea
              id={list}
              rows={16}
              spellCheck={false}
              className="fig text-sm"
              aria-invalid={Boolean(errors.stock)}
              aria-describedby={`${list}-more`}
              {...{ name: 'stock', value: typed.stock, onChange: bind('stock').onChange }}
            />
            {errors.stock ? (
              <span id={`${list}-more`} role="alert" className="wrong">
                {errors.stock}
              </span>
            ) : (
              <span id={`${list}-more`} className="hint">
                CSV, as a spreadsheet saves it. A tyre named by its printed size needs no figures; measured ones are
                surer. Price of four, in the shop’s money.
              </span>
            )}
          </div>
        </div>
        {answer && !answer.ok && (
          <p role="alert" className="font-semibold text-stop">
            {answer.message}
          </p>
        )}
        {answer?.ok && (
          <p role="status" className="font-semibold text-clear">
            Set. Every open job is judged by it.
          </p>
        )}
        {may && (
          <button className="btn btn-main" disabled={busy}>
            Set rules and list
          </button>
        )}
      </LiveFields>
    </form>
  );
}
