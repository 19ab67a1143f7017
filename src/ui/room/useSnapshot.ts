'use client';

import { useCallback, useEffect, useRef, useState } from 'react';
import type { Snapshot } from '@/server/snapshot';
import { useDevice } from '../device/DeviceProvider';
import { keepPage } from '../device/offline';
import { readSnapshot, shownSnapshot } from '../device/shown';
import { holds, keepJob, store } from '../device/store';

/** How often a job that is looked at asks whether there is news of it. */
const EVERY = 8000;

/**
 * The job as the server last told it to this device: as it was opened, from what was kept here or from the server, and
 * news as it comes.
 *
 * @param told the server told it just now; what was kept here may be behind until it was asked
 * @returns the job, whether it is known to be as it stands (or nobody can tell), and what asks anew
 */
export function useSnapshot(initial: Snapshot, told: boolean): [Snapshot, boolean, () => Promise<void>] {
  const [snapshot, setSnapshot] = useState(initial);
  const [sure, setSure] = useState(told);
  const { ready, heard, waiting, hand } = useDevice();
  const latest = useRef(initial);
  const take = useCallback(
    (next: Snapshot) => {
      if (next.revision < latest.current.revision) return;
      latest.current = next;
      setSnapshot(next);
      void keepJob(store(), hand, next).catch(() => {});
    },
    [hand],
  );

  const refresh = useCallback(async () => {
    try {
      const response = await fetch(`/api/jobs/${initial.id}`, {
        headers: { 'If-None-Match': latest.current.tag ?? '' },
        signal: AbortSignal.timeout(15_000),
      });
      if (response.status === 401) return heard('signed-out');
      if (response.status >= 500) return heard('away');
      heard('good');
      if (response.status !== 200) return;
      const read = readSnapshot(await response.json());
      // A later release speaks of things that this page does not know: what waits here stays, and a reload shows it.
      if (!read) return heard('outdated');
      take(read);
    } catch {
      heard('no-network');
    }
  }, [initial.id, heard, take]);

  useEffect(() => {
    if (!ready) return;
    void (async () => {
      const kept = await store().jobs.get(initial.id);
      // Read only where it is later than what came with the page: that takes as long as drawing it.
      const later = kept?.member === hand.member && kept.snapshot.revision > latest.current.revision;
      const known = later ? shownSnapshot(kept) : null;
      if (known) {
        latest.current = known;
        setSnapshot(known);
      } else await keepJob(store(), hand, latest.current);
      // It may be the one kept here: whether it is still so is asked at once.
      await refresh();
      setSure(true);
      // The page is the same for every state of the job; the job itself is kept apart.
      await keepPage(`/jobs/${initial.id}`, 60, () => holds(store(), hand));
    })().catch(() => setSure(true));
    const timer = setInterval(() => document.visibilityState === 'visible' && void refresh(), EVERY);
    const focused = () => void refresh();
    window.addEventListener('focus', focused);
    return () => {
      clearInterval(timer);
      window.removeEventListener('focus', focused);
    };
  }, [ready, initial.id, hand, refresh]);

  // What the server has just taken is fetched with the job, and then let go of here.
  const filed = waiting.filter((w) => w.jobId === initial.id && w.state === 'filed').length;
  useEffect(() => {
    if (filed > 0) void refresh();
  }, [filed, refresh]);

  // Let go of by another tab, which has the job with it already: this one would show the job without it until it asks.
  const ids = waiting
    .filter((w) => w.jobId === initial.id)
    .map((w) => w.id)
    .join();
  const waited = useRef(ids);
  useEffect(() => {
    const gone = waited.current.split(',').some((id) => id !== '' && !ids.includes(id));
    waited.current = ids;
    if (gone) void refresh();
  }, [ids, refresh]);
  return [snapshot, sure, refresh];
}
