import * as z from 'zod';
import { entryKind } from '../../record/entryKind';

/** A lead enters that the maker hung drag link and track bar from opposite sides. */
export const builtOpposite = entryKind({
  kind: 'bars-opposite-by-maker',
  name: 'Drag link and track bar hung from opposite sides by the maker',
  schema: z.strictObject({ source: z.string().trim().min(3, 'say where it stands').max(200) }),
  fields: [{ name: 'source', label: 'Where its maker says so', kind: 'words', most: 200 }],
  gates: ['before', 'plan', 'build', 'after', 'release'],
  lead: true,
  stated: true,
  says: ({ source }) => [`built so by its maker, ${source}`],
});
