'use client';

import { useState, useTransition } from 'react';
import { ComeBackList, type ComeBack } from '@/core/document/comeBack';
import { LANGUAGE_IDS, LANGUAGES, type Language } from '@/core/document/language';
import { saveLetter } from '@/server/actions/job';
import { SelectField, TextField } from '../forms/fields';

const OWN = 'own';
const KINDS = [
  ['nuts', 'Wheel nuts again'],
  ['bolts', 'Every bolt again'],
  ['heights', 'Heights and hoses'],
  ['alignment', 'Setting of the wheels'],
  [OWN, 'The shop’s own words'],
] as const;
interface Row {
  kind: (typeof KINDS)[number][0];
  text: string;
  far: string;
  weeks: string;
}
const KM = 1.609344;
/** To the ten, as the page says it. */
const milesOf = (km: number): number => Math.max(10, Math.round(km / KM / 10) * 10);
const rowOf = ({ what, km, weeks }: ComeBack, miles: boolean): Row => ({
  kind: typeof what === 'string' ? what : OWN,
  text: typeof what === 'string' ? '' : what.text,
  far: km === null ? '' : String(miles ? milesOf(km) : km),
  weeks: weeks === null ? '' : String(weeks),
});
const numberIn = (text: string): number | null => (text.trim() === '' ? null : Number(text.replace(',', '.')));

/** Language of the shop's pages, and when customers come back: as a table, edited a cell at a time. */
export function LetterForm({
  may,
  language,
  back,
  miles,
}: {
  may: boolean;
  language: Language;
  back: ComeBackList;
  miles: boolean;
}) {
  const [chosen, setChosen] = useState<string>(language);
  const [rows, setRows] = useState<Row[]>(() => back.items.map((item) => rowOf(item, miles)));
  const [source, setSource] = useState(back.source);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [said, setSaid] = useState<{ good: boolean; text: string } | null>(null);
  const [busy, start] = useTransition();
  const change = (at: number, part: Partial<Row>) =>
    setRows(rows.map((row, i) => (i === at ? { ...row, ...part } : row)));
  const save = () => {
    const items = rows.map(({ kind, text, far, weeks }) => {
      const km = numberIn(far);
      return {
        what: kind === OWN ? { text } : kind,
        km: km === null ? null : Math.round(miles ? km * KM : km),
        weeks: numberIn(weeks),
      };
    });
    const read = ComeBackList.safeParse({ items, source });
    if (!read.success) {
      const faults: Record<string, string> = {};
      for (const { path, message } of read.error.issues)
        faults[path[0] === 'items' ? `row${String(path[1])}` : String(path[0])] ??= message;
      setWrong(faults);
      setSaid({ good: false, text: 'Nothing was set: see below what is wrong.' });
      return;
    }
    setWrong({});
    start(async () => {
      const answer = await saveLetter({ language: chosen, back: read.data }).catch(() => ({
        ok: false as const,
        message: 'The server does not answer. Try again.',
      }));
      setSaid(
        answer.ok
          ? { good: true, text: 'Set. The next page that is signed has it.' }
          : { good: false, text: answer.message },
      );
    });
  };
  return (
    <form
      className="space-y-5"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <SelectField
        label="Language, where a customer has none of their own"
        value={chosen}
        disabled={!may}
        onChange={(event) => setChosen(event.target.value)}
        options={LANGUAGE_IDS.map((id) => [id, LANGUAGES[id].name] as const)}
      />
      <section aria-labelledby="back" className="space-y-3">
        <h2 id="back">When the customer comes back</h2>
        <ul className="ruled">
          {rows.map((row, i) => (
            <li key={i} className="space-y-2 py-3">
              <div className="grid items-end gap-3 sm:grid-cols-[minmax(0,2fr)_110px_110px_auto]">
                <SelectField
                  label="For what"
                  value={row.kind}
                  disabled={!may}
                  onChange={(event) => change(i, { kind: event.target.value as Row['kind'] })}
                  options={KINDS}
                />
                <TextField
                  label={miles ? 'After, mi' : 'After, km'}
                  inputMode="numeric"
                  value={row.far}
                  disabled={!may}
                  onChange={(event) => change(i, { far: event.target.value })}
                />
                <TextField
                  label="or weeks"
                  inputMode="numeric"
                  value={row.weeks}
                  disabled={!may}
                  onChange={(event) => change(i, { weeks: event.target.value })}
                />
                {may && (
                  <button
                    type="button"
                    className="btn"
                    aria-label={`Leave out line ${i + 1}`}
                    onClick={() => setRows(rows.filter((_, at) => at !== i))}
                  >
                    Leave out
                  </button>
                )}
              </div>
              {row.kind === OWN && (
                <TextField
                  label="In the shop’s words, printed as typed"
                  value={row.text}
                  disabled={!may}
                  onChange={(event) => change(i, { text: event.target.value })}
                />
              )}
              {wrong[`row${i}`] && (
                <p role="alert" className="wrong">
                  {wrong[`row${i}`]}
                </p>
              )}
            </li>
          ))}
        </ul>
        {wrong.items && (
          <p role="alert" className="wrong">
            {wrong.items}
          </p>
        )}
        {may && rows.length < 8 && (
          <button
            type="button"
            className="btn"
            onClick={() => setRows([...rows, { kind: OWN, text: '', far: '', weeks: '' }])}
          >
            One line more
          </button>
        )}
        <TextField
          label="Where these stand: maker, kit sheet, the shop’s practice"
          value={source}
          disabled={!may}
          wrong={wrong.source}
          onChange={(event) => setSource(event.target.value)}
        />
      </section>
      {said && (
        <p role={said.good ? 'status' : 'alert'} className={`font-semibold ${said.good ? 'text-clear' : 'text-stop'}`}>
          {said.text}
        </p>
      )}
      {may && (
        <button className="btn btn-main" disabled={busy}>
          Set the customer’s page
        </button>
      )}
    </form>
  );
}
