import { damperLeft } from '../../gauge/steering';
import type { ReadingGate } from '../../document/job';
import { deg, mm, type Phrase } from '../../kernel/phrase';
import { type Corner } from '../../kernel/places';
import { K, propagate } from '../../kernel/uncertainty/propagate';
import { limitOn } from '../../record/checks/limit';
import type { History } from '../../record/history';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { centringOf } from './centre';
import { damperStroke, lockAlike, wheelCentre } from './limits';
import { raised, steeredBeam } from './points';
import { below } from './read';

import { from, judged } from './shared';
const turnsSaid = (turns: number): string =>
  `${turns.toFixed(2).replace(/\.?0+$/, '') || '0'} turn${Math.abs(turns - 1) < 0.005 ? '' : 's'}`;

/** The steering wheel against straight road wheels, and what centres it. */
const centre = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'wheel-centre',
  title: 'Steering wheel centred',
  gate,
  required: gate === 'after',
  limit: wheelCentre,
  places: () => ['vehicle'],
  needs: (w) => ({
    required: { off: { gate, point: 'wheelOff', place: 'vehicle', state: 'floor' } },
    ...(gate === 'after'
      ? {
          optional: from(
            'after',
            steeredBeam(w.job)
              ? ['dragLinkSide', 'steeringArm', 'pitmanArm', 'boxRatio', 'sleeveLead']
              : ['rackTravel', 'rackPlace', 'sleeveLead'],
          ),
        }
      : {}),
  }),
  work: ({ w, get }) => {
    const off = get('off');
    const cure = centringOf(w, gate);
    const size = Math.abs(off.value);
    const longer = cure && cure.longer.value > 0;
    const how: Phrase = !cure
      ? [
          steeredBeam(w.job)
            ? 'Drag-link sleeve: read pitman arm, box ratio and thread, and the turns stand here.'
            : 'Tie-rod sleeves, one longer, one shorter: read rack and thread, and the turns stand here.',
        ]
      : [
          cure.part === 'drag link'
            ? 'Drag link '
            : `${longer ? 'Left' : 'Right'} tie rod longer, the other shorter, each by `,
          mm(Math.abs(cure.longer.value)),
          cure.part === 'drag link' ? (longer ? ' longer' : ' shorter') : '',
          cure.turns === null ? '' : `: ${turnsSaid(cure.turns)} of the sleeve`,
          '. Try one turn first and look which way the wheel goes.',
        ];
    return {
      value: off.value,
      u: off.u,
      formula: 'the steering wheel off level with the road wheels straight, + turned to the left',
      summary: size < 0.05 ? ['centred'] : [deg(size), off.value > 0 ? ' to the left' : ' to the right'],
      next: [...how, ' Then the sensor is zeroed.'],
      steps: cure
        ? [
            {
              name: cure.part === 'drag link' ? 'Drag link, to centre it' : 'Left tie rod, to centre it',
              amount: [mm(cure.longer.value, true)],
            },
            ...(cure.turns === null
              ? []
              : [{ name: 'Turns of the sleeve', amount: [turnsSaid(cure.turns)] as Phrase }]),
          ]
        : [],
    };
  },
});

const LOCKS: readonly [Corner, Spot['state']][] = [
  ['FL', 'floor-left'],
  ['FR', 'floor-right'],
];
/** Each inner wheel at its own lock: unlike, the box is off its middle or a stop is. */
const locks: CheckDefinition = {
  ...judged,
  id: 'lock-alike',
  title: 'Lock left and right alike',
  gate: 'after',
  limit: lockAlike,
  // Asked once steering was touched; read, it is judged whoever asked.
  places: (h) =>
    LOCKS.every(([place, state]) => h.wasRead({ gate: 'after', point: 'lockAngle', place, state })) ? ['vehicle'] : [],
  needs: () => ({
    required: Object.fromEntries(
      LOCKS.map(([place, state]) => [state, { gate: 'after' as const, point: 'lockAngle', place, state }]),
    ),
  }),
  work: ({ get }) => {
    const [left, right] = [get('floor-left'), get('floor-right')];
    const apart = left.value - right.value;
    return {
      value: apart,
      u: Math.hypot(left.u, right.u),
      formula: 'turn of the left wheel at left lock − of the right wheel at right lock',
      summary:
        Math.abs(apart) < 0.05
          ? ['alike both ways']
          : [deg(Math.abs(apart)), apart > 0 ? ' more to the left' : ' more to the right'],
      next: ['Steering box or rack to its middle first, then the wheel to its centre by the sleeves; then the stops.'],
      steps: [
        { name: 'To the left', amount: [deg(left.value)] },
        { name: 'To the right', amount: [deg(right.value)] },
      ],
    };
  },
};

