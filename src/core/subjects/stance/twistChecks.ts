import { lipIsAltered } from '../common/altered';
import { axleOf, CORNERS, cornersOf, PLACE_NAME, type Corner } from '../../kernel/places';
import type { ReadingGate } from '../../document/job';
import { type FourCorners } from './heights';
import { risesBy } from './rise';
import { corrections, readAgainFirst, twistMm } from './twist';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import { fourHeights, fourRises, heightOf, heightSpots, loadCap, loadSpots, riseOf, settleCap } from './heightNeeds';
import { mm, type Phrase } from '../../kernel/phrase';
import type { CheckDefinition, WorkInput } from '../../record/checks/types';

const twisting = {
  safetyCritical: false,
  calculationMayClear: true,
  quantity: 'length',
  limit: null,
  places: () => ['vehicle'] as const,
} as const;

/** The widest that repeats lie apart at a corner, over the readings that its figure is made of. mm. */
function spreadAt(input: WorkInput, gate: ReadingGate, corner: Corner, change: boolean): number {
  const byMark = change && risesBy(input.job, corner) === 'mark';
  const names = change
    ? byMark
      ? [`mark before ${corner}`, `mark after ${corner}`]
      : [`before ${corner}`, `after ${corner}`]
    : [`${gate} ${corner}`];
  const radii = byMark ? [] : names.map((name) => `${name} radius`);
  return Math.max(...[...names, ...radii].map((name) => input.maybe(name)?.spread ?? 0));
}

/** What a corner was expected to read, mm: as planned; where nothing says, its axle's own mean. */
function expectedAt(input: WorkInput, gate: ReadingGate, corner: Corner, change: boolean, h: FourCorners): number {
  const { reference, plan } = input.job;
  const front = axleOf(corner) === 'front';
  const wanted = front ? plan.liftFront : plan.liftRear;
  const [a, b] = cornersOf(axleOf(corner));
  const mean = (h[a] + h[b]) / 2;
  if (change) return wanted ?? mean;
  const stock = front ? reference.front : reference.rear;
  if (gate === 'before') return stock ?? mean;
  // Where it came and what was planned on top tells it best; a lip's alteration raises the tape's end with it.
  const read = Object.keys(heightSpots(input.job, 'before', corner)).every((name) => input.maybe(name));
  const came = read ? heightOf(input, 'before', corner).value : stock;
  return came === null || wanted === null ? mean : came + wanted;
}

/** Turns a twist of four figures into a verdict; `change` compares After with Before, where body tolerance cancels. */
function twistOf(input: WorkInput, gate: ReadingGate, change: boolean) {
  const { trackFront, trackRear } = input.job.vehicle;
  const four: Uncertain[] = CORNERS.map((corner) => (change ? riseOf(input, corner) : heightOf(input, gate, corner)));
  const shape = ([FL = 0, FR = 0, RL = 0, RR = 0]: number[]): FourCorners => ({ FL, FR, RL, RR });
  const residual = propagate((values) => twistMm(shape(values), trackFront, trackRear), four);
  const h = shape(four.map((figure) => figure.value));
  const cures = corrections(h, trackFront, trackRear);
  const spread = shape(CORNERS.map((c) => spreadAt(input, gate, c, change)));
  const off = shape(CORNERS.map((c) => Math.abs(h[c] - expectedAt(input, gate, c, change, h))));
  const first = readAgainFirst(spread, off);
  const bad = Math.abs(residual.value) > 3 * residual.u;
  const summary: Phrase = [
    'corners twist ',
    mm(Math.abs(residual.value)),
    bad ? '' : '; passing does not prove equal springs',
  ];
  return {
    ...residual,
    limit: {
      clear: 3 * residual.u,
      stop: 3 * residual.u,
      source: 'three combined standard uncertainties of these readings',
      rule: 'comfort' as const,
    },
    summary,
    next: [
      `Read ${PLACE_NAME[first].toLowerCase()} height again first`,
      '; else: floor out of level, a tyre pressure, a bent lip or body tolerance.',
    ] as Phrase,
    formula:
      '(FL − FR)/front track − (RL − RR)/rear track, shown over the mean track; any one of the four corrections cures it',
    steps: CORNERS.map((corner) => ({
      name: `Cured if ${PLACE_NAME[corner].toLowerCase()} reads`,
      amount: [mm(cures[corner], true), ' different'] as Phrase,
    })),
    // Where it came, a body's own tolerance twists it too; After less Before that cancels.
    neverStop: !change,
  };
}

export const twistAt = (gate: ReadingGate): CheckDefinition => ({
  ...twisting,
  id: 'twist',
  early: true,
  title: 'Twist of the four corners',
  gate,
  needs: (w) => ({
    required: fourHeights(w.job, gate),
    ...(gate === 'after' ? { optional: fourHeights(w.job, 'before') } : {}),
  }),
  notWorkable: (w) =>
    gate === 'after' && lipIsAltered(w.job)
      ? {
          why: 'a lip is altered: its height no longer tells of the body',
          next: 'The fixed body mark does: see Twist, After less Before.',
        }
      : null,
  work: (input) => ({
    ...twistOf(input, gate, false),
    cap: gate === 'after' ? settleCap(input.figures, CORNERS) : undefined,
  }),
});

export const twistChange: CheckDefinition = {
  ...twisting,
  id: 'twist-change',
  title: 'Twist, After less Before',
  gate: 'after',
  needs: (w) => ({ required: fourRises(w.job), optional: loadSpots }),
  work: (input) => ({
    ...twistOf(input, 'after', true),
    cap: [loadCap(input), settleCap(input.figures, CORNERS)],
  }),
};
