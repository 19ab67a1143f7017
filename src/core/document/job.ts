import * as z from 'zod';
import { GATES } from './gate';
import { DecisionRule } from '../kernel/decisionRule';
import { DEFAULT_FIT_RULES, FitRules } from './fitRules';
import { Fitments, NO_FITMENTS } from './fitment';
import { KeptGeometry } from './keptGeometry';
import { Patch } from './patch';
import { ChangeKind } from './changes';
import { FrontSuspension, RearSuspension } from './suspensionKind';
import { Place, VehicleState } from '../kernel/places';

const mm = z.number().min(-100_000).max(100_000);
const text = (most: number) => z.string().trim().max(most);
const named = (most: number) => text(most).min(1);
const moment = z.iso.datetime({ offset: true });

export { GATES };
export const GateName = z.enum(GATES);
export type GateName = z.infer<typeof GateName>;
/** The two gates at which readings are taken. */
export const ReadingGate = z.enum(['before', 'after']);
export type ReadingGate = z.infer<typeof ReadingGate>;

export const Grade = z.enum(['Street', 'Trail', 'Crossed']);
export const BodyKind = z.enum(['wagon', 'pickup', 'van']);

/** Rear wheels only; front by a case that can be left; front always; front through hubs that can be freed. */
export const Drive = z.enum(['rear', 'part-time', 'full-time', 'free-hubs']);
export type Drive = z.infer<typeof Drive>;

export const Vehicle = z.strictObject({
  make: named(60),
  model: named(60),
  tag: text(40).describe('How the shop tells it from its like: fleet number, colour, plate'),
  body: BodyKind,
  frontSuspension: FrontSuspension,
  rearSuspension: RearSuspension,
  wheelbase: mm.min(1000).max(8000).describe('mm, front to rear hub centre'),
  trackFront: mm.min(800).max(3000).describe('mm, between the tyres’ centre planes'),
  trackRear: mm.min(800).max(3000).describe('mm, between the tyres’ centre planes'),
  tyreDiameter: mm.min(300).max(2000).describe('mm, of the tyre fitted at booking'),
  rearHose: z.enum(['centre', 'per-wheel']).describe('One brake hose from body to axle, or one a wheel'),
  swayLink: z.enum(['down', 'up']).describe('Which way the link runs from the end of the bar’s arm'),
  drive: Drive.nullable()
    .default(null)
    .describe('Which wheels are driven, and whether the front shaft can stand still; null: nobody asked'),
});
export type Vehicle = z.infer<typeof Vehicle>;

export const Reference = z.strictObject({
  kind: z
    .enum(['maker-stock', 'like-vehicle', 'before'])
    .describe('What claim and neutral refer to; before: stock is unknown'),
  front: mm.nullable().describe('mm, hub to lip at the front; null for before'),
  rear: mm.nullable().describe('mm, hub to lip at the rear; null for before'),
  source: text(200),
});
export type Reference = z.infer<typeof Reference>;

export const Kit = z.strictObject({
  name: named(80),
  claimFront: mm.min(-200).max(600),
  claimRear: mm.min(-200).max(600),
  source: named(200).describe('Where the claim stands: sheet, revision'),
  patches: z.array(Patch).max(40).default([]).describe('What the kit moves besides lifting on the springs'),
});
export type Kit = z.infer<typeof Kit>;

export const Plan = z.strictObject({
  liftFront: mm
    .min(-200)
    .max(600)
    .nullable()
    .describe('mm that the body is to rise over the front hubs; what a lip is altered by comes on top of it'),
  liftRear: mm.min(-200).max(600).nullable(),
  bodyLift: mm.min(0).max(300).describe('mm of the lift that is body on frame, both axles'),
  movedHubFront: mm.min(-200).max(300).describe('mm of the lift from dropped spindle, lowered crossmember or block'),
  movedHubRear: mm.min(-200).max(300),
  lipAlteredFront: mm.min(-200).max(200).describe('mm the lip itself is raised by trimming or moving'),
  lipAlteredRear: mm.min(-200).max(200),
  heaviestLoad: z.number().min(0).max(10_000).nullable().describe('kg, the heaviest load the customer declares'),
  parts: z
    .record(named(40), z.json())
    .default({})
    .describe('What else the plan says, by the id of each part; its subject’s schema says what stands in it'),
});
export type Plan = z.infer<typeof Plan>;

export const Answer = z.enum(['measured', 'observed', 'not-fitted', 'cannot-reach', 'same-as-other-side']);

