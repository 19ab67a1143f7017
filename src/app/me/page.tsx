import { deviceHash, ownDevices } from '@/server/people/device';
import { sessionsOf } from '@/server/people/membership';
import { requireMember } from '@/server/session';
import { Frame } from '@/ui/Frame';
import { PasswordForm, PinForm } from '@/ui/people/OwnForms';
import { Sessions } from '@/ui/people/Sessions';

const iso = (at: Date | string) => new Date(at).toISOString();

export default async function Me() {
  const member = await requireMember('/me');
  const [sessions, { devices, pinSetAt }, here] = await Promise.all([
    sessionsOf(member.userId),
    ownDevices(member.userId),
    deviceHash(),
  ]);
  return (
    <Frame member={member} where="My sign-in and PIN">
      <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
        <div className="p-5">
          <h1 className="pb-1">Where I am signed in</h1>
          <p className="hint pb-3">
            A sign-in ends twelve hours after it was last used, and at the latest when the shop’s time for it is over.
          </p>
          <Sessions
            current={member.sessionId}
            timeZone={member.shop.timeZone}
            sessions={sessions.map((s) => ({
              id: s.id,
              at: iso(s.at),
              until: iso(s.until),
              via: s.via,
              address: s.address ?? '',
              device: s.device ?? '',
            }))}
            devices={devices.map((d) => ({ hash: d.hash, at: iso(d.at), device: d.device, here: d.hash === here }))}
            pinSetAt={pinSetAt === undefined ? null : pinSetAt && iso(pinSetAt)}
          />
        </div>
        <aside className="space-y-8 border-l border-rule p-5">
          {member.via === 'pin' && (
            <p className="border-l-4 border-watch pl-3">
              You came by PIN. Sign in with your password to change any of this.
            </p>
          )}
          <PinForm />
          <PasswordForm />
        </aside>
      </main>
    </Frame>
  );
}
