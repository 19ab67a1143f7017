import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { schema } from '@/db/client';
import { database } from './database';
import { env } from './env';

function make() {
  return betterAuth({
    appName: 'High Gate',
    secret: env().BETTER_AUTH_SECRET,
    baseURL: 'http://localhost',
    telemetry: { enabled: false },
    database: drizzleAdapter(database(), { provider: 'pg', schema }),
    emailAndPassword: { enabled: true, disableSignUp: true, minPasswordLength: 10 },
    session: { expiresIn: 60 * 60 * 12, updateAge: 60 * 60 },
    // Served over TLS behind a balancer the shop sets this; on plain loopback a Secure cookie would not come back.
    advanced: { useSecureCookies: process.env.HIGH_GATE_TLS === '1', cookiePrefix: 'high-gate' },
    plugins: [nextCookies()],
  });
}

const kept = globalThis as { highGateAuth?: ReturnType<typeof make> };
/** Accounts and sessions. Called only from the server; its HTTP handler is not mounted. */
export const auth = () => (kept.highGateAuth ??= make());
