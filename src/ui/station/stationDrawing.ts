import type { Verdict } from '@/core/record/checks/types';
import type { JobView } from '../room/view';

/** Where a station is looked at. */
export type SeenAt = 'before' | 'plan' | 'after';
/** What a station's drawing is given. */
export interface StationDrawing {
  view: JobView;
  gate: SeenAt;
  /** What is judged of it at this gate. */
  verdicts: readonly Verdict[];
}
