import { and, eq } from 'drizzle-orm';
import { CORE_VERSION } from '@/core/checks/workJob';
import { readJobFile } from '@/core/formats/jobFile';
import type { JobDocument } from '@/core/job/schema';
import { confirmations, gateOpenings, notes, overlaps, stationLines } from '@/db/schema/filed';
import { acceptances, changes, jobs, readings, signOffs, strikes } from '@/db/schema/jobs';
import { keepVersion } from '@/db/queries/geometries';
import { customers, kits, vehicles } from '@/db/schema/shops';
import { refuse, type Answer } from '../answer';
import { note as audit } from '../audit';
import { inShop } from '../database';
import { nextNumber, searchText } from './booking';
import { freezeSheet } from './freezing';
import { leads, refreshStanding, type Doer } from './withJob';

/**
 * Brings a job file into the shop: readings as typed, struck ones too, under the names they were taken by. It gets
 * new ids, and a new number where its own is taken; an open job is judged by this shop's limits. A file that carries
 * a lead's decisions (acceptance, signature) is taken from a lead only.
 */
export async function importJob(doer: Doer, text: string): Promise<Answer<{ jobId: string }>> {
  const read = readJobFile(text);
  if (!read.ok) return refuse(`Not a job file. ${read.fault}`);
  const job = read.job;
  const closed = job.job.state !== 'open';
  if (job.signOffs.length !== (closed ? 1 : 0))
    return refuse('signOffs: a closed job has its one signature, an open one has none.');
  if ((closed || job.acceptances.length > 0 || job.stationLines.length > 0) && !leads(doer))
    return refuse('This file carries a lead’s decisions: only a lead brings it in.');
  return { ok: true, jobId: await insertJob(doer, job) };
}

/** Inserts a whole valid document; used by import and by the demo data. */
export async function insertJob(doer: Doer, source: JobDocument): Promise<string> {
  const shopId = doer.shop.id;
  const document = withNewIds(source);
  const { job, vehicle, reference, plan, kit } = document;
  return inShop(shopId, async (tx) => {
    const [customer] = await tx
      .insert(customers)
      .values({ shopId, ...document.customer })
      .returning({ id: customers.id });
    const [car] = await tx
      .insert(vehicles)
      .values({ shopId, customerId: customer?.id ?? '', ...vehicle })
      .returning({ id: vehicles.id });
    let kitId: string | null = null;
    if (kit) {
      await tx
        .insert(kits)
        .values({ shopId, ...kit })
        .onConflictDoNothing();
      const [row] = await tx
        .select({ id: kits.id })
        .from(kits)
        .where(and(eq(kits.shopId, shopId), eq(kits.name, kit.name), eq(kits.source, kit.source)));
      kitId = row?.id ?? null;
    }
    const [taken] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.shopId, shopId), eq(jobs.number, job.number)));
    const number = taken ? await nextNumber(tx, shopId) : job.number;
    const { state } = job;
    const [row] = await tx
      .insert(jobs)
      .values({
        shopId,
        number,
        customerId: customer?.id ?? '',
        vehicleId: car?.id ?? '',
        kitId,
        ...plan,
        fitments: document.fitments,
        gate: job.gate,
        bookedAt: job.bookedAt,
        bay: job.bay,
        use: job.use,
        heightSchool: job.heightSchool,
        lipWillChange: job.lipWillChange,
        promiseFront: job.promiseFront,
        promiseRear: job.promiseRear,
        wantedTyre: job.wantedTyre,
        notes: job.notes,
        referenceKind: reference.kind,
        referenceFront: reference.front,
        referenceRear: reference.rear,
        referenceSource: reference.source,
        searchText: searchText(number, [document.customer.name, vehicle.make, vehicle.model, vehicle.tag, job.use]),
      })
      .returning({ id: jobs.id });
    const jobId = row?.id ?? '';
    const own = { shopId, jobId };
    // A reading may only supersede one that is there: oldest first, the superseded before the superseding.
    for (const layer of inOrder(document))
      await tx
        .insert(readings)
        .values(layer.map(({ takenBy, ...fields }) => ({ ...own, ...fields, takenBy: doer.id, takenByName: takenBy })));
    const signer = { by: doer.id };
    for (const s of document.strikes)
      await tx
        .insert(strikes)
        .values({ ...own, readingId: s.reading, reason: s.reason, ...signer, byName: s.by, at: s.at });
    for (const c of document.changes) await tx.insert(changes).values({ ...own, ...c, ...signer, byName: c.by });
    for (const a of document.acceptances)
      await tx.insert(acceptances).values({ ...own, ...a, ...signer, byName: a.by });
    for (const n of document.notes) await tx.insert(notes).values({ ...own, ...n, ...signer, byName: n.by });
    for (const o of document.overlaps) await tx.insert(overlaps).values({ ...own, ...o });
    for (const c of document.confirmations)
      await tx
        .insert(confirmations)
        .values({ ...own, id: crypto.randomUUID(), readingId: c.reading, ...signer, byName: c.by, at: c.at });
    for (const { line, answer, text, at, by } of document.stationLines)
      await tx.insert(stationLines).values({ ...own, line, answer, text, at, ...signer, byName: by });
    for (const o of document.openings)
      await tx
        .insert(gateOpenings)
        .values({ ...own, ...o, ...signer, byName: o.by })
        .onConflictDoNothing();
    for (const stage of ['before', 'asBuilt'] as const) {
      const kept = document.geometry[stage];
      if (kept) await keepVersion(tx, own, kept, { by: doer.id, byName: kept.by });
    }
    const [s] = document.signOffs;
    if (s) {
      const kept = { ...document, job: { ...job, number } };
      const [signed] = await tx
        .insert(signOffs)
        .values({
          ...own,
          kind: s.kind,
          note: s.note,
          ...signer,
          byName: s.by,
          at: s.at,
          document: kept,
          coreVersion: CORE_VERSION,
        })
        .returning({ id: signOffs.id });
      await freezeSheet(tx, { ...own, signOffId: signed?.id ?? '', document: kept });
    }
    if (state !== 'open') await tx.update(jobs).set({ state }).where(eq(jobs.id, jobId));
    await refreshStanding(tx, shopId, jobId);
    await audit(tx, doer, 'job brought in', { jobId, about: number });
    return jobId;
  });
}

