'use client';

import { useId, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { Trash2 } from 'lucide-react';
import { saveText } from '../saveText';
import { asCsv, pasteInto, readTable } from './pasted';

export interface Column {
  name: string;
  /** Told, not set; or told of the rows that stand, and set of those that are added. */
  told?: boolean | 'standing';
  /** What may stand in it, where that is a choice. */
  choices?: readonly string[];
  /** Width in characters. */
  wide?: number;
}

/**
 * A list that the shop keeps, edited a cell at a time: Enter and the arrow keys go from row to row, a table from a
 * spreadsheet is pasted from any cell on, and it goes out and comes in as CSV.
 */
export function ListTable({
  label,
  file,
  columns,
  rows,
  onRows,
  wrong,
  may,
  fixed,
  standing = 0,
}: {
  label: string;
  /** Name of the file that it goes out as. */
  file: string;
  columns: readonly Column[];
  rows: readonly (readonly string[])[];
  onRows: (rows: string[][]) => void;
  /** What is wrong, by row from 0. */
  wrong: Readonly<Record<number, string>>;
  may: boolean;
  /** The first rows are neither added nor taken out: what comes in as a table is matched to them, or refused with why. */
  fixed?: (table: string[][]) => { ok: true; rows: string[][] } | { ok: false; reason: string };
  /** How many rows are of that kind, where others can be added after them. */
  standing?: number;
}) {
  const grows = !fixed || standing > 0;
  const [told, setTold] = useState('');
  const [undo, setUndo] = useState<string[][] | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const id = useId();
  const set = (next: string[][], words = '') => {
    setUndo(words ? rows.map((row) => [...row]) : null);
    setTold(words);
    onRows(next);
  };
  const change = (row: number, column: number, value: string) =>
    set(rows.map((cells, i) => (i === row ? cells.map((cell, j) => (j === column ? value : cell)) : [...cells])));
  const focus = (row: number, column: number) =>
    table.current?.querySelector<HTMLElement>(`[data-cell="${row}/${column}"]`)?.focus();
  const add = () => {
    set([...rows.map((row) => [...row]), columns.map((c) => c.choices?.[0] ?? '')]);
    // The row is there once React has drawn it.
    requestAnimationFrame(() => focus(rows.length, 0));
  };
  const onKey = (event: KeyboardEvent<HTMLElement>, row: number, column: number) => {
    const choice = columns[column]?.choices !== undefined;
    const step = event.key === 'Enter' ? 1 : choice ? 0 : { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!step) return;
    event.preventDefault();
    focus(row + step, column);
  };
  const onPaste = (event: ClipboardEvent, row: number, column: number) => {
    const text = event.clipboardData.getData('text');
    // One cell is typed text as any other.
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const read = readTable(text);
    const laid = read.ok ? pasteInto(rows, read.rows, { row, column }, columns.length) : read;
    const put = laid.ok && fixed ? fixed(laid.rows) : laid;
    if (put.ok) set(put.rows, `${read.ok ? read.rows.length : 0} rows were pasted.`);
    else setTold(`Nothing was pasted: ${put.reason}.`);
  };
  const bringIn = async (chosen: File | undefined) => {
    if (!chosen) return;
    const read = readTable(await chosen.text());
    if (!read.ok) return setTold(`Nothing was brought in: ${read.reason}.`);
    const head = read.rows[0]?.[0]?.toLowerCase() === columns[0]?.name.toLowerCase();
    const laid = pasteInto([], head ? read.rows.slice(1) : read.rows, { row: 0, column: 0 }, columns.length);
    const put = laid.ok && fixed ? fixed(laid.rows) : laid;
    if (!put.ok) return setTold(`Nothing was brought in: ${put.reason}.`);
    set(
      put.rows.map((row) => columns.map((_, i) => row[i] ?? '')),
      fixed
        ? `${chosen.name} was brought in.`
        : `${put.rows.length} rows of ${chosen.name} stand in place of the ${rows.length} that were here.`,
    );
  };
  const goOut = () => {
    const names = columns.map((c) => c.name);
    saveText(asCsv(names, rows), file, 'text/csv');
  };
  return (
    <section aria-labelledby={`${id}-label`} className="space-y-3">
      <div className="flex flex-wrap items-end justify-between gap-3">
        <h2 id={`${id}-label`}>{label}</h2>
        <div className="flex flex-wrap gap-2">
          <button type="button" className="btn" onClick={goOut}>
            CSV out
          </button>
          {may && (
            <label className="btn relative focus-within:outline-3">
              CSV in
              <input
                type="file"
                accept=".csv,text/csv"
                className="sr-only"
                onChange={(event) => {
                  void bringIn(event.target.files?.[0]);
                  event.target.value = '';
                }}
              />
            </label>
          )}
        </div>
      </div>
      <p role="status" className={`min-h-6 ${told.startsWith('Nothing') ? 'font-semibold text-stop' : 'text-pencil'}`}>
        {told || (may ? 'A table from a spreadsheet can be pasted from any cell on.' : '')}{' '}
        {undo && (
          <button
            type="button"
            className="min-h-12 font-semibold text-graphite underline underline-offset-4"
            onClick={() => set(undo)}
          >
            Put it back as it was
          </button>
        )}
      </p>
      <div className="relative overflow-x-auto">
        <table ref={table} className="plain">
          <thead>
            <tr>
              {columns.map((c) => (
                <th key={c.name} scope="col">
                  {c.name}
                </th>
              ))}
              {may && grows && (
                <th scope="col">
                  <span className="sr-only">Take out</span>
                </th>
              )}
            </tr>
          </thead>
          <tbody>
            {rows.map((cells, row) => (
              <tr key={row} className={wrong[row] ? 'bg-panel' : ''}>
                {columns.map((c, column) => {
                  const common = {
                    'data-cell': `${row}/${column}`,
                    'aria-label': `${c.name}, row ${row + 1}`,
                    'aria-invalid': wrong[row] !== undefined,
                    'aria-describedby': wrong[row] ? `${id}-${row}` : undefined,
                    disabled: !may,
                    className:
                      'min-h-12 w-full border-b border-transparent bg-transparent px-1 focus:border-graphite disabled:text-graphite',
                    onKeyDown: (event: KeyboardEvent<HTMLElement>) => onKey(event, row, column),
                  };
                  return (
                    <td key={c.name} style={{ minWidth: `${(c.wide ?? 8) + 2}ch` }}>
                      {c.told === true || (c.told && row < standing) ? (
                        cells[column]
                      ) : c.choices ? (
                        <select
                          {...common}
                          value={cells[column] ?? ''}
                          onChange={(event) => change(row, column, event.target.value)}
                        >
                          {(c.choices.includes(cells[column] ?? '')
                            ? c.choices
                            : [cells[column] ?? '', ...c.choices]
                          ).map((choice) => (
                            <option key={choice}>{choice}</option>
                          ))}
                        </select>
                      ) : (
                        <input
                          {...common}
                          value={cells[column] ?? ''}
                          autoComplete="off"
                          onChange={(event) => change(row, column, event.target.value)}
                          onPaste={(event) => onPaste(event, row, column)}
                        />
                      )}
                      {column === 0 && wrong[row] && (
                        <span id={`${id}-${row}`} role="alert" className="block text-sm font-semibold text-stop">
                          {wrong[row]}
                        </span>
                      )}
                    </td>
                  );
                })}
                {may && grows && (
                  <td>
                    {row >= standing && (
                      <button
                        type="button"
                        className="flex min-h-12 min-w-12 items-center justify-center text-pencil"
                        aria-label={`Take out row ${row + 1}, ${cells[0] ?? ''} ${cells[1] ?? ''}`}
                        onClick={() =>
                          set(
                            rows.filter((_, i) => i !== row).map((each) => [...each]),
                            `Row ${row + 1} is taken out.`,
                          )
                        }
                      >
                        <Trash2 className="size-5" aria-hidden />
                      </button>
                    )}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {may && grows && (
        <button type="button" className="btn" onClick={add}>
          Add a row
        </button>
      )}
    </section>
  );
}
