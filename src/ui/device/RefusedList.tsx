'use client';

import { useState } from 'react';
import { useDevice } from './DeviceProvider';
import { OnWord } from './OnWord';
import { store, type Waiting } from './store';

/** What the server refused, with why. It stays on the tablet until its own person lets go of it. */
export function RefusedList({ refused }: { refused: readonly Waiting[] }) {
  const { flush } = useDevice();
  const [asked, setAsked] = useState<number | null>(null);
  const [word, setWord] = useState<number | null>(null);
  return (
    <section aria-label="Refused" className="mb-5 border-l-4 border-stop pl-4">
      <h2 className="text-stop">Refused by the server, still on this tablet</h2>
      <ul className="ruled">
        {refused.map((w) => (
          <li key={w.seq} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span className="min-w-0 flex-1 basis-72">
              <span className="block font-semibold first-letter:uppercase">{w.what}</span>
              <span className="block">
                {w.job}: {w.why}
              </span>
            </span>
            {asked === w.seq ? (
              <span className="flex gap-3">
                <button type="button" className="btn" onClick={() => void store().waiting.delete(w.seq)}>
                  Let go of it for good
                </button>
                <button type="button" className="btn" onClick={() => setAsked(null)}>
                  Keep it
                </button>
              </span>
            ) : (
              <span className="flex gap-3">
                <button
                  type="button"
                  className="btn"
                  onClick={() =>
                    void store()
                      .waiting.update(w.seq, { state: 'here', why: '' })
                      .then(() => flush())
                  }
                >
                  Try again
                </button>
                {w.needs === 'word' && (
                  <button type="button" className="btn" onClick={() => setWord(word === w.seq ? null : w.seq)}>
                    A lead stands for it
                  </button>
                )}
                <button type="button" className="btn" onClick={() => setAsked(w.seq)}>
                  Let go of it
                </button>
              </span>
            )}
            {word === w.seq && <OnWord waiting={w} onDone={() => setWord(null)} />}
          </li>
        ))}
      </ul>
    </section>
  );
}
