import { notFound } from 'next/navigation';
import * as z from 'zod';
import { headOf } from '@/server/jobHead';
import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { JobRoom } from '@/ui/room/JobRoom';
import { isRoom, lostStation } from '@/ui/room/rooms';

/**
 * A job, at whichever gate: one page, so that a tablet which has it once has all of it. What stands first in it comes with
 * it; the job itself is the tablet's own business, which may have it already.
 */
export default async function Job({ params }: { params: Promise<{ id: string; room?: string[] }> }) {
  const member = await requireMember('/jobs/[id]/[[...room]]');
  const { id, room = [] } = await params;
  const path = room.join('/');
  if (!z.uuid().safeParse(id).success || !(isRoom(path) || lostStation(path))) notFound();
  const head = await headOf(member, id, path);
  if (!head) notFound();
  const { number, vehicle, use, bay } = head;
  const where = [number, `${vehicle.make} ${vehicle.model}`, use, bay].filter(Boolean).join(' · ');
  return (
    <Frame member={member} where={where}>
      <JobRoom
        id={id}
        head={head}
        member={{ id: member.id, name: member.name, role: member.role, shop: member.shop, units: member.units }}
      />
    </Frame>
  );
}
