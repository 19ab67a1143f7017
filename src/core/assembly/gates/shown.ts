import * as z from 'zod';
import { GATES, type ReadingGate } from '../../document/job';
import { Place } from '../../kernel/places';
import { isQuantity } from '../../kernel/units/quantities';
import type { Verdict } from '../../record/checks/types';
import { STATIONS, type StationId } from '../../record/station';
import type { Workings } from '../../record/workings';
import { gateShutForReading } from '../../record/filing/makeReading';
import { cornerStances } from '../../subjects/stance/cornerStances';
import { rowsOf, stationOf, tapeOf } from '../stations';
import { worstFirst } from '../workJob';
import { gateStates } from './gates';
import { headlineOf, nextAction, type Headline } from './nextAction';
import { Said } from './said';

const Word = z.enum(['Clear', 'Watch', 'Stop', 'Not measured']);
const Height = z.object({ value: z.number(), U: z.number() }).nullable();
const OfQuantity = z.custom<Verdict['quantity']>((of) => of === null || (typeof of === 'string' && isQuantity(of)));
const STATION_IDS = STATIONS.map(({ id }) => id) as [StationId, ...StationId[]];
const Length = z.object({
  id: z.enum(STATION_IDS),
  name: z.string(),
  word: Word,
  left: z.number(),
  seconds: z.number(),
  worst: z
    .object({
      title: z.string(),
      place: Place,
      safetyCritical: z.boolean(),
      quantity: OfQuantity,
      value: z.number().nullable(),
      signed: z.boolean(),
    })
    .nullable(),
});
/** A row of a station's page, as far as it is told before it is opened. */
const Row = z.object({
  check: z.string(),
  title: z.string(),
  place: Place,
  verdict: Word,
  safetyCritical: z.boolean(),
  quantity: OfQuantity,
  value: z.number().nullable(),
  uncertainty: z.number().nullable(),
  signed: z.boolean(),
  summary: Said,
  next: Said,
  mark: z.string().nullable(),
});
/** Rows a station, of its worst. */
const ROWS = 3;
const Rows = z.partialRecord(z.enum(STATION_IDS), z.array(Row));

const Head = z
  .object({
    mark: z.enum(['Stop', 'Not measured']),
    safetyCritical: z.boolean(),
    title: z.string(),
    does: Said,
    found: Said,
    reason: Said,
  })
  .nullable();

/**
 * What a job's page shows before the job itself is there: its gates, its stations, its heights and the next action. Kept
 * beside the job as the Yard's line is, so that no page that opens waits for arithmetic.
 */
export const Shown = z.object({
  gates: z.array(
    z.object({
      gate: z.enum(GATES),
      at: z.enum(['passed', 'current', 'ahead']),
      arm: z.enum(['raised', 'half', 'lowered']),
      note: z.string(),
    }),
  ),
  tape: z.object({ before: z.array(Length), after: z.array(Length) }),
  rows: z.object({ before: Rows, after: Rows }),
  next: z.object({ before: Head, after: Head }),
  corners: z.array(
    z.object({
      corner: Place.extract(['FL', 'FR', 'RL', 'RR']),
      before: Height,
      plan: z.number().nullable(),
      after: Height,
      rise: Height,
      lift: Word.nullable(),
    }),
  ),
});
export type Shown = z.infer<typeof Shown>;

/** @param verdicts of the job as it is worked with `w` */
export function shownOf(w: Workings, verdicts: readonly Verdict[], now: string): Shown {
  const head = (gate: 'before' | 'after'): Headline | null => {
    if (w.job.job.state !== 'open' || gateShutForReading(w.job, gate, now) !== null) return null;
    const next = nextAction(w, verdicts, gate);
    return next && headlineOf(next);
  };
  return Shown.parse({
    gates: gateStates(w, verdicts),
    tape: { before: tapeOf(w, verdicts, 'before'), after: tapeOf(w, verdicts, 'after') },
    rows: { before: rowsAt(w, verdicts, 'before'), after: rowsAt(w, verdicts, 'after') },
    next: { before: head('before'), after: head('after') },
    corners: cornerStances(w).map((c) => ({
      ...c,
      lift: verdicts.find((v) => v.check === 'lift-against-plan' && v.place === c.corner)?.verdict ?? null,
    })),
  });
}

const rowsAt = (w: Workings, verdicts: readonly Verdict[], gate: ReadingGate): Shown['rows']['before'] =>
  Object.fromEntries(
    STATIONS.map(({ id }) => {
      const mine = worstFirst(
        verdicts.filter((v) => v.gate === gate && v.verdict !== 'Clear' && stationOf(w, v) === id),
      );
      return [
        id,
        rowsOf(mine)
          .slice(0, ROWS)
          .map(({ worst }) => ({ ...worst, signed: w.book.carriesSign(worst) })),
      ];
    }),
  );
