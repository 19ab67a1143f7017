import { openInvitations, peopleOf } from '@/server/people/membership';
import { signInLifeOf } from '@/server/people/signInLife';
import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { InviteForm } from '@/ui/people/InviteForm';
import { MemberList } from '@/ui/people/MemberList';
import { SignInLife } from '@/ui/people/SignInLife';

export default async function Members() {
  const member = await requireMember('/members');
  const [people, invitations, life] = await Promise.all([
    peopleOf(member),
    openInvitations(member),
    signInLifeOf(member),
  ]);
  return (
    <Frame member={member} where="Members">
      <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
        <div className="p-5">
          <h1 className="pb-3">Who works here</h1>
          <MemberList
            me={member.id}
            people={people.map((p) => ({
              id: p.id,
              name: p.name,
              email: p.email,
              role: p.role,
              ended: p.ended_at !== null,
            }))}
            invitations={invitations.map((i) => ({
              id: i.id,
              kind: i.kind,
              name: i.name,
              email: i.email,
              role: i.role,
              until: new Date(i.expiresAt).toISOString(),
            }))}
            timeZone={member.shop.timeZone}
          />
        </div>
        <aside className="space-y-8 border-l border-rule p-5">
          <InviteForm />
          {life && <SignInLife life={life} />}
        </aside>
      </main>
    </Frame>
  );
}
