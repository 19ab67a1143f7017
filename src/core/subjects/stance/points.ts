import { mm } from '../../kernel/phrase';
import { lipIsAltered } from '../common/altered';
import { AXLES, axleOf, CORNERS } from '../../kernel/places';
import { spots, BOTH, length, type Point, type Raises } from '../../record/point';
import { shockHolds } from '../common/where';

/** What lifts a corner; a load, a pressure or another end's springs only by so much, mm. Source: docs/figures.md "Not recorded". */
const RISES = {
  kind: 'spring',
  by: ['spring', 'body-lift', 'lip', 'track-bar-or-arm', 'shim', 'shock-or-strap'],
  most: 12,
} as const satisfies Raises;

/** What the stance is worked from: load, tyres, heights, lamp. */
export const stancePoints: readonly Point[] = [
  {
    id: 'fuelLevel',
    lap: 'load',
    label: 'Fuel in the tank',
    short: 'fuel level',
    how: 'Read the gauge with the ignition on: 3/4, 50%. Both height sets should carry the same.',
    quantity: 'share',
    instrument: 'fuel-gauge',
    drawing: { of: 'load' },
    gates: BOTH,
    asked: 'both gates',
    essential: true,
    rideHeight: false,
    range: [0, 1],
    seconds: 10,
    tells: ['load'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    id: 'loadMass',
    lap: 'load',
    label: 'People, tools and cargo aboard now',
    short: 'load aboard',
    how: 'Everything that is not bolted down and not fuel. 0 when empty. Leave in what lives in the vehicle, and count it.',
    quantity: 'mass',
    instrument: 'scales',
    drawing: { of: 'load' },
    gates: BOTH,
    asked: 'both gates',
    essential: true,
    rideHeight: false,
    range: [0, 900],
    seconds: 20,
    tells: ['load'],
    where: () => spots(['vehicle'], 'floor'),
  },
  {
    id: 'tyrePressure',
    lap: 'load',
    label: 'Tyre pressure',
    short: 'tyre pressure',
    how: 'Cold, cap off, gauge square on the valve. Set it to the shop’s figure before any height is read.',
    quantity: 'pressure',
    instrument: 'pressure-gauge',
    drawing: { of: 'pressure' },
    gates: BOTH,
    asked: 'both gates',
    essential: true,
    rideHeight: false,
    range: [120, 500],
    seconds: 12,
    tells: ['pressure'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    id: 'tyreDiameter',
    raises: { kind: 'tyre-or-wheel' },
    label: 'Tyre diameter, as it really measures',
    short: 'tyre diameter',
    how: 'Across the tread over the hub centre, or the tape round the tread divided by 3.1416. Printed sizes run over and under.',
    drawing: { of: 'tyre' },
    // Whether other tyres are on is read, not remembered; how fast a shaft turns goes by it too.
    essential: true,
    everyTime: true,
    seconds: 12,
    always: true,
    range: [600, 1100],
    tells: ['tyre size'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'hubToLip',
    raises: RISES,
    height: true,
    doubt: ({ vehicle }, value) => {
      const hub = value - vehicle.tyreDiameter / 2;
      return value > 600 && hub >= 300 && hub <= 800
        ? [
            'That is one loaded radius high. Was it read from the floor? Hub centre to lip would be about ',
            mm(hub),
            '.',
          ]
        : null;
    },
    label: 'Hub centre up to the fender lip',
    short: 'hub to lip',
    how: 'Tape upright, hook at the hub centre, up to the lowest edge of the lip. Wheels straight, bounced and rolled.',
    drawing: { of: 'lip', to: 'edge' },
    essential: true,
    rideHeight: true,
    range: [300, 800],
    seconds: 12,
    tells: ['hub height'],
    alsoStale: shockHolds,
    where: (job) => (job.job.heightSchool === 'hub-to-lip' ? spots(CORNERS, 'floor') : []),
  },
  {
    ...length,
    id: 'floorToLip',
    raises: { ...RISES, less: 'loadedRadius' },
    height: true,
    doubt: ({ vehicle }, value) =>
      value < 650 && value >= 300
        ? [
            'That is one loaded radius low. Was it read from the hub centre? From the floor it would be about ',
            mm(value + vehicle.tyreDiameter / 2),
            '.',
          ]
        : null,
    label: 'Floor up to the fender lip',
    short: 'floor to lip',
    how: 'Tape upright beside the wheel centre, floor to the lowest edge of the lip. Wheels straight, bounced and rolled.',
    drawing: { of: 'floorLip' },
    essential: true,
    rideHeight: true,
    range: [650, 1350],
    seconds: 12,
    tells: ['floor height'],
    alsoStale: shockHolds,
    where: (job) => (job.job.heightSchool === 'floor-to-lip' ? spots(CORNERS, 'floor') : []),
  },
  {
    ...length,
    id: 'loadedRadius',
    lap: 'heights',
    label: 'Floor up to the hub centre',
    short: 'loaded radius',
    how: 'Tape upright from the floor to the hub centre, on the tyre at pressure and under load.',
    drawing: { of: 'radius' },
    essential: 'floor-to-lip',
    range: [280, 560],
    seconds: 10,
    tells: ['tyre size', 'pressure', 'load'],
    where: () => spots(CORNERS, 'floor'),
  },
  {
    ...length,
    id: 'hubToMark',
    raises: { ...RISES, by: RISES.by.filter((kind) => kind !== 'lip') },
    label: 'Hub centre up to the fixed body mark',
    short: 'hub to body mark',
    how: 'To the tape mark put on the door shut or panel above the wheel: a point that no trimming moves.',
    drawing: { of: 'lip', to: 'mark' },
    essential: true,
    rideHeight: true,
    range: [300, 1100],
    seconds: 12,
    tells: ['body mark'],
    alsoStale: shockHolds,
    where: (job) =>
      spots(
        CORNERS.filter((corner) => lipIsAltered(job, axleOf(corner))),
        'floor',
      ),
  },
];
