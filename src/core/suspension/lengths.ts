import { distance } from '../kernel/geometry/point';
import { findRoot } from '../kernel/numeric/findRoot';
import { column, ROW, type FigureName } from './figures';
import { linkageOf } from './linkage';
import { sidesOf } from './mirror';
import { travelWhere, type Found } from './reach';
import type { Adjust, BeamEnd, End, EndState, SideName } from './schema';

/** The same end with lengths added to what it has already, mm. */
export function lengthened<T extends End>(end: T, more: Adjust): T {
  const was = end.adjust ?? {};
  const plus = (a: number | undefined, b: number | undefined) =>
    a === undefined && b === undefined ? undefined : (a ?? 0) + (b ?? 0);
  const links = { ...was.links };
  for (const [id, added] of Object.entries(more.links ?? {})) links[id] = (links[id] ?? 0) + added;
  const adjust: Adjust = {
    ...(Object.keys(links).length > 0 ? { links } : {}),
    ...Object.fromEntries(
      (['trackBar', 'tieRod', 'dragLink', 'swayLink'] as const).flatMap((key) => {
        const sum = plus(was[key], more[key]);
        return sum === undefined ? [] : [[key, sum]];
      }),
    ),
  };
  return { ...end, adjust };
}

/** Figures of one pose of an end; null where the pose cannot be reached. */
export function figuresAt(end: End, state: EndState, names: readonly FigureName[]): number[] | null {
  const linkage = linkageOf(end);
  if (linkage.pose(state.left, state.right, state.steer ?? 0)) return null;
  const row = new Float64Array(ROW);
  linkage.measure(row);
  return names.map((name) => row[column(name)] as number);
}

/** Looks outward from 0 for the nearest change of sign, up to `most` each way. */
function nearestRoot(f: (x: number) => number, most: number): number | null {
  const at0 = f(0);
  if (at0 === 0) return 0;
  const n = 24;
  let [up, down] = [at0, at0];
  for (let i = 1; i <= n; i++) {
    const [a, b] = [(most * (i - 1)) / n, (most * i) / n];
    const [u, d] = [f(b), f(-b)];
    if (up * u <= 0) return findRoot(f, a, b);
    if (down * d <= 0) return findRoot(f, -a, -b);
    [up, down] = [u, d];
  }
  return null;
}

/**
 * Track-bar length that brings the axle back under the middle of the body (lateralShift = 0).
 *
 * @returns mm to add to the bar, or null where no length within ±80 mm does
 */
export const centringTrackBar = (end: BeamEnd, state: EndState): number | null =>
  'trackBar' in end && end.trackBar
    ? nearestRoot((added) => {
        const [shift = NaN] = figuresAt(lengthened(end, { trackBar: added }), state, ['axle.lateralShift']) ?? [];
        return shift;
      }, 80)
    : null;

/**
 * Drag-link length that brings the wheels straight with the steering centred: the mean of the two headings is 0.
 *
 * @returns mm to add to the drag link, or null where there is none or no length within ±60 mm does
 */
export const straightDragLink = (end: BeamEnd, state: EndState): number | null =>
  end.steering
    ? nearestRoot((added) => {
        const found = figuresAt(lengthened(end, { dragLink: added }), { ...state, steer: 0 }, [
          'left.steerAngle',
          'right.steerAngle',
        ]);
        return found ? ((found[0] ?? NaN) + (found[1] ?? NaN)) / 2 : NaN;
      }, 60)
    : null;

/**
 * Sway-link length that brings the bar back to its reference rotation: with the bar at rest the link is as long as the
 * straight line from the arm's end to where its other end now is.
 *
 * @returns mm to add to the link of that side, or null where there is no bar or the pose cannot be reached
 */
export function neutralSwayLink(end: End, side: SideName, state: EndState): number | null {
  const bar = sidesOf(end)[side].swayBar;
  const linkage = linkageOf(end);
  if (!bar || linkage.pose(state.left, state.right, state.steer ?? 0)) return null;
  linkage.measure(new Float64Array(ROW));
  const link = linkage.joints()[`${side}.swayBar.link`];
  return link ? distance(bar.armEnd, link) - distance(bar.armEnd, bar.link) : null;
}

/**
 * Arm lengths for a wanted caster (or nose-up) and fore-aft place: two unknowns, two equations, by Newton's method.
 *
 * @param lower, upper ids of the links lengthened together, each group by one amount
 * @param wanted figure and value: caster degrees, or the axle's nose-up degrees; foreAft mm against the reference
 * @returns mm to add to each group, or null where it does not converge
 */
export function armLengths(
  end: BeamEnd,
  lower: readonly string[],
  upper: readonly string[],
  wanted: { figure: 'left.caster' | 'right.caster' | 'axle.noseUp'; value: number; foreAft: number },
  state: EndState,
): { lower: number; upper: number } | null {
  const off = (l: number, u: number): [number, number] | null => {
    const links = Object.fromEntries([...lower.map((id) => [id, l] as const), ...upper.map((id) => [id, u] as const)]);
    const found = figuresAt(lengthened(end, { links }), state, [wanted.figure, 'axle.foreAftShift']);
    return found ? [(found[0] ?? NaN) - wanted.value, (found[1] ?? NaN) - wanted.foreAft] : null;
  };
  let [l, u] = [0, 0];
  for (let round = 0; round < 25; round++) {
    const here = off(l, u);
    const [lUp, lDown, uUp, uDown] = [off(l + 0.1, u), off(l - 0.1, u), off(l, u + 0.1), off(l, u - 0.1)];
    if (!here || !lUp || !lDown || !uUp || !uDown) return null;
    if (Math.abs(here[0]) < 1e-7 && Math.abs(here[1]) < 1e-6) return { lower: l, upper: u };
    const [a, c] = [(lUp[0] - lDown[0]) / 0.2, (lUp[1] - lDown[1]) / 0.2];
    const [b, d] = [(uUp[0] - uDown[0]) / 0.2, (uUp[1] - uDown[1]) / 0.2];
    const det = a * d - b * c;
    if (!(Math.abs(det) > 1e-12)) return null;
    l -= (here[0] * d - b * here[1]) / det;
    u -= (a * here[1] - c * here[0]) / det;
    if (!(Math.abs(l) < 200 && Math.abs(u) < 200)) return null;
  }
  return null;
}

/**
 * The lift that a spacer gives: the droop at which the seat-to-seat length has grown by its thickness. Larger than the
 * spacer on most wishbones. Source: docs/figures.md "Springs, spacers, shocks".
 *
 * @param on the spring where there is one of its own, else the shock of a coil-over
 * @param thickness mm
 * @returns the travel (negative: droop); its opposite is the lift at that corner
 */
export function travelFromSpacer(end: End, side: SideName, on: 'spring' | 'shock', thickness: number): Found {
  const linkage = linkageOf(end);
  const name: FigureName = `${side}.${on}Length`;
  linkage.pose(0, 0, 0);
  const row = new Float64Array(ROW);
  linkage.measure(row);
  const length = row[column(name)] as number;
  return travelWhere(linkage, name, length + thickness, thickness > 0 ? -300 : 300);
}
