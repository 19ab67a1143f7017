import * as z from 'zod';

const DAY = 86_400_000;

/**
 * Why a day is none by which something is done elsewhere, or null: it must be a date, not past anywhere, and within a
 * year.
 *
 * @param due ISO, `2026-12-05`
 * @param now ISO moment
 */
export function dueFault(due: string, now: string): string | null {
  if (due === '') return 'By when? Give the date.';
  if (!z.iso.date().safeParse(due).success) return `“${due}” is not a date.`;
  // A day ends last where clocks are twelve hours behind.
  const ahead = Date.parse(`${due}T12:00:00Z`) + DAY - Date.parse(now);
  if (ahead < 0) return 'That day is past.';
  return ahead > 367 * DAY ? 'That is more than a year ahead.' : null;
}
