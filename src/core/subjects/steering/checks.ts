import { reachAcross } from '../../driveline/axle';
import { rollSteer, damperLeft } from '../../driveline/steering';
import type { ReadingGate } from '../../document/job';
import { deg, fine, mm, type Phrase } from '../../kernel/phrase';
import { axleOf, cornersOf, isCorner, type Axle, type Corner, type Place } from '../../kernel/places';
import { K, propagate } from '../../kernel/uncertainty/propagate';
import { seen } from '../../record/checks/seen';
import type { CheckDefinition, Worked } from '../../record/checks/types';
import type { Spot } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { shiftAt } from '../axlePlace/place';
import { beams, withTrackBar } from '../axlePlace/points';
import { noseUpAt } from '../stance/rise';
import { centringOf } from './centre';
import { armSlope, barsAlike, bumpSteerLimit, damperStroke, lockAlike, wheelCentre } from './limits';
import { armed, BUMPS, raised, steeredBeam } from './points';
import { below, BUMP_BY, bumpsOf, crossBar, dragLinkAt, jackedAt, trackBarAt, valueOf } from './read';

const BAR_POINTS = ['trackBarSide', 'trackBarLength', 'trackBarFore', 'trackBarHeight'];
const DRAG_POINTS = ['dragLinkSide', 'dragLinkAngle', 'dragLinkLength', 'dragLinkFore'];
const from = (gate: ReadingGate, points: readonly string[], place: Place = 'front'): Record<string, Spot> =>
  Object.fromEntries(points.map((point) => [point, below(gate, point, place)]));
/** What was declared was read; that it is null all the same is a bug of this check. */
const sure = <T>(value: T | null): T => {
  if (value === null) throw new Error('a reading of the steering was declared and is not there');
  return value;
};
const leans = (value: number): string =>
  Math.abs(value) < 0.05 ? 'level' : value > 0 ? 'left end lower' : 'right end lower';

/** A judged figure of the steering: no hand proves it, none of it can hurt by itself. */
const judged = { safetyCritical: false, calculationMayClear: true, quantity: 'angle' } as const;

/** A bar whose ends stand farther apart than it is long was not read as it stands. */
const cannotReach = (w: Workings, gate: ReadingGate): { why: string; next: string } | null => {
  const [drag, track] = [dragLinkAt(w, gate), trackBarAt(w, gate)];
  const name = [['drag link', drag] as const, ['track bar', track] as const].find(
    ([, bar]) => bar && reachAcross(crossBar(bar), bar.height.value) === null,
  )?.[0];
  return name
    ? {
        why: `a ${name} of that length cannot reach between its ends`,
        next: `Read the ${name}’s length, height and run fore and aft again.`,
      }
    : null;
};

/** Drag link and track bar alike in slope: what they are unlike by, bump turns into steering. */
const bars = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'drag-link-track-bar',
  title: 'Drag link against track bar',
  gate,
  required: gate === 'after',
  limit: barsAlike,
  places: (w) => withTrackBar(w.job).filter((axle) => axle === 'front'),
  needs: () => ({ required: { ...from(gate, BAR_POINTS), ...from(gate, DRAG_POINTS) } }),
  notWorkable: (w) => cannotReach(w, gate),
  work: ({ w }) => {
    const [drag, track] = [sure(dragLinkAt(w, gate)), sure(trackBarAt(w, gate))];
    // Bars that hang from opposite sides lean alike where their slopes are mirror images; unlike ends never are.
    const apart = drag.inclination.value - track.inclination.value;
    const longer = drag.length.value - track.length.value;
    return {
      value: apart,
      u: Math.hypot(drag.inclination.u, track.inclination.u),
      formula:
        'inclination of the drag link − that of the track bar, asin(height ÷ length) of its ends; + left end lower',
      summary: [deg(Math.abs(apart)), ' apart; lengths ', mm(Math.abs(longer)), ' apart'],
      next: [
        drag.frame !== track.frame
          ? 'They hang from opposite sides: bump steers it whatever their slopes; bring both frame ends to one side.'
          : 'Bring them parallel: track bar bracket, drop pitman arm or drag link over the knuckle. Try each at this station.',
      ],
      steps: [
        { name: 'Drag link', amount: [deg(Math.abs(drag.inclination.value)), `, ${leans(drag.inclination.value)}`] },
        { name: 'Track bar', amount: [deg(Math.abs(track.inclination.value)), `, ${leans(track.inclination.value)}`] },
        { name: 'Drag link less track bar, length', amount: [mm(longer, true)] },
      ],
      cap:
        drag.frame === track.frame
          ? undefined
          : {
              at: 'Watch',
              why: 'drag link and track bar hang from opposite sides: their ends swing against one another',
            },
    };
  },
});

