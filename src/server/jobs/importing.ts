import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { timesToCome } from '@/core/document/timesToCome';
import { bringIn } from '@/core/assembly/bringIn';
import type { JobDocument } from '@/core/document/job';
import { canonicalText } from '@/core/kernel/text/canonical';
import { kits } from '@/db/schema/shops';
import { ACTIONS, ENTRIES, whoDoes } from '../access/rules';
import { refuse, type ActionAnswer } from '../answer';
import { inShop } from '../database';
import { isDemo } from '../env';
import { isSimulated } from '@/core/kernel/uncertainty/instruments';
import { ONLY_DEMO } from './filing';
import { isBusy } from '../threads/pool';
import { TurnsOfEach } from '../turns';
import { worked } from '../working';
import { insertJob } from './inserting';
import type { Doer } from './withJob';

type Role = Doer['role'];

/** What a file does when it is brought in, and who may do that by hand. */
function deeds(job: JobDocument, kitIsNew: boolean): { what: string; roles: readonly Role[] }[] {
  // A plan that nobody set has no lift, and nought in every other part.
  const { parts, ...plan } = job.plan;
  const planned = Object.values(plan).some((part) => part !== null && part !== 0) || Object.keys(parts).length > 0;
  return [
    { what: 'books a vehicle', roles: ACTIONS.bookVehicle, does: true },
    { what: 'carries readings', roles: ENTRIES.reading, does: job.readings.length > 0 },
    { what: 'strikes readings out', roles: ENTRIES.strike, does: job.strikes.length > 0 },
    { what: 'carries changes on the vehicle', roles: ENTRIES.change, does: job.changes.length > 0 },
    { what: 'carries what else was filed', roles: ENTRIES.entry, does: job.entries.length > 0 },
    { what: 'carries notes', roles: ENTRIES.note, does: job.notes.length > 0 },
    { what: 'carries a plan', roles: ACTIONS.savePlan, does: planned },
    {
      what: 'carries tyres tried',
      roles: ACTIONS.saveFitment,
      does: job.fitments.asked !== null || job.fitments.suggested !== null,
    },
    {
      what: 'carries a geometry',
      roles: ACTIONS.keepGeometry,
      does: job.geometry.before !== null || job.geometry.asBuilt !== null,
    },
    { what: `adds the kit “${job.kit?.name ?? ''}” to the shop’s list`, roles: ACTIONS.saveKit, does: kitIsNew },
  ].filter(({ does }) => does);
}

/** The shop's kit of that name and source, if it has one. */
async function knownKit(shopId: string, kit: JobDocument['kit']) {
  if (!kit) return undefined;
  const [row] = await inShop(shopId, (tx) =>
    tx
      .select({ claimFront: kits.claimFront, claimRear: kits.claimRear, patches: kits.patches })
      .from(kits)
      .where(and(eq(kits.shopId, shopId), eq(kits.name, kit.name), eq(kits.source, kit.source))),
  );
  return row;
}

/**
 * Brings a job file into the shop: readings as typed, struck ones too, under the names they were taken by and marked as
 * brought in. It gets new ids and a number of ours, its own kept beside it; it is open, judged by this shop's limits,
 * and nothing that it says somebody decided counts (see core/assembly/bringIn). It takes whoever may do by hand what the
 * file does.
 *
 * @param file the file's name, for the mark on what it brings
 */
export async function importJob(doer: Doer, text: string, file: string): Promise<ActionAnswer<{ jobId: string }>> {
  try {
    return await ofPerson.take(doer.id, () => ofShop.take(doer.shop.id, () => bringInOne(doer, text, file)));
  } catch (error) {
    if (isBusy(error)) return refuse(ENOUGH);
    throw error;
  }
}

/** One file at a time of a person and two of a shop: a large one is minutes of nobody's time but theirs who bring it. */
const ofPerson = new TurnsOfEach({ atOnce: 1, waiting: 3 });
const ofShop = new TurnsOfEach({ atOnce: 2, waiting: 8 });
const ENOUGH =
  'Enough files are being brought in just now. Nothing was changed; bring this one in when they are there.';

async function bringInOne(doer: Doer, text: string, file: string): Promise<ActionAnswer<{ jobId: string }>> {
  const read = await worked({ shop: doer.shop.id, who: doer.id }, 'a file', 'jobFile', text);
  if (!read.ok) return refuse(`Not a job file. ${read.fault}`);
  const { written } = read;
  const ahead = timesToCome(written, new Date().toISOString());
  if (ahead !== null) return refuse(`Nothing was brought in. ${ahead}: no reading, change or word is dated ahead.`);
  if (read.far) return refuse(`Nothing was brought in. ${read.far}.`);
  if (!isDemo() && written.readings.some((r) => isSimulated(r.instrument))) return refuse(ONLY_DEMO);
  const shops = await knownKit(doer.shop.id, written.kit);
  const barred = deeds(written, written.kit !== null && !shops).find(({ roles }) => !roles.includes(doer.role));
  if (barred) return refuse(`This file ${barred.what}: ${whoDoes(barred.roles)} brings it in.`);
  const job = bringIn(written, { by: doer.name, at: new Date().toISOString(), file, newId: randomUUID });
  const { kit } = job;
  // One name and source is one kit: what the shop's list says of it stands, and the difference is told.
  const other =
    kit &&
    shops &&
    (kit.claimFront !== shops.claimFront || kit.claimRear !== shops.claimRear || !same(kit.patches, shops.patches));
  const told = other
    ? [
        {
          id: randomUUID(),
          gate: 'plan' as const,
          text: `The file’s kit “${kit.name}” claims front ${kit.claimFront} mm, rear ${kit.claimRear} mm, or moves other things than the shop’s list says of it: the list stands.`,
          by: doer.name,
          at: new Date().toISOString(),
          ...(job.broughtIn && { broughtIn: { by: job.broughtIn.by, at: job.broughtIn.at, from: job.broughtIn.from } }),
        },
      ]
    : [];
  return { ok: true, jobId: await insertJob(doer, { ...job, notes: [...job.notes, ...told] }) };
}
const same = (a: unknown, b: unknown): boolean => canonicalText(a) === canonicalText(b);
