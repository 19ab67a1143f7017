import { hashPassword, verifyPassword } from 'better-auth/crypto';
import { Turns } from '../turns';

/** Hashing is dear by design: one at a time leaves a core to everybody else, and a crowd of strangers waits its turn. */
const hashing = new Turns({ atOnce: 1, waiting: 40 });

/** @throws Busy where too many wait */
export const hashed = (password: string): Promise<string> => hashing.take(() => hashPassword(password));
/** @throws Busy where too many wait */
export const isHashOf = (given: { hash: string; password: string }): Promise<boolean> =>
  hashing.take(() => verifyPassword(given));
