import { bandLimits, crossOf } from '../../gauge/alignment';
import type { ReadingGate } from '../../document/job';
import { fine, mm, type Phrase } from '../../kernel/phrase';
import { axleOf, cornersOf, isCorner, type Axle, type Corner, type Place } from '../../kernel/places';
import { K } from '../../kernel/uncertainty/propagate';
import type { CheckDefinition, WorkedFigure } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import { limitOn } from '../../record/checks/limit';
import type { Workings } from '../../record/workings';
import { turnedInOpenings } from '../axlePlace/place';
import { bandHeights, bandOf, bandSaid, lacksBand, lateLead, leadOf, rowsFor, type BandedId } from './bands';
import { movedChecks } from './moved';
import { crossCamber, crossCaster, leanAlike, setBack, thrust } from './limits';
import {
  camberAt,
  casterAt,
  floor,
  spotsFor,
  thrustAt,
  toesEver,
  toeSpots,
  totalToeAt,
  wasAligned,
  type Aligned,
} from './read';

const judged = { safetyCritical: false, calculationMayClear: true, quantity: 'fineAngle' } as const;
const named = (spots: readonly Spot[]): Record<string, Spot> =>
  Object.fromEntries(spots.map((spot) => [`${spot.point} ${spot.place}`, spot]));
const isRead = (w: Workings, spot: Spot): boolean => w.figures.figure(spot).status === 'read';
const cornerAt = (place: Place): Corner => (isCorner(place) ? place : 'FL');

/** A figure in its maker's band at the height that was measured. */
function inBand(
  w: Workings,
  gate: ReadingGate,
  of: BandedId,
  place: Place,
  figure: Aligned,
  cure: string,
  before: Aligned | null,
): WorkedFigure | null {
  const band = bandOf(w, gate, of, place);
  if (band.state !== 'band') return null;
  const { target, clear, stop } = bandLimits(band, band.watch);
  return {
    value: figure.value,
    u: figure.u,
    limit: { clear, stop, target, source: band.source, rule: 'function' },
    formula: `read by ${figure.by}; the band ${band.between ? 'interpolated between two rows of its table at the height measured' : 'as its maker states it'}`,
    summary: [fine(figure.value, true), ', band ', ...bandSaid(band.low, band.high)],
    next: [
      figure.value < (band.aim ?? target) ? `${cure} up by ` : `${cure} down by `,
      fine(Math.abs(figure.value - (band.aim ?? target))),
      band.aim === null ? ' puts it in the middle.' : ' puts it on the shop’s target.',
    ],
    steps: [
      ...(before ? [{ name: 'As found', amount: [fine(before.value, true)] as Phrase }] : []),
      ...(band.between && band.height !== null
        ? [
            { name: 'Ride height', amount: [mm(band.height)] as Phrase },
            { name: 'Rows of the table', amount: [mm(band.between[0]), ' and ', mm(band.between[1])] as Phrase },
          ]
        : []),
    ],
  };
}

const bandFor = (id: 'camber' | 'caster', place: Place): BandedId =>
  id === 'caster' ? 'front-caster' : axleOf(cornerAt(place)) === 'rear' ? 'rear-camber' : 'front-camber';

const wheel = (
  gate: ReadingGate,
  axle: Axle,
  id: 'camber' | 'caster',
  title: string,
  at: (w: Workings, gate: ReadingGate, corner: Corner) => Aligned | null,
): CheckDefinition => ({
  ...judged,
  id: axle === 'front' ? `alignment-${id}` : `rear-${id}`,
  title,
  gate,
  // A rear axle is judged where somebody read it; what nobody can set there is not in the way.
  required: gate === 'after' && axle === 'front',
  limit: null,
  places: (h) => cornersOf(axle).filter((corner) => axle === 'front' || wasAligned(h, gate, id, corner)),
  needs: (w, place) => ({
    required: {
      ...named(spotsFor(w, gate, id, cornerAt(place))),
      ...bandHeights(w, gate, bandFor(id, place), place),
    },
  }),
  notWorkable: (w, place) => lacksBand(w, gate, bandFor(id, place), place),
  work: ({ w, place }) => {
    const found = at(w, gate, cornerAt(place));
    return (
      found &&
      inBand(
        w,
        gate,
        bandFor(id, place),
        place,
        found,
        title,
        gate === 'after' ? at(w, 'before', cornerAt(place)) : null,
      )
    );
  },
});

