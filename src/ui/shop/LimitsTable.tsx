'use client';

import { useState } from 'react';
import { saveLimit } from '@/server/actions/job';
import { usePasswordAgain } from '../people/PasswordAgain';
import { ListTable, type Column } from './ListTable';

/** One limit as it is shown and set, figures as text in the units in use. */
export interface LimitShown {
  figure: string;
  name: string;
  clear: string;
  stop: string;
  rule: string;
  /** The rules that a lead may choose: as strict as the figure's own, or stricter. */
  rules: readonly (readonly [id: string, name: string])[];
  source: string;
  /** Who set it and when; empty where it stands as it came. */
  set: string;
}
const HEAD = ['Limit', 'Clear', 'Stop', 'Rule', 'Source', 'Set by'] as const;
const cellsOf = (l: LimitShown): string[] => [
  l.name,
  l.clear,
  l.stop,
  l.rules.find(([id]) => id === l.rule)?.[1] ?? l.rule,
  l.source,
  l.set,
];
const same = (a: readonly string[], b: readonly string[] | undefined) =>
  a.slice(0, 5).every((cell, i) => cell.trim() === (b?.[i] ?? '').trim());

/** The limits a shop judges by, a cell at a time; what was changed is set row by row, and what is wrong is told at its row. */
export function LimitsTable({ limits, may }: { limits: readonly LimitShown[]; may: boolean }) {
  const stand = limits.map(cellsOf);
  // Only what differs from what stands: a limit that was set is then shown as it stands, and the others as typed.
  const [edits, setEdits] = useState<Readonly<Record<number, string[]>>>({});
  const rows = stand.map((row, i) => edits[i] ?? row);
  const [wrong, setWrong] = useState<Record<number, string>>({});
  const [told, setTold] = useState('');
  const [ask, dialog] = usePasswordAgain();
  const setRows = (next: readonly (readonly string[])[]) =>
    setEdits(Object.fromEntries(next.flatMap((row, i) => (same(row, stand[i]) ? [] : [[i, [...row]]]))));
  const changed = rows.flatMap((row, i) => (same(row, stand[i]) ? [] : [i]));
  const choices = [...new Set(limits.flatMap((l) => l.rules.map(([, name]) => name)))];
  const columns: readonly Column[] = HEAD.map((name) => ({
    name,
    ...(name === 'Limit' || name === 'Set by' ? { told: true, wide: 18 } : {}),
    ...(name === 'Rule' ? { choices, wide: 10 } : {}),
    ...(name === 'Source' ? { wide: 40 } : {}),
  }));
  /** A table that comes in is matched by the limits' names; what it leaves out stays as it is. */
  const fixed = (table: string[][]) => {
    const next = rows.map((row) => [...row]);
    for (const [line, cells] of table.entries()) {
      const at = limits.findIndex((l) => l.name.toLowerCase() === (cells[0] ?? '').trim().toLowerCase());
      const row = next[at];
      if (!row) return { ok: false as const, reason: `line ${line + 1}: there is no limit “${cells[0] ?? ''}” here` };
      for (let i = 1; i < 5; i++) row[i] = cells[i] ?? row[i] ?? '';
    }
    return { ok: true as const, rows: next };
  };
  const words = changed.length === 1 ? '1 limit' : `${changed.length} limits`;
  const set = () =>
    ask(`Set ${words}`, async (password) => {
      const bad: Record<number, string> = {};
      const done: number[] = [];
      for (const i of changed) {
        const [limit, cells] = [limits[i], rows[i]];
        if (!limit || !cells) continue;
        const rule = limit.rules.find(([, name]) => name === cells[3])?.[0];
        if (!rule) {
          bad[i] = `“${cells[3] ?? ''}” is no rule for it: ${limit.rules.map(([, name]) => name).join(' or ')}`;
          continue;
        }
        const form = new FormData();
        const fields = {
          figure: limit.figure,
          clear: cells[1] ?? '',
          stop: cells[2] ?? '',
          rule,
          source: cells[4] ?? '',
          password,
        };
        for (const [name, value] of Object.entries(fields)) form.set(name, value);
        const answer = await saveLimit(null, form).catch(() => ({
          ok: false as const,
          message: 'the server did not answer: set it again',
        }));
        // Not the person: nothing of it is about a limit, and the next would be one more wrong try.
        if (!answer.ok && 'errors' in answer && answer.errors.password) return answer;
        if (answer.ok) done.push(i);
        else bad[i] = answer.message;
      }
      setWrong(bad);
      setEdits((was) => Object.fromEntries(Object.entries(was).filter(([i]) => !done.includes(Number(i)))));
      const left = Object.keys(bad).length;
      setTold(
        `${done.length === 1 ? '1 limit is' : `${done.length} limits are`} set${left > 0 ? `; ${left} ${left === 1 ? 'is' : 'are'} not, and why stands there` : ''}.`,
      );
      return { ok: true };
    });
  return (
    <div className="space-y-4">
      {dialog}
      <ListTable
        label="Limits"
        file="limits.csv"
        columns={columns}
        rows={rows}
        onRows={(next) => {
          setRows(next);
          setTold('');
        }}
        wrong={wrong}
        may={may}
        fixed={fixed}
      />
      {may && (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-4 border-t border-rule bg-paper py-3">
          <button type="button" className="btn btn-main" disabled={changed.length === 0} onClick={set}>
            {changed.length === 0 ? 'Nothing changed' : `Set ${words}`}
          </button>
          {told && (
            <p role="status" className="font-semibold">
              {told}
            </p>
          )}
        </div>
      )}
    </div>
  );
}
