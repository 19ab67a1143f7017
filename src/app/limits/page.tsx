import { LIMIT_FIGURES, LIMIT_KEYS } from '@/core/checks/limits';
import { exactText, show } from '@/core/units/format';
import { requireMember } from '@/server/session';
import { limitsOf } from '@/server/shopView';
import { whenShort } from '@/core/time/when';
import { Frame } from '@/ui/Frame';
import { LimitRow } from '@/ui/shop/LimitRow';

export default async function Limits() {
  const member = await requireMember('/limits');
  const limits = await limitsOf(member);
  const may = member.role === 'lead' || member.role === 'owner';
  return (
    <Frame member={member} where="Limits">
      <main className="max-w-[1100px] p-5">
        <h1>Limits this shop judges by</h1>
        <p className="hint pt-1 pb-4">
          {may
            ? 'A change judges every open job at once; signed sheets keep the limits they were signed with.'
            : 'Only a lead sets them.'}{' '}
          ◆ marks safety-critical figures.
        </p>
        <ul className="ruled">
          {LIMIT_KEYS.map((key) => {
            const figure = LIMIT_FIGURES[key];
            const limit = limits[key];
            const text = (value: number) => show(figure.quantity, value, member.units).text.replace('−', '-');
            return (
              <LimitRow
                key={`${key} ${limit.setAt ?? ''} ${member.units.length}`}
                figure={key}
                name={`${figure.name}${['tyreToArm', 'tyreToHose', 'hoseSlack', 'wheelToCalliper'].includes(key) ? ' ◆' : ''}`}
                sense={figure.sense}
                clear={text(limit.clear)}
                exact={[
                  exactText(figure.quantity, limit.clear, member.units),
                  exactText(figure.quantity, limit.stop, member.units),
                ]}
                stop={text(limit.stop)}
                source={limit.source}
                set={
                  limit.setBy && limit.setAt ? `${limit.setBy}, ${whenShort(limit.setAt, member.shop.timeZone)}` : null
                }
                may={may}
              />
            );
          })}
        </ul>
      </main>
    </Frame>
  );
}
