import { open } from '@/server/access/guarded';

/** Whether this process answers at all. */
export const GET = open('GET /api/health', async () =>
  Response.json({ ok: true, upSeconds: Math.round(process.uptime()) }, { headers: { 'Cache-Control': 'no-store' } }),
);
