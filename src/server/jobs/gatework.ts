import type { JobDocument } from '@/core/document/job';
import { dueFault } from '@/core/record/checks/dueFault';
import { BOOK, workingsOf } from '@/core/assembly/book';
import { and, eq, sql } from 'drizzle-orm';
import * as z from 'zod';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { nextGate, shutBecause } from '@/core/assembly/gates/gates';
import { GATE_TITLE } from '@/core/document/gateTitles';
import { releaseBlockers } from '@/core/assembly/gates/release';
import { Place } from '@/core/kernel/places';
import { ReadingGate } from '@/core/document/job';
import { parseQuantity } from '@/core/kernel/units/parseQuantity';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import { acceptances, jobs, signOffs } from '@/db/schema/jobs';
import { gateOpenings, stationLines } from '@/db/schema/filed';
import { kits } from '@/db/schema/shops';
import type { Plan } from '@/core/document/job';
import { refuse, refuseZod, type ActionAnswer } from '../answer';
import { note as audit } from '../audit';
import { lengthField } from './booking';
import { keepSheet, sheetText } from './freezing';
import { judged } from './judged';
import { leads, withOpenJob, withWorkedJob, type Doer } from './withJob';

const rowOf = (doer: Doer, jobId: string) => and(eq(jobs.shopId, doer.shop.id), eq(jobs.id, jobId));

/** Opens the next gate, if what it opens on has been measured. */
export async function openNextGate(doer: Doer, jobId: string): Promise<ActionAnswer<{ gate: string }>> {
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    const next = nextGate(job.job.gate);
    const shut = shutBecause(workingsOf(job));
    if (!next || shut.length > 0)
      return refuse(`${next ? `${GATE_TITLE[next]} stays shut` : 'No gate follows'}: ${shut.join('; ')}.`);
    await tx.update(jobs).set({ gate: next }).where(rowOf(doer, jobId));
    await tx
      .insert(gateOpenings)
      .values({
        shopId: doer.shop.id,
        jobId,
        gate: next,
        by: doer.id,
        byName: doer.name,
        at: new Date().toISOString(),
      })
      .onConflictDoNothing();
    await audit(tx, doer, 'gate opened', { jobId, about: `${job.job.number}, ${GATE_TITLE[next]}` });
    return { ok: true, gate: next };
  });
}

const planSchema = (units: UnitChoice) => {
  const part = (what: string, low: number, high: number) =>
    z
      .string()
      .transform((text) => (text.trim() === '' ? '0' : text))
      .pipe(lengthField(what, units, low, high));
  return z.object({
    version: z.coerce.number().int(),
    kitId: z.union([z.uuid(), z.literal('')]),
    liftFront: lengthField('Wanted lift, front', units, -200, 600),
    liftRear: lengthField('Wanted lift, rear', units, -200, 600),
    bodyLift: part('Body lift', 0, 300),
    movedHubFront: part('Moved hub, front', -200, 300),
    movedHubRear: part('Moved hub, rear', -200, 300),
    lipAlteredFront: part('Lip altered, front', -200, 200),
    lipAlteredRear: part('Lip altered, rear', -200, 200),
    heaviestLoad: z.string().transform((text, ctx) => {
      if (text.trim() === '') return null;
      const parsed = parseQuantity('mass', text, units);
      if (parsed.ok && parsed.value >= 0 && parsed.value <= 10_000) return parsed.value;
      ctx.addIssue({
        code: 'custom',
        message: `Heaviest load: ${parsed.ok ? 'outside 0 to 10 000 kg' : parsed.reason}`,
      });
      return z.NEVER;
    }),
  });
};

/** The plan as somebody else set it meanwhile, for the second to see the difference and choose. */
export interface PlanMeanwhile {
  version: number;
  by: string;
  at: string | null;
  kitId: string;
  plan: Plan;
}
export type PlanAnswer =
  ActionAnswer | { ok: false; errors: Record<string, string>; message: string; theirs: PlanMeanwhile };