/** How something came that was not filed here: out of a job file, by a member of this shop. */
export const BroughtIn = z
  .strictObject({ by: named(80), at: moment, from: named(200).describe('The file, and the job that it tells of') })
  .describe('Brought in from a file: taken elsewhere, as the file says');
export type BroughtIn = z.infer<typeof BroughtIn>;
/** Left out of what was filed here. */
const broughtIn = BroughtIn.optional();
const filedAt = moment
  .optional()
  .describe('When the server took it, by its own clock; left out where nobody knows, or it still waits on a device');
const said = moment
  .optional()
  .describe('When its device said it was done, where it counts from later: after what was on the job by then');

/** On what a reading stands that was filed after a gate had opened which it is dated before. */
export const Late = z.strictObject({
  basis: z
    .enum(['mark', 'word'])
    .describe(
      'mark: the server had signed to this person that they had the job before that gate opened; word: a lead’s',
    ),
  by: text(80).describe('Whose word; empty for a mark'),
  at: moment.describe('When the mark was signed, or the word given'),
  why: text(300),
});
export type Late = z.infer<typeof Late>;

export const Reading = z
  .strictObject({
    id: z.uuid(),
    gate: ReadingGate,
    point: named(40),
    place: Place,
    state: VehicleState,
    set: z.number().int().min(1).max(99).describe('Which round of readings, rolled and bounced between rounds'),
    answer: Answer,
    value: z.number().min(-1e7).max(1e7).nullable().describe('Base unit: mm, degrees, kPa, kg, share of one'),
    text: text(60).describe('As typed'),
    unit: text(10).describe('As typed'),
    good: z.boolean().nullable().describe('For an observation: as it should be, or a fault'),
    instrument: text(40),
    takenBy: named(80),
    takenAt: moment,
    filedAt,
    late: Late.optional().describe('Dated before a gate that had opened by the time it was filed'),
    note: text(500),
    supersedes: z.uuid().nullable(),
    asked: z.boolean().describe('Outside the plausible range, asked about, and kept'),
    broughtIn,
  })
  .refine((r) => (r.answer === 'measured' || r.answer === 'same-as-other-side') === (r.value !== null), {
    path: ['value'],
    error: 'a measured answer needs a value, any other has none',
  })
  .refine((r) => (r.answer === 'observed') === (r.good !== null), {
    path: ['good'],
    error: 'an observation needs good true or false, any other answer null',
  });
export type Reading = z.infer<typeof Reading>;

export const Strike = z.strictObject({
  reading: z.uuid(),
  reason: named(300),
  by: named(80),
  at: moment,
  filedAt,
  said,
  broughtIn,
});
export type Strike = z.infer<typeof Strike>;
/** One adjuster that was turned or set: from, to, in its own unit, and what it was read off by. */
export const AdjusterSet = z.strictObject({
  adjuster: named(40).describe('Which, by its id; other: named in the words of the change'),
  from: z.number().min(-10_000).max(10_000).describe('In its unit: notches, turns, mm or degrees from its mark'),
  to: z.number().min(-10_000).max(10_000),
  mark: named(120).describe('What it was read off by: paint, a notch, threads showing, a scale'),
});
export type AdjusterSet = z.infer<typeof AdjusterSet>;
/** What was fitted: a new part, a used one, or the one that came put back. */
export const Condition = z.enum(['new', 'used', 'as-it-was']);
export const Change = z.strictObject({
  id: z.uuid(),
  kind: ChangeKind,
  gate: GateName,
  what: named(300),
  place: Place.optional().describe('Axle or corner it was made at; left out: it counts for the whole vehicle'),
  part: named(60).optional().describe('Which spring, hose, arm or obstacle, in words'),
  condition: Condition.optional().describe('Of what was fitted; left out where nobody said'),
  setting: AdjusterSet.optional().describe('Which adjuster, from, to and by which mark; left out where nobody said'),
  by: named(80),
  at: moment,
  filedAt,
  said,
  broughtIn,
});
export type Change = z.infer<typeof Change>;
export const Acceptance = z.strictObject({
  check: named(60),
  gate: ReadingGate,
  place: Place,
  value: z.number().describe('The figure that was accepted; another figure is not covered'),
  reason: named(300),
  by: named(80),
  at: moment,
});
export type Acceptance = z.infer<typeof Acceptance>;
export const SignOff = z.strictObject({
  kind: z.enum(['released', 'left-unreleased']),
  by: named(80),
  at: moment,
  note: text(500),
});

