import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { CORE_VERSION, workJob } from '../assembly/workJob';
import { keptJob } from './readJob';

const FOLDER = path.join(__dirname, 'fixtures');
const KEPT = path.join(__dirname, 'worked.json');
const fixtures = readdirSync(FOLDER).filter((name) => !name.includes('signed-sheet'));

/** A figure to seven digits: less than that is another machine's rounding, more is another arithmetic. */
const digits = (value: number | null): string => (value === null ? '–' : value.toPrecision(7));

/** Every figure that is worked of a document, as lines. */
const workedOf = (name: string): string[] =>
  workJob(keptJob(JSON.parse(readFileSync(path.join(FOLDER, name), 'utf8'))))
    .map((v) => `${v.check} ${v.gate} ${v.place}: ${v.verdict} ${digits(v.value)} ± ${digits(v.u)}`)
    .sort();

test('where a worked figure of the documents of any age changes, the arithmetic has another version', () => {
  const worked = Object.fromEntries(fixtures.map((name) => [name, workedOf(name)]));
  const mark = createHash('sha256').update(JSON.stringify(worked)).digest('hex');
  // Written anew with WRITE=1 once CORE_VERSION has moved, and only then.
  if (process.env.WRITE === '1')
    writeFileSync(KEPT, `${JSON.stringify({ core: CORE_VERSION, mark, worked }, null, 1)}\n`);
  const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as { core: string; mark: string; worked: typeof worked };
  expect(kept.worked).toEqual(worked);
  expect([kept.core, kept.mark]).toEqual([CORE_VERSION, mark]);
});
