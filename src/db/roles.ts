import { createHmac } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { Db } from './client';
import { PATIENCE } from './patience';

/**
 * The two roles that the application connects as. Neither owns a table or can bypass row-level security: `app` works
 * in shops, one at a time; `door` works on accounts and sessions and sees no shop's rows at all.
 */
export type AppRole = 'app' | 'door';

/** PostgreSQL's name for a role of this database; roles belong to the whole server, so it carries the database's. */
export const roleName = (role: AppRole, database: string): string =>
  `high_gate_${role}_${database.replace(/[^a-z0-9]/gi, '_').toLowerCase()}`.slice(0, 63);

/** A role's password, worked from the secret so that every process that knows the secret knows it. */
export const rolePassword = (role: AppRole, secret: string): string =>
  createHmac('sha256', secret).update(`high-gate database role ${role}`).digest('base64url');

/** The owner's address turned into a role's. */
export function roleUrl(role: AppRole, ownerUrl: string, secret: string): string {
  const url = new URL(ownerUrl);
  url.username = roleName(role, decodeURIComponent(url.pathname.slice(1)));
  url.password = rolePassword(role, secret);
  return url.toString();
}

const READ_AND_ADD = [
  'customers',
  'vehicles',
  'kits',
  'limits',
  'jobs',
  'readings',
  'strikes',
  'changes',
  'acceptances',
  'sign_offs',
  'notes',
  'overlaps',
  'gate_openings',
  'signed_sheets',
  'amendments',
  'audit',
  'sheet_links',
  'invitations',
  'geometries',
  'geometry_pins',
  'fit_settings',
  'letter_settings',
  'confirmations',
  'station_lines',
  'entries',
  'job_fetches',
];
const ACCOUNTS = ['user', 'session', 'account', 'verification', 'pins', 'device_people', 'attempts'];

/**
 * Makes both roles where they are missing and gives each exactly what it needs. Run by the owner after every
 * migration; running it again changes nothing.
 *
 * @param secret what the passwords are worked from
 */
export async function grantRoles(owner: Db, database: string, secret: string): Promise<void> {
  const run = (text: string) => owner.execute(sql.raw(text));
  for (const role of ['app', 'door'] as const) {
    const name = roleName(role, database);
    const there = await owner.execute(sql`select 1 from pg_roles where rolname = ${name}`);
    // Both come from our own HMAC and a cleaned name: no quote can be in them.
    await run(
      `${there.rows.length === 0 ? 'CREATE' : 'ALTER'} ROLE ${name} LOGIN NOCREATEDB NOCREATEROLE NOINHERIT PASSWORD '${rolePassword(role, secret)}'`,
    );
    await run(`REVOKE ALL ON ALL TABLES IN SCHEMA public FROM ${name}`);
    await run(`REVOKE ALL ON ALL SEQUENCES IN SCHEMA public FROM ${name}`);
    await run(`GRANT USAGE ON SCHEMA public TO ${name}`);
    // The server itself ends what waits or lies idle too long: a client that gave up would leave its locks behind.
    for (const [setting, value] of Object.entries(PATIENCE))
      await run(`ALTER ROLE ${name} SET ${setting} = '${value}'`);
  }
  // Before PostgreSQL 15 everybody may make tables in the public schema; a temporary one can pass for a real one.
  await run('REVOKE CREATE ON SCHEMA public FROM PUBLIC');
  await run(`REVOKE TEMPORARY ON DATABASE "${database.replaceAll('"', '""')}" FROM PUBLIC`);
  const app = roleName('app', database);
  const door = roleName('door', database);
  await run(`GRANT SELECT, INSERT ON ${READ_AND_ADD.map((t) => `"${t}"`).join(', ')} TO ${app}`);
  await run(`GRANT SELECT ON shops, members TO ${app}`);
  await run(`GRANT UPDATE ON jobs TO ${app}`);
  await run(`GRANT UPDATE (last_job_number, shared_hours, own_hours, away_minutes) ON shops TO ${app}`);
  await run(`GRANT UPDATE (price) ON kits TO ${app}`);
  await run(`GRANT UPDATE (at, before) ON job_fetches TO ${app}`);
  await run(`GRANT UPDATE (role, ended_at) ON members TO ${app}`);
  await run(`GRANT UPDATE (revoked_at) ON sheet_links, invitations TO ${app}`);
  await run(
    `GRANT EXECUTE ON FUNCTION this_shop(), jobs_matching(text[]), jobs_listed(text[], integer), shop_people(), shop_ids() TO ${app}`,
  );
  // Whether the database is up to date is asked before anybody is sent to it.
  await run(`GRANT USAGE ON SCHEMA drizzle TO ${app}`);
  await run(`GRANT SELECT ON ALL TABLES IN SCHEMA drizzle TO ${app}`);
  await run(`GRANT SELECT, INSERT, UPDATE, DELETE ON ${ACCOUNTS.map((t) => `"${t}"`).join(', ')} TO ${door}`);
  await run(
    `GRANT EXECUTE ON FUNCTION door_member(text), door_session(text), session_ends(text), door_invitation(text), door_join(text, text, text, text), door_end_credentials(text, text), door_sheet_link(text), verify_sheet(text) TO ${door}`,
  );
}
