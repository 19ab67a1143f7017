'use client';

import {
  createColumnHelper,
  flexRender,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useMemo, useState } from 'react';
import { saidName } from '@/core/subjects/clearance/engine/catalogue';
import { money } from '@/core/kernel/units/money';
import type { Candidate } from '@/core/subjects/clearance/engine/fitFinder';
import type { FindAnswer } from '@/workers/clearanceApi';
import { Arm } from '../drawings/Arm';
import { Figure } from '../Figure';
import { OUTCOME, Short } from './FinderAnswer';

const WORD = { fits: 'fits', close: 'close', refused: 'refused' } as const;
const column = createColumnHelper<Candidate>();
const MOST_ROWS = 40;

/** The combinations as a table that sorts by every column. */
export function FinderTable({ rows, found }: { rows: readonly Candidate[]; found: FindAnswer }) {
  const [sorting, setSorting] = useState<SortingState>([]);
  const { lists, lifts, names, asked } = found;
  const columns = useMemo(
    () => [
      column.accessor((c) => c.outcome, {
        id: 'outcome',
        header: 'Verdict',
        cell: ({ row: { original: c } }) => (
          <span className="flex items-center gap-1">
            <Arm verdict={OUTCOME[c.outcome]} size={20} /> {WORD[c.outcome]}
          </span>
        ),
      }),
      column.accessor((c) => lists.tyres[c.tyre]?.diameter ?? 0, {
        id: 'tyre',
        header: 'Tyre',
        cell: ({ row: { original: c } }) => (
          <span className="whitespace-nowrap">
            {lists.tyres[c.tyre]?.name}
            {asked?.tyre === c.tyre && <span className="block text-paint">asked for</span>}
          </span>
        ),
      }),
      column.accessor((c) => lists.wheels[c.wheel]?.offset ?? 0, {
        id: 'wheel',
        header: 'Wheel',
        cell: ({ row: { original: c } }) => (
          <span>
            {lists.wheels[c.wheel]?.name}
            {lists.spacers[c.spacer]?.thickness ? (
              <span className="block text-pencil">
                spacer <Figure quantity="length" value={lists.spacers[c.spacer]?.thickness ?? 0} />
              </span>
            ) : null}
          </span>
        ),
      }),
      column.accessor((c) => lifts[c.lift] ?? 0, {
        id: 'lift',
        header: 'Lift',
        cell: (cell) => <Figure quantity="length" value={cell.getValue()} />,
      }),
      column.accessor((c) => lists.stops[c.stop]?.extra ?? 0, {
        id: 'stop',
        header: 'Stop longer',
        cell: (cell) => (cell.getValue() > 0 ? <Figure quantity="length" value={cell.getValue()} /> : '–'),
      }),
      column.accessor((c) => c.trim, {
        id: 'trim',
        header: 'Trim',
        cell: ({ row: { original: c } }) =>
          c.trims.length > 0
            ? c.trims.map((t) => (
                <span key={t.id} className="block">
                  <Figure quantity="length" value={t.by} />{' '}
                  <span className="text-pencil">{saidName(names[t.id] ?? t.id)}</span>
                </span>
              ))
            : '–',
      }),
      column.accessor((c) => c.poke ?? undefined, {
        id: 'poke',
        // What is not known comes last, whichever way it is sorted.
        sortUndefined: 'last',
        header: 'Past fender',
        cell: ({ row: { original: c } }) =>
          c.impossible ? (
            '–'
          ) : c.poke === null ? (
            'not known'
          ) : c.poke > 0.5 ? (
            <Figure quantity="length" value={c.poke} />
          ) : c.poke > -0.8 ? (
            'flush'
          ) : (
            <>
              tucked <Figure quantity="length" value={-c.poke} />
            </>
          ),
      }),
      column.accessor((c) => c.cost ?? undefined, {
        id: 'cost',
        sortUndefined: 'last',
        header: 'Cost',
        cell: ({ row: { original: c } }) => <span className="fig">{c.cost === null ? '–' : money(c.cost)}</span>,
      }),
      column.accessor((c) => c.first?.short ?? 0, {
        id: 'first',
        header: 'First in the way',
        cell: ({ row: { original: c } }) =>
          c.impossible ??
          (c.first ? (
            <>
              {saidName(names[c.first.id] ?? c.first.id)}, <Short by={c.first.short} /> short
            </>
          ) : (
            '–'
          )),
      }),
    ],
    [lists, lifts, names, asked],
  );
  const table = useReactTable({
    data: rows as Candidate[],
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  const all = table.getRowModel().rows;
  const hide = rows.every((c) => c.cost === null) ? ['cost'] : [];
  if (rows.every((c) => c.outcome === 'fits')) hide.push('first');
  return (
    <div className="overflow-x-auto">
      <table className="plain">
        <thead>
          {table.getHeaderGroups().map((group) => (
            <tr key={group.id}>
              {group.headers
                .filter((h) => !hide.includes(h.id))
                .map((h) => {
                  const dir = h.column.getIsSorted();
                  return (
                    <th key={h.id} aria-sort={dir === 'asc' ? 'ascending' : dir === 'desc' ? 'descending' : 'none'}>
                      <button
                        type="button"
                        className="min-h-12 text-left font-semibold underline-offset-4 hover:underline"
                        onClick={h.column.getToggleSortingHandler()}
                      >
                        {flexRender(h.column.columnDef.header, h.getContext())}
                        {dir === 'asc' ? ' ↑' : dir === 'desc' ? ' ↓' : ''}
                      </button>
                    </th>
                  );
                })}
            </tr>
          ))}
        </thead>
        <tbody>
          {all.slice(0, MOST_ROWS).map((row) => (
            <tr key={row.id}>
              {row
                .getVisibleCells()
                .filter((c) => !hide.includes(c.column.id))
                .map((c) => (
                  <td key={c.id}>{flexRender(c.column.columnDef.cell, c.getContext())}</td>
                ))}
            </tr>
          ))}
        </tbody>
      </table>
      {all.length === 0 && (
        <p className="hint py-3">None under these filters. Show all that was tried to see what stands in the way.</p>
      )}
      {all.length > MOST_ROWS && (
        <p className="hint">
          The first {MOST_ROWS} of {all.length}. Sort or filter to see others.
        </p>
      )}
    </div>
  );
}
