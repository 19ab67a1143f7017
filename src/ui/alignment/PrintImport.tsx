'use client';

import { useState, useTransition } from 'react';
import { PLACE_NAME } from '@/core/kernel/places';
import type { ReadingGate } from '@/core/document/job';
import { standingReadings } from '@/core/record/figures';
import { show } from '@/core/kernel/units/format';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import {
  COLUMNS,
  guessMapping,
  MOST_LETTERS,
  printOf,
  readPrint,
  rowsOfPrint,
  seemsSwapped,
  WANTED,
  type Mapping,
} from '@/core/subjects/alignment/print';
import { useFiling } from '../room/useFiling';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';

/** Where this device keeps how its stand names its columns. */
const KEPT = 'hg-stand-mapping';
const keptMapping = (): Mapping => {
  try {
    const read: unknown = JSON.parse(localStorage.getItem(KEPT) ?? '{}');
    return typeof read === 'object' && read !== null
      ? Object.fromEntries(
          COLUMNS.flatMap((c) => {
            const name = (read as Record<string, unknown>)[c];
            return typeof name === 'string' ? [[c, name]] : [];
          }),
        )
      : {};
  } catch {
    return {};
  }
};
const NAMES = { wheel: 'Wheel', figure: 'Figure', value: 'Value', unit: 'Unit', diameter: 'Toe’s diameter' } as const;

/**
 * A stand's print from a file or pasted: its columns mapped, each line shown as it was understood or with what is wrong
 * with it, and filed only when all of it is.
 */
