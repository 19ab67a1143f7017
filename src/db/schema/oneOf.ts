import { sql, type SQLWrapper } from 'drizzle-orm';
import { check } from 'drizzle-orm/pg-core';

/** That a text column holds one of those words: the application says so, and the database holds it. */
export const oneOf = (name: string, column: SQLWrapper, words: readonly string[]) =>
  check(name, sql`${column} in (${sql.raw(words.map((word) => `'${word}'`).join(', '))})`);
