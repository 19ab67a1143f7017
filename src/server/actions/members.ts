'use server';

import { revalidatePath } from 'next/cache';
import * as z from 'zod';
import { sure } from '../access/act';
import type { ActionAnswer } from '../answer';
import { formFields } from '../formFields';
import { changeMember as change, invite, passwordLink, revokeInvitation as revoke } from '../people/membership';
import { saveSignInLife as saveLife } from '../people/signInLife';

/** The password that an act asks for again, and the rest. */
const Asked = z.looseObject({ password: z.unknown() });
const passwordOf = (input: unknown): unknown => Asked.safeParse(input).data?.password;

export async function inviteMember(
  _before: ActionAnswer | null,
  form: FormData,
): Promise<ActionAnswer<{ path: string }>> {
  const { password, ...input } = formFields(form);
  return sure('inviteMember', password, async (member) => {
    const answer = await invite(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}

export async function makePasswordLink(input: {
  member: string;
  password: string;
}): Promise<ActionAnswer<{ path: string }>> {
  return sure('makePasswordLink', passwordOf(input), (member) => passwordLink(member, input));
}

export async function revokeInvitation(input: { invitation: string; password: string }): Promise<ActionAnswer> {
  return sure('revokeInvitation', passwordOf(input), async (member) => {
    const answer = await revoke(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}

export async function changeMember(input: {
  member: string;
  role?: string;
  ended?: string;
  password: string;
}): Promise<ActionAnswer> {
  return sure('changeMember', passwordOf(input), async (member) => {
    const answer = await change(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}

export async function saveSignInLife(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, ...input } = formFields(form);
  return sure('saveSignInLife', password, async (member) => {
    const answer = await saveLife(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}