/** Something filed on the job of a kind that a subject names: the kind's own schema says what stands in its body. */
export const Filed = z.strictObject({
  id: z.uuid(),
  kind: named(40),
  gate: GateName,
  body: z.record(z.string().max(60), z.json()),
  by: named(80),
  at: moment,
  filedAt,
  broughtIn,
});
export type Filed = z.infer<typeof Filed>;

/** A remark on the job that is no reading. */
export const Note = z.strictObject({
  id: z.uuid(),
  gate: GateName,
  text: named(1000),
  by: named(80),
  at: moment,
  filedAt,
  broughtIn,
});
export type Note = z.infer<typeof Note>;
export const Overlap = z
  .strictObject({ stands: z.uuid(), yields: z.uuid(), at: moment })
  .describe('Two people read one point without knowing of each other: the later by measuring time stands');
export type Overlap = z.infer<typeof Overlap>;
export const Opening = z
  .strictObject({ gate: GateName, by: named(80), at: moment })
  .describe('When a gate was opened, and by whom');

export const Limit = z
  .strictObject({
    clear: z.number(),
    stop: z.number(),
    source: named(200),
    rule: DecisionRule.nullable()
      .default(null)
      .describe('How much of the uncertainty it must be clear by; null: as the figure has it'),
  })
  .describe('Base units; which side is safe is fixed by the figure');

/** Somebody here said that an unlikely reading is right. */
export const Confirmation = z.strictObject({ reading: z.uuid(), by: named(80), at: moment, filedAt });
export type Confirmation = z.infer<typeof Confirmation>;

export const StationLine = z
  .strictObject({
    id: z.uuid(),
    line: named(40).describe('Which part of the work, by the id of its line'),
    answer: z.enum(['checked', 'not-done-here']),
    text: named(1000).describe('Checked: the figures. Not done here: why'),
    due: z.iso.date().optional().describe('By when it is done elsewhere, where its line asks for a date'),
    by: named(80),
    at: moment,
  })
  .describe('A lead’s word on a part of the work; the latest of a line stands');
export type StationLine = z.infer<typeof StationLine>;

/** The version of the document that this release writes. */
export const JOB_VERSION = 4;

export const JobDocument = z.strictObject({
  format: z.literal('high-gate/job'),
  version: z.literal(JOB_VERSION),
  job: z.strictObject({
    number: named(20).regex(/^[^\p{Cc}\u2028\u2029]*$/u, 'has a line break or another control character'),
    bookedAt: moment,
    gate: GateName,
    state: z.enum(['open', 'released', 'left-unreleased']),
    bay: text(40),
    use: named(120),
    heightSchool: z.enum(['hub-to-lip', 'floor-to-lip']),
    lipWillChange: z.boolean().describe('A lip will be trimmed or moved, so a fixed body mark is read too'),
    promiseFront: Grade,
    promiseRear: Grade,
    wantedTyre: text(60),
    notes: text(2000),
  }),
  customer: z.strictObject({ name: named(120), contact: text(200) }),
  vehicle: Vehicle,
  reference: Reference,
  kit: Kit.nullable(),
  plan: Plan,
  limits: z.record(z.string(), Limit),
  readings: z.array(Reading),
  strikes: z.array(Strike),
  changes: z.array(Change),
  acceptances: z.array(Acceptance),
  signOffs: z.array(SignOff),
  // Files written before these were known come in without them.
  notes: z.array(Note).default([]),
  overlaps: z.array(Overlap).default([]),
  openings: z.array(Opening).default([]),
  confirmations: z.array(Confirmation).default([]),
  stationLines: z.array(StationLine).default([]),
  entries: z.array(Filed).default([]).describe('What else was filed, of the kinds that subjects name'),
  geometry: z
    .strictObject({ before: KeptGeometry.nullable(), asBuilt: KeptGeometry.nullable() })
    .default({ before: null, asBuilt: null })
    .describe('The versions of the vehicle’s geometry that this job is pinned to'),
  fitments: Fitments.default(NO_FITMENTS).describe('Tyre and wheel asked for, and suggested instead'),
  fitRules: FitRules.default(DEFAULT_FIT_RULES).describe('What the shop sets of the grades of fit'),
  broughtIn: BroughtIn.extend({
    number: named(20).describe('The number that the job has where it comes from'),
    signed: SignOff.nullable().describe(
      'The signature that the file says it has elsewhere; it counts for nothing here',
    ),
  })
    .nullable()
    .default(null)
    .describe('The whole job came out of a file; null: it was booked here'),
});
/** One whole job: what the database holds of it, what the job file carries, and all that core needs to work it. */
export type JobDocument = z.infer<typeof JobDocument>;

export const isBeam = (kind: string): boolean => kind.startsWith('beam');
