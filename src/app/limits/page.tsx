import { RULE_WORDS, tighter } from '@/core/kernel/decisionRule';
import { BOOK } from '@/core/assembly/book';
import { rulesFor } from '@/core/record/checks/limit';
import { exactText } from '@/core/kernel/units/format';
import { requireMember } from '@/server/session';
import { limitsOf } from '@/server/shopView';
import { whenShort } from '@/core/kernel/time/when';
import { Frame } from '@/ui/Frame';
import { reworkLeft } from '@/server/jobs/rework';
import { JudgedAnew } from '@/ui/shop/JudgedAnew';
import { LimitsTable } from '@/ui/shop/LimitsTable';

export default async function Limits() {
  const member = await requireMember('/limits');
  const limits = await limitsOf(member);
  const anew = await reworkLeft(member.shop.id);
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
        <dl className="grid gap-x-4 gap-y-1 pb-4 text-[15px] sm:grid-cols-[auto_minmax(0,1fr)]">
          {(['safety', 'function', 'comfort'] as const).map((rule) => (
            <div key={rule} className="contents">
              <dt className="font-bold">{RULE_WORDS[rule].name} rule</dt>
              <dd className="text-pencil">{RULE_WORDS[rule].says}</dd>
            </div>
          ))}
        </dl>
        <JudgedAnew left={anew.left} open={anew.open} />
        <LimitsTable
          key={member.units.length}
          may={may}
          limits={BOOK.limits.flatMap((figure) => {
            const limit = limits[figure.id];
            if (!limit) return [];
            return [
              {
                figure: figure.id,
                name: `${figure.name}, ${figure.sense === 'most' ? 'at most' : 'at least'}${figure.rule === 'safety' ? ' ◆' : ''}`,
                clear: exactText(figure.quantity, limit.clear, member.units),
                stop: exactText(figure.quantity, limit.stop, member.units),
                rule: tighter(figure.rule, limit.rule),
                rules: rulesFor(figure).map((rule) => [rule, RULE_WORDS[rule].name] as const),
                source: limit.source,
                set:
                  limit.setBy && limit.setAt ? `${limit.setBy}, ${whenShort(limit.setAt, member.shop.timeZone)}` : '',
              },
            ];
          })}
        />
      </main>
    </Frame>
  );
}
