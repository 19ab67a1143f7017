'use client';

import { useLiveQuery } from 'dexie-react-hooks';
import { createContext, useCallback, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Entry } from '@/core/record/filing/entry';
import { forgetPages, keepWorking } from './offline';
import { backOff, sendRound, type Link } from './sender';
import { handOver, keepAll, letGo, store, type Hand, type Waiting } from './store';
import { WhoFiles } from './WhoFiles';

interface Device {
  /** What this person filed here that the server has not, or refused, or has only just taken. */
  waiting: readonly Waiting[];
  link: Link;
  /** Puts one thing on this device's disk and sets off sending. */
  /** Files what belongs together: all of it, or nothing. */
  fileAll: (entries: readonly { entry: Entry; what: string }[], job: string) => Promise<void>;
  /** Tries to send everything now; true when nothing of the job (or at all) waits any more. */
  flush: (jobId?: string) => Promise<boolean>;
  /** Told by whoever talks to the server. */
  heard: (link: Link) => void;
  ready: boolean;
  /** In whose hand this page is. */
  hand: Hand;
}
const Context = createContext<Device | null>(null);
const NONE: Waiting[] = [];

/** One tab of a browser sends at a time; others wait their turn. */
async function alone<T>(run: () => Promise<T>, what = 'high-gate-send'): Promise<T> {
  // Without TLS a browser has no locks: then ids alone keep things from being filed twice.
  return 'locks' in navigator ? navigator.locks.request(what, run) : run();
}

/** Everything signed-in pages need of the device: what waits on it, and the sending of it. */
export function DeviceProvider({
  member,
  session,
  name,
  away,
  children,
}: {
  member: string;
  session: string;
  name: string;
  /** Minutes away after which it asks, without network, who files; null where its person came by password. */
  away: number | null;
  children: ReactNode;
}) {
  const hand = useMemo<Hand>(() => ({ member, session }), [member, session]);
  const [link, setHeard] = useState<Link>('good');
  // Once the page is older than what it is told, only a reload puts that right: sending goes on meanwhile.
  const setLink = useCallback((next: Link) => setHeard((was) => (was === 'outdated' ? was : next)), []);
  const [ready, setReady] = useState(false);
  const misses = useRef(0);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const again = useRef<() => void>(() => {});
  const waiting = useLiveQuery(
    () =>
      ready ? store().waiting.where('[member+state]').between([member, ''], [member, '\uffff']).sortBy('seq') : NONE,
    [member, ready],
    NONE,
  );

  const round = useCallback(async () => {
    clearTimeout(timer.current);
    const done = await alone(() =>
      sendRound(store(), member, (body) =>
        fetch('/api/outbox', {
          method: 'POST',
          headers: { 'Content-Type': 'application/json' },
          body,
          signal: AbortSignal.timeout(30_000),
        }),
      ),
    );
    if (done.answered > 0 || !done.more) misses.current = 0;
    else misses.current++;
    // An empty round says nothing about the network.
    if (done.answered > 0 || done.more) setLink(done.link);
    if (done.more) {
      const wait = done.link === 'good' ? 0 : (done.pause ?? backOff(misses.current));
      timer.current = setTimeout(() => again.current(), wait * 1000);
    }
    return done;
  }, [member, setLink]);

  useEffect(() => {
    again.current = () => void round().catch(() => setLink('away'));
    let on = true;
    void (async () => {
      // Whoever comes second waits: pages kept by then are this person's own.
      await alone(async () => {
        if (await handOver(store(), hand)) await forgetPages();
      }, 'high-gate-hand-over');
      await letGo(store(), member);
      if (!on) return;
      setReady(true);
      again.current();
      void keepWorking();
    })().catch(() => {
      // A browser that keeps nothing (private window, full disk) still shows pages; filing will say so.
      if (on) setReady(true);
    });
    const tryNow = () => {
      misses.current = 0;
      again.current();
    };
    window.addEventListener('online', tryNow);
    window.addEventListener('focus', tryNow);
    return () => {
      on = false;
      clearTimeout(timer.current);
      window.removeEventListener('online', tryNow);
      window.removeEventListener('focus', tryNow);
    };
  }, [member, hand, round, setLink]);

  // Signed out in another tab: what stands here is nobody's to look at any more.
  const left = useLiveQuery(async () => (await store().facts.get('left'))?.value === session, [session], false);
  useEffect(() => {
    if (left) window.location.replace('/');
  }, [left]);

  const fileAll = useCallback(
    async (entries: readonly { entry: Entry; what: string }[], job: string) => {
      await keepAll(
        store(),
        entries.map(({ entry, what }) => ({ id: entry.id, member, jobId: entry.jobId, job, what, entry })),
      );
      again.current();
    },
    [member],
  );
  const flush = useCallback(
    async (jobId?: string) => {
      const left = async () =>
        (await store().waiting.where({ member, state: 'here' }).toArray()).filter((w) => !jobId || w.jobId === jobId)
          .length;
      for (let tries = 0; tries < 40 && (await left()) > 0; tries++) {
        const done = await round();
        if (done.link !== 'good') break;
      }
      return (await left()) === 0;
    },
    [member, round],
  );
  const value = useMemo(
    () => ({ waiting: waiting ?? NONE, link, fileAll, flush, heard: setLink, ready, hand }),
    [waiting, link, fileAll, flush, ready, setLink, hand],
  );
  return (
    <Context.Provider value={value}>
      {children}
      {away !== null && <WhoFiles name={name} minutes={away} offline={link === 'no-network' || link === 'away'} />}
    </Context.Provider>
  );
}

export function useDevice(): Device {
  const device = useContext(Context);
  if (!device) throw new Error('useDevice is used outside a signed-in page');
  return device;
}
