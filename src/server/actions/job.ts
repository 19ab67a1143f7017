'use server';

import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import { z } from 'zod';
import { refuse, type Answer } from '../answer';
import { bookVehicle, type BookingForm } from '../jobs/booking';
import { fileReading, recordChange, strikeReading, type FiledAnswer } from '../jobs/filing';
import { acceptStop, openNextGate, savePlan, signOff } from '../jobs/gatework';
import { importJob } from '../jobs/importing';
import { saveKit, saveLimit } from '../jobs/shopwork';
import { passwordIs, requireMember } from '../session';

const isId = (id: string): boolean => z.uuid().safeParse(id).success;
const NO_JOB = 'There is no such job in this shop.';
const fresh = () => revalidatePath('/', 'layout');
const fields = (form: FormData) => Object.fromEntries(form);

export async function bookVehicleAction(form: BookingForm): Promise<Answer> {
  const member = await requireMember();
  const answer = await bookVehicle(member, form, member.units);
  if (!answer.ok) return answer;
  redirect(`/jobs/${answer.jobId}/intake`);
}

export async function fileReadingAction(jobId: string, input: unknown): Promise<FiledAnswer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await fileReading(member, jobId, input, member.units);
  fresh();
  return answer;
}

export async function strikeReadingAction(jobId: string, input: { reading: string; reason: string }): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await strikeReading(member, jobId, input);
  fresh();
  return answer;
}

export async function recordChangeAction(
  jobId: string,
  input: { id: string; kind: string; what: string },
): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await recordChange(member, jobId, input);
  fresh();
  return answer;
}

export async function openNextGateAction(jobId: string): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await openNextGate(member, jobId);
  if (!answer.ok) return answer;
  fresh();
  redirect(`/jobs/${jobId}/${answer.gate}`);
}

export async function savePlanAction(jobId: string, input: Record<string, unknown>): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await savePlan(member, jobId, input, member.units);
  if (answer.ok) fresh();
  return answer;
}

export async function acceptStopAction(
  jobId: string,
  input: { check: string; gate: string; place: string; reason: string },
): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const answer = await acceptStop(member, jobId, input);
  fresh();
  return answer;
}

export async function signOffAction(jobId: string, _before: Answer | null, form: FormData): Promise<Answer> {
  const member = await requireMember();
  if (!isId(jobId)) return refuse(NO_JOB);
  const { password, ...input } = fields(form);
  const good = typeof password === 'string' && password.length < 200 && (await passwordIs(member, password));
  const answer = await signOff(member, jobId, input, good);
  if (answer.ok) fresh();
  return answer;
}

export async function saveLimitAction(_before: Answer | null, form: FormData): Promise<Answer> {
  const member = await requireMember();
  const answer = await saveLimit(member, fields(form), member.units);
  if (answer.ok) fresh();
  return answer;
}

export async function saveKitAction(_before: Answer | null, form: FormData): Promise<Answer> {
  const member = await requireMember();
  const answer = await saveKit(member, fields(form), member.units);
  if (answer.ok) fresh();
  return answer;
}

const LARGEST_FILE = 4_000_000;
export async function importJobAction(_before: Answer | null, form: FormData): Promise<Answer> {
  const member = await requireMember();
  const file = form.get('file');
  if (!(file instanceof File) || file.size === 0) return refuse('Choose a job file first.');
  if (file.size > LARGEST_FILE) return refuse(`${file.name} is larger than 4 MB: not a job file.`);
  const answer = await importJob(member, await file.text());
  if (!answer.ok) return answer;
  redirect(`/jobs/${answer.jobId}`);
}