/** Where an end of a damper is that nobody knows: out of the way of the other, mm. */
const FAR = { in: { value: -10_000, u: 0 }, out: { value: 10_000, u: 0 } } as const;
const STROKES = ['damperClosed', 'damperOpen'] as const;
const damperAt = (state: 'floor-left' | 'floor-right'): Spot => ({
  gate: 'after',
  point: 'damperLength',
  place: 'front',
  state,
});
/** Whether a length that its maker states, or that is read off the vehicle, was ever known. */
const strokeRead = (h: History, point: (typeof STROKES)[number]): boolean =>
  (['before', 'after'] as const).some((gate) => h.wasRead(below(gate, point)));
/** A damper whose length was read at a lock, and one of its ends. */
const damperRead = (h: History): boolean =>
  STROKES.some((point) => strokeRead(h, point)) &&
  (['floor-left', 'floor-right'] as const).some((state) => h.wasRead(damperAt(state)));
/** Whether any of it was read as it came: taken off is not the same as never there. */
const hadDamper = ({ history }: Workings): boolean =>
  [
    ...STROKES.map((point) => below('before', point)),
    ...(['floor-left', 'floor-right'] as const).map((state): Spot => ({
      gate: 'before',
      point: 'damperLength',
      place: 'front',
      state,
    })),
  ].some((spot) => history.wasRead(spot));
const stroke: CheckDefinition = {
  id: 'damper-stroke',
  title: 'Steering damper’s stroke at lock',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: damperStroke,
  quantity: 'length',
  // Where its lengths are not known, moved on by hand at both locks is the proof.
  places: (h) => (damperRead(h) ? ['front'] : []),
  needs: (w) => ({
    required: {
      ...from(
        'after',
        STROKES.filter((point) => strokeRead(w.history, point)),
      ),
      left: damperAt('floor-left'),
      right: damperAt('floor-right'),
    },
    optional: {
      ...from('after', STROKES),
      proof: { gate: 'after', point: 'damperFree', place: 'vehicle', state: 'floor' },
    },
  }),
  work: ({ w, get, maybe, proof }) => {
    const [closed, open] = [maybe('damperClosed'), maybe('damperOpen')];
    // The end that nobody knows takes nothing off the other.
    const ends = [closed ?? FAR.in, open ?? FAR.out];
    const at = (['left', 'right'] as const).map((lock) => ({
      lock,
      left: propagate(([l = 0, c = 0, o = 0]) => damperLeft(l, c, o), [get(lock), ...ends]),
    }));
    const [least] = [...at].sort((a, b) => a.left.value - b.left.value);
    if (!least) return null;
    const short = least.left.value - K * least.left.u < limitOn(w.job, damperStroke).stop;
    const unread = STROKES.filter((point) => !maybe(point));
    const seen = proof('proof');
    return {
      // Its other end by hand: what stops there is felt there.
      cap:
        unread.length > 0 && !short && seen?.choice !== 'free'
          ? {
              at: 'Not measured',
              why: `one end of the damper is not known: its ${unread.includes('damperOpen') ? 'open' : 'closed'} length`,
              spots: unread.map((point) => below('after', point)),
            }
          : undefined,
      ...least.left,
      formula: 'the lesser of length − closed and open − length, at either lock',
      summary: [mm(least.left.value), ` left at ${least.lock} lock`],
      next: ['Move its bracket or clamp until it ends neither way, or fit one of the right stroke.'],
      steps: at.map(({ lock, left }) => ({ name: `At ${lock} lock`, amount: [mm(left.value, true)] })),
    };
  },
};

export const wheelChecks: readonly CheckDefinition[] = [
  centre('before'),
  centre('after'),
  {
    ...seen('sensor-zeroed', 'Wheel straight and its sensor zeroed before the first drive', 'sensorZeroed', true),
    says: (_w, _place, choice) =>
      choice === 'not-yet'
        ? {
            verdict: 'Stop',
            summary: ['not yet'],
            next: ['Centre the wheel, zero the sensor by the maker’s method, then drive.'],
          }
        : { verdict: 'Clear', summary: [choice === 'none' ? 'straight; no sensor' : 'straight, and zeroed'], next: [] },
  },
  {
    ...seen('steering-damper', 'Steering damper at both locks', 'damperFree', true),
    says: (w, _place, choice) =>
      choice === 'ends'
        ? {
            verdict: 'Stop',
            summary: ['at its end, or it touches'],
            next: ['A damper that ends before the lock stops the steering: move its bracket, or another stroke.'],
          }
        : choice === 'none' && hadDamper(w)
          ? {
              verdict: 'Watch',
              summary: ['there is none, and it came with one'],
              next: ['Told to the customer: without its damper a steered beam shakes sooner.'],
            }
          : {
              verdict: 'Clear',
              summary: [choice === 'none' ? 'there is none' : 'goes on both ways at both locks'],
              next: [],
            },
  },
  {
    ...seen('steering-shaft', 'Steering shaft engaged after the body lift', 'shaftEngaged', true),
    places: (w) => (raised(w.job) ? ['vehicle'] : []),
  },
  locks,
  stroke,
];