function withNewIds(document: JobDocument): JobDocument {
  const fresh = new Map(document.readings.map((r) => [r.id, crypto.randomUUID()]));
  const of = (id: string) => fresh.get(id) ?? id;
  return {
    ...document,
    readings: document.readings.map((r) => ({ ...r, id: of(r.id), supersedes: r.supersedes && of(r.supersedes) })),
    strikes: document.strikes.map((s) => ({ ...s, reading: of(s.reading) })),
    confirmations: document.confirmations.map((c) => ({ ...c, reading: of(c.reading) })),
    changes: document.changes.map((c) => ({ ...c, id: crypto.randomUUID() })),
    notes: document.notes.map((n) => ({ ...n, id: crypto.randomUUID() })),
    overlaps: document.overlaps.map((o) => ({ ...o, stands: of(o.stands), yields: of(o.yields) })),
  };
}

/** Readings in layers that can each be inserted at once: no reading supersedes one of its own layer or a later one. */
function inOrder(document: JobDocument): JobDocument['readings'][] {
  const done = new Set<string>();
  const out: JobDocument['readings'][] = [];
  let waiting = [...document.readings].sort((a, b) => Date.parse(a.takenAt) - Date.parse(b.takenAt));
  while (waiting.length > 0) {
    const ready = waiting.filter((r) => r.supersedes === null || done.has(r.supersedes));
    // Readings that supersede each other in a ring cannot be ordered; the reference then fails in the database.
    if (ready.length > 0) for (let i = 0; i < ready.length; i += 300) out.push(ready.slice(i, i + 300));
    else out.push(...waiting.map((r) => [r]));
    for (const r of ready.length > 0 ? ready : waiting) done.add(r.id);
    waiting = waiting.filter((r) => !done.has(r.id));
  }
  return out;
}
