// npm run prove:two: two application processes on one database, behind no balancer at all. Signed in on one, filed on
// the other; one is killed, the other is stopped while it is still answering.
import { sql } from 'drizzle-orm';
import { entry } from '../support/entries';
import { App, prepare, prove, wait } from './support/app';
import type { Client } from './support/client';
import { everybody, jobId } from './support/people';

await prove('two', async (check) => {
  const ground = await prepare('two');
  const one = await App.on(ground, 4460);
  const two = await App.on(ground, one.port + 1);
  const { clients, db, end } = await everybody(ground, one.base);
  const job = await jobId(db, 'HG-0138');
  const member = (await db.execute<{ id: string }>(sql`select id from members where name = 'Runa'`)).rows[0]?.id ?? '';
  const runa = clients.technician;
  const note = async (client: Client, text: string) => {
    const response = await client.ask('/api/outbox', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ member, sentAt: new Date().toISOString(), entries: [entry(job, 'note', { text })] }),
    });
    const body = (await response.json()) as { outcomes?: { state: string }[] };
    return response.status === 200 && body.outcomes?.[0]?.state === 'filed';
  };
  const notes = async () =>
    (await db.execute<{ text: string }>(sql`select text from notes where job_id = ${job} order by at`)).rows.map(
      (r) => r.text,
    );
  try {
    check(`signed in on ${one.port}, filed there`, await note(runa, 'on the first'));
    runa.base = two.base;
    check(`the same session files on ${two.port}`, await note(runa, 'on the second'));
    // Every page shows the job that a tablet is told here.
    const page = await runa.ask(`/api/jobs/${job}`);
    check('and reads there what was filed on the first', (await page.text()).includes('on the first'));
    await one.kill();
    check(`${one.port} killed: ${two.port} goes on`, await note(runa, 'after the first was killed'));
    await one.start();
    runa.base = one.base;
    check(`${one.port} started again: the session still holds`, await note(runa, 'on the first again'));

    // A graceful stop while a request is under way: a lock on the job's row keeps it waiting.
    runa.base = two.base;
    let release = () => {};
    const held = db.transaction(async (tx) => {
      await tx.execute(sql`select 1 from jobs where id = ${job} for update`);
      await new Promise<void>((done) => (release = done));
    });
    await wait(200);
    const begun = note(runa, 'while it was told to stop');
    await wait(500);
    const stopped = two.stop();
    await wait(300);
    const refused = await fetch(`${two.base}/api/health`).then(
      () => false,
      () => true,
    );
    release();
    await held;
    const finished = await begun;
    const code = await stopped;
    console.log(
      `graceful stop: new connections ${refused ? 'refused' : 'taken'}, the request under way ${finished ? 'finished' : 'lost'}, exit code ${code}`,
    );
    check('told to stop, it takes no more', refused);
    check('what it had begun it finishes', finished);
    check('and ends well', code === 0);
    const there = await notes();
    console.log(`notes filed over both: ${there.join(' · ')}`);
    check('all five are there, once', there.length === 5 && new Set(there).size === 5);
  } finally {
    await end();
    await one.stop();
    await two.stop();
    ground.cluster.stop();
  }
});
