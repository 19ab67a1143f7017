import { AT, AT_AXLE, AXLE, RIGHT, type AxleFigure, type SideFigure } from '@/core/suspension/figures';
import type { Vec3 } from '@/core/kernel/geometry/point';
import { show } from '@/core/kernel/units/format';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { onPaper, type View } from './shape';

/** Which figure is written at which part, and in which views: at a joint, or in the middle between two. */
type Where = {
  name: string;
  short: string;
  quantity: 'angle' | 'length';
  views: readonly View[];
  at: readonly string[][];
};

/** Joints by the names of `Linkage.joints()`, the first pair that this end has; `*` is the side. */
const OF_SIDE: readonly (Where & { figure: SideFigure })[] = [
  { figure: 'toe', name: 'Toe', short: 'toe', quantity: 'angle', views: ['below'], at: [['*.hub.centre']] },
  { figure: 'camber', name: 'Camber', short: 'camber', quantity: 'angle', views: ['front'], at: [['*.hub.centre']] },
  {
    figure: 'caster',
    name: 'Caster',
    short: 'caster',
    quantity: 'angle',
    views: ['side'],
    at: [['*.kingpin.upper'], ['*.upperArm.outer']],
  },
  {
    figure: 'kingpinInclination',
    name: 'Steering-axis lean',
    short: 'axis leans',
    quantity: 'angle',
    views: ['front'],
    at: [['*.kingpin.upper'], ['*.upperArm.outer']],
  },
  {
    figure: 'shockLength',
    name: 'Shock',
    short: 'shock',
    quantity: 'length',
    views: ['side', 'front'],
    at: [['*.shock.upper', '*.shock.lower']],
  },
  {
    figure: 'springLength',
    name: 'Spring',
    short: 'spring',
    quantity: 'length',
    views: ['side'],
    at: [['*.spring.upper', '*.spring.lower']],
  },
  {
    figure: 'brakeHoseSpan',
    name: 'Brake hose span',
    short: 'hose',
    quantity: 'length',
    views: ['side', 'below'],
    at: [['*.brakeHose.body', '*.brakeHose.wheel']],
  },
  {
    figure: 'barRotation',
    name: 'Sway bar turned',
    short: 'bar turned',
    quantity: 'angle',
    views: ['side', 'below'],
    at: [['*.swayBar.pivot', '*.swayBar.armEnd']],
  },
  {
    figure: 'halfShaftOuter',
    name: 'Outer joint',
    short: 'outer joint',
    quantity: 'angle',
    views: ['front', 'below'],
    at: [['*.halfShaft.outer']],
  },
  {
    figure: 'halfShaftInner',
    name: 'Inner joint',
    short: 'inner joint',
    quantity: 'angle',
    views: ['front'],
    at: [['*.halfShaft.inner']],
  },
];
const OF_AXLE: readonly (Where & { figure: AxleFigure })[] = [
  {
    figure: 'lateralShift',
    name: 'Axle to the left',
    short: 'axle left',
    quantity: 'length',
    views: ['below', 'front'],
    at: [['axle.left', 'axle.right']],
  },
  {
    figure: 'driveshaftLength',
    name: 'Driveshaft',
    short: 'shaft',
    quantity: 'length',
    views: ['below'],
    at: [['driveshaft.transferJoint', 'driveshaft.pinionJoint']],
  },
  {
    figure: 'transferJointAngle',
    name: 'Joint at transfer case',
    short: 'joint',
    quantity: 'angle',
    views: ['side', 'below'],
    at: [['driveshaft.transferJoint']],
  },
  {
    figure: 'pinionJointAngle',
    name: 'Joint at pinion',
    short: 'joint',
    quantity: 'angle',
    views: ['side', 'below'],
    at: [['driveshaft.pinionJoint']],
  },
];

/** A figure written in a drawing: where its part is on paper, and where its words stand. */
export interface Label {
  key: string;
  text: string;
  part: [number, number];
  x: number;
  y: number;
}

function placeOf(
  at: readonly string[][],
  side: string,
  now: Record<string, Vec3>,
  view: View,
): [number, number] | null {
  for (const names of at) {
    const points = names.map((n) => now[n.replace('*', side)]);
    if (points.some((p) => p === undefined)) continue;
    const on = points.flatMap((p) => (p ? [onPaper(view, p)] : []));
    return [on.reduce((s, p) => s + p[0], 0) / on.length, on.reduce((s, p) => s + p[1], 0) / on.length];
  }
  return null;
}

/**
 * The figures of a pose at their parts, none over another: each stands beside its part, else at the nearest free place.
 *
 * @param row figures of the pose, see core/suspension/figures
 * @param size height of the words, mm on paper
 * @param box the paper; nothing is written beyond it
 */
export function labelsOf(
  view: View,
  row: Float64Array,
  now: Record<string, Vec3>,
  units: UnitChoice,
  size: number,
  box: { x: number; y: number; width: number; height: number },
): Label[] {
  const wanted: { key: string; text: string; part: [number, number] }[] = [];
  const add = (where: Where, key: string, value: number | undefined, side: string) => {
    if (value === undefined || Number.isNaN(value) || !where.views.includes(view)) return;
    const part = placeOf(where.at, side, now, view);
    // Toe and camber are set to less than a tenth.
    const text =
      where.quantity === 'angle'
        ? `${value < 0 ? '−' : ''}${Math.abs(value).toFixed(2)}°`
        : show('length', value, units).text;
    if (part) wanted.push({ key, text: `${where.short} ${text}`, part });
  };
  for (const where of OF_SIDE)
    for (const side of view === 'side' ? (['left'] as const) : (['left', 'right'] as const))
      add(where, `${side}.${where.figure}`, row[(side === 'right' ? RIGHT : 0) + AT[where.figure]], side);
  for (const where of OF_AXLE) add(where, where.figure, row[AXLE + AT_AXLE[where.figure]], '');
  return placed(wanted, size, box);
}

function placed(
  wanted: readonly { key: string; text: string; part: [number, number] }[],
  size: number,
  box: { x: number; y: number; width: number; height: number },
): Label[] {
  const taken: { x: number; y: number; w: number; h: number }[] = [];
  return wanted.map(({ key, text, part }) => {
    const w = text.length * size * 0.56;
    const h = size * 1.25;
    const free = (x: number, y: number) =>
      x >= box.x &&
      x + w <= box.x + box.width &&
      y - h >= box.y &&
      y <= box.y + box.height &&
      taken.every((t) => x + w < t.x || t.x + t.w < x || y < t.y - t.h || t.y < y - h);
    // Outward from the part: right, left, then ever farther below and above.
    const tries: [number, number][] = [];
    for (let step = 0; step < 14; step++)
      for (const dy of step === 0 ? [0] : [step, -step])
        for (const dx of [size * 0.9, -w - size * 0.9, -w / 2]) tries.push([part[0] + dx, part[1] + dy * h + h * 0.35]);
    const [x, y] = tries.find(([a, b]) => free(a, b)) ?? [part[0], part[1]];
    taken.push({ x, y, w, h });
    return { key, text, part, x, y };
  });
}
