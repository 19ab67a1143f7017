'use client';

import { useState, useTransition } from 'react';
import { whenShort } from '@/core/time/when';
import { endOtherSessions, endSession } from '@/server/actions/session';

interface SignedIn {
  id: string;
  at: string;
  used: string;
  until: string;
  address: string;
  device: string;
}

/** "Chromium on Linux" out of what a browser says of itself. */
function deviceName(text: string): string {
  const browser = /(Firefox|Edg|Chrome|Chromium|Safari)/.exec(text)?.[1];
  const system = /(Android|iPad|iPhone|Windows|Mac OS X|Linux)/.exec(text)?.[1];
  return [browser === 'Edg' ? 'Edge' : browser, system].filter(Boolean).join(' on ') || 'unknown device';
}

/** The sign-ins that last, each to be ended. */
export function Sessions({
  sessions,
  current,
  timeZone,
}: {
  sessions: readonly SignedIn[];
  current: string;
  timeZone: string;
}) {
  const [wrong, setWrong] = useState('');
  const [busy, start] = useTransition();
  const act = (run: () => Promise<{ ok: boolean; message?: string }>) =>
    start(async () => {
      const answer = await run().catch(() => ({ ok: false, message: 'The server does not answer. Try again.' }));
      setWrong(answer.ok ? '' : (answer.message ?? ''));
    });
  return (
    <div className="space-y-4">
      <ul className="ruled">
        {sessions.map((s) => (
          <li key={s.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              <span className="font-semibold">{deviceName(s.device)}</span>
              {s.id === current && <span className="text-clear"> · this one</span>}
              <span className="block text-sm text-pencil">
                since {whenShort(s.at, timeZone)}, ends {whenShort(s.until, timeZone)}
                {s.address && `, from ${s.address}`}
              </span>
            </span>
            {s.id !== current && (
              <button
                type="button"
                className="btn"
                disabled={busy}
                onClick={() => act(() => endSession({ session: s.id }))}
              >
                End it
              </button>
            )}
          </li>
        ))}
      </ul>
      {sessions.length > 1 && (
        <button type="button" className="btn" disabled={busy} onClick={() => act(() => endOtherSessions())}>
          End all others
        </button>
      )}
      {wrong && (
        <p role="alert" className="font-semibold text-stop">
          {wrong}
        </p>
      )}
    </div>
  );
}
