import { agreeingPair, type Figures, type Spot } from '../../record/figures';
import { CORNERS, type Corner } from '../../kernel/places';
import type { JobDocument, ReadingGate } from '../../document/job';
import type { FourCorners } from './heights';
import { hubToLipFromFloor } from './heights';
import { risesBy } from './rise';
import { propagate, type Uncertain } from '../../kernel/uncertainty/propagate';
import type { Cap, WorkInput } from '../../record/checks/types';

/** The readings that give hub-to-lip at a corner in the job's height school. */
export function heightSpots(job: JobDocument, gate: ReadingGate, corner: Corner): Record<string, Spot> {
  const at = (point: string): Spot => ({ gate, point, place: corner, state: 'floor' });
  const name = `${gate} ${corner}`;
  return job.job.heightSchool === 'hub-to-lip'
    ? { [name]: at('hubToLip') }
    : { [name]: at('floorToLip'), [`${name} radius`]: at('loadedRadius') };
}

export const fourHeights = (job: JobDocument, gate: ReadingGate): Record<string, Spot> =>
  Object.fromEntries(CORNERS.flatMap((corner) => Object.entries(heightSpots(job, gate, corner))));

/** Hub-to-lip at a corner with its uncertainty, mm, from needs made by {@link heightSpots}. */
export function heightOf(input: WorkInput, gate: ReadingGate, corner: Corner): Uncertain {
  const name = `${gate} ${corner}`;
  const lip = input.get(name);
  if (input.job.job.heightSchool === 'hub-to-lip') return lip;
  return propagate(([floor = 0, radius = 0]) => hubToLipFromFloor(floor, radius), [lip, input.get(`${name} radius`)]);
}

/** The readings that tell how far a corner rose: the fixed body mark where a lip is altered, else the heights. */
export const riseSpots = (job: JobDocument, corner: Corner): Record<string, Spot> =>
  risesBy(job, corner) === 'mark'
    ? {
        [`mark before ${corner}`]: { gate: 'before', point: 'hubToMark', place: corner, state: 'floor' },
        [`mark after ${corner}`]: { gate: 'after', point: 'hubToMark', place: corner, state: 'floor' },
      }
    : { ...heightSpots(job, 'before', corner), ...heightSpots(job, 'after', corner) };

export const fourRises = (job: JobDocument): Record<string, Spot> =>
  Object.fromEntries(CORNERS.flatMap((corner) => Object.entries(riseSpots(job, corner))));

/** Body over hub at a corner, After less Before, mm, from needs made by {@link riseSpots}; unlike loads in its u. */
export function riseOf(input: WorkInput, corner: Corner): Uncertain {
  const byMark = risesBy(input.job, corner) === 'mark';
  const [before, after] = byMark
    ? [input.get(`mark before ${corner}`), input.get(`mark after ${corner}`)]
    : [heightOf(input, 'before', corner), heightOf(input, 'after', corner)];
  const rise = propagate(([a = 0, b = 0]) => a - b, [after, before]);
  return { value: rise.value, u: Math.hypot(rise.u, loadsOf(input.figures).u) };
}

/** Works a figure of the four heights of one gate. */
export function ofFour(input: WorkInput, gate: ReadingGate, f: (h: FourCorners) => number): Uncertain {
  return propagate(
    ([FL = 0, FR = 0, RL = 0, RR = 0]) => f({ FL, FR, RL, RR }),
    CORNERS.map((corner) => heightOf(input, gate, corner)),
  );
}

/** Load and fuel of both height sets. */
export const loadSpots: Record<string, Spot> = {
  'fuel before': { gate: 'before', point: 'fuelLevel', place: 'vehicle', state: 'floor' },
  'fuel after': { gate: 'after', point: 'fuelLevel', place: 'vehicle', state: 'floor' },
  'load before': { gate: 'before', point: 'loadMass', place: 'vehicle', state: 'floor' },
  'load after': { gate: 'after', point: 'loadMass', place: 'vehicle', state: 'floor' },
};

