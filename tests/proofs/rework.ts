// npm run prove:rework [jobs]: a limit is changed with that many open jobs in the shop, each read whole. While all of them
// are judged anew the server goes on answering at once, and the lead sees how far it is.
import { sql } from 'drizzle-orm';
import { App, prepare, prove, wait } from './support/app';
import { everybody, jobId } from './support/people';

const JOBS = Number(process.argv[2] ?? 500);
/** ms within which the server says that it is ready, whatever is worked. */
const AT_ONCE = 100;

await prove('rework', async (check) => {
  const ground = await prepare('rework');
  const app = await App.on(ground, 4660);
  const { clients, db, end } = await everybody(ground, app.base);
  try {
    // A server that has just started loads its pages and threads at their first use: this one has been running.
    await clients.lead.form('saveLimit', { figure: 'leftRight', clear: '6 mm', stop: '14 mm', source: 'proof' });
    for (let i = 0; i < 20; i++) {
      await clients.lead.ask('/limits');
      await clients.lead.ask('/api/ready');
      await wait(250);
    }
    const from = await jobId(db, 'HG-0139');
    await db.execute(
      sql`create temporary table copies as select g, gen_random_uuid() as id from generate_series(1, ${JOBS}::int) g`,
    );
    await db.execute(sql`
      insert into jobs (id, shop_id, number, customer_id, vehicle_id, kit_id, gate, booked_at, use, height_school, promise_front,
        promise_rear, reference_kind, reference_front, reference_rear, reference_source, lift_front, lift_rear, search_text)
      select c.id, j.shop_id, 'RW-' || c.g, j.customer_id, j.vehicle_id, j.kit_id, j.gate, j.booked_at, j.use, j.height_school,
        j.promise_front, j.promise_rear, j.reference_kind, j.reference_front, j.reference_rear, j.reference_source, j.lift_front,
        j.lift_rear, 'rw-' || c.g from copies c, jobs j where j.id = ${from}`);
    await db.execute(sql`
      insert into readings (id, shop_id, job_id, gate, point, place, state, set, answer, value, text, unit, good, instrument,
        taken_by, taken_by_name, taken_at)
      select gen_random_uuid(), r.shop_id, c.id, r.gate, r.point, r.place, r.state, r.set, r.answer, r.value, r.text, r.unit,
        r.good, r.instrument, r.taken_by, r.taken_by_name, r.taken_at
      from copies c, readings r where r.job_id = ${from} and r.supersedes is null`);
    await db.execute(sql`
      insert into changes (id, shop_id, job_id, kind, gate, what, by, by_name, at)
      select gen_random_uuid(), r.shop_id, c.id, r.kind, r.gate, r.what, r.by, r.by_name, r.at
      from copies c, changes r where r.job_id = ${from}`);
    await db.execute(sql`analyze`);
    const left = async () =>
      Number(
        (
          await db.execute<{ n: string }>(
            sql`select count(*) as n from jobs where state = 'open' and (standing is null or standing ->> 'of' is distinct from revision::text or standing ->> 'judgedBy' is distinct from
              (select standing ->> 'judgedBy' from jobs where number = 'RW-1'))`,
          )
        ).rows[0]?.n,
      );
    const saw = async () => {
      const page = await (await clients.lead.ask('/limits')).text();
      const words = /(Judging open jobs anew: \d+ of \d+ done|All \d+ open jobs)/;
      return words.exec(page.replaceAll('<!-- -->', ''))?.[1] ?? '';
    };
    const took: number[] = [];
    let asking = true;
    const watch = (async () => {
      while (asking) {
        const from = performance.now();
        const response = await clients.lead.ask('/api/ready');
        await response.arrayBuffer();
        const ms = performance.now() - from;
        took.push(response.status === 200 ? ms : Infinity);
        await wait(20);
      }
    })();
    const seen = new Set<string>();
    const begun = performance.now();
    const set = await clients.lead.form('saveLimit', {
      figure: 'leftRight',
      clear: '5 mm',
      stop: '14 mm',
      source: 'proof',
    });
    let told = '';
    while (!told.startsWith('All')) {
      told = await saw();
      seen.add(told);
      if (performance.now() - begun > 900_000) break;
      await wait(500);
    }
    const seconds = (performance.now() - begun) / 1000;
    asking = false;
    await watch;
    took.sort((a, b) => a - b);
    const at = (share: number) => (took[Math.min(took.length - 1, Math.floor(share * took.length))] ?? NaN).toFixed(0);
    console.log(
      `${JOBS} open jobs judged anew in ${seconds.toFixed(1)} s; /api/ready asked ${took.length} times meanwhile: median ${at(0.5)} ms, 99 % within ${at(0.99)} ms, slowest ${at(1)} ms; the lead saw ${seen.size} steps, last "${told}"`,
    );
    check('the limit was set', set.status < 400);
    check('all were judged anew', told.startsWith('All') && (await left()) === 0);
    check(`ready within ${AT_ONCE} ms throughout`, Number(at(1)) < AT_ONCE);
    check('the lead saw it go on', seen.size > 2);
    check('no crash', app.crashes === 0);
  } finally {
    await end();
  }
});
