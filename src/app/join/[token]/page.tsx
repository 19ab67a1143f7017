import { invitationAt } from '@/server/people/joining';
import { Brand } from '@/ui/Brand';
import { JoinForm } from '@/ui/people/JoinForm';
import { ROLE_NAME } from '@/ui/people/roles';

export const metadata = { title: 'High Gate: join', robots: { index: false } };

/** An invitation's link: choose a password, once. */
export default async function Join({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const invitation = await invitationAt(token);
  return (
    <main className="mx-auto max-w-[560px] space-y-5 p-6 pt-10">
      <Brand />
      {invitation ? (
        <>
          <h1>
            {invitation.kind === 'join'
              ? `${invitation.name}, welcome to ${invitation.shop_name}`
              : `${invitation.name}, choose a new password`}
          </h1>
          <p>
            {invitation.kind === 'join'
              ? `You join as ${ROLE_NAME[invitation.role].toLowerCase()} and sign in as `
              : 'All your sign-ins end. You sign in as '}
            <strong>{invitation.email}</strong>.
          </p>
          <JoinForm token={token} email={invitation.email} known={invitation.known !== null} />
        </>
      ) : (
        <>
          <h1>This link opens nothing any more</h1>
          <p>It was used, revoked, or is too old. Ask the shop’s owner for another.</p>
        </>
      )}
    </main>
  );
}
