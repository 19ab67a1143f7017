// The application's HTTP server: Next behind a thin layer of our own that knows where a request really comes from,
// bounds what it may carry, writes one line of log each, and stops without cutting anybody off.
import { AsyncLocalStorage } from 'node:async_hooks';
import { createHmac, timingSafeEqual } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import ipaddr from 'ipaddr.js';
import next from 'next';
import pino from 'pino';

const ROOT = path.resolve(path.dirname(fileURLToPath(import.meta.url)), '..');
const port = Number(process.env.PORT ?? 3000);
const hostname = process.env.HOST ?? '127.0.0.1';
/** How many proxies of ours stand in front; the address that the outermost one saw is then believed. */
const proxies = Number(process.env.HIGH_GATE_PROXIES ?? 0);
/** A job file is the largest thing anybody sends; everything else is small, and what a stranger sends is a sign-in. */
const LARGEST = { file: 4_400_000, other: 512_000, stranger: 16_384 };
const LAST_WORD = 20_000;
const log = pino({ name: 'high-gate', level: process.env.LOG_LEVEL ?? 'info' });

process.on('unhandledRejection', (error) => log.error({ err: error?.message ?? 'unknown' }, 'unhandled rejection'));

const plain = (text) => {
  try {
    return ipaddr.process(text).toString();
  } catch {
    return '';
  }
};
function addressOf(request) {
  if (proxies === 0) return plain(request.socket.remoteAddress ?? '');
  const seen = String(request.headers['x-forwarded-for'] ?? '').split(',');
  return plain((seen.at(-proxies) ?? '').trim());
}

/** An address without what opens something, and without what was searched for. */
const maskedPath = (url) =>
  url
    .split('?')[0]
    .replace(/^\/(join|sheet)\/[^/]+/, '/$1/…')
    .slice(0, 200);

function refuse(response, status, message) {
  response.writeHead(status, { 'Content-Type': 'application/json', Connection: 'close' });
  response.end(JSON.stringify({ message }));
}

/**
 * Whether a request comes from somebody who signed in here once: its cookie carries our own signature. Whether they still
 * are is asked later, of the database; this costs nothing, and comes before anything of a body is read.
 */
function isKnown(request) {
  const cookie = /(?:^|;\s*)(?:__Secure-)?high-gate\.session_token=([^;]+)/.exec(String(request.headers.cookie ?? ''));
  if (!cookie) return false;
  try {
    const value = decodeURIComponent(cookie[1]);
    const at = value.lastIndexOf('.');
    const given = Buffer.from(value.slice(at + 1), 'base64');
    const right = createHmac('sha256', process.env.BETTER_AUTH_SECRET ?? '')
      .update(value.slice(0, at))
      .digest();
    return at > 0 && given.length === right.length && timingSafeEqual(given, right);
  } catch {
    return false;
  }
}

/** How long a body may be: by who sends it, and only a form to the page for it carries a file. */
function largest(request, where) {
  if (!isKnown(request)) return LARGEST.stranger;
  const form = /^multipart\/form-data\b/i.test(String(request.headers['content-type'] ?? ''));
  return where === '/bring-in' && form ? LARGEST.file : LARGEST.other;
}

/** On every answer, whoever makes it: what is built and the worker's own script too. */
const HEADERS = {
  ...JSON.parse(readFileSync(path.join(ROOT, 'src/server/access/headers.json'), 'utf8')),
  ...(process.env.HIGH_GATE_URL?.startsWith('https:') && { 'Strict-Transport-Security': 'max-age=31536000' }),
};

/**
 * Refuses once the body has gone by unread, where it is no longer than anything that is taken: answered in the middle of
 * it, its sender would see a broken connection and no words.
 */
function refuseUnread(request, response, status, message) {
  const length = Number(request.headers['content-length'] ?? 0);
  if (!(length > 0 && length <= LARGEST.file)) return refuse(response, status, message);
  request.once('end', () => refuse(response, status, message));
  request.resume();
}

