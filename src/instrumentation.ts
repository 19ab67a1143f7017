/** Runs once as the server starts: what takes long is worked in threads, and what an older core left is worked anew. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== 'nodejs') return;
  const { workIn } = await import('./server/working');
  const { workPool } = await import('./server/threads/pools');
  workIn(workPool);
  const { reworkOld } = await import('./server/jobs/rework');
  void reworkOld();
}
