'use server';

import { revalidatePath } from 'next/cache';
import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { z } from 'zod';
import { act, open } from '../access/act';
import { refuse, type Answer } from '../answer';
import { note, type Audited } from '../audit';
import { auth } from '../auth';
import { inShop } from '../database';
import { overTls } from '../env';
import { formFields } from '../formFields';
import { clearAttempts, countAttempt } from '../people/attempts';
import { clearPinTries, deviceHash, knownHere, peopleHere, rememberHere, takePinTry } from '../people/device';
import { takeUpInvitation } from '../people/joining';
import { setNewPassword, setNewPin } from '../people/own';
import { endSessions } from '../people/membership';
import { currentMember, memberRow, passwordRefusal, whence } from '../session';

/** A line in the audit of the person's own shop; nothing where they are in none. */
async function tell(userId: string, what: Audited): Promise<void> {
  const row = await memberRow(userId);
  if (!row) return;
  const doer = { id: row.id, name: row.name, role: row.role, shop: { id: row.shop_id }, from: await whence() };
  await inShop(row.shop_id, (tx) => note(tx, doer, what));
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
export async function signIn(_before: Answer | null, form: FormData): Promise<Answer> {
  return open('signIn', async () => {
    const parsed = SignIn.safeParse(formFields(form));
    if (!parsed.success) return refuse('Type your e-mail and your password.');
    const { email } = parsed.data;
    const hash = await deviceHash();
    const known = (await knownHere(email, hash)) ? hash : null;
    const attempt = await countAttempt(email, (await whence()).address, known);
    if ('wait' in attempt)
      return refuse(
        `Too many tries. Sign-in opens again in ${attempt.wait} ${attempt.wait === 1 ? 'minute' : 'minutes'}.`,
      );
    let userId: string;
    try {
      userId = (await auth().api.signInEmail({ body: parsed.data, headers: await headers() })).user.id;
    } catch (error) {
      const status = error instanceof Error && 'statusCode' in error ? Number(error.statusCode) : 500;
      if (status >= 500) throw error;
      const context = await auth().$context;
      const user = await context.internalAdapter.findUserByEmail(email);
      if (user) await tell(user.user.id, 'sign-in refused');
      return refuse(WRONG_PAIR);
    }
    if (!(await memberRow(userId))) {
      await endSessions(userId, { allBut: '' });
      return refuse('That account belongs to no shop any more. Ask the shop’s owner.');
    }
    await clearAttempts(attempt, email, known);
    await rememberHere(userId);
    await tell(userId, 'signed in');
    redirect('/yard');
  });
}

export async function signOut(): Promise<Answer> {
  return open('signOut', async () => {
    const member = await currentMember();
    if (member) await tell(member.userId, 'signed out');
    await auth().api.signOut({ headers: await headers() });
    redirect('/');
  });
}

const ByPin = z.object({ person: z.string().min(1).max(80), pin: z.string().max(20) });

/** Changes the person at a shared tablet by PIN, where that person has signed in with the password before. */
export async function changeByPin(_before: Answer | null, form: FormData): Promise<Answer> {
  return open('changeByPin', async () => {
    const parsed = ByPin.safeParse(formFields(form));
    if (!parsed.success) return refuse('Choose who you are and type your PIN.');
    const { person, pin } = parsed.data;
    const here = await peopleHere();
    const hash = here.some((p) => p.id === person) ? await takePinTry(person) : null;
    if (!hash) return refuse('Your PIN does not work on this tablet now. Sign in with your password.');
    const context = await auth().$context;
    if (!(await context.password.verify({ hash, password: pin })))
      return refuse('That is not your PIN. After five wrong ones only the password helps.');
    if (!(await memberRow(person))) return refuse('That account belongs to no shop any more. Ask the shop’s owner.');
    await clearPinTries(person);
    const before = await currentMember();
    if (before) await endSessions(before.userId, { id: before.sessionId });
    await auth().api.startSessionFor({ body: { userId: person }, headers: await headers() });
    await tell(person, 'signed in by PIN');
    redirect('/yard');
  });
}

/** Takes up an invitation, or a link for a new password. */
export async function joinShop(token: string, _before: Answer | null, form: FormData): Promise<Answer> {
  return open('joinShop', async () => {
    const answer = await takeUpInvitation(token, formFields(form), (await whence()).address);
    if (!answer.ok) return answer;
    redirect('/?joined=1');
  });
}

export async function setPin(_before: Answer | null, form: FormData): Promise<Answer> {
  return act('setPin', async (member) => {
    const { password, pin } = formFields(form);
    const refused = await passwordRefusal(member, password);
    if (refused) return refused;
    const answer = await setNewPin(member, pin);
    if (answer.ok) await rememberHere(member.userId);
    return answer;
  });
}

export async function changePassword(_before: Answer | null, form: FormData): Promise<Answer> {
  return act('changePassword', async (member) => {
    const { password, next } = formFields(form);
    const refused = await passwordRefusal(member, password);
    return refused ?? setNewPassword(member, next);
  });
}

export async function endSession(input: { session: string }): Promise<Answer> {
  return act('endSession', async (member) => {
    const parsed = z.object({ session: z.string().min(1).max(80) }).safeParse(input);
    if (!parsed.success) return refuse('That session has ended already.');
    const ended = await endSessions(member.userId, { id: parsed.data.session });
    if (ended === 0) return refuse('That session has ended already.');
    await tell(member.userId, 'session ended');
    revalidatePath('/me');
    return { ok: true };
  });
}

export async function endOtherSessions(): Promise<Answer> {
  return act('endOtherSessions', async (member) => {
    if ((await endSessions(member.userId, { allBut: member.sessionId })) > 0)
      await tell(member.userId, 'session ended');
    revalidatePath('/me');
    return { ok: true };
  });
}

const YEAR = 60 * 60 * 24 * 365;
const kept = () => ({ path: '/', sameSite: 'lax' as const, httpOnly: true, secure: overTls(), maxAge: YEAR });
export async function setUnits(units: 'in' | 'mm'): Promise<Answer> {
  return open('setUnits', async () => {
    (await cookies()).set('hg-units', units === 'mm' ? 'mm' : 'in', kept());
    return { ok: true };
  });
}
export async function setTheme(theme: 'day' | 'bay'): Promise<Answer> {
  return open('setTheme', async () => {
    (await cookies()).set('hg-theme', theme === 'bay' ? 'bay' : 'day', kept());
    return { ok: true };
  });
}
