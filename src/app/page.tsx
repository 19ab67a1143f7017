import { redirect } from 'next/navigation';
import { isDemo } from '@/server/env';
import { currentMember } from '@/server/session';
import { DISCLAIMER } from '@/core/sheet/words';
import { SignIn } from '@/ui/SignIn';
import { Brand } from '@/ui/Brand';

export const dynamic = 'force-dynamic';

export default async function Start() {
  if (await currentMember()) redirect('/yard');
  return (
    <main className="mx-auto grid min-h-screen max-w-[1040px] content-center gap-10 p-6 md:grid-cols-2 md:gap-16">
      <div>
        <div className="scale-110 pb-8 [transform-origin:left]">
          <Brand />
        </div>
        <h1 className="text-[34px]">Six gates. Each opens only on what was measured.</h1>
        <p className="pt-4 text-lg">
          Check a vehicle before and after a bolt-on lift: heights, gaps, hoses, links and the hand checks, from the
          tape to a signed sheet.
        </p>
        <p className="hint pt-6">{DISCLAIMER}</p>
      </div>
      <SignIn demo={isDemo()} />
    </main>
  );
}
