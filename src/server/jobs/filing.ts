import { z } from 'zod';
import { say } from '@/core/checks/phrase';
import { ChangeKind } from '@/core/job/changes';
import { Figures } from '@/core/job/figures';
import { otherSide, Place, VehicleState } from '@/core/job/places';
import { isEssential, pointById } from '@/core/job/points';
import { Answer as AnswerKind, GATES, ReadingGate, type JobDocument, type Reading } from '@/core/job/schema';
import { plausibilityQuestion } from '@/core/route/plausible';
import { INSTRUMENTS } from '@/core/uncertainty/instruments';
import { parseQuantity } from '@/core/units/parseQuantity';
import { BASE_UNIT, type UnitChoice } from '@/core/units/quantity';
import { insertReading } from '@/db/queries/jobs';
import { changes, strikes } from '@/db/schema/jobs';
import { refuse, refuseZod, type Answer } from '../answer';
import { withOpenJob, type Doer } from './withJob';

export const FileReadingInput = z.object({
  id: z.uuid(),
  gate: ReadingGate,
  point: z.string().max(40),
  place: Place,
  state: VehicleState,
  set: z.number().int().min(1).max(99),
  answer: AnswerKind,
  text: z.string().max(60, 'longer than any reading'),
  good: z.boolean().nullable(),
  instrument: z.string().refine((id) => id in INSTRUMENTS, 'that instrument is not in the shop’s list'),
  note: z.string().trim().max(500, 'the note is longer than 500 letters'),
  /** File instead of what stands here, or as one more repeat. */
  instead: z.boolean(),
  /** The question about an unlikely value was answered: keep it. */
  confirmed: z.boolean(),
});
export type FileReadingInput = z.infer<typeof FileReadingInput>;
export type FiledAnswer = Answer<{ filed: true } | { filed: false; question: string }>;

/** Whether readings of a gate may be taken now; a sentence when not. */
export function gateShutForReading(job: JobDocument, gate: ReadingGate): string | null {
  const here = job.job.gate;
  if (gate === 'before') {
    if (here === 'intake') return 'Open the Before gate first.';
    return here === 'before' || here === 'plan'
      ? null
      : 'The vehicle is no longer as it came: Before readings are closed once the build begins.';
  }
  return GATES.indexOf(here) >= GATES.indexOf('after')
    ? null
    : 'Open the After gate first: After readings are taken when the build is done.';
}

/** Files one reading. An unlikely value comes back as a question once, and is filed and marked when confirmed. */
export async function fileReading(doer: Doer, jobId: string, raw: unknown, units: UnitChoice): Promise<FiledAnswer> {
  const parsed = FileReadingInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const input = parsed.data;
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    const shut = gateShutForReading(job, input.gate);
    if (shut) return refuse(shut);
    const point = pointById(input.point);
    if (
      !point ||
      !point.gates.includes(input.gate) ||
      !point.where(job).some((s) => s.place === input.place && s.state === input.state)
    ) {
      return refuse('That reading does not belong to this vehicle.');
    }
    const spot = { gate: input.gate, point: input.point, place: input.place, state: input.state };
    const figures = new Figures(job);
    let value: number | null = null;
    let unit = '';
    let asked = false;
    if (point.quantity === 'observation') {
      if (!['observed', 'cannot-reach'].includes(input.answer))
        return refuse('This one is looked at: good, fault, or cannot reach.');
      if (input.answer === 'observed' && input.good === null) return refuse('Say whether it is good or a fault.');
      if (input.good === false && input.note === '')
        return refuse('Write what the fault is.', { note: 'Write what the fault is.' });
    } else if (input.answer === 'observed') {
      return refuse('This one is measured.');
    } else if (input.answer === 'not-fitted' && isEssential(point, job)) {
      return refuse('Every vehicle has this one: measure it, or file that it cannot be reached.');
    } else if (input.answer === 'measured') {
      const read = parseQuantity(point.quantity, input.text, units);
      if (!read.ok) return refuse(`Not understood: ${read.reason}.`, { text: read.reason });
      ({ value, unit } = read);
      const question = plausibilityQuestion(job, spot, value);
      if (question && !input.confirmed) return { ok: true, filed: false, question: say(question, units) };
      asked = question !== null;
    } else if (input.answer === 'same-as-other-side') {
      const across = otherSide(input.place);
      const other = across ? figures.figure({ ...spot, place: across }) : null;
      if (other?.status !== 'read') return refuse('The other side has not been read yet.');
      value = other.value;
      unit = BASE_UNIT[point.quantity];
    }
    const before = figures.at(spot).filter((r) => r.set === input.set);
    const reading: Reading = {
      id: input.id,
      ...spot,
      set: input.set,
      answer: input.answer,
      value,
      text: input.answer === 'measured' ? input.text.trim() : '',
      unit,
      good: input.answer === 'observed' ? input.good : null,
      instrument: input.instrument,
      takenBy: doer.name,
      takenAt: new Date().toISOString(),
      note: input.note,
      supersedes: input.instead ? (before.at(-1)?.id ?? null) : null,
      asked,
    };
    await insertReading(tx, doer.shop.id, jobId, doer.id, reading);
    return { ok: true, filed: true };
  });
}

const StrikeInput = z.object({
  reading: z.uuid(),
  reason: z.string().trim().min(1, 'Say why it is struck out').max(300, 'the reason is longer than 300 letters'),
});

/** Strikes a reading out with a reason; it stays in the story. */
export async function strikeReading(doer: Doer, jobId: string, raw: unknown): Promise<Answer> {
  const parsed = StrikeInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { reading, reason } = parsed.data;
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    if (!job.readings.some((r) => r.id === reading)) return refuse('That reading is not on this job.');
    if (job.strikes.some((s) => s.reading === reading)) return refuse('That reading is struck out already.');
    await tx
      .insert(strikes)
      .values({ shopId: doer.shop.id, jobId, readingId: reading, reason, by: doer.id, byName: doer.name });
    return { ok: true };
  });
}

const ChangeInput = z.object({
  id: z.uuid(),
  kind: ChangeKind,
  what: z.string().trim().min(1, 'Say what was changed').max(300, 'longer than 300 letters'),
});

/** Records an adjustment, part or load change at the gate where the job stands. */
export async function recordChange(doer: Doer, jobId: string, raw: unknown): Promise<Answer> {
  const parsed = ChangeInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    await tx
      .insert(changes)
      .values({
        ...parsed.data,
        shopId: doer.shop.id,
        jobId,
        gate: job.job.gate,
        by: doer.id,
        byName: doer.name,
        at: new Date().toISOString(),
      })
      .onConflictDoNothing({ target: changes.id });
    return { ok: true };
  });
}
