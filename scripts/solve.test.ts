import { execFileSync, spawnSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { compareSolved } from '../tests/support/compareSolved';

const root = path.join(__dirname, '..');
const file = path.join(root, 'tests/cases/leaf-rear.json');

test('npm run solve prints one JSON object that agrees with the worked case', () => {
  const out = execFileSync('npm', ['run', '-s', 'solve', '--', file], {
    cwd: root,
    encoding: 'utf8',
    stdio: ['ignore', 'pipe', 'ignore'],
  });
  expect(compareSolved(JSON.parse(out), JSON.parse(readFileSync(file, 'utf8')).expected)).toBeGreaterThan(100);
});

test('from standard input, a fault is one line on standard error and exit 2', () => {
  const done = spawnSync('node', ['scripts/run.mjs', 'scripts/solve.ts', '-'], {
    cwd: root,
    encoding: 'utf8',
    input: readFileSync(file, 'utf8').replace('"frontHalf"', '"fronthalf"'),
  });
  expect(done.status).toBe(2);
  expect(done.stdout).toBe('');
  expect(done.stderr).toMatch(
    /^geometry\.rear\.leaves\[0\]\.(frontHalf: is missing|fronthalf: is not a field of this format)\n$/,
  );
});
