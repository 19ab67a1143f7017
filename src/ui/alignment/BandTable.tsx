'use client';

import { useState, useTransition } from 'react';
import { exactText, show } from '@/core/kernel/units/format';
import { BANDED, bandFields } from '@/core/subjects/alignment/bands';
import { bandTableOf, readBandTable } from '@/core/subjects/alignment/bandTable';
import { MOST_LETTERS } from '@/core/subjects/alignment/print';
import { TextIn } from '../forms/TextIn';
import { saveText } from '../saveText';
import { useFilingAll } from '../room/useFiling';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';

interface Props {
  view: JobView;
  /** What the form about it says of every line. */
  stands: { datum: 'hub-to-lip' | 'floor-to-lip'; source: string; watch: number | null };
  /** Says what of that is wanting; true where nothing is. */
  isReady: () => boolean;
}

/** A maker's table over ride height as a file or pasted: every line shown as understood, filed all at once or not. */
export function BandTable({ view, stands, isReady }: Props) {
  const units = useUnits();
  const fileAll = useFilingAll();
  const [text, setText] = useState('');
  const [fault, setFault] = useState('');
  const [done, setDone] = useState('');
  const [busy, start] = useTransition();
  const read = text.trim() === '' ? null : readBandTable(text, units);
  const lines = read?.ok ? read.lines : [];
  const good = lines.flatMap((line) => (line.ok ? [line] : []));
  const wrong = lines.length - good.length;
  const take = (next: string) => {
    setText(next);
    setFault('');
    setDone('');
  };
  const send = () =>
    start(async () => {
      if (!isReady()) return;
      const { datum, source, watch } = stands;
      const no = await fileAll(
        good.map(({ of, low, high, height, aim }) => ({
          kind: 'entry' as const,
          body: {
            kind: 'alignment-band',
            fields: bandFields({ of, low, high, height, aim, watch, datum, source }),
          },
          what: BANDED.find(({ id }) => id === of)?.name ?? of,
        })),
      );
      if (no) return setFault(no.at < 0 ? no.why : `Line ${good[no.at]?.line}: ${no.why} Nothing was filed.`);
      setText('');
      setDone(`${good.length} lines of the table are filed.`);
    });
  return (
    <div className="space-y-3 pt-2">
      <p className="hint">
        CSV or JSON, a line a figure and height: figure, from, to, height, and target where the shop has one. Nothing is
        filed while a line is not understood.
      </p>
      <TextIn
        id="bands"
        fileLabel="A file of the table"
        pasteLabel="Or paste the table"
        text={text}
        placeholder={'figure, from, to, height\nfront caster, 3.5, 4.5, 470 mm'}
        most={MOST_LETTERS}
        tooLarge="The file is over 2 MB: no maker’s table is."
        onText={take}
        onTooLarge={setFault}
      />
      {read && !read.ok && (
        <p role="alert" className="font-semibold text-stop">
          Not taken: {read.reason}.
        </p>
      )}
      {lines.length > 0 && (
        <table className="plain w-full text-[15px]">
          <caption className="sr-only">The table as it is understood</caption>
          <thead>
            <tr>
              {['Line', 'Figure', 'Band', 'At height', 'Target'].map((head) => (
                <th key={head} scope="col">
                  {head}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map((line) => (
              <tr key={line.line}>
                <th scope="row">{line.line}</th>
                {line.ok ? (
                  <>
                    <td>{BANDED.find(({ id }) => id === line.of)?.name}</td>
                    <td className="fig whitespace-nowrap">
                      {exactText('fineAngle', line.low, units)} to {exactText('fineAngle', line.high, units)}
                    </td>
                    <td className="fig">{line.height === null ? 'any' : show('length', line.height, units).text}</td>
                    <td className="fig">{line.aim === null ? '' : exactText('fineAngle', line.aim, units)}</td>
                  </>
                ) : (
                  <td colSpan={4} className="font-semibold text-stop">
                    {line.why}
                  </td>
                )}
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {fault && (
        <p role="alert" className="font-semibold text-stop">
          {fault}
        </p>
      )}
      {done && <p role="status">{done}</p>}
      <div className="flex flex-wrap gap-3">
        <button type="button" className="btn" disabled={busy || good.length === 0 || wrong > 0} onClick={send}>
          File the table
        </button>
        <button
          type="button"
          className="btn"
          onClick={() => saveText(bandTableOf(view.job, units), `${view.job.job.number}-bands.csv`, 'text/csv')}
        >
          Save the bands as CSV
        </button>
      </div>
      {wrong > 0 && (
        <p className="font-semibold text-stop">
          {wrong} of {lines.length} lines are not understood: mend them above.
        </p>
      )}
    </div>
  );
}
