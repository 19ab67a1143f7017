import { fine, type Phrase } from '../../kernel/phrase';
import { cornersOf } from '../../kernel/places';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition, Needs, Worked } from '../../record/checks/types';
import { changedSince } from '../../record/pointRules';
import type { Workings } from '../../record/workings';
import { changeByGeometry } from '../linkage/geometryAid';
import { noseUpAt } from '../stance/rise';
import { camberAt, casterAt, spotsFor } from './read';

const FRONT = cornersOf('front') as readonly ['FL', 'FR'];
const AT = { caster: casterAt, camber: camberAt } as const;
type Figure = keyof typeof AT;

/** How far a figure of a wheel went from Before to After as read, degrees. */
function went(w: Workings, figure: Figure, corner: 'FL' | 'FR'): Uncertain | null {
  const [was, is] = [AT[figure](w, 'before', corner), AT[figure](w, 'after', corner)];
  return was && is ? { value: is.value - was.value, u: Math.hypot(was.u, is.u) } : null;
}
/** As the lift left it: nothing was set or fitted since that moves it by itself. */
const untouched = (w: Workings): boolean =>
  !changedSince(w.job, 'alignment', 'track-bar-or-arm', 'steering-part', 'shim');
const needs = (w: Workings, figure: Figure, corners: readonly ('FL' | 'FR')[]): Needs => ({
  required: Object.fromEntries(
    (['before', 'after'] as const).flatMap((gate) =>
      corners.flatMap((corner) =>
        spotsFor(w, gate, figure, corner).map((spot) => [`${spot.point} ${gate} ${corner}`, spot]),
      ),
    ),
  ),
});
/** A finding is beyond what both are unsure of, and large enough to look for. */
const LEAST = 0.5;
const finding = (u: number): Worked['limit'] => ({
  clear: Math.max(K * u, LEAST),
  stop: 1000,
  source: 'what both are unsure by',
  rule: 'comfort',
});
const shared = {
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  limit: null,
  quantity: 'fineAngle',
} as const;

/** A lift moves both sides alike: one that went and one that did not is something bent, loose or set on one side. */
const oneSide = (figure: Figure): CheckDefinition => ({
  ...shared,
  id: `${figure}-moved`,
  title: figure === 'caster' ? 'Caster went alike on both sides' : 'Camber went alike on both sides',
  places: (w) => (untouched(w) && FRONT.every((corner) => went(w, figure, corner) !== null) ? ['front'] : []),
  needs: (w) => needs(w, figure, FRONT),
  work: ({ w }) => {
    const [l, r] = FRONT.map((corner) => went(w, figure, corner));
    if (!l || !r) return null;
    const apart = l.value - r.value;
    return {
      value: apart,
      u: Math.hypot(l.u, r.u),
      limit: finding(Math.hypot(l.u, r.u)),
      neverStop: true,
      formula: `(${figure} After − Before) left − right`,
      summary: ['left went ', fine(l.value, true), ', right ', fine(r.value, true)],
      next: ['Nothing of the lift does that: look for a bent or loose arm, bush or knuckle on one side.'],
      steps: [],
    };
  },
});

/** What the linkage and the body's own pitch make of the lift, against what was measured. */
const predicted: CheckDefinition = {
  ...shared,
  id: 'caster-predicted',
  title: 'Caster as the linkage has it',
  places: (w) =>
    untouched(w)
      ? FRONT.filter(
          (corner) =>
            went(w, 'caster', corner) && changeByGeometry(w, corner, 'caster') !== null && noseUpAt(w) !== null,
        )
      : [],
  needs: (w, place) => needs(w, 'caster', [place === 'FR' ? 'FR' : 'FL']),
  work: ({ w, place }) => {
    const corner = place === 'FR' ? 'FR' : 'FL';
    const [is, axle, nose] = [went(w, 'caster', corner), changeByGeometry(w, corner, 'caster'), noseUpAt(w)];
    if (!is || !axle || !nose) return null;
    const says = axle.value + nose.value;
    const u = Math.hypot(is.u, axle.u, nose.u);
    return {
      value: is.value - says,
      u,
      limit: finding(u),
      neverStop: true,
      formula: 'caster After − Before − (what the linkage turns + the body’s nose-up change)',
      summary: ['went ', fine(is.value, true), '; the linkage and the body’s pitch say ', fine(says, true)],
      next: ['Measured and worked disagree: a point of the linkage, a reading, or something bent.'],
      steps: [
        { name: 'Axle or arms against the body', amount: [fine(axle.value, true)] as Phrase },
        { name: 'Body nose up', amount: [fine(nose.value, true)] as Phrase },
      ],
    };
  },
};

export const movedChecks: readonly CheckDefinition[] = [oneSide('caster'), oneSide('camber'), predicted];
