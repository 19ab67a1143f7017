import { fine, type Phrase } from '../../kernel/phrase';
import { cornersOf } from '../../kernel/places';
import { K, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition, Needs, WorkedFigure } from '../../record/checks/types';
import { changedSince } from '../../record/pointRules';
import type { History } from '../../record/history';
import type { Workings } from '../../record/workings';
import { kindOf } from '../linkage/features';
import { isTapedAt } from '../linkage/points';
import { changeByGeometry } from '../linkage/geometryAid';
import { noseUpAt } from '../stance/rise';
import { camberAt, casterAt, floor, spotsFor, wasAligned } from './read';

const FRONT = cornersOf('front') as readonly ['FL', 'FR'];
const AT = { caster: casterAt, camber: camberAt } as const;
type Figure = keyof typeof AT;

/** How far a figure of a wheel went from Before to After as read, degrees. */
function went(w: Workings, figure: Figure, corner: 'FL' | 'FR'): Uncertain | null {
  const [was, is] = [AT[figure](w, 'before', corner), AT[figure](w, 'after', corner)];
  return was && is ? { value: is.value - was.value, u: Math.hypot(was.u, is.u) } : null;
}
/** Whether a figure of a wheel was ever read at both gates. */
const wasReadTwice = (h: History, figure: Figure, corner: 'FL' | 'FR'): boolean =>
  (['before', 'after'] as const).every((gate) => wasAligned(h, gate, figure, corner));
