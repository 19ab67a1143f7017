import { requireMember } from '@/server/session';
import { WaitingList } from '@/ui/device/WaitingList';
import { Frame } from '@/ui/Frame';

export default async function Page() {
  const member = await requireMember('/waiting');
  return (
    <Frame member={member} where="On this tablet">
      <main className="max-w-[1000px] p-5">
        <WaitingList member={member.id} timeZone={member.shop.timeZone} />
      </main>
    </Frame>
  );
}
