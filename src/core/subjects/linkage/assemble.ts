import { FRAME_WIDTH } from './points';
import type { Workings } from '../../record/workings';
import { type Figure, type Figures } from '../../record/figures';
import type { Axle } from '../../kernel/places';
import type { JobDocument } from '../../document/job';
import { coordinatesOf } from '../../suspension/coordinates';
import { faultsIn, type Fault } from '../../suspension/faults';
import { mirrored, sidesOf } from '../../suspension/mirror';
import type { End, GeometryFile, SideName } from '../../suspension/schema';
import { applies, cornerOf, FEATURES, pathIn, placeOf, valueIn, type Feature } from './features';
import { assumedU, type Source } from '../../document/keptGeometry';
import { put } from './patches';
import { placed, templateFor } from './templates';

/** One end of the vehicle as the job knows it, every number with where it comes from. */
export interface Assembled {
  axle: Axle;
  /** Both sides written out. */
  end: End;
  /** By path in the end: "left.lowerArm.outer.2". */
  sources: ReadonlyMap<string, Source>;
  /** What it starts from where nothing was read: a kept version, or a template's name. */
  base: { kind: 'kept'; version: number } | { kind: 'template'; name: string };
  /** Why no linkage can be built from it; null when one can. */
  fault: Fault | null;
}

const SIDES: readonly SideName[] = ['left', 'right'];
/** The hub line of an axle, mm: the origin is under the middle of the front axle. */
export const hubLine = (job: JobDocument, axle: Axle): number => (axle === 'front' ? 0 : -job.vehicle.wheelbase);

/**
 * The geometry of one end at the Before gate: the kept version, or else the template of its kind set under this
 * vehicle, with every reading of this job put on it. A point read on one side only is taken for the other side too,
 * as assumed.
 *
 * @param job the whole job; its Before readings fix the reference state
 */
export const assemble = (w: Workings, axle: Axle): Assembled =>
  w.once(assemble, axle, () => w.unwatched(() => assembled(w, axle)));

function assembled(w: Workings, axle: Axle): Assembled {
  const figures = w.figures;
  const at = (point: string, place: string, state: 'floor' | 'below' = 'floor'): Figure =>
    figures.figure({ gate: 'before', point, place: place as 'FL', state });
  const { end: base, sources, kept } = start(w.job, axle, figures);
  let end = base;
  const set = (path: string, value: number, source: Source) => {
    end = put(end, path, value);
    sources.set(path, source);
  };
  const x0 = hubLine(w.job, axle);
  const frame = at(FRAME_WIDTH, axle);

  for (const side of SIDES) {
    const sign = side === 'left' ? 1 : -1;
    const corner = cornerOf(axle, side);
    const radius = at('loadedRadius', corner);
    if (radius.status === 'read') set(`${side}.hub.centre.2`, radius.value, sourceOf(radius));
    // What a kept or imported geometry says of the wheel is compared with the rack, not replaced by it.
    if (!kept)
      for (const figure of ['camber', 'toe'] as const) {
        const stand = at(figure, corner);
        const read = stand.status !== 'read' && figure === 'camber' ? at('camberGauge', corner) : stand;
        if (read.status === 'read') set(`${side}.hub.${figure}`, read.value, sourceOf(read));
      }
    for (const half of ['frontHalf', 'rearHalf'] as const) {
      const read = at(`lk.leaf.${half}`, corner);
      const path = pathIn(end, `leaf.${half}`, side);
      if (read.status === 'read' && path) set(path, read.value, sourceOf(read));
    }
    for (const feature of FEATURES) {
      if (!applies(feature, w.job.vehicle, axle) || (feature.on === 'axle' && side === 'right')) continue;
      const place = placeOf(feature, axle, side);
      const path = pathIn(end, feature.id, side);
      if (!path) continue;
      const read = (axis: string) => at(`lk.${feature.id}.${axis}`, place);
      const [x, y, f, z] = [read('x'), read('y'), read('f'), read('z')];
      if (feature.part && [x, y, f, z].some((r) => r.status === 'not-fitted')) {
        end = without(end, feature, side);
        continue;
      }
      if (x.status === 'read') set(`${path}.0`, x0 + x.value, sourceOf(x));
      if (z.status === 'read') set(`${path}.2`, z.value, sourceOf(z));
      // A point of the whole axle has its side from its own sign.
      const outward = feature.on === 'axle' ? 1 : sign;
      if (f.status === 'read' && frame.status === 'read') {
        const whole = feature.on === 'axle' ? Math.sign(Number(valueIn(end, `${path}.1`))) || 1 : sign;
        set(`${path}.1`, whole * (frame.value / 2 + f.value), {
          kind: worse(kindOfSource(f), kindOfSource(frame)),
          u: Math.hypot(f.u, frame.u / 2),
        });
      } else if (y.status === 'read') set(`${path}.1`, outward * y.value, sourceOf(y));
    }
  }
  const pinion = at('pinionAngle', axle, 'below');
  if (!kept && pinion.status === 'read' && end.type !== 'double-wishbone' && end.driveshaft) {
    // The yoke's end toward the shaft points against the run; + up. The axis runs on along the shaft.
    const way = Math.sign(end.driveshaft.pinionAxis[0]) || 1;
    end = put(end, 'driveshaft.pinionAxis', [way, 0, -Math.tan((pinion.value * Math.PI) / 180)]);
    sources.set('driveshaft.pinionAxis.2', { kind: kindOfSource(pinion), u: (pinion.u * Math.PI) / 180 });
  }
  end = acrossTheVehicle(end, sources);
  const [fault] = faultsIn({ ...FILE, [axle]: end });
  return {
    axle,
    end,
    sources,
    base: kept ? { kind: 'kept', version: kept } : { kind: 'template', name: templateFor(w.job.vehicle, axle).name },
    fault: fault ?? null,
  };
}

