import { workingsOf } from '../../src/core/assembly/book';
// npm run prove:floods [short]: figures out of all proportion, a limit changed over many open jobs, PDFs without end.
// Everybody else goes on, and nothing grows.
import { randomUUID } from 'node:crypto';
import path from 'node:path';
import { Worker } from 'node:worker_threads';
import { sql } from 'drizzle-orm';
import { build } from 'esbuild';
import { demoJobs } from '../../scripts/demo/jobs';
import { pointById } from '@/core/assembly/book';
import { hardBounds } from '@/core/record/pointRules';
import { makeSheet } from '@/core/assembly/sheet/sheet';
import { printedWords } from '@/core/assembly/sheet/signed';
import { DEFAULT_COME_BACK } from '@/core/document/comeBack';
import { METRIC_SHOP } from '@/core/kernel/units/quantity';
import { Pool } from '@/server/threads/pool';
import type { PaperApi } from '@/server/threads/paper';
import { entry, reading } from '../support/entries';
import { App, PASSWORD, prepare, prove, wait } from './support/app';
import { actionsBuilt, answerOf, Client } from './support/client';
import { everybody, jobId } from './support/people';

const WHOLE = process.argv[2] !== 'short';
const JOBS = WHOLE ? 500 : 12;
const DRAFTS = WHOLE ? 4000 : 16;
const TABLETS = WHOLE ? 200 : 24;
const PAPERS = WHOLE ? 40 : 6;
const RELOADS = WHOLE ? 60 : 20;
const CROWD = WHOLE ? 30 : 12;

