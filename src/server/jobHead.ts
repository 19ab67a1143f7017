import 'server-only';
import { Shown } from '@/core/assembly/gates/shown';
import { Standing } from '@/core/assembly/gates/standing';
import { CORE_VERSION } from '@/core/assembly/workJob';
import type { Vehicle } from '@/core/document/job';
import { STATIONS } from '@/core/record/station';
import { jobHead } from '@/db/queries/jobs';
import { inShop } from './database';
import type { Member } from './session';

/** What the page of a job shows before the job itself is there. */
export interface JobHead {
  number: string;
  gate: string;
  state: string;
  vehicle: Vehicle;
  use: string;
  bay: string;
  /** Of the job, as the page was made: what is kept on the device of an earlier one is known to be behind. */
  revision: number;
  /** Null where it was not worked yet as the job now stands: nothing is said of it then. */
  shown: Shown | null;
}

/**
 * One question, nothing worked: a cold sweep never stands before the first byte. Null where the shop has no such job.
 *
 * @param below the room that is opened: the rows of another station stay behind
 */
export async function headOf(member: Pick<Member, 'shop'>, jobId: string, below: string): Promise<JobHead | null> {
  const row = await inShop(member.shop.id, (tx) => jobHead(tx, member.shop.id, jobId));
  if (!row) return null;
  const { vehicle, standing, shown, ...head } = row;
  const { make, model, tag, body, frontSuspension, rearSuspension, wheelbase, trackFront, trackRear } = vehicle;
  const { tyreDiameter, rearHose, swayLink, drive } = vehicle;
  const of = Standing.safeParse(standing);
  const current =
    of.success && of.data.core === CORE_VERSION && (of.data.of === head.revision || head.state !== 'open');
  const kept = current ? Shown.safeParse(shown) : null;
  return {
    ...head,
    vehicle: {
      ...{ make, model, tag, body, frontSuspension, rearSuspension, wheelbase, trackFront, trackRear },
      ...{ tyreDiameter, rearHose, swayLink, drive },
    },
    shown: kept?.success ? { ...kept.data, rows: ofStation(kept.data.rows, below) } : null,
  };
}

/** Of the station that is opened at a gate, Before's at Plan. */
function ofStation(rows: Shown['rows'], below: string): Shown['rows'] {
  const [gate, name] = below.split('/');
  const at = gate === 'after' ? 'after' : 'before';
  const station = STATIONS.find(({ id }) => id === name)?.id;
  const mine = station && rows[at][station];
  return { before: {}, after: {}, ...(mine && { [at]: { [station]: mine } }) };
}
