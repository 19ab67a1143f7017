import type { Axle } from '../job/places';
import type { SuspensionKind } from '../job/suspensionKind';
import type { Carrier } from '../suspension/schema';

/**
 * What a tyre meets. `body` is covered by the promised grade; `arm` (arm, spring, steering, frame) and `hose` (hose,
 * harness, brake part) are safety-critical and judged Crossed, whatever was promised. Source: product, "Grades of fit".
 */
export type Meets = 'body' | 'arm' | 'hose';

/** One kind of obstacle, as it is named and found on a vehicle. */
export interface ObstacleKind {
  id: string;
  name: string;
  /** Where exactly, for whoever holds the tape. */
  find: string;
  meets: Meets;
  /** Liner and shield give before they tear; metal does not. */
  soft: boolean;
  /** How it can be got out of the way, if at all. */
  gives: 'trim' | 'move' | null;
  /** What carries it at a double wishbone and at a beam axle; null where that kind has no such part. */
  on: { wishbone: Carrier | null; beam: Carrier | null };
  axles: readonly Axle[];
  /** Its points, along the edge; the hour on the tyre (12 up, 3 forward on both sides) where each is looked for. */
  stations: readonly { id: string; name: string; hour: number }[];
}

const BOTH: readonly Axle[] = ['front', 'rear'];
const FRONT: readonly Axle[] = ['front'];
const BODY = { wishbone: 'body', beam: 'body' } as const;
const hour = (h: string): { id: string; name: string; hour: number } => ({
  id: `h${h.replace(':', '')}`,
  name: `${h} o’clock`,
  hour: Number(h.split(':')[0]) + Number(h.split(':')[1] ?? 0) / 60,
});
const ends = (a: string, b: string, at: number) => [
  { id: 'a', name: a, hour: at },
  { id: 'b', name: b, hour: at },
];

