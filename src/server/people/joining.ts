import { sql } from 'drizzle-orm';
import * as z from 'zod';
import { refuse, type ActionAnswer } from '../answer';
import { atDoor } from '../database';
import type { Doer } from '../jobs/withJob';
import { tokenHash } from '../tokens';
import { countAttempt } from './attempts';
import { hashed } from './hashing';
import { passwordIs } from './passwordIs';
import { passwordFault } from './passwords';

interface Invitation extends Record<string, unknown> {
  kind: 'join' | 'password';
  name: string;
  email: string;
  role: Doer['role'];
  shop_name: string;
  /** Of an account with that e-mail that works nowhere any more: its id. */
  known: string | null;
}
const Token = z.string().regex(/^[\w-]{43}$/);
const GONE = 'This link was used, revoked or is too old. Ask the shop’s owner for another.';

/** What an invitation's link invites to; null where it does not (any more). */
export async function invitationAt(token: unknown): Promise<Invitation | null> {
  const parsed = Token.safeParse(token);
  if (!parsed.success) return null;
  const found = await atDoor((db) =>
    db.execute<Invitation>(sql`select * from door_invitation(${tokenHash(parsed.data)})`),
  );
  return found.rows[0] ?? null;
}

/** Chooses the password and joins, or chooses a new one; the link works once. */
export async function takeUpInvitation(token: unknown, raw: unknown, address: string): Promise<ActionAnswer> {
  const invitation = await invitationAt(token);
  if (!invitation) return refuse(GONE);
  const parsed = z.object({ password: z.string(), again: z.string().default('') }).safeParse(raw);
  if (!parsed.success) return refuse('Choose a password and type it twice.');
  const { password, again } = parsed.data;
  if (invitation.known) return welcomedBack(String(token), invitation.known, password, address);
  const fault = passwordFault(password, [invitation.name, invitation.email, invitation.shop_name]);
  if (fault) return refuse(fault, { password: fault });
  if (password !== again) return refuse('The two are not the same.', { again: 'Not the same as above.' });
  // Hashing is dear: whoever holds a link cannot make the server do it without end.
  const attempt = await countAttempt(`join ${tokenHash(String(token))}`, { address, device: null, here: false });
  if ('wait' in attempt) return refuse(`Too many tries. Try again in ${attempt.wait} minutes.`);
  const hash = await hashed(password);
  const done = await atDoor((db) =>
    db.execute<{ who: string }>(
      sql`select door_join(${tokenHash(String(token))}, ${crypto.randomUUID()}, ${crypto.randomUUID()}, ${hash}) as who`,
    ),
  );
  const who = done.rows[0]?.who ?? 'gone';
  if (who === 'taken')
    return refuse('That e-mail has an account already. Sign in with it, or ask for another invitation.');
  return who === 'gone' ? refuse(GONE) : { ok: true };
}

/**
 * Somebody who left a shop and was invited by another: the account is theirs, so its own password lets them in. A link
 * in the hands of whoever made it must not choose a password for an account that is there already.
 */
async function welcomedBack(token: string, userId: string, password: string, address: string): Promise<ActionAnswer> {
  const attempt = await countAttempt(`join ${tokenHash(token)}`, { address, device: null, here: false });
  if ('wait' in attempt) return refuse(`Too many tries. Try again in ${attempt.wait} minutes.`);
  if (!(await passwordIs(userId, password))) {
    const wrong = 'That is not the password of that account.';
    return refuse(wrong, { password: wrong });
  }
  const done = await atDoor((db) =>
    db.execute<{ who: string }>(sql`select door_join(${tokenHash(token)}, ${userId}, '', '') as who`),
  );
  return done.rows[0]?.who === userId ? { ok: true } : refuse(GONE);
}