/** What anything here is done by; the rest is refused before Next, which fails on some of it. */
const METHODS = ['GET', 'HEAD', 'POST'];

/** Why a request goes no further, or null. */
function outOfBounds(request) {
  if (!METHODS.includes(request.method)) return [405, 'Not done that way.'];
  if (request.headers['transfer-encoding']) return [411, 'A body needs its length.'];
  const length = Number(request.headers['content-length'] ?? 0);
  const where = request.url.split('?')[0];
  if (where === '/_next/image') return [404, 'There is nothing here.'];
  if (!(length <= largest(request, where)))
    // A tablet whose sign-in has run out keeps what waits on it, and is told why it was not taken.
    return where.startsWith('/api/') && !isKnown(request) && length <= LARGEST.other
      ? [401, 'You are signed out. Sign in again.']
      : [413, 'That is larger than anything this takes.'];
  try {
    decodeURIComponent(where);
  } catch {
    return [400, 'That address cannot be read.'];
  }
  return null;
}

/** What is known of the request in hand: the database layer marks here that the database was away. */
globalThis.highGateAsked = new AsyncLocalStorage();

/** A page that could not be made because the database is away is no fault of ours: it says so, and when to come back. */
function sayAway(response, asked) {
  const writeHead = response.writeHead.bind(response);
  const flush = response.flushHeaders.bind(response);
  const mend = () => {
    if (asked.away && response.statusCode === 500 && !response.headersSent) {
      response.statusCode = 503;
      response.setHeader('Retry-After', '5');
    }
  };
  response.writeHead = (status, ...rest) => {
    response.statusCode = status;
    mend();
    return writeHead(response.statusCode, ...rest);
  };
  response.flushHeaders = () => {
    mend();
    flush();
  };
}

const app = next({ dev: false, hostname, port, dir: ROOT });
await app.prepare();
const handle = app.getRequestHandler();
let serving = 0;

const server = createServer((request, response) => {
  const begun = performance.now();
  serving++;
  response.on('close', () => {
    serving--;
    const ms = Math.round(performance.now() - begun);
    const line = { method: request.method, path: maskedPath(request.url), status: response.statusCode, ms };
    if (response.statusCode >= 500) log.error(line, 'request');
    else log.info(line, 'request');
  });
  // Nobody outside says where a request comes from.
  request.headers['x-high-gate-address'] = addressOf(request);
  if (proxies === 0) for (const name of ['for', 'host', 'proto', 'port']) delete request.headers[`x-forwarded-${name}`];
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  const refused = outOfBounds(request);
  if (refused) return refuseUnread(request, response, ...refused);
  if (globalThis.highGateStopping) response.setHeader('Connection', 'close');
  const asked = { away: false };
  sayAway(response, asked);
  return globalThis.highGateAsked
    .run(asked, () => handle(request, response))
    .catch((error) => {
      log.error({ err: error?.message ?? 'unknown' }, 'request failed');
      if (!response.headersSent) refuse(response, 500, 'Something went wrong on our side.');
    });
});
server.requestTimeout = 60_000;
server.headersTimeout = 20_000;
server.on('error', (error) => {
  console.error(`The server cannot listen on ${hostname}:${port}: ${error.message}`);
  process.exit(1);
});
server.listen(port, hostname, () => log.info({ port, hostname }, 'listening'));

/** Takes no more, finishes what it has begun, and ends. A second signal ends it at once. */
async function stop(signal) {
  if (globalThis.highGateStopping) process.exit(1);
  globalThis.highGateStopping = true;
  log.info({ signal, serving }, 'stopping');
  const closed = new Promise((done) => server.close(done));
  server.closeIdleConnections();
  const late = setTimeout(() => {
    log.warn({ serving }, 'gave up waiting');
    process.exit(1);
  }, LAST_WORD);
  await closed;
  clearTimeout(late);
  log.info('stopped');
  process.exit(0);
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
