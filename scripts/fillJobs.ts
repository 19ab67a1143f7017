import { sql } from 'drizzle-orm';
import { connect } from '@/db/client';

/**
 * Fills the demo shop up to N jobs (argument), all released but every five-hundredth, which stays in the yard:
 * customers, vehicles and jobs without readings, for measuring the Yard's queries.
 */
const wanted = Number(process.argv[2] ?? 50_000);
const { db, pool } = connect(process.env.DATABASE_URL ?? '');
await db.execute(sql`
  with shop as (select id from shops order by name limit 1),
  made as (select g, gen_random_uuid() as customer, gen_random_uuid() as vehicle from generate_series((select count(*) + 1 from jobs), ${wanted}::int) g),
  names as (
    select g, customer, vehicle,
      (array['Aldmoor','Brekka','Corrie','Dunmire','Elvet','Fenrick','Garth','Hesk'])[1 + g % 8] || ' ' || (array['Farm','Forestry','Survey','Stores','Quarry','School','Clinic'])[1 + g % 7] || ' ' || g as name,
      (array['Orrin Tarn','Halbeck Cairn','Corvane Packhorse'])[1 + g % 3] as kind
    from made),
  c as (insert into customers (id, shop_id, name) select customer, (select id from shop), name from names returning 1),
  v as (insert into vehicles (id, shop_id, customer_id, make, model, body, front_suspension, rear_suspension, wheelbase, track_front, track_rear, tyre_diameter, rear_hose, sway_link)
    select vehicle, (select id from shop), customer, split_part(kind, ' ', 1), split_part(kind, ' ', 2), 'wagon', 'beam-links', 'beam-links', 2850, 1585, 1585, 806, 'centre', 'down' from names returning 1)
  insert into jobs (shop_id, number, customer_id, vehicle_id, gate, state, booked_at, use, height_school, promise_front, promise_rear, reference_kind, search_text, standing_rank)
  select (select id from shop), 'FX-' || g, customer, vehicle,
    (case when g % 500 = 0 then 'before' else 'release' end)::gate_name, (case when g % 500 = 0 then 'open' else 'released' end)::job_state,
    now() - (g || ' minutes')::interval, 'daily', 'hub-to-lip', 'Trail', 'Trail', 'before', lower('FX-' || g || ' ' || name || ' ' || kind || ' daily'), 3
  from names`);
await db.execute(sql`analyze jobs`);
await db.execute(sql`analyze customers`);
await db.execute(sql`analyze vehicles`);
await pool.end();
