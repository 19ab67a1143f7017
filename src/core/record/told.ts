import type { Filed } from '../document/job';
import type { Phrase } from '../kernel/phrase';
import type { Book } from './book';

/** What was filed of a kind that a subject names, in words; its bare kind where a later release filed it. */
export function filedSays(book: Book, filed: Filed): Phrase {
  const kind = book.entryKind(filed.kind);
  const read = kind?.schema.safeParse(filed.body);
  return kind && read?.success ? [`${kind.name}: `, ...kind.says(read.data)] : [filed.kind];
}

/** A part of a plan in words; null where nothing is said of it. */
export function partSays(book: Book, id: string, part: unknown): { name: string; says: Phrase } | null {
  const known = book.planPart(id);
  const read = known?.schema.safeParse(part);
  return known && read?.success ? { name: known.name, says: known.says(read.data) } : null;
}
