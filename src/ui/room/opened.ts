'use client';

import { startTransition, useEffect, useState } from 'react';
import type { Snapshot } from '@/server/snapshot';
import { useDevice } from '../device/DeviceProvider';
import type { Link } from '../device/sender';
import { readSnapshot, shownSnapshot } from '../device/shown';
import { store, type KeptJob } from '../device/store';

const JOB = /^\/jobs\/([0-9a-f-]{36})(?:\/|$)/;
/** How long until the server is asked again, ms. */
const AGAIN = 4000;

/** What is kept here of a job; nothing where this browser keeps nothing. */
const keptOf = (id: string): Promise<KeptJob | undefined> =>
  store()
    .jobs.get(id)
    .catch(() => undefined);
const askedFor = (id: string): Promise<Response> =>
  fetch(`/api/jobs/${id}`, { headers: { 'If-None-Match': '' }, signal: AbortSignal.timeout(15_000) });

/**
 * The job that the page is of, begun as the page's own code is loaded and not only once it is drawn: looked for on the
 * device, and asked of the server where it is not there.
 */
interface Begun {
  id: string;
  kept: Promise<KeptJob | undefined>;
  asked: Promise<Response | null>;
}
function begin(id: string): Begun {
  const kept = keptOf(id);
  const asked = kept.then((there) => (there ? null : askedFor(id)));
  // Whoever opens it hears of that; until then it is nobody's.
  asked.catch(() => {});
  return { id, kept, asked };
}
const here = typeof window === 'undefined' ? null : JOB.exec(window.location.pathname)?.[1];
let early: Begun | null = here ? begin(here) : null;

/** What stands in the way of a job that is neither here nor told. */
export type NotHere = Exclude<Link, 'good'> | 'gone';
/** A job that is shown, and whether the server told it just now: what was kept here may be behind. */
export interface Opened {
  snapshot: Snapshot;
  told: boolean;
}

/**
 * A job as it is opened: at once what this device has of it, where that is no older than the page is, else what the server
 * tells. What stands in the way is told, and the server is asked again until it answers; an older one is then better than
 * none.
 *
 * @param revision of the job when the page was made
 */
export function useOpened(id: string, revision: number): Opened | NotHere | null {
  const { hand, heard } = useDevice();
  // As the page was made first: made anew for other units, say, nothing is opened again.
  const [made] = useState(revision);
  const [opened, setOpened] = useState<Opened | NotHere | null>(null);
  useEffect(() => {
    let on = true;
    let done = false;
    let later: ReturnType<typeof setTimeout> | undefined;
    let behind: Snapshot | null = null;
    const missed = (why: NotHere) => {
      if (!on) return;
      if (why !== 'gone') heard(why);
      if (behind && (why === 'no-network' || why === 'away')) return show(behind, false);
      // A transition is drawn in slices: what stands on the page meanwhile goes on answering.
      startTransition(() => setOpened(why));
      if (why === 'away' || why === 'no-network') later = setTimeout(() => void open(begin(id)), AGAIN);
    };
    const show = (snapshot: Snapshot, told: boolean) => {
      done = true;
      if (on) startTransition(() => setOpened({ snapshot, told }));
    };
    const open = async (begun: Begun): Promise<void> => {
      try {
        const kept = await begun.kept;
        const known = kept?.member === hand.member ? shownSnapshot(kept) : null;
        if (known && known.revision >= made) return show(known, false);
        behind = known;
        const response = (await begun.asked) ?? (await askedFor(id));
        if (response.status === 401) return missed('signed-out');
        if (response.status === 404) return missed('gone');
        if (!response.ok) return missed('away');
        const told = readSnapshot(await response.json());
        if (!told) return missed('outdated');
        heard('good');
        show(told, true);
      } catch {
        missed('no-network');
      }
    };
    const mine = early?.id === id ? early : begin(id);
    // Taken once: whoever opens it again asks anew.
    early = null;
    void open(mine);
    const back = () => {
      clearTimeout(later);
      if (!done) void open(begin(id));
    };
    window.addEventListener('online', back);
    return () => {
      on = false;
      clearTimeout(later);
      window.removeEventListener('online', back);
    };
  }, [id, made, hand, heard]);
  return opened;
}
