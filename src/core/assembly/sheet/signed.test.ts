import { workingsOf } from '../book';
import fc from '../../../../tests/support/properties';
import { demoJobs } from '../../../../scripts/demo/jobs';
import { workJob } from '../workJob';
import { INCH_SHOP, METRIC_SHOP } from '../../kernel/units/quantity';
import { DEFAULT_COME_BACK } from '../../document/comeBack';
import { canonicalText } from '../../kernel/text/canonical';
import { makeSignedSheet, readSignedSheet } from './signed';

const closed = () => {
  const job = demoJobs().find((each) => each.job.state === 'released');
  if (!job) throw new Error('no released job in the demo');
  return job;
};
const SHOP = {
  name: 'Test shop',
  timeZone: 'Europe/Oslo',
  units: INCH_SHOP,
  letter: { language: 'en' as const, back: DEFAULT_COME_BACK },
};

describe('canonical text', () => {
  test('RFC 8785: keys sorted at every depth, no white space, numbers as JavaScript writes them', () => {
    expect(canonicalText({ b: [1, 2.5, 1e21, -0], a: { d: 'ü\n', c: null } })).toBe(
      '{"a":{"c":null,"d":"ü\\n"},"b":[1,2.5,1e+21,0]}',
    );
  });
  test('the order in which fields were set makes no difference; any other change does', () => {
    fc.assert(
      fc.property(fc.dictionary(fc.string(), fc.jsonValue(), { noNullPrototype: true }), (value) => {
        const turned = Object.fromEntries(Object.entries(value).reverse());
        expect(canonicalText(turned)).toBe(canonicalText(value));
        expect(JSON.parse(canonicalText(value))).toEqual(JSON.parse(JSON.stringify(value)));
        expect(canonicalText({ ...value, added: 1 })).not.toBe(canonicalText({ ...value, added: 2 }));
      }),
    );
  });
});

describe('a signed sheet', () => {
  test('has the words in both units, every verdict with its limit, and the job they were worked from', () => {
    const sheet = makeSignedSheet(workingsOf(closed()), SHOP);
    expect(sheet.verdicts).toHaveLength(workJob(closed()).length);
    expect(sheet.sheets.in.heights[0]?.after).toMatch(/in$/);
    expect(sheet.sheets.mm.heights[0]?.after).toMatch(/mm$/);
    expect(sheet.sheets.in.signed?.at).toMatch(/GMT\+1|CET/);
    expect(sheet.sheets.in.coreVersion).toBe(sheet.coreVersion);
    expect(makeSignedSheet(workingsOf(closed()), { ...SHOP, units: METRIC_SHOP }).sheets.mm).toEqual(sheet.sheets.mm);
  });
  test('is the same text every time, and reads back as what it was', () => {
    const job = closed();
    const text = canonicalText(makeSignedSheet(workingsOf(job), SHOP));
    // Compared as a truth, not as text: a failure would print two sheets whole.
    expect(canonicalText(makeSignedSheet(workingsOf(structuredClone(job)), SHOP)) === text).toBe(true);
    expect(canonicalText(readSignedSheet(text)) === text).toBe(true);
  });
  test('what is none does not read as one', () => {
    for (const text of ['{}', 'null', '[]', '{"format":"high-gate/job"}', 'x'])
      expect(() => readSignedSheet(text)).toThrow();
  });
});
