import { coordinatesOf, withCoordinate } from './coordinates';
import type { FigureName } from './figures';
import { figuresAt } from './lengths';
import type { End, EndState } from './schema';

/** Parts that hang on the linkage without moving it, and the figures that each of them has. */
const HANGING: Record<string, readonly string[]> = {
  shock: ['shockLength'],
  spring: ['springLength'],
  swayBar: ['barRotation', 'armToLink'],
  brakeHose: ['brakeHoseSpan'],
  halfShaft: ['halfShaftLength', 'halfShaftInner', 'halfShaftOuter'],
  driveshaft: ['driveshaftLength', 'transferJointAngle', 'pinionJointAngle', 'equivalentAngle'],
  obstacles: [],
  tyre: [],
};
/** Figures that turn with a knuckle, so that the steering moves them. */
const TURNS = ['centre', 'axis', 'camber', 'toe', 'steerAngle', 'brakeHoseSpan', 'shockLength', 'springLength'];

/**
 * Whether a figure can depend on a coordinate at all: not on what only hangs there, not on the other side of a
 * wishbone, not on the steering where nothing turns. What this leaves out has a derivative of exactly 0; to leave it
 * out makes an uncertainty several times cheaper.
 */
export function bearsOn(end: End, name: FigureName, path: string): boolean {
  const [part = '', figure = ''] = name.split('.');
  const steps = path.split('.');
  const side = steps[0] === 'left' || steps[0] === 'right' ? steps[0] : null;
  const owner = (side ? steps[1] : steps[0]) ?? '';
  const hung = HANGING[owner];
  if (hung && !(hung.includes(figure) && (side === null || side === part))) return false;
  if (end.type === 'double-wishbone') return side === null || part === 'axle' || side === part;
  if (owner === 'steering') return TURNS.some((start) => figure.startsWith(start)) || figure === 'barRotation';
  if (owner === 'kingpin')
    return figure === 'caster' || figure === 'kingpinInclination' || TURNS.some((start) => figure.startsWith(start));
  return true;
}

/** The same end without obstacles: they move with it and never move it. */
const bare = <T extends End>(end: T): T => {
  const side = <S>(s: S): S => (s === 'mirror' ? s : { ...s, obstacles: undefined });
  return { ...end, left: side(end.left), right: side(end.right) };
};

/** How figures answer to one measured number of the file. */
export interface Sensitivity {
  path: string;
  /** ∂figure/∂coordinate, in the order of the names asked: mm/mm, degrees/mm, … */
  by: number[];
}

/**
 * Derivatives of figures of one pose by measured coordinates, by central differences of `h` (the points are where they
 * were measured, so every length that follows from them moves too).
 *
 * @param names figures of the row
 * @param paths which coordinates; all of the end if left out
 * @param h half the difference, mm or degrees
 * @returns one row a coordinate; NaN where a neighbouring pose cannot be reached
 */
export function sensitivities(
  end: End,
  state: EndState,
  names: readonly FigureName[],
  paths?: ReadonlySet<string>,
  h = 0.05,
): Sensitivity[] {
  const light = bare(end);
  return coordinatesOf(light)
    .filter(({ path }) => (!paths || paths.has(path)) && names.some((name) => bearsOn(end, name, path)))
    .map(({ path, value }) => {
      const up = figuresAt(withCoordinate(light, path, value + h), state, names);
      const down = figuresAt(withCoordinate(light, path, value - h), state, names);
      return { path, by: names.map((_, i) => ((up?.[i] ?? NaN) - (down?.[i] ?? NaN)) / (2 * h)) };
    });
}

/**
 * Combined standard uncertainty of each figure from those of the coordinates (independent inputs; GUM 5.1.2).
 *
 * @param u standard uncertainty by path; a path that is not named counts as exact
 */
export function figureUncertainties(
  end: End,
  state: EndState,
  names: readonly FigureName[],
  u: ReadonlyMap<string, number>,
): number[] {
  const rows = sensitivities(end, state, names, new Set(u.keys()));
  return names.map((_, i) =>
    Math.sqrt(rows.reduce((sum, row) => sum + ((row.by[i] ?? NaN) * (u.get(row.path) ?? 0)) ** 2, 0)),
  );
}
