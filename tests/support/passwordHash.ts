import { createHash } from 'node:crypto';

/**
 * Stands in for better-auth's hashing in unit tests: its modules are not loadable there, and its scrypt is slow on
 * purpose. The browser tests sign in with passwords hashed by the real one.
 */
export const hashPassword = async (password: string): Promise<string> =>
  createHash('sha256').update(password).digest('hex');
export const verifyPassword = async ({ hash, password }: { hash: string; password: string }): Promise<boolean> =>
  hash === (await hashPassword(password));
