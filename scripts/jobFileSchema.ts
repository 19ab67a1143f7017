import { writeFileSync } from 'node:fs';
import { jobFileJsonSchema } from '@/core/assembly/formats/jobFile';

/** npm run schema: writes the job file's JSON Schema beside its description. */
writeFileSync('docs/job-file.schema.json', `${JSON.stringify(jobFileJsonSchema(), null, 2)}\n`);
