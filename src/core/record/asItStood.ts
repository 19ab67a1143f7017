import type { JobDocument } from '../document/job';

/** A job without what was done on it at that moment or later. */
export function asItStood(job: JobDocument, at: string): JobDocument {
  const end = Date.parse(at);
  const earlier = (iso: string): boolean => Date.parse(iso) < end;
  return {
    ...job,
    readings: job.readings.filter((r) => earlier(r.takenAt)),
    strikes: job.strikes.filter((s) => earlier(s.at)),
    changes: job.changes.filter((c) => earlier(c.at)),
    overlaps: job.overlaps.filter((o) => earlier(o.at)),
    confirmations: job.confirmations.filter((c) => earlier(c.at)),
    acceptances: job.acceptances.filter((a) => earlier(a.at)),
    stationLines: job.stationLines.filter((l) => earlier(l.at)),
    entries: job.entries.filter((e) => earlier(e.at)),
  };
}
