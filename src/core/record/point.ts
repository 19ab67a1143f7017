import type { Phrase } from '../kernel/phrase';
import type { Quantity } from '../kernel/units/quantity';
import type { ChangeKind } from '../document/changes';
import type { Corner, Place, VehicleState } from '../kernel/places';
import type { JobDocument, ReadingGate } from '../document/job';
import type { LimitFigure } from './checks/limit';
import type { Tells } from './stale';

/**
 * What each drawing of where the tape or gauge goes can show on it. A point names its drawing and what of it: no drawing
 * knows a point.
 */
interface Drawings {
  /** Wheel in its arch: hub up to the lip's edge, or to a mark of one's own. */
  lip: { to: 'edge' | 'mark' };
  floorLip: unknown;
  radius: unknown;
  tyre: unknown;
  pressure: unknown;
  /** Tread to the body: above, ahead of the wheel, or behind it. */
  gap: { to: 'lip' | 'ahead' | 'behind' };
  /** The tyre's inner side from above: to a part of metal, or to the hose. */
  inner: { to: 'part' | 'hose' };
  stop: { tape: 'gap' | 'pressed' | 'tyre' };
  hose: { tape: 'span' | 'free' };
  bar: { tape?: 'angle' | 'arm' | 'link' | 'lean' };
  lamp: unknown;
  block: unknown;
  /** An axle on the ramp: the wheel that is up, the one across, or the lock that it is turned to. */
  flex: { tape: 'up' | 'across' | 'lock' };
  shock: unknown;
  lock: unknown;
  load: unknown;
  hand: unknown;
  /** The wheel from outside with its clock: at which hour, and what is taken there. */
  clock: { hour: number; tape: 'clock' | 'out' | 'gap' | 'give' };
  /** Tyre and wheel cut through from the front. */
  wheel: {
    tape: 'section' | 'offset' | 'rim' | 'spacer' | 'reach' | 'calliper' | 'stud' | 'thread' | 'face';
  };
  /** The driveline from the side: which part of it, and what is read there. */
  shaft: {
    part: 'output' | 'shaft' | 'pinion' | 'whole';
    tape: 'angle' | 'length' | 'offset' | 'slip' | 'gap' | 'phase' | 'kind';
  };
  /** The vehicle from above or behind: where the tape goes from frame or body to wheel or axle. */
  axle: { tape: 'side' | 'ahead' | 'behind' | 'wheelbase' | 'bar' };
  /** A wheel from behind or its side with a gauge on it, or both from above with the tape between their marks. */
  alignment: { tape: 'camber' | 'caster' | 'toe' | 'string' };
  /** Steering and arms from the front or above: which part is read. */
  steering: { tape: 'wheel' | 'drag' | 'arm' | 'tieRod' | 'armSlope' | 'sleeve' | 'damper' };
  /** The vehicle's own linkage, with one of its points marked and one distance of it. */
  linkage: { feature?: string; axis?: 'x' | 'y' | 'f' | 'z'; from?: 'side' | 'top' };
}
export type DrawingName = keyof Drawings;
/**
 * By which two pictures it is asked which way a reading is: a part seen from the left, a joint beside the middle line, a
 * bar as the driver sits, an arm by its two ends, an arm ahead of or behind the axle, a steering wheel turned, a wheel from
 * behind, a wheel's steering axis from its side.
 */
export type WayPicture = 'lean' | 'side' | 'across' | 'outer' | 'ahead' | 'turned' | 'camber' | 'caster';
/** One drawing and what of it is shown. */
export type DrawingOf<K extends DrawingName> = { of: K } & Drawings[K];
/** Which drawing shows where the tape or gauge goes. */
export type PointDrawing = { [K in DrawingName]: DrawingOf<K> }[DrawingName];

/**
 * Within the floor state: hand checks come first, then what every height depends on, the heights, the rest, the lamps,
 * the second set of heights; what wants everything set comes last.
 */
export const LAPS = ['hands', 'load', 'heights', 'rest', 'lamps', 'second', 'last'] as const;
export type Lap = (typeof LAPS)[number];

/** One of the answers to a thing that is looked at; `good` false where it is a warning or a fault by itself. */
export interface Choice {
  id: string;
  name: string;
  good: boolean;
  /** No fault, and the customer is told of it all the same. */
  tell?: true;
}
/** Where, how the vehicle stands, and at which gate. */
export interface AskedAt {
  gate: ReadingGate;
  place: Place;
  state: VehicleState;
}

/**
 * When the routes ask a reading kind: at both gates, at one of them, once a vehicle (what stays as it is until that part
 * is changed: arm lengths, what a maker states), or at After once one of these changes was recorded.
 */
export type WhenAsked = 'both gates' | 'before' | 'after' | 'once a vehicle' | { after: readonly ChangeKind[] };

