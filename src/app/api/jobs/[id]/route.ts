import { guarded, sayNo } from '@/server/access/guarded';
import { jobNews } from '@/server/news';

/** The job as it stands, for the device that works on it; 304 where the device has that already. */
export const GET = guarded<{ id: string }>('GET /api/jobs/[id]', async (member, request, { id }) => {
  const known = request.headers.get('if-none-match') ?? '';
  const news = await jobNews(member, id, known);
  const headers = { 'Cache-Control': 'private, no-store', ETag: news.tag };
  if (news.kind === 'gone') return sayNo.gone('There is no such job in this shop.');
  return news.kind === 'news'
    ? Response.json(news.snapshot, { headers })
    : new Response(null, { status: 304, headers });
});
