import { readingsCsv } from '@/core/formats/readingsCsv';
import { download } from '@/server/download';
import { jobView } from '@/server/jobView';

export async function GET(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  const { job } = await jobView((await params).id);
  return download(readingsCsv(job), `${job.job.number}-readings.csv`, 'text/csv; charset=utf-8');
}