type ReadFigure = Extract<Figure, { status: 'read' }>;

/** An unlikely figure that nobody here confirmed is as good as one of a file, no better. */
const kindOfSource = (figure: ReadFigure): Source['kind'] =>
  figure.doubtful ? 'imported' : figure.assumed ? 'other-side' : 'measured';
const worse = (a: Source['kind'], b: Source['kind']): Source['kind'] => (a === 'measured' ? b : a);
const sourceOf = (figure: ReadFigure): Source => ({ kind: kindOfSource(figure), u: figure.u });

export const FILE = { format: 'high-gate/geometry', version: 1, units: { length: 'mm', angle: 'deg' } } as const;

function start(job: JobDocument, axle: Axle, figures: Figures) {
  const keptGeometry = job.geometry.before;
  const keptEnd = keptGeometry?.file[axle];
  const sources = new Map<string, Source>();
  if (keptGeometry && keptEnd) {
    const { left, right } = sidesOf(keptEnd);
    const end = { ...keptEnd, left, right } as End;
    for (const { path } of coordinatesOf(end)) {
      const known = keptGeometry.sources[`${axle}/${path}`];
      sources.set(path, known ?? { kind: 'imported', u: assumedU('imported', path) });
    }
    return { end, sources, kept: keptGeometry.version };
  }
  const { vehicle } = job;
  const radius = figures.figure({
    gate: 'before',
    point: 'loadedRadius',
    place: cornerOf(axle, 'left'),
    state: 'floor',
  });
  // A loaded tyre stands some 3 % lower than half its diameter.
  const up = radius.status === 'read' ? radius.value : vehicle.tyreDiameter * 0.485;
  const track = axle === 'front' ? vehicle.trackFront : vehicle.trackRear;
  const template = placed(templateFor(vehicle, axle).end, hubLine(job, axle), track / 2, up);
  const sides = sidesOf(template);
  const { left } = sides;
  // One hose from body to axle is one hose: the left's.
  const right =
    axle === 'rear' && vehicle.rearHose === 'centre' ? { ...sides.right, brakeHose: undefined } : sides.right;
  const diameter = figures.figure({ gate: 'before', point: 'tyreDiameter', place: axle, state: 'floor' });
  const end = {
    ...template,
    left,
    right,
    ...(template.tyre
      ? { tyre: { ...template.tyre, diameter: diameter.status === 'read' ? diameter.value : vehicle.tyreDiameter } }
      : {}),
  } as End;
  for (const { path } of coordinatesOf(end)) sources.set(path, { kind: 'template', u: assumedU('template', path) });
  // Wheelbase and track were read at booking, not guessed.
  for (const side of SIDES) for (const i of [0, 1]) sources.set(`${side}.hub.centre.${i}`, { kind: 'measured', u: 3 });
  return { end, sources, kept: null };
}

