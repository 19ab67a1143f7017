import type { Workings } from '../../record/workings';
import { AXLES, cornersOf, PLACE_NAME, type Axle, type Place } from '../../kernel/places';
import type { ReadingGate } from '../../document/job';
import { DEG, type Vec3 } from '../../kernel/geometry/point';
import { coordinatesOf, withCoordinate } from '../../suspension/coordinates';
import { bearsOn } from '../../suspension/sensitivity';
import type { FigureName } from '../../suspension/figures';
import { column, ROW } from '../../suspension/figures';
import { linkageOf } from '../../suspension/linkage';
import type { End, SideName } from '../../suspension/schema';
import { K } from '../../kernel/uncertainty/propagate';
import { uncertaintiesOf } from './assemble';
import { FEATURES, pathIn } from './features';
import { bodyNoseUp, staged, stateOf, type StagedEnd } from './stages';

/** One figure measured with a gauge or tape, beside what the geometry gives. mm or degrees. */
export interface Compared {
  name: string;
  point: string;
  place: Place;
  gate: ReadingGate;
  quantity: 'length' | 'angle';
  measured: { value: number; u: number };
  geometry: { value: number; u: number };
  difference: number;
  /** Expanded uncertainty of the difference, k = 2. */
  U: number;
  /** The difference is more than its uncertainty: something is bent, wrong or mis-measured. */
  finding: boolean;
}

/** The point whose smallest change, in its own uncertainty, would explain the findings of an end. */
export interface Suspect {
  axle: Axle;
  side: SideName | null;
  /** Feature id, and its name with the side. */
  feature: string;
  name: string;
  /** The change along x, y, z that would do it, mm. */
  by: Vec3;
  /** Its size in standard uncertainties of the point. */
  inU: number;
  /** The findings that it brings inside their uncertainty. */
  explains: string[];
  /** Points that would explain the same nearly as easily. */
  orElse: string[];
}

export interface Calibration {
  gate: ReadingGate;
  compared: Compared[];
  suspects: Suspect[];
}

/** A figure of an end's pose, however it is worked, or NaN where the pose cannot be reached. */
type Gauge = (end: End, state: { left: number; right: number }) => number;

const row = new Float64Array(ROW);
const figure =
  (name: Parameters<typeof column>[0]): Gauge =>
  (end, state) => {
    const linkage = linkageOf(end);
    if (linkage.pose(state.left, state.right, 0)) return NaN;
    linkage.measure(row);
    return row[column(name)] as number;
  };

/** The bar's arm against level, + when the link end stands higher, by its points and its rotation. */
const barAngle: Gauge = (end, state) => {
  const bar = end.left.swayBar;
  if (!bar) return NaN;
  const rise = bar.armEnd[2] - bar.pivot[2];
  const run = bar.armEnd[0] - bar.pivot[0];
  // A turn about +y lowers an arm that points forward and lifts one that points back.
  return Math.atan2(rise, Math.abs(run)) * DEG - Math.sign(run || 1) * figure('left.barRotation')(end, state);
};

/** The yoke's end toward the shaft, + up, against the body. */
const pinionAngle: Gauge = (end, state) => {
  if (end.type === 'double-wishbone' || !end.driveshaft) return NaN;
  const [x, , z] = end.driveshaft.pinionAxis;
  const turned = figure('axle.noseUp')(end, state);
  // The axis runs on past the yoke: at a rear axle it points back, so a nose-up axle lifts the yoke.
  return Math.atan2(-z, Math.abs(x)) * DEG + (x < 0 ? turned : -turned);
};

export interface AskedFigure {
  point: string;
  /** The same by a shop without a stand, where that one was not read. */
  else?: string;
  /** How the vehicle stands while it is read; on the floor where left out. */
  state?: 'below';
  name: string;
  quantity: 'length' | 'angle';
  place: Place;
  gauge: Gauge;
  /** The figure it turns on, so that only what bears on it is tried. */
  figure: FigureName;
  /** What the body's own nose-up adds to a gauge zeroed on the floor: +1, −1 or 0. */
  pitch: 1 | -1 | 0;
  /** Is itself an input of the geometry at Before, unless a kept version says otherwise. */
  input: boolean;
}

