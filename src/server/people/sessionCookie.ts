import { createHmac, timingSafeEqual } from 'node:crypto';

/** As better-auth writes it: the token, a point, and the HMAC-SHA256 of the token in base64. */
const NAME = /(?:^|;\s*)(?:__Secure-)?high-gate\.session_token=([^;]+)/;

/**
 * The token of a sign-in out of a request's cookies, where its signature is ours; null where there is none. Whether it
 * still lasts is asked of the database.
 */
export function sessionToken(cookies: string, secret: string): string | null {
  const found = NAME.exec(cookies)?.[1];
  if (found === undefined) return null;
  let value: string;
  try {
    value = decodeURIComponent(found);
  } catch {
    return null;
  }
  const at = value.lastIndexOf('.');
  if (at <= 0) return null;
  const token = value.slice(0, at);
  const given = Buffer.from(value.slice(at + 1), 'base64');
  const right = createHmac('sha256', secret).update(token).digest();
  return given.length === right.length && timingSafeEqual(given, right) ? token : null;
}