/** As the lift left it: nothing was set or fitted since that moves it by itself. */
const untouched = ({ job }: Pick<Workings, 'job'>): boolean =>
  !changedSince(job, 'alignment', 'track-bar-or-arm', 'steering-part', 'shim');
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
const finding = (u: number): WorkedFigure['limit'] => ({
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
  places: (h) => (untouched(h) && FRONT.every((corner) => wasReadTwice(h, figure, corner)) ? ['front'] : []),
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

const isBeam = ({ job }: Pick<Workings, 'job'>): boolean => !kindOf(job.vehicle, 'front').startsWith('wishbone');

/** What a figure of a wheel should have gone by with the lift, degrees, in its two parts. */
interface Predicted {
  /** The axle or the arms against the body. */
  linkage: Uncertain;
  /** The body's own nose-up change. */
  pitch: Uncertain;
}
const NONE: Uncertain = { value: 0, u: 0 };

/**
 * What the lift makes of a figure: by the linkage as taped, caster with the body's pitch besides. The camber of a beam
 * needs no linkage: its housing is straight, whatever it hangs on. Null where there is no geometry, or a height is missing.
 */
function predictedOf(w: Workings, figure: Figure, corner: 'FL' | 'FR'): Predicted | null {
  if (figure === 'camber' && isBeam(w)) return { linkage: NONE, pitch: NONE };
  const linkage = changeByGeometry(w, corner, figure);
  const pitch = figure === 'caster' ? noseUpAt(w) : NONE;
  return linkage && pitch ? { linkage, pitch } : null;
}

/** What the lift did to a figure of a wheel: as read, and apart into what made it; null parts are not predicted. */
export interface LiftDid {
  corner: 'FL' | 'FR';
  figure: Figure;
  went: Uncertain;
  pitch: Uncertain | null;
  linkage: Uncertain | null;
}

/** Caster and camber of both front wheels, how far each went from Before to After, and what of it the lift explains. */
export const liftDid = (w: Workings): LiftDid[] =>
  (['caster', 'camber'] as const).flatMap((figure) =>
    FRONT.flatMap((corner): LiftDid[] => {
      const found = went(w, figure, corner);
      const nose = figure === 'caster' ? noseUpAt(w) : NONE;
      return found
        ? [{ corner, figure, went: found, pitch: nose, linkage: predictedOf(w, figure, corner)?.linkage ?? null }]
        : [];
    }),
  );

/** What the linkage and the body's own pitch make of the lift, against what was measured. */
const predicted = (figure: Figure): CheckDefinition => ({
  ...shared,
  id: `${figure}-predicted`,
  title: figure === 'caster' ? 'Caster as the linkage has it' : 'Camber as the linkage has it',
  places: (h) =>
    untouched(h) && (isTapedAt(h.job, 'front') || (figure === 'camber' && isBeam(h)))
      ? FRONT.filter((corner) => wasReadTwice(h, figure, corner))
      : [],
  needs: (w, place) => needs(w, figure, [place === 'FR' ? 'FR' : 'FL']),
  work: ({ w, place }) => {
    const corner = place === 'FR' ? 'FR' : 'FL';
    const [is, of] = [went(w, figure, corner), predictedOf(w, figure, corner)];
    if (!is || !of) return null;
    const says = of.linkage.value + of.pitch.value;
    const u = Math.hypot(is.u, of.linkage.u, of.pitch.u);
    const straight = figure === 'camber' && isBeam(w);
    return {
      value: is.value - says,
      u,
      limit: finding(u),
      neverStop: true,
      formula: straight
        ? 'camber After − Before; a straight housing keeps its camber'
        : figure === 'caster'
          ? 'caster After − Before − (what the linkage turns + the body’s nose-up change)'
          : 'camber After − Before − what the linkage makes of the heights',
      summary: straight
        ? ['went ', fine(is.value, true), '; a straight housing keeps it']
        : [
            'went ',
            fine(is.value, true),
            figure === 'caster' ? '; the linkage and the body’s pitch say ' : '; the linkage says ',
            fine(says, true),
          ],
      next: [
        straight
          ? 'A bent tube or knuckle, a loose bearing or ball joint, or a reading: look before anything is set.'
          : 'Measured and worked disagree: a point of the linkage, a reading, or something bent.',
      ],
      steps: straight
        ? []
        : [
            { name: 'Axle or arms against the body', amount: [fine(of.linkage.value, true)] as Phrase },
            ...(figure === 'caster' ? [{ name: 'Body nose up', amount: [fine(of.pitch.value, true)] as Phrase }] : []),
          ],
    };
  },
});

const lean = (w: Workings, gate: 'before' | 'after', corner: 'FL' | 'FR'): Uncertain | null => {
  const figure = w.figures.figure(floor(gate, 'axisLean', corner));
  return figure.status === 'read' ? { value: figure.value, u: figure.u } : null;
};

/**
 * Steering-axis lean plus camber is one angle of the knuckle: no lift and no adjuster moves it. One that went is a bent
 * knuckle, strut or spindle.
 */
const oneKnuckle: CheckDefinition = {
  ...shared,
  id: 'knuckle-angle',
  title: 'Axis lean with camber, one angle of the knuckle',
  places: (h) =>
    FRONT.filter(
      (corner) =>
        wasReadTwice(h, 'camber', corner) &&
        (['before', 'after'] as const).every((gate) => h.wasRead(floor(gate, 'axisLean', corner))),
    ),
  needs: (w, place) => {
    const corner = place === 'FR' ? 'FR' : 'FL';
    const { required } = needs(w, 'camber', [corner]);
    return {
      required: {
        ...required,
        'lean before': floor('before', 'axisLean', corner),
        'lean after': floor('after', 'axisLean', corner),
      },
    };
  },
  work: ({ w, place }) => {
    const corner = place === 'FR' ? 'FR' : 'FL';
    const at = (gate: 'before' | 'after') => [lean(w, gate, corner), camberAt(w, gate, corner)] as const;
    const [[l0, c0], [l1, c1]] = [at('before'), at('after')];
    if (!l0 || !c0 || !l1 || !c1) return null;
    const [was, is] = [l0.value + c0.value, l1.value + c1.value];
    const u = Math.hypot(l0.u, c0.u, l1.u, c1.u);
    return {
      value: is - was,
      u,
      limit: finding(u),
      neverStop: true,
      formula: '(lean + camber) After − Before',
      summary: ['went ', fine(is - was, true), ', from ', fine(was), ' to ', fine(is)],
      next: ['Nothing that is set moves it: a bent knuckle, spindle or strut. Look there before anything is set.'],
      steps: [],
    };
  },
};

export const movedChecks: readonly CheckDefinition[] = [
  oneSide('caster'),
  oneSide('camber'),
  predicted('caster'),
  predicted('camber'),
  oneKnuckle,
];
