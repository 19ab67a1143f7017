import * as z from 'zod';

/** The grades of fit, each with all that the ones before it demand. */
export const GRADE_NAMES = ['Street', 'Trail', 'Crossed'] as const;
export const GradeName = z.enum(GRADE_NAMES);
export type GradeName = z.infer<typeof GradeName>;

/** Where one wheel can go: travels of its hub against the body of the reference state, mm, + bump. */
export interface WheelLimits {
  /** Where it rests. */
  rest: number;
  /** The stop fully compressed. */
  bump: number;
  /** Hanging, whatever holds it. */
  droop: number;
}

/** What of the Street grade and of the wheel's give a shop sets itself, each with its source. */
export interface GradeRules {
  /** mm of droop below rest that the street uses. */
  streetDroop: number;
  /** Share of the bump travel to the stop that the street uses. */
  streetBump: number;
}

export const DEFAULT_RULES: GradeRules = { streetDroop: 30, streetBump: 2 / 3 };

/**
 * A way that a corner goes, in a straight line from one pair of travels to another: its own wheel, and the one across
 * the axle.
 */
export interface Path {
  grade: GradeName;
  own: readonly [number, number];
  across: readonly [number, number];
}

/**
 * Every way a corner goes at a grade, those of the lesser grades included.
 *
 * Street: both wheels, from 30 mm of droop to two thirds of the bump travel. Trail: both from full droop to full bump,
 * and one at full bump with the other at ride height. Crossed: one at full bump with the other at full droop, and the
 * reverse. On the way there a wheel passes through all between. Source: docs/figures.md "Grades of fit".
 *
 * @param own, across limits of this corner's wheel and of the one across
 * @param independent true where the wheel across moves nothing here (wishbones): its travel is left at rest
 */
export function gradePaths(
  grade: GradeName,
  own: WheelLimits,
  across: WheelLimits,
  rules: GradeRules,
  independent: boolean,
): Path[] {
  const street = (w: WheelLimits): [number, number] => [
    Math.max(w.droop, w.rest - rules.streetDroop),
    w.rest + rules.streetBump * (w.bump - w.rest),
  ];
  const still: [number, number] = [across.rest, across.rest];
  const out: Path[] = [{ grade: 'Street', own: street(own), across: independent ? still : street(across) }];
  if (grade === 'Street') return out;
  out.push({
    grade: 'Trail',
    own: [own.droop, own.bump],
    across: independent ? still : [across.droop, across.bump],
  });
  if (independent) {
    if (grade === 'Crossed') out.push({ grade: 'Crossed', own: [own.droop, own.bump], across: still });
    return out;
  }
  out.push(
    { grade: 'Trail', own: [own.rest, own.bump], across: still },
    { grade: 'Trail', own: [own.rest, own.rest], across: [across.rest, across.bump] },
  );
  if (grade === 'Trail') return out;
  out.push(
    { grade: 'Crossed', own: [own.rest, own.bump], across: [across.droop, across.droop] },
    { grade: 'Crossed', own: [own.droop, own.droop], across: [across.rest, across.bump] },
  );
  return out;
}

/** One travel step of a sweep. */
export interface PoseRow {
  own: number;
  across: number;
  /** The least grade that asks for it. */
  grade: GradeName;
  /** Index of its path in the list it came from. */
  path: number;
  /** Place on that path, 0 to 1. */
  at: number;
}

/** Largest step of travel in a sweep, mm. Source: docs/figures.md "Wheels". */
export const TRAVEL_STEP = 10;

/**
 * The travel steps of the ways: both ends of each, and between them steps of at most 10 mm counted down from its far
 * end.
 *
 * @param stops mm by which bump stops could be longer: where each would end the travel there is a step too, so that
 *   it can be answered without another sweep
 * @param streetBump share of the bump travel that the street uses: a longer stop takes as much off its top
 */
export function rowsOf(
  paths: readonly Path[],
  step = TRAVEL_STEP,
  stops: readonly number[] = [],
  streetBump = DEFAULT_RULES.streetBump,
): PoseRow[] {
  const out: PoseRow[] = [];
  const seen = new Set<string>();
  paths.forEach((path, index) => {
    const own = path.own[1] - path.own[0];
    const across = path.across[1] - path.across[0];
    // Counted by this corner's own travel where it has any: its stop is what is made longer.
    const longest = Math.abs(own) > 1e-9 ? Math.abs(own) : Math.abs(across);
    const places = [1];
    for (let back = step; back < longest - 1e-9; back += step) places.push(1 - back / longest);
    if (longest > 1e-9) places.push(0);
    if (own > 1e-9)
      for (const extra of stops) {
        const at = 1 - (extra * (path.grade === 'Street' ? streetBump : 1)) / own;
        if (at > 0 && !places.some((p) => Math.abs(p - at) < 1e-9)) places.push(at);
      }
    for (const at of places.sort((a, b) => a - b)) {
      const row: PoseRow = {
        own: path.own[0] + at * own,
        across: path.across[0] + at * across,
        grade: path.grade,
        path: index,
        at,
      };
      const key = `${row.own.toFixed(6)}/${row.across.toFixed(6)}`;
      // A pose that a lesser grade asks for already is that grade's.
      if (seen.has(key)) continue;
      seen.add(key);
      out.push(row);
    }
  });
  return out;
}

/** Steering steps of a sweep from stop to stop, at most 5 % of lock; a wheel that does not steer has one. */
export const steerSteps = (steered: boolean, from = -1, to = 1): number[] =>
  steered && to > from ? Array.from({ length: 41 }, (_, i) => from + ((to - from) * i) / 40) : [0];

/** Whether a row belongs to a grade. */
export const inGrade = (row: Pick<PoseRow, 'grade'>, grade: GradeName): boolean =>
  GRADE_NAMES.indexOf(row.grade) <= GRADE_NAMES.indexOf(grade);