/** One thing that is measured or looked at, wherever on the vehicle it applies. */
export interface Point {
  id: string;
  /** What to do, as the reading in hand says it. */
  label: string;
  /** Short name for lists and missing-reading messages. */
  short: string;
  how: string;
  quantity: Quantity | 'observation';
  /** By its id; see kernel/uncertainty/instruments. */
  instrument: string;
  drawing: PointDrawing;
  /** Read otherwise while the vehicle is in a state: by another instrument, by other words. */
  inState?: Partial<Record<VehicleState, { how?: string; instrument?: string }>>;
  /** The gates at which it may be read. */
  gates: readonly ReadingGate[];
  asked: WhenAsked;
  /** Asked on the short route: safety or the promise needs it, or the height school does, or what this job says. */
  essential: boolean | 'floor-to-lip' | ((job: JobDocument, asked: AskedAt) => boolean);
  /** What the part itself measures: no height moves it, so it counts After as read Before until a change bears on it. */
  ofItself?: true;
  /** Every vehicle has it, asked or not: “not fitted” is never an answer. */
  always?: boolean;
  /** Read at every After, whatever of the vehicle stands as it came. */
  everyTime?: true;
  /** Not every vehicle has it, although the short route asks: “not fitted” is an answer. */
  lacking?: boolean;
  /** The answers of a thing that is looked at, where “good” and “fault” do not say it. */
  choices?: readonly Choice[];
  /** What no vehicle can be, base unit; where left out, what its quantity allows (`hardBounds`). */
  bounds?: readonly [number, number];
  /** Read with the wheel off, as it goes on. */
  wheelOff?: true;
  /** Ride height: carries settling repeatability, and is read in two sets at After. */
  rideHeight: boolean;
  /** Plausible range in the base unit; outside it is asked about once. */
  range: readonly [number, number];
  seconds: number;
  /** When within the lap on the floor: see LAPS. Where left out, by its nature: looked at first, ride heights settled. */
  lap?: Lap;
  /** Belongs to a route of its own, by its subject's id, not to the walk round the vehicle. */
  route?: string;
  /** What stays open until it is read, where no check asks for it by itself. */
  unread?: string;
  /** The question of its own about a value that is not what it takes itself for; null where it has none. */
  doubt?(job: JobDocument, value: number, at: AskedAt): Phrase | null;
  /** It stands in the table of heights of the sheet, not among the other readings. */
  height?: boolean;
  /** A coordinate that only a model needs: in the job file, not on a customer's sheet. */
  model?: boolean;
  /**
   * What is told here is what the part itself is: told otherwise with no change recorded between, it contradicts, and
   * the rows of both tellings stay. Source: docs/figures.md "A row stays".
   */
  tellsPart?: true;
  /** May be minus: the keypad has a sign. */
  signed?: boolean;
  /** Which way it is + and which way −, as two pictures that are asked in place of a sign. */
  ways?: { plus: string; minus: string; picture: WayPicture };
  /** An inclination that may be read on a machined face square to it too, then 90° off. */
  onFace?: boolean;
  /** The vehicle state by whose name releases before document version 4 took it: what still waits on a device names that. */
  before4?: { was: VehicleState; is: VehicleState };
  /**
   * Read otherwise After than it came, with nothing recorded that bears on it, it shows that such a change was made.
   * Source: docs/figures.md "Not recorded".
   */
  raises?: Raises;
  /** The limit that a gap is judged by as it is read. */
  judgedBy?: LimitFigure;
  /** What it tells of the vehicle: which changes bear on it goes by that. Source: docs/figures.md "What a change makes stale". */
  tells: readonly Tells[];
  /** Changes that make it stale there only. */
  alsoStale?(job: JobDocument, at: { place: Place; state: VehicleState }): readonly ChangeKind[];
  /** Where and in which vehicle states it is taken on this job; empty where it does not apply. */
  where(job: JobDocument): { place: Place; state: VehicleState }[];
}

/** What a reading that differs from Before raises, and what explains it. */
export interface Raises {
  kind: ChangeKind;
  /** Kinds that explain it whatever it comes to, made at that axle; left out, all that bear on it there. */
  by?: readonly ChangeKind[];
  /** How much of it whatever else bears on it may explain, another end's springs or a load say; in its unit. */
  most?: number;
  /** What “not fitted” reads as there, in its unit: no spacer is one of nought. */
  absent?: number;
  /** A point at the same wheel whose reading is taken off first: the floor's school reads over the hub so. */
  less?: string;
}

/** What to do at a point in a state, and by which instrument. */
export const readIn = (point: Point, state: VehicleState): { how: string; instrument: string } => ({
  how: point.inState?.[state]?.how ?? point.how,
  instrument: point.inState?.[state]?.instrument ?? point.instrument,
});

type Spot = { place: Place; state: VehicleState };
export const spots = (places: readonly Place[], ...states: VehicleState[]): Spot[] =>
  states.flatMap((state) => places.map((place) => ({ place, state })));
export const FRONT: readonly Corner[] = ['FL', 'FR'];
export const REAR: readonly Corner[] = ['RL', 'RR'];
export const BOTH: readonly ReadingGate[] = ['before', 'after'];
export const AFTER: readonly ReadingGate[] = ['after'];

export const length = {
  quantity: 'length',
  instrument: 'tape',
  gates: BOTH,
  asked: 'both gates',
  essential: false,
  rideHeight: false,
  seconds: 15,
} as const;
export const observation = {
  quantity: 'observation',
  instrument: 'hand',
  drawing: { of: 'hand' },
  gates: AFTER,
  asked: 'after',
  essential: true,
  rideHeight: false,
  range: [0, 0],
  seconds: 60,
} as const;
