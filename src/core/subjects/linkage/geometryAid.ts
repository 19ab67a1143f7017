import type { Workings } from '../../record/workings';
import { axleOf, cornersOf, isCorner, type Axle, type Place } from '../../kernel/places';
import { pointSource, uncertaintiesOf, type Assembled } from './assemble';
import { kindOf, pathIn } from './features';
import { staged, stateOf, type Stage, type StagedEnd } from './stages';
import type { FigureName } from '../../suspension/figures';
import { figuresAt, lengthened, neutralSwayLink } from '../../suspension/lengths';
import { linkageOf } from '../../suspension/linkage';
import { pivotRates, type Pivot, type PivotRates } from '../../suspension/pivotRates';
import { travelWhere } from '../../suspension/reach';
import { figureUncertainties, sensitivities } from '../../suspension/sensitivity';
import type { EndState, SideName } from '../../suspension/schema';
import type { Uncertain } from '../../kernel/uncertainty/propagate';

/** What the geometry of the vehicle adds to a check: the figure, how sure, and whether any of it is only assumed. */
export interface Aided extends Uncertain {
  assumed: boolean;
}

/** An end and where its points are from, as a memo knows it. */
const listed = new WeakMap<StagedEnd, object>();
function inputsOf(w: Workings, end: StagedEnd): string {
  const known = listed.get(end) ?? [end.end, [...end.sources]];
  listed.set(end, known);
  return w.memo.nameOf(known);
}

const endAt = (w: Workings, axle: Axle, stage: 'before' | 'after'): StagedEnd =>
  w.once(endAt, `${axle}/${stage}`, () => staged(w, axle, stage));

const ARMS: Record<string, readonly string[]> = {
  'double-wishbone': [
    'lowerArm.front',
    'lowerArm.rear',
    'lowerArm.outer',
    'upperArm.front',
    'upperArm.rear',
    'upperArm.outer',
    'tieRod.inner',
    'tieRod.outer',
  ],
  'link-axle': ['link.lower.body', 'link.lower.axle', 'link.upper.body', 'link.upper.axle'],
  'radius-arm-axle': ['radiusArm.pivot'],
  'leaf-axle': ['leaf.frontEye', 'leaf.seat'],
};

const STEERS = [
  'kingpin.lower',
  'kingpin.upper',
  'steering.pitman.pivot',
  'steering.pitman.end',
  'steering.dragLink.knuckle',
];

/**
 * Whether a part of an end stands on more than a template, and whether on measured points alone.
 *
 * @param ids features that the figure stands on besides the arms or links
 */
function standing(end: Assembled, side: SideName, ids: readonly string[]): 'none' | 'assumed' | 'measured' {
  let worst: 'assumed' | 'measured' = 'measured';
  // The two sides of a wishbone go their own ways; a beam axle hangs on the links of both.
  const sides: readonly SideName[] = end.end.type === 'double-wishbone' ? [side] : ['left', 'right'];
  const paths = [
    ...(ARMS[end.end.type] ?? []).flatMap((id) => sides.map((each) => pathIn(end.end, id, each))),
    ...ids.map((id) => pathIn(end.end, id, side)),
    ...('trackBar' in end.end && end.end.trackBar ? ['trackBar.body', 'trackBar.axle'] : []),
  ];
  for (const path of paths) {
    const source = path ? pointSource(end, path) : 'template';
    if (source === 'template') return 'none';
    if (source !== 'measured') worst = 'assumed';
  }
  return worst;
}

const worked = (w: Workings, end: StagedEnd, state: EndState, name: FigureName): Uncertain | null =>
  w.memo.work(['figure', name, state, inputsOf(w, end)], () => workFigure(end, state, name));

function workFigure(end: StagedEnd, state: EndState, name: FigureName): Uncertain | null {
  const value = figuresAt(end.end, state, [name])?.[0];
  if (value === undefined || !Number.isFinite(value)) return null;
  const [u = NaN] = figureUncertainties(end.end, state, [name], uncertaintiesOf(end));
  return Number.isFinite(u) ? { value, u } : null;
}

/**
 * Rotation of the sway bar's arm at the measured heights, degrees, as a gauge on it would show: + when its link end
 * has risen. Left side. `neutral` is what the fitted link lacks for the arm to stand as before, mm.
 *
 * @returns null where the bar, its link or the linkage stands on a template, or a height is missing
 */
