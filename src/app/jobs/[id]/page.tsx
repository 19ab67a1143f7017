import { redirect } from 'next/navigation';
import { jobView } from '@/server/jobView';

export default async function Job({ params }: { params: Promise<{ id: string }> }) {
  const { id, job } = await jobView((await params).id);
  redirect(`/jobs/${id}/${job.job.state === 'open' ? job.job.gate : 'release'}`);
}
