import { readFileSync } from 'node:fs';
import { assessSwept } from '@/core/subjects/clearance/engine/assess';
import { sweepOf } from '@/core/subjects/clearance/engine/sweptCorner';
import { Corner } from '@/core/subjects/clearance/engine/corner';
import { FitFinder, type FinderLists } from '@/core/subjects/clearance/engine/fitFinder';
import { ClearanceSweep } from '@/core/subjects/clearance/engine/sweptMap';
import { hourOf } from '@/core/subjects/clearance/engine/taped';
import { Point } from '@/core/kernel/geometry/point';
import { ROW } from '@/core/suspension/figures';
import { readSolveFile } from '@/core/suspension/readFile';
import type { End, Tyre } from '@/core/suspension/schema';
import { exactly, obstacle, problemOf } from '../tests/support/levelCorner';

/**
 * What clearance costs: a full sweep of a front corner beside the bare distance arithmetic over the same poses and
 * samples, the fit finder from a ready map beside sweeping each candidate, and a slider's move. Medians of one run;
 * the runs that are compared take turns, so that a busy machine slows both.
 */
const endOf = (file: string): End => {
  const read = readSolveFile(readFileSync(`tests/cases/${file}`, 'utf8'));
  const end = read.ok ? read.file.geometry.front : undefined;
  if (!end) throw new Error(file);
  return end;
};
const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
const timed = (run: () => void): number => {
  const from = performance.now();
  run();
  return performance.now() - from;
};
const say = (text: string) => process.stdout.write(`${text}\n`);

const TRAVELS = 27;
const STEERS = 41;
const SAMPLES = 600;
const TYRE: Tyre = { diameter: 800, sectionWidth: 270, shoulderRadius: 36, planeOffset: 0 };

/** Twelve obstacles of fifty points each, all round the wheel. */
const round = (on: 'body' | 'axle' | 'lowerArm') =>
  Array.from({ length: 12 }, (_, o) =>
    obstacle(
      `o${o}`,
      Array.from({ length: SAMPLES / 12 }, (_, i): [number, number, number] => {
        const a = ((o * 30 + i * 0.5) * Math.PI) / 180;
        return [490 * Math.sin(a), 760 + 9 * o, 400 + 490 * Math.cos(a)];
      }),
      { on: o < 10 ? 'body' : on },
    ),
  );

/**
 * The bare arithmetic in a tight loop: wheel poses and points given, one tyre, nothing kept but the least. Source of the
 * distance: docs/figures.md "Tyre".
 */
function bareLeast(
  { plane, axis, x, y, z }: Record<'plane' | 'axis' | 'x' | 'y' | 'z', Float64Array>,
  { diameter, sectionWidth, shoulderRadius: c }: Tyre,
): number {
  const [w, h] = [sectionWidth / 2 - c, diameter / 2 - c];
  let best = Infinity;
  for (let p = 0; p < plane.length; p += 3) {
    const cx = plane[p] as number;
    const cy = plane[p + 1] as number;
    const cz = plane[p + 2] as number;
    const ax = axis[p] as number;
    const ay = axis[p + 1] as number;
    const az = axis[p + 2] as number;
    for (let i = 0; i < x.length; i++) {
      const dx = (x[i] as number) - cx;
      const dy = (y[i] as number) - cy;
      const dz = (z[i] as number) - cz;
      const s = dx * ax + dy * ay + dz * az;
      const r = Math.sqrt(dx * dx + dy * dy + dz * dz - s * s);
      const qx = (s < 0 ? -s : s) - w;
      const qy = r - h;
      const px = qx > 0 ? qx : 0;
      const py = qy > 0 ? qy : 0;
      const inside = qx > qy ? qx : qy;
      const d = Math.sqrt(px * px + py * py) + (inside < 0 ? inside : 0) - c;
      if (d < best) best = d;
    }
  }
  return best;
}

