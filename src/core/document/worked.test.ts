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

type Worked = Record<string, string[]>;
/** Which row a line is of: "toe after front". */
const rowOf = (line: string): string => line.slice(0, line.indexOf(':'));
/** The lines of one that the other has not, by document: those of rows that it has otherwise, and those that it lacks. */
const beside = (one: Worked, other: Worked): { changed: string[]; lacking: string[] } => {
  const found = { changed: [] as string[], lacking: [] as string[] };
  for (const [name, lines] of Object.entries(one)) {
    const theirs = new Set(other[name] ?? []);
    const rows = new Set([...theirs].map(rowOf));
    for (const line of lines)
      if (!theirs.has(line)) (rows.has(rowOf(line)) ? found.changed : found.lacking).push(`${name} ${line}`);
  }
  return found;
};

test('a changed figure, a row that went and a row that came are told apart', () => {
  const was = { a: ['toe after front: Clear 0.1 ± 0.1', 'camber after FL: Clear 1 ± 1'] };
  const is = { a: ['toe after front: Clear 0.2 ± 0.1', 'caster after FL: Clear 3 ± 1'] };
  expect(beside(was, is)).toEqual({
    changed: ['a toe after front: Clear 0.1 ± 0.1'],
    lacking: ['a camber after FL: Clear 1 ± 1'],
  });
  expect(beside(is, was).lacking).toEqual(['a caster after FL: Clear 3 ± 1']);
  expect(beside(was, was)).toEqual({ changed: [], lacking: [] });
});

test('where a worked figure of the documents of any age changes, the arithmetic has another version', () => {
  const worked: Worked = Object.fromEntries(fixtures.map((name) => [name, workedOf(name)]));
  const mark = createHash('sha256').update(JSON.stringify(worked)).digest('hex');
  const before = JSON.parse(readFileSync(KEPT, 'utf8')) as { core: string; mark: string; worked: Worked };
  const { changed, lacking: gone } = beside(before.worked, worked);
  // A row more changes no figure of any other: written anew with WRITE=1. For anything else the version moves first.
  if (process.env.WRITE === '1' && (before.core !== CORE_VERSION || changed.length + gone.length === 0))
    writeFileSync(KEPT, `${JSON.stringify({ core: CORE_VERSION, mark, worked }, null, 1)}\n`);
  const kept = JSON.parse(readFileSync(KEPT, 'utf8')) as typeof before;
  const now = beside(kept.worked, worked);
  expect({ changed: now.changed, gone: now.lacking }).toEqual({ changed: [], gone: [] });
  expect(beside(worked, kept.worked).lacking).toEqual([]);
  expect([kept.core, kept.mark]).toEqual([CORE_VERSION, mark]);
});
