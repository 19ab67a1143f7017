import { expose, transfer } from 'comlink';
import type { FigureName } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { readGeometry } from '@/core/suspension/readFile';
import type { EndName } from '@/core/suspension/schema';
import { Sweep, type Grid } from '@/core/suspension/sweep';
import {
  assessCorner,
  findFits,
  sweepForChecks,
  type AssessAnswer,
  type FindAnswer,
  type WorkerAnswer,
} from './clearanceApi';
import { inBatches } from './inBatches';

let wanted = 0;
let wantedAssess = 0;
let wantedFind = 0;
let wantedChecks = 0;

export type SweepAnswer =
  | { ok: true; values: Float64Array; codes: Uint8Array }
  | { ok: false; reason: string }
  | { ok: false; reason: 'stopped' };

const api = {
  /**
   * Sweeps one end. A later call, or `stop`, ends an earlier one.
   *
   * @param geometry checked here again: it crosses an edge
   * @param progress told the share done, 0 to 1
   */
  async sweep(
    geometry: unknown,
    name: EndName,
    grid: Grid,
    columns: FigureName[],
    progress?: (share: number) => void,
  ): Promise<SweepAnswer> {
    const mine = ++wanted;
    const read = readGeometry(geometry);
    if (!read.ok) return { ok: false, reason: `${read.fault.path}: ${read.fault.fault}` };
    const end = read.file[name];
    if (!end) return { ok: false, reason: `this geometry has no ${name} end` };
    const sweep = new Sweep(linkageOf(end), grid, columns);
    const whole = await inBatches(sweep, { progress, stopped: () => mine !== wanted });
    if (!whole) return { ok: false, reason: 'stopped' };
    const { values, codes } = sweep;
    return transfer({ ok: true, values, codes }, [values.buffer as ArrayBuffer, codes.buffer as ArrayBuffer]);
  },
  /** Weighs a corner with a tyre; a later one ends an earlier one. */
  async assess(asked: unknown, progress?: (share: number) => void): Promise<WorkerAnswer<AssessAnswer>> {
    const mine = ++wantedAssess;
    return assessCorner(asked, progress, () => mine !== wantedAssess);
  },
  /** Goes through tyres, wheels, spacers, stops and lifts; a later one, or `stopFinding`, ends an earlier one. */
  async find(asked: unknown, progress?: (share: number) => void): Promise<WorkerAnswer<FindAnswer>> {
    const mine = ++wantedFind;
    return findFits(asked, progress, () => mine !== wantedFind);
  },
  /** Sweeps corners for the checks; a later one ends an earlier one. */
  async sweepForChecks(asked: unknown): ReturnType<typeof sweepForChecks> {
    const mine = ++wantedChecks;
    return sweepForChecks(asked, () => mine !== wantedChecks);
  },
  stopFinding(): void {
    wantedFind++;
  },
  stopAssessing(): void {
    wantedAssess++;
  },
  stop(): void {
    wanted++;
  },
};
export type SweepApi = typeof api;

expose(api);
