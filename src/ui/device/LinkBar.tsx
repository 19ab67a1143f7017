'use client';

import { CloudOff, TabletSmartphone, TriangleAlert } from 'lucide-react';
import { useDevice } from './DeviceProvider';

const WORDS = {
  'no-network': 'No network. The work goes on: what you file stays on this tablet until the server answers.',
  away: 'The server answers, but cannot file now. What you file stays on this tablet until it can.',
  'signed-out': 'You were signed out. Sign in again to send what is on this tablet.',
  'somebody-else': 'Somebody else is signed in on this tablet. What you filed is kept until you sign in here.',
  outdated: 'Updated: reload to see this job as it stands. What you filed stays on this tablet and is sent.',
  good: '',
} as const;

/** One strip under the header while anything is other than filed: how many wait, why, and what was refused. */
export function LinkBar() {
  const { waiting, link } = useDevice();
  const here = waiting.filter((w) => w.state === 'here').length;
  const refused = waiting.filter((w) => w.state === 'refused').length;
  if (link === 'good' && here === 0 && refused === 0) return null;
  return (
    <div
      role="status"
      className={`flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 bg-panel px-5 py-1 ${refused > 0 ? 'border-stop' : 'border-watch'}`}
    >
      {link !== 'good' && (
        <p className="flex min-h-10 min-w-0 items-center gap-2">
          <CloudOff className="size-5 shrink-0 text-watch" aria-hidden /> {WORDS[link]}
        </p>
      )}
      {here > 0 && (
        <p className="flex min-h-10 items-center gap-2 font-semibold">
          <TabletSmartphone className="size-5 shrink-0 text-watch" aria-hidden />
          {here} on this tablet
        </p>
      )}
      {refused > 0 && (
        <p className="flex min-h-10 items-center gap-2 font-semibold text-stop">
          <TriangleAlert className="size-5 shrink-0" aria-hidden />
          {refused} refused
        </p>
      )}
      {link === 'outdated' && (
        <button type="button" className="btn ml-auto" onClick={() => window.location.reload()}>
          Reload
        </button>
      )}
      <a
        className="ml-auto flex min-h-10 items-center underline underline-offset-4"
        href={link === 'signed-out' ? '/' : '/waiting'}
      >
        {link === 'signed-out' ? 'Sign in' : 'See what waits'}
      </a>
    </div>
  );
}
