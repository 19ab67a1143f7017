import type { Workings } from '../../record/workings';
import { saidName } from '../clearance/engine/catalogue';
import { AXLES, cornersOf, PLACE_NAME, type Axle, type VehicleState } from '../../kernel/places';
import { bumpEndAsItCame } from '../common/bumpEnd';
import { ROLLS, rollsWanted } from './points';
import type { JobDocument } from '../../document/job';
import { assessedAt, gapsAt, isTaped } from '../clearance/fit/assessed';
import { obstaclesOf } from '../clearance/fit/obstacles';
import { FLEX_STATES, proofSpot, reachedFor } from '../clearance/fit/reach';

/** How the promise of one axle stands: proved on the vehicle, proved by calculation only, not proved. In words. */
export interface AxleProofs {
  axle: Axle;
  grade: JobDocument['job']['promiseFront'];
  measured: string[];
  calculated: string[];
  open: string[];
  /** As it came: nothing that was done calls for it to be proved. */
  came: string[];
}

/**
 * Which poses of the promised grade were proved, and how. A rolling test proves only what was rolled: without one in
 * reverse, reverse stays unproved, since rigid geometry is alike both ways and a vehicle is not.
 */
export function proofsOf(w: Workings): AxleProofs[] {
  const figures = w.figures;
  return AXLES.map((axle) => {
    const grade = axle === 'front' ? w.job.job.promiseFront : w.job.job.promiseRear;
    const out: AxleProofs = { axle, grade, measured: [], calculated: [], open: [], came: [] };
    const tried = (point: string, state: VehicleState, name: string, how = name): boolean => {
      const seen = figures.figure({ gate: 'after', point, place: axle, state });
      const good = seen.status === 'observed' && seen.good;
      if (seen.status !== 'observed') out.open.push(name);
      else if (good) out.measured.push(how);
      else out.open.push(`${name}: it touched`);
      return good;
    };
    // A ramp proves what it reached and no more.
    const reached = reachedFor(w, axle, grade, 'rubBody');
    const proof = proofSpot(w, 'rubBody', axle).state;
    const came = FLEX_STATES.every(
      (state) => figures.at({ gate: 'after', point: 'rubBody', place: axle, state }).length === 0,
    );
    const how = proof === 'cycled' ? 'cycled, springs out' : 'flexed, one wheel up';
    const spared = came ? bumpEndAsItCame(w.job, axle) : null;
    if (spared)
      out.came.push(
        'not flexed, as it came: nothing that was changed moves where the travel ends; the maker’s tyre, no rub mark',
      );
    else if (tried('rubBody', proof, how, `${how}, ${reached.words}`) && !reached.whole)
      out.open.push(`flexed as far as ${grade} asks`);
    for (const roll of ROLLS)
      if (roll.axle === axle && (!spared || rollsWanted(w.job, axle)))
        tried(roll.id, 'floor', `rolled ${roll.name.toLowerCase()}`);
    for (const corner of cornersOf(axle)) {
      if (!isTaped(w, corner)) continue;
      const gaps = gapsAt(w, corner, 'after').filter((g) => !g.finding);
      if (gaps.length > 0) out.measured.push(`${gaps.length} gaps ${PLACE_NAME[corner].toLowerCase()}, as predicted`);
      const assessed = assessedAt(w, corner, 'after');
      const body = assessed?.results.filter((r) => r.meets === 'body') ?? [];
      const unmeasured = obstaclesOf(w, corner).missing.filter((m) => m.meets === 'body');
      if (unmeasured.length > 0)
        out.open.push(
          `${PLACE_NAME[corner].toLowerCase()}: ${unmeasured.map((m) => saidName(m.name)).join(', ')} not measured`,
        );
      if (!assessed || body.length === 0) continue;
      const clear = body.every((r) => r.verdict === 'Clear' && !r.assumed);
      const where = `every pose of ${grade} ${PLACE_NAME[corner].toLowerCase()}`;
      if (clear) out.calculated.push(`${where}, ${body.length} obstacles`);
      else
        out.open.push(
          `${where}: ${body
            .filter((r) => r.verdict !== 'Clear' || r.assumed)
            .map((r) => saidName(r.name))
            .join(', ')} not clear by calculation`,
        );
    }
    if (out.calculated.length === 0 && !cornersOf(axle).some((c) => isTaped(w, c)))
      out.open.push(`every pose of ${grade} by calculation: nothing round the wheels was taped`);
    return out;
  });
}

/** The same for the sheet, a line for each axle and kind of proof. */
export const proofLines = (w: Workings): { name: string; text: string }[] =>
  proofsOf(w).flatMap(({ axle, measured, calculated, open, came }) => {
    const where = axle === 'front' ? 'Front' : 'Rear';
    const line = (what: string, items: readonly string[]) => ({
      name: `${where}, ${what}`,
      text: items.length > 0 ? `${items.join('; ')}.` : 'Nothing.',
    });
    return [
      ...(came.length > 0 ? [line('as it came', came)] : []),
      line('proved on the vehicle', measured),
      line('by calculation', calculated),
      line('not proved', open),
    ].map(({ name, text }) => ({ name, text: `${text[0]?.toUpperCase() ?? ''}${text.slice(1)}` }));
  });
