'use client';

import type { EntryKind } from '@/core/record/entryKind';
import { SubjectForm } from '../forms/SubjectForm';
import { useFiling } from '../room/useFiling';

/** Files one thing of a kind that a subject names: on the tablet first, like a reading. */
export function EntryForm({ kind }: { kind: EntryKind }) {
  const file = useFiling();
  return (
    <SubjectForm
      fields={kind.fields}
      kept={null}
      empties
      button={`File ${kind.name.toLowerCase()}`}
      send={async (fields) => {
        const fault = await file('entry', { kind: kind.kind, fields }, kind.name.toLowerCase());
        return fault ? { fault } : null;
      }}
    />
  );
}
