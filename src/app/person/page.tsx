import Link from 'next/link';
import { peopleHere } from '@/server/people/device';
import { currentMember } from '@/server/session';
import { Brand } from '@/ui/Brand';
import { ByPin } from '@/ui/people/ByPin';

/** The shared tablet changes hands. */
export default async function Page() {
  const [people, member] = await Promise.all([peopleHere(), currentMember()]);
  return (
    <main className="mx-auto max-w-[640px] space-y-6 p-6 pt-10">
      <Brand />
      <h1>Who has the tablet now?</h1>
      {people.length > 0 ? (
        <ByPin people={people} current={member?.userId ?? null} />
      ) : (
        <p>
          Nobody’s PIN works on this tablet yet. Sign in with your password once, then set a PIN under “My sign-in and
          PIN”.
        </p>
      )}
      <p className="flex flex-wrap gap-4">
        <Link prefetch={false} className="btn" href="/?password=1">
          Sign in with a password
        </Link>
        {member && (
          <Link prefetch={false} className="btn" href="/yard">
            Stay {member.name}
          </Link>
        )}
      </p>
    </main>
  );
}
