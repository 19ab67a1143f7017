/** So far a clock may go ahead of ours, ms. */
const GRACE = 60_000;
const MOMENT = /^\d{4}-\d\d-\d\dT\d\d:\d\d/;

/**
 * The first moment of a document that is still to come, by its path; null where all of it has been. What is dated ahead
 * would stand above whatever is read, changed or seen until then. A day without a time (when something is due) is none.
 *
 * @param now ISO
 * @example timesToCome({ readings: [{ takenAt: '2099-01-01T00:00:00Z' }] }, '2026-11-30T10:00:00Z') // 'readings.0.takenAt: 2099-01-01T00:00:00Z is still to come'
 */
export function timesToCome(document: unknown, now: string): string | null {
  const latest = Date.parse(now) + GRACE;
  const walk = (value: unknown, path: string): string | null => {
    if (typeof value === 'string')
      return MOMENT.test(value) && !(Date.parse(value) <= latest) ? `${path}: ${value} is still to come` : null;
    if (typeof value !== 'object' || value === null) return null;
    for (const [key, each] of Object.entries(value)) {
      const found = walk(each, path === '' ? key : `${path}.${key}`);
      if (found !== null) return found;
    }
    return null;
  };
  return walk(document, '');
}
