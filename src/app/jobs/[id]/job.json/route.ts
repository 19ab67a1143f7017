import { download } from '@/server/download';
import { jobView } from '@/server/jobView';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { job } = await jobView((await params).id);
  return download(`${JSON.stringify(job, null, 2)}\n`, `${job.job.number}.json`, 'application/json');
}
