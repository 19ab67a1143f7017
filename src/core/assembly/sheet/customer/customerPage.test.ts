import { demoJobs } from '../../../../../scripts/demo/jobs';
import { FULL } from '../../../../../tests/support/size';
import { DEFAULT_COME_BACK, weeksAfter } from '../../../document/comeBack';
import { CHANGE_NAME } from '../../../document/changes';
import { LANGUAGE_IDS, type Language } from '../../../document/language';
import { INCH_SHOP, METRIC_SHOP, type UnitChoice } from '../../../kernel/units/quantity';
import { PLAIN_GROUPS } from '../../../record/plain';
import type { JobDocument } from '../../../document/job';
import { BOOK, workingsOf } from '../../book';
import { blocksRelease } from '../../gates/release';
import { workJob } from '../../workJob';
import { makeSheet } from '../sheet';
import { makeCustomerPage } from './customerPage';
import { MESSAGES, phrasebook, type MessageKey } from './phrasebook';
import { makeRecord } from './record';

const jobs = demoJobs();
const demo = (number: string): JobDocument => {
  const job = jobs.find((j) => j.job.number === number);
  if (!job) throw new Error(number);
  return job;
};
/** Each worked once; sweeps are left where nothing here reads them. */
const worked = new Map(
  jobs.map((job) => {
    const w = workingsOf(job, undefined, job.job.number !== 'HG-0142');
    return [job, { w, verdicts: workJob(job, w) }] as const;
  }),
);
const pageOf = (job: JobDocument, language: Language = 'en', units: UnitChoice = METRIC_SHOP) => {
  const known = worked.get(job);
  const w = known?.w ?? workingsOf(job);
  const verdicts = known?.verdicts ?? workJob(job, w);
  return makeCustomerPage(w, verdicts, units, { language, timeZone: 'Europe/Oslo', back: DEFAULT_COME_BACK });
};
const KEYS = Object.keys(MESSAGES.en) as MessageKey[];
/** What a message takes, by name: the same in every language. */
const taken = (message: string): string[] => {
  const plain = message.replace(/\{(\w+), (?:plural|select),(?:[^{}]|\{[^{}]*\})*\}/g, '{$1}');
  return [...new Set([...plain.matchAll(/\{(\w+)\}/g)].map(([, name]) => name ?? ''))].sort();
};

