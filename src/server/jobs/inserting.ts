import { and, eq } from 'drizzle-orm';
import { CORE_VERSION } from '@/core/assembly/workJob';
import type { JobDocument } from '@/core/document/job';
import { keepVersion } from '@/db/queries/geometries';
import { confirmations, entries, gateOpenings, notes, overlaps, stationLines } from '@/db/schema/filed';
import { acceptances, changes, jobs, readings, signOffs, strikes } from '@/db/schema/jobs';
import { customers, kits, vehicles } from '@/db/schema/shops';
import { note as audit } from '../audit';
import { inShop } from '../database';
import { nextNumber, searchText } from './booking';
import { keepSheet, sheetText } from './freezing';
import { standSoon, type Doer } from './withJob';

/**
 * Inserts a whole valid document as it is, closed and signed too: the demo's own, and what `importJob` has made of a
 * file. Never a file itself.
 */
export async function insertJob(doer: Doer, source: JobDocument): Promise<string> {
  const shopId = doer.shop.id;
  const document = withNewIds(source);
  const { job, vehicle, reference, kit } = document;
  const { parts, ...planColumns } = document.plan;
  // The shop's row is held for the number alone: whoever books meanwhile waits for no file. One that then fails leaves a
  // number out, which hurts nobody.
  const number = await inShop(shopId, async (tx) => {
    const [taken] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.shopId, shopId), eq(jobs.number, job.number)));
    // Another shop's number is kept beside ours: taken for our own it would stand where our next one has to.
    return taken || document.broughtIn ? nextNumber(tx, shopId) : job.number;
  });
  const done = await inShop(shopId, async (tx) => {
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
    const { state } = job;
    const [row] = await tx
      .insert(jobs)
      .values({
        shopId,
        number,
        customerId: customer?.id ?? '',
        vehicleId: car?.id ?? '',
        kitId,
        ...planColumns,
        planParts: parts,
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
        broughtIn: document.broughtIn,
        searchText: searchText(number, [
          document.broughtIn?.number ?? '',
          document.customer.name,
          vehicle.make,
          vehicle.model,
          vehicle.tag,
          job.use,
        ]),
      })
      .returning({ id: jobs.id });
    const jobId = row?.id ?? '';
    const own = { shopId, jobId };
    const arrived = new Date().toISOString();
    // What comes out of a file reaches us now; the demo's own was filed as it was done.
    const reached = (filedAt: string | undefined, at: string): string => filedAt ?? (document.broughtIn ? arrived : at);
    // A reading may only supersede one that is there: oldest first, the superseded before the superseding.
    for (const layer of inOrder(document))
      await tx.insert(readings).values(
        layer.map(({ takenBy, filedAt, ...fields }) => ({
          ...own,
          ...fields,
          filedAt: reached(filedAt, fields.takenAt),
          takenBy: doer.id,
          takenByName: takenBy,
        })),
      );
    const signer = { by: doer.id };
    await inBatches(document.strikes, (some) =>
      tx.insert(strikes).values(
        some.map((s) => ({
          ...own,
          readingId: s.reading,
          reason: s.reason,
          ...signer,
          byName: s.by,
          at: s.at,
          filedAt: reached(s.filedAt, s.at),
          saidAt: s.said,
          broughtIn: s.broughtIn,
        })),
      ),
    );
    await inBatches(document.changes, (some) =>
      tx.insert(changes).values(
        some.map((c) => ({
          ...own,
          ...c,
          filedAt: reached(c.filedAt, c.at),
          saidAt: c.said,
          ...signer,
          byName: c.by,
        })),
      ),
    );
    await inBatches(document.acceptances, (some) =>
      tx.insert(acceptances).values(some.map((a) => ({ ...own, ...a, ...signer, byName: a.by }))),
    );
    await inBatches(document.entries, (some) =>
      tx
        .insert(entries)
        .values(some.map((e) => ({ ...own, ...e, filedAt: reached(e.filedAt, e.at), ...signer, byName: e.by }))),
    );
    await inBatches(document.notes, (some) =>
      tx
        .insert(notes)
        .values(some.map((n) => ({ ...own, ...n, filedAt: reached(n.filedAt, n.at), ...signer, byName: n.by }))),
    );
    await inBatches(document.overlaps, (some) => tx.insert(overlaps).values(some.map((o) => ({ ...own, ...o }))));
    await inBatches(document.confirmations, (some) =>
      tx.insert(confirmations).values(
        some.map((c) => ({
          ...own,
          id: crypto.randomUUID(),
          readingId: c.reading,
          ...signer,
          byName: c.by,
          at: c.at,
          filedAt: reached(c.filedAt, c.at),
        })),
      ),
    );
    await inBatches(document.stationLines, (some) =>
      tx.insert(stationLines).values(
        some.map(({ line, answer, text, due, at, by }) => ({
          ...own,
          line,
          answer,
          text,
          due,
          at,
          ...signer,
          byName: by,
        })),
      ),
    );
    await inBatches(document.openings, (some) =>
      tx
        .insert(gateOpenings)
        .values(some.map((o) => ({ ...own, ...o, ...signer, byName: o.by })))
        .onConflictDoNothing(),
    );
    for (const stage of ['before', 'asBuilt'] as const) {
      const kept = document.geometry[stage];
      if (kept) await keepVersion(tx, own, kept, { by: doer.id, byName: kept.by });
    }
    const [s] = document.signOffs;
    let loose: { signOffId: string; document: JobDocument } | null = null;
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
      loose = { signOffId: signed?.id ?? '', document: kept };
    }
    if (state !== 'open') await tx.update(jobs).set({ state }).where(eq(jobs.id, jobId));
    await audit(tx, doer, document.broughtIn ? 'job brought in' : 'job booked', {
      jobId,
      about: document.broughtIn ? `${number}, from ${document.broughtIn.from}` : number,
    });
    return { jobId, loose };
  });
  const { jobId, loose } = done;
  if (loose) {
    const sheet = await sheetText(shopId, jobId, loose.document);
    await inShop(shopId, (tx) => keepSheet(tx, { shopId, jobId, signOffId: loose.signOffId, sheet }));
  }
  await standSoon(shopId, jobId);
  return jobId;
}

/** Rows that one statement inserts: each has at most twenty columns, and PostgreSQL takes 65,535 values. */
const BATCH = 300;
async function inBatches<T>(all: readonly T[], insert: (some: T[]) => PromiseLike<unknown>): Promise<void> {
  for (let i = 0; i < all.length; i += BATCH) await insert(all.slice(i, i + BATCH));
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
    entries: document.entries.map((e) => ({ ...e, id: crypto.randomUUID() })),
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
    if (ready.length > 0) for (let i = 0; i < ready.length; i += BATCH) out.push(ready.slice(i, i + BATCH));
    else out.push(...waiting.map((r) => [r]));
    for (const r of ready.length > 0 ? ready : waiting) done.add(r.id);
    waiting = waiting.filter((r) => !done.has(r.id));
  }
  return out;
}
