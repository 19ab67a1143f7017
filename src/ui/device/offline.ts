const PAGES = 'high-gate-pages';
const BUILT = 'high-gate-built';

/** Starts the service worker, and asks the browser not to throw away what waits here. */
export async function keepWorking(): Promise<void> {
  if (!('serviceWorker' in navigator) || process.env.NODE_ENV !== 'production') return;
  await navigator.serviceWorker.register('/sw.js', { updateViaCache: 'none' });
  void navigator.serviceWorker.ready.then(({ active }) => active?.postMessage('keep'));
  await navigator.storage?.persist?.();
}

/** Pages are kept and forgotten one at a time over all tabs: nothing kept late comes after what was forgotten. */
const oneAtATime = <T>(run: () => Promise<T>): Promise<T> =>
  'locks' in navigator ? navigator.locks.request('high-gate-pages', run) : run();

/**
 * Forgets every page kept here: they carry the name and the shop of whoever was signed in.
 *
 * @param first done before, while nothing else is kept: the device is taken out of its hand
 */
export const forgetPages = (first: () => Promise<void> = async () => {}): Promise<void> =>
  oneAtATime(async () => {
    await first();
    if ('caches' in globalThis) await caches.delete(PAGES);
  });

/**
 * Keeps a page and everything it is built from, so that it opens without network. Best effort: needs the network.
 *
 * @param minutes a page kept more lately than that is left as it is: each one costs the server a rendering
 * @param still asked when the page has come: whether the device is still in the hand it was fetched for
 */
export async function keepPage(path: string, minutes: number, still: () => Promise<boolean>): Promise<void> {
  if (!('caches' in globalThis) || process.env.NODE_ENV !== 'production') return;
  const kept = await (await caches.open(PAGES)).match(path);
  if (kept && Date.now() - Date.parse(kept.headers.get('date') ?? '') < minutes * 60_000) return;
  const response = await fetch(path, { headers: { Accept: 'text/html' } });
  if (!response.ok || response.redirected) return;
  const html = await response.clone().text();
  const put = await oneAtATime(async () => {
    if (!(await still())) return false;
    await (await caches.open(PAGES)).put(path, response);
    return true;
  });
  if (!put) return;
  const used = performance.getEntriesByType('resource').map((entry) => new URL(entry.name));
  const built = new Set([
    ...used.filter((url) => url.origin === location.origin).map((url) => url.pathname),
    ...[...html.matchAll(/\/_next\/static\/[^"'\\\s)]+/g)].map(([path]) => path),
  ]);
  const cache = await caches.open(BUILT);
  for (const path of built) {
    if (path.startsWith('/_next/static/') && !(await cache.match(path))) await cache.add(path).catch(() => {});
  }
}
