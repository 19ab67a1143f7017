import { guarded, sayNo } from '@/server/access/guarded';
import { fileSent } from '@/server/jobs/sent';

/** Takes what a device filed, in order; answers for each entry whether it is filed, or why not. */
export const POST = guarded('POST /api/outbox', async (member, request) => {
  const text = await request.text();
  const answer = await fileSent(member, text);
  if (!answer.ok) return sayNo.say(answer.status, answer.message);
  const { outcomes, away } = answer;
  return Response.json(
    { outcomes },
    { status: away ? 503 : 200, headers: { 'Cache-Control': 'no-store', ...(away && { 'Retry-After': '3' }) } },
  );
});
