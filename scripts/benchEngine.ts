import { levenbergMarquardt } from 'ml-levenberg-marquardt';
import { readFileSync } from 'node:fs';
import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { distance, type Vec3 } from '@/core/kernel/geometry/point';
import { column, ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { sidesOf } from '@/core/suspension/mirror';
import { readSolveFile } from '@/core/suspension/readFile';
import type { BeamEnd, End, EndName, WishboneEnd } from '@/core/suspension/schema';
import { evenly, Sweep } from '@/core/suspension/sweep';
import { beamConstraints, moved, STILL, wishboneConstraints } from '../tests/support/plainSolver';

/**
 * What the suspension engine costs, beside the same constraints handed to a general Levenberg-Marquardt from the
 * registry, in one run. The general one solves the constraints only and measures nothing; the engine measures every
 * attachment too. Both start each pose from the one before.
 */
const endOf = (file: string, name: EndName): End => {
  const read = readSolveFile(readFileSync(`tests/cases/${file}`, 'utf8'));
  const end = read.ok ? read.file.geometry[name] : undefined;
  if (!end) throw new Error(file);
  return end;
};

setFlagsFromString('--expose-gc');
const collect = runInNewContext('gc') as () => void;

const median = (list: number[]): number => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? NaN;
/** Poses a second: median of five runs of `n`. */
function rate(n: number, run: (i: number) => void): number {
  for (let i = 0; i < Math.min(n, 2000); i++) run(i);
  return median(
    Array.from({ length: 5 }, () => {
      const from = performance.now();
      for (let i = 0; i < n; i++) run(i);
      return (n * 1000) / (performance.now() - from);
    }),
  );
}

/** A walk through travel, roll and steer in steps of a few mm, as a slider or a sweep makes them. */
const walk = (i: number): [number, number, number] => [
  60 * Math.sin(i * 0.061) + 15 * Math.sin(i * 0.023),
  55 * Math.sin(i * 0.047 + 1) - 12,
  0.9 * Math.sin(i * 0.037),
];

/** The general solver on residuals that should vanish (or be least); returns the unknowns. */
function general(residuals: (x: number[]) => number[], start: number[], rows: number, most = 12): number[] {
  // It wants three points at least; a row too many reads 0.
  const x = Array.from({ length: Math.max(3, rows) }, (_, i) => i);
  const found = levenbergMarquardt(
    { x, y: x.map(() => 0) },
    (p: number[]) => {
      // Worked once for each set of unknowns, read off point by point.
      const values = residuals(p);
      return (i: number) => values[i] ?? 0;
    },
    {
      initialValues: start,
      damping: 1e-8,
      centralDifference: true,
      gradientDifference: 1e-5,
      maxIterations: most,
      errorTolerance: 1e-16,
    },
  );
  return found.parameterValues;
}

const rms = (v: number[]): number => Math.sqrt(v.reduce((sum, e) => sum + e * e, 0) / v.length);
const say = (text: string) => process.stdout.write(`${text}\n`);
const whole = (n: number) => Math.round(n).toLocaleString('en');

function wishbones(): void {
  const end = endOf('wishbone.json', 'front') as WishboneEnd;
  const sides = sidesOf(end);
  const linkage = linkageOf(end);
  const row = new Float64Array(ROW);
  const ours = rate(60_000, (i) => {
    const [l, r, s] = walk(i);
    linkage.pose(l, r, s);
    linkage.measure(row);
  });
  const start = { left: [...STILL], right: [...STILL] };
  const steered = { left: [...STILL], right: [...STILL] };
  let worst = 0;
  const theirs = rate(120, (i) => {
    const [l, r, s] = walk(i);
    for (const name of ['left', 'right'] as const) {
      const side = sides[name];
      const rows = wishboneConstraints(side, name === 'left' ? l : r, 0);
      start[name] = general(rows, start[name], 6);
      // The arm held, the rack moved: the same number of constraints again.
      const held = moved(start[name], side.lowerArm.outer);
      const inner: Vec3 = [
        side.tieRod.inner[0],
        side.tieRod.inner[1] + s * end.steering.rackTravel,
        side.tieRod.inner[2],
      ];
      const tie = distance(side.tieRod.inner, side.tieRod.outer);
      const rack = (m: number[]) => {
        const ball = moved(m, side.lowerArm.outer);
        return [
          ball[0] - held[0],
          ball[1] - held[1],
          ball[2] - held[2],
          ...rows(m).slice(2, 4),
          distance(moved(m, side.tieRod.outer), inner) - tie,
        ];
      };
      steered[name] = general(rack, steered[name], 6);
      worst = Math.max(worst, rms(rows(start[name])), rms(rack(steered[name])));
    }
  });
  // The engine's residual on the same walk: the lengths between the joints it places.
  let own = 0;
  for (let i = 0; i < 500; i++) {
    const [l, r, s] = walk(i);
    linkage.pose(l, r, s);
    linkage.measure(row);
    const at = linkage.joints();
    const off = (a: string, b: string, was: number) => Math.abs(distance(at[a] as Vec3, at[b] as Vec3) - was);
    for (const name of ['left', 'right'] as const) {
      const side = sides[name];
      own = Math.max(
        own,
        off(`${name}.lowerArm.outer`, `${name}.upperArm.outer`, distance(side.lowerArm.outer, side.upperArm.outer)),
        off(`${name}.lowerArm.outer`, `${name}.lowerArm.front`, distance(side.lowerArm.outer, side.lowerArm.front)),
        off(`${name}.upperArm.outer`, `${name}.upperArm.rear`, distance(side.upperArm.outer, side.upperArm.rear)),
        off(`${name}.tieRod.inner`, `${name}.tieRod.outer`, distance(side.tieRod.inner, side.tieRod.outer)),
      );
    }
  }
  say('Double wishbone, both sides, steered, all attachments (no gaps)');
  say(`  this engine                ${whole(ours).padStart(10)} poses/s   worst residual ${own.toExponential(1)} mm`);
  say(
    `  general LM, constraints    ${whole(theirs).padStart(10)} poses/s   worst residual ${worst.toExponential(1)} mm`,
  );
  say(`  ${(ours / theirs).toFixed(0)} times (wanted 50)`);
}

const BEAM_ROUNDS = 3;
function beams(): void {
  const end = endOf('four-link-front.json', 'front') as BeamEnd;
  const linkage = linkageOf(end);
  const row = new Float64Array(ROW);
  const ours = rate(40_000, (i) => {
    const [l, r, s] = walk(i);
    linkage.pose(l, r, s);
    linkage.measure(row);
  });
  const sides = sidesOf(end);
  const { steering } = end;
  if (!steering) throw new Error('the bench’s beam axle has steering');
  const tie = distance(steering.tieRod.left, steering.tieRod.right);
  const drag = distance(steering.pitman.end, steering.dragLink.knuckle);
  const knuckle = (m: number[], name: 'left' | 'right', angle: number, p: Vec3): Vec3 => {
    const pin = sides[name].kingpin;
    if (!pin) throw new Error('kingpin');
    const [a, b] = [moved(m, pin.lower), moved(m, pin.upper)];
    const k: Vec3 = [b[0] - a[0], b[1] - a[1], b[2] - a[2]];
    const n = Math.hypot(...k);
    const q = moved(m, p);
    const turn = moved(
      [(k[0] / n) * angle, (k[1] / n) * angle, (k[2] / n) * angle, 0, 0, 0],
      [q[0] - a[0], q[1] - a[1], q[2] - a[2]],
    );
    return [turn[0] + a[0], turn[1] + a[1], turn[2] + a[2]];
  };
  let m: number[] = [...STILL];
  let [near, far] = [[0], [0]];
  let worst = 0;
  const theirs = rate(120, (i) => {
    const [l, r, s] = walk(i);
    const rows = beamConstraints(end, l, r);
    // What gives never vanishes, so its tolerance never ends it: the fewest rounds that reach the minimum are given.
    m = general(rows, m, 7, BEAM_ROUNDS);
    const angle = (s * steering.pitman.lock * Math.PI) / 180;
    const [px, py, pz] = steering.pitman.pivot;
    const [ex, ey, ez] = steering.pitman.end;
    const [dx, dy] = [ex - px, ey - py];
    const pitman: Vec3 = [
      px + dx * Math.cos(angle) - dy * Math.sin(angle),
      py + dx * Math.sin(angle) + dy * Math.cos(angle),
      pz + (ez - pz),
    ];
    near = general(([a = 0]) => [distance(knuckle(m, 'right', a, steering.dragLink.knuckle), pitman) - drag], near, 1);
    const held = knuckle(m, 'right', near[0] ?? 0, steering.tieRod.right);
    far = general(([a = 0]) => [distance(knuckle(m, 'left', a, steering.tieRod.left), held) - tie], far, 1);
  });
  // Both bind figures over the same poses: the same minimum of the same sum of squares.
  for (let i = 0; i < 60; i++) {
    const [l, r, s] = walk(i);
    m = general(beamConstraints(end, l, r), m, 7, BEAM_ROUNDS);
    linkage.pose(l, r, s);
    linkage.measure(row);
    const soft = rms(beamConstraints(end, l, r)(m).slice(2));
    worst = Math.max(worst, Math.abs((row[column('axle.bindRms')] as number) - soft));
  }
  say('Beam axle on four links and track bar, steered, all attachments and driveshaft');
  say(`  this engine                ${whole(ours).padStart(10)} poses/s`);
  say(
    `  general LM, constraints    ${whole(theirs).padStart(10)} poses/s   bind differs by ${worst.toExponential(1)} mm at most`,
  );
  say(`  ${(ours / theirs).toFixed(0)} times (wanted 20)`);
}

function sweeps(): void {
  say('Sweep of a wishbone end: travel × roll × steer, five figures kept');
  const end = endOf('wishbone.json', 'front');
  for (const [t, r, s] of [
    [10, 10, 10],
    [25, 20, 20],
    [50, 40, 50],
  ] as const) {
    const grid = { travel: evenly(-70, 60, t), roll: evenly(-25, 25, r), steer: evenly(-1, 1, s) };
    const once = () =>
      new Sweep(linkageOf(end), grid, ['left.toe', 'left.camber', 'left.caster', 'right.toe', 'left.shockLength']);
    once().all();
    const ms = median(
      Array.from({ length: 5 }, () => {
        const from = performance.now();
        once().all();
        return performance.now() - from;
      }),
    );
    const sweep = once();
    collect();
    const before = process.memoryUsage().heapUsed;
    sweep.all();
    collect();
    const grown = process.memoryUsage().heapUsed - before;
    const n = sweep.total;
    say(
      `  ${whole(n).padStart(8)} poses  ${ms.toFixed(1).padStart(7)} ms  ${((ms * 1e6) / n).toFixed(0).padStart(5)} ns a pose  ` +
        `result ${(sweep.values.byteLength / 1024).toFixed(0).padStart(5)} kB  kept beside it ${(grown / 1024).toFixed(0).padStart(4)} kB`,
    );
  }
}

function slider(): void {
  const front = linkageOf(endOf('four-link-front.json', 'front'));
  const rear = linkageOf(endOf('five-link-rear.json', 'rear'));
  const row = new Float64Array(ROW);
  const times = Array.from({ length: 400 }, (_, i) => {
    const [l, r, s] = walk(i * 9);
    const from = performance.now();
    for (const end of [front, rear]) {
      end.pose(l, r, s);
      end.measure(row);
      end.joints();
    }
    return performance.now() - from;
  });
  say(
    `A slider’s move, both axles, with the joints for the drawing: median ${median(times).toFixed(3)} ms, worst ${Math.max(...times).toFixed(2)} ms (a frame is 16.7 ms)`,
  );
}

wishbones();
beams();
sweeps();
slider();
