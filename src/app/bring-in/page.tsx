import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { BringIn } from '@/ui/shop/BringIn';

export default async function Page() {
  const member = await requireMember('/bring-in');
  return (
    <Frame member={member} where="Bring in a job file">
      <main className="max-w-[640px] p-5">
        <BringIn />
      </main>
    </Frame>
  );
}
