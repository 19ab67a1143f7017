'use client';

import { lazy, Suspense, useCallback, useEffect, useRef, useState } from 'react';
import { store } from './store';

const loadAsk = () => import('./AskWho');
const AskWho = lazy(() => loadAsk().then((m) => ({ default: m.AskWho })));
const SEEN = 'seen';
/** How often it is written down that somebody is here, ms. */
const EVERY = 5000;

/**
 * A shared tablet whose person came by PIN, and which lay untouched for longer than the shop sets, asks without network
 * who files: nobody else can take it over there, and what is filed goes under that person's name.
 *
 * @param offline whether the server was out of reach when it was last asked
 */
export function WhoFiles({ name, minutes, offline }: { name: string; minutes: number; offline: boolean }) {
  const [asking, setAsking] = useState(false);
  const [other, setOther] = useState(false);
  const seen = useRef<number | null>(null);
  const out = useRef(offline);
  /** Open by now: only what is in it may be touched. */
  const open = useRef(false);
  const content = useRef<HTMLDivElement>(null);
  // There before it is needed: it is asked without network.
  useEffect(() => void loadAsk().catch(() => {}), []);
  useEffect(() => {
    out.current = offline;
  }, [offline]);
  const here = useCallback(async () => {
    seen.current = Date.now();
    await store().facts.put({ key: SEEN, value: String(seen.current) });
  }, []);

  useEffect(() => {
    void store()
      .facts.get(SEEN)
      .then((fact) => {
        seen.current ??= fact ? Number(fact.value) : Date.now();
      })
      .catch(() => {
        seen.current ??= Date.now();
      });
    const touched = (event: Event) => {
      const last = seen.current;
      if (last === null) return;
      const late = Date.now() - last > minutes * 60_000;
      if (open.current || (late && (out.current || !navigator.onLine))) {
        if (open.current && event.target instanceof Node && content.current?.contains(event.target)) return;
        // What was touched or typed waits for the answer: it is not filed under a name that was not asked for.
        event.preventDefault();
        event.stopPropagation();
        if (open.current) return;
        open.current = true;
        setOther(false);
        setAsking(true);
      } else if (Date.now() - last > EVERY) void here().catch(() => {});
    };
    const kinds = ['pointerdown', 'click', 'keydown'] as const;
    for (const kind of kinds) window.addEventListener(kind, touched, { capture: true });
    return () => {
      for (const kind of kinds) window.removeEventListener(kind, touched, { capture: true });
    };
  }, [minutes, here]);

  const mine = () => {
    open.current = false;
    seen.current = Date.now();
    setAsking(false);
    void here().catch(() => {});
  };
  if (!asking) return null;
  return (
    <Suspense fallback={null}>
      <AskWho ref={content} name={name} minutes={minutes} other={other} onMine={mine} onOther={() => setOther(true)} />
    </Suspense>
  );
}
