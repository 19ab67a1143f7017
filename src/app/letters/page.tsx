import { requireMember } from '@/server/session';
import { shopLetter } from '@/server/jobs/letters';
import { Frame } from '@/ui/Frame';
import { LetterForm } from '@/ui/shop/LetterForm';

export const metadata = { title: 'High Gate: the customer’s page' };

/** How the shop writes to its customers: in which language, and when they come back. */
export default async function Letters() {
  const member = await requireMember('/letters');
  const { shopLanguage, back } = await shopLetter(member);
  const may = member.role === 'lead' || member.role === 'owner';
  return (
    <Frame member={member} where="Customer’s page">
      <main className="max-w-[900px] p-5">
        <h1>The page that the customer reads</h1>
        <p className="hint pt-1 pb-4">
          {may
            ? 'What is set here stands on the next page that is signed; what was signed stays as it was signed.'
            : 'Only a lead sets it.'}
        </p>
        <LetterForm may={may} language={shopLanguage} back={back} miles={member.units.length !== 'mm'} />
      </main>
    </Frame>
  );
}