/** Tie rod against lower arm: the same question where the wheels hang on wishbones. */
const tieRod = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  id: 'tie-rod-arm',
  title: 'Tie rod against lower arm',
  gate,
  required: gate === 'after',
  limit: barsAlike,
  places: (w) => (steeredBeam(w.job) ? [] : ['FL', 'FR']),
  needs: (_w, place) => ({
    required: from(gate, ['tieRodAngle', 'armAngle'], place),
    optional: from(gate, ['tieRodLength', 'armLength']),
  }),
  work: ({ get, maybe }) => {
    const [rod, arm] = [get('tieRodAngle'), get('armAngle')];
    const apart = rod.value - arm.value;
    const [rodLength, armLength] = [maybe('tieRodLength'), maybe('armLength')];
    const longer = rodLength && armLength ? rodLength.value - armLength.value : null;
    return {
      value: apart,
      u: Math.hypot(rod.u, arm.u),
      formula: 'inclination of the tie rod − slope of the lower arm; + outer end lower',
      summary: [
        deg(Math.abs(apart)),
        ' apart',
        ...(longer === null ? [] : ['; lengths ', mm(Math.abs(longer)), ' apart']),
      ],
      next: ['A rack lowered with its crossmember, or a knuckle that carries the rod’s end as high as the arm’s.'],
      steps: [
        { name: 'Tie rod', amount: [deg(rod.value, true)] },
        { name: 'Lower arm', amount: [deg(arm.value, true)] },
        ...(longer === null ? [] : [{ name: 'Tie rod less arm, length', amount: [mm(longer, true)] }]),
      ],
    };
  },
});

const jackedSpots = (w: Workings, gate: ReadingGate): Record<string, Spot> =>
  Object.fromEntries(
    BUMPS.flatMap((n) =>
      ['bumpHeight', 'bumpToe'].map((point): [string, Spot] => [
        `${point}${n}`,
        { gate, point: `${point}${n}`, place: 'FL', state: 'floor' },
      ]),
    ).filter(([, spot]) => jackedAt(w, gate).length === 0 || valueOf(w, spot) !== null),
  );

/** Bump steer by the surest that is known of it: measured, by the linkage, from the bars. */
const bump = (gate: ReadingGate): CheckDefinition => ({
  ...judged,
  quantity: 'fineAngle',
  id: 'bump-steer',
  title: 'Bump steer, per 25 mm',
  gate,
  limit: bumpSteerLimit,
  places: () => ['front'],
  needs: (w) => {
    const measured = jackedAt(w, gate).length > 1;
    const byGeometry = bumpsOf(w, gate).some(({ by }) => by === 'geometry');
    const tape = {
      ...from(gate, [...DRAG_POINTS, 'steeringArm']),
      ...(withTrackBar(w.job).includes('front') ? from(gate, BAR_POINTS) : {}),
    };
    if (measured) return { required: jackedSpots(w, gate), optional: steeredBeam(w.job) ? tape : {} };
    if (byGeometry) return { required: {}, optional: steeredBeam(w.job) ? tape : {} };
    // On wishbones only the toe at jacked heights, or the linkage, tells it.
    return { required: steeredBeam(w.job) ? tape : jackedSpots(w, gate) };
  },
  notWorkable: (w) => (bumpsOf(w, gate).length === 0 ? cannotReach(w, gate) : null),
  work: ({ w }): Worked | null => {
    const all = bumpsOf(w, gate);
    const [told] = all;
    if (!told) return null;
    const others = all.slice(1);
    const off = others.find((o) => Math.abs(Math.abs(o.value) - Math.abs(told.value)) > K * Math.hypot(o.u, told.u));
    return {
      value: told.value,
      u: told.u,
      formula:
        told.by === 'measured'
          ? 'least-squares slope of this wheel’s toe over its travel, a 25 mm'
          : told.by === 'geometry'
            ? 'heading of the left wheel 12.5 mm up − 12.5 mm down, by the linkage'
            : '(change of the drag link’s reach across − the axle’s shift by its track bar) ÷ steering arm, a 25 mm',
      summary: [fine(Math.abs(told.value)), ` a `, mm(25), `, by ${BUMP_BY[told.by]}`],
      next: [
        told.by === 'measured'
          ? 'Drag link and track bar, or tie rod and arm, parallel and alike in length.'
          : 'Measure it: toe of one wheel at three jacked heights, from this station; then bring the bars parallel.',
      ],
      steps: others.map((o) => ({ name: `By ${BUMP_BY[o.by]}`, amount: [fine(o.value, true)] as Phrase })),
      cap: [
        told.assumed && gate === 'after' ? { at: 'Watch', why: 'part of the linkage is only assumed' } : undefined,
        off
          ? { at: 'Watch', why: `${BUMP_BY[told.by]} and ${BUMP_BY[off.by]} disagree by more than both are unsure` }
          : undefined,
      ],
    };
  },
});

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
  places: (w) =>
    LOCKS.every(([place, state]) =>
      ['read', 'stale'].includes(w.figures.figure({ gate: 'after', point: 'lockAngle', place, state }).status),
    )
      ? ['vehicle']
      : [],
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
      summary: [deg(Math.abs(apart)), apart > 0 ? ' more to the left' : ' more to the right'],
      next: ['Steering box or rack to its middle first, then the wheel to its centre by the sleeves; then the stops.'],
      steps: [
        { name: 'To the left', amount: [deg(left.value)] },
        { name: 'To the right', amount: [deg(right.value)] },
      ],
    };
  },
};

