'use server';

import { revalidatePath } from 'next/cache';
import { act } from '../access/act';
import type { Answer } from '../answer';
import { formFields } from '../formFields';
import { changeMember as change, invite, passwordLink, revokeInvitation as revoke } from '../people/membership';

export async function inviteMember(_before: Answer | null, form: FormData): Promise<Answer<{ path: string }>> {
  return act('inviteMember', async (member) => {
    const answer = await invite(member, formFields(form));
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}

export async function makePasswordLink(input: { member: string }): Promise<Answer<{ path: string }>> {
  return act('makePasswordLink', (member) => passwordLink(member, input));
}

export async function revokeInvitation(input: { invitation: string }): Promise<Answer> {
  return act('revokeInvitation', async (member) => {
    const answer = await revoke(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}

export async function changeMember(input: { member: string; role?: string; ended?: string }): Promise<Answer> {
  return act('changeMember', async (member) => {
    const answer = await change(member, input);
    if (answer.ok) revalidatePath('/members');
    return answer;
  });
}
