import { isBeam, type JobDocument } from '../../document/job';
import { AXLES, CORNERS, axleOf, otherSide, type Axle } from '../../kernel/places';
import { BOTH, length, observation, spots, type Point } from '../../record/point';
import { kindOf } from '../linkage/features';

const place = {
  ...length,
  gates: BOTH,
  asked: 'both gates',
  essential: true,
  always: true,
} as const;
/** Axles that can go to a side: a wishbone's wheels are held by the body on both. */
export const beams = (job: JobDocument): Axle[] => AXLES.filter((axle) => isBeam(kindOf(job.vehicle, axle)));
export const withTrackBar = (job: JobDocument): Axle[] =>
  AXLES.filter((axle) => ['beam-links', 'beam-radius-arms'].includes(kindOf(job.vehicle, axle)));
const bar = {
  ...length,
  gates: BOTH,
  asked: 'once a vehicle',
  essential: true,
  lacking: true,
  instrument: 'tape-hidden',
  tells: ['axle place bar'],
  where: (job: JobDocument) => spots(withTrackBar(job), 'below'),
} as const;

/** Sides that are so much nearer to Before once turned about were taken for one another, mm. */
const NEARER = 8;
/** Left and right swapped: the mirror fits what was read Before better. Asked once both sides are known. */
const swapped =
  (point: string): NonNullable<Point['doubt']> =>
  (job, value, { gate, place: here }) => {
    const there = otherSide(here);
    const read = (at: typeof here | null, when: typeof gate) =>
      job.readings.findLast((r) => r.point === point && r.place === at && r.gate === when && r.value !== null)?.value;
    const [was, wasThere, isThere] = [read(here, 'before'), read(there, 'before'), read(there, 'after')];
    if (gate !== 'after' || typeof was !== 'number' || typeof wasThere !== 'number' || typeof isThere !== 'number')
      return null;
    const asRead = Math.abs(value - was) + Math.abs(isThere - wasThere);
    const turned = Math.abs(value - wasThere) + Math.abs(isThere - was);
    return turned + NEARER < asRead
      ? [
          'Turned about, left and right lie nearer to Before (',
          { quantity: 'length', value: was },
          ' here, ',
          { quantity: 'length', value: wasThere },
          ' there). Is this the side it is filed for?',
        ]
      : null;
  };

/** Where both axles stand, with a tape. */
export const axlePlacePoints: readonly Point[] = [
  {
    ...place,
    id: 'frameToTyre',
    label: 'Frame to tyre, the same place on both sides',
    short: 'frame to tyre',
    how: 'From a point of the frame to the rim’s lip or the tyre’s side, level and square to the vehicle; the same two places on the other side, wheels straight.',
    drawing: { of: 'axle', tape: 'side' },
    range: [40, 600],
    seconds: 8,
    doubt: swapped('frameToTyre'),
    tells: ['axle place', 'tyre size'],
    where: (job) =>
      spots(
        CORNERS.filter((corner) => beams(job).includes(axleOf(corner))),
        'floor',
      ),
  },
  {
    ...place,
    id: 'openingFront',
    label: 'Hub centre to the front edge of its opening',
    short: 'opening, front edge',
    how: 'At hub height, level, to the body’s edge in front of the wheel. The same edge After.',
    drawing: { of: 'axle', tape: 'ahead' },
    range: [250, 800],
    seconds: 6,
    doubt: swapped('openingFront'),
    tells: ['axle place', 'opening'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...place,
    id: 'openingRear',
    label: 'Hub centre to the rear edge of its opening',
    short: 'opening, rear edge',
    how: 'At hub height, level, to the body’s edge behind the wheel.',
    drawing: { of: 'axle', tape: 'behind' },
    range: [250, 800],
    seconds: 6,
    doubt: swapped('openingRear'),
    tells: ['axle place', 'opening'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...place,
    id: 'wheelbaseSide',
    label: 'Wheelbase on this side, hub centre to hub centre',
    short: 'wheelbase, this side',
    how: 'Wheels straight, tape level, the same hook on both sides. It tells whether the axles stand parallel.',
    drawing: { of: 'axle', tape: 'wheelbase' },
    range: [1800, 4500],
    seconds: 12,
    doubt: (job, value, { place: at }) => {
      const other = job.readings.findLast(
        (r) => r.point === 'wheelbaseSide' && r.place === (at === 'RL' ? 'RR' : 'RL') && r.value !== null,
      )?.value;
      return typeof other === 'number' && Math.abs(value - other) > HAND
        ? [
            'The other side reads ',
            { quantity: 'length', value: other },
            ': a hand apart. Is it from hub to hub on both?',
          ]
        : null;
    },
    tells: ['wheelbase'],
    where: () => spots(['RL', 'RR'], 'floor'),
  },
  {
    ...observation,
    id: 'trackBarSide',
    tellsPart: true,
    label: 'On which side is the track bar’s frame end?',
    short: 'track bar, frame end',
    how: 'The end that is bolted to frame or body; the other end is on the axle.',
    drawing: { of: 'axle', tape: 'bar' },
    gates: BOTH,
    asked: 'once a vehicle',
    lacking: true,
    choices: [
      { id: 'left', name: 'On the left', good: true },
      { id: 'right', name: 'On the right', good: true },
    ],
    seconds: 4,
    tells: ['axle place bar'],
    where: bar.where,
  },
  {
    ...bar,
    id: 'trackBarLength',
    raises: { kind: 'track-bar-or-arm' },
    label: 'Track bar, bolt centre to bolt centre',
    short: 'track bar length',
    how: 'Along the bar, from the middle of one bolt to the middle of the other.',
    drawing: { of: 'axle', tape: 'bar' },
    range: [400, 1300],
    seconds: 12,
  },
  {
    ...bar,
    id: 'trackBarHeight',
    label: 'Track bar: frame end above axle end',
    short: 'track bar, height between its ends',
    how: 'Bolt centres to the floor, the one less the other, at ride height.',
    drawing: { of: 'axle', tape: 'bar' },
    signed: true,
    asked: 'both gates',
    range: [-100, 350],
    seconds: 10,
    doubt: (job, value, { place: at }) => {
      const of = (point: string) =>
        job.readings.findLast((r) => r.point === point && r.place === at && r.value !== null)?.value;
      const [long, fore] = [of('trackBarLength'), of('trackBarFore') ?? 0];
      // A bar as steep as 45° is none: its ends cannot stand so far apart.
      return typeof long === 'number' && Math.hypot(value, fore) > long * Math.SQRT1_2
        ? [
            'A bar of ',
            { quantity: 'length', value: long },
            ' can hardly reach so far. Is it bolt centre to bolt centre?',
          ]
        : null;
    },
    tells: ['axle place', 'axle place bar'],
  },
  {
    ...bar,
    id: 'trackBarFore',
    label: 'Track bar: how far its ends stand apart fore and aft',
    short: 'track bar, fore and aft',
    how: 'Seen from above: nought where the bar runs straight across.',
    drawing: { of: 'axle', tape: 'bar' },
    range: [0, 200],
    seconds: 6,
  },
];
/** Wheelbases that differ by more than this are asked about, mm. */
const HAND = 60;
