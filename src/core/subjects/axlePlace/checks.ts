import { mm, atLeastMm, fine, type Phrase } from '../../kernel/phrase';
import { cornersOf, type Axle, type Place } from '../../kernel/places';
import { K } from '../../kernel/uncertainty/propagate';
import type { ReadingGate } from '../../document/job';
import { GENERAL, type LimitFigure } from '../../record/checks/limit';
import type { CheckDefinition, WorkedFigure } from '../../record/checks/types';
import { changedSince } from '../../record/pointRules';
import type { Spot } from '../../record/figures';
import { barCentring, barPredicts, parallelAt, rearOf, shiftAt, turnedInOpenings, wentForward } from './place';
import { beams, withTrackBar } from './points';

const length = { quantity: 'length', sense: 'most', source: GENERAL, rule: 'function' } as const;
export const offCentre: LimitFigure = { ...length, id: 'axleOffCentre', name: 'Axle off centre', clear: 5, stop: 12 };
export const foreAft: LimitFigure = {
  ...length,
  id: 'axleForeAft',
  name: 'Axle fore-aft from its place in the opening',
  clear: 8,
  stop: 20,
};
export const parallel: LimitFigure = {
  id: 'axlesParallel',
  name: 'Axles out of parallel',
  quantity: 'fineAngle',
  sense: 'most',
  clear: 0.2,
  stop: 0.5,
  source: GENERAL,
  rule: 'function',
};

/** Less than half a sixteenth of an inch is not there in either unit, mm. */
const SEEN = 0.8;
const axleAt = (place: Place): Axle => (place === 'front' ? 'front' : 'rear');
const at = (gate: ReadingGate, point: string, place: Place): Spot => ({ gate, point, place, state: 'floor' });
const sides = (gate: ReadingGate, point: string, axle: Axle): Record<string, Spot> =>
  Object.fromEntries(cornersOf(axle).map((corner) => [`${point} ${gate} ${corner}`, at(gate, point, corner)]));
const barSpots = (gate: ReadingGate, axle: Axle): Record<string, Spot> =>
  Object.fromEntries(
    ['trackBarLength', 'trackBarFore', 'trackBarHeight'].map((point) => [
      `${point} ${gate}`,
      { gate, point, place: axle, state: 'below' as const },
    ]),
  );
/** What was declared was read; that it is null all the same is a bug of this check. */
const sure = <T>(value: T | null): T => {
  if (value === null) throw new Error('a reading of the axle’s place was declared and is not there');
  return value;
};
const goes = (value: number): Phrase =>
  Math.abs(value) < SEEN ? ['nowhere'] : [mm(Math.abs(value)), ` ${toSide(value)}`];
const toSide = (value: number): string => (value > 0 ? 'to the left' : 'to the right');

const centre = (gate: ReadingGate): CheckDefinition => ({
  id: 'axle-centre',
  title: 'Axle under the middle of the frame',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: offCentre,
  quantity: 'length',
  places: (w) => beams(w.job),
  needs: (w, place) => ({
    required: sides(gate, 'frameToTyre', axleAt(place)),
    optional: {
      ...(gate === 'after' ? sides('before', 'frameToTyre', axleAt(place)) : {}),
      ...(withTrackBar(w.job).includes(axleAt(place)) ? barSpots(gate, axleAt(place)) : {}),
    },
  }),
  work: ({ w, place }): WorkedFigure => {
    const axle = axleAt(place);
    const shift = sure(shiftAt(w, axle, gate));
    const came = gate === 'after' ? shiftAt(w, axle, 'before') : null;
    const longer = gate === 'after' ? barCentring(w, axle) : null;
    const off = Math.abs(shift.value);
    return {
      ...shift,
      formula: '(frame to tyre, left − right) ÷ 2, + to the left',
      summary: off < SEEN ? ['in the middle'] : [mm(off), ` ${toSide(shift.value)}`],
      next:
        longer !== null
          ? ['Track bar ', mm(Math.abs(longer)), ` ${longer > 0 ? 'longer' : 'shorter'} brings it back.`]
          : withTrackBar(w.job).includes(axle)
            ? ['An adjustable track bar, or its bracket, brings it back: tape the bar for by how much.']
            : ['Arms or leaves hold it there: look for a bent seat, bush or centre bolt.'],
      steps: [
        ...(came
          ? [
              {
                name: 'It came',
                amount:
                  Math.abs(came.value) < SEEN
                    ? ['in the middle']
                    : [mm(Math.abs(came.value)), ` ${toSide(came.value)}`],
              },
            ]
          : []),
        ...(longer !== null ? [{ name: 'Track bar, for the middle', amount: [mm(longer, true)] }] : []),
      ],
    };
  },
});

const inOpening: CheckDefinition = {
  id: 'axle-fore-aft',
  title: 'Axle fore and aft in its opening',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: foreAft,
  quantity: 'length',
  places: () => ['front', 'rear'],
  needs: (_w, place) => ({
    required: Object.fromEntries(
      (['before', 'after'] as const).flatMap((gate) =>
        ['openingFront', 'openingRear'].flatMap((point) => Object.entries(sides(gate, point, axleAt(place)))),
      ),
    ),
  }),
  work: ({ w, place }): WorkedFigure => {
    const { mean, apart } = sure(wentForward(w, axleAt(place)));
    const off = Math.abs(mean.value);
    return {
      ...mean,
      formula: '(rear edge − front edge) ÷ 2 of each hub in its opening, After − Before, mean of both sides; + forward',
      summary:
        off < SEEN
          ? ['where it came']
          : [mm(off), mean.value > 0 ? ' forward of where it came' : ' rearward of where it came'],
      next: ['Lower arms, or leaf seats, bring it back: ', atLeastMm(off), mean.value > 0 ? ' rearward.' : ' forward.'],
      steps: [{ name: 'Left against right', amount: [mm(apart, true)] }],
    };
  },
};

