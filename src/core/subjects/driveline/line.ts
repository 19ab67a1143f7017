import { directionOf, isShaft } from '../../gauge/direction';
import { formulaOf, type TrainParts } from './parts';

/** A driveline as a string through its joints, mm from the joint at the case: + rearward, + left, + up. */
export interface StringOfJoints {
  /** A piece of the output or pinion at the front end, each joint, a piece at the rear end; from front to rear. */
  points: { rearward: number; left: number; up: number }[];
  /** Index of the first joint among the points. */
  first: number;
}

/** How much of output and pinion is drawn, mm. */
const STUB = 260;

/** Where the joints of a train lie; null where its readings cannot belong to its shafts. */
export function stringOf(parts: TrainParts): StringOfJoints | null {
  const { inputs, build } = formulaOf(parts);
  const train = build(inputs.map((i) => i.value));
  const points = [{ rearward: 0, left: 0, up: 0 }];
  for (const element of train.elements) {
    const d = directionOf(element);
    const last = points.at(-1);
    if (!d || !last) return null;
    const long = isShaft(element) ? element.length : STUB;
    points.push({ rearward: last.rearward - d[0] * long, left: last.left + d[1] * long, up: last.up + d[2] * long });
  }
  // The joint at the case is the body's: every stage hangs from it.
  const at = parts.end === 'rear' ? 1 : points.length - 2;
  const home = points[at];
  if (!home) return null;
  return {
    points: points.map((p) => ({
      rearward: p.rearward - home.rearward,
      left: p.left - home.left,
      up: p.up - home.up,
    })),
    first: 1,
  };
}
