import 'server-only';
import { and, eq, sql } from 'drizzle-orm';
import { cookies, headers } from 'next/headers';
import { forbidden, redirect } from 'next/navigation';
import { cache } from 'react';
import { INCH_SHOP, type UnitChoice } from '@/core/units/quantity';
import { account } from '@/db/schema/auth';
import { mayEnter, type Place } from './access/rules';
import { refuse } from './answer';
import { auth } from './auth';
import { atDoor } from './database';
import type { Doer } from './jobs/withJob';
import { clearAttempts, countAttempt } from './people/attempts';

export type Role = Doer['role'];
export interface Member extends Doer {
  userId: string;
  /** The id of this sign-in, to tell it from the person's others. */
  sessionId: string;
  shop: { id: string; name: string; timeZone: string };
  /** The shop's own units, and those looked at. */
  shopUnits: UnitChoice;
  units: UnitChoice;
  from: { address: string; device: string };
}

interface MemberRow extends Record<string, unknown> {
  id: string;
  name: string;
  role: Role;
  shop_id: string;
  shop_name: string;
  time_zone: string;
  length_unit: UnitChoice['length'];
  pressure_unit: UnitChoice['pressure'];
  mass_unit: UnitChoice['mass'];
}

/** The membership of a person, as long as it lasts. */
export async function memberRow(userId: string): Promise<MemberRow | null> {
  const found = await atDoor((db) => db.execute<MemberRow>(sql`select * from door_member(${userId})`));
  return found.rows[0] ?? null;
}

/** Where a request comes from: set by our own server, which lets nobody else set it. */
export async function whence(): Promise<{ address: string; device: string }> {
  const head = await headers();
  return {
    address: (head.get('x-high-gate-address') ?? '').slice(0, 60),
    device: (head.get('user-agent') ?? '').slice(0, 200),
  };
}

/** Who is signed in, with their shop and the units they look at; null when nobody is. */
export const currentMember = cache(async (): Promise<Member | null> => {
  const head = await headers();
  const session = await atDoor(() => auth().api.getSession({ headers: head }));
  if (!session) return null;
  const row = await memberRow(session.user.id);
  if (!row) return null;
  const base: UnitChoice = {
    ...INCH_SHOP,
    length: row.length_unit,
    pressure: row.pressure_unit,
    mass: row.mass_unit,
  };
  return {
    id: row.id,
    userId: session.user.id,
    sessionId: session.session.id,
    name: row.name,
    role: row.role,
    shop: { id: row.shop_id, name: row.shop_name, timeZone: row.time_zone },
    shopUnits: base,
    units: withToggle(base, (await cookies()).get('hg-units')?.value),
    from: await whence(),
  };
});

/** The header's in · mm switch: the shop's own choice where it already is of that kind. */
export function withToggle(base: UnitChoice, chosen: string | undefined): UnitChoice {
  const metric = base.length === 'mm';
  if (chosen === 'mm' && !metric) return { ...base, length: 'mm', pressure: 'kPa', mass: 'kg' };
  if (chosen === 'in' && metric) return { ...base, length: 'in16', pressure: 'psi', mass: 'lb' };
  return base;
}

/** For a page: whoever is not signed in goes to the start page, whoever's role may not enter is told so. */
export async function requireMember(place: Place): Promise<Member> {
  const member = await currentMember();
  if (!member) redirect('/');
  if (!mayEnter(place, member.role)) forbidden();
  return member;
}

/**
 * The password asked for again, before what must not be done by whoever finds a tablet lying. Counted like a sign-in,
 * so that it cannot be guessed at either.
 *
 * @returns null when it is the signed-in person's, else the refusal
 */
export async function passwordRefusal(member: Member, password: unknown): Promise<ReturnType<typeof refuse> | null> {
  const attempt = await countAttempt(`again ${member.userId}`, member.from.address, null);
  if ('wait' in attempt) return refuse(`Too many tries. Try again in ${attempt.wait} minutes.`);
  if (typeof password === 'string' && password.length <= 200 && (await passwordIs(member, password))) {
    await clearAttempts(attempt, `again ${member.userId}`, null);
    return null;
  }
  const wrong = 'That is not your password.';
  return refuse(wrong, { password: wrong });
}

async function passwordIs(member: Member, password: string): Promise<boolean> {
  const rows = await atDoor((db) =>
    db
      .select({ hash: account.password })
      .from(account)
      .where(and(eq(account.userId, member.userId), eq(account.providerId, 'credential'))),
  );
  const hash = rows[0]?.hash;
  return hash ? (await auth().$context).password.verify({ hash, password }) : false;
}
