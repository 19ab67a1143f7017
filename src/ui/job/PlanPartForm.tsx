'use client';

import type { PlanPart } from '@/core/record/subject';
import { savePlanPart } from '@/server/actions/job';
import { SubjectForm } from '../forms/SubjectForm';
import { useAsk } from '../room/useAsk';
import { useState } from 'react';
import { useRoom } from '../room/view';

/** A part of the plan that a subject names; set like the plan, until the build begins. */
export function PlanPartForm({ part }: { part: PlanPart }) {
  const { view } = useRoom();
  const ask = useAsk();
  // The version that what is typed here was built on: news of the plan leaves it standing, and is told once it is set.
  const [based, setBased] = useState(view.version);
  const editable = view.open && view.bay && ['intake', 'before', 'plan'].includes(view.job.job.gate);
  if (!editable) return <p className="hint">The build has begun: the plan stands as it was.</p>;
  return (
    <SubjectForm
      fields={part.fields}
      kept={view.job.plan.parts[part.id]}
      empties={false}
      button="Set"
      send={async (fields) => {
        const answer = await ask(() => savePlanPart(view.id, { part: part.id, fields, version: based }));
        setBased(answer.ok ? based + 1 : view.version);
        return answer.ok ? null : { errors: answer.errors, fault: answer.message };
      }}
    />
  );
}
