import * as z from 'zod';
import type { LimitFigure } from '../../../record/checks/limit';
import { tyreToArm, tyreToBody, tyreToHose } from '../limits';
import { sidesOf } from '../../../suspension/mirror';
import { firstFaultOf, readGeometry, type ReadFile } from '../../../suspension/readFile';
import { GeometryFile, SIDES, Tyre, type SideName } from '../../../suspension/schema';
import { K } from '../../../kernel/uncertainty/propagate';
import { assess } from './assess';
import { kindOfId } from './catalogue';
import { DEFAULT_RULES, GradeName, type WheelLimits } from './poses';
import { AXLE_MOVES, type Problem } from './problem';
import { startsInside } from './startsInside';

const figure = z.number();
const Wheel = z.strictObject({ bump: figure, droop: figure, rest: figure.optional() });
const Gap = z.strictObject({ clear: figure, stop: figure });
/** What the `fit` command is asked beside the geometry. mm. */
export const FitAsk = z.strictObject({
  end: z.enum(['front', 'rear']),
  grade: GradeName,
  tyre: Tyre.optional(),
  limits: z.strictObject({
    ...Wheel.shape,
    left: Wheel.optional(),
    right: Wheel.optional(),
    steer: figure.min(0).max(1.2).optional(),
    uncertainty: figure.min(0).max(50).optional().describe('Standard, of each obstacle point, mm'),
    compliance: figure.min(0).max(100).optional(),
    streetDroop: figure.min(0).max(400).optional(),
    streetBump: figure.min(0).max(1).optional(),
    body: Gap.optional(),
    arm: Gap.optional(),
    hose: Gap.optional(),
  }),
});
export type FitAsk = z.infer<typeof FitAsk>;
export interface FitFile {
  geometry: z.infer<typeof GeometryFile>;
  fit: FitAsk;
}

/**
 * Reads the input of `fit`: `{"geometry": FILE, "fit": {…}}`, or a geometry file with `fit` among its fields.
 *
 * @returns it, or the first fault with the path of its field
 */
export function readFitFile(text: string): ReadFile<FitFile> {
  let value: unknown;
  try {
    value = JSON.parse(text);
  } catch (error) {
    return { ok: false, fault: { path: 'file', fault: `is not JSON: ${(error as Error).message}` } };
  }
  if (value === null || typeof value !== 'object' || Array.isArray(value))
    return { ok: false, fault: { path: 'file', fault: 'must be an object' } };
  const { fit, ...rest } = value as Record<string, unknown>;
  if (fit === undefined) return { ok: false, fault: { path: 'fit', fault: 'is missing' } };
  const wrapped = !('format' in rest);
  if (wrapped)
    for (const key of Object.keys(rest))
      if (key !== 'geometry' && key !== 'expected')
        return { ok: false, fault: { path: key, fault: 'is not a field of this file' } };
  if (wrapped && !('geometry' in rest)) return { ok: false, fault: { path: 'geometry', fault: 'is missing' } };
  const geometry = readGeometry(wrapped ? rest.geometry : rest);
  const under = wrapped ? 'geometry.' : '';
  if (!geometry.ok) return { ok: false, fault: { ...geometry.fault, path: `${under}${geometry.fault.path}` } };
  const asked = FitAsk.safeParse(fit);
  if (!asked.success) {
    const fault = firstFaultOf(asked.error.issues, fit);
    return { ok: false, fault: { ...fault, path: `fit.${fault.path}` } };
  }
  const file = { geometry: geometry.file, fit: asked.data };
  const fault = faultOf(file, under);
  return fault ? { ok: false, fault } : { ok: true, file };
}

function faultOf({ geometry, fit }: FitFile, under: string): { path: string; fault: string } | null {
  const end = geometry[fit.end];
  if (!end) return { path: 'fit.end', fault: `the geometry has no ${fit.end} end` };
  const tyre = fit.tyre ?? end.tyre;
  if (!tyre) return { path: 'fit.tyre', fault: 'is missing, and the geometry names none' };
  for (const key of ['diameter', 'sectionWidth', 'shoulderRadius'] as const)
    if (tyre[key] <= 0) return { path: `fit.tyre.${key}`, fault: 'must be more than 0' };
  if (tyre.shoulderRadius > tyre.sectionWidth / 2)
    return { path: 'fit.tyre.shoulderRadius', fault: 'is more than half the section width' };
  if (tyre.diameter <= tyre.sectionWidth)
    return { path: 'fit.tyre.diameter', fault: 'is not more than the section width: no tyre is wider than it is tall' };
  for (const key of ['left', 'right', null] as const) {
    const w = key ? fit.limits[key] : fit.limits;
    const path = key ? `fit.limits.${key}` : 'fit.limits';
    if (!w) continue;
    const rest = w.rest ?? 0;
    if (w.bump < rest) return { path: `${path}.bump`, fault: `is below the rest of ${rest}: bump is +` };
    if (w.droop > rest) return { path: `${path}.droop`, fault: `is above the rest of ${rest}: droop is −` };
    if (w.bump - w.droop > 1000) return { path: `${path}.bump`, fault: 'leaves more than a metre of travel' };
  }
  const sides = sidesOf(end);
  for (const side of SIDES) if ((sides[side].obstacles ?? []).length > 0) return null;
  return { path: `${under}${fit.end}.left.obstacles`, fault: 'is empty: nothing was measured that a tyre could meet' };
}

