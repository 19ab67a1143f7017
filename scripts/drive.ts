import { readFileSync } from 'node:fs';
import path from 'node:path';
import { readDriveFile } from '@/core/gauge/file';
import { drive } from '@/core/gauge/drive';

/** `npm run -s drive -- FILE.json`: works what tape and gauge tell and prints it as JSON. Faulty input: exit 2. */
function fail(line: string): never {
  process.stderr.write(`${line}\n`);
  process.exit(2);
}

const [name, more] = process.argv.slice(2);
if (!name || more) fail('usage: npm run -s drive -- FILE.json   (or - for standard input)');
let text: string;
try {
  text = readFileSync(name === '-' ? 0 : path.resolve(process.env.INIT_CWD ?? '.', name), 'utf8');
} catch (error) {
  fail(`${name}: cannot be read: ${(error as NodeJS.ErrnoException).code ?? 'error'}`);
}
const read = readDriveFile(text);
if (!read.ok) fail(`${read.fault.path}: ${read.fault.fault}`.replace(/\s+/g, ' '));
process.stdout.write(`${JSON.stringify(drive(read.file))}\n`);
