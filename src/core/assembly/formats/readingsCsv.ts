import { PLAIN_CELLS } from './spreadsheet';
import Papa from 'papaparse';
import type { JobDocument } from '../../document/job';
import { baseUnit } from '../../kernel/units/quantities';
import { pointById } from '../book';

/**
 * All readings of a job as CSV, one a row, oldest first: as typed beside the value in its base unit, struck ones
 * included with their reason. Cells that a spreadsheet would run as a formula are quoted out.
 */
export function readingsCsv(job: JobDocument): string {
  const struck = new Map(job.strikes.map((s) => [s.reading, s]));
  const rows = [...job.readings]
    .sort((a, b) => a.takenAt.localeCompare(b.takenAt))
    .map((r) => {
      const quantity = pointById(r.point)?.quantity;
      return {
        id: r.id,
        gate: r.gate,
        point: r.point,
        place: r.place,
        state: r.state,
        set: r.set,
        answer: r.answer,
        typed: r.text,
        typed_unit: r.unit,
        value: r.value ?? '',
        base_unit: quantity && quantity !== 'observation' ? baseUnit(quantity) : '',
        good: r.good ?? '',
        instrument: r.instrument,
        taken_by: r.takenBy,
        taken_at: r.takenAt,
        filed_at: r.filedAt ?? '',
        late_on: r.late?.basis ?? '',
        late_by: r.late?.by ?? '',
        late_at: r.late?.at ?? '',
        late_why: r.late?.why ?? '',
        brought_in_by: r.broughtIn?.by ?? '',
        brought_in_at: r.broughtIn?.at ?? '',
        brought_in_from: r.broughtIn?.from ?? '',
        note: r.note,
        supersedes: r.supersedes ?? '',
        asked: r.asked,
        struck_reason: struck.get(r.id)?.reason ?? '',
        struck_by: struck.get(r.id)?.by ?? '',
      };
    });
  // A leading minus of a plain number is no formula.
  return Papa.unparse(rows, PLAIN_CELLS);
}
