import type { JobDocument } from '../document/job';
import { latestStanding } from './figures';
import type { RouteStop } from './route';

const ON_ITS_WHEELS =
  'On its wheels, braked, the wheels that stay down chocked. A hand may tape from outside the arch; nobody lies under it.';
const RAISED =
  'A cradle that holds the tyre, the wheels that stay down chocked both ways, a stand close under the frame as a catch that carries nothing. Turn the steering before it is raised, never on the jack. Nobody reaches in.';
/** What flexing one wheel costs in care, by how it is brought up. */
const FLEXED: Readonly<Record<string, string>> = {
  ramp: ON_ITS_WHEELS,
  kerb: ON_ITS_WHEELS,
  fork: RAISED,
  jack: RAISED,
};
const CYCLED =
  'Springs out and caged, body on stands under its frame, the axle on a jack that only moves it: no hand in seats, links or arches while it moves. An axle without springs shifts sideways, hoses and leads go with it; one on leaves keeps its main leaf, which holds it. Nobody lies under it.';
const HUNG =
  'Held by the hoist at the frame, or on stands: never on a jack alone. Keep clear of arms and links as the axle hangs.';
const ROLLED =
  'Walking pace, brakes proved first, nobody before or behind it; whoever listens stands beside the wheel.';

/** The caution that belongs to how the vehicle stands or moves while a reading is taken; null where it just stands. */
export function cautionAt(job: JobDocument, stop: Pick<RouteStop, 'state' | 'lap' | 'point'>): string | null {
  if (stop.state === 'ramp') {
    const by = latestStanding(job, 'flexedBy', (r) => r.gate === 'after' && r.answer === 'observed')?.text;
    return FLEXED[by ?? ''] ?? `Say first how one wheel is brought up. ${RAISED}`;
  }
  if (stop.state === 'cycled') return CYCLED;
  if (stop.lap === 'hanging' || stop.lap === 'hanging, where it moved') return HUNG;
  return stop.lap === 'rolled' ? ROLLED : null;
}
