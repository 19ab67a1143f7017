import type { z } from 'zod';

/** What an action answers: done, or what was wrong by field, with nothing typed lost (the form keeps it). */
export type ActionAnswer<T = unknown> =
  ({ ok: true } & T) | { ok: false; errors: Record<string, string>; message: string };

export const refuse = (
  message: string,
  errors: Record<string, string> = {},
): { ok: false; errors: Record<string, string>; message: string } => ({
  ok: false,
  errors,
  message,
});

/** Turns what Zod found into one message a field. */
export function refuseZod(error: z.ZodError): { ok: false; errors: Record<string, string>; message: string } {
  const errors: Record<string, string> = {};
  for (const issue of error.issues) errors[issue.path.join('.') || 'form'] ??= issue.message;
  return refuse(Object.values(errors)[0] ?? 'That was not understood.', errors);
}
