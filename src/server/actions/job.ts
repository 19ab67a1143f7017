'use server';

import { revalidatePath } from 'next/cache';
import { redirect } from 'next/navigation';
import * as z from 'zod';
import { act, sure } from '../access/act';
import { refuse, type ActionAnswer } from '../answer';
import { formFields } from '../formFields';
import {
  amendSheet as amend,
  makeSheetLink as makeLink,
  revokeSheetLink as revokeLink,
  sheetLinksOf,
  type SheetLink,
} from '../jobs/afterSigning';
import { bookVehicle as book, type BookingForm } from '../jobs/booking';
import {
  acceptStop as accept,
  answerLine as answerFor,
  openNextGate as openGate,
  savePlan as setPlan,
  savePlanPart as setPart,
  signOff as sign,
} from '../jobs/gatework';
import type { PlanAnswer } from '../jobs/gatework';
import { keepGeometry as keepVersion, pinGeometry as pinVersion } from '../jobs/geometry';
import { saveFitment as setFitment, saveFitSettings as setFit } from '../jobs/fitwork';
import { importJob as bringIn } from '../jobs/importing';
import { saveCustomerLanguage as setLanguage, saveLetter as setLetter } from '../jobs/letters';
import { likeBands, type LikeBands } from '../jobs/likeBands';
import { seenBefore as seen, type SeenVehicle } from '../jobs/seen';
import { priceKit as setKitPrice, saveKit as addKit, saveLimit as setLimit } from '../jobs/shopwork';
import { NO_JOB } from '../jobs/withJob';
import { triedFrom } from '../people/device';
import { fileOnWord as fileByWord } from '../jobs/onWord';

const isId = (id: unknown): id is string => z.uuid().safeParse(id).success;
const fresh = () => revalidatePath('/', 'layout');

export async function bookVehicle(form: BookingForm): Promise<ActionAnswer> {
  return act('bookVehicle', async (member) => {
    const answer = await book(member, form, member.units);
    if (!answer.ok) return answer;
    redirect(`/jobs/${answer.jobId}/intake`);
  });
}

/** Vehicles that were here before under that name. */
export async function seenBefore(tag: string): Promise<ActionAnswer<{ seen: SeenVehicle[] }>> {
  return act('seenBefore', async (member) => ({
    ok: true as const,
    seen: typeof tag === 'string' ? await seen(member, tag, member.units) : [],
  }));
}

/** The maker's bands as the shop has them of another vehicle of this job's make and model. */
export async function bandsOfLike(jobId: string): Promise<ActionAnswer<{ like: LikeBands | null }>> {
  return act('bandsOfLike', async (member) =>
    isId(jobId) ? { ok: true as const, like: await likeBands(member, jobId) } : refuse(NO_JOB),
  );
}

export async function openNextGate(jobId: string): Promise<ActionAnswer<{ gate: string }>> {
  return act('openNextGate', async (member) => (isId(jobId) ? openGate(member, jobId) : refuse(NO_JOB)));
}

export async function savePlan(jobId: string, input: Record<string, unknown>): Promise<PlanAnswer> {
  return act('savePlan', async (member): Promise<PlanAnswer> =>
    isId(jobId) ? setPlan(member, jobId, input, member.units) : refuse(NO_JOB),
  );
}

/** A part of the plan that a subject names. */
export async function savePlanPart(
  jobId: string,
  input: { part: string; version: number; fields: Record<string, string | number> },
): Promise<ActionAnswer> {
  return act('savePlanPart', async (member) => (isId(jobId) ? setPart(member, jobId, input) : refuse(NO_JOB)));
}

export async function acceptStop(
  jobId: string,
  input: { check: string; gate: string; place: string; reason: string },
): Promise<ActionAnswer> {
  return act('acceptStop', async (member) => (isId(jobId) ? accept(member, jobId, input) : refuse(NO_JOB)));
}

export async function answerLine(
  jobId: string,
  input: { line: string; answer: string; text: string; due: string },
): Promise<ActionAnswer> {
  return act('answerLine', async (member) => (isId(jobId) ? answerFor(member, jobId, input) : refuse(NO_JOB)));
}

export async function signOff(jobId: string, _before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, ...input } = formFields(form);
  return sure('signOff', password, async (member) => (isId(jobId) ? sign(member, jobId, input) : refuse(NO_JOB)));
}

