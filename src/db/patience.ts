/** How long a transaction of the application may wait for a lock, run a statement, or lie idle: the server ends it. */
export const PATIENCE = {
  lock_timeout: '8s',
  statement_timeout: '20s',
  idle_in_transaction_session_timeout: '30s',
} as const;
