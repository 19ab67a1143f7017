import type { BeamEnd, BeamSide, End, Obstacle, WishboneEnd } from '../../suspension/schema';
import type { Axle } from '../../kernel/places';
import type { Vehicle } from '../../document/job';
import type { SuspensionKind as Kind } from '../../document/suspensionKind';

type P = [number, number, number];

/**
 * A start for a linkage: its points as on a middling vehicle of the kind, at the front axle, hubs 800 mm out and
 * 400 mm up. Every point of it is assumed until it is measured.
 */
export interface Template {
  id: string;
  name: string;
  kind: Kind;
  axle: Axle;
  /** Only for that vehicle; a plain template fits any of its kind. */
  vehicle?: { make: string; model: string };
  end: End;
}

const HUB_OUT = 800;
const HUB_UP = 400;
const tyre = { diameter: 800, sectionWidth: 270, shoulderRadius: 36, planeOffset: 0 };

/** A fender lip over the wheel: an arc 900 mm out, `gap` over the tyre, from 30° to 150°. */
const lip = (radius: number): Obstacle => ({
  id: 'fender-lip',
  on: 'body',
  points: Array.from({ length: 9 }, (_, i): P => {
    const a = ((30 + 15 * i) * Math.PI) / 180;
    return [Math.round(radius * Math.cos(a)), 890, Math.round(HUB_UP + radius * Math.sin(a))];
  }),
});

const wishbone: WishboneEnd = {
  type: 'double-wishbone',
  steering: { rackTravel: 70 },
  left: {
    hub: { centre: [0, HUB_OUT, HUB_UP], camber: -0.2, toe: 0.05 },
    lowerArm: { front: [130, 320, 340], rear: [-210, 335, 335], outer: [5, 730, 310] },
    upperArm: { front: [60, 405, 570], rear: [-160, 415, 555], outer: [-18, 678, 585] },
    tieRod: { inner: [-150, 350, 382], outer: [-142, 705, 376] },
    shock: { upper: [-20, 500, 800], lower: [-15, 570, 340], lowerOn: 'lowerArm' },
    swayBar: { pivot: [262, 390, 435], armEnd: [42, 560, 430], link: [36, 570, 342], linkOn: 'lowerArm' },
    brakeHose: { body: [-70, 540, 635], wheel: [-80, 690, 488], wheelOn: 'knuckle' },
    halfShaft: { inner: [0, 250, 382], outer: [0, 700, 398] },
    obstacles: [lip(500)],
  },
  right: 'mirror',
  tyre,
};

const kingpin = { lower: [8, 700, 300] as P, upper: [-16, 680, 500] as P };
const steering: NonNullable<BeamEnd['steering']> = {
  pitman: { pivot: [430, 480, 540], end: [275, 470, 506], axis: [0, 0, 1], lock: 38 },
  dragLink: { side: 'right', knuckle: [185, -690, 416] },
  tieRod: { left: [-165, 652, 382], right: [-165, -652, 382] },
};
const frontShaft: NonNullable<BeamEnd['driveshaft']> = {
  transferJoint: [-980, -150, 560],
  transferAxis: [1, 0, -0.05],
  pinionJoint: [-190, -160, 440],
  pinionAxis: [1, 0, -0.1],
  joints: 'double-cardan',
};
const frontSide: BeamSide = {
  hub: { centre: [0, HUB_OUT, HUB_UP], camber: -0.1, toe: 0.05 },
  kingpin,
  shock: { upper: [-60, 470, 860], lower: [-40, 520, 340], lowerOn: 'axle' },
  spring: { upper: [0, 470, 790], lower: [0, 475, 470], lowerOn: 'axle' },
  swayBar: { pivot: [430, 420, 600], armEnd: [180, 520, 590], link: [150, 560, 430], linkOn: 'axle' },
  brakeHose: { body: [-120, 520, 760], wheel: [-90, 690, 470], wheelOn: 'knuckle' },
  obstacles: [lip(520)],
};
const frontBar = { body: [140, 480, 522] as P, axle: [130, -420, 442] as P };
const frontLinks: Extract<BeamEnd, { type: 'link-axle' }>['links'] = [
  { id: 'lower-left', body: [-820, 430, 440], axle: [-60, 520, 312] },
  { id: 'lower-right', body: [-820, -430, 440], axle: [-60, -520, 312] },
  { id: 'upper-left', body: [-520, 420, 565], axle: [-40, 380, 512] },
  { id: 'upper-right', body: [-520, -420, 565], axle: [-40, -380, 512] },
];

