// npm run prove:memory [loads]: thousands of page loads and filings leave the process as large as it was after the first
// fifth of them.
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { sql } from 'drizzle-orm';
import { entry } from '../support/entries';
import { App, prepare, prove, wait } from './support/app';
import { everybody, jobId } from './support/people';

const LOADS = Number(process.argv[2] ?? 5000);
const FILINGS = LOADS / 5;

await prove('memory', async (check) => {
  const ground = await prepare('memory');
  const app = await App.on(ground, 4620);
  const { clients, db, end } = await everybody(ground, app.base);
  try {
    const member = (await db.execute<{ id: string }>(sql`select id from members where name = 'Runa'`)).rows[0]?.id;
    // Filed on every open job by turns, as a shop does: a job with a thousand notes is another job, and larger.
    const jobs = await Promise.all(
      ['HG-0138', 'HG-0142', 'HG-0143', 'HG-0144', 'HG-0145', 'HG-0139'].map((number) => jobId(db, number)),
    );
    const paths = ['/yard', `/jobs/${jobs[4]}/intake`, `/jobs/${jobs[3]}/plan`, '/kits'];
    const rss = () => Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${app.pid}/status`, 'utf8'))?.[1] ?? 0) / 1024;
    let loads = 0;
    let filings = 0;
    let turn = 0;
    const some = async (n: number) => {
      for (let i = 0; i < n; i += 4) {
        for (const response of await Promise.all(paths.map((path) => clients.lead.ask(path)))) {
          await response.arrayBuffer();
          if (response.status === 200) loads++;
        }
        if (i % 20 !== 0) continue;
        const job = jobs[turn++ % jobs.length] ?? '';
        const response = await clients.technician.ask('/api/outbox', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: JSON.stringify({
            member,
            sentAt: new Date().toISOString(),
            entries: Array.from({ length: 4 }, () => entry(job, 'note', { text: `n ${randomUUID().slice(0, 8)}` })),
          }),
        });
        const { outcomes } = (await response.json()) as { outcomes: { state: string }[] };
        filings += outcomes.filter((o) => o.state === 'filed').length;
      }
    };
    const sizes: number[] = [];
    for (let fifth = 0; fifth < 5; fifth++) {
      await some(LOADS / 5);
      sizes.push(rss());
    }
    await wait(1000);
    const [early = 0] = sizes;
    const late = rss();
    console.log(
      `${loads} page loads and ${filings} filings: ${sizes.map((s) => s.toFixed(0)).join(', ')} MB after each fifth; ${((100 * (late - early)) / early).toFixed(1)} % more than after the first`,
    );
    check('all of them were answered', loads >= LOADS && filings >= FILINGS);
    check('memory stays within 10 % of what it was', late < early * 1.1);
    check('no crash', app.crashes === 0);
  } finally {
    await end();
    await app.stop();
    ground.cluster.stop();
  }
});
