import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { compareSolved } from '../../../tests/support/compareSolved';
import { readSolveFile } from './readFile';
import { solve } from './solve';

const folder = path.join(__dirname, '../../../tests/cases');
const cases = readdirSync(folder).filter((name) => name.endsWith('.json'));

test('nine worked cases lie beside the tests', () => expect(cases).toHaveLength(9));

test.each(cases)('%s comes out as the independent solver found it', (name) => {
  const read = readSolveFile(readFileSync(path.join(folder, name), 'utf8'));
  if (!read.ok) throw new Error(`${read.fault.path}: ${read.fault.fault}`);
  expect(compareSolved(solve(read.file), read.file.expected)).toBeGreaterThan(90);
});