const rearSide: BeamSide = {
  hub: { centre: [0, HUB_OUT, HUB_UP], camber: 0, toe: 0 },
  shock: { upper: [-60, 500, 850], lower: [-40, 560, 350], lowerOn: 'axle' },
  spring: { upper: [20, 480, 760], lower: [20, 480, 480], lowerOn: 'axle' },
  swayBar: { pivot: [-300, 400, 560], armEnd: [-60, 470, 550], link: [-60, 480, 390], linkOn: 'axle' },
  brakeHose: { body: [200, 80, 640], wheel: [40, 120, 520], wheelOn: 'axle' },
  obstacles: [lip(530)],
};
const rearShaft: NonNullable<BeamEnd['driveshaft']> = {
  transferJoint: [1560, 40, 520],
  transferAxis: [-1, 0, -0.052],
  pinionJoint: [240, 42, 462],
  pinionAxis: [-1, 0, -0.05],
};

const ENDS: Record<string, End> = {
  wishbone,
  frontLinks: {
    type: 'link-axle',
    left: frontSide,
    right: 'mirror',
    links: frontLinks,
    trackBar: frontBar,
    steering,
    driveshaft: frontShaft,
    tyre,
  },
  radiusArms: {
    type: 'radius-arm-axle',
    left: frontSide,
    right: 'mirror',
    radiusArms: [
      { id: 'left', pivot: [-770, 400, 436] },
      { id: 'right', pivot: [-770, -400, 436] },
    ],
    trackBar: frontBar,
    steering,
    driveshaft: frontShaft,
    tyre,
  },
  frontLeaves: {
    type: 'leaf-axle',
    left: { ...frontSide, spring: undefined },
    right: 'mirror',
    leaves: [
      { id: 'left', frontEye: [580, 430, 450], seat: [5, 430, 470], frontHalf: 560, rearHalf: 640 },
      { id: 'right', frontEye: [580, -430, 450], seat: [5, -430, 470], frontHalf: 560, rearHalf: 640 },
    ],
    steering,
    driveshaft: frontShaft,
    tyre,
  },
  fiveLinks: {
    type: 'link-axle',
    left: rearSide,
    right: 'mirror',
    links: [
      { id: 'lower-left', body: [750, 500, 440], axle: [55, 520, 332] },
      { id: 'lower-right', body: [750, -500, 440], axle: [55, -520, 332] },
      { id: 'upper-left', body: [500, 430, 562], axle: [35, 400, 540] },
      { id: 'upper-right', body: [500, -430, 562], axle: [35, -400, 540] },
    ],
    trackBar: { body: [-135, 470, 540], axle: [-135, -480, 452] },
    driveshaft: rearShaft,
    tyre,
  },
  triangulated: {
    type: 'link-axle',
    left: rearSide,
    right: 'mirror',
    links: [
      { id: 'lower-left', body: [750, 500, 440], axle: [55, 520, 332] },
      { id: 'lower-right', body: [750, -500, 440], axle: [55, -520, 332] },
      { id: 'upper-left', body: [520, 520, 580], axle: [35, 140, 562] },
      { id: 'upper-right', body: [520, -520, 580], axle: [35, -140, 562] },
    ],
    driveshaft: rearShaft,
    tyre,
  },
  leaves: {
    type: 'leaf-axle',
    left: {
      ...rearSide,
      spring: undefined,
      shock: { upper: [120, 420, 830], lower: [-30, 520, 360], lowerOn: 'axle' },
      brakeHose: { body: [200, 60, 650], wheel: [40, 110, 520], wheelOn: 'axle' },
    },
    right: 'mirror',
    leaves: [
      { id: 'left', frontEye: [670, 560, 430], seat: [10, 560, 470], frontHalf: 610, rearHalf: 760 },
      { id: 'right', frontEye: [670, -560, 430], seat: [10, -560, 470], frontHalf: 610, rearHalf: 760 },
    ],
    driveshaft: rearShaft,
    tyre,
  },
};
const end = (name: string): End => ENDS[name] ?? wishbone;

/** The same end with one mounting point elsewhere, for a vehicle that differs from the plain kind. */
const moved = (from: End, change: (copy: End) => void): End => {
  const copy = structuredClone(from);
  change(copy);
  return copy;
};

