'use client';

import { useState, useTransition } from 'react';
import { GATE_TITLE } from '@/core/gates/gates';
import { spotName } from '@/core/job/figures';
import { whenShort } from '@/core/time/when';
import { FiledState } from '../device/FiledState';
import { RefusedList } from '../device/RefusedList';
import { FiledHere } from '../reading/FiledHere';
import { filedAt } from './filedAt';
import { useFiling } from './useFiling';
import type { JobView } from './view';

export function StoryRoom({ view }: { view: JobView }) {
  const { job, member, open, bay, refused } = view;
  const zone = member.shop.timeZone;
  const spots = new Map(job.readings.map((r) => [`${r.gate}/${r.point}/${r.place}/${r.state}`, r]));
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="p-5">
        <h1 className="pb-3">Every reading, with its story</h1>
        {refused.length > 0 && <RefusedList refused={refused} />}
        {spots.size === 0 && <p className="hint">Nothing read yet. Open the Before gate and take the first.</p>}
        <div className="grid gap-x-10 gap-y-5 md:grid-cols-2">
          {[...spots].map(([key, spot]) => (
            <section key={key}>
              <h2 className="border-b border-graphite pb-1 text-base first-letter:uppercase">{spotName(spot)}</h2>
              <FiledHere open={open && bay} filed={filedAt(view, spot, (iso) => whenShort(iso, zone))} />
            </section>
          ))}
        </div>
      </div>
      <aside className="space-y-6 border-l border-rule p-5">
        <section aria-labelledby="notes">
          <h2 id="notes" className="pb-1">
            Notes
          </h2>
          {open && <NoteForm />}
          <ul className="ruled">
            {[...job.notes].reverse().map((n) => (
              <li key={n.id} className="py-2">
                <p className="whitespace-pre-line">{n.text}</p>
                <p className="text-sm text-pencil">
                  {GATE_TITLE[n.gate]} · {whenShort(n.at, zone)} {n.by} <FiledState state={view.stateOf(n.id)} />
                </p>
              </li>
            ))}
          </ul>
        </section>
        {job.openings.length > 0 && (
          <section aria-labelledby="opened">
            <h2 id="opened" className="pb-1">
              Gates opened
            </h2>
            <ul className="ruled">
              {job.openings.map((o) => (
                <li key={o.gate} className="flex justify-between gap-3 py-2">
                  <span className="font-semibold">{GATE_TITLE[o.gate]}</span>
                  <span className="text-pencil">
                    {whenShort(o.at, zone)} {o.by}
                  </span>
                </li>
              ))}
            </ul>
          </section>
        )}
      </aside>
    </main>
  );
}

/** A remark that is no reading: filed on the tablet first, like a reading. */
function NoteForm() {
  const file = useFiling();
  const [text, setText] = useState('');
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  return (
    <form
      className="space-y-2 pb-3"
      action={() =>
        start(async () => {
          const fault = await file('note', { text }, `note: ${text.slice(0, 60)}`);
          setWrong(fault ?? '');
          if (!fault) setText('');
        })
      }
    >
      <label className="field">
        <span className="sr-only">A note on this job</span>
        <textarea
          rows={3}
          maxLength={1000}
          value={text}
          placeholder="Customer asked, part came bent, …"
          onChange={(e) => setText(e.target.value)}
        />
        {wrong && (
          <span role="alert" className="wrong">
            {wrong}
          </span>
        )}
      </label>
      <button className="btn" disabled={busy}>
        File note
      </button>
    </form>
  );
}
