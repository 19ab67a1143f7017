import { stockRows } from '@/core/assembly/formats/stockCsv';
// The book's subjects bring their own quantities: a road speed is one.
import '@/core/assembly/book';
import { exactText } from '@/core/kernel/units/format';
import { whenShort } from '@/core/kernel/time/when';
import { requireMember } from '@/server/session';
import { fitOf } from '@/server/shopView';
import { Frame } from '@/ui/Frame';
import { FitSettingsForm } from '@/ui/shop/FitSettingsForm';

export default async function Tyres() {
  const member = await requireMember('/tyres');
  const fit = await fitOf(member);
  const may = member.role === 'lead' || member.role === 'owner';
  const { rules, stock } = fit;
  return (
    <Frame member={member} where="Tyres and grades of fit">
      <main className="max-w-[1100px] p-5">
        <h1>Tyres and grades of fit</h1>
        <p className="hint pt-1 pb-4">
          What “it fits” means here, and what the fit finder goes through.{' '}
          {fit.setBy && fit.setAt
            ? `Set by ${fit.setBy}, ${whenShort(fit.setAt, member.shop.timeZone)}.`
            : 'Nobody has set it yet: these are starting points.'}{' '}
          {may ? 'A change judges every open job at once.' : 'Only a lead sets it.'}
        </p>
        <FitSettingsForm
          key={`${fit.setAt ?? ''} ${member.units.length}`}
          may={may}
          standing={{
            compliance: exactText('length', rules.compliance.value, member.units),
            complianceSource: rules.compliance.source,
            streetDroop: exactText('length', rules.streetDroop.value, member.units),
            streetDroopSource: rules.streetDroop.source,
            streetBump:
              Math.abs(rules.streetBump.value - 2 / 3) < 1e-9
                ? '2/3'
                : `${Number((100 * rules.streetBump.value).toFixed(2))} %`,
            streetBumpSource: rules.streetBump.source,
            trimming: rules.trimming.value,
            trimmingSource: rules.trimming.source,
            topSpeed: exactText('speed', rules.topSpeed.value, member.units),
            topSpeedSource: rules.topSpeed.source,
            fourWheelSpeed: exactText('speed', rules.fourWheelSpeed.value, member.units),
            fourWheelSpeedSource: rules.fourWheelSpeed.source,
            leafWindUp: exactText('angle', rules.leafWindUp.value, member.units),
            leafWindUpSource: rules.leafWindUp.source,
          }}
          stock={stockRows(stock)}
        />
      </main>
    </Frame>
  );
}
