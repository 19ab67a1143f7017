import { coordinatesOf, withCoordinate } from './coordinates';
import type { FigureName } from './figures';
import { figuresAt } from './lengths';
import type { End, EndState } from './schema';

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
  return coordinatesOf(end)
    .filter(({ path }) => !paths || paths.has(path))
    .map(({ path, value }) => {
      const up = figuresAt(withCoordinate(end, path, value + h), state, names);
      const down = figuresAt(withCoordinate(end, path, value - h), state, names);
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
