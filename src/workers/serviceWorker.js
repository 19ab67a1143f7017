// Keeps the pages of open jobs working without network. It keeps pages and what they are built from, never data:
// readings and jobs are the page's own business. Plain JavaScript: the build puts in the list of what it built, and
// lays it under public/sw.js (scripts/lib/app.mjs).
const PAGES = 'high-gate-pages';
const BUILT = 'high-gate-built';
/** On a poor connection a page kept here is better than one that does not come. */
const PATIENCE = 5000;

/** Everything that this release is built from: rooms that nobody has opened yet, their workers, type. */
const PRECACHE = self.__WB_MANIFEST.map(({ url }) => url);
/** Fetched beside what somebody waits for: a few at a time. */
const AT_ONCE = 4;
const MOST_BUILT = 400;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
// Asked for by each page that is opened: within install or activate it would keep the page waiting.
self.addEventListener('message', (event) => {
  if (event.data === 'keep') event.waitUntil(keepAll());
});

/** Keeps what is not kept yet. What does not come is fetched when it is asked for, and asked for again by the next page. */
async function keepAll() {
  const cache = await caches.open(BUILT);
  const queue = [...PRECACHE];
  const next = async () => {
    for (let url = queue.shift(); url; url = queue.shift())
      if (!(await cache.match(url))) await cache.add(url).catch(() => {});
  };
  await Promise.all(Array.from({ length: AT_ONCE }, next));
  // What earlier releases were built from: pages kept then still need it, until there is too much of it.
  const kept = await cache.keys();
  if (kept.length <= MOST_BUILT) return;
  const own = new Set(PRECACHE);
  for (const request of kept) if (!own.has(new URL(request.url).pathname)) await cache.delete(request);
}

/** Under which name a page is kept: every gate of a job is the same page. */
function keyOf(path) {
  const job = /^\/jobs\/[0-9a-f-]{36}(?=\/|$)/.exec(path);
  if (job && !/\.(json|csv|pdf)$/.test(path)) return job[0];
  return path === '/yard' || path === '/waiting' ? path : null;
}

async function page(event, key) {
  const kept = await (await caches.open(PAGES)).match(key);
  const asked = fetch(event.request);
  // Whoever is not waited for any more may fail unheard.
  asked.catch(() => {});
  if (!kept) return asked.catch(() => nothingHere());
  const late = new Promise((resolve) => setTimeout(() => resolve(null), PATIENCE));
  const answer = await Promise.race([asked, late]).catch(() => null);
  return !answer || answer.status >= 500 ? kept : answer;
}

function nothingHere() {
  const words = `<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>High Gate: no network</title><body><h1>No network</h1>
<p>This page is not kept on this tablet. Jobs that were opened on it are: go to <a href="/yard">the Yard as it last
was</a>, or see <a href="/waiting">what waits on this tablet</a>. Nothing that was filed is lost.</p></body></html>`;
  return new Response(words, { status: 503, headers: { 'Content-Type': 'text/html; charset=utf-8' } });
}

async function built(request) {
  const cache = await caches.open(BUILT);
  // A name carries its hash: what a worker is told behind it changes nothing of the file.
  const kept = await cache.match(request, { ignoreSearch: true });
  // A worker takes its address from its answer, and finds in it what it was told: one that is kept says none.
  if (kept) return request.destination === 'worker' ? new Response(kept.body, { headers: kept.headers }) : kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

self.addEventListener('fetch', (event) => {
  const url = new URL(event.request.url);
  if (event.request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith('/_next/static/')) event.respondWith(built(event.request));
  else if (event.request.mode === 'navigate') {
    const key = keyOf(url.pathname);
    if (key) event.respondWith(page(event, key));
    else event.respondWith(fetch(event.request).catch(() => nothingHere()));
  }
});