const square = (gate: ReadingGate): CheckDefinition => ({
  id: 'axles-parallel',
  title: 'Axles parallel',
  gate,
  safetyCritical: false,
  calculationMayClear: true,
  required: true,
  limit: parallel,
  quantity: 'fineAngle',
  places: () => ['vehicle'],
  needs: () => ({
    required: { left: at(gate, 'wheelbaseSide', 'RL'), right: at(gate, 'wheelbaseSide', 'RR') },
    ...(gate === 'after'
      ? {
          optional: {
            'left before': at('before', 'wheelbaseSide', 'RL'),
            'right before': at('before', 'wheelbaseSide', 'RR'),
          },
        }
      : {}),
  }),
  work: ({ w, get, maybe }): WorkedFigure => {
    const out = sure(parallelAt(w, gate));
    const [left, right] = [get('left').value, get('right').value];
    const [l0, r0] = [maybe('left before'), maybe('right before')];
    const apart = Math.abs(left - right);
    const longer = left > right ? 'left' : 'right';
    const [ahead, back] = left > right ? ['left', 'right'] : ['right', 'left'];
    const rear = rearOf(w, gate);
    return {
      ...out,
      formula: 'atan((wheelbase left − right) ÷ mean track), + rear axle yawed to the left against the front',
      summary:
        apart < SEEN
          ? ['wheelbase alike on both sides']
          : [mm(apart), ` longer on the ${longer}: `, fine(Math.abs(out.value))],
      next: [
        `Rear axle: ${ahead} hub `,
        mm(apart / 2),
        ` forward, ${back} one as much rearward; or the front axle the other way about. Which one it is, the openings tell: arms of one side, or a leaf’s seat.`,
      ],
      steps: [
        ...(l0 && r0 ? [{ name: 'It came', amount: [mm(l0.value - r0.value, true), ' left against right'] }] : []),
        ...(['front', 'rear'] as const).flatMap((axle) => {
          const turned = turnedInOpenings(w, axle, gate);
          return turned
            ? [
                {
                  name: `${axle === 'front' ? 'Front' : 'Rear'} axle in its openings${gate === 'after' ? ', since Before' : ', body tolerance in it'}`,
                  amount: [fine(Math.abs(turned.value)), turned.value > 0 ? ' to the left' : ' to the right'],
                },
              ]
            : [];
        }),
        ...(rear
          ? [
              { name: 'Thrust, the housing straight, + to the right', amount: [fine(rear.thrust, true)] },
              {
                name: 'Rear toe left and right, the housing straight',
                amount: [fine(rear.toeLeft, true), ' and ', fine(rear.toeRight, true)],
              },
              ...(rear.camberLeft === null
                ? []
                : [
                    {
                      name: 'Rear camber left, the housing straight; right the other way',
                      amount: [fine(rear.camberLeft, true)],
                    },
                  ]),
            ]
          : []),
      ],
    };
  },
});

/** What the bar's own arc makes of the lift, against what the tape found: further apart than both are unsure is a finding. */
const predicted: CheckDefinition = {
  id: 'track-bar-arc',
  title: 'Axle where its track bar’s arc puts it',
  gate: 'after',
  safetyCritical: false,
  calculationMayClear: true,
  limit: null,
  quantity: 'length',
  places: (h) =>
    // Another bar, or a moved bracket, has another arc than the one that was taped.
    changedSince(h.job, 'track-bar-or-arm')
      ? []
      : withTrackBar(h.job).filter((axle) =>
          ['trackBarSide', 'trackBarLength', 'trackBarFore', 'trackBarHeight'].every((point) =>
            h.wasRead({ gate: 'before', point, place: axle, state: 'below' }),
          ),
        ),
  needs: (_w, place) => ({
    required: {
      ...sides('before', 'frameToTyre', axleAt(place)),
      ...sides('after', 'frameToTyre', axleAt(place)),
      ...barSpots('before', axleAt(place)),
    },
  }),
  work: ({ w, place }): WorkedFigure | null => {
    const axle = axleAt(place);
    const says = barPredicts(w, axle, 'after');
    const [was, is] = [shiftAt(w, axle, 'before'), shiftAt(w, axle, 'after')];
    if (!says || !was || !is) return null;
    const went = is.value - was.value;
    const u = Math.hypot(says.left.u, was.u, is.u);
    return {
      value: went - says.left.value,
      u,
      limit: { clear: Math.max(K * u, 3), stop: 1000, source: 'what both are unsure by', rule: 'comfort' },
      neverStop: true,
      formula: 'shift After − shift Before − what the bar’s arc takes it over the travel',
      summary: ['went ', ...goes(went), '; the bar it came with takes it ', ...goes(says.left.value)],
      next: ['Another bar, a moved bracket, or a soft or worn bush: say which in a change, or look.'],
      steps: [
        { name: 'By the bar’s arc', amount: [mm(says.left.value, true)] },
        { name: 'Bar that would hold it', amount: [mm(says.length)] },
      ],
    };
  },
};

export const axlePlaceChecks: readonly CheckDefinition[] = [
  centre('before'),
  centre('after'),
  inOpening,
  square('before'),
  square('after'),
  predicted,
];
