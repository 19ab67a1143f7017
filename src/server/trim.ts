import { workingsOf } from '@/core/assembly/book';
import 'server-only';
import { obstaclesOf } from '@/core/subjects/clearance/fit/obstacles';
import { CORNERS, type Corner } from '@/core/kernel/places';
import type { JobDocument } from '@/core/document/job';
import { CORE_VERSION } from '@/core/assembly/workJob';
import { LRUCache } from 'lru-cache';
import type { Snapshot } from './snapshot';
import type { Owner } from './threads/fairQueue';
import { paperPool } from './threads/pools';
import type { TrimAnswer } from './threads/trimOf';

/** What could be cut at each corner, by what is known of it. */
export function trimmable(job: JobDocument): Record<Corner, { id: string; name: string }[]> {
  const w = workingsOf(job);
  return Object.fromEntries(
    CORNERS.map((corner) => [
      corner,
      obstaclesOf(w, corner)
        .known.filter((o) => o.gives === 'trim')
        .map(({ id, name }) => ({ id, name })),
    ]),
  ) as Record<Corner, { id: string; name: string }[]>;
}

/** Outlines cut lately, or under way: one is taken out as paper, drawing and cutter's file, and swept for once. */
const cut = new LRUCache<string, Promise<TrimAnswer>>({ max: 60, ttl: 10 * 60_000 });

/**
 * The outline to cut on an obstacle of a job as it stands; swept for once for each state of the job.
 *
 * @param gap mm to be left
 */
export function outlineOf(
  { id, revision, shopMark, document }: Pick<Snapshot, 'id' | 'revision' | 'shopMark' | 'document'>,
  corner: Corner,
  obstacle: string,
  gap: number,
  owner: Owner,
): Promise<TrimAnswer> {
  const stage = ['after', 'release'].includes(document.job.gate) ? 'after' : 'plan';
  const key = JSON.stringify([id, revision, shopMark, corner, stage, obstacle, gap, CORE_VERSION]);
  const known = cut.get(key);
  if (known) return known;
  const asked = paperPool.ask(owner, id, 'trimOf', document, corner, stage, obstacle, gap);
  cut.set(key, asked);
  // What failed is not kept: the next to ask has it tried anew.
  asked.catch(() => cut.delete(key));
  return asked;
}
