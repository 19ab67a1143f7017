import { open } from '@/server/access/guarded';
import { notReadyBecause } from '@/server/ready';

/** Whether this process may be sent requests: database reachable, migrated, role safe, not stopping. */
export const GET = open('GET /api/ready', async () => {
  const because = await notReadyBecause();
  return Response.json(
    { ready: because.length === 0, because },
    { status: because.length === 0 ? 200 : 503, headers: { 'Cache-Control': 'no-store' } },
  );
});
