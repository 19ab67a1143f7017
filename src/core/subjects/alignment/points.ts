import type { JobDocument, ReadingGate } from '../../document/job';
import { CORNERS } from '../../kernel/places';
import { BOTH, FRONT, length, observation, spots, type AskedAt, type Point } from '../../record/point';
import { latestStanding } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import { asMirror, firstOf } from './mirrored';
import type { Tells } from '../../record/stale';
import { shockHolds } from '../common/where';

/** Camber, caster and toe are read against the height and the load. */
const ALIGNED: readonly Tells[] = ['alignment'];

/** How a shop reads its alignment: with a stand, with gauge and tape or strings, or caster from camber at two turns. */
export const WAYS = [
  { id: 'gauge', name: 'Gauge on a machined face, toe by tape', good: true },
  { id: 'turned', name: 'Gauge, caster by turning the wheels', good: true },
  { id: 'string', name: 'Gauge on a machined face, toe by strings alongside', good: true },
  { id: 'stand', name: 'Alignment stand', good: true },
] as const;
export type AlignedBy = (typeof WAYS)[number]['id'];

/** How it is read at a gate: what was last said there; by gauge and tape where nobody said. */
export function wayOf(job: JobDocument, gate: ReadingGate): AlignedBy {
  const said = latestStanding(job, 'alignedBy', (r) => r.gate === gate && r.answer === 'observed')?.text;
  return WAYS.find((way) => way.id === said)?.id ?? 'gauge';
}
const when =
  (...ways: readonly AlignedBy[]) =>
  (job: JobDocument, { gate }: AskedAt): boolean =>
    ways.includes(wayOf(job, gate));

/** Points of one way come on the route where the shop reads it that way. */
const ROUTE = 'alignment';
const angle = {
  ...length,
  quantity: 'angle',
  gates: BOTH,
  asked: 'both gates',
  always: true,
  signed: true,
  alsoStale: shockHolds,
  tells: ALIGNED,
  route: ROUTE,
  drawing: { of: 'linkage' },
} as const;
const byStand = { ...angle, instrument: 'alignment-rack', essential: when('stand'), seconds: 6 } as const;
const byGauge = { ...angle, instrument: 'digital-gauge', seconds: 10 } as const;
const span = {
  ...length,
  gates: BOTH,
  asked: 'both gates',
  always: true,
  essential: when('gauge', 'turned'),
  route: ROUTE,
  drawing: { of: 'alignment', tape: 'toe' },
  alsoStale: shockHolds,
  tells: ALIGNED,
  seconds: 12,
  where: () => spots(['front'], 'floor'),
} as const;

const string = {
  ...span,
  essential: when('string'),
  drawing: { of: 'alignment', tape: 'string' },
  where: () => spots(CORNERS, 'floor'),
  range: [20, 600],
  seconds: 8,
} as const;

/** A minute of arc typed for a degree is sixty times too large; no wheel that rolls leans or steers so far by itself. */
const asMinutes =
  (most: number): NonNullable<Point['doubt']> =>
  (_job, value) =>
    Math.abs(value) > most
      ? ['That is ', { quantity: 'fineAngle', value }, '. Were minutes typed for degrees? 12′ is 0°12′, or 0.2.']
      : null;

/** Ends whose tyres changed unlike lean the vehicle, and caster with it, mm: a tenth of a degree over a wheelbase. */
const UNLIKE = 10;
/** Whether the tyres that were fitted made the ends differ from how they came. */
function endsDiffer(job: JobDocument): boolean {
  const size = (gate: ReadingGate, place: 'front' | 'rear'): number | null =>
    latestStanding(job, 'tyreDiameter', (r) => r.gate === gate && r.place === place && r.value !== null)?.value ?? null;
  const of = (gate: ReadingGate): number | null => {
    const [front, rear] = [size(gate, 'front'), size(gate, 'rear')];
    return front === null || rear === null ? null : front - rear;
  };
  const [was, is] = [of('before'), of('after')];
  return was !== null && is !== null && Math.abs(is - was) > UNLIKE;
}
/** Caster is read against level: tyres of another size at one end turn the whole vehicle. */
const leansWithTyres: NonNullable<Point['alsoStale']> = (job, at) => [
  ...shockHolds(job, at),
  ...(changedSince(job, 'tyre-or-wheel') && endsDiffer(job) ? (['tyre-or-wheel'] as const) : []),
];

const CAMBER = ['camber', 'camberGauge'];
const CASTER = ['caster', 'casterGauge'];

