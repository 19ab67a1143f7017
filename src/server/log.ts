import pino from 'pino';

/**
 * The log: one line of JSON each, to standard output. What may be in it is named by us line by line; as a second net
 * fields that carry secrets or a customer's contact are struck out wherever they turn up.
 */
export const log = pino({
  name: 'high-gate',
  level: process.env.LOG_LEVEL ?? 'info',
  redact: {
    paths: ['password', 'pin', 'token', 'contact', 'email', 'cookie', 'authorization'].flatMap((name) => [
      name,
      `*.${name}`,
      `*.*.${name}`,
    ]),
    censor: '[struck out]',
  },
  serializers: {
    // A failed query's text and parameters hold what people typed: only what went wrong is logged.
    err: (error: unknown) => plainError(error),
  },
});

function plainError(error: unknown): object {
  if (!(error instanceof Error)) return { message: typeof error };
  const cause = error.cause instanceof Error ? plainError(error.cause) : undefined;
  const message = error.message.startsWith('Failed query') ? 'Failed query' : error.message.split('\nparams:')[0];
  const code = 'code' in error ? { code: error.code } : {};
  return {
    type: error.name,
    message,
    ...code,
    ...(cause && { cause }),
    at: error.stack
      ?.split('\n')
      .filter((line) => /^\s+at /.test(line))
      .slice(0, 5),
  };
}