describe('the languages of the page', () => {
  test.each(LANGUAGE_IDS)(
    '%s: no message is missing, none is empty, each takes what it takes in English',
    (language) => {
      const own = MESSAGES[language];
      expect(Object.keys(own)).toEqual(KEYS);
      for (const key of KEYS) {
        expect([key, own[key].trim()]).not.toEqual([key, '']);
        expect([key, taken(own[key])]).toEqual([key, taken(MESSAGES.en[key])]);
      }
    },
  );
  test.each(LANGUAGE_IDS)('%s: the verdict words are four, and each is its own', (language) => {
    const words = (['Clear', 'Watch', 'Stop', 'Not measured'] as const).map((v) =>
      phrasebook(language).say(`verdict.${v}`),
    );
    expect(new Set(words).size).toBe(4);
  });
  test.each(LANGUAGE_IDS)('%s: plurals and decimal signs are the language’s', (language) => {
    const book = phrasebook(language);
    expect(book.say('record.places', { count: 1 })).not.toBe(book.say('record.places', { count: 2 }).replace('2', '1'));
    expect(book.figure('fineAngle', 1.25, METRIC_SHOP)).toBe(language === 'en' ? '1.25°' : '1,25°');
    expect(book.figure('length', 25.4 * 2.5, INCH_SHOP)).toBe('2 1/2 in');
  });

  /** The customer's page alone: the record is read by workshops. */
  const PAGE = KEYS.filter((key) => !/^(record|fact|station)\./.test(key));
  test.each(LANGUAGE_IDS)('%s: sentences of at most twenty words', (language) => {
    for (const key of PAGE) {
      // What is filled in counts as one word; of a choice the longest.
      const said = MESSAGES[language][key]
        .replace(
          /\{(\w+), (?:plural|select),((?:[^{}]|\{[^{}]*\})*)\}/g,
          (_, __, choices: string) =>
            [...choices.matchAll(/\{([^{}]*)\}/g)].map(([, c]) => c ?? '').sort((a, b) => b.length - a.length)[0] ?? '',
        )
        .replace(/\{\w+\}/g, 'X');
      for (const sentence of said.split(/[.!?:;](?:\s|$)/)) {
        const words = sentence.split(/\s+/).filter(Boolean).length;
        expect([language, key, sentence, words <= 20]).toEqual([language, key, sentence, true]);
      }
    }
  });
  /** Words of the trade that a layperson does not know, by language: none stands on the page. */
  const TRADE: Record<Language, RegExp> = {
    en: /camber|caster|\btoe\b|droop|bump stop|\bhub\b|track bar|drag link|pinion|sway|panhard|offset|articulat|cardan|calliper|knuckle|\bliner\b|wishbone|torsion|torque|alignment/i,
    nb: /camber|caster|spissing|panhard|krengningsstabilisator|kardang|pinjong|offset|bærearm|torsjon|forstilling/i,
    de: /sturz|nachlauf|\bspur\b|panhard|stabilisator|kardan|ritzel|einpresstiefe|querlenker|drehmoment|achsvermessung/i,
    es: /caída|avance|convergencia|panhard|estabilizadora|cardán|piñón|bombeo|trapecio|par de apriete|alineación/i,
  };
  test.each(LANGUAGE_IDS)('%s: no word of the trade', (language) => {
    for (const key of PAGE)
      expect([key, MESSAGES[language][key]]).not.toEqual([key, expect.stringMatching(TRADE[language])]);
  });
});

describe('everything has words', () => {
  test('each check stands under a plain heading, and each heading has its words', () => {
    for (const { id } of BOOK.checks) expect([id, BOOK.plainOf(id)]).toEqual([id, expect.any(String)]);
    for (const group of PLAIN_GROUPS)
      expect(KEYS).toEqual(expect.arrayContaining([`group.${group}`, `watch.${group}`]));
  });
  test('each kind of change, each line of a lead', () => {
    for (const kind of Object.keys(CHANGE_NAME)) expect(KEYS).toContain(`changed.${kind}`);
    for (const { line } of BOOK.leadsLines) expect(KEYS).toContain(`line.${line}`);
  });
  test('what is looked at Before and is a fault, or is told', () => {
    for (const point of BOOK.points.filter((p) => p.quantity === 'observation' && p.gates.includes('before')))
      for (const choice of (point.choices ?? []).filter((c) => !c.good || c.tell))
        // How a gauge was stood is no fault of the vehicle.
        if (point.id !== 'gaugeSurface') expect(KEYS).toContain(`found.${point.id}.${choice.id}`);
  });
});

