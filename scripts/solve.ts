import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readSolveFile } from '@/core/suspension/readFile';
import { solve } from '@/core/suspension/solve';

/** `npm run -s solve -- FILE.json`: works a geometry file's states and prints them as JSON. Faulty input: exit 2. */
function fail(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(2);
}

const [name, more] = process.argv.slice(2);
if (!name || more) fail('usage: npm run -s solve -- FILE.json   (or - for standard input)');
let text: string;
try {
  text = readFileSync(name === '-' ? 0 : path.resolve(process.env.INIT_CWD ?? '.', name), 'utf8');
} catch (error) {
  fail(`${name}: cannot be read: ${(error as NodeJS.ErrnoException).code ?? 'error'}`);
}
const read = readSolveFile(text);
if (!read.ok) fail(`${read.fault.path}: ${read.fault.fault}`.replace(/\s+/g, ' '));
process.stdout.write(`${JSON.stringify(solve(read.file))}\n`);