export const TEMPLATES: readonly Template[] = [
  {
    id: 'tarn-front',
    name: 'Orrin Tarn, front',
    kind: 'wishbone-coil-over',
    axle: 'front',
    vehicle: { make: 'Orrin', model: 'Tarn' },
    end: moved(wishbone, (e) => {
      if (e.type === 'double-wishbone') e.left.upperArm.outer = [-20, 676, 590];
    }),
  },
  {
    id: 'tarn-rear',
    name: 'Orrin Tarn, rear',
    kind: 'beam-leaves',
    axle: 'rear',
    vehicle: { make: 'Orrin', model: 'Tarn' },
    end: moved(end('leaves'), (e) => {
      if (e.type === 'leaf-axle') for (const leaf of e.leaves) leaf.frontHalf = 625;
    }),
  },
  {
    id: 'cairn-front',
    name: 'Halbeck Cairn, front',
    kind: 'beam-links',
    axle: 'front',
    vehicle: { make: 'Halbeck', model: 'Cairn' },
    end: moved(end('frontLinks'), (e) => {
      if (e.type === 'link-axle' && e.trackBar) e.trackBar.body = [142, 476, 526];
    }),
  },
  {
    id: 'cairn-rear',
    name: 'Halbeck Cairn, rear',
    kind: 'beam-links',
    axle: 'rear',
    vehicle: { make: 'Halbeck', model: 'Cairn' },
    end: moved(end('fiveLinks'), (e) => {
      if (e.type === 'link-axle' && e.trackBar) e.trackBar.body = [-138, 474, 536];
    }),
  },
  {
    id: 'packhorse-front',
    name: 'Corvane Packhorse, front',
    kind: 'beam-radius-arms',
    axle: 'front',
    vehicle: { make: 'Corvane', model: 'Packhorse' },
    end: moved(end('radiusArms'), (e) => {
      if (e.type === 'radius-arm-axle') for (const arm of e.radiusArms) arm.pivot[0] = -790;
    }),
  },
  {
    id: 'packhorse-rear',
    name: 'Corvane Packhorse, rear',
    kind: 'beam-triangulated',
    axle: 'rear',
    vehicle: { make: 'Corvane', model: 'Packhorse' },
    end: moved(end('triangulated'), (e) => {
      if (e.type === 'link-axle') for (const link of e.links) if (link.id.startsWith('upper')) link.body[2] = 586;
    }),
  },
  {
    id: 'coil-over',
    name: 'Plain double wishbone, coil-over',
    kind: 'wishbone-coil-over',
    axle: 'front',
    end: wishbone,
  },
  {
    id: 'torsion-bar',
    name: 'Plain double wishbone, torsion bar',
    kind: 'wishbone-torsion-bar',
    axle: 'front',
    end: wishbone,
  },
  { id: 'front-links', name: 'Plain beam axle on links', kind: 'beam-links', axle: 'front', end: end('frontLinks') },
  {
    id: 'radius-arms',
    name: 'Plain beam axle on radius arms',
    kind: 'beam-radius-arms',
    axle: 'front',
    end: end('radiusArms'),
  },
  {
    id: 'front-leaves',
    name: 'Plain beam axle on leaves',
    kind: 'beam-leaves',
    axle: 'front',
    end: end('frontLeaves'),
  },
  { id: 'rear-links', name: 'Plain beam axle on five links', kind: 'beam-links', axle: 'rear', end: end('fiveLinks') },
  {
    id: 'rear-triangulated',
    name: 'Plain beam axle on triangulated links',
    kind: 'beam-triangulated',
    axle: 'rear',
    end: end('triangulated'),
  },
  { id: 'rear-leaves', name: 'Plain beam axle on leaves', kind: 'beam-leaves', axle: 'rear', end: end('leaves') },
];

/** The template a vehicle's end starts from: its own where there is one, else the plain one of its kind. */
export function templateFor(vehicle: Vehicle, axle: Axle): Template {
  const kind = axle === 'front' ? vehicle.frontSuspension : vehicle.rearSuspension;
  const fits = TEMPLATES.filter((t) => t.kind === kind && t.axle === axle);
  const own = fits.find((t) => t.vehicle?.make === vehicle.make && t.vehicle.model === vehicle.model);
  const found = own ?? fits.find((t) => !t.vehicle);
  // Every kind that can be booked has a plain template; a test walks them all.
  if (!found) throw new Error(`no template for ${kind} at the ${axle}`);
  return found;
}

/**
 * A template set under a vehicle: at its axle, as wide as its track, as high as its hubs.
 *
 * @param hubX mm, where the axle's hub line is (0 in front, −wheelbase at the rear)
 * @param halfTrack mm from the centreline to the tyre's centre plane
 * @param hubUp mm, hub centre over the floor
 */
export function placed(template: End, hubX: number, halfTrack: number, hubUp: number): End {
  const wide = halfTrack / HUB_OUT;
  const up = hubUp - HUB_UP;
  const walk = (value: unknown, key: string): unknown => {
    if (key.endsWith('xis') || key === 'adjust') return value;
    if (Array.isArray(value) && value.length === 3 && typeof value[0] === 'number') {
      const [x, y, z] = value as P;
      return [x + hubX, y * wide, z + up];
    }
    if (Array.isArray(value)) return value.map((inner) => walk(inner, ''));
    if (value && typeof value === 'object')
      return Object.fromEntries(
        Object.entries(value).flatMap(([k, inner]) => (inner === undefined ? [] : [[k, walk(inner, k)]])),
      );
    return value;
  };
  return walk(template, '') as End;
}
