import { z } from 'zod';

const Env = z.object({
  DATABASE_URL: z.string().min(1, 'DATABASE_URL is not set: start with npm run demo or npm run dev, or set it'),
  BETTER_AUTH_SECRET: z.string().min(32, 'BETTER_AUTH_SECRET is not set or shorter than 32 characters'),
  HIGH_GATE_DEMO: z.enum(['0', '1']).default('0'),
});

/** The process environment, checked at first use so that a build needs none of it. */
export const env = () => Env.parse(process.env);
export const isDemo = (): boolean => process.env.HIGH_GATE_DEMO === '1';
