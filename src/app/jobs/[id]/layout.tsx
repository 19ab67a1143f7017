import type { ReactNode } from 'react';
import { jobView } from '@/server/jobView';
import { Frame } from '@/ui/Frame';
import { GateRail } from '@/ui/GateRail';
import { VehicleBand } from '@/ui/VehicleBand';

export default async function JobLayout({
  children,
  params,
}: {
  children: ReactNode;
  params: Promise<{ id: string }>;
}) {
  const { id, job, member, gates, corners, verdicts } = await jobView((await params).id);
  const where = [job.job.number, `${job.vehicle.make} ${job.vehicle.model}`, job.job.use, job.job.bay]
    .filter(Boolean)
    .join(' · ');
  return (
    <Frame member={member} where={where}>
      <GateRail jobId={id} gates={gates} />
      <VehicleBand vehicle={job.vehicle} corners={corners} verdicts={verdicts} />
      {children}
    </Frame>
  );
}
