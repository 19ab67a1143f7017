import { LRUCache } from 'lru-cache';
import { learnedPace, type Pace } from '@/core/record/pace';
import { lastFilings } from '@/db/queries/pace';
import { inShop } from './database';

/** A shop's pace changes over days: it is learned anew every ten minutes at most. */
const known = new LRUCache<string, Pace>({ max: 500, ttl: 10 * 60_000 });

/** What each reading takes in a shop, s, learned from what its people filed last. */
export async function paceOf(shopId: string): Promise<Pace> {
  const kept = known.get(shopId);
  if (kept) return kept;
  const pace = learnedPace(await inShop(shopId, (tx) => lastFilings(tx, shopId)));
  known.set(shopId, pace);
  return pace;
}