function sweep(name: string, end: End, arm: 'axle' | 'lowerArm'): void {
  const obstacles = round(arm);
  const rows = Array.from({ length: TRAVELS }, (_, i) => ({
    own: -70 + 5 * i,
    across: 0,
    grade: 'Trail' as const,
    path: 0,
    at: 0,
  }));
  const steers = Array.from({ length: STEERS }, (_, i) => (i - 20) / 20);
  const full = () => new ClearanceSweep(new Corner(end, 'left', obstacles, Infinity), rows, steers).all();
  const corner = new Corner(end, 'left', obstacles, Infinity);
  const n = TRAVELS * STEERS;
  const [plane, axis] = [new Float64Array(3 * n), new Float64Array(3 * n)];
  let k = 0;
  for (const row of rows)
    for (const steer of steers) {
      if (!corner.pose(row.own, row.across, steer)) throw new Error('out of reach');
      plane.set(corner.centre.toVec(), k);
      axis.set(corner.axis.toVec(), k);
      k += 3;
    }
  const [x, y, z] = [new Float64Array(SAMPLES), new Float64Array(SAMPLES), new Float64Array(SAMPLES)];
  obstacles
    .flatMap((o) => o.points)
    .forEach((p, i) => {
      x[i] = p[0];
      y[i] = p[1];
      z[i] = p[2];
    });
  let least = Infinity;
  const bare = () => {
    least = bareLeast({ plane, axis, x, y, z }, TYRE);
  };
  for (let i = 0; i < 3; i++) {
    full();
    bare();
  }
  const [ours, theirs] = [[] as number[], [] as number[]];
  for (let i = 0; i < 41; i++) {
    theirs.push(timed(bare));
    ours.push(timed(full));
  }
  const [a, b] = [median(ours), median(theirs)];
  // Turn by turn: the machine's speed may change between one turn and the next, seldom within one.
  const ratio = median(ours.map((ms, i) => ms / (theirs[i] ?? NaN)));
  say(
    `  ${name.padEnd(16)} full sweep ${a.toFixed(1)} ms, bare distances ${b.toFixed(1)} ms (least ${least.toFixed(1)} mm): ${ratio.toFixed(2)} times (wanted at most 1.5)`,
  );
}

function finder(): void {
  const end = endOf('wishbone.json');
  // So far up and down that the sweep has as many travel steps as the one above.
  const limits = exactly({ rest: 0, bump: 62, droop: -66 });
  const problem = problemOf(round('lowerArm'), { end, own: limits, across: limits, tyre: TYRE });
  const stops = [0, 10, 20, 30];
  const { sweep: first, swept } = sweepOf(problem, stops);
  say(`  the map: ${swept.map.rows.length} travels × ${swept.steers.length} steers × ${first.width} samples`);
  first.all();
  const results = assessSwept(swept, TYRE, false);
  const lists: FinderLists = {
    tyres: Array.from({ length: 25 }, (_, i) => ({
      name: `t${i}`,
      diameter: 740 + 6 * i,
      sectionWidth: 240 + 3 * i,
      shoulderRadius: 34,
      rimDiameter: null,
      price: 100 + i,
    })),
    wheels: Array.from({ length: 25 }, (_, i) => ({
      name: `w${i}`,
      offset: 40 - 3 * i,
      rimWidth: null,
      rimDiameter: null,
      price: 90,
    })),
    spacers: [0, 10, 20, 30].map((thickness) => ({ thickness, price: 40 })),
    stops: stops.map((extra) => ({ extra, price: 0 })),
  };
  const ready = [{ lift: 0, price: null, corners: [{ swept, results, fenderEdge: 95 }] }];
  const rules = { grade: 'Trail', fitted: { offset: 18, spacer: 0 }, trimming: 'any' } as const;
  const times: number[] = [];
  let found = 0;
  for (let i = 0; i < 5; i++)
    times.push(
      timed(() => {
        found = new FitFinder(ready, lists, rules).all().found.length;
      }),
    );
  const each = median(
    Array.from({ length: 9 }, () =>
      timed(() => {
        const one = sweepOf(problem);
        one.sweep.all();
      }),
    ),
  );
  const ms = median(times);
  say(
    `  ${found.toLocaleString('en')} candidates from a ready map ${ms.toFixed(0)} ms (wanted under 1000); sweeping each ${each.toFixed(1)} ms, so ${((each * found) / ms).toFixed(0)} times (wanted 200)`,
  );
}

function slider(): void {
  const end = endOf('four-link-front.json');
  const obstacles = round('axle');
  const corner = new Corner(end, 'left', obstacles);
  const row = new Float64Array(ROW);
  const p = new Point();
  const move = (i: number) => {
    corner.pose(50 * Math.sin(i * 0.7), 40 * Math.sin(i * 0.5), Math.sin(i * 0.3));
    obstacles.forEach((_, o) => {
      const near = corner.nearest(o, TYRE);
      p.x += hourOf({ centre: near.centre, axis: near.axis, side: 'left' }, near.point);
      corner.pointsNow(o);
    });
    corner.linkage.measure(row);
    corner.linkage.joints();
  };
  for (let i = 0; i < 100; i++) move(i);
  const times = Array.from({ length: 300 }, (_, i) => timed(() => move(i)));
  say(
    `  a slider’s move, pose, twelve gaps and the points for three drawings: median ${median(times).toFixed(2)} ms, worst ${Math.max(...times).toFixed(1)} ms (a frame is 16.7 ms)`,
  );
}

say(`Clearance of a front corner: ${TRAVELS} travels × ${STEERS} steers × ${SAMPLES} samples, one thread`);
sweep('double wishbone', endOf('wishbone.json'), 'lowerArm');
sweep('four links', endOf('four-link-front.json'), 'axle');
finder();
slider();
