import type { Axle } from '../../../kernel/places';
import type { SuspensionKind } from '../../../document/suspensionKind';
import type { Carrier } from '../../../suspension/schema';

/**
 * What a tyre meets. `body` is covered by the promised grade; `arm` (arm, spring, steering, frame) and `hose` (hose,
 * harness, brake part) are safety-critical and judged Crossed, whatever was promised. Source: docs/figures.md "Grades of fit".
 */
export type Meets = 'body' | 'arm' | 'hose';

/** A point along an obstacle's edge; `fixed`: its hour is given by its name and not asked for. */
export interface Station {
  id: string;
  name: string;
  hour: number;
  fixed: boolean;
}

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
  stations: readonly Station[];
}

const BOTH: readonly Axle[] = ['front', 'rear'];
const FRONT: readonly Axle[] = ['front'];
const BODY = { wishbone: 'body', beam: 'body' } as const;
const hour = (h: string): Station => ({
  id: `h${h.replace(':', '')}`,
  name: `${h} o’clock`,
  hour: Number(h.split(':')[0]) + Number(h.split(':')[1] ?? 0) / 60,
  fixed: true,
});
const ends = (a: string, b: string, at: number) => [
  { id: 'a', name: a, hour: at, fixed: false },
  { id: 'b', name: b, hour: at, fixed: false },
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
      { id: 'a', name: 'ahead of the hub', hour: 2, fixed: false },
      { id: 'b', name: 'behind the hub', hour: 10, fixed: false },
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

const words = (list: string): ReadonlySet<string> => new Set(list.split(' '));
/** Whole words of an id that say what it is; the safer to assume goes first. Also in the plural. */
const HOSE_WORDS = words(
  'hose brake harness calliper caliper sensor lead line pipe cable wire wiring abs disc rotor drum valve',
);
const ARM_WORDS = words(
  'frame crossmember subframe arm link spring shock damper strut rod bar sway coil leaf steer steering knuckle joint ball ' +
    'axle hub spindle drag tie track pitman wishbone shackle shaft driveshaft halfshaft cv boot',
);
const SOFT_WORDS = words('liner shield mud mudflap flap');

/** The words of an id: "ball-joint", "ballJoint", "Ball_Joints" are all ball and joint. */
const wordsOf = (id: string): string[] =>
  id
    .replace(/([a-z0-9])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^a-z]+/)
    .filter(Boolean)
    .flatMap((word) => (word.length > 3 && word.endsWith('s') ? [word, word.slice(0, -1)] : [word]));

/**
 * What an obstacle of a geometry file is, by its id and by what carries it: of the catalogue, or anything else, which is
 * taken for hard body that nothing can be done about. Whole words decide what can hurt somebody; what rides on an arm,
 * axle or knuckle is never taken for body, whatever it is called.
 *
 * @param on what the file says that carries it
 * @example kindOfId('blinker', 'body').meets // 'body': no word of it is link
 */
export function kindOfId(id: string, on: Carrier): Pick<ObstacleKind, 'name' | 'meets' | 'soft' | 'gives'> {
  const catalogued = byId.get(id);
  const said = wordsOf(id);
  const has = (set: ReadonlySet<string>) => said.some((word) => set.has(word));
  const named: Meets = has(HOSE_WORDS) ? 'hose' : has(ARM_WORDS) && !said.includes('bumper') ? 'arm' : 'body';
  const meets = catalogued?.meets ?? named;
  const carried = on === 'body' || meets !== 'body' ? meets : 'arm';
  if (catalogued && carried === catalogued.meets) {
    const { name, soft } = catalogued;
    // What can be trimmed or moved is on the body; on anything else nobody said that it can.
    return { name, meets: carried, soft, gives: on === 'body' ? catalogued.gives : null };
  }
  const name = catalogued?.name ?? `${id[0]?.toUpperCase() ?? ''}${id.slice(1).replace(/[-_.]/g, ' ')}`;
  return { name, meets: carried, soft: carried === 'body' && has(SOFT_WORDS), gives: null };
}

/** "Liner, rear" as one says it: "rear liner". */
export const saidName = (name: string): string => name.toLowerCase().split(', ').reverse().join(' ');