describe('the page', () => {
  test('a clean release: what was done, how high, what fits and how far that was shown, who signed', () => {
    const page = pageOf(demo('HG-0131'));
    expect(page.state).toEqual({ kind: 'released', word: 'Released', why: '' });
    expect(page.fits).toMatchObject({ verdict: 'Clear', title: 'The tyres fit: rough tracks', share: 1 });
    expect(page.good.said).toHaveLength(12);
    expect(page.watch.said).toHaveLength(3);
    expect(page.notDone.said).toEqual(['Nothing was left out.']);
    expect(page.signed).toMatch(/^Signed by Ivo, 10 November 2026\./);
    expect(page.heights.corners.map((c) => c.name)).toEqual(['Front left', 'Front right', 'Rear left', 'Rear right']);
    expect(page.drawing.before && page.drawing.now).not.toBeNull();
  });
  test('a draft with Stops: the six worst by name, the rest counted; nothing that is not Clear is called good', () => {
    const job = demo('HG-0142');
    const page = pageOf(job);
    const verdicts = worked.get(job)?.verdicts ?? [];
    expect(page.fits.verdict).toBe('Stop');
    expect(page.notDone.said.slice(0, 6).every((s) => /not as it should be|not measured/.test(s))).toBe(true);
    expect(page.notDone.said[6]).toMatch(/^\d+ more stand in the record\.$/);
    const bad = verdicts.filter((v) => v.gate === 'after' && v.verdict !== 'Clear');
    for (const v of bad)
      expect(page.good.said).not.toContain(phrasebook('en').say(`group.${BOOK.plainOf(v.check) ?? 'height'}`));
    expect(page.watch.said.length).toBeGreaterThanOrEqual(3);
    expect(page.watch.said.length).toBeLessThanOrEqual(6);
    expect(verdicts.some(blocksRelease)).toBe(true);
  });
  test('what a lead accepted prints with the reason; left unreleased it says so and sets no dates', () => {
    const job = demo('HG-0142');
    const bar = worked.get(job)?.verdicts.find((v) => v.check === 'sway-bar-neutral' && v.verdict === 'Stop');
    if (!bar || bar.value === null) throw new Error('no Stop at the bar');
    const accepted: JobDocument = {
      ...job,
      job: { ...job.job, state: 'left-unreleased' },
      acceptances: [
        {
          check: bar.check,
          gate: 'after',
          place: bar.place,
          value: bar.value,
          reason: 'Links on order',
          by: 'Ivo',
          at: '2026-11-20T10:00:00Z',
        },
      ],
      signOffs: [{ kind: 'left-unreleased', by: 'Ivo', at: '2026-11-20T11:00:00Z', note: 'On a trailer' }],
    };
    const page = pageOf(accepted);
    expect(page.notDone.said.join(' ')).toContain('accepted by Ivo. “Links on order”');
    expect(page.state).toMatchObject({ word: 'Not fit for the road', why: expect.stringContaining('Do not drive it') });
    expect(page.back.said).toEqual([]);
    expect(page.signed).toBe('Signed by Ivo, 20 November 2026. “On a trailer”');
  });
  test('larger tyres: how fast it really goes, by pencil', () => {
    const job = demo('HG-0131');
    const at = (value: number, gate: string) => (r: JobDocument['readings'][number]) =>
      r.point === 'tyreDiameter' && r.gate === gate ? { ...r, value } : r;
    const larger = { ...job, readings: job.readings.map(at(800, 'before')).map(at(832, 'after')) };
    // 832/800 is 4 % more: 50 shown are 52; 30 are 31.2.
    expect(pageOf(larger).drives.said).toContain(
      'The tyres are 4.0 % larger. At a shown 50 km/h you drive about 52.0 km/h.',
    );
    expect(pageOf(larger, 'de', INCH_SHOP).drives.said).toContain(
      'Die Reifen sind 4,0 % größer. Bei angezeigten 30 mph fahren Sie etwa 31,2 mph.',
    );
    // An axle unread: nothing is said of the speed.
    const rear = job.readings.findLast((r) => r.point === 'tyreDiameter' && r.gate === 'after')?.place;
    const unread = {
      ...larger,
      readings: larger.readings.filter((r) => !(r.point === 'tyreDiameter' && r.gate === 'after' && r.place === rear)),
    };
    expect(pageOf(unread).drives.said.join(' ')).not.toContain('At a shown');
  });
  test('past its limit to the negative side is past it: the figure and the limit are told, never “measured right”', () => {
    const job = demo('HG-0142');
    const wheel = worked.get(job)?.verdicts.find((v) => v.check === 'wheel-centre' && v.gate === 'after');
    expect(wheel?.verdict).toBe('Watch');
    expect(wheel?.value).toBeLessThan(-3);
    const { why } = pageOf(job).watch.said.find(({ what }) => what === 'Steering') ?? { why: '' };
    expect(why).toContain('Whole vehicle: −6.4°. It should be at most 3.0°.');
    expect(why).not.toContain('Measured right');
  });
  test('lamps that read Clear were not aimed again for that: only a recorded change says so', () => {
    const job = demo('HG-0131');
    const said = 'The headlamps were aimed again.';
    const aimed = { kind: 'lamp', gate: 'build', what: 'Lamp aim', by: 'Runa', at: '2026-11-09T12:00:00Z' } as const;
    const without = { ...job, changes: job.changes.filter((c) => c.kind !== 'lamp') };
    expect(pageOf(without).drives.said).not.toContain(said);
    const changes = [...without.changes, { ...aimed, id: '55555555-5555-4555-8555-555555555555' }];
    expect(pageOf({ ...without, changes }).drives.said).toContain(said);
  });
  test('dates count from the signature, weeks by weeks; a distance is said in the shop’s unit', () => {
    expect(weeksAfter('2026-11-10T15:30:00Z', 4)).toBe('2026-12-08T15:30:00.000Z');
    const page = pageOf(demo('HG-0131'));
    expect(page.back.said[1]).toMatchObject({ when: '800 km or 4 weeks', by: 'by 8 December 2026' });
    expect(pageOf(demo('HG-0131'), 'en', INCH_SHOP).back.said[1]?.when).toBe('500 mi or 4 weeks');
    expect(pageOf(demo('HG-0142')).back.said.every((b) => b.by === '' && b.date === null)).toBe(true);
  });
  test('what was found as it came stands on it, with what was noted', () => {
    const job = demo('HG-0131');
    const found = {
      ...job,
      readings: job.readings.map((r) =>
        r.gate === 'before' && r.point === 'rubMarks' && r.place === 'front'
          ? { ...r, text: 'marks', good: false, note: 'on the seam' }
          : r,
      ),
    };
    expect(found.readings).not.toEqual(job.readings);
    expect(pageOf(found).found.said).toEqual([
      'Marks where a tyre had touched. Noted: “on the seam”.',
      'What the owner decided about it is not on record.',
    ]);
  });
  test.each(LANGUAGE_IDS)(
    '%s: every demo job has its page, in both units, without a figure that is none',
    (language) => {
      for (const job of FULL ? jobs : jobs.slice(0, 3))
        for (const units of [METRIC_SHOP, INCH_SHOP]) {
          const text = JSON.stringify(pageOf(job, language, units));
          expect(text).not.toMatch(/NaN|undefined|null mm|Infinity|\{\w+\}/);
        }
    },
  );
});

