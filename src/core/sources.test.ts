import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const CORE = __dirname;
const DOCS = path.join(CORE, '..', '..', 'docs');
const headings = (file: string): Set<string> =>
  new Set([...readFileSync(path.join(DOCS, file), 'utf8').matchAll(/^#{2,3} (.+)$/gm)].map(([, name]) => name ?? ''));
const known: Readonly<Record<string, Set<string>>> = {
  'figures.md': headings('figures.md'),
  'formats.md': headings('formats.md'),
};
/** Published works that a formula may be from; anything else stands under a heading of our own. */
const PUBLISHED = /^(RFC \d+|JCGM \d+|GUM \d|SAE |ISO \d+|general practice|W3C )/;

/** Every "Source:" of a comment, on one line. */
function sourcesIn(text: string): string[] {
  return [...text.matchAll(/\/\*\*[\s\S]*?\*\//g)].flatMap(([comment]) =>
    [...comment.replace(/\n\s*\*\s?/g, ' ').matchAll(/Source: (.*?)(?=\. [A-Z@]|\.?\s*\*\/| @|$)/g)].map(([, said]) =>
      (said ?? '').trim(),
    ),
  );
}
const files = readdirSync(CORE, { recursive: true, encoding: 'utf8' }).filter(
  (name) => name.endsWith('.ts') && !name.endsWith('.test.ts'),
);

test('every source of a formula is a heading that stands in docs, or a published work', () => {
  let seen = 0;
  for (const name of files)
    for (const said of sourcesIn(readFileSync(path.join(CORE, name), 'utf8')))
      // What follows a source in the same sentence says what it is; only a source that leads has to be one.
      for (const [i, part] of said.split(/; /).entries()) {
        seen++;
        const [, file] = /docs\/(\w+\.md)/.exec(part) ?? [];
        const named = [...part.matchAll(/["“]([^"”]+)["”]/g)].map(([, heading]) => heading ?? '');
        if (file)
          for (const heading of named)
            expect([name, [...(known[file] ?? [])]]).toEqual([name, expect.arrayContaining([heading])]);
        else if (i === 0) expect([name, part]).toEqual([name, expect.stringMatching(PUBLISHED)]);
      }
  expect(seen).toBeGreaterThan(80);
});

test('a heading that is not there, and a work that nobody published, are found', () => {
  expect(known['figures.md']?.has('From tape and gauge alone')).toBe(false);
  expect(PUBLISHED.test('somebody said so')).toBe(false);
  expect(sourcesIn('/** Works it.\n * Source: docs/figures.md\n * "Axle place". Then more. */')).toEqual([
    'docs/figures.md "Axle place"',
  ]);
});