const toe = (gate: ReadingGate, axle: Axle): CheckDefinition => ({
  ...judged,
  id: axle === 'front' ? 'total-toe' : 'rear-toe',
  title: axle === 'front' ? 'Total toe' : 'Total toe, rear',
  gate,
  required: gate === 'after' && axle === 'front',
  limit: null,
  places: (h) => (axle === 'front' || toesEver(h, gate, 'rear') ? [axle] : []),
  needs: (w) => ({ required: { ...named(toeSpots(w, gate, axle)), ...bandHeights(w, gate, `${axle}-toe`, axle) } }),
  notWorkable: (w) => lacksBand(w, gate, `${axle}-toe`, axle) ?? impossible(w, gate, axle),
  work: ({ w }) => {
    const found = totalToeAt(w, gate, axle);
    return (
      found &&
      inBand(w, gate, `${axle}-toe`, axle, found, 'Toe', gate === 'after' ? totalToeAt(w, 'before', axle) : null)
    );
  },
});
/** Spans that differ by more than the marks' circle is wide were not read between the same marks. */
const impossible = (w: Workings, gate: ReadingGate, axle: Axle): { why: string; next: string } | null => {
  const all = toeSpots(w, gate, axle);
  return all.every((spot) => isRead(w, spot)) && totalToeAt(w, gate, axle) === null
    ? {
        why: 'the spans differ by more than their marks’ circle is wide',
        next: 'Read both spans and the diameter again.',
      }
    : null;
};

const cross = (
  gate: ReadingGate,
  id: 'camber' | 'caster',
  title: string,
  at: (w: Workings, gate: ReadingGate, corner: Corner) => Aligned | null,
): CheckDefinition => ({
  ...judged,
  id: `cross-${id}`,
  title,
  gate,
  required: gate === 'after',
  limit: id === 'camber' ? crossCamber : crossCaster,
  places: () => ['front'],
  needs: (w) => ({ required: named(cornersOf('front').flatMap((corner) => spotsFor(w, gate, id, corner))) }),
  notWorkable: (w) => (gate === 'after' ? lateLead(w, id) : null),
  work: ({ w }) => {
    const [l, r] = cornersOf('front').map((corner) => at(w, gate, corner));
    if (!l || !r) return null;
    const apart = crossOf(l.value, r.value);
    const lead = leadOf(w.job, id);
    return {
      value: apart,
      // A lead for the road's crown is what left and right are to be apart by.
      ...(lead !== 0 && {
        limit: { ...limitOn(w.job, id === 'camber' ? crossCamber : crossCaster), target: lead },
      }),
      u: Math.hypot(l.u, r.u),
      formula: lead === 0 ? `${id} left − right` : `${id} left − right, against the lead that the shop wants`,
      summary: isNothing(apart)
        ? ['alike on both sides']
        : [fine(Math.abs(apart)), apart > 0 ? ' more on the left' : ' more on the right'],
      next: [`It pulls to the side of ${id === 'camber' ? 'more camber' : 'less caster'}: bring both sides alike.`],
      steps: [
        { name: 'Left', amount: [fine(l.value, true)] },
        { name: 'Right', amount: [fine(r.value, true)] },
        ...(lead === 0 ? [] : [{ name: 'Lead wanted, left more than right', amount: [fine(lead, true)] }]),
      ],
    };
  },
});

/** Shown in hundredths of a degree it is nought: it lies to neither side. */
const isNothing = (degrees: number): boolean => Math.abs(degrees) < 0.005;

