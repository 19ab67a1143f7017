import type { Db } from '@/db/client';
import { audit } from '@/db/schema/filed';
import type { Doer } from './jobs/withJob';

/** Everything the owner's page can name. */
export const AUDITED = {
  'signed in': 'Signed in',
  'signed in by PIN': 'Changed to by PIN',
  'sign-in refused': 'Sign-in refused',
  'PIN refused': 'PIN refused',
  'password refused': 'Password asked for again, refused',
  'locked out': 'Locked out after too many tries',
  'signed out': 'Signed out',
  'PIN dropped': 'Gave up the PIN',
  'device forgotten': 'Forgot a device',
  'sign-in life set': 'Set how long a sign-in lasts',
  'session ended': 'Ended a session',
  'pin set': 'Set a PIN',
  'password changed': 'Changed the password',
  'new password': 'Chose a new password by link',
  invited: 'Invited',
  'invitation revoked': 'Revoked an invitation',
  joined: 'Joined',
  'role changed': 'Changed a role',
  'member ended': 'Ended a membership',
  'member back': 'Took a member back',
  'job booked': 'Booked a job',
  'job brought in': 'Brought in a job file',
  filed: 'Filed',
  'filed on a word': 'Filed a late reading on a lead’s word',
  'gate opened': 'Opened a gate',
  'plan set': 'Set the plan',
  'stop accepted': 'Accepted a Stop',
  'answered for': 'Answered for a part of the work',
  signed: 'Signed',
  amended: 'Amended a signed sheet',
  'link made': 'Made a customer’s link',
  'link revoked': 'Revoked a customer’s link',
  'sheet opened by link': 'Customer opened the sheet',
  'limit set': 'Set a limit',
  'fit set': 'Set the grades of fit',
  'customer’s page set': 'Set the customer’s page',
  'customer’s language set': 'Set a customer’s language',
  'tyre set': 'Set the tyre asked for or suggested',
  'kit added': 'Added a kit',
  'kit priced': 'Priced a kit',
  'file taken out': 'Took a file out',
  'geometry kept': 'Kept a version of the geometry',
  'geometry pinned': 'Pinned a job to a version of the geometry',
} as const;
export type Audited = keyof typeof AUDITED;

/** Adds a line to the shop's audit, in the transaction of what it tells of: both are there, or neither. */
export async function note(
  tx: Db,
  doer: Doer,
  what: Audited,
  more: { jobId?: string; about?: string; detail?: Record<string, unknown> } = {},
): Promise<void> {
  await tx.insert(audit).values(lineOf(doer, what, more));
}

/** The line itself, for a question that does more. */
export const lineOf = (
  doer: Doer,
  what: Audited,
  more: { jobId?: string; about?: string; detail?: Record<string, unknown> } = {},
): typeof audit.$inferInsert => ({
  shopId: doer.shop.id,
  memberId: doer.id || null,
  who: doer.name,
  what,
  jobId: more.jobId ?? null,
  about: more.about ?? '',
  detail: more.detail ?? null,
  address: doer.from?.address ?? '',
  device: doer.from?.device ?? '',
});
