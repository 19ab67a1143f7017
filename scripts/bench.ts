import { execFileSync } from 'node:child_process';
import { sql } from 'drizzle-orm';
import { BOOK, workingsOf } from '@/core/assembly/book';
import { workJob } from '@/core/assembly/workJob';
import { Memo } from '@/core/record/workings';
import { connect } from '@/db/client';
import { loadJob } from '@/db/queries/jobs';
import { yardQuery, type YardFilter } from '@/db/queries/yard';
import { jobs } from '@/db/schema/jobs';
import { shops } from '@/db/schema/shops';
import { closeDatabase, inShop } from '@/server/database';

/** Median and worst of 40 runs after 5 to warm up, ms. */
async function timed(run: () => unknown): Promise<[number, number]> {
  const took: number[] = [];
  for (let i = 0; i < 45; i++) {
    const start = performance.now();
    await run();
    if (i >= 5) took.push(performance.now() - start);
  }
  took.sort((a, b) => a - b);
  return [took[20] ?? NaN, took.at(-1) ?? NaN];
}
const { db, pool } = connect(process.env.DATABASE_URL ?? '');
const [shop] = await db.select().from(shops);
const shopId = shop?.id ?? '';
const open: YardFilter = { words: '', show: 'open', gate: null, page: 0 };
const queries: [string, YardFilter][] = [
  ['in the yard, first page', open],
  ['in the yard, at Before', { ...open, gate: 'before' }],
  ['in the yard, find "rescue"', { ...open, words: 'rescue' }],
  ['released, first page', { ...open, show: 'released' }],
  ['released, find one of them', { ...open, show: 'released', words: 'fx-777' }],
  ['released, find "corrie quarry"', { ...open, show: 'released', words: 'corrie quarry' }],
  ['released, find nobody', { ...open, show: 'released', words: 'nobody at all' }],
  ['released, page 100', { ...open, show: 'released', page: 100 }],
];

console.log('Yard queries, ms: median (worst) of 40');
const rows: Record<string, string[]> = {};
const released: number[] = [];
for (const size of [500, 10_000, 50_000]) {
  execFileSync(process.execPath, ['--import', 'tsx', 'scripts/fillJobs.ts', String(size)], { stdio: 'inherit' });
  const counts = await db.execute<{ open: string; all: string }>(
    sql`select count(*) filter (where state = 'open') as open, count(*) as all from jobs`,
  );
  (rows['jobs, of them in the yard'] ??= []).push(`${counts.rows[0]?.all} / ${counts.rows[0]?.open}`);
  for (const [name, filter] of queries) {
    const [median, worst] = await timed(() => inShop(shopId, (tx) => yardQuery(tx, shopId, filter)));
    (rows[name] ??= []).push(`${median.toFixed(2)} (${worst.toFixed(1)})`);
    if (name === 'released, first page') released.push(median);
  }
}
for (const [name, cells] of Object.entries(rows))
  console.log(name.padEnd(34), cells.map((c) => c.padStart(16)).join(''));

// The list of what was released must not grow with what was released.
const [few = NaN, , many = NaN] = released;
const grows = many / few;
console.log(
  `released, first page: 50,000 jobs take ${grows.toFixed(2)} of what 500 take (flat within a fifth: ${grows <= 1.2 ? 'yes' : 'NO'})`,
);
if (grows > 1.2) process.exitCode = 1;

const [rescue] = await db
  .select({ id: jobs.id })
  .from(jobs)
  .where(sql`number = 'HG-0142'`);
const loaded = await loadJob(db, shopId, rescue?.id ?? '', BOOK);
if (loaded) {
  const [load] = await timed(() => inShop(shopId, (tx) => loadJob(tx, shopId, loaded.id, BOOK)));
  const { document } = loaded;
  const checks = workJob(document).length;
  // Cold: nothing of it was ever worked, sweeps and all. Warm: another state of it, a note filed, with its memo.
  const [cold] = await timed(() => workJob(document, workingsOf(document, new Memo())));
  const [screen] = await timed(() => workJob(document, workingsOf(document, new Memo(), true)));
  const memo = new Memo();
  const [warm] = await timed(() => {
    const next = { ...document, notes: [...document.notes] };
    return workJob(next, workingsOf(next, memo));
  });
  console.log(
    `\nOne job, ${document.readings.length} readings: load ${load.toFixed(2)} ms; work all ${checks} checks warm ${warm.toFixed(2)} ms, cold with its sweeps left to a worker ${screen.toFixed(2)} ms, cold with sweeps ${cold.toFixed(1)} ms`,
  );
}
await pool.end();
await closeDatabase();
