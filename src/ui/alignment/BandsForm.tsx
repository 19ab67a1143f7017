'use client';

import { useState, useTransition } from 'react';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { exactText, show } from '@/core/kernel/units/format';
import { BANDED, bandFields, rowsFor, type BandedId } from '@/core/subjects/alignment/bands';
import { bandsOfLike } from '@/server/actions/job';
import type { LikeBands } from '@/server/jobs/likeBands';
import { BandTable } from './BandTable';
import { SelectField, TextField } from '../forms/fields';
import { useAsk } from '../room/useAsk';
import { useFiling, useFilingAll, type ToFile } from '../room/useFiling';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';

type Typed = Record<string, string>;
const BOX = { low: 'from', high: 'to', height: 'at height', aim: 'target' } as const;

/**
 * The maker's bands, a line a figure: from, to, and the ride height where it is a row of a table. Each line that was
 * filled is filed by itself, so that one that is wrong loses none of the others.
 */
export function BandsForm({ view }: { view: JobView }) {
  const units = useUnits();
  const file = useFiling();
  const fileAll = useFilingAll();
  const ask = useAsk();
  const [typed, setTyped] = useState<Typed>({});
  const [source, setSource] = useState('');
  const [watch, setWatch] = useState('');
  const [datum, setDatum] = useState<'hub-to-lip' | 'floor-to-lip'>(view.job.job.heightSchool);
  const [wrong, setWrong] = useState<Record<string, string>>({});
  const [busy, start] = useTransition();
  const [found, setFound] = useState<LikeBands | null | undefined>(undefined);
  const [said, setSaid] = useState('');
  const look = () =>
    start(async () => {
      setSaid('');
      const answer = await ask(() => bandsOfLike(view.id));
      if (!answer.ok) return setSaid(answer.message);
      setFound(answer.like);
      if (!answer.like) setSaid('No other vehicle of this make and model has its bands here yet.');
    });
  const takeOver = () =>
    start(async () => {
      if (!found) return;
      const from = (stands: string) => `${stands}, as on ${found.number}`.slice(0, 120);
      const no = await fileAll([
        ...found.rows.map(({ of, low, high, height, datum, aim, watch, source: stands }): ToFile => ({
          kind: 'entry',
          body: {
            kind: 'alignment-band',
            fields: bandFields({ of, low, high, height, aim, watch, datum, source: from(stands) }),
          },
          what: BANDED.find(({ id }) => id === of)?.name ?? of,
        })),
        ...found.leads.map(({ figure, lead, source: stands }): ToFile => ({
          kind: 'entry',
          body: { kind: 'alignment-lead', fields: { figure, lead, source: from(stands) } },
          what: `${figure} lead`,
        })),
      ]);
      if (no) return setSaid(no.why);
      setSaid(`${found.rows.length} bands taken over from ${found.number}.`);
      setFound(undefined);
    });
  /** What the sheet says of every line; what is wanting is named at its box. */
  const stands = () => {
    const beyond = parseQuantity('fineAngle', watch.trim() === '' ? '0.25' : watch, units);
    const errors: Record<string, string> = {
      ...(beyond.ok ? {} : { watch: beyond.reason }),
      ...(source.trim() === '' ? { source: 'Say where they stand: sheet and date.' } : {}),
    };
    return { errors, watch: beyond.ok && watch.trim() !== '' ? beyond.value : null };
  };
  const at = (key: string) => typed[key] ?? '';
  const type = (key: string, text: string) => setTyped((now) => ({ ...now, [key]: text }));
  const send = () =>
    start(async () => {
      const { errors, watch: beyond } = stands();
      const done: BandedId[] = [];
      for (const { id, name } of BANDED) {
        const [low, high, height, aim] = ['low', 'high', 'height', 'aim'].map((key) => at(`${id}/${key}`).trim());
        if (!low && !high) {
          if (height || aim) errors[id] = 'From and to are missing.';
          continue;
        }
        const [a, b] = [parseQuantity('fineAngle', low ?? '', units), parseQuantity('fineAngle', high ?? '', units)];
        const h = height ? parseQuantity('length', height, units) : null;
        const target = aim ? parseQuantity('fineAngle', aim, units) : null;
        if (!a.ok) errors[id] = `From: ${a.reason}.`;
        else if (!b.ok) errors[id] = `To: ${b.reason}.`;
        else if (h && !h.ok) errors[id] = `Height: ${h.reason}.`;
        else if (target && !target.ok) errors[id] = `Target: ${target.reason}.`;
        else if (b.value <= a.value) errors[id] = 'The upper end must be above the lower one.';
        else if (!errors.source && !errors.watch) {
          const fault = await file(
            'entry',
            {
              kind: 'alignment-band',
              fields: bandFields({
                of: id,
                low: a.value,
                high: b.value,
                height: h?.value,
                aim: target?.value,
                watch: beyond,
                datum,
                source: source.trim(),
              }),
            },
            name,
          );
          if (fault) errors[id] = fault;
          else done.push(id);
        }
      }
      setWrong(errors);
      setTyped((now) =>
        Object.fromEntries(Object.entries(now).filter(([key]) => !done.some((id) => key.startsWith(`${id}/`)))),
      );
    });
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <p className="hint">
        From the maker’s sheet for this vehicle. A table over ride height is typed one row after another, or brought in
        below; leave the height empty for a band that holds at any.
      </p>
      {found ? (
        <div className="flex flex-wrap items-center gap-3">
          <p>
            {found.number} has {found.rows.length} bands of this make and model.
          </p>
          <button type="button" className="btn" disabled={busy} onClick={takeOver}>
            Take them over
          </button>
        </div>
      ) : (
        <button type="button" className="btn" disabled={busy} onClick={look}>
          Look for a vehicle like it
        </button>
      )}
      {said && <p role="status">{said}</p>}
      <table className="plain w-full text-[15px]">
        <thead>
          <tr>
            <th scope="col">Figure</th>
            <th scope="col">From</th>
            <th scope="col">To</th>
            <th scope="col">At height</th>
            <th scope="col">Our target</th>
          </tr>
        </thead>
        <tbody>
          {BANDED.map(({ id, name }) => {
            const rows = rowsFor(view.job, id);
            return (
              <tr key={id} className="align-top">
                <th scope="row">
                  {name}
                  {rows.map((row, i) => (
                    <span key={i} className="block font-normal text-pencil">
                      {exactText('fineAngle', row.low, units)} to {exactText('fineAngle', row.high, units)}
                      {row.height !== null && ` at ${show('length', row.height, units).text}`}
                      {row.aim !== undefined && `, target ${exactText('fineAngle', row.aim, units)}`}
                    </span>
                  ))}
                  {wrong[id] && (
                    <span id={`${id}-wrong`} className="block font-semibold text-stop">
                      {wrong[id]}
                    </span>
                  )}
                </th>
                {(['low', 'high', 'height', 'aim'] as const).map((key) => (
                  <td key={key}>
                    <div className="field">
                      <input
                        className="w-20"
                        aria-label={`${name}, ${BOX[key]}`}
                        aria-invalid={wrong[id] ? true : undefined}
                        aria-describedby={wrong[id] ? `${id}-wrong` : undefined}
                        value={at(`${id}/${key}`)}
                        onChange={(event) => type(`${id}/${key}`, event.target.value)}
                      />
                    </div>
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      <SelectField
        label="The sheet’s ride height is"
        value={datum}
        onChange={(event) => setDatum(event.target.value === 'floor-to-lip' ? 'floor-to-lip' : 'hub-to-lip')}
        options={[
          ['hub-to-lip', 'hub centre to fender lip'],
          ['floor-to-lip', 'floor to fender lip'],
        ]}
      />
      <TextField
        label="Watch so far outside it, then Stop"
        hint="Empty: half a band’s width, at least 0.25°"
        value={watch}
        onChange={(event) => setWatch(event.target.value)}
        {...(wrong.watch ? { wrong: wrong.watch } : {})}
      />
      <TextField
        label="Where it stands: sheet, date"
        value={source}
        onChange={(event) => setSource(event.target.value)}
        {...(wrong.source ? { wrong: wrong.source } : {})}
      />
      <button type="submit" className="btn btn-main" disabled={busy}>
        File the bands
      </button>
      <details>
        <summary className="flex min-h-12 items-center font-semibold">A table over ride height, from a file</summary>
        <BandTable
          view={view}
          stands={{ datum, source: source.trim(), watch: stands().watch }}
          isReady={() => {
            const { errors } = stands();
            setWrong(errors);
            return Object.keys(errors).length === 0;
          }}
        />
      </details>
    </form>
  );
}
