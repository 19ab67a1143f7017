import type { z } from 'zod';
import type { ChangeKind } from '../document/changes';
import type { GateName, JobDocument } from '../document/job';
import type { Phrase } from '../kernel/phrase';
import type { Quantity } from '../kernel/units/quantity';

/** One box of a form that a plan part or an entry is filled in by. `name` is its key in what is kept. */
export type Field = { name: string; label: string; hint?: string } & (
  | { kind: 'quantity'; quantity: Quantity; /** May be left empty. */ optional?: true }
  | { kind: 'words'; most: number }
  | { kind: 'choice'; choices: readonly { id: string; name: string }[] }
);

/** A kind of thing that is filed on a job besides readings, changes and notes; kept in `entries` under its kind. */
export interface EntryKind<T = unknown> {
  kind: string;
  name: string;
  schema: z.ZodType<T>;
  fields: readonly Field[];
  /** The gates at which it may be filed. */
  gates: readonly GateName[];
  /** Only a lead files it. */
  lead?: boolean;
  /** Something known of the vehicle, not done to it: its subject says on the sheet what stands of it. */
  stated?: true;
  /** Its station's own drawing has the form for it; left out where the station's page draws the form from the fields. */
  ownForm?: true;
  /** Changes recorded later that outdate it, so that a check which needs it asks for it again. */
  staleOn?: readonly ChangeKind[];
  /** What a good job files of it, where a check cannot do without: the jobs that ship with the application answer by it. */
  sample?: (job: JobDocument) => Readonly<Record<string, unknown>>;
  /** Why this one may not be filed on a job, as a sentence; null where it may. */
  refuse?(job: JobDocument, body: T): string | null;
  /** What it says, in words with figures: for the story, the sheet and whoever looks for it. */
  says(body: T): Phrase;
}

/** A kind with its schema's own type, kept in a list with others. */
export const entryKind = <T>(kind: EntryKind<T>): EntryKind => kind;
