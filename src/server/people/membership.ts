import { and, desc, eq, isNull, ne, sql } from 'drizzle-orm';
import * as z from 'zod';
import { session } from '@/db/schema/auth';
import { invitations } from '@/db/schema/filed';
import { memberRole, members } from '@/db/schema/shops';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note } from '../audit';
import { isRefusedByRule } from '../away';
import { atDoor, inShop } from '../database';
import type { Doer } from '../jobs/withJob';
import { newToken, tokenHash } from '../tokens';

export const Role = z.enum(memberRole.enumValues);
const INVITATION_DAYS = 7;

interface PersonRow extends Record<string, unknown> {
  id: string;
  user_id: string;
  name: string;
  email: string;
  role: Doer['role'];
  ended_at: string | null;
}
/** Everybody of the shop, those who left last. */
export const peopleOf = (doer: Doer): Promise<PersonRow[]> =>
  inShop(doer.shop.id, async (tx) => (await tx.execute<PersonRow>(sql`select * from shop_people()`)).rows);

/** Invitations that can still be taken up, latest first. */
export const openInvitations = (doer: Doer) =>
  inShop(doer.shop.id, (tx) =>
    tx
      .select()
      .from(invitations)
      .where(
        and(
          eq(invitations.shopId, doer.shop.id),
          isNull(invitations.usedAt),
          isNull(invitations.revokedAt),
          sql`${invitations.expiresAt} > now()`,
        ),
      )
      .orderBy(desc(invitations.at)),
  );

const Invite = z.object({
  name: z.string().trim().min(1, 'The name is missing').max(80, 'longer than 80 letters'),
  email: z
    .email('That is not an e-mail address')
    .max(200)
    .transform((text) => text.toLowerCase()),
  role: Role,
});

/** Invites somebody to the shop. The path with its token is answered once; only its hash is kept. */
export async function invite(doer: Doer, raw: unknown): Promise<ActionAnswer<{ path: string }>> {
  const parsed = Invite.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const token = newToken();
  return inShop(doer.shop.id, async (tx) => {
    const people = await tx.execute<PersonRow>(sql`select * from shop_people()`);
    if (people.rows.some((p) => p.email === parsed.data.email))
      return refuse('That e-mail is a member’s already.', { email: 'a member’s already' });
    await tx.insert(invitations).values({
      shopId: doer.shop.id,
      tokenHash: tokenHash(token),
      kind: 'join',
      ...parsed.data,
      byName: doer.name,
      expiresAt: new Date(Date.now() + INVITATION_DAYS * 86_400_000).toISOString(),
    });
    await note(tx, doer, 'invited', { about: `${parsed.data.name}, ${parsed.data.role}` });
    return { ok: true, path: `/join/${token}` };
  });
}

const MemberId = z.object({ member: z.uuid() });

/** A link by which a member who forgot the password chooses a new one; it ends all their sessions. */
export async function passwordLink(doer: Doer, raw: unknown): Promise<ActionAnswer<{ path: string }>> {
  const parsed = MemberId.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const token = newToken();
  return inShop(doer.shop.id, async (tx) => {
    const people = await tx.execute<PersonRow>(sql`select * from shop_people()`);
    const person = people.rows.find((p) => p.id === parsed.data.member && p.ended_at === null);
    if (!person) return refuse('There is no such member in this shop.');
    // Whoever finds the owner's tablet lying would make themselves the owner's password with it.
    if (person.id === doer.id) return refuse('No link for yourself: change your password under My sign-in and PIN.');
    await tx.insert(invitations).values({
      shopId: doer.shop.id,
      tokenHash: tokenHash(token),
      kind: 'password',
      name: person.name,
      email: person.email,
      role: person.role,
      memberId: person.id,
      byName: doer.name,
      expiresAt: new Date(Date.now() + 86_400_000).toISOString(),
    });
    await note(tx, doer, 'invited', { about: `${person.name}, new password` });
    return { ok: true, path: `/join/${token}` };
  });
}

