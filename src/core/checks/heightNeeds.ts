import type { Spot } from '../job/figures';
import { CORNERS, type Corner } from '../job/places';
import type { JobDocument, ReadingGate } from '../job/schema';
import type { FourCorners } from '../stance/heights';
import { hubToLipFromFloor } from '../stance/heights';
import { propagate, type Uncertain } from '../uncertainty/propagate';
import type { WorkInput, Worked } from './types';

const GATE_WORD = { before: 'before', after: 'after' } as const;

/** The readings that give hub-to-lip at a corner in the job's height school. */
export function heightSpots(job: JobDocument, gate: ReadingGate, corner: Corner): Record<string, Spot> {
  const at = (point: string): Spot => ({ gate, point, place: corner, state: 'floor' });
  const name = `${GATE_WORD[gate]} ${corner}`;
  return job.job.heightSchool === 'hub-to-lip'
    ? { [name]: at('hubToLip') }
    : { [name]: at('floorToLip'), [`${name} radius`]: at('loadedRadius') };
}

export const fourHeights = (job: JobDocument, gate: ReadingGate): Record<string, Spot> =>
  Object.assign({}, ...CORNERS.map((corner) => heightSpots(job, gate, corner)));

/** Hub-to-lip at a corner with its uncertainty, mm, from needs made by {@link heightSpots}. */
export function heightOf(input: WorkInput, gate: ReadingGate, corner: Corner): Uncertain {
  const name = `${GATE_WORD[gate]} ${corner}`;
  const lip = input.get(name);
  if (input.job.job.heightSchool === 'hub-to-lip') return lip;
  return propagate(([floor = 0, radius = 0]) => hubToLipFromFloor(floor, radius), [lip, input.get(`${name} radius`)]);
}

/** Works a figure of the four heights of one gate. */
export function ofFour(input: WorkInput, gate: ReadingGate, f: (h: FourCorners) => number): Uncertain {
  return propagate(
    ([FL = 0, FR = 0, RL = 0, RR = 0]) => f({ FL, FR, RL, RR }),
    CORNERS.map((corner) => heightOf(input, gate, corner)),
  );
}

/** Load and fuel of both height sets: refine a comparison, and forbid it where they differ. */
export const loadSpots: Record<string, Spot> = {
  'fuel before': { gate: 'before', point: 'fuelLevel', place: 'vehicle', state: 'floor' },
  'fuel after': { gate: 'after', point: 'fuelLevel', place: 'vehicle', state: 'floor' },
  'load before': { gate: 'before', point: 'loadMass', place: 'vehicle', state: 'floor' },
  'load after': { gate: 'after', point: 'loadMass', place: 'vehicle', state: 'floor' },
};

/** Unlike loads are not compared; unrecorded ones never read Clear. 25 kg and a quarter tank are shop defaults. */
export function loadCap(input: WorkInput): Worked['cap'] {
  const [fuel0, fuel1, load0, load1] = ['fuel before', 'fuel after', 'load before', 'load after'].map((n) =>
    input.maybe(n),
  );
  if (!fuel0 || !fuel1 || !load0 || !load1) {
    return {
      at: 'Watch',
      why: 'fuel and load of both height sets are not recorded: record them to compare like with like',
    };
  }
  const kg = load1.value - load0.value;
  const tank = fuel1.value - fuel0.value;
  if (Math.abs(kg) > 25 || Math.abs(tank) > 0.25) {
    return {
      at: 'Not measured',
      why: `the load differs between Before and After (${Math.round(kg)} kg, ${Math.round(tank * 100)} % of a tank): bring it back and read the heights again`,
    };
  }
  return undefined;
}
