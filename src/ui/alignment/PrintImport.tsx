'use client';

import { useState, useTransition } from 'react';
import { PLACE_NAME } from '@/core/kernel/places';
import type { ReadingGate } from '@/core/document/job';
import { show } from '@/core/kernel/units/format';
import {
  COLUMNS,
  guessMapping,
  MOST_LETTERS,
  printOf,
  readPrint,
  rowsOfPrint,
  seemsInches,
  seemsSwapped,
  WANTED,
  type Mapping,
} from '@/core/subjects/alignment/print';
import { TextIn } from '../forms/TextIn';
import { useFilingAll } from '../room/useFiling';
import { saveText } from '../saveText';
import { standReadings } from './standReadings';
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
  const fileAll = useFilingAll();
  const [text, setText] = useState('');
  const [name, setName] = useState('pasted');
  const [mapped, setMapped] = useState<Mapping>({});
  const [fault, setFault] = useState('');
  const [done, setDone] = useState('');
  const [sure, setSure] = useState<readonly string[]>([]);
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
  const simulated = read?.ok === true && read.simulated;
  const asked = [
    ...(seemsSwapped(view.workings, gate, lines)
      ? ['Turned about, left and right fit what was read Before better. It is filed as it stands: left is left.']
      : []),
    ...(read?.ok && seemsInches(read.rows, mapping)
      ? ['Toe of less than half a millimetre on every wheel: are these inches? It is filed as millimetres.']
      : []),
  ];
  const take = (next: string, from: string) => {
    setText(next);
    setName(from);
    setFault('');
    setDone('');
    setSure([]);
  };
  const send = () =>
    start(async () => {
      const figures = lines.flatMap((line) => (line.ok ? [line] : []));
      const no = await fileAll(
        standReadings(view, gate, figures, {
          note: `${simulated ? 'simulated, ' : ''}from ${name.slice(0, 80)}`,
          simulated,
        }),
      );
      // The first of the list says how it was read; line 1 comes after it.
      if (no) return setFault(no.at > 0 ? `Line ${figures[no.at - 1]?.line}: ${no.why} Nothing was filed.` : no.why);
      localStorage.setItem(KEPT, JSON.stringify(mapping));
      setText('');
      setDone(`${figures.length} figures filed from ${name}.`);
    });
  const save = () => saveText(printOf(view.job, gate), `${view.job.job.number}-alignment-${gate}.csv`, 'text/csv');
  return (
    <div className="space-y-3">
      <p className="hint">
        CSV or JSON with a line a figure: wheel, figure, value, and unit where it is not degrees. Nothing is filed while
        a line is not understood.
      </p>
      <TextIn
        id="print"
        fileLabel="A file of the stand"
        pasteLabel="Or paste it"
        text={text}
        most={MOST_LETTERS}
        tooLarge="The file is over 2 MB: no print of one vehicle is."
        onText={take}
        onTooLarge={setFault}
      />
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
      {simulated && (
        <p className="font-semibold text-watch">
          Simulated: a stand-in made these figures up. Each reading says so, here and on the sheet.
        </p>
      )}
      {asked.map((question) => (
        <label key={question} className="flex min-h-12 items-center gap-3 font-semibold text-watch">
          <input
            type="checkbox"
            className="size-6"
            checked={sure.includes(question)}
            onChange={(event) =>
              setSure((now) => (event.target.checked ? [...now, question] : now.filter((q) => q !== question)))
            }
          />
          {question}
        </label>
      ))}
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
          disabled={
            busy || lines.length === 0 || wrong.length > 0 || asked.some((question) => !sure.includes(question))
          }
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
