// Keeps the pages of open jobs working without network. It keeps pages and what they are built from, never data:
// readings and jobs are the page's own business. Plain JavaScript, since the browser loads it as it lies here.
const PAGES = 'high-gate-pages';
const BUILT = 'high-gate-built';
/** On a poor connection a page kept here is better than one that does not come. */
const PATIENCE = 5000;

self.addEventListener('install', () => self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

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
  const kept = await cache.match(request);
  if (kept) return kept;
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
