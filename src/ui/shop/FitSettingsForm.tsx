'use client';

import { useState } from 'react';
import { STOCK_HEAD } from '@/core/assembly/formats/stockHead';
import { saveFitSettings } from '@/server/actions/job';
import type { ActionAnswer } from '@/server/answer';
import { usePasswordAgain } from '../people/PasswordAgain';
import { SelectField, TextField } from '../forms/fields';
import { LiveFields } from '../forms/LiveFields';
import { ListTable, type Column } from './ListTable';
import { asCsv } from './pasted';

type Typed = Record<
  | 'compliance'
  | 'complianceSource'
  | 'streetDroop'
  | 'streetDroopSource'
  | 'streetBump'
  | 'streetBumpSource'
  | 'trimming'
  | 'trimmingSource'
  | 'topSpeed'
  | 'topSpeedSource'
  | 'fourWheelSpeed'
  | 'fourWheelSpeedSource'
  | 'leafWindUp'
  | 'leafWindUpSource',
  string
>;

const CHOICES: Partial<Record<string, readonly string[]>> = {
  kind: ['tyre', 'wheel', 'spacer', 'stop'],
  measured: ['', 'yes'],
};
const WIDE: Partial<Record<string, number>> = { name: 22, kind: 9 };
const COLUMNS: readonly Column[] = STOCK_HEAD.map((name) => ({
  name,
  ...(CHOICES[name] ? { choices: CHOICES[name] } : {}),
  ...(WIDE[name] ? { wide: WIDE[name] } : {}),
}));

const RULES = [
  ['compliance', 'Fore-aft give of a wheel', 'taken off every gap ahead and behind: rubber lets the axle move'],
  ['streetDroop', 'Street: droop that counts', 'below ride height'],
  ['streetBump', 'Street: share of the bump travel', 'of the way to the stop, as 2/3 or 70 %'],
] as const;
const SHAFT_RULES = [
  ['topSpeed', 'Top road speed', 'a shaft that always turns is judged at it'],
  ['fourWheelSpeed', 'Four-wheel-drive speed', 'for a front shaft that can stand still'],
  ['leafWindUp', 'Leaf wind-up', 'how far a leaf lets the pinion rise under load'],
] as const;

/** What "it fits" means in this shop, and the list of what it can get. */
export function FitSettingsForm({ standing, stock, may }: { standing: Typed; stock: string[][]; may: boolean }) {
  const [typed, setTyped] = useState(standing);
  const [answer, setAnswer] = useState<ActionAnswer | null>(null);
  const [ask, dialog] = usePasswordAgain();
  const errors = answer && !answer.ok ? answer.errors : {};
  const [rows, setRows] = useState(stock);
  // A row of nothing is none: what is wrong is told by the row that was sent.
  const sent = rows.flatMap((row, i) => (row.some((cell) => cell.trim() !== '') ? [i] : []));
  const wrong = Object.fromEntries(
    Object.entries(errors).flatMap(([field, why]) => {
      const at = /^stock\.(\d+)$/.exec(field);
      const row = at ? sent[Number(at[1])] : undefined;
      return row === undefined ? [] : [[row, why]];
    }),
  );
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
        form.set(
          'stock',
          asCsv(
            STOCK_HEAD,
            sent.map((i) => rows[i] ?? []),
          ),
        );
        ask('Set rules and list', async (password) => {
          form.set('password', password);
          const told = await saveFitSettings(null, form);
          if (!told.ok && told.errors.password) return told;
          setAnswer(told);
          return { ok: true };
        });
      }}
      noValidate
    >
      {dialog}
      <LiveFields disabled={!may} className="min-w-0 space-y-6">
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
        <div className="space-y-3">
          <h2>How fast shafts turn</h2>
          {SHAFT_RULES.map(([field, label, hint]) => (
            <div key={field} className="grid items-start gap-4 sm:grid-cols-[300px_minmax(0,1fr)]">
              <TextField label={label} hint={hint} {...bind(field)} />
              <TextField label={`Source: ${label.toLowerCase()}`} {...bind(`${field}Source`)} />
            </div>
          ))}
        </div>
        <ListTable
          label="What the finder goes through"
          file="tyres-and-wheels.csv"
          columns={COLUMNS}
          rows={rows}
          onRows={setRows}
          wrong={wrong}
          may={may}
        />
        <p className="hint">
          A tyre named by its printed size needs no figures; measured ones are surer. A spacer’s and a stop’s figure
          stands under width. Price of four, in the shop’s money.
        </p>
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
        {may && <button className="btn btn-main">Set rules and list</button>}
      </LiveFields>
    </form>
  );
}