/** Everything round a wheel that a tyre is known to meet, outermost first. */
export const OBSTACLES: readonly ObstacleKind[] = [
  {
    id: 'fender-lip',
    name: 'Fender lip',
    find: 'The lip’s lower edge, where the tread would meet it.',
    meets: 'body',
    soft: false,
    gives: 'trim',
    on: BODY,
    axles: BOTH,
    stations: ['10', '11', '12', '1', '2'].map(hour),
  },
  {
    id: 'bumper-corner',
    name: 'Bumper corner',
    find: 'The bumper’s nearest edge to the tread, top and bottom of it.',
    meets: 'body',
    soft: false,
    gives: 'move',
    on: BODY,
    axles: BOTH,
    stations: ends('top', 'bottom', 3.5),
  },
  {
    id: 'splash-shield',
    name: 'Splash shield',
    find: 'The shield’s edge below the liner, ahead of the tyre.',
    meets: 'body',
    soft: true,
    gives: 'trim',
    on: BODY,
    axles: FRONT,
    stations: ends('outer', 'inner', 4),
  },
  {
    id: 'liner-front',
    name: 'Liner, front',
    find: 'The liner’s face ahead of the tyre, where it bulges nearest.',
    meets: 'body',
    soft: true,
    gives: 'trim',
    on: BODY,
    axles: BOTH,
    stations: ['1:30', '2:30', '3:30'].map(hour),
  },
  {
    id: 'liner-rear',
    name: 'Liner, rear',
    find: 'The liner’s face behind the tyre, where it bulges nearest.',
    meets: 'body',
    soft: true,
    gives: 'trim',
    on: BODY,
    axles: BOTH,
    stations: ['8:30', '9:30', '10:30'].map(hour),
  },
  {
    id: 'pinch-weld',
    name: 'Pinch weld',
    find: 'The folded seam behind the tyre, where the liner is fixed.',
    meets: 'body',
    soft: false,
    gives: 'trim',
    on: BODY,
    axles: BOTH,
    stations: ends('outer end', 'inner end', 8.5),
  },
  {
    id: 'body-mount',
    name: 'Body mount',
    find: 'The mount’s bracket behind the tyre: its two front corners.',
    meets: 'body',
    soft: false,
    gives: 'trim',
    on: BODY,
    axles: BOTH,
    stations: ends('outer corner', 'inner corner', 8),
  },
  {
    id: 'frame',
    name: 'Frame',
    find: 'The frame’s outer edge beside the tyre, ahead of and behind the hub.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: BODY,
    axles: BOTH,
    stations: [
      { id: 'a', name: 'ahead of the hub', hour: 2 },
      { id: 'b', name: 'behind the hub', hour: 10 },
    ],
  },
  {
    id: 'lower-arm',
    name: 'Lower arm or link',
    find: 'The edge of the lower arm, link or radius arm that is nearest the inner sidewall, both ends of it.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: { wishbone: 'lowerArm', beam: 'axle' },
    axles: BOTH,
    stations: ends('outer end', 'inner end', 8),
  },
  {
    id: 'upper-arm',
    name: 'Upper arm',
    find: 'The edge of the upper arm that is nearest the tyre, both ends of it.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: { wishbone: 'upperArm', beam: null },
    axles: FRONT,
    stations: ends('outer end', 'inner end', 11),
  },
  {
    id: 'sway-bar',
    name: 'Sway bar end and link',
    find: 'The end of the bar’s arm and its link; they are taken to move with the wheel.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: { wishbone: 'lowerArm', beam: 'axle' },
    axles: BOTH,
    stations: ends('at the bar', 'at the link’s other end', 2),
  },
  {
    id: 'shock-spring',
    name: 'Shock or spring',
    find: 'The spring cup, coil or shock body nearest the inner sidewall.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: { wishbone: 'body', beam: 'axle' },
    axles: BOTH,
    stations: ends('upper', 'lower', 12),
  },
  {
    id: 'tie-rod',
    name: 'Tie rod end',
    find: 'The joint’s outermost corner; it turns with the wheel.',
    meets: 'arm',
    soft: false,
    gives: null,
    on: { wishbone: 'knuckle', beam: 'knuckle' },
    axles: FRONT,
    stations: ends('top', 'bottom', 9),
  },
  {
    id: 'brake-hose',
    name: 'Brake hose or harness',
    find: 'Where the hose or lead hangs nearest the inner sidewall; its body end holds it.',
    meets: 'hose',
    soft: true,
    gives: 'move',
    on: BODY,
    axles: BOTH,
    stations: ends('upper', 'lower', 11),
  },
];

const byId = new Map(OBSTACLES.map((o) => [o.id, o]));
export const obstacleKind = (id: string): ObstacleKind | undefined => byId.get(id);

/** What carries an obstacle at a suspension of that kind; null where there is no such part. */
export const carrierOf = (kind: ObstacleKind, suspension: SuspensionKind): Carrier | null =>
  suspension.startsWith('wishbone') ? kind.on.wishbone : kind.on.beam;

/**
 * What an obstacle of a geometry file is, by its id: of the catalogue, or anything else, which is taken for hard body
 * that nothing can be done about. Words of an id decide what is safety-critical: frame, arm, link, spring, shock, rod,
 * bar; hose, brake, harness, calliper, sensor.
 */
export function kindOfId(id: string): Pick<ObstacleKind, 'name' | 'meets' | 'soft' | 'gives'> {
  const known = byId.get(id);
  if (known) return known;
  const words = id.toLowerCase();
  const name = `${id[0]?.toUpperCase() ?? ''}${id.slice(1).replace(/[-_.]/g, ' ')}`;
  if (/hose|brake|harness|calliper|caliper|sensor|lead/.test(words))
    return { name, meets: 'hose', soft: false, gives: null };
  if (/frame|arm|link|spring|shock|rod|\bbar\b|sway|coil|steer/.test(words) && !/bumper/.test(words))
    return { name, meets: 'arm', soft: false, gives: null };
  return { name, meets: 'body', soft: /liner|shield|mud/.test(words), gives: null };
}

/** "Liner, rear" as one says it: "rear liner". */
export const saidName = (name: string): string => name.toLowerCase().split(', ').reverse().join(' ');