export const barByGeometry = (w: Workings, axle: Axle): (Aided & { neutral: number | null }) | null =>
  w.once(barByGeometry, axle, () => {
    const end = endAt(w, axle, 'after');
    const state = stateOf(end);
    const stands = end.fault ? 'none' : standing(end, 'left', ['swayBar.pivot', 'swayBar.armEnd', 'swayBar.link']);
    const bar = end.end.left.swayBar;
    if (!state || !bar || stands === 'none') return null;
    const found = worked(w, end, state, 'left.barRotation');
    if (!found) return null;
    // A turn about +y lowers an arm that points forward.
    const way = -Math.sign(bar.armEnd[0] - bar.pivot[0]) || 1;
    return {
      value: way * found.value,
      u: found.u,
      assumed: stands === 'assumed',
      neutral: w.memo.work(['neutral', state, inputsOf(w, end)], () => neutralSwayLink(end.end, 'left', state)),
    };
  });

/**
 * How far a beam axle has turned nose up against how it came, degrees, by its own links, arms or leaves at the heights
 * of a stage. Null where the linkage stands on a template, or a height is missing.
 */
export const noseUpByGeometry = (w: Workings, axle: Axle, stage: Stage): Aided | null =>
  w.once(noseUpByGeometry, `${axle}/${stage}`, () => {
    const end = staged(w, axle, stage);
    const state = stateOf(end);
    if (end.end.type === 'double-wishbone' || !state || end.fault) return null;
    const stands = standing(end, 'left', []);
    if (stands === 'none') return null;
    const found = worked(w, end, state, 'axle.noseUp');
    return found && { ...found, assumed: stands === 'assumed' };
  });

/**
 * Bump steer of the left front wheel about ride height by its linkage, degrees of heading per 25 mm, + bump steers to
 * the left. Null where steering or linkage stands on a template, or a height is missing.
 */
export const bumpSteerByGeometry = (w: Workings, gate: 'before' | 'after'): Aided | null =>
  w.once(bumpSteerByGeometry, gate, () => {
    const known = steersByGeometry(w, gate);
    if (!known) return null;
    const { end, state, assumed } = known;
    return w.memo.work(['bumpSteer', state, inputsOf(w, end)], () => {
      const at = (by: number): EndState => ({ ...state, left: state.left + by, right: state.right + by });
      const name = 'left.steerAngle' as const;
      const [up, down] = [12.5, -12.5].map((by) => figuresAt(end.end, at(by), [name])?.[0] ?? NaN);
      if (up === undefined || down === undefined || !Number.isFinite(up - down)) return null;
      // The same points carry both headings: only the difference of their slopes is unsure.
      const u = uncertaintiesOf(end);
      const [a, b] = [12.5, -12.5].map((by) => sensitivities(end.end, at(by), [name], new Set(u.keys())));
      const spread = (a ?? []).reduce(
        (sum, row, i) => sum + (((row.by[0] ?? 0) - (b?.[i]?.by[0] ?? 0)) * (u.get(row.path) ?? 0)) ** 2,
        0,
      );
      return { value: up - down, u: Math.sqrt(spread), assumed };
    });
  });

/** The front end at a gate where steering and linkage are both taped; null where either stands on a template. */
function steersByGeometry(
  w: Workings,
  gate: 'before' | 'after',
): { end: StagedEnd; state: EndState; assumed: boolean } | null {
  const end = endAt(w, 'front', gate);
  const state = stateOf(end);
  if (!state || end.fault) return null;
  const beam = end.end.type !== 'double-wishbone';
  if (beam && !('steering' in end.end && end.end.steering)) return null;
  const stands = standing(end, 'left', beam ? STEERS : []);
  return stands === 'none' ? null : { end, state, assumed: stands === 'assumed' };
}

/**
 * Heading of the left front wheel against ride height by its linkage, degrees, + to the left, at each of these travels,
 * mm; null where it is not known.
 */
export function headingByGeometry(w: Workings, gate: 'before' | 'after', travels: readonly number[]): number[] | null {
  const known = steersByGeometry(w, gate);
  if (!known) return null;
  const { end, state } = known;
  const at = (by: number): number =>
    figuresAt(end.end, { ...state, left: state.left + by, right: state.right + by }, ['left.steerAngle'])?.[0] ?? NaN;
  const rest = at(0);
  return travels.map((by) => at(by) - rest);
}

/** A figure, and by each of its unsure coordinates how far it goes with that one's standard uncertainty; or null. */
function slopesOf(
  end: StagedEnd,
  state: EndState,
  name: FigureName,
): { value: number; by: [path: string, by: number][] } | null {
  const value = figuresAt(end.end, state, [name])?.[0];
  if (value === undefined || !Number.isFinite(value)) return null;
  const u = uncertaintiesOf(end);
  const rows = sensitivities(end.end, state, [name], new Set(u.keys()));
  return { value, by: rows.map((row) => [row.path, (row.by[0] ?? 0) * (u.get(row.path) ?? 0)]) };
}

