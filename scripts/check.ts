import { readFileSync } from 'node:fs';
import path from 'node:path';
import { workJob } from '@/core/assembly/workJob';
import { readJobFile, verdictRecord } from '@/core/assembly/formats/jobFile';

/** npm run -s check -- JOB.json | -   Works every check on a job file; no server, no database. Faults exit 2. */
function fault(line: string): never {
  console.error(line);
  process.exit(2);
}

const file = process.argv[2];
if (!file) fault('usage: npm run -s check -- JOB.json   (or - for standard input)');
let text: string;
try {
  text = readFileSync(file === '-' ? 0 : path.resolve(process.env.INIT_CWD ?? '.', file), 'utf8');
} catch (error) {
  fault(`${file}: ${error instanceof Error ? error.message : String(error)}`);
}
const read = readJobFile(text);
if (!read.ok) fault(read.fault.replace(/\s+/g, ' '));
process.stdout.write(`${JSON.stringify({ verdicts: workJob(read.job).map(verdictRecord) }, null, 2)}\n`);