const round = (v: number, places: number): number => Number(v.toFixed(places));

/** The question of one side as a file puts it: exact but for what it says itself. */
export function fitProblem({ geometry, fit }: FitFile, side: SideName): Problem {
  const end = geometry[fit.end];
  if (!end) throw new Error('readFitFile lets no file through that lacks the end');
  const tyre = fit.tyre ?? end.tyre;
  if (!tyre) throw new Error('readFitFile lets no file through that lacks the tyre');
  const { limits } = fit;
  const gap = (own: { clear: number; stop: number } | undefined, figure: LimitFigure) => ({
    clear: own?.clear ?? figure.clear,
    stop: own?.stop ?? figure.stop,
    source: own ? 'the file' : figure.source,
    rule: figure.rule,
  });
  const wheel = (of: SideName): WheelLimits => {
    const w = limits[of] ?? limits;
    return { bump: w.bump, droop: w.droop, rest: w.rest ?? 0 };
  };
  const exact = { u: { rest: 0, bump: 0, droop: 0 }, assumed: { bump: false, droop: false } };
  const own = sidesOf(end)[side];
  return {
    end,
    side,
    obstacles: (own.obstacles ?? []).map((o) => ({
      id: o.id,
      on: o.on,
      points: o.points,
      ...kindOfId(o.id, o.on),
      givesBy: null,
      u: { radial: limits.uncertainty ?? 0, axial: limits.uncertainty ?? 0, around: limits.uncertainty ?? 0 },
      assumed: true,
    })),
    tyre,
    tyreU: { diameter: 0, sectionWidth: 0, shoulder: 0, plane: 0 },
    own: { ...wheel(side), ...exact },
    across: { ...wheel(side === 'left' ? 'right' : 'left'), ...exact },
    grade: fit.grade,
    rules: {
      streetDroop: limits.streetDroop ?? DEFAULT_RULES.streetDroop,
      streetBump: limits.streetBump ?? DEFAULT_RULES.streetBump,
      compliance: limits.compliance ?? 0,
    },
    steer: { from: -(limits.steer ?? 1), to: limits.steer ?? 1, u: 0 },
    pointsU: new Map(),
    limits: {
      body: gap(limits.body, tyreToBody),
      arm: gap(limits.arm, tyreToArm),
      hose: gap(limits.hose, tyreToHose),
    },
    axleMoves: AXLE_MOVES[end.type],
    from: own.hub.centre,
  };
}

/**
 * What `fit` prints. Lengths mm, clock position in hours.
 *
 * @param withCures false leaves the cures out, which are most of the work
 */
export function fitOf(file: FitFile, withCures = true) {
  const { fit } = file;
  const sideOf = (side: SideName) => {
    const problem = fitProblem(file, side);
    const { swept, results } = assess(problem, withCures);
    const inside = new Set(startsInside(problem));
    return {
      poses: swept.map.rows.length * swept.steers.length,
      unreachable: swept.map.unreached,
      obstacles: results.map((r) => ({
        id: r.id,
        meets: r.meets,
        soft: r.soft,
        grade: r.grade,
        gap: round(r.gap, 2),
        uncertainty: round(K * r.u, 2),
        verdict: r.verdict,
        pose: { own: round(r.pose.own, 2), across: round(r.pose.across, 2), steer: round(r.pose.steer, 4) },
        clock: round(r.hour, 2),
        region: r.region,
        face: r.face,
        point: r.point.map((v) => round(v, 2)),
        ...(inside.has(r.id) ? { insideAtRest: true } : {}),
        cures: r.cures.map(({ kind, amount, beyond, spoils }) => ({ kind, amount, beyond, spoils })),
      })),
    };
  };
  const { tyre } = fitProblem(file, 'left');
  return { fit: { end: fit.end, grade: fit.grade, tyre, left: sideOf('left'), right: sideOf('right') } };
}
