'use client';

import type { ReadingGate } from '@/core/document/job';
import { AXLES } from '@/core/kernel/places';
import { SUSPENSION_NAME } from '@/core/document/suspensionKind';
import { assemble, measuredShare } from '@/core/subjects/linkage/assemble';
import { kindOf } from '@/core/subjects/linkage/features';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/** The linkage at a gate: how much of it is measured, the way to it, and the route to more of it. */
export function LinkageCard({ view, route }: { view: JobView; route: ReadingGate | null }) {
  // Its points are read as the vehicle comes.
  const routes = route === 'before';
  const { id, job } = view;
  const left = (kind: 'linkage' | 'linkage-both') => buildRoute(view.workings, 'before', kind);
  return (
    <section aria-labelledby="linkage">
      <h2 id="linkage" className="pb-1">
        The underside, point by point
      </h2>
      <ul className="ruled">
        {AXLES.map((axle) => {
          const share = measuredShare(job, assemble(view.workings, axle));
          return (
            <li key={axle}>
              <RoomLink
                className="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-center gap-4 hover:bg-panel"
                href={`/jobs/${id}/underside?end=${axle}`}
              >
                <span>
                  <span className="font-semibold">{axle === 'front' ? 'Front' : 'Rear'}</span>{' '}
                  {SUSPENSION_NAME[kindOf(job.vehicle, axle)]}
                </span>
                <span className="fig text-sm">
                  {share.measured} of {share.total} measured
                </span>
              </RoomLink>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap gap-2 pt-2">
        <RoomLink className="btn" href={`/jobs/${id}/underside`}>
          See it move, from below
        </RoomLink>
        {routes && (
          <>
            <RoomLink className="btn" href={`/jobs/${id}/before/read?route=linkage`}>
              Measure it, left side: {minutesLeft(left('linkage'))} min
            </RoomLink>
            <RoomLink className="btn" href={`/jobs/${id}/before/read?route=linkage-both`}>
              Both sides: {minutesLeft(left('linkage-both'))} min
            </RoomLink>
          </>
        )}
      </div>
      {routes && (
        <p className="hint pt-1">
          The left side alone takes the right for its mirror image, as assumed. Skip what cannot be got at: each point
          says what it locks.
        </p>
      )}
    </section>
  );
}
