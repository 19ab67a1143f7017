import * as z from 'zod';
import { boundedLines, MOST_LINES } from '../../kernel/text/lines';
import { ChangeKind } from '../../document/changes';
import { Place, VehicleState } from '../../kernel/places';
import { Answer, Condition, ReadingGate, AdjusterSet } from '../../document/job';
import { instrumentOf } from '../../kernel/uncertainty/instruments';

const words = (what: string, most: number, missing: string) =>
  z
    .string()
    .trim()
    .min(1, missing)
    .max(most, `${what} is longer than ${most} letters`)
    .refine((text) => boundedLines(text) === text, `${what} has more than ${MOST_LINES} lines`);

/** A reading as it was filed on a device, before anything is worked from it. */
export const ReadingBody = z.strictObject({
  gate: ReadingGate,
  point: z.string().max(40),
  place: Place,
  state: VehicleState,
  set: z.number().int().min(1).max(99),
  answer: Answer,
  text: z.string().max(60, 'longer than any reading'),
  /** The units on the screen when it was typed: a figure without a unit means these, whatever is chosen later. */
  units: z.strictObject({
    length: z.enum(['in16', 'in32', 'inDecimal', 'mm']),
    angle: z.enum(['decimal', 'minutes']),
    pressure: z.enum(['psi', 'kPa', 'bar']),
    mass: z.enum(['kg', 'lb']),
  }),
  good: z.boolean().nullable(),
  instrument: z.string().refine((id) => instrumentOf(id) !== undefined, 'that instrument is not in the shop’s list'),
  note: z
    .string()
    .trim()
    .max(500, 'the note is longer than 500 letters')
    .refine((text) => boundedLines(text) === text, `the note has more than ${MOST_LINES} lines`),
  supersedes: z.uuid().nullable().describe('The reading it is filed instead of'),
  asked: z.boolean().describe('It was outside the expected, the question was asked, and the answer was to keep it'),
  knew: z.array(z.uuid()).max(200).describe('Readings that stood here on the device when it was taken'),
});
export type ReadingBody = z.infer<typeof ReadingBody>;

const common = {
  id: z.uuid(),
  jobId: z.uuid(),
  at: z.iso.datetime({ offset: true }),
  /** The server's own signed word on when this person had the job; carried back unread. */
  mark: z.string().max(200).nullable().default(null),
};
/**
 * One thing filed on a device: it carries its own id, so that sending it again changes nothing, and the time by the
 * device's clock at which it was done.
 */
export const Entry = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('reading'), ...common, body: ReadingBody }),
  z.strictObject({
    kind: z.literal('strike'),
    ...common,
    body: z.strictObject({ reading: z.uuid(), reason: words('the reason', 300, 'Say why it is struck out') }),
  }),
  z.strictObject({
    kind: z.literal('change'),
    ...common,
    body: z.strictObject({
      kind: ChangeKind,
      what: words('what was changed', 300, 'Say what was changed'),
      place: Place.optional(),
      part: z.string().trim().min(1).max(60).optional(),
      condition: Condition.optional(),
      setting: AdjusterSet.optional(),
    }),
  }),
  z.strictObject({
    kind: z.literal('confirm'),
    ...common,
    body: z.strictObject({ reading: z.uuid() }),
  }),
  z.strictObject({
    kind: z.literal('entry'),
    ...common,
    body: z.strictObject({ kind: z.string().trim().min(1).max(40), fields: z.record(z.string().max(60), z.json()) }),
  }),
  z.strictObject({
    kind: z.literal('note'),
    ...common,
    body: z.strictObject({ text: words('the note', 1000, 'Write the note first') }),
  }),
]);
export type Entry = z.infer<typeof Entry>;