/**
 * How far a front wheel's caster or camber went by its linkage from Before to After, degrees, against the body. Null
 * where the linkage stands on a template, or a height is missing.
 */
export const changeByGeometry = (w: Workings, corner: 'FL' | 'FR', figure: 'caster' | 'camber'): Aided | null =>
  w.once(changeByGeometry, `${corner}/${figure}`, () => {
    const ends = (['before', 'after'] as const).map((gate) => endAt(w, 'front', gate));
    const side: SideName = corner === 'FL' ? 'left' : 'right';
    const name = `${side}.${figure}` as const;
    const found = ends.map((end) => {
      const state = stateOf(end);
      const stands = end.fault
        ? 'none'
        : standing(end, side, end.end.type === 'double-wishbone' ? [] : ['kingpin.lower', 'kingpin.upper']);
      if (!state || stands === 'none') return null;
      const slopes = w.memo.work(['change', name, state, inputsOf(w, end)], () => slopesOf(end, state, name));
      return slopes && { value: slopes.value, by: new Map(slopes.by), assumed: stands === 'assumed' };
    });
    const [was, is] = found;
    if (!was || !is) return null;
    // The same points carry both: only the difference of their slopes is unsure.
    const paths = new Set([...was.by.keys(), ...is.by.keys()]);
    const spread = [...paths].reduce((sum, path) => sum + ((is.by.get(path) ?? 0) - (was.by.get(path) ?? 0)) ** 2, 0);
    return { value: is.value - was.value, u: Math.sqrt(spread), assumed: was.assumed || is.assumed };
  });

/**
 * What a millimetre more of both lower arms does to a front axle on links at its measured heights: degrees of camber,
 * caster and total toe, and how far forward the axle goes, mm. Null where the linkage stands on a template.
 */
export function byAdjusting(
  w: Workings,
  gate: 'before' | 'after',
  part: 'lower arms',
): {
  moves: { camberLeft: number; camberRight: number; casterLeft: number; casterRight: number; toe: number };
  forward: number;
} | null {
  const end = endAt(w, 'front', gate);
  const state = stateOf(end);
  if (!state || end.fault || end.end.type !== 'link-axle' || part !== 'lower arms') return null;
  if (standing(end, 'left', ['kingpin.lower', 'kingpin.upper']) === 'none') return null;
  const lower = end.end.links.filter((l) => l.id.startsWith('lower'));
  const names = [
    'left.camber',
    'right.camber',
    'left.caster',
    'right.caster',
    'left.toe',
    'right.toe',
    'axle.foreAftShift',
  ] as const;
  const at = (by: number): number[] | null =>
    figuresAt(
      lengthened(end.end, { links: Object.fromEntries(lower.map(({ id }) => [id, by])) }),
      { ...state, steer: 0 },
      names,
    );
  const [more, less] = [at(0.5), at(-0.5)];
  if (!more || !less) return null;
  const [camberLeft = 0, camberRight = 0, casterLeft = 0, casterRight = 0, toeLeft = 0, toeRight = 0, forward = 0] =
    more.map((v, i) => v - (less[i] ?? NaN));
  const moves = { camberLeft, camberRight, casterLeft, casterRight, toe: toeLeft + toeRight };
  return Object.values({ ...moves, forward }).every(Number.isFinite) ? { moves, forward } : null;
}

/**
 * What a pivot of a wishbone moved outboard by a millimetre does to its front wheel at the measured heights: degrees of
 * camber, caster and toe-in, and forward, mm. Null where that side's arms stand on a template, or a height is missing.
 */
export const byPivot = (w: Workings, gate: 'before' | 'after', side: SideName, pivot: Pivot): PivotRates | null => {
  const end = endAt(w, 'front', gate);
  const state = stateOf(end);
  if (!state || end.fault || standing(end, side, []) === 'none') return null;
  return w.once(byPivot, `${gate}/${side}/${pivot.arm}/${pivot.at}`, () =>
    w.memo.work(['pivot', side, pivot, state, inputsOf(w, end)], () => pivotRates(end.end, side, state, pivot)),
  );
};

/**
 * The greatest span of a brake hose with the axle crossed: its wheel at the droop at which the geometry gives the
 * measured span, the other as far up. Null without geometry, or where that span is not met.
 *
 * @param measured the greatest span measured at full droop, mm
 */