/** What gauge and tape can hold beside the geometry of an end. */
export function gaugesOf(axle: Axle): AskedFigure[] {
  const out: AskedFigure[] = [];
  cornersOf(axle).forEach((corner, i) => {
    const side = i === 0 ? 'left' : 'right';
    out.push(
      {
        point: 'camber',
        else: 'camberGauge',
        name: 'Camber',
        quantity: 'angle',
        place: corner,
        gauge: figure(`${side}.camber`),
        figure: `${side}.camber`,
        pitch: 0,
        input: true,
      },
      {
        point: 'caster',
        else: 'casterGauge',
        name: 'Caster',
        quantity: 'angle',
        place: corner,
        gauge: figure(`${side}.caster`),
        figure: `${side}.caster`,
        pitch: 1,
        input: false,
      },
    );
  });
  out.push(
    {
      point: 'barAngle',
      name: 'Sway bar angle',
      quantity: 'angle',
      place: axle,
      gauge: barAngle,
      figure: 'left.barRotation',
      pitch: 0,
      input: false,
    },
    {
      point: 'pinionAngle',
      state: 'below',
      name: 'Pinion angle',
      quantity: 'angle',
      place: axle,
      gauge: pinionAngle,
      figure: 'axle.noseUp',
      pitch: axle === 'rear' ? 1 : -1,
      input: true,
    },
    {
      point: 'shaftLength',
      state: 'below',
      name: 'Shaft length',
      quantity: 'length',
      place: axle,
      gauge: figure('axle.driveshaftLength'),
      figure: 'axle.driveshaftLength',
      pitch: 0,
      input: false,
    },
  );
  return out;
}

/** Slopes of a gauge by every uncertain number of an end. */
function slopes(
  end: End,
  state: { left: number; right: number },
  gauge: Gauge,
  paths: readonly string[],
): Map<string, number> {
  const out = new Map<string, number>();
  const values = new Map(coordinatesOf(end).map(({ path, value }) => [path, value]));
  for (const path of paths) {
    const value = values.get(path);
    if (value === undefined) continue;
    const h = 0.05;
    const up = gauge(withCoordinate(end, path, value + h), state);
    const down = gauge(withCoordinate(end, path, value - h), state);
    const slope = (up - down) / (2 * h);
    if (Number.isFinite(slope) && slope !== 0) out.set(path, slope);
  }
  return out;
}

/**
 * What was measured with gauge and tape beside what the geometry gives at the heights of that gate. A difference
 * beyond its uncertainty is a finding; for each end with findings the points are named that would explain them with
 * the least change, each in its own uncertainty.
 *
 * @param gate before: the reference state; after: as built, at the heights measured After
 */
export function calibrate(w: Workings, gate: ReadingGate): Calibration {
  const figures = w.figures;
  const nose = bodyNoseUp(w, gate);
  const compared: Compared[] = [];
  const suspects: Suspect[] = [];
  for (const axle of AXLES) {
    const end = staged(w, axle, gate);
    const state = stateOf(end);
    if (end.fault || !state) continue;
    const u = uncertaintiesOf(end);
    const found: { compared: Compared; slope: Map<string, number> }[] = [];
    for (const asked of gaugesOf(axle)) {
      if (gate === 'before' && asked.input && end.base.kind === 'template') continue;
      const at = (point: string) => figures.figure({ gate, point, place: asked.place, state: asked.state ?? 'floor' });
      const stand = at(asked.point);
      const read = stand.status !== 'read' && asked.else ? at(asked.else) : stand;
      if (read.status !== 'read' || (asked.pitch !== 0 && nose === null)) continue;
      const value = asked.gauge(end.end, state) + asked.pitch * (nose ?? 0);
      if (!Number.isFinite(value)) continue;
      const paths = [...u.keys()].filter(
        (path) => bearsOn(end.end, asked.figure, path) || (asked.gauge === pinionAngle && path.includes('pinionAxis')),
      );
      const slope = slopes(end.end, state, asked.gauge, paths);
      const uGeometry = Math.hypot(
        ...[...slope].map(([path, s]) => s * (u.get(path) ?? 0)),
        ...travelU(end, state, asked.gauge),
      );
      const difference = read.value - value;
      const U = K * Math.hypot(read.u, uGeometry);
      const one: Compared = {
        name: asked.name,
        point: asked.point,
        place: asked.place,
        gate,
        quantity: asked.quantity,
        measured: { value: read.value, u: read.u },
        geometry: { value, u: uGeometry },
        difference,
        U,
        finding: Math.abs(difference) > U,
      };
      compared.push(one);
      found.push({ compared: one, slope });
    }
    suspects.push(
      ...suspectsOf(
        end,
        found.filter((f) => f.compared.finding),
        u,
      ),
    );
  }
  return { gate, compared, suspects };
}

