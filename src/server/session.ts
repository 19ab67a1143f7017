import 'server-only';
import { and, eq } from 'drizzle-orm';
import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { cache } from 'react';
import { INCH_SHOP, type UnitChoice } from '@/core/units/quantity';
import { account } from '@/db/schema/auth';
import { members, shops } from '@/db/schema/shops';
import { auth } from './auth';
import { database } from './database';

export type Role = 'technician' | 'lead' | 'front-desk' | 'owner';
export interface Member {
  id: string;
  userId: string;
  name: string;
  role: Role;
  shop: { id: string; name: string; timeZone: string };
  units: UnitChoice;
}

/** Who is signed in, with their shop and the units they look at; null when nobody is. */
export const currentMember = cache(async (): Promise<Member | null> => {
  const session = await auth().api.getSession({ headers: await headers() });
  if (!session) return null;
  const [row] = await database()
    .select({ member: members, shop: shops })
    .from(members)
    .innerJoin(shops, eq(shops.id, members.shopId))
    .where(eq(members.userId, session.user.id));
  if (!row) return null;
  const { member, shop } = row;
  const chosen = (await cookies()).get('hg-units')?.value;
  const base: UnitChoice = { ...INCH_SHOP, length: shop.lengthUnit, pressure: shop.pressureUnit, mass: shop.massUnit };
  return {
    id: member.id,
    userId: member.userId,
    name: member.name,
    role: member.role,
    shop: { id: shop.id, name: shop.name, timeZone: shop.timeZone },
    units: withToggle(base, chosen),
  };
});

/** The header's in · mm switch: the shop's own choice where it already is of that kind. */
export function withToggle(base: UnitChoice, chosen: string | undefined): UnitChoice {
  const metric = base.length === 'mm';
  if (chosen === 'mm' && !metric) return { ...base, length: 'mm', pressure: 'kPa', mass: 'kg' };
  if (chosen === 'in' && metric) return { ...base, length: 'in16', pressure: 'psi', mass: 'lb' };
  return base;
}

/** As {@link currentMember}, but sends whoever is not signed in to the start page. */
export async function requireMember(): Promise<Member> {
  const member = await currentMember();
  if (!member) redirect('/');
  return member;
}

/** True when the password is that of the signed-in person. */
export async function passwordIs(member: Member, password: string): Promise<boolean> {
  const [row] = await database()
    .select({ hash: account.password })
    .from(account)
    .where(and(eq(account.userId, member.userId), eq(account.providerId, 'credential')));
  if (!row?.hash) return false;
  return (await auth().$context).password.verify({ hash: row.hash, password });
}