/** Sets the plan. Two people at once: the second is shown the first one's and chooses; nothing is overwritten. */
export async function savePlan(doer: Doer, jobId: string, raw: unknown, units: UnitChoice): Promise<PlanAnswer> {
  const parsed = planSchema(units).safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { version, kitId, ...plan } = parsed.data;
  return withOpenJob(doer, jobId, async (tx, loaded) => {
    if (loaded.version !== version)
      return {
        ...refuse(
          `${loaded.planBy || 'Somebody'} set this plan since you opened it. Choose, line by line, what stands.`,
        ),
        theirs: {
          version: loaded.version,
          by: loaded.planBy,
          at: loaded.planAt,
          kitId: loaded.kitId ?? '',
          plan: loaded.document.plan,
        },
      };
    if (['build', 'after', 'release'].includes(loaded.document.job.gate))
      return refuse('The build has begun: the plan stands as it was.');
    if (kitId) {
      const [kit] = await tx
        .select({ id: kits.id })
        .from(kits)
        .where(and(eq(kits.shopId, doer.shop.id), eq(kits.id, kitId)));
      if (!kit) return refuse('That kit is not in the shop’s list.', { kitId: 'That kit is not in the shop’s list.' });
    }
    await tx
      .update(jobs)
      .set({
        ...plan,
        kitId: kitId || null,
        version: sql`${jobs.version} + 1`,
        planBy: doer.name,
        planAt: new Date().toISOString(),
      })
      .where(rowOf(doer, jobId));
    await audit(tx, doer, 'plan set', {
      jobId,
      about: loaded.document.job.number,
      detail: { from: { ...loaded.document.plan, kitId: loaded.kitId }, to: { ...plan, kitId: kitId || null } },
    });
    return { ok: true };
  });
}

const PartInput = z.object({
  part: z.string().max(40),
  version: z.coerce.number().int(),
  fields: z.record(z.string().max(60), z.json()),
});

/** Sets a part of the plan that a subject names, checked by its schema; like the plan, it is nobody's to overwrite unseen. */
export async function savePlanPart(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = PartInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const part = BOOK.planPart(parsed.data.part);
  if (!part) return refuse('There is no part of a plan of that name.');
  const read = part.schema.safeParse(parsed.data.fields);
  if (!read.success) return refuseZod(read.error);
  return withOpenJob(doer, jobId, async (tx, loaded) => {
    if (loaded.version !== parsed.data.version)
      return refuse(`${loaded.planBy || 'Somebody'} set this plan since you opened it. Look again, then set it.`);
    if (['build', 'after', 'release'].includes(loaded.document.job.gate))
      return refuse('The build has begun: the plan stands as it was.');
    await tx
      .update(jobs)
      .set({
        planParts: { ...loaded.document.plan.parts, [part.id]: read.data },
        version: sql`${jobs.version} + 1`,
        planBy: doer.name,
        planAt: new Date().toISOString(),
      })
      .where(rowOf(doer, jobId));
    await audit(tx, doer, 'plan set', {
      jobId,
      about: `${loaded.document.job.number}, ${part.name}`,
      detail: { from: loaded.document.plan.parts[part.id] ?? null, to: read.data },
    });
    return { ok: true };
  });
}

const AcceptInput = z.object({
  check: z.string().max(60),
  gate: ReadingGate,
  place: Place,
  reason: z.string().trim().min(1, 'Say why it is accepted').max(300, 'the reason is longer than 300 letters'),
});

/** A lead accepts a Stop that is not safety-critical, with a reason that prints on the customer's sheet. */
export async function acceptStop(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = AcceptInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  if (!leads(doer)) return refuse('Only a lead accepts a Stop.');
  const { check, gate, place, reason } = parsed.data;
  const work = async (job: JobDocument) =>
    (await judged({ shop: doer.shop.id, who: doer.id }, jobId, job)).told.verdicts;
  return withWorkedJob(doer, jobId, work, async (tx, { document: job }, verdicts) => {
    const verdict = verdicts.find((v) => v.check === check && v.gate === gate && v.place === place);
    if (verdict?.verdict !== 'Stop') return refuse('That check does not read Stop any more.');
    if (verdict.safetyCritical) return refuse('A safety-critical Stop is accepted by nobody: fix and measure.');
    await tx.insert(acceptances).values({
      shopId: doer.shop.id,
      jobId,
      check,
      gate,
      place,
      value: verdict.value ?? 0,
      reason,
      by: doer.id,
      byName: doer.name,
    });
    await audit(tx, doer, 'stop accepted', {
      jobId,
      about: `${job.job.number}, ${verdict.title}`,
      detail: { reason, value: verdict.value },
    });
    return { ok: true };
  });
}

const LineInput = z.object({
  line: z.string().refine((line) => BOOK.leadsLine(line) !== undefined, 'there is no such line'),
  answer: z.enum(['checked', 'not-done-here'], 'Say whether it was checked, or not done here'),
  text: z.string().trim().max(1000, 'longer than 1000 letters'),
  due: z.string().max(20).default(''),
});

