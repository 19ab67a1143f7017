const PAGES = 'high-gate-pages';
const BUILT = 'high-gate-built';
const MOST_BUILT = 300;

/** Starts the service worker, and asks the browser not to throw away what waits here. */
export async function keepWorking(): Promise<void> {
  if (!('serviceWorker' in navigator) || process.env.NODE_ENV !== 'production') return;
  await navigator.serviceWorker.register('/sw.js', { updateViaCache: 'none' });
  await navigator.storage?.persist?.();
}

/** Forgets every page kept here: they carry the name and the shop of whoever was signed in. */
export async function forgetPages(): Promise<void> {
  if ('caches' in globalThis) await caches.delete(PAGES);
}

/**
 * Keeps a page and everything it is built from, so that it opens without network. Best effort: needs the network.
 *
 * @param minutes a page kept more lately than that is left as it is: each one costs the server a rendering
 */
export async function keepPage(path: string, minutes: number): Promise<void> {
  if (!('caches' in globalThis) || process.env.NODE_ENV !== 'production') return;
  const kept = await (await caches.open(PAGES)).match(path);
  if (kept && Date.now() - Date.parse(kept.headers.get('date') ?? '') < minutes * 60_000) return;
  const response = await fetch(path, { headers: { Accept: 'text/html' } });
  if (!response.ok || response.redirected) return;
  const html = await response.clone().text();
  await (await caches.open(PAGES)).put(path, response);
  const used = performance.getEntriesByType('resource').map((entry) => new URL(entry.name));
  const built = new Set([
    ...used.filter((url) => url.origin === location.origin).map((url) => url.pathname),
    ...[...html.matchAll(/\/_next\/static\/[^"'\\\s)]+/g)].map(([path]) => path),
  ]);
  // What earlier versions were built from is let go of once in a while; this page's own is fetched again below.
  if ((await (await caches.open(BUILT)).keys()).length > MOST_BUILT) await caches.delete(BUILT);
  const cache = await caches.open(BUILT);
  for (const path of built) {
    if (path.startsWith('/_next/static/') && !(await cache.match(path))) await cache.add(path).catch(() => {});
  }
}
