import 'server-only';
import { notFound } from 'next/navigation';
import { cache } from 'react';
import { z } from 'zod';
import { workJob } from '@/core/checks/workJob';
import type { Verdict } from '@/core/checks/types';
import { gateStates, type GateState } from '@/core/gates/gates';
import type { JobDocument } from '@/core/job/schema';
import { cornerStances, type CornerStance } from '@/core/plan/stance';
import { loadJob } from '@/db/queries/jobs';
import { database } from './database';
import { requireMember, type Member } from './session';

export interface JobView {
  id: string;
  version: number;
  kitId: string | null;
  member: Member;
  job: JobDocument;
  verdicts: Verdict[];
  gates: GateState[];
  corners: CornerStance[];
  /** Readings, plan and signature can still be filed. */
  open: boolean;
}

/** A job of the signed-in person's shop with everything core works from it, once a request. */
export const jobView = cache(async (id: string): Promise<JobView> => {
  const member = await requireMember();
  if (!z.uuid().safeParse(id).success) notFound();
  const loaded = await loadJob(database(), member.shop.id, id);
  if (!loaded) notFound();
  const job = loaded.document;
  const verdicts = workJob(job);
  return {
    id,
    version: loaded.version,
    kitId: loaded.kitId,
    member,
    job,
    verdicts,
    gates: gateStates(job, verdicts),
    corners: cornerStances(job),
    open: job.job.state === 'open',
  };
});