/** What the heights' own uncertainty does to a figure. */
function travelU(end: StagedEnd, state: { left: number; right: number }, gauge: Gauge): number[] {
  if (!end.travel) return [];
  return (['left', 'right'] as const).map((side) => {
    const u = end.travel?.[side].u ?? 0;
    if (u === 0) return 0;
    const up = gauge(end.end, { ...state, [side]: state[side] + 1 });
    const down = gauge(end.end, { ...state, [side]: state[side] - 1 });
    return ((up - down) / 2) * u;
  });
}

interface Found {
  compared: Compared;
  slope: Map<string, number>;
}

/**
 * The points that explain the findings of an end, one after the other: first the one that explains most of them, among
 * equals with the smallest change counted in its own uncertainty; then the same for what is left.
 */
function suspectsOf(end: StagedEnd, found: readonly Found[], u: ReadonlyMap<string, number>): Suspect[] {
  const out: Suspect[] = [];
  let left = [...found];
  while (left.length > 0 && out.length < 3) {
    const asked = left;
    const tried = FEATURES.flatMap((feature) =>
      (feature.on === 'axle' ? (['left'] as const) : (['left', 'right'] as const)).flatMap((side) => {
        const path = pathIn(end.end, feature.id, side);
        const change = path ? changeOf(path, asked, u) : null;
        return change && change.explained.length > 0 ? [{ feature, side, change }] : [];
      }),
    ).sort((a, b) => b.change.explained.length - a.change.explained.length || a.change.inU - b.change.inU);
    const [best, ...others] = tried;
    if (!best) break;
    const nameOf = ({ feature, side }: (typeof tried)[number]) =>
      `${feature.name}${feature.on === 'axle' ? '' : `, ${side}`}`;
    const { by, inU, explained } = best.change;
    out.push({
      axle: end.axle,
      side: best.feature.on === 'axle' ? null : best.side,
      feature: best.feature.id,
      name: nameOf(best),
      by,
      inU,
      explains: explained.map((f) => comparedName(f.compared)),
      // One figure often cannot tell the two ends of a part apart.
      orElse: others
        .filter((o) => o.change.explained.length === explained.length && o.change.inU <= 1.15 * inU)
        .map(nameOf)
        .slice(0, 3),
    });
    left = left.filter((f) => !explained.includes(f));
  }
  return out;
}

/** The smallest change of one point, in units of its own uncertainty, that meets the findings it bears on. */
function changeOf(path: string, found: readonly Found[], u: ReadonlyMap<string, number>) {
  const unit = [0, 1, 2].map((i) => u.get(`${path}.${i}`) ?? 0);
  const rows = found
    .map((f) => {
      const scale = f.compared.U / K;
      return {
        f,
        by: unit.map((size, i) => ((f.slope.get(`${path}.${i}`) ?? 0) * size) / scale),
        wanted: f.compared.difference / scale,
      };
    })
    .filter((row) => Math.hypot(...row.by) > 0.02);
  const steep = rows.reduce((sum, row) => sum + row.by.reduce((s, v) => s + v * v, 0), 0);
  if (rows.length === 0) return null;
  const step: [number, number, number] = [0, 0, 0];
  const offOf = (row: (typeof rows)[number]) => row.wanted - row.by.reduce((s, v, i) => s + v * (step[i] ?? 0), 0);
  // From no change downhill: that ends at the least-squares answer with the smallest change.
  for (let round = 0; round < 300; round++) {
    const off = rows.map(offOf);
    for (const i of [0, 1, 2] as const)
      step[i] += rows.reduce((s, row, k) => s + (row.by[i] ?? 0) * (off[k] ?? 0), 0) / steep;
  }
  return {
    by: [step[0] * (unit[0] ?? 0), step[1] * (unit[1] ?? 0), step[2] * (unit[2] ?? 0)] as Vec3,
    inU: Math.hypot(...step),
    explained: rows.filter((row) => Math.abs(offOf(row)) <= K).map((row) => row.f),
  };
}

/** "Caster, front left" */
export const comparedName = (c: Compared): string => `${c.name}, ${PLACE_NAME[c.place].toLowerCase()}`;
