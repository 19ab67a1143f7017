'use client';

import type { PlanPart } from '@/core/record/subject';
import { savePlanPart } from '@/server/actions/job';
import { SubjectForm } from '../forms/SubjectForm';
import { useAsk } from '../room/useAsk';
import { useRoom } from '../room/view';

/** A part of the plan that a subject names; set like the plan, until the build begins. */
export function PlanPartForm({ part }: { part: PlanPart }) {
  const { view } = useRoom();
  const ask = useAsk();
  const editable = view.open && view.bay && ['intake', 'before', 'plan'].includes(view.job.job.gate);
  if (!editable) return <p className="hint">The build has begun: the plan stands as it was.</p>;
  return (
    <SubjectForm
      key={view.version}
      fields={part.fields}
      kept={view.job.plan.parts[part.id]}
      empties={false}
      button="Set"
      send={async (fields) => {
        const answer = await ask(() => savePlanPart(view.id, { part: part.id, fields, version: view.version }));
        return answer.ok ? null : { errors: answer.errors, fault: answer.message };
      }}
    />
  );
}