/**
 * A lead answers for alignment, driveline angles or axle place: checked, with the figures, or not done here and why.
 * The latest answer of a line stands; each prints on the sheet.
 */
export async function answerLine(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = LineInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  if (!leads(doer)) return refuse('Only a lead answers for it.');
  const { line, answer, text, due } = parsed.data;
  if (answer === 'checked' && BOOK.leadsLine(line)?.covers)
    return refuse('This station is judged by its readings: read it, or say why it is not done here.');
  if (text === '') {
    const wanted =
      answer === 'checked' ? 'Write the figures: they go with the sheet.' : 'Say why it was not done here.';
    return refuse(wanted, { text: wanted });
  }
  const dated = BOOK.leadsLine(line)?.due === true && answer === 'not-done-here';
  const late = dated ? dueFault(due, new Date().toISOString()) : null;
  if (late) return refuse(late, { due: late });
  return withOpenJob(doer, jobId, async (tx, { document: job }) => {
    if (!['after', 'release'].includes(job.job.gate)) return refuse('Open the After gate first.');
    await tx.insert(stationLines).values({
      shopId: doer.shop.id,
      jobId,
      line,
      answer,
      text,
      ...(dated && { due }),
      by: doer.id,
      byName: doer.name,
    });
    await audit(tx, doer, 'answered for', {
      jobId,
      about: `${job.job.number}, ${BOOK.leadsLine(line)?.title ?? line}`,
      detail: { answer, text, ...(dated && { due }) },
    });
    return { ok: true };
  });
}

const SignInput = z.object({
  kind: z.enum(['released', 'left-unreleased']),
  note: z.string().trim().max(500, 'longer than 500 letters'),
});

/**
 * Signs a job off. Only a lead; the action that calls it has asked for the password again. A release is refused for every role
 * while a safety-critical check stands in the way; "left unreleased" closes the job with a sheet that says so.
 */
export async function signOff(doer: Doer, jobId: string, raw: unknown): Promise<ActionAnswer> {
  const parsed = SignInput.safeParse(raw);
  if (!parsed.success) return refuseZod(parsed.error);
  const { kind, note } = parsed.data;
  if (kind === 'left-unreleased' && note === '')
    return refuse('Say why it leaves unreleased.', { note: 'Say why it leaves unreleased.' });
  const owner = { shop: doer.shop.id, who: doer.id };
  const signedNow = (job: JobDocument) => {
    const at = new Date().toISOString();
    return {
      at,
      document: { ...job, job: { ...job.job, state: kind }, signOffs: [{ kind, by: doer.name, at, note }] },
    };
  };
  // Worked and frozen before anything is held; it stands if nothing was filed meanwhile.
  const work = async (job: JobDocument) => {
    const signed = signedNow(job);
    const blockers = kind === 'released' ? releaseBlockers((await judged(owner, jobId, job)).told.verdicts) : [];
    const shut =
      !leads(doer) ||
      job.job.state !== 'open' ||
      blockers.length > 0 ||
      (kind === 'released' && job.job.gate !== 'release');
    return { ...signed, blockers, text: shut ? '' : await sheetText(doer.shop.id, jobId, signed.document) };
  };
  return withWorkedJob(doer, jobId, work, async (tx, { document: job }, { at, document, blockers, text }) => {
    if (kind === 'released' && job.job.gate !== 'release') return refuse('Open the Release gate first.');
    if (blockers.length > 0)
      return refuse(`Release is refused. ${blockers.map((b) => `${b.title}, ${b.why} ${b.cure}`).join(' · ')}`);
    if (!leads(doer)) return refuse('Only a lead signs.');
    const [signed] = await tx
      .insert(signOffs)
      .values({
        shopId: doer.shop.id,
        jobId,
        kind,
        by: doer.id,
        byName: doer.name,
        at,
        note,
        document,
        coreVersion: CORE_VERSION,
      })
      .returning({ id: signOffs.id });
    const sha256 = await keepSheet(tx, { shopId: doer.shop.id, jobId, signOffId: signed?.id ?? '', sheet: text });
    await tx.update(jobs).set({ state: kind }).where(rowOf(doer, jobId));
    await audit(tx, doer, 'signed', { jobId, about: `${job.job.number}, ${kind}`, detail: { sha256 } });
    return { ok: true };
  });
}
