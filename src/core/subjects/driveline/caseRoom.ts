import type { ChangeKind } from '../../document/changes';
import { observation, spots, type Point } from '../../record/point';
import { changedSince } from '../../record/pointRules';

/** One of the things that a moved case or mount can meet, each looked at by itself. */
const room = (
  id: string,
  label: string,
  how: string,
  after: readonly ChangeKind[] = ['case-or-bearing', 'body-lift'],
): Point => ({
  ...observation,
  id,
  label,
  short: label.toLowerCase(),
  how,
  drawing: { of: 'hand' },
  asked: { after },
  essential: false,
  seconds: 15,
  lap: 'last',
  tells: ['engages'],
  where: (job) => (changedSince(job, ...after) ? spots(['vehicle'], 'floor') : []),
});
/** What is looked at where case, mount or crossmember was moved. */
export const CASE_ROOM: readonly Point[] = [
  room(
    'leverTunnel',
    'Levers clear of the tunnel',
    'Every gear and range, boots on: no lever touches body or boot ring.',
  ),
  room(
    'shiftLinkage',
    'Shift linkage in reach, both ends',
    'Rods and cables neither at their end nor on anything, in every range.',
  ),
  room('caseBoots', 'Lever boots whole and not stretched', 'In every gear and range.'),
  room(
    'caseWiring',
    'Wiring and breathers of the case with slack',
    'Plugs, looms and breather hoses neither taut nor on the exhaust.',
    ['case-or-bearing'],
  ),
  room('caseExhaust', 'Exhaust clear of shaft, mount and body', 'Push it by hand: nothing touches, hangers whole.', [
    'case-or-bearing',
  ]),
  room(
    'fanRoom',
    'Fan clear of its shroud',
    'Turn it by hand all the way round: the engine has tipped with the mount, or the shroud gone up with the body.',
  ),
  room(
    'fillerHoses',
    'Filler and vent hoses in reach, clamped',
    'From the body’s neck to the tank: neither taut, kinked nor on the exhaust.',
    ['body-lift'],
  ),
  room(
    'parkingCable',
    'Parking brake frees and holds',
    'Its cables and housings, from body to axle: free with the lever down, holding with it up.',
    ['body-lift'],
  ),
];
