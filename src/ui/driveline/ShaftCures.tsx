'use client';

import { useMemo } from 'react';
import type { Axle } from '@/core/kernel/places';
import type { Workings } from '@/core/record/workings';
import { ROOM_CURES } from '@/core/subjects/driveline/cures';
import { shaftCures } from '@/core/subjects/driveline/offers';
import type { Stage } from '@/core/subjects/linkage/stages';
import { CurePanel, type CureTrial } from '../cures/CurePanel';

/** What would cure a shaft, and what makes room where it comes too near something. */
export function ShaftCures({
  w,
  stage,
  axle,
  trial,
  onTrial,
}: {
  w: Workings;
  stage: Stage;
  axle: Axle;
  trial: CureTrial | null;
  onTrial: (trial: CureTrial | null) => void;
}) {
  const offers = useMemo(() => shaftCures(w, stage, axle), [w, stage, axle]);
  if (offers.length === 0) return null;
  return (
    <CurePanel
      offers={offers}
      trial={trial}
      onTrial={onTrial}
      moreName="what makes room"
      more={ROOM_CURES.map((cure) => (
        <li key={cure.id}>
          <span className="font-semibold">{cure.name}</span> changes no angle. At Build: {cure.build.join('; ')}.
        </li>
      ))}
    />
  );
}
