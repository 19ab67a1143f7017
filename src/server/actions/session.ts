'use server';

import { cookies, headers } from 'next/headers';
import { redirect } from 'next/navigation';
import { z } from 'zod';
import { refuse, type Answer } from '../answer';
import { auth } from '../auth';

const SignIn = z.object({ email: z.string().trim().min(1).max(200), password: z.string().min(1).max(200) });

/** Signs in and opens the Yard; a wrong pair says so without telling which of the two was wrong. */
export async function signIn(_before: Answer | null, form: FormData): Promise<Answer> {
  const parsed = SignIn.safeParse(Object.fromEntries(form));
  if (!parsed.success) return refuse('Type your e-mail and your password.');
  try {
    await auth().api.signInEmail({ body: parsed.data, headers: await headers() });
  } catch (error) {
    const status = error instanceof Error && 'statusCode' in error ? Number(error.statusCode) : 500;
    if (status >= 500) {
      console.error('sign-in failed', error instanceof Error ? error.message : error);
      return refuse('The database does not answer. Try again in a moment.');
    }
    return refuse('That e-mail and password do not belong together.');
  }
  redirect('/yard');
}

export async function signOut(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect('/');
}

const YEAR = 60 * 60 * 24 * 365;
export async function setUnits(units: 'in' | 'mm'): Promise<void> {
  (await cookies()).set('hg-units', units === 'mm' ? 'mm' : 'in', { path: '/', sameSite: 'lax', maxAge: YEAR });
}
export async function setTheme(theme: 'day' | 'bay'): Promise<void> {
  (await cookies()).set('hg-theme', theme === 'bay' ? 'bay' : 'day', { path: '/', sameSite: 'lax', maxAge: YEAR });
}