const thrustLine = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'thrust',
  title: 'Thrust angle',
  gate,
  required: gate === 'after',
  limit: thrust,
  places: () => ['rear'],
  needs: (w) => {
    return {
      required: named(
        toesEver(w.history, gate, 'rear')
          ? toeSpots(w, gate, 'rear')
          : cornersOf('rear').map((corner) => floor(gate, 'wheelbaseSide', corner)),
      ),
    };
  },
  work: ({ w }) => {
    const found = thrustAt(w, gate);
    if (!found) return null;
    // Both axles turned alike have wheelbases alike: what the openings say of the rear one since Before goes with it.
    const turned = gate === 'after' && !found.stand ? turnedInOpenings(w, 'rear', gate) : null;
    const both = turned && Math.abs(turned.value) > Math.max(K * turned.u, limitOn(w.job, thrust).clear);
    return {
      value: found.value,
      u: found.u,
      formula: `(rear left toe − rear right toe) ÷ 2, by ${found.by}; + to the right`,
      summary: isNothing(found.value)
        ? [`straight ahead, by ${found.by}`]
        : [fine(Math.abs(found.value)), found.value > 0 ? ' to the right' : ' to the left', `, by ${found.by}`],
      next: ['The rear axle square first: arms of one side, a leaf’s seat or centre bolt; see Axle, steering.'],
      steps: turned
        ? [
            {
              name: 'Rear axle in its openings since Before, + to the left',
              amount: [fine(turned.value, true)] as Phrase,
            },
          ]
        : [],
      cap: both
        ? { at: 'Watch', why: 'the rear axle has turned in its openings since Before: the front one may stand as skew' }
        : undefined,
    };
  },
});

/** A lean is judged in a band only where its maker states one: most do not. */
const leanBand = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'alignment-lean',
  title: 'Steering-axis lean',
  gate,
  limit: null,
  places: (h) =>
    rowsFor(h.job, 'front-lean').length > 0
      ? cornersOf('front').filter((corner) => h.wasRead(floor(gate, 'axisLean', corner)))
      : [],
  needs: (w, place) => ({
    required: { lean: floor(gate, 'axisLean', place), ...bandHeights(w, gate, 'front-lean', place) },
  }),
  notWorkable: (w, place) => lacksBand(w, gate, 'front-lean', place),
  work: ({ w, place, get }) => {
    const before = gate === 'after' ? w.figures.figure(floor('before', 'axisLean', place)) : null;
    return inBand(
      w,
      gate,
      'front-lean',
      place,
      { ...get('lean'), by: 'stand' },
      'Lean',
      before?.status === 'read' ? { value: before.value, u: before.u, by: 'stand' } : null,
    );
  },
});

const lean = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'axis-lean',
  title: 'Steering-axis lean left against right',
  gate,
  limit: leanAlike,
  places: (h) => (cornersOf('front').every((corner) => h.wasRead(floor(gate, 'axisLean', corner))) ? ['front'] : []),
  needs: () => ({ required: named(cornersOf('front').map((corner) => floor(gate, 'axisLean', corner))) }),
  work: ({ get }) => {
    const [l, r] = [get('axisLean FL'), get('axisLean FR')];
    return {
      value: l.value - r.value,
      u: Math.hypot(l.u, r.u),
      formula: 'lean left − right',
      summary: [fine(Math.abs(l.value - r.value)), ' apart'],
      next: ['A lean that differs with camber alike is a bent knuckle or strut: look there before anything is set.'],
    };
  },
});

const back = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  quantity: 'length',
  id: 'set-back',
  title: 'Set-back',
  gate,
  limit: setBack,
  places: (h) => (h.wasRead(floor(gate, 'setBack', 'front')) ? ['front'] : []),
  needs: () => ({ required: { back: floor(gate, 'setBack', 'front') } }),
  work: ({ get }) => {
    const found = get('back');
    return {
      value: found.value,
      u: found.u,
      formula: 'the right front wheel behind the left one',
      summary: [
        mm(Math.abs(found.value)),
        found.value > 0 ? ', right wheel farther back' : ', left wheel farther back',
      ],
      next: ['Arms, cams or crossmember of one side moved: compare with how it came.'],
    };
  },
});

export const alignmentChecks: readonly CheckDefinition[] = (['before', 'after'] as const).flatMap((gate) => [
  wheel(gate, 'front', 'camber', 'Camber', camberAt),
  wheel(gate, 'front', 'caster', 'Caster', casterAt),
  toe(gate, 'front'),
  wheel(gate, 'rear', 'camber', 'Camber, rear', camberAt),
  toe(gate, 'rear'),
  cross(gate, 'camber', 'Cross camber', camberAt),
  cross(gate, 'caster', 'Cross caster', casterAt),
  thrustLine(gate),
  leanBand(gate),
  lean(gate),
  back(gate),
]);
/** What nobody signs away: findings beside the figures, not figures of their own. */
export const alignmentAndMoved: readonly CheckDefinition[] = [...alignmentChecks, ...movedChecks];
export const SIGNED_AWAY = [...new Set(alignmentChecks.map(({ id }) => id))];
