import { demoJobs } from '../../../../scripts/demo/jobs';
import { inHand } from '../../../../tests/support/inHand';
import type { JobDocument } from '../../document/job';
import { DEFAULT_FIT_RULES } from '../../document/fitRules';
import { METRIC_SHOP } from '../../kernel/units/quantity';
import { BOOK } from '../book';
import { makeSheet } from './sheet';

const job = demoJobs().find((j) => j.job.number === 'HG-0139') as JobDocument;
const sheet = (more: Partial<JobDocument>) =>
  makeSheet(inHand({ ...job, ...more }), METRIC_SHOP, (iso) => iso.slice(11, 16), []);

describe('the sheet', () => {
  test('tells what this shop judges by otherwise than published, both with their sources', () => {
    expect(sheet({ limits: BOOK.defaultLimits() }).otherwise).toEqual([]);
    const limits = {
      ...BOOK.defaultLimits(),
      tyreToBody: { clear: 4, stop: -5, source: 'our own rule', rule: 'safety' as const },
      // Looser than a safety limit may be: it is not judged by, and told nowhere.
      tyreToHose: { clear: 1, stop: 0, source: 'x', rule: null },
    };
    expect(sheet({ limits }).otherwise).toEqual([
      {
        name: expect.stringMatching(/tyre to body/i),
        text: 'Clear 4 mm, Stop −5 mm, safety rule (our own rule); published: Clear 10 mm, Stop 0 mm, function rule (general practice)',
      },
    ]);
  });
  test('and what it sets of the grades of fit otherwise', () => {
    const told = sheet({
      limits: BOOK.defaultLimits(),
      fitRules: {
        ...DEFAULT_FIT_RULES,
        topSpeed: { value: 90, source: 'farm tracks' },
        streetBump: { value: 0.5, source: 'x' },
      },
    }).otherwise;
    expect(told?.map(({ name }) => name)).toEqual(['Street, bump that counts', 'Top road speed']);
    expect(told?.[1]?.text).toBe(
      '90 km/h (farm tracks); published: 120 km/h (shop default, not from a published table)',
    );
  });
  test('tells when a change was filed, and what it was said to be of', () => {
    const [change] = job.changes;
    const late = {
      ...change,
      at: '2026-11-28T10:00:00Z',
      said: '2026-11-28T09:00:00Z',
      filedAt: '2026-11-28T10:20:00Z',
    };
    const [told] = sheet({ changes: [late as JobDocument['changes'][number]] }).changes;
    expect(told?.at).toBe('10:00 (said to be of 09:00: counts after what was on the job; filed 10:20)');
  });
});