export function PrintImport({ view, gate }: { view: JobView; gate: ReadingGate }) {
  const units = useUnits();
  const file = useFiling();
  const [text, setText] = useState('');
  const [name, setName] = useState('pasted');
  const [mapped, setMapped] = useState<Mapping>({});
  const [fault, setFault] = useState('');
  const [done, setDone] = useState('');
  const [sure, setSure] = useState(false);
  const [busy, start] = useTransition();
  const read = text.trim() === '' ? null : rowsOfPrint(text);
  const kept = read?.ok ? keptMapping() : {};
  const mapping: Mapping = read?.ok
    ? Object.fromEntries(
        COLUMNS.flatMap((column) => {
          const own = mapped[column] ?? kept[column];
          const found = own !== undefined && read.columns.includes(own) ? own : guessMapping(read.columns)[column];
          return found === undefined ? [] : [[column, found]];
        }),
      )
    : {};
  const missing = WANTED.filter((column) => mapping[column] === undefined);
  const lines = read?.ok && missing.length === 0 ? readPrint(read.rows, mapping) : [];
  const wrong = lines.filter((line) => !line.ok);
  const swapped = seemsSwapped(view.workings, gate, lines);
  const take = (next: string, from: string) => {
    setText(next);
    setName(from);
    setFault('');
    setDone('');
    setSure(false);
  };
  const send = () =>
    start(async () => {
      const common = {
        gate,
        state: 'floor' as const,
        set: 1,
        units: METRIC_SHOP,
        supersedes: null,
        asked: false,
        note: `from ${name.slice(0, 80)}`,
      };
      const way = await file(
        'reading',
        {
          ...common,
          point: 'alignedBy',
          place: 'vehicle',
          answer: 'observed',
          text: 'stand',
          good: true,
          instrument: 'hand',
          knew: [],
        },
        'alignment read by a stand',
      );
      if (way) return setFault(way);
      const standing = standingReadings(view.job);
      let filed = 0;
      for (const line of lines) {
        if (!line.ok) continue;
        const here = standing.filter(
          (r) => r.gate === gate && r.point === line.point && r.place === line.place && r.value !== null,
        );
        const no = await file(
          'reading',
          {
            ...common,
            point: line.point,
            place: line.place,
            answer: 'measured',
            text: line.text,
            good: null,
            instrument: 'alignment-rack',
            // A later print is the later state, not a repeat of the earlier one.
            supersedes: here.at(-1)?.id ?? null,
            knew: here.map((r) => r.id),
          },
          `${line.point} ${line.place}`,
        );
        if (no) return setFault(`Line ${line.line}: ${no} ${filed} before it were filed.`);
        filed++;
      }
      localStorage.setItem(KEPT, JSON.stringify(mapping));
      setText('');
      setDone(`${filed} figures filed from ${name}.`);
    });
  const save = () => {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(new Blob([printOf(view.job, gate)], { type: 'text/csv' }));
    link.download = `${view.job.job.number}-alignment-${gate}.csv`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <div className="space-y-3">
      <p className="hint">
        CSV or JSON with a line a figure: wheel, figure, value, and unit where it is not degrees. Nothing is filed while
        a line is not understood.
      </p>
      <div className="field">
        <label htmlFor="print-file">A file of the stand</label>
        <input
          id="print-file"
          type="file"
          accept=".csv,.txt,.json,text/csv,application/json"
          onChange={(event) => {
            const [chosen] = event.target.files ?? [];
            if (!chosen) return;
            // Refused by its size before a letter of it is read.
            if (chosen.size > MOST_LETTERS) return setFault('The file is over 2 MB: no print of one vehicle is.');
            void chosen.text().then((found) => take(found, chosen.name));
          }}
        />
      </div>
      <div className="field">
        <label htmlFor="print-text">Or paste it</label>
        <textarea
          id="print-text"
          rows={4}
          value={text}
          onChange={(event) => take(event.target.value, 'pasted')}
          spellCheck={false}
        />
      </div>
      {read && !read.ok && (
        <p role="alert" className="font-semibold text-stop">
          Not taken: {read.reason}.
        </p>
      )}
      {read?.ok && (
        <fieldset className="grid gap-3 sm:grid-cols-3">
          <legend className="pb-1 font-semibold">Which column tells what</legend>
          {COLUMNS.map((column) => (
            <div key={column} className="field">
              <label htmlFor={`map-${column}`}>{NAMES[column]}</label>
              <select
                id={`map-${column}`}
                value={mapping[column] ?? ''}
                onChange={(event) => setMapped((now) => ({ ...now, [column]: event.target.value }))}
              >
                <option value="">{WANTED.includes(column) ? 'choose' : 'none'}</option>
                {read.columns.map((each) => (
                  <option key={each} value={each}>
                    {each}
                  </option>
                ))}
              </select>
            </div>
          ))}
        </fieldset>
      )}
      {read?.ok && missing.length > 0 && (
        <p role="alert" className="font-semibold text-stop">
          Choose the column of: {missing.map((c) => NAMES[c].toLowerCase()).join(', ')}.
        </p>
      )}
      {lines.length > 0 && (
        <table className="plain w-full text-[15px]">
          <caption className="sr-only">The print as it is understood</caption>
          <thead>
            <tr>
              <th scope="col">Line</th>
              <th scope="col">Wheel</th>
              <th scope="col">Figure</th>
              <th scope="col">Value</th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.line}>
                <th scope="row">{line.line}</th>
                {line.ok ? (
                  <>
                    <td>{PLACE_NAME[line.place]}</td>
                    <td>{line.point === 'axisLean' ? 'axis lean' : line.point}</td>
                    <td className="fig">{show('fineAngle', line.value, units, true).text}</td>
                  </>
                ) : (
                  <td colSpan={3} className="font-semibold text-stop">
                    {line.why}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {swapped && (
        <label className="flex min-h-12 items-center gap-3 font-semibold text-watch">
          <input
            type="checkbox"
            className="size-6"
            checked={sure}
            onChange={(event) => setSure(event.target.checked)}
          />
          Turned about, left and right lie nearer to what was read Before. It is filed as it stands: left is left.
        </label>
      )}
      {fault && (
        <p role="alert" className="font-semibold text-stop">
          {fault}
        </p>
      )}
      {done && <p role="status">{done}</p>}
      <div className="flex flex-wrap gap-3">
        <button
          type="button"
          className="btn btn-main"
          disabled={busy || lines.length === 0 || wrong.length > 0 || (swapped && !sure)}
          onClick={send}
        >
          {wrong.length > 0 ? `${wrong.length} lines are not understood` : `File ${lines.length} figures`}
        </button>
        <button type="button" className="btn" onClick={save}>
          Save it as CSV
        </button>
      </div>
    </div>
  );
}
