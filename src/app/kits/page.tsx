import * as z from 'zod';
import { exactText } from '@/core/kernel/units/format';
import { Patch } from '@/core/document/patch';
import { patchName } from '@/core/subjects/linkage/patches';
import { mayDo } from '@/server/access/rules';
import { requireMember } from '@/server/session';
import { kitsOf } from '@/server/shopView';
import { Frame } from '@/ui/Frame';
import { KitForm } from '@/ui/shop/KitForm';
import { KitsTable } from '@/ui/shop/KitsTable';

/** What a kit's patches do, in words; a kit from before they were known moves nothing. */
const movesOf = (patches: unknown) => z.array(Patch).catch([]).parse(patches).map(patchName);

export default async function Kits() {
  const member = await requireMember('/kits');
  const list = await kitsOf(member);
  const mm = (value: number) => `${value > 0 ? '+' : ''}${exactText('length', value, member.units)}`;
  return (
    <Frame member={member} where="Kits">
      <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
        <div className="p-5">
          <h1 className="pb-3">Kits, and what they claim</h1>
          <KitsTable
            may={mayDo('saveKit', member.role) && mayDo('priceKit', member.role)}
            kits={list.map((k) => ({
              id: k.id,
              name: k.name,
              claimFront: mm(k.claimFront),
              claimRear: mm(k.claimRear),
              moves: movesOf(k.patches)
                .map((m) => (m.by === null ? m.what : `${m.what} ${mm(m.by)}`))
                .join('; '),
              price: k.price,
              source: k.source,
            }))}
          />
        </div>
        <aside className="border-l border-rule p-5">
          {mayDo('saveKit', member.role) ? (
            <KitForm />
          ) : (
            <p className="hint">A lead, the front desk or the owner adds kits.</p>
          )}
        </aside>
      </main>
    </Frame>
  );
}