export async function amendSheet(jobId: string, _before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, ...input } = formFields(form);
  return sure('amendSheet', password, async (member) =>
    isId(jobId) ? amend(member, jobId, input, member.units) : refuse(NO_JOB),
  );
}

export async function keepGeometry(
  jobId: string,
  input: { stage: string; note: string; file?: string },
): Promise<ActionAnswer<{ version: number }>> {
  return act('keepGeometry', async (member) => (isId(jobId) ? keepVersion(member, jobId, input) : refuse(NO_JOB)));
}

export async function pinGeometry(jobId: string, input: { stage: string; geometry: string }): Promise<ActionAnswer> {
  return act('pinGeometry', async (member) => (isId(jobId) ? pinVersion(member, jobId, input) : refuse(NO_JOB)));
}

export async function saveFitment(
  jobId: string,
  input: { which: string; fitment: unknown; was: unknown },
): Promise<ActionAnswer> {
  return act('saveFitment', async (member) => (isId(jobId) ? setFitment(member, jobId, input) : refuse(NO_JOB)));
}

export async function sheetLinks(jobId: string): Promise<ActionAnswer<{ links: SheetLink[] }>> {
  return act('sheetLinks', async (member) =>
    isId(jobId) ? { ok: true, links: await sheetLinksOf(member, jobId) } : refuse(NO_JOB),
  );
}

export async function makeSheetLink(jobId: string, input: { days: number }): Promise<ActionAnswer<{ path: string }>> {
  return act('makeSheetLink', async (member) => (isId(jobId) ? makeLink(member, jobId, input) : refuse(NO_JOB)));
}

export async function revokeSheetLink(jobId: string, input: { link: string }): Promise<ActionAnswer> {
  return act('revokeSheetLink', async (member) => (isId(jobId) ? revokeLink(member, jobId, input) : refuse(NO_JOB)));
}

export async function saveLimit(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, ...input } = formFields(form);
  return sure('saveLimit', password, async (member) => {
    const answer = await setLimit(member, input, member.units);
    if (answer.ok) fresh();
    return answer;
  });
}

/** How the shop writes to its customers: language, and when they come back. */
export async function saveLetter(input: unknown): Promise<ActionAnswer> {
  return act('saveLetter', async (member) => {
    const answer = await setLetter(member, input);
    if (answer.ok) fresh();
    return answer;
  });
}

export async function saveCustomerLanguage(jobId: string, language: unknown): Promise<ActionAnswer> {
  return act('saveCustomerLanguage', async (member) =>
    isId(jobId) ? setLanguage(member, jobId, language) : refuse(NO_JOB),
  );
}

export async function saveFitSettings(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  const { password, ...input } = formFields(form);
  return sure('saveFitSettings', password, async (member) => {
    const answer = await setFit(member, input, member.units);
    if (answer.ok) fresh();
    return answer;
  });
}

export async function saveKit(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  return act('saveKit', async (member) => {
    const answer = await addKit(member, formFields(form), member.units);
    if (answer.ok) fresh();
    return answer;
  });
}

export async function priceKit(kitId: string, price: string): Promise<ActionAnswer> {
  return act('priceKit', async (member) => {
    const answer = await setKitPrice(member, kitId, price);
    if (answer.ok) fresh();
    return answer;
  });
}

/** Files a reading that was refused for its time, with a lead standing for it by their own password. */
export async function fileOnWord(input: {
  entry: unknown;
  email: string;
  password: string;
  why: string;
}): Promise<ActionAnswer> {
  return act('fileOnWord', (member) => fileByWord(member, input, (email) => triedFrom(member.from.address, { email })));
}

const LARGEST_FILE = 4_000_000;
export async function importJob(_before: ActionAnswer | null, form: FormData): Promise<ActionAnswer> {
  return act('importJob', async (member) => {
    const file = form instanceof FormData ? form.get('file') : null;
    if (!(file instanceof File) || file.size === 0) return refuse('Choose a job file first.');
    if (file.size > LARGEST_FILE) return refuse(`${file.name} is larger than 4 MB: not a job file.`);
    const answer = await bringIn(member, await file.text(), file.name);
    if (!answer.ok) return answer;
    redirect(`/jobs/${answer.jobId}`);
  });
}
