'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { useTransition } from 'react';
import { whenShort } from '@/core/kernel/time/when';
import { useDevice } from './DeviceProvider';
import { FiledState } from './FiledState';
import { RefusedList } from './RefusedList';
import { store } from './store';

/** Everything on this tablet that is this person's: what waits, what was refused, what the server has just taken. */
export function WaitingList({ member, timeZone }: { member: string; timeZone: string }) {
  const { waiting, flush, link, ready } = useDevice();
  const [busy, start] = useTransition();
  const others = useLiveQuery(
    async () => (await store().waiting.toArray()).some((w) => w.member !== member && w.state === 'here'),
    [member],
    false,
  );
  const here = waiting.filter((w) => w.state === 'here');
  const refused = waiting.filter((w) => w.state === 'refused');
  const listed = waiting.filter((w) => w.state !== 'refused');
  return (
    <div className="space-y-5">
      <div className="flex flex-wrap items-center gap-4">
        <h1 className="grow">On this tablet</h1>
        {here.length > 0 && (
          <button
            type="button"
            className="btn btn-main"
            disabled={busy}
            onClick={() => start(async () => void (await flush()))}
          >
            Send {here.length} now
          </button>
        )}
      </div>
      {refused.length > 0 && <RefusedList refused={refused} />}
      {ready && listed.length === 0 && refused.length === 0 && (
        <p>Nothing of yours waits here. Everything you filed on this tablet is with the server.</p>
      )}
      {listed.length > 0 && (
        <ul className="ruled">
          {listed.map((w) => (
            <li key={w.seq} className="flex flex-wrap items-baseline justify-between gap-x-5 py-2">
              <span className="min-w-0 flex-1 basis-80">
                <span className="font-semibold">{w.job}</span> {w.what}
              </span>
              <span className="text-pencil">{whenShort(w.entry.at, timeZone)}</span>
              <FiledState state={w.state === 'here' ? 'here' : 'filed'} />
            </li>
          ))}
        </ul>
      )}
      {others && (
        <p className="border-l-4 border-watch pl-3">
          Somebody else has readings waiting on this tablet. They are sent when that person signs in here.
        </p>
      )}
      <p className="hint">
        {link === 'good'
          ? 'What is filed is kept on this tablet first and sent in order. It is tried again by itself until the server has it.'
          : 'It is tried again by itself. Reload, close, come back: what waits here stays.'}
      </p>
    </div>
  );
}
