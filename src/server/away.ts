const DIGEST = 'DATABASE_AWAY';
/** The database cannot be reached or has no connection to spare; nothing was written. */
export class DatabaseAway extends Error {
  /** Survives the way to the browser, where an error page knows it by this. */
  readonly digest = DIGEST;
}
export const AWAY_MESSAGE =
  'The database does not answer. Nothing was changed, and what you typed is still here. Try again in a moment.';

// Classes 08 (connection) and 57P (shut down, crashed, starting), too many connections, what the server ended because
// it waited or ran too long (a lock, a statement, a deadlock), and Node's own.
const CODES =
  /^(08...|57P0[1-5]|53300|53400|25P03|55P03|57014|40P01|40001|ECONNREFUSED|ECONNRESET|ENOTFOUND|EHOSTUNREACH|ETIMEDOUT|EPIPE|EAI_AGAIN)$/;
const WORDS =
  /timeout exceeded when trying to connect|Connection terminated|Query read timeout|Client has encountered a connection error|Cannot use a pool after calling end|not queryable/i;

/** Whether an error, or what caused it, is the database being away rather than something wrong in a query. */
export function isAway(error: unknown): boolean {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    // By its mark and not by its class: one that comes out of a pool was made by another bundle's.
    if ('digest' in e && e.digest === DIGEST) return true;
    if ('code' in e && typeof e.code === 'string' && CODES.test(e.code)) return true;
    if (WORDS.test(e.message)) return true;
    if (e instanceof AggregateError && e.errors.some(isAway)) return true;
  }
  return false;
}

/**
 * A query that the database refused, without its text and without what people typed into it: frameworks print errors
 * that nobody catches, and those words are nobody's business.
 */
export class QueryFailed extends Error {
  constructor(readonly code: string) {
    super(`A query failed (${code})`);
  }
}

/** An error as it may leave the database layer: away, failed with a code, or what it was. */
export function fitToTell(error: unknown): unknown {
  if (isAway(error)) return new DatabaseAway('the database does not answer');
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if ('code' in e && typeof e.code === 'string' && /^[0-9A-Z]{5}$/.test(e.code)) return new QueryFailed(e.code);
  }
  return error instanceof Error && error.message.startsWith('Failed query') ? new QueryFailed('no code') : error;
}

/** Whether the database's own rules refused it (class 22 or 23: ill-formed text, a broken constraint or trigger). */
export function isRefusedByRule(error: unknown): boolean {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if ('code' in e && typeof e.code === 'string' && /^2[23]/.test(e.code)) return true;
  }
  return false;
}
