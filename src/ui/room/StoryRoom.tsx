'use client';

import { useState } from 'react';
import { GATE_TITLE } from '@/core/document/gateTitles';
import type { ReadingGate } from '@/core/document/job';
import { comesFrom, timesOf } from '@/core/record/provenance';
import { say } from '@/core/kernel/phrase';
import { entriesTold, findEntries, findInStory, storyOf } from '@/core/record/story';
import { whenShort } from '@/core/kernel/time/when';
import { FiledState } from '../device/FiledState';
import { RefusedList } from '../device/RefusedList';
import { FiledHere } from '../reading/FiledHere';
import { Words } from '../Figure';
import { useUnits } from '../Units';
import { listed } from './filedAt';
import { NoteForm } from './NoteForm';
import type { JobView } from './view';

/** Spots shown at once: a job that was taped all round has many hundreds. */
const AT_ONCE = 40;
const GATES = [
  [null, 'All gates'],
  ['before', GATE_TITLE.before],
  ['after', GATE_TITLE.after],
] as const;

export function StoryRoom({ view }: { view: JobView }) {
  const { job, member, open, bay, refused } = view;
  const zone = member.shop.timeZone;
  const [words, setWords] = useState('');
  const [gate, setGate] = useState<ReadingGate | null>(null);
  const [most, setMost] = useState(AT_ONCE);
  const story = storyOf(view.workings);
  const found = findInStory(story, words, gate);
  const units = useUnits();
  const entries = findEntries(entriesTold(view.workings), words, (phrase) => say(phrase, units));
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="p-5">
        <h1 className="pb-3">Every reading, with its story</h1>
        {refused.length > 0 && <RefusedList refused={refused} />}
        {story.length === 0 && <p className="hint">Nothing read yet. Open the Before gate and take the first.</p>}
        {story.length > 0 && (
          <div className="flex flex-wrap items-end gap-x-5 gap-y-3 pb-5">
            <label className="field grow">
              Find a reading
              <input
                type="search"
                value={words}
                placeholder="lip front left, 29 3/8, a name or a note"
                onChange={(e) => {
                  setWords(e.target.value);
                  setMost(AT_ONCE);
                }}
              />
            </label>
            <label className="field">
              Read at
              <select
                value={gate ?? ''}
                onChange={(e) => {
                  setGate(GATES.find(([id]) => id === e.target.value)?.[0] ?? null);
                  setMost(AT_ONCE);
                }}
              >
                {GATES.map(([id, name]) => (
                  <option key={name} value={id ?? ''}>
                    {name}
                  </option>
                ))}
              </select>
            </label>
          </div>
        )}
        {story.length > 0 && (
          <p role="status" className="pb-4 text-pencil">
            {found.length === 0
              ? 'No reading has all of these words. Take one away, or look at all gates.'
              : `${Math.min(most, found.length)} of ${found.length} points, the latest read first`}
          </p>
        )}
        <div className="grid gap-x-10 gap-y-5 md:grid-cols-2">
          {found.slice(0, most).map(({ key, name, told }) => (
            <section key={key}>
              <h2 className="border-b border-graphite pb-1 text-base first-letter:uppercase">{name}</h2>
              <FiledHere open={open && bay} filed={listed(told, view.stateOf, (iso) => whenShort(iso, zone))} />
            </section>
          ))}
        </div>
        {found.length > most && (
          <button type="button" className="btn mt-6" onClick={() => setMost(most + AT_ONCE)}>
            Show {Math.min(AT_ONCE, found.length - most)} more
          </button>
        )}
      </div>
      <aside className="space-y-6 border-l border-rule p-5">
        {entries.length > 0 && (
          <section aria-labelledby="entries">
            <h2 id="entries" className="pb-1">
              Also filed
            </h2>
            <ul className="ruled">
              {entries.map(({ filed, says }) => (
                <li key={filed.id} className="py-2">
                  <Words phrase={says} />
                  <p className="text-sm text-pencil">
                    {GATE_TITLE[filed.gate]} · {timesOf(filed, (iso) => whenShort(iso, zone))} {filed.by}{' '}
                    <FiledState state={view.stateOf(filed.id)} />
                  </p>
                </li>
              ))}
            </ul>
          </section>
        )}
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
                  {GATE_TITLE[n.gate]} · {timesOf(n, (iso) => whenShort(iso, zone))} {n.by}{' '}
                  <FiledState state={view.stateOf(n.id)} />
                </p>
                {n.broughtIn && (
                  <p className="text-sm text-watch">{comesFrom(n.broughtIn, (iso) => whenShort(iso, zone))}</p>
                )}
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
