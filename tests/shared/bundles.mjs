// Test files of core that load the same registry: `npm test` loads it once a bundle instead of once a file. By itself,
// `npx jest <file>` runs a file as it stands. None of them mocks a module or leaves anything behind.
import { readdirSync } from 'node:fs';
import path from 'node:path';

const CORE = path.join(import.meta.dirname ?? path.dirname(new URL(import.meta.url).pathname), '../../src/core');
const FOLDERS = {
  wheels: ['subjects/alignment', 'subjects/axlePlace', 'subjects/steering', 'subjects/tyre', 'subjects/stance'],
  under: [
    'subjects/driveline',
    'subjects/linkage',
    'subjects/lines',
    'subjects/swayBar',
    'subjects/hands',
    'subjects/common',
  ],
  clearance: ['subjects/clearance/fit'],
  plain: ['kernel', 'suspension', 'gauge', 'subjects/clearance/engine'],
  record: ['record', 'document', 'assembly/formats', 'assembly/route', 'assembly/sheet', 'assembly/gates'],
};
/** Long by themselves: beside the bundles they keep both cores busy. */
const ALONE = ['stanceTruth.test.ts', 'cures.test.ts', 'leastGap.test.ts'];

const testsIn = (folder) =>
  readdirSync(path.join(CORE, folder), { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.test.ts') && !ALONE.includes(path.basename(name)))
    .map((name) => path.join(CORE, folder, name))
    .sort();

/** The test files of each bundle, by its name. */
export const BUNDLES = Object.fromEntries(
  Object.entries(FOLDERS).map(([name, folders]) => [name, folders.flatMap(testsIn)]),
);
