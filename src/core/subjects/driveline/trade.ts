import { RANK } from '../../kernel/judge';
import type { Workings } from '../../record/workings';
import type { Stage } from '../linkage/stages';
import { workTrain } from './angles';
import { casterAt as wheelCaster } from '../alignment/read';
import { axleTurned } from './cures';
import { judgedTrain, wordOf } from './judged';
import type { JointAt, TrainParts } from './parts';
import { movedTrain } from './predicted';

/** Joint angles at one travel of the axle from where it stands, mm, droop minus. Degrees. */
export type OverTravel = { travel: number } & Partial<Record<JointAt, number>>;

const STEP = 10;

/** Joint angles over the travel round a stage, the axle's own turn left out: what of it is not taped, nobody knows. */
export function overTravel(parts: TrainParts, from: number, to: number): OverTravel[] {
  const still = { value: 0, u: 0, by: '', assumed: false };
  const rows: OverTravel[] = [];
  for (let travel = Math.ceil(from / STEP) * STEP; travel <= to; travel += STEP) {
    const train = workTrain(movedTrain(parts, { value: travel, u: 0 }, still, { value: 0, u: 0 }));
    if (train) rows.push({ travel, ...Object.fromEntries(train.joints.map((j) => [j.at, j.value])) });
  }
  return rows;
}

/** A front beam turned about itself: what it does to caster and to the joint at its pinion. Degrees. */
export interface CasterTrade {
  rows: { noseUp: number; caster: number | null; pinion: number; passes: boolean }[];
  caster: number | null;
  /** The least caster that is wanted: what it came with. */
  wanted: number | null;
  band: { from: number; to: number } | null;
  /** Why there is none, or what is not known. */
  why: string | null;
}

const casterAt = (w: Workings, gate: 'before' | 'after'): number | null => {
  const [l, r] = (['FL', 'FR'] as const).map((place) => wheelCaster(w, gate, place)?.value);
  return l !== undefined && r !== undefined ? (l + r) / 2 : null;
};

/**
 * Caster against pinion angle: a front beam turned nose up gains caster by as much and lowers its pinion. The band is
 * where the pinion's own row reads Clear and caster is no less than it came with, within half a degree.
 * Source: docs/figures.md "Beam axles".
 */
export function casterTrade(w: Workings, stage: Stage, parts: TrainParts): CasterTrade {
  const now = casterAt(w, stage === 'after' ? 'after' : 'before');
  const wanted = casterAt(w, 'before');
  const rows: CasterTrade['rows'] = [];
  for (let noseUp = -8; noseUp <= 8.01; noseUp += 0.25) {
    const judged = judgedTrain(w, stage, axleTurned(parts, noseUp, 320));
    const pinion = judged?.train.joints.at(-1)?.value;
    if (!judged || pinion === undefined) continue;
    const worst = judged.rows.map(wordOf).sort((a, b) => RANK[a] - RANK[b])[0] ?? 'Clear';
    rows.push({ noseUp, caster: now === null ? null : now + noseUp, pinion, passes: worst === 'Clear' });
  }
  const both = rows.filter((r) => r.passes && r.caster !== null && wanted !== null && r.caster >= wanted - 0.5);
  const passes = rows.filter((r) => r.passes);
  const [first, last] = [both[0], both.at(-1)];
  const signed = (v: number) => `${v > 0 ? '+' : v < 0 ? '−' : ''}${Math.abs(v).toFixed(1)}°`;
  const why =
    now === null || wanted === null
      ? 'caster of both sides is not read: only the pinion is judged here'
      : first
        ? null
        : passes.length === 0
          ? 'no turn of the axle makes every joint Clear: another shaft, or less lift'
          : `the shaft is Clear from ${signed(passes[0]?.noseUp ?? 0)} to ${signed(passes.at(-1)?.noseUp ?? 0)}, caster wants ${signed(wanted - 0.5 - now)} at least: they do not meet`;
  return {
    rows,
    caster: now,
    wanted,
    band: first && last ? { from: first.noseUp, to: last.noseUp } : null,
    why,
  };
}
