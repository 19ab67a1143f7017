import { jobView } from '@/server/jobView';
import { ReadPage } from '@/ui/job/ReadPage';

type Props = { params: Promise<{ id: string }>; searchParams: Promise<{ route?: string; at?: string }> };
export default async function Page({ params, searchParams }: Props) {
  return <ReadPage view={await jobView((await params).id)} gate="before" asked={await searchParams} />;
}
