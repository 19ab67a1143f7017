import { steeredAt } from '../../gauge/steering';
import { evenly } from '../../suspension/sweep';
import type { Workings } from '../../record/workings';
import { withTrackBar } from '../axlePlace/points';
import { headingByGeometry } from '../linkage/geometryAid';
import type { Stage } from '../linkage/stages';
import { hubToLipAt } from '../stance/rise';
import type { AxleStands } from './stands';
import { bumpsOf, crossBar, jackedAt } from './read';

/** Steering over the travel, degrees to the left against ride height, by each way that knows it. */
export interface BumpRow {
  [key: string]: number | null;
  /** mm, + bump. */
  travel: number;
  bars: number | null;
  linkage: number | null;
  measured: number | null;
}

/**
 * What bump does to the heading of the left front wheel from 75 mm droop to 75 mm bump: by the bars of an axle as it
 * stands or is tried, by the linkage, and as measured at jacked heights against the height nearest to ride height.
 */
export function bumpCurve(w: Workings, stage: Stage, stands: AxleStands | null): BumpRow[] {
  const gate = stage === 'after' ? 'after' : 'before';
  const travels = [...evenly(-75, 75, 31)];
  const told = stage !== 'plan' && bumpsOf(w, gate).some(({ by }) => by === 'geometry');
  const byLinkage = told ? headingByGeometry(w, gate, travels) : null;
  const { drag, track, arm } = stands ?? { drag: null, track: null, arm: null };
  const held = withTrackBar(w.job).includes('front');
  const bars = (z: number): number | null =>
    drag && arm && (!held || track) ? steeredAt(crossBar(drag), track && crossBar(track), arm.value, z) : null;
  const rows: BumpRow[] = travels.map((travel, i) => {
    const heading = byLinkage?.[i];
    return {
      travel,
      bars: bars(travel),
      linkage: heading !== undefined && Number.isFinite(heading) ? heading : null,
      measured: null,
    };
  });
  const jacked = stage === 'plan' ? [] : jackedAt(w, gate);
  const rest = hubToLipAt(w.figures, gate, 'FL');
  if (rest && jacked.length > 1) {
    const poses = jacked.map(({ height, toe }) => ({ travel: rest.value - height.value, toe: toe.value }));
    const [near] = [...poses].sort((a, b) => Math.abs(a.travel) - Math.abs(b.travel));
    // The left wheel toes in as it heads to the right.
    for (const pose of poses)
      rows.push({ travel: pose.travel, bars: bars(pose.travel), linkage: null, measured: (near?.toe ?? 0) - pose.toe });
  }
  return rows.sort((a, b) => a.travel - b.travel);
}
