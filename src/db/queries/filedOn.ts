import { sql } from 'drizzle-orm';
import * as z from 'zod';
import { KeptGeometry } from '@/core/document/keptGeometry';
import type { Db } from '../client';
import type { Known } from './judgedBy';

const iso = z.string().transform((stamp) => new Date(stamp).toISOString());
const from = z.unknown().transform((value) => value ?? undefined);
const said = { by_name: z.string(), at: iso };
/** What was filed before the server kept when has no such time. */
const known = iso.nullish().transform((at) => at ?? undefined);

/** As PostgreSQL writes the rows out; names are its columns'. */
const Rows = z.object({
  readings: z.array(
    z
      .looseObject({
        point: z.string(),
        state: z.string(),
        taken_by_name: z.string(),
        taken_at: iso,
        filed_at: iso,
        late: from,
        brought_in: from,
      })
      .transform(({ taken_by_name: takenBy, taken_at: takenAt, filed_at: filedAt, brought_in: broughtIn, ...r }) => ({
        id: r.id,
        gate: r.gate,
        point: r.point,
        place: r.place,
        state: r.state,
        set: r.set,
        answer: r.answer,
        value: r.value,
        text: r.text,
        unit: r.unit,
        good: r.good,
        instrument: r.instrument,
        takenBy,
        takenAt,
        filedAt,
        late: r.late,
        broughtIn,
        note: r.note,
        supersedes: r.supersedes,
        asked: r.asked,
      })),
  ),
  strikes: z.array(
    z
      .looseObject({ ...said, reading_id: z.string(), filed_at: known, said_at: known, brought_in: from })
      .transform((s) => ({
        reading: s.reading_id,
        reason: s.reason,
        by: s.by_name,
        at: s.at,
        filedAt: s.filed_at,
        said: s.said_at,
        broughtIn: s.brought_in,
      })),
  ),
  changes: z.array(
    z
      .looseObject({
        ...said,
        place: from,
        part: from,
        condition: from,
        setting: from,
        filed_at: known,
        said_at: known,
        brought_in: from,
      })
      .transform((c) => ({
        id: c.id,
        kind: c.kind,
        gate: c.gate,
        what: c.what,
        place: c.place,
        part: c.part,
        condition: c.condition,
        setting: c.setting,
        by: c.by_name,
        at: c.at,
        filedAt: c.filed_at,
        said: c.said_at,
        broughtIn: c.brought_in,
      })),
  ),
  acceptances: z.array(
    z.looseObject({ ...said, check_id: z.string() }).transform((a) => ({
      check: a.check_id,
      gate: a.gate,
      place: a.place,
      value: a.value,
      reason: a.reason,
      by: a.by_name,
      at: a.at,
    })),
  ),
  notes: z.array(
    z.looseObject({ ...said, filed_at: known, brought_in: from }).transform((n) => ({
      id: n.id,
      gate: n.gate,
      text: n.text,
      by: n.by_name,
      at: n.at,
      filedAt: n.filed_at,
      broughtIn: n.brought_in,
    })),
  ),
  overlaps: z.array(z.looseObject({ at: iso }).transform((o) => ({ stands: o.stands, yields: o.yields, at: o.at }))),
  gate_openings: z.array(z.looseObject(said).transform((o) => ({ gate: o.gate, by: o.by_name, at: o.at }))),
  confirmations: z.array(
    z
      .looseObject({ ...said, reading_id: z.string(), filed_at: known })
      .transform((c) => ({ reading: c.reading_id, by: c.by_name, at: c.at, filedAt: c.filed_at })),
  ),
  station_lines: z.array(
    z.looseObject({ ...said, due: from }).transform((l) => ({
      id: l.id,
      line: l.line,
      answer: l.answer,
      text: l.text,
      due: l.due,
      by: l.by_name,
      at: l.at,
    })),
  ),
  entries: z.array(
    z.looseObject({ ...said, filed_at: known, brought_in: from }).transform((e) => ({
      id: e.id,
      kind: e.kind,
      gate: e.gate,
      body: e.body,
      by: e.by_name,
      at: e.at,
      filedAt: e.filed_at,
      broughtIn: e.brought_in,
    })),
  ),
  geometry: z.array(
    z.looseObject({ ...said, pin: z.enum(['before', 'as-built']) }).transform(({ pin, ...kept }) => ({
      pin,
      kept: KeptGeometry.parse({
        version: kept.version,
        stage: kept.stage,
        note: kept.note,
        by: kept.by_name,
        at: kept.at,
        file: kept.file,
        sources: kept.sources,
      }),
    })),
  ),
});
export type FiledOn = z.infer<typeof Rows>;

/** The vehicle state a row stands for: some were read in another by name before document version 4. */
function stateNow(book: Pick<Known, 'byId'>, point: string, state: string): string {
  const before = book.byId(point)?.before4;
  return before?.was === state ? before.is : state;
}

/** Each table and the order in which its rows are told. */
const FILED = {
  readings: ['taken_at', 'filed_at'],
  strikes: ['at'],
  changes: ['at'],
  acceptances: ['at'],
  notes: ['at'],
  overlaps: ['at'],
  gate_openings: ['at'],
  confirmations: ['at'],
  station_lines: ['at'],
  entries: ['at', 'filed_at'],
} as const;

/** Everything that was filed on a job, in one question: every table's rows as JSON, and the geometries it is pinned to. */
export async function filedOn(db: Db, shopId: string, jobId: string, book: Pick<Known, 'byId'>): Promise<FiledOn> {
  const lists = Object.entries(FILED).map(
    ([table, order]) => sql`(
      select coalesce(json_agg(r order by ${sql.join(
        order.map((column) => sql`r.${sql.identifier(column)}`),
        sql`, `,
      )}), '[]') from ${sql.identifier(table)} r where r.shop_id = ${shopId} and r.job_id = ${jobId}
    ) as ${sql.identifier(table)}`,
  );
  const found = await db.execute(sql`
    select ${sql.join(lists, sql`, `)}, (
      select coalesce(json_agg(p), '[]') from (
        select distinct on (pin.stage) pin.stage as pin, g.version, g.stage, g.note, g.by_name, g.at, g.file, g.sources
        from geometry_pins pin join geometries g on g.id = pin.geometry_id
        where pin.shop_id = ${shopId} and pin.job_id = ${jobId}
        order by pin.stage, pin.at desc, g.version desc
      ) p
    ) as geometry`);
  const filed = Rows.parse(found.rows[0]);
  return {
    ...filed,
    readings: filed.readings.map((r) => ({ ...r, state: stateNow(book, r.point, r.state) })),
  };
}