describe('the record', () => {
  test.each(jobs.map((j) => j.job.number))('%s: each verdict at After stands in it once', (number) => {
    const job = demo(number);
    const { w, verdicts } = worked.get(job) ?? { w: workingsOf(job), verdicts: [] };
    const sheet = makeSheet(w, METRIC_SHOP, (iso) => iso, verdicts);
    const record = makeRecord(w, verdicts, sheet, METRIC_SHOP, { language: 'en', back: DEFAULT_COME_BACK });
    const after = verdicts.filter((v) => v.gate === 'after');
    const open = record.open.flatMap(({ rows }) => rows);
    expect(open).toHaveLength(after.filter((v) => v.verdict !== 'Clear').length);
    const openChecks = new Set(after.filter((v) => v.verdict !== 'Clear').map((v) => v.check));
    const whole = new Set(after.filter((v) => !openChecks.has(v.check)).map((v) => v.check));
    expect(record.clear.flatMap(({ rows }) => rows)).toHaveLength(whole.size);
    // Each mark that a row gives is explained, and each that is explained is given.
    const given = new Set(
      [...open, ...record.clear.flatMap(({ rows }) => rows)].flatMap(
        ({ wants }) => /\((\w+)\)$/.exec(wants)?.[1] ?? [],
      ),
    );
    expect([...given].sort()).toEqual(record.sources.map(({ mark }) => mark).sort());
  });
});
