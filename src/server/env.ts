import * as z from 'zod';

const Env = z.object({
  DATABASE_APP_URL: z
    .string()
    .min(
      1,
      'DATABASE_APP_URL is not set: start with npm run demo, npm start or npm run dev, or see docs/operations.md',
    ),
  DATABASE_DOOR_URL: z.string().min(1, 'DATABASE_DOOR_URL is not set: see docs/operations.md'),
  BETTER_AUTH_SECRET: z.string().min(32, 'BETTER_AUTH_SECRET is not set or shorter than 32 characters'),
  HIGH_GATE_DEMO: z.enum(['0', '1']).default('0'),
  /** The address people use, such as https://gate.shop.example; decides Secure cookies and what counts as same origin. */
  HIGH_GATE_URL: z.url({ protocol: /^https?$/ }).optional(),
  /** The shop's alignment stand, read by its tablets and by nobody else: http://127.0.0.1:4780. */
  HIGH_GATE_STAND: z.url({ protocol: /^https?$/ }).optional(),
});

/** The process environment, checked at first use so that a build needs none of it. */
export const env = () => Env.parse(process.env);
export const isDemo = (): boolean => process.env.HIGH_GATE_DEMO === '1';
/** Served over TLS, by us or by what stands in front. */
export const overTls = (): boolean => process.env.HIGH_GATE_URL?.startsWith('https:') ?? false;
/** Where the shop's alignment stand answers its tablets, as an origin; null where none is set, or it is no address. */
export const standOrigin = (): string | null => {
  const { HIGH_GATE_STAND: address } = process.env;
  return address && URL.canParse(address) ? new URL(address).origin : null;
};

/** The address that people use, as the operator set it; null where none was set. */
export const siteAddress = (): string | null => process.env.HIGH_GATE_URL || null;
