import type { ReactNode } from 'react';
import type { Verdict } from '@/core/record/checks/types';
import type { SeenAt } from '../station/stationDrawing';
import type { JobView } from './view';

/** What a station that draws itself is given by the room about it. */
export interface StationProps {
  view: JobView;
  gate: SeenAt;
  /** Its name and the switch between gates. */
  head: ReactNode;
  /** Its readings. */
  below: ReactNode;
  /** What stands on the right, with what would cure it among it. */
  aside: (cures: ReactNode) => ReactNode;
  /** What is judged of it at this gate. */
  verdicts: readonly Verdict[];
  /** Whether readings are taken at this gate now. */
  mayRead: boolean;
}