/** Up to so much, loads are compared as they are; beyond the second figure nothing is compared. kg, share of a tank. */
const ALIKE = { kg: 10, tank: 1 / 8, most: 100 } as const;
/** kg in a full tank, so that an eighth of it is what ten kilograms are. */
const TANK = 80;
const WHEEL_RATE = 30;
const GRAVITY = 9.80665;

/**
 * How unlike the loads of the two height sets were. `u`: what it makes each corner's height unsure by, mm, standard:
 * g × a quarter of the difference / 30 N/mm, the wheel rate not being known. Source: docs/figures.md "Load".
 */
export function loadsOf(figures: Figures): { u: number; cap: Cap | undefined; said: string } {
  const read = (name: keyof typeof loadSpots): number | null => {
    const spot = loadSpots[name];
    const figure = spot ? figures.figure(spot) : null;
    return figure?.status === 'read' ? figure.value : null;
  };
  const [fuel0, fuel1, load0, load1] = [
    read('fuel before'),
    read('fuel after'),
    read('load before'),
    read('load after'),
  ];
  if (fuel0 === null || fuel1 === null || load0 === null || load1 === null)
    return {
      u: 0,
      cap: {
        at: 'Watch',
        why: 'fuel and load of both height sets are not recorded: record them to compare like with like',
      },
      said: 'not recorded',
    };
  const kg = Math.abs(load1 - load0);
  const tank = Math.abs(fuel1 - fuel0);
  const said = `${Math.round(load1 - load0)} kg, ${Math.round((fuel1 - fuel0) * 100)} % of a tank`;
  if (kg <= ALIKE.kg + 1e-9 && tank <= ALIKE.tank + 1e-9) return { u: 0, cap: undefined, said };
  const mass = kg + TANK * tank;
  if (mass > ALIKE.most + 1e-9)
    return {
      u: 0,
      cap: {
        at: 'Not measured',
        why: `the load differs between Before and After (${said}): bring it back and read the heights again`,
      },
      said,
    };
  return { u: sagOf(mass), cap: undefined, said };
}

/** Standard uncertainty of a corner's height for a load, mm, the wheel rate not being known. @param mass kg */
const sagOf = (mass: number): number => (GRAVITY * (mass / 4)) / WHEEL_RATE;

/** By how much heights of Before and After may lie apart for their loads alone, three times that, mm. */
export function heightsApart(figures: Figures): number {
  const read = (name: string): number | null => {
    const spot = loadSpots[name];
    const figure = spot ? figures.figure(spot) : null;
    return figure?.status === 'read' ? figure.value : null;
  };
  const apart = (a: number | null, b: number | null): number => (a === null || b === null ? 0 : Math.abs(a - b));
  const kg = apart(read('load after'), read('load before'));
  const tank = apart(read('fuel after'), read('fuel before'));
  return kg <= ALIKE.kg + 1e-9 && tank <= ALIKE.tank + 1e-9 ? 0 : 3 * sagOf(kg + TANK * tank);
}

/** Unlike loads beyond what an uncertainty can say are not compared; unrecorded ones never read Clear. */
export const loadCap = (input: WorkInput): Cap | undefined => loadsOf(input.figures).cap;

/** The point whose sets tell whether a corner has settled: what its rise is read by. */
export const settlingPoint = (job: JobDocument, corner: Corner): string =>
  risesBy(job, corner) === 'mark' ? 'hubToMark' : job.job.heightSchool === 'hub-to-lip' ? 'hubToLip' : 'floorToLip';

/** Whether two sets of a corner's After heights, rolled and bounced between, agree. */
export const hasSettled = (figures: Figures, corner: Corner): boolean => {
  const spot: Spot = { gate: 'after', point: settlingPoint(figures.job, corner), place: corner, state: 'floor' };
  const figure = figures.figure(spot);
  return figure.status === 'read' && !figure.assumed && agreeingPair(figure.readings) !== null;
};

/** Heights that have not settled, or were read once, read at best Watch, and so does what follows from them. */
export const settleCap = (figures: Figures, corners: readonly Corner[]): Cap | undefined =>
  corners.every((corner) => hasSettled(figures, corner))
    ? undefined
    : { at: 'Watch', why: 'the heights have not settled: two sets, rolled and bounced between, within 3 mm' };
