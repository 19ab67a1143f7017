'use client';

import { useState, useTransition } from 'react';
import { say } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import { pointById } from '@/core/assembly/book';
import type { Reading } from '@/core/document/job';
import type { ToldReading } from '@/core/record/story';
import { FiledState } from '../device/FiledState';
import { useFiling } from '../room/useFiling';
import { useUnits } from '../Units';

export interface FiledReading extends ToldReading {
  when: string;
  /** When the server took it; empty where nobody knows. */
  filed: string;
  /** On what it stands, where a later gate had opened by then. */
  late: string;
  /** When it was struck out; empty where it was not. */
  struckAt: string;
  /** Out of which file, by whom; empty for what was filed here. */
  from: string;
  /** Whether the server has it yet. */
  state: 'here' | 'filed';
}

const answerWord = (r: Reading) =>
  ({
    measured: r.text,
    observed: pointById(r.point)?.choices?.find((c) => c.id === r.text)?.name ?? (r.good ? 'good' : 'fault'),
    'not-fitted': 'not fitted',
    'cannot-reach': 'cannot reach',
    'same-as-other-side': 'same as other side',
  })[r.answer];

/** Readings filed at a point, struck and superseded ones too: nothing leaves the story. */
export function FiledHere({ filed, open }: { filed: readonly FiledReading[]; open: boolean }) {
  const [striking, setStriking] = useState<string | null>(null);
  const units = useUnits();
  return (
    <ul className="ruled text-[15px]">
      {filed.map((f) => (
        <li key={f.reading.id} className="py-2">
          <div className="flex items-baseline justify-between gap-3">
            <span>
              <span className={`fig font-bold ${f.struck || f.superseded ? 'line-through decoration-2' : ''}`}>
                {answerWord(f.reading)}
              </span>
              <Base reading={f.reading} />{' '}
              <span className="text-pencil">
                taken {f.when} {f.reading.takenBy}
                {f.reading.set > 1 && `, set ${f.reading.set}`}
              </span>{' '}
              <FiledState state={f.state} />
              {f.state === 'filed' && f.filed && <span className="text-pencil"> {f.filed}</span>}
            </span>
            {open && !f.struck && (
              <button
                type="button"
                className="min-h-12 px-2 text-sm whitespace-nowrap underline underline-offset-4"
                onClick={() => setStriking(striking === f.reading.id ? null : f.reading.id)}
              >
                Strike out
              </button>
            )}
          </div>
          {f.late && <p className="text-watch">{f.late}</p>}
          {f.from && <p className="text-watch">{f.from}</p>}
          {f.struck && (
            <p className="text-stop">
              struck by {f.struck.by}: {f.struck.reason} <span className="text-pencil">{f.struckAt}</span>
            </p>
          )}
          {!f.struck && f.superseded && (
            <p className="text-pencil">{f.yieldsTo ? `yields to ${f.yieldsTo}’s, read later` : 'superseded'}</p>
          )}
          {f.reading.asked && <p className="text-watch">outside the expected; asked about and kept</p>}
          {f.confirmedBy && <p className="text-watch">outside the expected; confirmed by {f.confirmedBy}</p>}
          {f.doubtful && !f.struck && !f.superseded && (
            <div className="flex flex-wrap items-center gap-x-4">
              <p className="font-semibold text-watch">
                unlikely there, and nobody here has confirmed it: no safety check reads Clear from it
              </p>
              {open && <ConfirmReading reading={f.reading.id} />}
            </div>
          )}
          {f.staleBecause && !f.struck && <p className="font-semibold text-watch">stale: {f.staleBecause}</p>}
          {f.stands && !f.struck && (
            <p className="text-pencil">
              {f.reading.gate === 'before' && 'counts After: '}
              {f.stands.words} {say(f.stands.amount, units)}
            </p>
          )}
          {f.reading.note && <p>{f.reading.note}</p>}
          {striking === f.reading.id && <StrikeForm reading={f.reading.id} onDone={() => setStriking(null)} />}
        </li>
      ))}
    </ul>
  );
}

/** What was typed in one unit, beside it the figure in the unit in use, where that is another. */
function Base({ reading }: { reading: Reading }) {
  const units = useUnits();
  const quantity = pointById(reading.point)?.quantity;
  if (reading.value === null || !quantity || quantity === 'observation') return null;
  const shown = show(quantity, reading.value, units).text;
  const bare = (text: string) => text.replace(/[\s\-−]|in$|"/g, '').toLowerCase();
  if (bare(shown) === bare(reading.text)) return null;
  return <span className="fig text-pencil"> = {shown}</span>;
}

/** A named person says that an unlikely reading is right. */
function ConfirmReading({ reading }: { reading: string }) {
  const file = useFiling();
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <>
      <button
        type="button"
        className="btn"
        disabled={busy}
        onClick={() => start(async () => setWrong((await file('confirm', { reading }, 'confirmation')) ?? ''))}
      >
        It is right: confirm
      </button>
      {wrong && (
        <p role="alert" className="wrong">
          {wrong}
        </p>
      )}
    </>
  );
}

function StrikeForm({ reading, onDone }: { reading: string; onDone: () => void }) {
  const file = useFiling();
  const [reason, setReason] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <form
      className="space-y-2 pt-2"
      action={() =>
        start(async () => {
          const wrong = await file('strike', { reading, reason }, 'strike');
          if (wrong) setWrong(wrong);
          else onDone();
        })
      }
    >
      <label className="field">
        Why is it struck out?
        <input value={reason} onChange={(e) => setReason(e.target.value)} autoFocus />
        {wrong && (
          <span role="alert" className="wrong">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        Strike out, keep in the story
      </button>
    </form>
  );
}
