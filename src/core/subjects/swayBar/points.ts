import { AXLES, type Place } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { latestStanding } from '../../record/figures';
import { spots, AFTER, length, observation, type Point } from '../../record/point';
import { shockHolds } from '../common/where';

/** Whether an axle came with a sway bar, as far as anybody said. */
const cameWithBar = (job: JobDocument, place: Place): boolean =>
  latestStanding(job, 'barAngle', (r) => r.gate === 'before' && r.place === place)?.answer !== 'not-fitted';

/** What can have become of a sway bar; all but connected carry their own warning. */
export const BAR_STATES = [
  { id: 'connected', name: 'Connected, both links', good: true },
  { id: 'disconnected', name: 'Disconnected, links off', good: false },
  { id: 'pinned', name: 'Pinned up out of the way', good: false },
  { id: 'removed', name: 'Removed', good: false },
] as const;

/** Sway bar and its links. */
export const swayBarPoints: readonly Point[] = [
  {
    ...length,
    id: 'barAngle',
    raises: { kind: 'sway-link' },
    label: 'Angle of the sway bar’s arm',
    short: 'bar angle',
    how: 'Gauge on the arm, zeroed on the floor. Plus when the link end stands higher than the pivot end.',
    quantity: 'angle',
    instrument: 'digital-gauge',
    drawing: { of: 'bar', tape: 'angle' },
    range: [-60, 60],
    essential: true,
    lacking: true,
    signed: true,
    tells: ['bar'],
    alsoStale: shockHolds,
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...observation,
    id: 'barArmRuns',
    label: 'Which way the sway bar’s arm runs from its pivot',
    short: 'bar arm runs',
    how: 'From the bar’s bush on the body to the link’s bolt. It tells which way the body’s own pitch counts.',
    drawing: { of: 'bar' },
    gates: ['before'],
    asked: 'once a vehicle',
    lacking: true,
    choices: [
      { id: 'forward', name: 'Forward', good: true },
      { id: 'rearward', name: 'Rearward', good: true },
    ],
    seconds: 8,
    tells: ['link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...observation,
    id: 'barState',
    label: 'Sway bar, as it leaves',
    short: 'sway bar state',
    how: 'Both links bolted to bar and axle, or what was done with it. Anything but connected is told to the customer.',
    drawing: { of: 'bar' },
    gates: AFTER,
    asked: 'after',
    essential: (job, { place }) => cameWithBar(job, place),
    lacking: true,
    choices: BAR_STATES,
    seconds: 8,
    tells: ['link'],
    where: (job) => spots(AXLES, 'floor').filter(({ place }) => cameWithBar(job, place)),
  },
  {
    ...length,
    id: 'barArmLength',
    asked: 'once a vehicle',
    label: 'Sway bar arm, pivot to link bolt',
    short: 'bar arm length',
    how: 'From the bar’s pivot line straight to the centre of the link bolt.',
    drawing: { of: 'bar', tape: 'arm' },
    range: [100, 500],
    tells: ['link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'swayLinkLength',
    raises: { kind: 'sway-link' },
    label: 'Sway link, bolt centre to bolt centre',
    short: 'sway link length',
    how: 'Between the two bolt centres, joints at rest.',
    drawing: { of: 'bar', tape: 'link' },
    range: [40, 600],
    tells: ['link'],
    where: () => spots(AXLES, 'floor'),
  },
  {
    ...length,
    id: 'swayLinkLean',
    label: 'Lean of the sway link from upright',
    short: 'sway link lean',
    how: 'Gauge on the link. Plus when the end away from the bar leans away from the bar’s pivot.',
    quantity: 'angle',
    instrument: 'digital-gauge',
    drawing: { of: 'bar', tape: 'lean' },
    gates: AFTER,
    asked: 'after',
    range: [-60, 60],
    signed: true,
    tells: ['bar', 'link'],
    alsoStale: shockHolds,
    where: () => spots(AXLES, 'floor'),
  },
];
