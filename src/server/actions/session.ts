'use server';

import { revalidatePath } from 'next/cache';
import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { eq } from 'drizzle-orm';
import * as z from 'zod';
import { session } from '@/db/schema/auth';
import { open, sure } from '../access/act';
import { refuse, type ActionAnswer } from '../answer';
import { note, type Audited } from '../audit';
import { auth } from '../auth';
import { atDoor, inShop } from '../database';
import { overTls } from '../env';
import { formFields } from '../formFields';
import { clearAttempts, countAttempt } from '../people/attempts';
import {
  clearPinTries,
  deviceHash,
  dropPin as dropOwnPin,
  forgetDevice as forgetOwnDevice,
  peopleHere,
  rememberHere,
  takePinTry,
  triedFrom,
} from '../people/device';
import { takeUpInvitation } from '../people/joining';
import { setNewPassword, setNewPin } from '../people/own';
import { endSessions } from '../people/membership';
import { currentMember, memberRow, whence, type Member } from '../session';

/** A line in the audit of the person's own shop; nothing where they are in none. */
async function tell(userId: string, what: Audited, about = ''): Promise<void> {
  const row = await memberRow(userId);
  if (!row) return;
  const doer = { id: row.id, name: row.name, role: row.role, shop: { id: row.shop_id }, from: await whence() };
  await inShop(row.shop_id, (tx) => note(tx, doer, what, { about }));
}

/** Whoever had this browser before has it no more: their sign-in ends with the cookie that is written over. */
async function endReplaced(before: Member | null, next: string): Promise<void> {
  if (before) await endSessions(before.userId, { id: before.sessionId });
  if (before && before.userId !== next) await tell(before.userId, 'session ended', 'somebody else took the device');
}

const SignIn = z.object({
  email: z
    .string()
    .trim()
    .min(1)
    .max(200)
    .transform((text) => text.toLowerCase()),
  password: z.string().min(1).max(200),
});
const WRONG_PAIR = 'That e-mail and password do not belong together.';

/** Signs in and opens the Yard; a wrong pair says so without telling which of the two was wrong. */
export async function signIn(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  return open('signIn', async () => {
    const parsed = SignIn.safeParse(formFields(form));
    if (!parsed.success) return refuse('Type your e-mail and your password.');
    const { email } = parsed.data;
    const where = await whence();
    const attempt = await countAttempt(email, await triedFrom(where.address, { email }));
    if ('wait' in attempt)
      return refuse(
        `Too many tries. Sign-in opens again in ${attempt.wait} ${attempt.wait === 1 ? 'minute' : 'minutes'}.`,
      );
    const before = await currentMember();
    let userId: string;
    let token: string;
    try {
      const made = await auth().api.signInEmail({ body: parsed.data, headers: await headers() });
      userId = made.user.id;
      token = made.token;
    } catch (error) {
      const status = error instanceof Error && 'statusCode' in error ? Number(error.statusCode) : 500;
      if (status >= 500) throw error;
      const context = await auth().$context;
      const user = await context.internalAdapter.findUserByEmail(email);
      if (user) await tell(user.user.id, 'sign-in refused');
      if (user && attempt.last) await tell(user.user.id, 'locked out', 'sign-in');
      return refuse(WRONG_PAIR);
    }
    if (!(await memberRow(userId))) {
      await endSessions(userId, { allBut: '' });
      return refuse('That account belongs to no shop any more. Ask the shop’s owner.');
    }
    await clearAttempts(attempt);
    await endReplaced(before, userId);
    const device = await rememberHere(userId, where.device);
    // Only now is it known to have begun by the password, and on which device.
    await atDoor((db) =>
      db.update(session).set({ via: 'password', deviceHash: device }).where(eq(session.token, token)),
    );
    await tell(userId, 'signed in');
    redirect('/yard');
  });
}

export async function signOut(): Promise<ActionAnswer> {
  return open('signOut', async () => {
    const member = await currentMember();
    if (member) await tell(member.userId, 'signed out');
    await auth().api.signOut({ headers: await headers() });
    redirect('/');
  });
}

const ByPin = z.object({ person: z.string().min(1).max(80), pin: z.string().max(20) });

