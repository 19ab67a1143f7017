import type { Cure } from '@/core/subjects/clearance/engine/problem';
import { fitmentName } from '@/core/subjects/clearance/fit/form';
import { problemAt } from '@/core/subjects/clearance/fit/problemAt';
import type { Corner } from '@/core/kernel/places';
import type { Workings } from '@/core/record/workings';
import type { Stage } from '@/core/subjects/linkage/stages';
import type { Fitment } from '@/core/document/fitment';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';

/** The tyre and wheel that came, as a fitment to start a trial from. */
export const plainFitment = (w: Workings, corner: Corner): Fitment => {
  const found = problemAt(w, corner, 'before');
  const wheel = found.ok ? found.posed.wheel : null;
  return {
    name: 'as it came',
    size: '',
    diameter: wheel?.diameter.value ?? w.job.vehicle.tyreDiameter,
    sectionWidth: wheel?.sectionWidth.value ?? 265,
    measured: wheel ? !wheel.diameter.assumed && !wheel.sectionWidth.assumed : false,
    shoulderRadius: null,
    offset: wheel?.offset.value ?? 0,
    spacer: wheel?.spacer.value ?? 0,
    rimWidth: wheel?.rimWidth ?? null,
    rimDiameter: null,
    barrelRadius: null,
    centring: 'unknown',
    boltPattern: '',
    loadRating: null,
    bumpStop: { front: 0, rear: 0 },
    trim: {},
    price: null,
  };
};

/** A cure put on a fitment, to be tried. */
export function cured(base: Fitment, cure: Cure, obstacle: string, axle: 'front' | 'rear'): Fitment {
  switch (cure.kind) {
    case 'offset':
      return { ...base, offset: base.offset + cure.amount };
    case 'diameter':
      return { ...base, size: '', diameter: base.diameter - cure.amount };
    case 'width':
      return { ...base, size: '', sectionWidth: base.sectionWidth - cure.amount };
    case 'bump-stop':
      return { ...base, bumpStop: { ...base.bumpStop, [axle]: base.bumpStop[axle] + cure.amount } };
    case 'trim':
    case 'move':
      return { ...base, trim: { ...base.trim, [obstacle]: (base.trim[obstacle] ?? 0) + cure.amount } };
    default:
      return base;
  }
}

/** The tyre that a stage stands on, in figures. */
export function fittedText(w: Workings, corner: Corner, stage: Stage, units: UnitChoice): string {
  const found = problemAt(w, corner, stage === 'plan' ? 'before' : stage);
  if (!found.ok) return `Ø ${show('length', w.job.vehicle.tyreDiameter, units).text}`;
  const { wheel } = found.posed;
  return fitmentName(
    { diameter: wheel.diameter.value, sectionWidth: wheel.sectionWidth.value, offset: wheel.offset.value },
    units,
  );
}
