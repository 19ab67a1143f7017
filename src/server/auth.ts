import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { createAuthEndpoint } from 'better-auth/api';
import { setSessionCookie } from 'better-auth/cookies';
import { nextCookies } from 'better-auth/next-js';
import * as z from 'zod';
import { schema } from '@/db/client';
import { door } from './database';
import { env, overTls } from './env';
import { hashed, isHashOf } from './people/hashing';

/** Starts a session for a person whose PIN was found good. Pathless: only the server itself can call it. */
const changePerson = {
  id: 'change-person',
  endpoints: {
    startSessionFor: createAuthEndpoint({ method: 'POST', body: z.object({ userId: z.string() }) }, async (ctx) => {
      const { internalAdapter } = ctx.context;
      const user = await internalAdapter.findUserById(ctx.body.userId);
      if (!user) return { token: '' };
      const session = await internalAdapter.createSession(user.id);
      await setSessionCookie(ctx, { session, user });
      return { token: session.token };
    }),
  },
};

/** Seconds that a sign-in lasts unused, and after which its use is written down again. */
export const SESSION = { expiresIn: 60 * 60 * 12, updateAge: 60 * 30 } as const;

function make() {
  return betterAuth({
    appName: 'High Gate',
    secret: env().BETTER_AUTH_SECRET,
    baseURL: env().HIGH_GATE_URL ?? 'http://localhost',
    telemetry: { enabled: false },
    // It would print failed queries with the e-mail in them; what it throws is logged by us.
    logger: { disabled: true },
    database: drizzleAdapter(door(), { provider: 'pg', schema }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 1,
      password: { hash: hashed, verify: isHashOf },
    },
    // A working day unused; however much it is used, its absolute life ends it (see session_ends).
    session: SESSION,
    advanced: {
      // On plain loopback a Secure cookie would not come back.
      useSecureCookies: overTls(),
      cookiePrefix: 'high-gate',
      defaultCookieAttributes: { httpOnly: true, sameSite: 'lax' },
      ipAddress: { ipAddressHeaders: ['x-high-gate-address'] },
    },
    plugins: [changePerson, nextCookies()],
  });
}

const kept = globalThis as { highGateAuth?: ReturnType<typeof make> };
/** Accounts and sessions. Called only from the server; its HTTP handler is not mounted. */
export const auth = () => (kept.highGateAuth ??= make());
