// npm run prove:crash [readings]: readings filed by several clients while the application, and then the database, is
// killed with SIGKILL at random moments. Every acknowledged reading is there, none twice.
import { randomInt, randomUUID } from 'node:crypto';
import { sql } from 'drizzle-orm';
import { connect } from '@/db/client';
import { reading } from '../support/entries';
import { App, PASSWORD, prepare, prove, wait, type Ground } from './support/app';
import { Client } from './support/client';

const READINGS = Number(process.argv[2] ?? 1000);
const CLIENTS = 5;
/** Then the rest is filed in peace: a start takes seconds, and more of the same proves nothing new. */
const MOST_KILLS = Math.max(6, READINGS / 20);
/**
 * Longest that a batch may go without an answer, ms. Not a number of tries: while the application starts, connections
 * are refused at once, and a slow machine takes many seconds to start it.
 */
const PATIENCE = 240_000;

interface Filer {
  client: Client;
  member: string;
  acknowledged: Set<string>;
  sent: number;
  resent: number;
}

/** Files its share one to three at a time, each again and again until it is answered, as a tablet does. */
async function fileAll(filer: Filer, jobId: string, ids: string[]): Promise<void> {
  for (let at = 0; at < ids.length;) {
    const batch = ids.slice(at, at + randomInt(1, 7));
    const entries = batch.map((id) => ({
      kind: 'reading',
      id,
      jobId,
      at: new Date().toISOString(),
      body: reading({
        point: 'tyrePressure',
        instrument: 'pressure-gauge',
        place: (['FL', 'FR', 'RL', 'RR'] as const)[randomInt(4)],
        text: `${randomInt(28, 40)} psi`,
      }),
    }));
    const since = Date.now();
    for (let tries = 0; ; tries++) {
      filer.sent++;
      if (tries > 0) filer.resent++;
      const answer = await filer.client
        .ask('/api/outbox', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({ member: filer.member, sentAt: new Date().toISOString(), entries }),
          signal: AbortSignal.timeout(20_000),
        })
        .then(async (r) => ({
          status: r.status,
          body: (await r.json()) as { outcomes?: { id: string; state: string; why?: string }[] },
        }))
        .catch(() => null);
      for (const o of answer?.body.outcomes ?? []) {
        if (o.state === 'filed') filer.acknowledged.add(o.id);
        else throw new Error(`a good reading was refused: ${o.why}`);
      }
      if (batch.every((id) => filer.acknowledged.has(id))) break;
      if (Date.now() - since > PATIENCE) throw new Error(`no answer in ${PATIENCE / 1000} s, ${tries} tries`);
      await wait(50 + randomInt(150));
    }
    at += batch.length;
    // A technician takes a moment between readings; the killer then meets every phase.
    await wait(randomInt(150));
  }
}

async function round(
  ground: Ground,
  app: App,
  what: 'application' | 'database',
  check: (w: string, h: boolean) => void,
) {
  const { db, pool } = connect(ground.ownerUrl, { max: 2 });
  const filers: Filer[] = [];
  for (let i = 0; i < CLIENTS; i++) {
    const client = new Client(app.base);
    if (!(await client.signIn(i % 2 === 0 ? 'runa@skarn.example' : 'ivo@skarn.example', PASSWORD)))
      throw new Error('sign-in failed');
    const member = (
      await db.execute<{ id: string }>(sql`select m.id from members m where m.name = ${i % 2 === 0 ? 'Runa' : 'Ivo'}`)
    ).rows[0]?.id;
    filers.push({ client, member: member ?? '', acknowledged: new Set(), sent: 0, resent: 0 });
  }
  // Each client works on a vehicle of its own, two share one: a lock on one job must not be the whole proof.
  const jobs = await db.execute<{ id: string }>(
    sql`select id from jobs where state = 'open' and number in ('HG-0138', 'HG-0144') order by number`,
  );
  const ids = Array.from({ length: READINGS }, () => randomUUID());
  let over = false;
  let downs = 0;
  const answered = () => filers.reduce((n, f) => n + f.acknowledged.size, 0);
  const killer = (async () => {
    let before = -1;
    while (!over && downs < MOST_KILLS) {
      // The first as soon as something was answered: a short run is over before anybody has waited long.
      if (downs > 0) await wait(400 + randomInt(1600));
      else while (!over && answered() === 0) await wait(10);
      // Killed again before it answered anything, a slow machine never gets further: then wait for one answer.
      while (!over && answered() === before) await wait(50);
      if (over) break;
      before = answered();
      downs++;
      if (what === 'application') {
        await app.kill();
        await wait(randomInt(300));
        await app.start();
      } else {
        ground.cluster.kill();
        await wait(200 + randomInt(600));
        await ground.cluster.start();
      }
    }
  })();
  const share = Math.ceil(READINGS / CLIENTS);
  const begun = Date.now();
  try {
    await Promise.all(
      filers.map((filer, i) =>
        fileAll(filer, jobs.rows[i % jobs.rows.length]?.id ?? '', ids.slice(i * share, (i + 1) * share)),
      ),
    );
  } finally {
    over = true;
    await killer;
  }
  const seconds = ((Date.now() - begun) / 1000).toFixed(1);
  const acknowledged = answered();
  const list = sql.join(
    ids.map((id) => sql`${id}::uuid`),
    sql`, `,
  );
  const found = await db.execute<{ n: number; distinct: number }>(
    sql`select count(*)::integer as n, count(distinct id)::integer as distinct from readings where id in (${list})`,
  );
  const { n = 0, distinct = 0 } = found.rows[0] ?? {};
  const sent = filers.reduce((sum, f) => sum + f.sent, 0);
  const resent = filers.reduce((sum, f) => sum + f.resent, 0);
  console.log(
    `${READINGS} readings by ${CLIENTS} clients in ${seconds} s; the ${what} killed ${downs} times; ${sent} requests, ${resent} of them sent again; acknowledged ${acknowledged}, in the database ${n}, distinct ${distinct}`,
  );
  // A short run is over soon.
  const least = READINGS >= 1000 ? 3 : 1;
  check(`${what} killed at least ${least} times on the way`, downs >= least);
  check(`every acknowledged reading is there (${acknowledged})`, acknowledged === READINGS && distinct === READINGS);
  check('none is there twice', n === distinct);
  await pool.end();
}

await prove('crash', async (check) => {
  const ground = await prepare('crash', { durable: true });
  let app: App | null = null;
  try {
    app = await App.on(ground);
    await round(ground, app, 'application', check);
    const before = app.crashes;
    await round(ground, app, 'database', check);
    check('the application did not crash while the database was killed', app.crashes === before && before === 0);
  } finally {
    await app?.stop();
    ground.cluster.stop();
  }
});