const STROKES = ['damperClosed', 'damperOpen'] as const;
const damperRead = (w: Workings): boolean =>
  STROKES.every((point) => valueOf(w, below('after', point)) !== null) &&
  (['floor-left', 'floor-right'] as const).some(
    (state) => valueOf(w, { gate: 'after', point: 'damperLength', place: 'front', state }) !== null,
  );
const stroke: CheckDefinition = {
  id: 'damper-stroke',
  title: 'Steering damper’s stroke at lock',
  gate: 'after',
  safetyCritical: true,
  calculationMayClear: true,
  limit: damperStroke,
  quantity: 'length',
  // Where its lengths are not known, moved on by hand at both locks is the proof.
  places: (w) => (damperRead(w) ? ['front'] : []),
  needs: () => ({
    required: {
      ...from('after', STROKES),
      left: { gate: 'after', point: 'damperLength', place: 'front', state: 'floor-left' },
      right: { gate: 'after', point: 'damperLength', place: 'front', state: 'floor-right' },
    },
  }),
  work: ({ get }) => {
    const [closed, open] = [get('damperClosed'), get('damperOpen')];
    const at = (['left', 'right'] as const).map((lock) => ({
      lock,
      left: propagate(([l = 0, c = 0, o = 0]) => damperLeft(l, c, o), [get(lock), closed, open]),
    }));
    const [least] = [...at].sort((a, b) => a.left.value - b.left.value);
    if (!least) return null;
    return {
      ...least.left,
      formula: 'the lesser of length − closed and open − length, at either lock',
      summary: [mm(least.left.value), ` left at ${least.lock} lock`],
      next: ['Move its bracket or clamp until it ends neither way, or fit one of the right stroke.'],
      steps: at.map(({ lock, left }) => ({ name: `At ${lock} lock`, amount: [mm(left.value, true)] })),
    };
  },
};