await prove('floods', async (check) => {
  const ground = await prepare('floods');
  const app = await App.on(ground, 4540);
  const { clients, db, end } = await everybody(ground, app.base);
  const member = (await db.execute<{ id: string }>(sql`select id from members where name = 'Runa'`)).rows[0]?.id ?? '';
  const post = async (client: Client, entries: unknown[]) => {
    const response = await client.ask('/api/outbox', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ member, sentAt: new Date().toISOString(), entries }),
    });
    return (await response.json()) as { outcomes: { state: string; why?: string }[] };
  };
  const load = async (client: Client, path: string) => {
    const from = Date.now();
    const response = await client.ask(path);
    await response.arrayBuffer();
    return { status: response.status, ms: Date.now() - from };
  };
  /** How long the process takes to answer that it is there, while something else goes on. */
  const whileIn = async <T>(what: () => Promise<T>): Promise<{ done: T; slowest: number; asked: number }> => {
    let on = true;
    let slowest = 0;
    let asked = 0;
    const watch = (async () => {
      while (on) {
        slowest = Math.max(slowest, (await load(clients.nobody, '/api/health')).ms);
        asked++;
        await wait(20);
      }
    })();
    const done = await what();
    on = false;
    await watch;
    return { done, slowest, asked };
  };
  try {
    // 1: a figure out of all proportion.
    const after = await jobId(db, 'HG-0142');
    const huge = (text: string, asked = true) =>
      entry(after, 'reading', reading({ gate: 'after', point: 'hubToLip', place: 'FL', text, asked }));
    const first = await post(clients.technician, [huge('1000000 mm'), huge('20000 mm')]);
    check(
      'a lip of a kilometre is refused with words, asked about or not',
      first.outcomes.every((o) => o.state === 'refused' && (o.why ?? '').includes('No vehicle reads that')),
    );
    // The largest that is taken, at every length of the linkage and round the wheels, out of a file.
    const [full] = demoJobs().filter((j) => j.job.number === 'HG-0142');
    if (!full) throw new Error('no demo job');
    let stretched = 0;
    const out = {
      ...full,
      readings: full.readings.map((r) => {
        const point = pointById(r.point);
        if (!point || point.quantity !== 'length' || r.answer !== 'measured' || !r.point.startsWith('ob.')) return r;
        stretched++;
        const value = Math.floor(hardBounds(point)[1] * 0.99);
        return { ...r, value, text: `${value} mm`, unit: 'mm' };
      }),
    };
    const file = new File([JSON.stringify(out)], 'huge.json', { type: 'application/json' });
    const pages = await whileIn(async () => {
      const said = await clients.lead.form('importJob', { file });
      const huge =
        /\/jobs\/([0-9a-f-]{36})/.exec(said.headers.get('x-action-redirect') ?? (await said.text()))?.[1] ?? '';
      const all = await Promise.all(
        Array.from({ length: WHOLE ? 4 : 2 }, () => load(clients.lead, `/api/jobs/${huge}`)),
      );
      // Drafting it takes a quarter of a minute.
      const pdf = WHOLE ? await load(clients.lead, `/jobs/${huge}/sheet.pdf`) : { status: 200, ms: 0 };
      return { huge, pages: all, pdf };
    });
    check('the file comes in', pages.done.huge !== '');
    const worst = Math.max(...pages.done.pages.map((p) => p.ms));
    console.log(
      `figures out of all proportion, ${stretched} of them as large as is taken: told after ${worst} ms${WHOLE ? `, PDF ${pages.done.pdf.status} after ${pages.done.pdf.ms} ms` : ''}; meanwhile health answered ${pages.asked} times, slowest ${pages.slowest} ms`,
    );
    check(
      'it is told to those who open it',
      pages.done.pages.every((p) => p.status === 200),
    );
    if (WHOLE) check('its PDF comes, or is told to take too long', [200, 503].includes(pages.done.pdf.status));
    // Swept where requests are answered, as it was, everybody waits for as long as the page or the PDF takes.
    check('nobody else is held up', pages.slowest < 0.5 * Math.max(worst, pages.done.pdf.ms));

    // 2: a limit changed over many open jobs.
    const one = await jobId(db, 'HG-0144');
    await db.execute(sql`
      insert into jobs (shop_id, number, customer_id, vehicle_id, kit_id, gate, use, height_school, promise_front, promise_rear, reference_kind, search_text, lift_front, lift_rear)
      select shop_id, 'FL-' || n, customer_id, vehicle_id, kit_id, gate, use, height_school, promise_front, promise_rear, 'before', 'flood', lift_front, lift_rear
      from jobs, generate_series(1, ${JOBS}) n where id = ${one}`);
    await db.execute(sql`
      insert into readings (id, shop_id, job_id, gate, point, place, state, set, answer, value, text, unit, good, instrument, taken_by, taken_by_name, taken_at)
      select gen_random_uuid(), r.shop_id, j.id, r.gate, r.point, r.place, r.state, r.set, r.answer, r.value, r.text, r.unit, r.good, r.instrument, r.taken_by, r.taken_by_name, r.taken_at
      from readings r, jobs j where r.job_id = ${one} and j.search_text = 'flood' and r.supersedes is null`);
    const left = async () =>
      (
        await db.execute<{ n: number }>(
          sql`select count(*)::int as n from jobs where search_text = 'flood' and standing ->> 'judgedBy' is null`,
        )
      ).rows[0]?.n ?? -1;
    const changed = await whileIn(async () => {
      const from = Date.now();
      const answer = await answerOf(
        await clients.lead.form('saveLimit', {
          figure: 'leftRight',
          clear: '1/4',
          stop: '5/8',
          source: 'flood',
          password: PASSWORD,
        }),
      );
      const said = Date.now() - from;
      const yards: number[] = [];
      let ready = 0;
      while ((await left()) > 0 && Date.now() - from < 600_000) {
        yards.push((await load(clients.lead, '/yard')).ms);
        ready = Math.max(ready, (await load(clients.nobody, '/api/ready')).ms);
        await wait(100);
      }
      return { ok: answer?.ok === true, said, ms: Date.now() - from, yards, ready };
    });
    const { done } = changed;
    console.log(
      `a limit changed over ${JOBS} open jobs: answered after ${done.said} ms, all judged anew after ${(done.ms / 1000).toFixed(1)} s; meanwhile Yard ${Math.max(...done.yards)} ms, ready ${done.ready} ms, health ${changed.slowest} ms at the slowest`,
    );
    check('the limit is set at once', done.ok && done.said < 0.2 * done.ms);
    check(
      'every job is judged by it, and the Yard went on meanwhile',
      (await left()) === 0 && Math.max(...done.yards) < 0.2 * done.ms,
    );

    // 2b: tablets that come back on the network all at once, each on a job of its own; another shop goes on.
    const flooded = (
      await db.execute<{ id: string }>(sql`select id from jobs where search_text = 'flood' order by number`)
    ).rows.map(({ id }) => id);
    // Every tablet has had its job open.
    for (const id of flooded.slice(0, TABLETS)) await load(clients.technician, `/api/jobs/${id}`);
    const singles: number[] = [];
    for (let i = 0; i < 7; i++) {
      const from = Date.now();
      await post(clients.technician, [entry(flooded[0] ?? '', 'note', { text: `alone ${i}` })]);
      singles.push(Date.now() - from);
    }
    const single = [...singles].sort((a, b) => a - b)[3] ?? 0;
    const foreign: number[] = [];
    const tablets = await whileIn(async () => {
      let on = true;
      const elsewhere = (async () => {
        while (on) {
          foreign.push((await load(clients['another shop'], '/yard')).ms);
          await wait(50);
        }
      })();
      const sent = await Promise.all(
        Array.from({ length: TABLETS }, async (_, i) => {
          const job = flooded[i % flooded.length] ?? '';
          const from = Date.now();
          const response = await clients.technician.ask('/api/outbox', {
            method: 'POST',
            headers: { 'content-type': 'application/json' },
            body: JSON.stringify({
              member,
              sentAt: new Date().toISOString(),
              entries: (['FL', 'FR', 'RL'] as const).map((place) =>
                entry(
                  job,
                  'reading',
                  reading({ point: 'floorToLip', place, set: 2 + Math.floor(i / flooded.length), text: '33 1/2' }),
                ),
              ),
            }),
          });
          const { outcomes } = (await response.json()) as { outcomes?: { state: string; why?: string }[] };
          return {
            status: response.status,
            ms: Date.now() - from,
            filed: outcomes?.filter((o) => o.state === 'filed').length ?? 0,
            why: outcomes?.find((o) => o.state === 'refused')?.why,
          };
        }),
      );
      on = false;
      await elsewhere;
      return sent;
    });
    const took = tablets.done.map((t) => t.ms).sort((a, b) => a - b);
    const p95 = took[Math.floor(took.length * 0.95)] ?? 0;
    const filed = tablets.done.reduce((n, t) => n + t.filed, 0);
    const why = tablets.done.find((t) => t.why !== undefined)?.why;
    if (why !== undefined) console.log(`refused: ${why}`);
    console.log(
      `${TABLETS} tablets at once, three readings each: acknowledged alone ${single} ms, together p50 ${took[took.length >> 1]} ms, p95 ${p95} ms, slowest ${took.at(-1)} ms; ${filed} filed; another shop's Yard ${Math.max(...foreign)} ms at the slowest of ${foreign.length}`,
    );
    check('every reading of theirs is filed, none answered busy', filed === 3 * TABLETS);
    // By what one costs, not by a clock: the last is not behind more than all of them one after the other.
    check('acknowledged as fast as one after the other, at p95', p95 <= Math.max(1000, TABLETS * single));
    check('another shop is not behind them', Math.max(...foreign) <= Math.max(1000, 0.5 * (took.at(-1) ?? 0)));

    // 2c: bodies of strangers, and of people: nobody waits for what is refused.
    const id = actionsBuilt().find((a) => a.name === 'signIn')?.id ?? '';
    const fields = Array.from(
      { length: 30_000 },
      (_, i) => `--xx\r\ncontent-disposition: form-data; name="_1_${i}"\r\n\r\nx\r\n`,
    ).join('');
    const manyFields = `${fields}--xx--\r\n`;
    const deep = `${'['.repeat(100_000)}${']'.repeat(100_000)}`;
    const wide = `[${Array.from({ length: 120_000 }, () => '[]').join()}]`;
    const bodies: [string, string, string][] = [
      ['/', 'multipart/form-data; boundary=xx', manyFields],
      ['/', 'multipart/form-data; boundary=xx', manyFields.slice(0, 400_000)],
      ['/', 'text/plain;charset=UTF-8', deep],
      ['/', 'text/plain;charset=UTF-8', wide],
      ['/bring-in', 'text/plain;charset=UTF-8', wide.repeat(10)],
      ['/bring-in', 'multipart/form-data; boundary=xx', manyFields],
    ];
    const refusals = await whileIn(async () => {
      const statuses: number[] = [];
      for (const who of [clients.nobody, clients.technician])
        for (const [path, type, body] of bodies) {
          const send = () =>
            who.ask(path, { method: 'POST', headers: { 'next-action': id, 'content-type': type }, body });
          const all = await Promise.all(Array.from({ length: 4 }, () => send().catch(() => null)));
          for (const response of all) statuses.push(response?.status ?? 0);
        }
      return statuses;
    });
    console.log(
      `bodies of 30,000 fields, 100,000 deep, 120,000 wide: ${[...new Set(refusals.done)].sort().join(', ')}; health ${refusals.slowest} ms at the slowest of ${refusals.asked}`,
    );
    check(
      'each is refused, none a failure of the server',
      refusals.done.every((s) => s === 0 || (s >= 400 && s < 500)),
    );
    check('the server is silent for nobody meanwhile', refusals.slowest < 500);

    // 2d: one of fifty entries that no database keeps, one that nests without end.
    const nested = (depth: number): unknown => Array.from({ length: depth }).reduce((inner) => [inner], 1 as unknown);
    const batch = Array.from({ length: 50 }, (_, i) => entry(one, 'note', { text: i === 20 ? 'a\0b' : `note ${i}` }));
    const begun = Date.now();
    const mixed = await post(clients.technician, [
      ...batch.slice(0, 49),
      entry(one, 'entry', { kind: 'alignment-band', fields: { of: nested(3000) } }),
    ]);
    const batched = Date.now() - begun;
    console.log(`fifty entries with a null character and one 3,000 deep: ${batched} ms`);
    check(
      'each is refused by itself, the others are filed',
      mixed.outcomes.filter((o) => o.state === 'refused').length === 2 && mixed.outcomes.length === 50,
    );
    check('at once', batched < 2000);

    // 2e: sign-ins of a crowd, and a dozen large files by one person.
    const crowd = await whileIn(() =>
      Promise.all(
        Array.from({ length: CROWD }, (_, i) =>
          new Client(app.base).form('signIn', { email: `nobody${i}@x.example`, password: 'a wrong password' }),
        ),
      ),
    );
    console.log(`${CROWD} sign-ins at once: health ${crowd.slowest} ms at the slowest`);
    check('hashing silences nobody', crowd.slowest < 700);
    await db.execute(sql`delete from attempts`);
    const several = await whileIn(async () => {
      const files = Promise.all(
        Array.from({ length: WHOLE ? 12 : 2 }, async () => {
          const said = await clients.technician.form('importJob', { file });
          await said.arrayBuffer();
          return said.status;
        }),
      );
      await wait(300);
      const booked: number[] = [];
      for (let i = 0; i < 3; i++) booked.push((await load(clients.lead, '/book')).ms);
      const other = (await load(clients['another shop'], '/yard')).ms;
      return { statuses: await files, booked, other };
    });
    console.log(
      `large files at once by one person: ${[...new Set(several.done.statuses)].join(', ')}; booking page ${Math.max(...several.done.booked)} ms, another shop ${several.done.other} ms, health ${several.slowest} ms`,
    );
    check(
      'they fail nobody',
      several.done.statuses.every((s) => s < 500),
    );
    check('another shop goes on', several.done.other <= 1000);

    // 2f: texts taller than any page, out of a file: its paper comes all the same.
    const tall = (lines: number) => Array.from({ length: lines }, (_, i) => `${i}`).join('\n');
    const [template] = demoJobs().filter((j) => j.job.number === 'HG-0139');
    if (!template) throw new Error('no demo job');
    const [firstReading] = template.readings;
    const [band] = template.entries;
    if (!firstReading || !band) throw new Error('an empty demo job');
    const towering = {
      ...template,
      changes: template.changes.map((c) => ({ ...c, what: tall(80) })),
      notes: [{ id: randomUUID(), gate: 'after', text: tall(200), by: 'Runa', at: firstReading.takenAt }],
      entries: [
        ...template.entries,
        ...Array.from({ length: 130 }, (_, i) => ({
          ...band,
          id: randomUUID(),
          body: { of: 'front-toe', low: 0, high: 0.4, height: 300 + i, source: 'a table of many rows' },
        })),
      ],
    };
    const said = await clients.lead.form('importJob', {
      file: new File([JSON.stringify(towering)], 'tall.json', { type: 'application/json' }),
    });
    const answered = said.headers.get('x-action-redirect') ?? (await said.text());
    const towers = /\/jobs\/([0-9a-f-]{36})/.exec(answered)?.[1] ?? '';
    if (towers === '') console.log(answered.slice(0, 400));
    const paper = await load(clients.lead, `/jobs/${towers}/sheet.pdf`);
    console.log(`a change of 80 lines, a note of 200, 130 rows of a table: PDF ${paper.status} after ${paper.ms} ms`);
    check('its paper comes', towers !== '' && paper.status === 200);

    // 3: one link asks for PDFs without end; the lead's own is not behind them.
    const closed = await jobId(db, 'HG-0131');
    const link = await answerOf(await clients.lead.action('makeSheetLink', [closed, { days: 7 }], { jobId: closed }));
    const address = (link as { path?: string } | null)?.path ?? '';
    const alone = await load(clients.lead, `/jobs/${await jobId(db, 'HG-0143')}/sheet.pdf`);
    const many = Promise.all(
      Array.from({ length: PAPERS }, (_, i) =>
        load(clients.nobody, `${address}/sheet.pdf?paper=${i % 2 ? 'a4' : 'letter'}`),
      ),
    );
    await wait(50);
    const own = await load(clients.lead, `/jobs/${one}/sheet.pdf`);
    const links = await many;
    const counts = new Map<number, number>();
    for (const { status } of links) counts.set(status, (counts.get(status) ?? 0) + 1);
    console.log(
      `${PAPERS} PDFs by one link: ${[...counts].map(([s, n]) => `${s}: ${n}`).join(', ')}; the lead's own came after ${own.ms} ms`,
    );
    check('the lead has theirs after a few of the link’s at most', own.status === 200 && own.ms < 6 * alone.ms);
    check(
      'the link gets its own, or is told that enough are being made',
      links.every((l) => [200, 429].includes(l.status)),
    );
    const audited = async () =>
      (await db.execute<{ n: number }>(sql`select count(*)::int as n from audit where what = 'sheet opened by link'`))
        .rows[0]?.n ?? 0;
    const told = await audited();
    for (let i = 0; i < RELOADS; i++) await load(clients.nobody, address);
    console.log(`the link's page reloaded ${RELOADS} times: ${(await audited()) - told} more lines in the audit`);
    check('it is noted as the one opening that it is', (await audited()) - told <= 1);

    // 4: drafts without end leave the process as it was.
    const thread = path.resolve('.data/floods/paperThread.mjs');
    await build({
      entryPoints: ['src/server/threads/paperThread.ts'],
      outfile: thread,
      bundle: true,
      platform: 'node',
      format: 'esm',
      packages: 'external',
      jsx: 'automatic',
      alias: { '@': path.resolve('src') },
    });
    const pool = new Pool<PaperApi>(() => new Worker(thread), {
      threads: 1,
      time: 60_000,
      wait: 600_000,
      each: 50,
      life: Infinity,
    });
    const [job] = demoJobs();
    const whole = job && makeSheet(workingsOf(job), METRIC_SHOP, (iso) => iso);
    if (!whole) throw new Error('no sheet');
    const sheet = { ...whole, verdicts: [], readings: [], open: [], changes: [], cautions: [], heights: [] };
    const printed = printedWords(workingsOf(job), [], whole, METRIC_SHOP, {
      ...{ language: 'en', back: DEFAULT_COME_BACK, timeZone: 'UTC' },
    });
    const draft = () =>
      pool.ask(
        { shop: 'x', who: 'y' },
        'job',
        'sheet',
        { kind: 'frozen', sheet, printed, seal: null },
        { name: 'x', timeZone: 'UTC' },
        { size: 'A4', annex: false, printed: 'now', address: null },
      );
    const memory = () => {
      globalThis.gc?.();
      const { heapUsed, arrayBuffers, rss } = process.memoryUsage();
      return { heap: (heapUsed + arrayBuffers) / 1e6, rss: rss / 1e6 };
    };
    const warm = Math.min(500, DRAFTS / 2);
    for (let i = 0; i < warm; i++) await draft();
    const start = memory();
    for (let i = warm; i < DRAFTS; i++) await draft();
    const over = memory();
    console.log(
      `${DRAFTS} drafts: heap of the asking side ${start.heap.toFixed(0)} MB after ${warm}, ${over.heap.toFixed(0)} MB at the end; the process with its thread ${start.rss.toFixed(0)} and ${over.rss.toFixed(0)} MB`,
    );
    await pool.end();
    check('the heap is flat', over.heap < start.heap * 1.1 + 10);
    if (WHOLE) check('and the process with its thread does not grow without end', over.rss < start.rss * 1.25);

    check('no crash', app.crashes === 0);
  } finally {
    await end();
    await app.stop();
    ground.cluster.stop();
  }
});
