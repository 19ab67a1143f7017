import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const folder = mkdtempSync(path.join(tmpdir(), 'high-gate-fit-'));
afterAll(() => rmSync(folder, { recursive: true }));
const { geometry } = JSON.parse(readFileSync('tests/cases/wishbone.json', 'utf8')) as { geometry: object };
const ask = { end: 'front', grade: 'Trail', limits: { bump: 60, droop: -70 } };
function fit(input: string, asFile = true) {
  const name = path.join(folder, 'input.json');
  if (asFile) writeFileSync(name, input);
  const done = spawnSync('npm', ['run', '-s', 'fit', '--', asFile ? name : '-'], {
    encoding: 'utf8',
    input: asFile ? '' : input,
  });
  return { code: done.status, out: done.stdout, err: done.stderr.replace(/^npm warn.*\n/gm, '') };
}

describe('npm run -s fit', () => {
  test('prints one JSON object and ends with 0, from a file and from standard input', () => {
    const text = JSON.stringify({ geometry, fit: ask });
    const [file, piped] = [fit(text), fit(text, false)];
    expect(file).toMatchObject({ code: 0, err: '' });
    const answer = JSON.parse(file.out) as { fit: { left: { obstacles: { id: string; gap: number }[] } } };
    expect(answer.fit.left.obstacles.length).toBeGreaterThan(2);
    expect(piped.out).toBe(file.out);
  });

  test('faulty input: one line naming the path, nothing on standard output, exit 2', () => {
    const bad = fit(JSON.stringify({ geometry, fit: { ...ask, grade: 'Rock' } }));
    expect(bad).toMatchObject({ code: 2, out: '' });
    expect(bad.err).toMatch(/^fit\.grade: [^\n]+\n$/);
    expect(fit('{', true)).toMatchObject({ code: 2, out: '' });
  });
});
