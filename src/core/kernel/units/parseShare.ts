import { normalise } from './normalise';
import type { Parsed } from './quantity';

const SHARE = /^(\d+) ?\/ ?(\d+)$/;

/** Reads a part of a whole: `3/4`. Null where it is not written as one. */
export function parsePart(typed: string): Parsed | null {
  const text = normalise(typed);
  const part = SHARE.exec(text);
  if (!part) return null;
  const of = Number(part[2]);
  const value = Number(part[1]) / of;
  return of > 0 && value <= 1
    ? { ok: true, value, unit: 'share' }
    : { ok: false, reason: `"${text}" is more than full` };
}
