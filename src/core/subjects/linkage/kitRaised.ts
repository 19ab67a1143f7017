import type { ChangeKind } from '../../document/changes';
import type { JobDocument } from '../../document/job';
import type { Patch } from '../../document/patch';
import type { Raise } from '../../record/raised';

/** The change that fitting a part of a kit is. */
function kindOfPatch(patch: Patch): ChangeKind {
  switch (patch.kind) {
    case 'axle-block':
      return 'spring';
    case 'lowered-crossmember':
      return 'case-or-bearing';
    case 'dropped-hub':
    case 'replaced':
      return 'track-bar-or-arm';
    case 'moved-point':
      return patch.point.startsWith('swayBar')
        ? 'sway-link'
        : patch.point.startsWith('brakeHose')
          ? 'brake-hose'
          : patch.point.startsWith('shock')
            ? 'shock-or-strap'
            : 'track-bar-or-arm';
    case 'longer':
      return patch.part === 'swayLink'
        ? 'sway-link'
        : patch.part === 'dragLink' || patch.part === 'tieRod'
          ? 'steering-part'
          : 'track-bar-or-arm';
  }
}
const NAME: Readonly<Record<Patch['kind'], string>> = {
  'axle-block': 'the block',
  'lowered-crossmember': 'the lowered crossmember',
  'dropped-hub': 'the dropped hub or spindle',
  'moved-point': 'the bracket',
  longer: 'the longer part',
  replaced: 'the other suspension',
};

/** Parts of the kit that move the linkage, and a body lift that was planned. Source: docs/figures.md "Not recorded". */
export const kitRaised = (job: JobDocument): readonly Raise[] => [
  ...(job.kit?.patches ?? []).map((patch): Raise => {
    const asked = `${NAME[patch.kind]} of ${job.kit?.name ?? 'the kit'}`;
    return { kind: kindOfPatch(patch), place: patch.axle, why: [`${asked} was planned`], asked };
  }),
  ...(job.plan.bodyLift > 0
    ? [{ kind: 'body-lift', place: 'vehicle', why: ['a body lift was planned'], asked: 'the body lift' } as const]
    : []),
];
