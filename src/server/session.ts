import 'server-only';
import { sql } from 'drizzle-orm';
import { cookies, headers } from 'next/headers';
import { forbidden, redirect } from 'next/navigation';
import { cache } from 'react';
import { INCH_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';
import { note, type Audited } from './audit';
import { mayEnter, type Place } from './access/rules';
import { refuse } from './answer';
import { auth, SESSION } from './auth';
import { atDoor, inShop } from './database';
import type { Doer } from './jobs/withJob';
import { clearAttempts, countAttempt } from './people/attempts';
import { triedFrom } from './people/device';
import { sessionToken } from './people/sessionCookie';
import { env } from './env';
import { passwordIs } from './people/passwordIs';

/** More than this left to it, and a sign-in need not be prolonged. */
const FRESH = `${SESSION.expiresIn - SESSION.updateAge} seconds`;

export type Role = Doer['role'];
export interface Member extends Doer {
  userId: string;
  /** The id of this sign-in, to tell it from the person's others. */
  sessionId: string;
  /** How this sign-in began: a PIN is for filing, and does nothing that asks for the password. */
  via: 'password' | 'pin';
  /** Minutes away after which a shared tablet without network asks who files. */
  awayMinutes: number;
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

interface SessionRow extends MemberRow {
  session_id: string;
  user_id: string;
  /** Its use was written down within the half hour. */
  fresh: boolean;
  via: 'password' | 'pin';
  away_minutes: number;
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
  const token = sessionToken(head.get('cookie') ?? '', env().BETTER_AUTH_SECRET);
  if (token === null) return null;
  // Whatever the cookie says: past its absolute life a sign-in is nobody's. One question for who it is and how long.
  const found = await atDoor((db) =>
    db.execute<SessionRow>(sql`
      select s.id as session_id, s.user_id, s.expires_at > now() + ${FRESH}::interval as fresh, d.*
      from session s, door_session(s.id) d where s.token = ${token} and s.expires_at > now()`),
  );
  const row = found.rows[0];
  if (!row) return null;
  // It lasts a working day from when it was last used, which is written down every half hour.
  if (!row.fresh) await atDoor(() => auth().api.getSession({ headers: head }));
  const base: UnitChoice = {
    ...INCH_SHOP,
    length: row.length_unit,
    pressure: row.pressure_unit,
    mass: row.mass_unit,
  };
  return {
    id: row.id,
    userId: row.user_id,
    sessionId: row.session_id,
    via: row.via,
    awayMinutes: row.away_minutes,
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
  const from = await triedFrom(member.from.address, { userId: member.userId });
  const attempt = await countAttempt(`again ${member.userId}`, from);
  if ('wait' in attempt) return refuse(`Too many tries. Try again in ${attempt.wait} minutes.`);
  if (typeof password === 'string' && (await passwordIs(member.userId, password))) {
    await clearAttempts(attempt);
    return null;
  }
  await noted(member, 'password refused', 'asked for again');
  if (attempt.last) await noted(member, 'locked out', 'asked for again');
  const wrong = 'That is not your password.';
  return refuse(wrong, { password: wrong });
}

/** A line in the audit that goes with nothing else. */
export const noted = (member: Doer, what: Audited, about: string): Promise<void> =>
  inShop(member.shop.id, (tx) => note(tx, member, what, { about }));