export async function revokeInvitation(doer: Doer, raw: unknown): Promise<ActionAnswer> {
  const parsed = z.object({ invitation: z.uuid() }).safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  return inShop(doer.shop.id, async (tx) => {
    const done = await tx
      .update(invitations)
      .set({ revokedAt: new Date().toISOString() })
      .where(
        and(
          eq(invitations.shopId, doer.shop.id),
          eq(invitations.id, parsed.data.invitation),
          isNull(invitations.usedAt),
          isNull(invitations.revokedAt),
        ),
      )
      .returning({ name: invitations.name });
    if (!done[0]) return refuse('That invitation is used or revoked already.');
    await note(tx, doer, 'invitation revoked', { about: done[0].name });
    return { ok: true };
  });
}

const Change = z.object({ member: z.uuid(), role: Role.optional(), ended: z.enum(['yes', 'no']).optional() });

/** Changes a member's role, ends a membership (and all its sessions) or takes it up again. One owner must stay. */
export async function changeMember(doer: Doer, raw: unknown): Promise<ActionAnswer> {
  const parsed = Change.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { ended } = parsed.data;
  const answer = await changed(doer, parsed.data).catch((error: unknown) => {
    // One person works in one shop: the database knows where they are now, we must not.
    if (ended === 'no' && isRefusedByRule(error)) return refuse('They work for another shop now.');
    throw error;
  });
  if (!answer.ok) return answer;
  // Whatever let them in ends with it: sign-ins, PIN, links, what devices know. Taken back, they sign in by password.
  if (ended === 'yes') await atDoor((db) => db.execute(sql`select door_end_credentials(${answer.userId}, '')`));
  return { ok: true };
}

const changed = (doer: Doer, { member, role, ended }: z.infer<typeof Change>) =>
  inShop(doer.shop.id, async (tx) => {
    // All rows of the shop's owners are held: two owners ending each other at once must leave one.
    const owners = await tx
      .select({ id: members.id })
      .from(members)
      .where(and(eq(members.shopId, doer.shop.id), eq(members.role, 'owner'), isNull(members.endedAt)))
      .for('update');
    const [person] = await tx
      .select()
      .from(members)
      .where(and(eq(members.shopId, doer.shop.id), eq(members.id, member)));
    if (!person) return refuse('There is no such member in this shop.');
    const loses = ended === 'yes' || (role !== undefined && role !== 'owner');
    if (loses && owners.length === 1 && owners[0]?.id === member)
      return refuse('The shop needs an owner: make somebody else owner first.');
    await tx
      .update(members)
      .set({
        ...(role && { role }),
        ...(ended && { endedAt: ended === 'yes' ? new Date().toISOString() : null }),
      })
      .where(and(eq(members.shopId, doer.shop.id), eq(members.id, member)));
    if (role && role !== person.role)
      await note(tx, doer, 'role changed', { about: person.name, detail: { from: person.role, to: role } });
    if (ended) await note(tx, doer, ended === 'yes' ? 'member ended' : 'member back', { about: person.name });
    return { ok: true as const, userId: person.userId };
  });

/** A person's sign-ins that still last, latest first. */
export const sessionsOf = (userId: string) =>
  atDoor((db) =>
    db
      .select({
        id: session.id,
        at: session.createdAt,
        used: session.updatedAt,
        until: sql<string>`session_ends(${session.id})`,
        via: session.via,
        address: session.ipAddress,
        device: session.userAgent,
      })
      .from(session)
      .where(and(eq(session.userId, userId), sql`${session.expiresAt} > now()`))
      .orderBy(desc(session.updatedAt)),
  );

/** Ends one of the person's own sessions, or all but the one in use. */
export async function endSessions(userId: string, which: { id: string } | { allBut: string }): Promise<number> {
  const gone = await atDoor((db) =>
    db
      .delete(session)
      .where(and(eq(session.userId, userId), 'id' in which ? eq(session.id, which.id) : ne(session.id, which.allBut)))
      .returning({ id: session.id }),
  );
  return gone.length;
}
