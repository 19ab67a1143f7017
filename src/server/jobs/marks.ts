import { createHmac, timingSafeEqual } from 'node:crypto';
import { env } from '../env';

const signed = (member: string, jobId: string, at: string): string =>
  createHmac('sha256', env().BETTER_AUTH_SECRET).update(`job fetched\n${member}\n${jobId}\n${at}`).digest('base64url');

/**
 * The server's own word that a member had a job at a moment. It goes to the device with the job and comes back with
 * whatever is filed there; nobody else's and no other moment's can be made without the secret.
 */
export const jobMark = (member: string, jobId: string, at = new Date().toISOString()): string =>
  `${at}~${signed(member, jobId, at)}`;

/** When a mark was signed to a member for a job; null where it is none of ours. */
export function markedAt(mark: string | null, member: string, jobId: string): string | null {
  const [at = '', seal = ''] = (mark ?? '').split('~');
  const right = Buffer.from(signed(member, jobId, at));
  const given = Buffer.from(seal);
  return right.length === given.length && timingSafeEqual(right, given) && Number.isFinite(Date.parse(at)) ? at : null;
}
