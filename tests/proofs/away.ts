// npm run prove:away [seconds]: every connection taken, then the database gone for a minute. Clear message, no crash,
// and it recovers by itself.
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import { sql } from 'drizzle-orm';
import { chromium as chromiumPath } from '../../scripts/lib/install.mjs';
import { entry } from '../support/entries';
import { App, PASSWORD, prepare, prove, wait } from './support/app';
import { answerOf, Client } from './support/client';
import { everybody, jobId } from './support/people';

const SECONDS = Number(process.argv[2] ?? 60);
const AWAY = 'The database does not answer';

await prove('away', async (check) => {
  const ground = await prepare('away', { durable: true });
  const app = await App.on(ground, 4420);
  const { clients, db, end } = await everybody(ground, app.base);
  const job = await jobId(db, 'HG-0138');
  const member = (await db.execute<{ id: string }>(sql`select id from members where name = 'Runa'`)).rows[0]?.id ?? '';
  const runa = clients.technician;
  const status = async (path: string) => (await runa.ask(path)).status;
  const file = async () => {
    const response = await runa.ask('/api/outbox', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        member,
        sentAt: new Date().toISOString(),
        entries: [entry(job, 'note', { text: `note ${randomUUID()}` })],
      }),
    });
    const body = (await response.json()) as { message?: string; outcomes?: { state: string }[] };
    return { status: response.status, message: body.message ?? '', filed: body.outcomes?.[0]?.state === 'filed' };
  };
  const browser = await chromium.launch({
    executablePath: await chromiumPath(),
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  try {
    check('all is well before', (await file()).filed && (await status('/api/ready')) === 200);
    const page = await browser.newPage();
    await page.goto(app.base);
    await page.getByRole('button', { name: /^Runa/ }).click();
    await page.getByRole('heading', { name: 'What may open next' }).waitFor();

    // Whoever holds the table holds up every query: all connections are soon taken.
    let release = () => {};
    const held = db.transaction(async (tx) => {
      await tx.execute(sql`lock table jobs in access exclusive mode`);
      await new Promise<void>((done) => (release = done));
    });
    await wait(300);
    const begun = Date.now();
    let told = () => {};
    const firstTold = new Promise<void>((done) => (told = done));
    const asked = Promise.all(
      Array.from({ length: 40 }, () =>
        runa
          .ask(`/api/jobs/${job}`)
          .then(async (r) => ({ status: r.status, text: await r.text(), ms: Date.now() - begun }))
          .then((answer) => {
            if (answer.status === 503) told();
            return answer;
          }),
      ),
    );
    // One shop has not all of them: another takes the rest.
    const elsewhere = Promise.all(
      Array.from({ length: 20 }, () => clients['another shop'].ask('/yard').then((r) => r.arrayBuffer())),
    );
    await wait(1500);
    const healthy = await status('/api/health');
    const ready = await status('/api/ready');
    // Those without a connection are told after five seconds; those with one would be, by the server, after eight. A
    // busy machine gets to it later: the lock is kept until the first was told.
    await Promise.race([firstTold, wait(40_000)]);
    await wait(500);
    release();
    await held;
    const answers = await asked;
    await elsewhere;
    const refused = answers.filter((a) => a.status === 503);
    console.log(
      `pool exhausted: 40 requests at once, ${refused.length} told to come back (after ${Math.round(Math.min(...refused.map((a) => a.ms)))} ms at the soonest), ${answers.filter((a) => a.status === 200).length} answered when it was free again; health ${healthy}, ready ${ready}`,
    );
    check(
      'those without a connection are told so in words',
      refused.length > 0 && refused.every((a) => a.text.includes(AWAY)),
    );
    check(
      'nobody got anything but an answer or those words',
      answers.every((a) => [200, 503].includes(a.status)),
    );
    check('health says yes, ready says no meanwhile', healthy === 200 && ready === 503);
    check('it goes on by itself', (await file()).filed && (await status('/api/ready')) === 200);

    await end();
    ground.cluster.kill();
    const seen = {
      health: new Set<number>(),
      ready: new Set<number>(),
      outbox: new Set<number>(),
      words: new Set<string>(),
    };
    let tries = 0;
    const until = Date.now() + SECONDS * 1000;
    // A page that the tablet does not keep: the Yard would come from there.
    await page.goto(`${app.base}/kits`);
    await page.getByRole('heading', { name: AWAY }).waitFor({ timeout: 20_000 });
    const fresh = new Client(app.base);
    const signIn =
      (await answerOf(await fresh.form('signIn', { email: 'runa@skarn.example', password: PASSWORD })))?.message ?? '';
    while (Date.now() < until) {
      tries++;
      seen.health.add(await status('/api/health'));
      seen.ready.add(await status('/api/ready'));
      const answer = await file();
      seen.outbox.add(answer.status);
      seen.words.add(answer.message);
      await wait(900);
    }
    await ground.cluster.start();
    const back = Date.now();
    let filed = false;
    while (!filed && Date.now() - back < 30_000) {
      filed = (await file().catch(() => null))?.filed === true;
      if (!filed) await wait(200);
    }
    const recovered = ((Date.now() - back) / 1000).toFixed(1);
    await page.getByRole('heading', { name: 'Kits, and what they claim' }).waitFor({ timeout: 20_000 });
    console.log(
      `database away for ${SECONDS} s: asked ${tries} times; health ${[...seen.health].join()}, ready ${[...seen.ready].join()}, filing ${[...seen.outbox].join()}; filing again ${recovered} s after the database was back; starts ${app.starts}, crashes ${app.crashes}`,
    );
    check(
      'health stays 200, ready 503, filing 503',
      [...seen.health].join() === '200' && [...seen.ready].join() === '503' && [...seen.outbox].join() === '503',
    );
    check('the words are clear', [...seen.words].every((text) => text.includes(AWAY)) && signIn.includes(AWAY));
    check('it recovers by itself, and the page that was open too', filed);
    check('no crash, no restart', app.crashes === 0 && app.starts === 1);
  } finally {
    await browser.close();
    await app.stop();
    ground.cluster.stop();
  }
});
