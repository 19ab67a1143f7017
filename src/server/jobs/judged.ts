import { LRUCache } from 'lru-cache';
import type { JobDocument } from '@/core/document/job';
import { paceOf } from '../pace';
import type { Owner } from '../threads/fairQueue';
import type { Judged } from '../threads/work';
import { worked } from '../working';

/** By the document itself: `loadedLately` hands out one for each revision of a job and each state of what judges it. */
const lately = new LRUCache<JobDocument, Promise<Judged>>({ max: 60 });

/**
 * What a job as it was loaded comes to: worked once, in a thread, for whoever asks first; the Yard, the devices and those
 * who sign have it from there. What went wrong is kept for nobody.
 *
 * @throws TooLong, TooMany, Busy
 */
export function judged(owner: Owner, jobId: string, document: JobDocument): Promise<Judged> {
  const known = lately.get(document);
  if (known) return known;
  const made = paceOf(owner.shop).then((pace) => worked(owner, jobId, 'judged', document, pace));
  lately.set(document, made);
  made.catch(() => {
    if (lately.get(document) === made) lately.delete(document);
  });
  return made;
}
