'use client';

import { useState, useTransition } from 'react';
import { money } from '@/core/kernel/units/money';
import { priceKit, saveKit } from '@/server/actions/job';
import { ListTable, type Column } from './ListTable';

/** One kit as it stands, figures as text in the units in use. */
export interface KitShown {
  id: string;
  name: string;
  claimFront: string;
  claimRear: string;
  moves: string;
  price: number | null;
  source: string;
}
const COLUMNS: readonly Column[] = [
  { name: 'Kit', told: 'standing', wide: 14 },
  { name: 'Claims, front', told: 'standing', wide: 10 },
  { name: 'Claims, rear', told: 'standing', wide: 10 },
  { name: 'Where it stands', told: 'standing', wide: 22 },
  { name: 'Price', wide: 10 },
  { name: 'Moves', told: true, wide: 24 },
];
const PRICE = 4;
const NONE = 'springs only';
const cellsOf = (k: KitShown): string[] => [
  k.name,
  k.claimFront,
  k.claimRear,
  k.source,
  k.price === null ? '' : money(k.price),
  k.moves || NONE,
];
const plain = (cell: string | undefined) => (cell ?? '').replace(/\s+/g, ' ').trim();
const sameCell = (a: string | undefined, b: string | undefined) => plain(a).toLowerCase() === plain(b).toLowerCase();

/**
 * The shop's kits. A kit that stands keeps its name, sheet and claims, which jobs were planned by: a later sheet is
 * another kit. Its price is set, and new ones are added, a cell at a time or by a table from elsewhere.
 */
export function KitsTable({ kits, may }: { kits: readonly KitShown[]; may: boolean }) {
  const stand = kits.map(cellsOf);
  const [prices, setPrices] = useState<Readonly<Record<string, string>>>({});
  const [added, setAdded] = useState<string[][]>([]);
  // By a kit's id, and of those that are not kits yet by their row among them: the list comes anew, in another order.
  const [wrong, setWrong] = useState<Readonly<Record<string, string>>>({});
  const [told, setTold] = useState('');
  const [busy, start] = useTransition();
  const rows = [
    ...stand.map((row, i) => row.map((cell, j) => (j === PRICE ? (prices[kits[i]?.id ?? ''] ?? cell) : cell))),
    ...added,
  ];
  const setRows = (next: readonly (readonly string[])[]) => {
    setPrices(
      Object.fromEntries(
        kits.flatMap((k, i) => {
          const cell = next[i]?.[PRICE] ?? '';
          return plain(cell) === plain(stand[i]?.[PRICE]) ? [] : [[k.id, cell]];
        }),
      ),
    );
    setAdded(
      next.slice(kits.length).map((row) => row.map((cell, j) => cell || (j === COLUMNS.length - 1 ? NONE : ''))),
    );
    setTold('');
    setWrong({});
  };
  /** A table that comes in is matched by the kits' names and sheets; what it leaves out stays, what is new is added. */
  const merged = (table: string[][]) => {
    const next = rows.map((row) => [...row]);
    for (const [line, cells] of table.entries()) {
      const row = next.find((r) => sameCell(r[0], cells[0]) && sameCell(r[3], cells[3]));
      if (!row) {
        next.push([...cells]);
        continue;
      }
      const other = [1, 2].find((j) => !sameCell(row[j], cells[j]));
      if (other !== undefined)
        return {
          ok: false as const,
          reason: `line ${line + 1}: “${row[0] ?? ''}” of “${row[3] ?? ''}” ${(COLUMNS[other]?.name ?? '').toLowerCase()}, ${row[other] ?? ''} here and ${cells[other] || 'nothing'} there. A later sheet is another kit: give it its own revision`,
        };
      row[PRICE] = cells[PRICE] ?? '';
    }
    return { ok: true as const, rows: next };
  };
  const filled = added.flatMap((row, i) => (row.slice(0, -1).some((cell) => plain(cell) !== '') ? [i] : []));
  const changes = Object.keys(prices).length + filled.length;
  const set = () =>
    start(async () => {
      const silent = { ok: false as const, message: 'the server did not answer: set it again', errors: {} };
      const bad: Record<string, string> = {};
      let done = 0;
      const stay: Record<string, string> = {};
      for (const [id, typed] of Object.entries(prices)) {
        const answer = await priceKit(id, typed).catch(() => silent);
        if (answer.ok) done += 1;
        else {
          stay[id] = typed;
          bad[id] = answer.message;
        }
      }
      const left: string[][] = [];
      for (const i of filled) {
        const [name = '', claimFront = '', claimRear = '', source = '', price = ''] = added[i] ?? [];
        const form = new FormData();
        for (const [field, value] of Object.entries({ name, claimFront, claimRear, source, price, patches: '[]' }))
          form.set(field, value);
        const answer = await saveKit(null, form).catch(() => silent);
        if (answer.ok) done += 1;
        else {
          bad[left.length] = [...new Set(Object.values(answer.errors ?? {}))].join('; ') || answer.message;
          left.push(added[i] ?? []);
        }
      }
      setWrong(bad);
      setPrices(stay);
      setAdded(left);
      const not = Object.keys(stay).length + left.length;
      setTold(
        `${done === 1 ? '1 kit is' : `${done} kits are`} set${not > 0 ? `; ${not} ${not === 1 ? 'is' : 'are'} not, and why stands there` : ''}.`,
      );
    });
  return (
    <div className="space-y-4">
      <ListTable
        label="Kits"
        file="kits.csv"
        columns={COLUMNS}
        rows={rows}
        onRows={setRows}
        wrong={Object.fromEntries(
          rows.flatMap((_, i) => {
            const why = wrong[kits[i]?.id ?? i - kits.length];
            return why ? [[i, why]] : [];
          }),
        )}
        may={may}
        standing={kits.length}
        fixed={merged}
      />
      {may && (
        <div className="sticky bottom-0 flex flex-wrap items-center gap-4 border-t border-rule bg-paper py-3">
          <button type="button" className="btn btn-main" disabled={busy || changes === 0} onClick={set}>
            {changes === 0 ? 'Nothing changed' : `Set ${changes === 1 ? '1 kit' : `${changes} kits`}`}
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
