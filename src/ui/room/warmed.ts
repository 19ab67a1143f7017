import { workCheck } from '@/core/record/checks/workCheck';
import type { Workings } from '@/core/record/workings';

/** Left of an idle moment before the next check is begun, ms. */
const ENOUGH = 8;
const idle = (run: (left: () => number) => void): (() => void) => {
  if (typeof requestIdleCallback === 'function') {
    const asked = requestIdleCallback((deadline) => run(() => deadline.timeRemaining()));
    return () => cancelIdleCallback(asked);
  }
  // A browser without: a little at a time.
  const asked = setTimeout(() => {
    const until = performance.now() + 2 * ENOUGH;
    run(() => until - performance.now());
  }, 50);
  return () => clearTimeout(asked);
};

/**
 * Works a job that the server told, check by check, in the moments in which nobody wants anything of the page: the first
 * reading that is filed on it then changes what hangs on that reading and finds all the rest worked.
 *
 * @returns ends it
 */
export function warmed(w: Workings): () => void {
  const left = w.book.checks.flatMap((check) =>
    check.places(w.history).map((place) => () => workCheck(check, w, place)),
  );
  let cancel = idle(go);
  function go(remaining: () => number): void {
    do left.shift()?.();
    while (left.length > 0 && remaining() > ENOUGH);
    if (left.length > 0) cancel = idle(go);
  }
  return () => cancel();
}
