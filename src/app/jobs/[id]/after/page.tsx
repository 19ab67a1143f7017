import { jobView } from '@/server/jobView';
import { ReadingGatePage } from '@/ui/job/ReadingGatePage';

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <ReadingGatePage view={await jobView((await params).id)} gate="after" />;
}
