import { workingsOf } from '../../src/core/assembly/book';
import { featureById, pathIn, sideOfCorner, valueIn } from '@/core/subjects/linkage/features';
import { gaugesOf } from '@/core/subjects/linkage/calibrate';
import { distance } from '@/core/kernel/geometry/point';
import { hubLine } from '@/core/subjects/linkage/assemble';
import { placed, templateFor } from '@/core/subjects/linkage/templates';
import { axleOf, isCorner, type Axle } from '@/core/kernel/places';
import { JobDocument, type Reading } from '@/core/document/job';
import { buildRoute } from '@/core/assembly/route/route';
import { sidesOf } from '@/core/suspension/mirror';
import { ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import type { End } from '@/core/suspension/schema';
import { show } from '@/core/kernel/units/format';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import { METRIC_SHOP, type UnitChoice } from '@/core/kernel/units/quantity';

/** The vehicle as it really is, which a made-up technician then measures: its template, a few points elsewhere. */
export function trueEnd(job: JobDocument, axle: Axle, change: (end: End) => void = () => {}): End {
  const { vehicle } = job;
  const track = axle === 'front' ? vehicle.trackFront : vehicle.trackRear;
  const up = vehicle.tyreDiameter * 0.485;
  const base = placed(templateFor(vehicle, axle).end, hubLine(job, axle), track / 2, up);
  change(base);
  return { ...base, ...sidesOf(base) } as End;
}

interface Options {
  from: string;
  by?: string;
  units?: UnitChoice;
  both?: boolean;
  /** mm by which a reading is wrong, by its route key. */
  wrong?: Record<string, number>;
  /** Only points whose id begins with one of these. */
  only?: readonly string[];
}

/** Files the linkage's readings as a technician would type them, each to the tape's graduation. */
export function fillLinkage(job: JobDocument, truth: Partial<Record<Axle, End>>, options: Options): JobDocument {
  const { units = METRIC_SHOP, by = 'Runa', both = false, wrong = {}, only } = options;
  let at = Date.parse(options.from);
  const filed: Reading[] = [];
  for (const stop of buildRoute(workingsOf(job), 'before', both ? 'linkage-both' : 'linkage')) {
    const axle = isCorner(stop.place) ? axleOf(stop.place) : (stop.place as Axle);
    const end = truth[axle];
    const side = isCorner(stop.place) ? sideOfCorner(stop.place) : 'left';
    const id = stop.point.id.slice('lk.'.length);
    if (!end || stop.status === 'answered' || (only && !only.some((start) => id.startsWith(start)))) continue;
    const axis = id.slice(id.lastIndexOf('.') + 1);
    const feature = featureById(id.slice(0, id.lastIndexOf('.')));
    let value: number | null = null;
    if (feature) {
      const path = pathIn(end, feature.id, side);
      const p = path ? (valueIn(end, path) as number[]) : null;
      if (!p) continue;
      const outward = feature.on === 'axle' || side === 'left' ? 1 : -1;
      value = axis === 'x' ? (p[0] ?? 0) - hubLine(job, axle) : axis === 'z' ? (p[2] ?? 0) : outward * (p[1] ?? 0);
    } else if (axis === 'frontHalf' || axis === 'rearHalf') {
      const path = pathIn(end, id, side);
      value = path ? Number(valueIn(end, path)) : null;
    }
    // The frame's width is left alone: this technician chalks a centreline.
    if (value === null) continue;
    at += 40_000;
    const text = show('length', value + (wrong[stop.key] ?? 0), units).text.replace('−', '-');
    const parsed = parseQuantity('length', text, units);
    if (!parsed.ok) throw new Error(`${stop.key}: ${parsed.reason}`);
    filed.push({
      id: crypto.randomUUID(),
      gate: 'before',
      point: stop.point.id,
      place: stop.place,
      state: stop.state,
      set: stop.set,
      answer: 'measured',
      value: parsed.value,
      text,
      unit: parsed.unit,
      good: null,
      instrument: stop.point.instrument,
      takenBy: by,
      takenAt: new Date(at).toISOString(),
      note: '',
      supersedes: null,
      asked: false,
    });
  }
  return JobDocument.parse({ ...job, readings: [...job.readings, ...filed] });
}

/**
 * What gauges would show on the vehicle as it really is: the values to fill a gate with. The readings then agree with
 * the points but for what was mis-read.
 *
 * @param lift mm of droop at the gate, left and right of each axle; 0 Before
 */
export function gaugeValues(
  truth: Partial<Record<Axle, End>>,
  lift: Record<Axle, readonly [number, number]>,
): Record<string, number> {
  const out: Record<string, number> = {};
  for (const axle of ['front', 'rear'] as const) {
    const end = truth[axle];
    if (!end) continue;
    const state = { left: -lift[axle][0], right: -lift[axle][1] };
    for (const { point, place, gauge } of gaugesOf(axle)) {
      const value = gauge(end, state);
      if (Number.isFinite(value)) out[`${point}.${place}.floor`] = Math.round(value * 100) / 100;
    }
    const bar = end.left.swayBar;
    const linkage = linkageOf(end);
    if (bar && !linkage.pose(state.left, state.right, 0)) {
      linkage.measure(new Float64Array(ROW));
      const joints = linkage.joints();
      const [tip, foot] = [joints['left.swayBar.armEnd'], joints['left.swayBar.link']];
      // Plus when the end away from the bar leans away from the bar's pivot.
      const away = Math.sign(bar.armEnd[0] - bar.pivot[0]);
      if (tip && foot)
        out[`swayLinkLean.${axle}.floor`] =
          Math.round(((Math.atan2(away * (foot[0] - tip[0]), Math.abs(foot[2] - tip[2])) * 180) / Math.PI) * 10) / 10;
      out[`swayLinkLength.${axle}.floor`] = Math.round(distance(bar.armEnd, bar.link));
      out[`barArmLength.${axle}.floor`] = Math.round(
        distance([bar.armEnd[0], 0, bar.armEnd[2]], [bar.pivot[0], 0, bar.pivot[2]]),
      );
    }
  }
  return out;
}
