import Link from 'next/link';
import { redirect } from 'next/navigation';
import { askedFor, type SearchParams } from '@/server/asked';
import { isDemo } from '@/server/env';
import { peopleHere } from '@/server/people/device';
import { currentMember } from '@/server/session';
import { DISCLAIMER } from '@/core/assembly/sheet/words';
import { SignIn } from '@/ui/SignIn';
import { Brand } from '@/ui/Brand';

export const dynamic = 'force-dynamic';

export default async function Start({ searchParams }: { searchParams: SearchParams }) {
  const asked = await askedFor(searchParams);
  if (asked('password') === '' && (await currentMember())) redirect('/yard');
  const byPin = (await peopleHere()).length > 0;
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
        <p className="pt-6">
          <Link
            prefetch={false}
            className="inline-flex min-h-12 items-center underline underline-offset-4"
            href="/verify"
          >
            Verify a signed sheet
          </Link>
        </p>
      </div>
      <div className="space-y-6">
        {asked('joined') === '1' && (
          <p role="status" className="border-l-4 border-clear pl-3 font-semibold">
            Your password is kept. Sign in with it.
          </p>
        )}
        {byPin && (
          <Link prefetch={false} className="btn w-full" href="/person">
            Change person by PIN
          </Link>
        )}
        <SignIn demo={isDemo()} />
      </div>
    </main>
  );
}