/** Changes the person at a shared tablet by PIN, where that person has signed in with the password before. */
export async function changeByPin(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  return open('changeByPin', async () => {
    const parsed = ByPin.safeParse(formFields(form));
    if (!parsed.success) return refuse('Choose who you are and type your PIN.');
    const { person, pin } = parsed.data;
    const here = await peopleHere();
    const tried = here.some((p) => p.id === person) ? await takePinTry(person) : null;
    if (!tried) return refuse('Your PIN does not work on this tablet now. Sign in with your password.');
    const context = await auth().$context;
    if (!(await context.password.verify({ hash: tried.hash, password: pin }))) {
      await tell(person, 'PIN refused');
      if (tried.last) await tell(person, 'locked out', 'PIN');
      return refuse('That is not your PIN. After five wrong ones only the password helps.');
    }
    if (!(await memberRow(person))) return refuse('That account belongs to no shop any more. Ask the shop’s owner.');
    await clearPinTries(person);
    await endReplaced(await currentMember(), person);
    const started = await auth().api.startSessionFor({ body: { userId: person }, headers: await headers() });
    const device = await deviceHash();
    if (started.token && device)
      await atDoor((db) => db.update(session).set({ deviceHash: device }).where(eq(session.token, started.token)));
    await tell(person, 'signed in by PIN');
    redirect('/yard');
  });
}

/** Takes up an invitation, or a link for a new password. */
export async function joinShop(token: string, _before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  return open('joinShop', async () => {
    const answer = await takeUpInvitation(token, formFields(form), (await whence()).address);
    if (!answer.ok) return answer;
    redirect('/?joined=1');
  });
}

export async function setPin(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, pin } = formFields(form);
  return sure('setPin', password, (member) => setNewPin(member, pin));
}

export async function changePassword(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, next } = formFields(form);
  return sure('changePassword', password, (member) => setNewPassword(member, next));
}

/** What comes of an act on one's own sign-ins, shown anew. */
async function ownAct(done: boolean, userId: string, what: Audited, already: string): Promise<ActionAnswer> {
  if (!done) return refuse(already);
  await tell(userId, what);
  revalidatePath('/me');
  return { ok: true };
}

const Ending = z.object({ session: z.string().min(1).max(80), password: z.unknown() });
export async function endSession(input: { session: string; password: string }): Promise<ActionAnswer> {
  const parsed = Ending.safeParse(input);
  return sure('endSession', parsed.data?.password, async ({ userId }) => {
    const ended = parsed.success ? await endSessions(userId, { id: parsed.data.session }) : 0;
    return ownAct(ended > 0, userId, 'session ended', 'That session has ended already.');
  });
}

const Password = z.object({ password: z.unknown() });
export async function endOtherSessions(input: { password: string }): Promise<ActionAnswer> {
  return sure('endOtherSessions', Password.safeParse(input).data?.password, async ({ userId, sessionId }) => {
    if ((await endSessions(userId, { allBut: sessionId })) > 0) await tell(userId, 'session ended');
    revalidatePath('/me');
    return { ok: true };
  });
}

export async function dropPin(input: { password: string }): Promise<ActionAnswer> {
  return sure('dropPin', Password.safeParse(input).data?.password, async ({ userId }) =>
    ownAct(await dropOwnPin(userId), userId, 'PIN dropped', 'You have no PIN any more.'),
  );
}

const Forgetting = z.object({ device: z.string().regex(/^[0-9a-f]{64}$/), password: z.unknown() });
export async function forgetDevice(input: { device: string; password: string }): Promise<ActionAnswer> {
  const parsed = Forgetting.safeParse(input);
  return sure('forgetDevice', parsed.data?.password, async ({ userId }) =>
    ownAct(
      parsed.success && (await forgetOwnDevice(userId, parsed.data.device)),
      userId,
      'device forgotten',
      'That device is forgotten already.',
    ),
  );
}

const YEAR = 60 * 60 * 24 * 365;
const kept = () => ({ path: '/', sameSite: 'lax' as const, httpOnly: true, secure: overTls(), maxAge: YEAR });
export async function setUnits(units: 'in' | 'mm'): Promise<ActionAnswer> {
  return open('setUnits', async () => {
    (await cookies()).set('hg-units', units === 'mm' ? 'mm' : 'in', kept());
    return { ok: true };
  });
}
export async function setTheme(theme: 'day' | 'bay'): Promise<ActionAnswer> {
  return open('setTheme', async () => {
    (await cookies()).set('hg-theme', theme === 'bay' ? 'bay' : 'day', kept());
    return { ok: true };
  });
}
