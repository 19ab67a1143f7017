import { createHash, createHmac, randomBytes } from 'node:crypto';
import { env } from './env';

/** An address nobody can guess: 256 bits, fit for a URL. */
export const newToken = (): string => randomBytes(32).toString('base64url');
/** What is kept of a token: whoever reads the database cannot open what it opens. */
export const tokenHash = (token: string): string => createHash('sha256').update(token).digest('hex');
/** A key by which something is counted without keeping what it is. */
export const countKey = (...parts: string[]): string =>
  createHmac('sha256', env().BETTER_AUTH_SECRET).update(parts.join('\n')).digest('hex').slice(0, 32);