export const crossedHoseSpan = (
  w: Workings,
  place: Place,
  gate: 'before' | 'after',
  measured: number,
): (Aided & { droop: number }) | null => w.tried(() => crossedSpan(w, place, gate, measured)).answer;

function crossedSpan(
  w: Workings,
  place: Place,
  gate: 'before' | 'after',
  measured: number,
): (Aided & { droop: number }) | null {
  const axle = isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front';
  const side: SideName = isCorner(place) && place === cornersOf(axle)[1] ? 'right' : 'left';
  const end = endAt(w, axle, gate);
  const stands = end.fault ? 'none' : standing(end, side, ['brakeHose.body', 'brakeHose.wheel']);
  if (stands === 'none') return null;
  const name = `${side}.brakeHoseSpan` as const;
  const droop = w.memo.work(['droop', name, measured, inputsOf(w, end)], () =>
    travelWhere(linkageOf(end.end), name, measured, -260),
  );
  if (!droop.ok) return null;
  const [down, up] = [droop.travel, -droop.travel];
  const state = side === 'left' ? { left: down, right: up } : { left: up, right: down };
  const found = worked(w, end, state, name);
  return found ? { ...found, assumed: stands === 'assumed', droop: droop.travel } : null;
}

/** Whether the geometry can say how a coil-over wishbone's wheel moves against its shock. */
export const knowsMotionRatio = (w: Workings, place: Place, gate: 'before' | 'after'): boolean => {
  // Told before any height is looked at: on another kind nothing of it is used.
  if (!isCorner(place) || kindOf(w.job.vehicle, axleOf(place)) !== 'wishbone-coil-over') return false;
  const end = endAt(w, axleOf(place), gate);
  const side: SideName = place === cornersOf(axleOf(place))[0] ? 'left' : 'right';
  return !end.fault && end.travel !== null && standing(end, side, ['shock.upper', 'shock.lower']) !== 'none';
};

/**
 * How far a wheel of a coil-over wishbone still comes up until its stop, on the shock, is home: the travel over which
 * the shock closes by the stop's gap and squash.
 *
 * @param closes gap and compression of the stop along the shock as parked, mm
 * @param flexed the same read flexed; the stop is home at the same shock length
 * @returns the travel left from each, mm, with what the points are unsure of
 */
export function travelToStop(
  w: Workings,
  place: Place,
  gate: 'before' | 'after',
  closes: number,
  flexed: number | null,
): { parked: Aided; flexed: Aided | null; ratio: number } | null {
  if (!isCorner(place) || !knowsMotionRatio(w, place, gate)) return null;
  const axle = axleOf(place);
  const side: SideName = place === cornersOf(axle)[0] ? 'left' : 'right';
  const end = endAt(w, axle, gate);
  const state = stateOf(end);
  if (!state) return null;
  const assumed = standing(end, side, ['shock.upper', 'shock.lower']) === 'assumed';
  const name = `${side}.shockLength` as const;
  const [rest, here] = [{ left: 0, right: 0 }, state].map((s) => figuresAt(end.end, s, [name])?.[0] ?? NaN);
  if (rest === undefined || here === undefined) return null;
  const where = (length: number): number => {
    const found = travelWhere(linkageOf(end.end), name, length, length < rest ? 260 : -260);
    return found.ok ? found.travel : NaN;
  };
  const home = where(here - closes);
  const from = flexed === null ? NaN : where(here - closes + flexed);
  if (!Number.isFinite(home)) return null;
  const u = uncertaintiesOf(end);
  const slopes = (travel: number) =>
    w.memo.work(['slopes', name, travel, inputsOf(w, end)], () =>
      sensitivities(end.end, { left: travel, right: travel }, [name], new Set(u.keys())),
    );
  const atHome = slopes(home);
  const left = (start: number, closing: number): Aided => {
    // The same points carry both lengths: only the difference of their slopes is unsure.
    const atStart = slopes(start);
    const uClosing = Math.sqrt(
      atHome.reduce(
        (sum, row, i) => sum + (((row.by[0] ?? 0) - (atStart[i]?.by[0] ?? 0)) * (u.get(row.path) ?? 0)) ** 2,
        0,
      ),
    );
    const travel = home - start;
    return { value: travel, u: closing === 0 ? 0 : uClosing * Math.abs(travel / closing), assumed };
  };
  const parked = left(state[side], closes);
  return {
    parked,
    flexed: Number.isFinite(from) && flexed !== null ? left(from, flexed) : null,
    ratio: parked.value === 0 ? NaN : closes / parked.value,
  };
}
