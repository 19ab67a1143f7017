import { sessionsOf } from '@/server/people/membership';
import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { PasswordForm, PinForm } from '@/ui/people/OwnForms';
import { Sessions } from '@/ui/people/Sessions';

export default async function Me() {
  const member = await requireMember('/me');
  const sessions = await sessionsOf(member.userId);
  return (
    <Frame member={member} where="My sign-in and PIN">
      <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
        <div className="p-5">
          <h1 className="pb-1">Where I am signed in</h1>
          <p className="hint pb-3">A sign-in ends by itself twelve hours after it was last used.</p>
          <Sessions
            current={member.sessionId}
            timeZone={member.shop.timeZone}
            sessions={sessions.map((s) => ({
              id: s.id,
              at: s.at.toISOString(),
              used: s.used.toISOString(),
              until: s.until.toISOString(),
              address: s.address ?? '',
              device: s.device ?? '',
            }))}
          />
        </div>
        <aside className="space-y-8 border-l border-rule p-5">
          <PinForm />
          <PasswordForm />
        </aside>
      </main>
    </Frame>
  );
}