/** Takes an answered-away part off one side (or the axle). */
function without(end: End, feature: Feature, side: SideName): End {
  const { part } = feature;
  if (!part) return end;
  const bare = (from: object): object => Object.fromEntries(Object.entries(from).filter(([key]) => key !== part));
  return (part === 'driveshaft' ? bare(end) : { ...end, [side]: bare(end[side] as object) }) as End;
}

/** Numbers read on one side only stand for the other too, assumed, where the template would say less. */
function acrossTheVehicle(end: End, sources: Map<string, Source>): End {
  let out = end;
  const twin = (path: string): string | null => {
    const side = /^(left|right)\./.exec(path)?.[1];
    if (side) return path.replace(side, side === 'left' ? 'right' : 'left');
    const listed = /^(links|leaves|radiusArms)\.(\d+)\.(.*)$/.exec(path);
    if (!listed) return null;
    const list = valueIn(end, listed[1] ?? '') as { id: string }[];
    const id = list[Number(listed[2])]?.id ?? '';
    const other = id.endsWith('left') ? id.replace(/left$/, 'right') : id.replace(/right$/, 'left');
    const at = list.findIndex((entry) => entry.id === other && other !== id);
    return at < 0 ? null : `${listed[1]}.${at}.${listed[3]}`;
  };
  for (const [path, source] of [...sources]) {
    const to = twin(path);
    const other = to ? sources.get(to) : undefined;
    if (!to || !other || source.kind !== 'measured' || other.kind !== 'template') continue;
    const value = valueIn(out, path);
    if (typeof value !== 'number' || valueIn(out, to) === undefined) continue;
    const across = path.endsWith('.1') ? -value : value;
    out = put(out, to, across);
    const extra = assumedU('otherSide', path);
    sources.set(to, { kind: 'other-side', u: Math.hypot(source.u, extra) });
  }
  return out;
}

/** The geometry file of both ends, for export and for keeping; ends that cannot be built are left out. */
export function fileOfEnds(ends: readonly Assembled[], name: string): GeometryFile {
  const whole = Object.fromEntries(
    ends
      .filter((a) => a.fault === null)
      .map((a) => {
        const same = JSON.stringify(mirrored(a.end.left)) === JSON.stringify(a.end.right);
        return [a.axle, same ? { ...a.end, right: 'mirror' as const } : a.end];
      }),
  );
  return { ...FILE, name, ...whole };
}

/** How much of an end was measured here: points with all three distances read, of those that are asked for. */
export function measuredShare(job: JobDocument, a: Assembled): { measured: number; total: number } {
  let [measured, total] = [0, 0];
  for (const feature of FEATURES) {
    if (!applies(feature, job.vehicle, a.axle)) continue;
    for (const side of feature.on === 'axle' ? (['left'] as const) : SIDES) {
      const path = pathIn(a.end, feature.id, side);
      if (!path) continue;
      total++;
      if (pointSource(a, path) === 'measured') measured++;
    }
  }
  return { measured, total };
}

/** Where a whole point comes from: measured only when all three of its distances are. */
export function pointSource(a: Pick<Assembled, 'sources'>, path: string): Source['kind'] {
  const order: Source['kind'][] = ['measured', 'other-side', 'patched', 'imported', 'template'];
  return [0, 1, 2]
    .map((i) => a.sources.get(`${path}.${i}`)?.kind ?? 'template')
    .reduce((worst, kind) => (order.indexOf(kind) > order.indexOf(worst) ? kind : worst), 'measured');
}

/** Standard uncertainties by path, for `figureUncertainties`. */
export const uncertaintiesOf = (a: Pick<Assembled, 'sources'>): Map<string, number> =>
  new Map([...a.sources].map(([path, { u }]) => [path, u]));
