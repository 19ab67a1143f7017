'use client';

import { tyreName } from '@/core/subjects/clearance/fit/form';
import { obstaclesOf } from '@/core/subjects/clearance/fit/obstacles';
import { CORNERS, PLACE_NAME } from '@/core/kernel/places';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import type { ReadingGate } from '@/core/document/job';
import { verdictInk } from '../drawings/Arm';
import { Figure } from '../Figure';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/** Whether the tyre fits, at a gate: how much is known round each wheel, the way to the answer, and to more readings. */
export function ClearanceCard({ view, route }: { view: JobView; route: ReadingGate | null }) {
  const { id, job } = view;
  const { asked } = job.fitments;
  return (
    <section aria-labelledby="clearance">
      <h2 id="clearance" className="pb-1">
        Does the tyre fit?
      </h2>
      <p className="pb-1 text-[15px] text-pencil">
        {asked
          ? `Asked for: ${tyreName(asked, view.member.units)}.`
          : job.job.wantedTyre
            ? `Wanted: ${job.job.wantedTyre}; not set as asked for yet.`
            : 'No tyre is asked for yet.'}
      </p>
      <ul className="ruled">
        {CORNERS.map((corner) => {
          const { known, missing } = obstaclesOf(view.workings, corner);
          const own = known.filter((o) => !o.assumed).length;
          const [worst] = view.nearAt(corner) ?? [];
          const wants = worst && worst.verdict !== 'Clear' ? worst : null;
          return (
            <li key={corner}>
              <RoomLink
                className="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-center gap-4 hover:bg-panel"
                href={`/jobs/${id}/clearance?at=${corner}${wants ? `&ob=${wants.id}` : ''}`}
              >
                <span>
                  <span className="block font-semibold">{PLACE_NAME[corner]}</span>
                  {wants && (
                    <span className="block text-[15px]">
                      <span className={`font-bold ${verdictInk(wants.verdict)}`}>{wants.verdict}</span>: {wants.name}{' '}
                      <Figure quantity="length" value={wants.gap} />. Its cures, each with Try
                    </span>
                  )}
                </span>
                <span className="fig text-sm">
                  {own} measured, {known.length - own} assumed, {missing.length} not known
                </span>
              </RoomLink>
            </li>
          );
        })}
      </ul>
      <div className="flex flex-wrap gap-2 pt-2">
        <RoomLink className="btn" href={`/jobs/${id}/clearance`}>
          See where it touches
        </RoomLink>
        <RoomLink className="btn" href={`/jobs/${id}/finder`}>
          Find what fits
        </RoomLink>
        {route && (
          <RoomLink className="btn" href={`/jobs/${id}/${route}/read?route=clearance`}>
            {route === 'before' ? 'Measure round the wheels, left side' : 'Prove it on the vehicle'}:{' '}
            {minutesLeft(buildRoute(view.workings, route, 'clearance'))} min
          </RoomLink>
        )}
      </div>
    </section>
  );
}
