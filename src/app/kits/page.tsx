import * as z from 'zod';
import { Patch } from '@/core/document/patch';
import { patchName } from '@/core/subjects/linkage/patches';
import { mayDo } from '@/server/access/rules';
import { requireMember } from '@/server/session';
import { kitsOf } from '@/server/shopView';
import { Frame } from '@/ui/Frame';
import { Words } from '@/ui/Figure';
import { KitForm } from '@/ui/shop/KitForm';
import { KitPrice } from '@/ui/shop/KitPrice';

/** What a kit's patches do, in words; a kit from before they were known moves nothing. */
const movesOf = (patches: unknown) => z.array(Patch).catch([]).parse(patches).map(patchName);

export default async function Kits() {
  const member = await requireMember('/kits');
  const list = await kitsOf(member);
  const mm = (value: number) => [{ quantity: 'length', value, signed: true }] as const;
  return (
    <Frame member={member} where="Kits">
      <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
        <div className="p-5">
          <h1 className="pb-3">Kits, and what they claim</h1>
          {list.length === 0 ? (
            <p className="hint">No kit yet. Add the first from its sheet.</p>
          ) : (
            <table className="plain [&_td]:align-middle [&_th]:align-middle">
              <thead>
                <tr>
                  <th>Kit</th>
                  <th>Claims, front</th>
                  <th>Claims, rear</th>
                  <th>Moves</th>
                  <th>Price</th>
                  <th>Where it stands</th>
                </tr>
              </thead>
              <tbody>
                {list.map((k) => (
                  <tr key={k.id}>
                    <th scope="row">{k.name}</th>
                    <td>
                      <Words phrase={mm(k.claimFront)} />
                    </td>
                    <td>
                      <Words phrase={mm(k.claimRear)} />
                    </td>
                    <td>
                      {movesOf(k.patches).length === 0
                        ? 'springs only'
                        : movesOf(k.patches).map((m, i) => (
                            <span key={i} className="block">
                              {m.what} {m.by !== null && <Words phrase={mm(m.by)} />}
                            </span>
                          ))}
                    </td>
                    <td>
                      <KitPrice id={k.id} name={k.name} price={k.price} may={mayDo('priceKit', member.role)} />
                    </td>
                    <td>{k.source}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          )}
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
