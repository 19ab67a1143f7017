import type { Obstacle } from '../../../suspension/schema';

/**
 * Farthest apart that two samples of an obstacle may lie, mm. Between two of them a straight edge comes nearer to the
 * tyre than either by 1/√8 of their distance at most, and that only where it has gone in past the shoulder's centre,
 * the tyre's solid being a rounded box there; 1.4 mm makes it half a mm. Across a shoulder of 20 mm that it just
 * touches it is 0.01 mm.
 */
export const SAMPLE_STEP = 1.4;
/**
 * The same where the map only finds the pose and the least is worked again exactly, as in checks at every filing: over
 * 6 mm a shoulder of 20 mm that it touches rounds off 0.23 mm.
 */
export const COARSE_STEP = 6;

/**
 * Most samples that one line is cut into besides its own points. At 1.4 mm that is 4.2 m of it, more than there is
 * round any wheel: only a line that no vehicle has is sampled farther apart than asked, so that one wrong reading does
 * not hold up everybody's work.
 */
export const MOST_SAMPLES = 3000;

/** Cuts a polyline into points no farther apart than `step`, its own points among them; see {@link MOST_SAMPLES}. */
export function sampled(points: Obstacle['points'], apart = SAMPLE_STEP): Obstacle['points'] {
  const out: Obstacle['points'] = [];
  let length = 0;
  points.forEach((p, i) => {
    const next = points[i + 1];
    if (next) length += Math.hypot(next[0] - p[0], next[1] - p[1], next[2] - p[2]);
  });
  const step = Math.max(apart, length / MOST_SAMPLES);
  points.forEach((p, i) => {
    const next = points[i + 1];
    if (!next) return void out.push(p);
    const d = Math.hypot(next[0] - p[0], next[1] - p[1], next[2] - p[2]);
    const n = Math.max(1, Math.ceil(d / step));
    for (let k = 0; k < n; k++)
      out.push([
        p[0] + ((next[0] - p[0]) * k) / n,
        p[1] + ((next[1] - p[1]) * k) / n,
        p[2] + ((next[2] - p[2]) * k) / n,
      ]);
  });
  return out;
}
