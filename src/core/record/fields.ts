import { exactText } from '../kernel/units/format';
import { parseQuantity } from '../kernel/units/parseQuantity';
import type { UnitChoice } from '../kernel/units/quantity';
import type { Field } from './entryKind';

/** What was typed into each box, by the field's name. */
export type Typed = Readonly<Record<string, string>>;
export type ReadFields =
  { ok: true; values: Record<string, string | number> } | { ok: false; errors: Record<string, string> };

/** Reads what was typed into the boxes of a plan part or an entry: figures in base units, or what is wrong by box. */
export function readFields(fields: readonly Field[], typed: Typed, units: UnitChoice): ReadFields {
  const values: Record<string, string | number> = {};
  const errors: Record<string, string> = {};
  for (const field of fields) {
    const text = (typed[field.name] ?? '').trim();
    if (field.kind === 'quantity') {
      if (text === '' && field.optional) continue;
      const read = parseQuantity(field.quantity, text, units);
      if (read.ok) values[field.name] = read.value;
      else errors[field.name] = `Not understood: ${read.reason}.`;
    } else if (field.kind === 'choice') {
      if (field.choices.some(({ id }) => id === text)) values[field.name] = text;
      else errors[field.name] = `Say which: ${field.choices.map(({ name }) => name.toLowerCase()).join('; ')}.`;
    } else if (text.length <= field.most) values[field.name] = text;
    else errors[field.name] = `longer than ${field.most} letters`;
  }
  return Object.keys(errors).length === 0 ? { ok: true, values } : { ok: false, errors };
}

/** The boxes of a form as they are filled by what is kept; empty where nothing is. */
export function typedFrom(fields: readonly Field[], kept: unknown, units: UnitChoice): Record<string, string> {
  const of = typeof kept === 'object' && kept !== null ? (kept as Readonly<Record<string, unknown>>) : {};
  return Object.fromEntries(
    fields.map((field) => {
      const value = of[field.name];
      const text =
        field.kind === 'quantity'
          ? typeof value === 'number'
            ? exactText(field.quantity, value, units)
            : ''
          : typeof value === 'string'
            ? value
            : '';
      return [field.name, text];
    }),
  );
}