const placeAxle = (place: Place): Axle => (isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front');

/** A lower arm's slope; on links and radius arms against the body, whose pitch a gauge zeroed on the floor has in it. */
const slope: CheckDefinition = {
  ...judged,
  id: 'arm-slope',
  title: 'Lower arm’s slope at ride height',
  gate: 'after',
  limit: armSlope,
  places: (w) => [...(steeredBeam(w.job) ? [] : cornersOf('front')), ...armed(w.job)],
  needs: (_w, place) => ({
    required: { slope: below('after', 'armAngle', place) },
    optional: { before: below('before', 'armAngle', place) },
  }),
  work: ({ w, place, get, maybe }) => {
    const read = get('slope');
    const across = isCorner(place);
    const axle = placeAxle(place);
    const nose = across ? null : noseUpAt(w);
    // Nose up raises the axle end of arms that run rearward from a front axle, and lowers that of a rear axle’s.
    const way = axle === 'front' ? 1 : -1;
    const value = read.value + (nose ? way * nose.value : 0);
    const u = Math.hypot(read.u, nose?.u ?? 0);
    const came = maybe('before');
    return {
      value,
      u,
      formula: across
        ? 'slope of the lower arm across the vehicle, + outer end lower'
        : 'slope of the lower arm by the gauge, the body’s pitch since Before taken out; + axle end lower',
      summary: [
        deg(Math.abs(value)),
        value >= 0
          ? across
            ? ', outer end lower'
            : ', axle end lower'
          : across
            ? ', outer end higher'
            : ', axle end higher',
      ],
      next: [
        across
          ? 'A crossmember or differential drop, or less lift: an arm so steep pushes the wheel in and out.'
          : axle === 'front'
            ? 'Arm drop brackets or longer arms: an arm so steep turns every bump into a push rearward.'
            : 'Arm brackets lower on the body: an arm so steep steers the axle as the body leans.',
      ],
      steps: [
        ...(came ? [{ name: 'It came', amount: [deg(came.value, true)] as Phrase }] : []),
        ...(axle === 'rear' && !across
          ? [
              {
                name: 'Roll steer of the rear axle, a degree of roll (lower arms alone)',
                amount: [deg(Math.abs(rollSteer(value))), value >= 0 ? ' out of the turn' : ' into the turn'] as Phrase,
              },
            ]
          : []),
        ...(nose ? [{ name: 'Body nose up since Before', amount: [deg(nose.value, true)] as Phrase }] : []),
      ],
      cap:
        !across && !nose
          ? { at: 'Watch', why: 'the body’s pitch is not known: heights of Before and After are missing' }
          : undefined,
    };
  },
};

const poke = (place: Place): Record<string, Spot> =>
  Object.fromEntries(
    cornersOf(placeAxle(place)).map((corner, i) => [
      i === 0 ? 'left' : 'right',
      { gate: 'after' as const, point: 'poke', place: corner, state: 'floor' as const },
    ]),
  );
/** Unlike poke left and right: what of it the axle’s own place explains, and what is left to wheels or body. */
const unequalPoke: CheckDefinition = {
  ...judged,
  quantity: 'length',
  id: 'poke-even',
  title: 'Poke left against right',
  gate: 'after',
  limit: null,
  places: (w) => beams(w.job).filter((axle) => Object.values(poke(axle)).every((spot) => valueOf(w, spot) !== null)),
  needs: (_w, place) => ({
    required: {
      ...poke(place),
      ...Object.fromEntries(
        cornersOf(placeAxle(place)).map((corner) => [
          corner,
          { gate: 'after' as const, point: 'frameToTyre', place: corner, state: 'floor' as const },
        ]),
      ),
    },
  }),
  work: ({ w, place, get }) => {
    const [left, right] = [get('left'), get('right')];
    const shift = sure(shiftAt(w, placeAxle(place), 'after'));
    const half = (left.value - right.value) / 2;
    const rest = half - shift.value;
    const u = Math.hypot(left.u / 2, right.u / 2, shift.u);
    const explained = Math.abs(rest) <= K * u;
    return {
      value: rest,
      u,
      limit: { clear: Math.max(K * u, 3), stop: 1000, source: 'what both are unsure by', rule: 'comfort' },
      neverStop: true,
      formula: '(poke left − right) ÷ 2 − the axle’s shift to the left',
      summary: explained
        ? [mm(Math.abs(half) * 2), ' apart: the axle’s place explains it']
        : [mm(Math.abs(half) * 2), ' apart: ', mm(Math.abs(rest)), ' a side more than the axle’s place explains'],
      next: [
        'Wheels of unlike offset or spacer, a bent arch, or body off the frame’s middle: look at offset stamps first.',
      ],
      steps: [
        { name: 'By the axle’s place', amount: [mm(shift.value, true)] },
        { name: 'Left to wheels or body', amount: [mm(rest, true)] },
      ],
    };
  },
};

export const steeringChecks: readonly CheckDefinition[] = [
  bars('before'),
  bars('after'),
  tieRod('before'),
  tieRod('after'),
  bump('before'),
  bump('after'),
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
    says: (_w, _place, choice) =>
      choice === 'ends'
        ? {
            verdict: 'Stop',
            summary: ['at its end, or it touches'],
            next: ['A damper that ends before the lock stops the steering: move its bracket, or another stroke.'],
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
  slope,
  unequalPoke,
];