/** What is set at the wheels, by whichever way a shop reads it. */
export const alignmentPoints: readonly Point[] = [
  {
    ...observation,
    id: 'alignedBy',
    label: 'How is the alignment read?',
    short: 'alignment read by',
    how: 'On level ground or a stand, tyres at pressure, rolled and bounced, steering wheel held straight.',
    gates: BOTH,
    asked: 'both gates',
    always: true,
    choices: WAYS,
    lap: 'rest',
    seconds: 3,
    tells: [],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    ...byStand,
    id: 'camber',
    label: 'Camber',
    short: 'camber',
    how: 'From the stand, wheels straight. Plus when the top leans out.',
    range: [-3, 3],
    doubt: firstOf(asMinutes(8), asMirror(CAMBER)),
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...byStand,
    id: 'toe',
    label: 'Toe of this wheel',
    short: 'toe',
    how: 'From the stand, steering wheel straight. Plus is toe-in. As a length with its diameter: 3 mm at 711 mm.',
    range: [-1.5, 1.5],
    doubt: asMinutes(3),
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...byStand,
    id: 'caster',
    alsoStale: leansWithTyres,
    label: 'Caster',
    short: 'caster',
    how: 'From the stand’s steer sweep. Plus when the top of the steering axis leans rearward.',
    range: [-2, 12],
    doubt: firstOf(asMinutes(18), asMirror(CASTER)),
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...angle,
    id: 'axisLean',
    label: 'Steering-axis lean',
    short: 'axis lean',
    how: 'From the stand’s steer sweep, where it gives it. Plus when the top leans in.',
    instrument: 'alignment-rack',
    essential: false,
    // On the full route: a stand gives it, a gauge seldom does.
    route: undefined,
    seconds: 6,
    range: [4, 18],
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...byGauge,
    id: 'camberGauge',
    label: 'Camber, gauge across the rim',
    short: 'camber by gauge',
    how: 'Upright across the rim’s lips, wheels straight, zeroed on the ground beside the tyre. Plus when the top leans out.',
    essential: when('gauge', 'turned', 'string'),
    ways: { plus: 'Top leans out', minus: 'Top leans in', picture: 'camber' },
    drawing: { of: 'alignment', tape: 'camber' },
    range: [-3, 3],
    doubt: firstOf(asMinutes(8), asMirror(CAMBER)),
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...byGauge,
    id: 'casterGauge',
    alsoStale: leansWithTyres,
    label: 'Caster, gauge on a machined face of the knuckle',
    short: 'caster by gauge',
    how: 'On a face square to the steering axis it reads caster itself; held along both ball joints, take what it lacks of upright. Which face, and what it stands off by, in the remark.',
    essential: when('gauge', 'string'),
    ways: { plus: 'Top leans rearward', minus: 'Top leans forward', picture: 'caster' },
    drawing: { of: 'alignment', tape: 'caster' },
    range: [-2, 12],
    doubt: asMirror(CASTER),
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...byGauge,
    id: 'camberOut',
    alsoStale: leansWithTyres,
    label: 'Camber with the wheel’s front turned outboard',
    short: 'camber, turned out',
    how: 'Turned 15° to 20° by plates or chalk lines; gauge across the rim as before. Plus when the top leans out.',
    essential: when('turned'),
    ways: { plus: 'Top leans out', minus: 'Top leans in', picture: 'camber' },
    drawing: { of: 'alignment', tape: 'camber' },
    range: [-6, 6],
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...byGauge,
    id: 'camberIn',
    alsoStale: leansWithTyres,
    label: 'Camber with its front turned inboard, as far',
    short: 'camber, turned in',
    how: 'As far the other way. Plus when the top leans out.',
    essential: when('turned'),
    ways: { plus: 'Top leans out', minus: 'Top leans in', picture: 'camber' },
    drawing: { of: 'alignment', tape: 'camber' },
    range: [-6, 6],
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...byGauge,
    id: 'turnedBy',
    label: 'How far it was turned each way',
    short: 'turned each way',
    how: 'By the plates, or between chalk lines along the rim.',
    signed: false,
    essential: when('turned'),
    drawing: { of: 'alignment', tape: 'camber' },
    range: [12, 25],
    where: () => spots(FRONT, 'floor'),
  },
  {
    ...span,
    id: 'toeBehind',
    label: 'Between the rims or marks behind the hubs, at hub height',
    short: 'toe span behind',
    how: 'The same marks as ahead of the hubs, rolled on by half a turn, tape level.',
    range: [1100, 2200],
  },
  {
    ...span,
    id: 'toeAhead',
    label: 'Between the same marks ahead of the hubs',
    short: 'toe span ahead',
    how: 'Tape level at hub height. Less than behind is toe-in.',
    range: [1100, 2200],
    doubt: (job, value, { gate }) => {
      const behind = latestStanding(job, 'toeBehind', (r) => r.gate === gate && r.value !== null)?.value;
      return typeof behind === 'number' && Math.abs(behind - value) > 40
        ? ['Behind it read ', { quantity: 'length', value: behind }, ': is this between the same marks?']
        : null;
    },
  },
  {
    ...span,
    id: 'toeDiameter',
    label: 'Diameter of the circle that the marks are on',
    short: 'diameter of the toe marks',
    how: 'Rim lip to rim lip through the hub, or across the tread where the marks are.',
    // By strings each axle's wheels have their own; a tape goes across the front alone.
    essential: (job, asked) =>
      when(...(asked.place === 'rear' ? (['string'] as const) : (['gauge', 'turned', 'string'] as const)))(job, asked),
    where: () => spots(['front', 'rear'], 'floor'),
    range: [380, 1100],
    seconds: 8,
  },
  {
    ...string,
    id: 'stringAhead',
    label: 'String to the rim’s front edge',
    short: 'string, front edge',
    how: 'Two strings at hub height, as far apart ahead of the vehicle as behind it, and alike far from the left and right hub of each axle; steering wheel held straight.',
  },
  {
    ...string,
    id: 'stringBehind',
    label: 'String to the rim’s rear edge',
    short: 'string, rear edge',
    how: 'The same string, the same rim, at hub height. More ahead than behind is toe-in.',
    doubt: (job, value, { gate, place }) => {
      const ahead = latestStanding(
        job,
        'stringAhead',
        (r) => r.gate === gate && r.place === place && r.value !== null,
      )?.value;
      return typeof ahead === 'number' && Math.abs(ahead - value) > 20
        ? ['Ahead it read ', { quantity: 'length', value: ahead }, ': is this the same string?']
        : null;
    },
  },
  {
    ...length,
    id: 'setBack',
    label: 'Set-back of the right front wheel against the left',
    short: 'set-back',
    how: 'From the stand, or from a line square to the vehicle. Plus when the right wheel stands farther back.',
    instrument: 'tape-hidden',
    gates: BOTH,
    signed: true,
    drawing: { of: 'linkage' },
    range: [-25, 25],
    seconds: 10,
    tells: ALIGNED,
    where: () => spots(['front'], 'floor'),
  },
];
