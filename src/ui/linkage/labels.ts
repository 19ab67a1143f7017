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

/** A figure written beside a drawing: where its part is on paper, and where its words stand. */
export interface Label {
  key: string;
  text: string;
  part: [number, number];
  /** Left end of the words, and their base line. */
  x: number;
  y: number;
  /** Where the leader leaves the words. */
  from: [number, number];
}
interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}
/** Words to a line: that many of the widest letters, with a gap between, fill the paper. */
const LETTER = 0.67;

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
 * The figures of a pose beside the drawing, each with a leader to its part, so that none lies on a line of the drawing, on
 * another figure or beyond the paper.
 *
 * @param row figures of the pose, see core/suspension/figures
 * @param size height of the words, mm on paper
 * @param box the drawing's own paper
 * @returns the figures, and the paper with the lines that they take
 */
export function labelsOf(
  view: View,
  row: Float64Array,
  now: Record<string, Vec3>,
  units: UnitChoice,
  size: number,
  box: Box,
): { labels: Label[]; box: Box } {
  const wanted: Wanted[] = [];
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
  return outside(wanted, size, box);
}

interface Wanted {
  key: string;
  text: string;
  part: [number, number];
}
/** Wide enough for a figure of one more digit: the paper stays as it is while a slider moves. */
const widthOf = ({ text }: Wanted, size: number): number => Math.max(text.length, 13) * size * LETTER;

/** A drawing that is higher than wide has its figures left and right of it, any other above and below. */
function outside(wanted: readonly Wanted[], size: number, box: Box): { labels: Label[]; box: Box } {
  return box.width < 1.4 * box.height ? beside(wanted, size, box) : aboveAndBelow(wanted, size, box);
}

/** Each in the column of its half, as near to the height of its part as its neighbours let it. */
function beside(wanted: readonly Wanted[], size: number, box: Box): { labels: Label[]; box: Box } {
  const line = size * 1.5;
  const middle = box.x + box.width / 2;
  const column = Math.max(0, ...wanted.map((each) => widthOf(each, size))) + size * 0.6;
  const most = Math.floor(box.height / line);
  const [left, right]: [Wanted[], Wanted[]] = [[], []];
  // From the edges inward, so that what has no room on its own side goes over from the middle.
  const byEdge = [...wanted].sort((a, b) => Math.abs(b.part[0] - middle) - Math.abs(a.part[0] - middle));
  for (const each of byEdge) {
    const [own, other] = each.part[0] < middle ? [left, right] : [right, left];
    (own.length < most ? own : other).push(each);
  }
  const set = (some: Wanted[], side: 1 | -1): Label[] => {
    const down = some.sort((a, b) => a.part[1] - b.part[1]);
    const bases = apart(
      down.map((each) => each.part[1] + size * 0.35),
      down.map(() => line),
      [box.y + line, box.y + box.height],
    );
    return down.map((each, i) => {
      const y = bases[i] ?? 0;
      const width = each.text.length * size * LETTER;
      const x = side === 1 ? box.x + box.width + size * 0.6 : box.x - size * 0.6 - width;
      return { ...each, x, y, from: [side === 1 ? x - size * 0.2 : x + width + size * 0.2, y - size * 0.35] };
    });
  };
  return {
    labels: [...set(left, -1), ...set(right, 1)],
    box: { ...box, x: box.x - column, width: box.width + 2 * column },
  };
}

/**
 * Places on a line, each as near to where it is wanted as those beside it let it.
 *
 * @param wanted in order, rising
 * @param room how much each takes from its place on
 * @param ends the first place there is, and the last
 */
function apart(wanted: readonly number[], room: readonly number[], [first, last]: readonly [number, number]): number[] {
  const at: number[] = [];
  wanted.forEach((place, i) => at.push(Math.max(i === 0 ? first : (at[i - 1] ?? 0) + (room[i - 1] ?? 0), place)));
  for (let i = at.length - 1; i >= 0; i--) {
    const most = i === at.length - 1 ? last : (at[i + 1] ?? 0) - (room[i] ?? 0);
    at[i] = Math.min(at[i] ?? 0, most);
  }
  return at;
}

function aboveAndBelow(wanted: readonly Wanted[], size: number, box: Box): { labels: Label[]; box: Box } {
  const line = size * 1.5;
  const gap = size * 0.9;
  const height = [...wanted].sort((a, b) => a.part[1] - b.part[1]);
  // The upper half of the parts above, the lower half below, each in as many lines as it takes.
  const half = Math.ceil(height.length / 2);
  const above = lines(height.slice(0, half), size, gap, box.width);
  const below = lines(height.slice(half), size, gap, box.width);
  const paper = {
    ...box,
    y: box.y - line * above.length,
    height: box.height + line * (above.length + below.length),
  };
  const set = (rows: Wanted[][], baseOf: (row: number) => number, edge: 1 | -1): Label[] =>
    rows.flatMap((row, r) => {
      const base = baseOf(r);
      const widths = row.map((each) => each.text.length * size * LETTER);
      const at = apart(
        row.map((each, i) => each.part[0] - (widths[i] ?? 0) / 2),
        widths.map((width) => width + gap),
        [box.x, box.x + box.width - (widths.at(-1) ?? 0)],
      );
      return row.map((each, i): Label => {
        const x = at[i] ?? 0;
        const to = Math.min(Math.max(each.part[0], x), x + (widths[i] ?? 0));
        return { ...each, x, y: base, from: [to, edge === 1 ? base + size * 0.25 : base - size * 0.95] };
      });
    });
  return {
    labels: [
      // The line nearest to the drawing last: its leaders are the shortest.
      ...set(above, (r) => paper.y + line * (r + 1) - size * 0.4, 1),
      ...set(below, (r) => box.y + box.height + line * (r + 1) - size * 0.4, -1),
    ],
    box: paper,
  };
}

/** As many lines as the words take, filled alike, each from left to right by its parts. */
function lines(some: readonly Wanted[], size: number, gap: number, width: number): Wanted[][] {
  const across = [...some].sort((a, b) => a.part[0] - b.part[0]);
  const long = across.reduce((sum, each) => sum + widthOf(each, size) + gap, 0);
  const count = Math.ceil(long / (0.92 * width));
  // Dealt out in turn, so that neighbours stand over one another and not side by side.
  return Array.from({ length: count }, (_, r) => across.filter((_, i) => i % count === r));
}
