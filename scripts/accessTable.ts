import { writeFileSync } from 'node:fs';
import { accessTable } from '@/server/access/table';

writeFileSync('docs/access.md', accessTable());
