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

/**
 * While anything is other than filed: how many wait, why, and what was refused. It comes and goes by itself, so it has
 * its place in the header (on a narrow screen over its foot) and never moves what a finger is on its way to.
 */
export function LinkBar() {
  const { waiting, link } = useDevice();
  const here = waiting.filter((w) => w.state === 'here').length;
  const refused = waiting.filter((w) => w.state === 'refused').length;
  if (link === 'good' && here === 0 && refused === 0) return null;
  // What is on its way, as everything is for a moment, is told once it takes long.
  const passing = link === 'good' && refused === 0;
  return (
    <div
      role="status"
      className={`flex min-w-0 shrink-0 items-center gap-x-4 text-sm leading-tight lg:max-w-[620px] max-lg:fixed max-lg:inset-x-0 max-lg:bottom-0 max-lg:z-20 max-lg:border-t-2 max-lg:bg-panel max-lg:px-3 max-lg:py-1 ${refused > 0 ? 'border-stop' : 'border-watch'} ${passing ? 'told-late' : ''}`}
    >
      {link !== 'good' && (
        <p className="flex min-w-0 items-center gap-2">
          <CloudOff className="size-6 shrink-0 text-watch" aria-hidden />
          <span className="max-w-[330px] font-semibold">{WORDS[link]}</span>
        </p>
      )}
      <span className="grid shrink-0 gap-0.5">
        {here > 0 && (
          <span className="flex items-center gap-1.5 font-semibold">
            <TabletSmartphone className="size-4 shrink-0 text-watch" aria-hidden />
            {here} on this tablet
          </span>
        )}
        {refused > 0 && (
          <span className="flex items-center gap-1.5 font-semibold text-stop">
            <TriangleAlert className="size-4 shrink-0" aria-hidden />
            {refused} refused
          </span>
        )}
      </span>
      {link === 'outdated' ? (
        <button type="button" className="btn shrink-0" onClick={() => window.location.reload()}>
          Reload
        </button>
      ) : (
        <a
          className="flex min-h-12 shrink-0 items-center font-semibold underline underline-offset-4"
          href={link === 'signed-out' ? '/' : '/waiting'}
        >
          {link === 'signed-out' ? 'Sign in' : 'See what waits'}
        </a>
      )}
    </div>
  );
}
