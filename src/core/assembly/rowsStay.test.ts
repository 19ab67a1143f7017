import { staleAfter } from '../record/stale';
import { runAttacks } from '../../../tests/support/attack';
import { SEED } from '../../../tests/support/properties';
import { size } from '../../../tests/support/size';
import { drawer } from '../../../tests/support/attack';
import { demoJobs } from '../../../scripts/demo/jobs';
import { onSprings } from '../../../tests/support/lifted';
import { inHand } from '../../../tests/support/inHand';
import { TARN } from '../../../scripts/demo/vehicles';
import type { JobDocument, Reading } from '../document/job';
import { otherSide } from '../kernel/places';
import type { Verdict } from '../record/checks/types';
import { BOOK } from './book';
import { workJob } from './workJob';

/** How many attacks, and readings of each vehicle that something befalls; `npm run prove` makes many more. */
const ATTACKS = size(50, 2000);
const FATES_EACH = size(24, 140);

test(`${ATTACKS} ways to make a vehicle wrong that is ready for release: the row named stands in the way of each`, () => {
  const { tried, lost } = runAttacks(ATTACKS, SEED);
  expect([tried, lost]).toEqual([ATTACKS, []]);
}, 600_000);

const T = '2026-11-28T08:00:00Z';
const rowOf = (v: Verdict) => `${v.check} ${v.place}`;
const blocks = (v: Verdict) =>
  (v.safetyCritical || v.required) && (v.verdict === 'Stop' || v.verdict === 'Not measured');
const rows = (job: JobDocument) =>
  new Map(
    workJob(job, inHand(job))
      .filter((v) => v.gate === 'after')
      .map((v) => [rowOf(v), v]),
  );

/** What may happen to a reading besides being read again. */
const FATES: Readonly<Record<string, (job: JobDocument, r: Reading) => JobDocument | null>> = {
  struck: (job, r) => ({ ...job, strikes: [...job.strikes, { reading: r.id, reason: 'misread', by: 'Runa', at: T }] }),
  aged: (job, r) => {
    const [kind] = staleAfter(...(BOOK.byId(r.point)?.tells ?? []));
    return kind === undefined || r.gate === 'before'
      ? null
      : {
          ...job,
          changes: [...job.changes, { id: crypto.randomUUID(), kind, gate: 'after', what: kind, by: 'Runa', at: T }],
        };
  },
  'taken from the other side': (job, r) => {
    const across = job.readings.find(
      (o) => o.gate === r.gate && o.point === r.point && o.place === otherSide(r.place) && o.state === r.state,
    );
    return r.gate === 'before' || r.answer !== 'measured' || !across || across.value === null
      ? null
      : {
          ...job,
          readings: [
            ...job.readings,
            {
              ...r,
              id: crypto.randomUUID(),
              answer: 'same-as-other-side',
              value: across.value,
              supersedes: r.id,
              takenAt: T,
            },
          ],
        };
  },
};

test('no fate of a reading makes a row vanish, or a required Stop or Not measured better', () => {
  const draw = drawer(SEED);
  const rescue = demoJobs().find((j) => j.job.number === 'HG-0142');
  if (!rescue) throw new Error('no rescue');
  const bases = [
    rescue,
    onSprings({ 'pinionAngle.rear.below': 14, 'setBack.front.floor': 30, 'damperLength.floor-left': 353 }),
    onSprings({ 'toe.RL.floor': 0.6, 'toe.RR.floor': 0.5, 'hoseFree.FL.droop': 340, 'rampInner.FR.ramp': 3 }, TARN),
  ];
  const lost: string[] = [];
  let tried = 0;
  for (const base of bases) {
    const before = rows(base);
    for (let n = 0; n < FATES_EACH; n++) {
      const r = base.readings[Math.floor(draw() * base.readings.length)];
      const names = Object.keys(FATES);
      const fate = names[Math.floor(draw() * names.length)] ?? '';
      const job = r && FATES[fate]?.(base, r);
      // Points that only a model needs, and what was read Before, tell nothing that was found After.
      if (!r || !job || BOOK.byId(r.point)?.model || r.gate === 'before') continue;
      tried++;
      const after = rows(job);
      for (const [key, was] of before) {
        // What nobody had recorded is cured by the record.
        if (fate === 'aged' && key.includes('unrecorded-')) continue;
        const is = after.get(key);
        const told = `${base.job.number}: ${r.point} ${r.place} ${r.state} ${fate}: ${key}`;
        if (!is) lost.push(`${told} vanished`);
        else if (blocks(was) && !blocks(is)) lost.push(`${told}, ${was.verdict}, is ${is.verdict}`);
      }
    }
  }
  expect(tried).toBeGreaterThan(FATES_EACH / 2);
  expect(lost).toEqual([]);
}, 120_000);
