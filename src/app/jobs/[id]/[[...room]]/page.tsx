import { notFound } from 'next/navigation';
import * as z from 'zod';
import { requireMember } from '@/server/session';
import { forDevice, snapshotOf } from '@/server/snapshot';
import { Frame } from '@/ui/Frame';
import { JobRoom } from '@/ui/room/JobRoom';
import { isRoom, lostStation } from '@/ui/room/rooms';

/** A job, at whichever gate: one page, so that a tablet which has it once has all of it. */
export default async function Job({ params }: { params: Promise<{ id: string; room?: string[] }> }) {
  const member = await requireMember('/jobs/[id]/[[...room]]');
  const { id, room = [] } = await params;
  const path = room.join('/');
  if (!z.uuid().safeParse(id).success || !(isRoom(path) || lostStation(path))) notFound();
  const snapshot = await snapshotOf(member, id);
  if (!snapshot) notFound();
  const { job, vehicle } = snapshot.document;
  const where = [job.number, `${vehicle.make} ${vehicle.model}`, job.use, job.bay].filter(Boolean).join(' · ');
  return (
    <Frame member={member} where={where}>
      <JobRoom
        // As text: what it is made of is then not gone through piece by piece on the way, here and on the device.
        told={JSON.stringify(await forDevice(member, snapshot))}
        id={id}
        number={job.number}
        gate={job.gate}
        member={{ id: member.id, name: member.name, role: member.role, shop: member.shop, units: member.units }}
      />
    </Frame>
  );
}
