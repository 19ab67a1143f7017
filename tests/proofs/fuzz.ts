// npm run prove:fuzz [requests]: every action, route and page with malformed, oversized and foreign-id input, by
// everybody there is. No answer is a server error, and no row changes.
import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { ENTRIES } from '@/server/access/rules';
import { actionsFound, pagesFound, routesFound } from '../support/found';
import { reading } from '../support/entries';
import { App, errorsLogged, prepare, prove } from './support/app';
import type { Client } from './support/client';
import { differing, EVERYBODY, everybody, everyRow, jobId } from './support/people';

const REQUESTS = Number(process.argv[2] ?? 10_000);
const AT_ONCE = 8;
/** Calling these signed in is valid whatever comes with it, and ends the sessions that the fuzz works with. */
const ENDS_SESSIONS = ['signOut', 'endOtherSessions'];
/** Without input they do what they say: they are sent only to jobs of another shop. */
const NEEDS_NOTHING = ['openNextGate'];

await prove('fuzz', async (check) => {
  const ground = await prepare('fuzz');
  const app = await App.on(ground, 4380);
  const { clients, db, end } = await everybody(ground, app.base);
  const foreign = await jobId(db, 'HG-0138');
  const own = await jobId(db, 'HG-0144');

  const text = fc.oneof(
    fc.string({ unit: 'grapheme', maxLength: 60 }),
    fc.constantFrom(
      '',
      '\0',
      'a\0b',
      '\ud800',
      '$undefined',
      '$K1',
      '$@1',
      '$F1',
      '$B0',
      '$n1',
      '__proto__',
      '../../etc/passwd',
      '%00',
      "';--",
      '1e999',
      '-0',
      '18 9/16',
    ),
    fc.integer({ min: 1000, max: 60_000 }).map((n) => 'x'.repeat(n)),
    fc.constantFrom(own, foreign, randomUUID(), own.toUpperCase()),
  );
  const json = fc.oneof(
    { weight: 3, arbitrary: text },
    { weight: 2, arbitrary: fc.jsonValue({ maxDepth: 3 }) },
    { weight: 1, arbitrary: fc.constantFrom(null, true, -1, 1e308, [], {}, [[[[]]]]) },
    // Deep and wide ones ended what goes through them by nesting itself.
    {
      weight: 1,
      arbitrary: fc
        .constantFrom(30, 400, 3000)
        .map((depth) => Array.from({ length: depth }).reduce<unknown>((inner) => [inner], 1)),
    },
    { weight: 1, arbitrary: fc.constantFrom(500, 20_000).map((n) => Array.from({ length: n }, () => [])) },
    {
      weight: 3,
      arbitrary: fc.dictionary(
        fc.constantFrom(
          'id',
          'kind',
          'reason',
          'version',
          'kitId',
          'liftFront',
          'days',
          'link',
          'member',
          'role',
          'session',
          'invitation',
          'check',
          'gate',
          'place',
          'ended',
          '__proto__',
          'then',
        ),
        text,
      ),
    },
  );
  // An entry that is almost right: one of its fields is not, or its job is another shop's.
  const nearly = fc
    .tuple(fc.constantFrom(...Object.keys(ENTRIES)), fc.constantFrom('id', 'jobId', 'at', 'kind', 'body'), json)
    .map(([kind, field, bad]) => ({
      kind,
      id: randomUUID(),
      jobId: randomUUID(),
      at: new Date().toISOString(),
      body: reading(),
      [field]: bad,
    }));
  const outbox = fc.oneof(
    fc.record({ member: text, sentAt: text, entries: fc.array(fc.oneof(nearly, json), { maxLength: 6 }) }),
    fc.record({
      member: fc.constant(randomUUID()),
      sentAt: fc.constant(new Date().toISOString()),
      entries: fc.array(nearly, { minLength: 1, maxLength: 60 }),
    }),
    json,
  );
  const encoded = (value: string) => encodeURIComponent(value.replace(/[\ud800-\udfff]/g, '').slice(0, 4000));
  const actions = actionsFound().map(({ name }) => name);
  const built = new Map((await import('./support/client')).actionsBuilt().map((a) => [a.name, a.id]));
  const pages = [
    '/',
    '/yard',
    '/book',
    '/limits',
    '/me',
    '/members',
    `/jobs/${own}`,
    `/jobs/${foreign}/before`,
    `/join/${'x'.repeat(43)}`,
    '/bring-in',
  ];

  type Send = (client: Client, signedIn: boolean) => Promise<Response>;
  const action = fc
    .tuple(fc.constantFrom(...actions), fc.array(json, { maxLength: 4 }), fc.constantFrom(...pages))
    .map(([name, args, page]): [string, Send] => [
      `action ${name}`,
      (client, signedIn) => {
        const safe = (signedIn && ENDS_SESSIONS.includes(name)) || NEEDS_NOTHING.includes(name);
        return client.ask(page, {
          method: 'POST',
          headers: { 'next-action': built.get(name) ?? '', 'content-type': 'text/plain;charset=UTF-8' },
          body: JSON.stringify(safe ? [randomUUID(), ...args] : args).slice(0, 500_000),
          ...(signedIn && ENDS_SESSIONS.includes(name) && { headers: { 'next-action': '00'.repeat(21) } }),
        });
      },
    ]);
  const form = fc
    .tuple(
      fc.constantFrom(...actions.filter((name) => !ENDS_SESSIONS.includes(name) && !NEEDS_NOTHING.includes(name))),
      fc.dictionary(
        fc.constantFrom(
          'email',
          'password',
          'person',
          'pin',
          'again',
          'next',
          'name',
          'role',
          'figure',
          'clear',
          'stop',
          'source',
          'claimFront',
          'claimRear',
          'kind',
          'note',
          'text',
          'file',
        ),
        text,
      ),
      fc.array(json, { maxLength: 2 }),
      fc.boolean(),
      fc.constantFrom(...pages),
    )
    .map(([name, fields, before, asFile, page]): [string, Send] => [
      `form ${name}`,
      (client) => {
        const body = new FormData();
        for (const [key, value] of Object.entries(fields))
          body.append(
            `_1_${key}`,
            asFile && key === 'file' ? new Blob([value]) : value.replace(/[\ud800-\udfff]/g, '').slice(0, 20_000),
          );
        if (before.length === 0 && Object.keys(fields).length === 0)
          for (let i = 0; i < 2000; i++) body.append(`_1_x${i}`, 'x');
        body.append('0', JSON.stringify([...before, null, '$K1']).slice(0, 100_000));
        return client.ask(page, { method: 'POST', headers: { 'next-action': built.get(name) ?? '' }, body });
      },
    ]);
  const raw = fc
    .tuple(
      fc.constantFrom(...pages, '/api/outbox', '/api/health', `/jobs/${own}/sheet.pdf`),
      fc.uint8Array({ maxLength: 3000 }),
      fc.constantFrom(
        'text/plain',
        'application/json',
        'multipart/form-data; boundary=x',
        'multipart/form-data',
        'application/x-www-form-urlencoded',
        '',
      ),
      fc.constantFrom(...built.values(), '', 'zz', '00'.repeat(21), 'x'.repeat(300)),
      fc.constantFrom('POST', 'PUT', 'DELETE', 'PATCH'),
    )
    .map(([path, bytes, type, id, method]): [string, Send] => [
      `raw ${method}`,
      (client, signedIn) => {
        const ends = [...ENDS_SESSIONS, ...NEEDS_NOTHING].some((name) => built.get(name) === id);
        return client.ask(path, {
          method,
          headers: { ...(type && { 'content-type': type }), ...(id && !(signedIn && ends) && { 'next-action': id }) },
          body: bytes as BodyInit,
        });
      },
    ]);
  const route = fc
    .tuple(fc.constantFrom(...routesFound().map(({ name }) => name)), text, text, outbox)
    .map(([name, part, query, body]): [string, Send] => {
      const [method = 'GET', path = ''] = name.split(' ');
      const where = path.replace('[id]', encoded(part)).replace('[token]', encoded(part));
      return [
        `route ${name}`,
        (client) =>
          client.ask(method === 'GET' ? `${where}?paper=${encoded(query)}` : where, {
            method,
            headers: { 'content-type': 'application/json', 'if-none-match': encoded(query).slice(0, 200) },
            ...(method === 'POST' && { body: JSON.stringify(body).slice(0, 600_000) }),
          }),
      ];
    });
  const asks = ['find', 'page', 'gate', 'show', 'at', 'route', 'sha256', 'before', 'who', 'what', 'joined'];
  const page = fc
    .tuple(fc.constantFrom(...pagesFound()), text, fc.constantFrom(...asks), text)
    .map(([name, part, key, value]): [string, Send] => [
      `page ${name}`,
      (client) =>
        client.ask(
          `${name.replace('[id]', encoded(part)).replace('[[...room]]', encoded(part)).replace('[token]', encoded(part))}?${key}=${encoded(value)}`,
        ),
    ]);
  // Chance meets the worst words at any one place only now and then: these are sent to every page, every time.
  const worst = ['%00', '%5C', '%ED%A0%80', '1e999', 'twice'];
  const hard = pagesFound().flatMap((name) =>
    asks.flatMap((key) =>
      worst.map((value): [[string, Send], (typeof EVERYBODY)[number]] => {
        const where = name.replace('[id]', own).replace('[[...room]]', 'before').replace('[token]', 'x'.repeat(43));
        const query = value === 'twice' ? `${key}=a&${key}=b` : `${key}=${value}`;
        return [[`page ${name}`, (client) => client.ask(`${where}?${query}`)], 'owner'];
      }),
    ),
  );
  const request = fc.oneof(
    { weight: 4, arbitrary: action },
    { weight: 3, arbitrary: form },
    { weight: 2, arbitrary: raw },
    { weight: 4, arbitrary: route },
    { weight: 3, arbitrary: page },
  );

  try {
    const before = await everyRow(db);
    const kinds = new Map<string, number>();
    const statuses = new Map<number, number>();
    const bad: string[] = [];
    const begun = Date.now();
    const wanted = [
      ...actions.map((n) => `action ${n}`),
      ...routesFound().map(({ name }) => `route ${name}`),
      ...pagesFound().map((n) => `page ${n}`),
    ];
    const anything = fc.tuple(request, fc.constantFrom(...EVERYBODY));
    const list = [...fc.sample(anything, REQUESTS), ...hard];
    // Chance leaves one out now and then where few are asked: it is drawn on until each was met.
    const left = () => wanted.filter((kind) => !list.some(([[drawn]]) => drawn === kind));
    for (let more = 0; more < 40 && left().length > 0; more++) list.push(...fc.sample(anything, 50));
    let next = 0;
    const worker = async () => {
      for (let i = next++; i < list.length; i = next++) {
        const [[kind, send], who] = list[i] ?? [[], undefined];
        if (!kind || !send || !who) continue;
        const response = await send(clients[who], who !== 'nobody').catch((error: Error) => error);
        const status = response instanceof Error ? -1 : response.status;
        if (response instanceof Error)
          bad.push(`${kind}, ${who}: ${response.cause instanceof Error ? response.cause.message : response.message}`);
        else await response.arrayBuffer().catch(() => null);
        if (status >= 500)
          bad.push(
            `${kind}, ${who}: ${status} for ${JSON.stringify(response instanceof Error ? '' : new URL(response.url).search).slice(0, 200)}`,
          );
        kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
        statuses.set(status, (statuses.get(status) ?? 0) + 1);
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, worker));
    const seconds = (Date.now() - begun) / 1000;
    const after = await everyRow(db);
    const changed = differing(before, after);
    const missed = wanted.filter((kind) => !kinds.has(kind));
    const count = [...kinds.values()].reduce((a, b) => a + b, 0);
    console.log(
      `${count} requests in ${seconds.toFixed(0)} s at ${actions.length} actions, ${routesFound().length} routes, ${pagesFound().length} pages; answers ${[
        ...statuses,
      ]
        .sort(([a], [b]) => a - b)
        .map(([s, n]) => `${s}: ${n}`)
        .join(', ')}`,
    );
    for (const each of [...new Set(bad)].slice(0, 20)) console.log(`  ${each}`);
    const errors = errorsLogged(ground);
    for (const each of errors.slice(0, 5)) console.log(`  log: ${JSON.stringify(each).slice(0, 500)}`);
    if (changed.length > 0) console.log(`  tables that changed: ${changed.join(', ')}`);
    check(`${list.length} requests were answered`, count === list.length);
    if (missed.length > 0) console.log(`  not tried: ${missed.join(', ')}`);
    check('every action, route and page was tried', missed.length === 0);
    check('no server error, no broken connection', bad.length === 0);
    check('no row changed', changed.length === 0);
    check('no error in the log, no crash', errors.length === 0 && app.crashes === 0);
    for (const who of EVERYBODY)
      if (who !== 'nobody') check(`${who} is still signed in`, (await clients[who].ask('/yard')).status === 200);
  } finally {
    await end();
    await app.stop();
    ground.cluster.stop();
  }
});
