'use client';

import { whenShort } from '@/core/kernel/time/when';
import { dropPin, endOtherSessions, endSession, forgetDevice } from '@/server/actions/session';
import { usePasswordAgain } from './PasswordAgain';

interface SignedIn {
  id: string;
  at: string;
  until: string;
  via: 'password' | 'pin';
  address: string;
  device: string;
}
interface Device {
  hash: string;
  at: string;
  device: string;
  here: boolean;
}

/** "Chromium on Linux" out of what a browser says of itself. */
function deviceName(text: string): string {
  const browser = /(Firefox|Edg|Chrome|Chromium|Safari)/.exec(text)?.[1];
  const system = /(Android|iPad|iPhone|Windows|Mac OS X|Linux)/.exec(text)?.[1];
  return [browser === 'Edg' ? 'Edge' : browser, system].filter(Boolean).join(' on ') || 'unknown device';
}

/** The sign-ins that last, the devices and the PIN, each to be ended; all of it asks for the password again. */
export function Sessions({
  sessions,
  devices,
  pinSetAt,
  current,
  timeZone,
}: {
  sessions: readonly SignedIn[];
  devices: readonly Device[];
  /** Null: no PIN; '': set, nobody knows when. */
  pinSetAt: string | null;
  current: string;
  timeZone: string;
}) {
  const [ask, dialog] = usePasswordAgain();
  return (
    <div className="space-y-6">
      {dialog}
      <section className="space-y-3">
        <ul className="ruled">
          {sessions.map((s) => (
            <li key={s.id} className="flex flex-wrap items-center justify-between gap-3 py-2">
              <span>
                <span className="font-semibold">{deviceName(s.device)}</span>
                {s.via === 'pin' && ', by PIN'}
                {s.id === current && <span className="text-clear"> · this one</span>}
                <span className="block text-sm text-pencil">
                  since {whenShort(s.at, timeZone)}, ends {whenShort(s.until, timeZone)} at the latest
                  {s.address && `, from ${s.address}`}
                </span>
              </span>
              {s.id !== current && (
                <button
                  type="button"
                  className="btn"
                  onClick={() => ask('End this sign-in', (password) => endSession({ session: s.id, password }))}
                >
                  End it
                </button>
              )}
            </li>
          ))}
        </ul>
        {sessions.length > 1 && (
          <button
            type="button"
            className="btn"
            onClick={() => ask('End all other sign-ins', (password) => endOtherSessions({ password }))}
          >
            End all others
          </button>
        )}
      </section>
      <section aria-labelledby="devices">
        <h2 id="devices">Devices that know me</h2>
        <p className="hint pb-1">
          Where I signed in with my password: my PIN works there for thirty days, if I have one.
        </p>
        <ul className="ruled">
          {devices.map((d) => (
            <li key={d.hash} className="flex flex-wrap items-center justify-between gap-3 py-2">
              <span>
                <span className="font-semibold">{deviceName(d.device)}</span>
                {d.here && <span className="text-clear"> · this one</span>}
                <span className="block text-sm text-pencil">password last on {whenShort(d.at, timeZone)}</span>
              </span>
              <button
                type="button"
                className="btn"
                onClick={() =>
                  ask('Forget this device and end my sign-in on it', (password) =>
                    forgetDevice({ device: d.hash, password }),
                  )
                }
              >
                Forget it
              </button>
            </li>
          ))}
          <li className="flex flex-wrap items-center justify-between gap-3 py-2">
            <span>
              <span className="font-semibold">PIN</span>
              <span className="block text-sm text-pencil">
                {pinSetAt === null ? 'none' : pinSetAt === '' ? 'set' : `set ${whenShort(pinSetAt, timeZone)}`}
              </span>
            </span>
            {pinSetAt !== null && (
              <button
                type="button"
                className="btn"
                onClick={() => ask('Give up my PIN', (password) => dropPin({ password }))}
              >
                Give it up
              </button>
            )}
          </li>
        </ul>
      </section>
    </div>
  );
}
