import type { Memo } from '@/core/record/workings';
import type { Snapshot } from '@/server/snapshot';
import { hereOf, judgedHere, viewOf, type JobView, type Looker } from '@/ui/room/view';

/** A job as a device shows it on which nothing waits, judged without a worker. */
export function viewHere(snapshot: Snapshot, member: Looker, memo: Memo, leaving: boolean): JobView {
  const here = hereOf(snapshot, member, [], memo, leaving);
  return viewOf(snapshot, member, [], here, judgedHere(here));
}
