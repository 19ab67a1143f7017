'use client';

import type { ReactNode } from 'react';
import { rowsOf } from '@/core/assembly/stations';
import { PLACE_NAME, type Place } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { Worked } from '../ChecksPanel';
import { Arm } from '../drawings/Arm';
import { VehicleAbove } from '../drawings/VehicleAbove';
import type { JobView } from '../room/view';
import { VerdictFigure } from '../VerdictFigure';
import type { StationDrawing } from './stationDrawing';

/** The vehicle from above with what is found at each place of it. */
export function PlacesAbove({ view, verdicts }: StationDrawing) {
  const said: Partial<Record<Place, ReactNode>> = {};
  for (const place of Object.keys(PLACE_NAME) as Place[]) {
    const here = rowsOf(verdicts.filter((v) => v.place === place));
    if (here.length > 0) said[place] = <Callout view={view} place={place} rows={here.map((r) => r.worst)} />;
  }
  return <VehicleAbove vehicle={view.job.vehicle} said={said} />;
}

/** What is found at one place of the vehicle, the worst first, each to how it is worked. */
function Callout({ view, place, rows }: { view: JobView; place: Place; rows: readonly Verdict[] }) {
  return (
    <div>
      <p className="text-sm font-semibold text-pencil">{PLACE_NAME[place]}</p>
      <ul>
        {rows.slice(0, 3).map((v) => (
          <li key={v.check}>
            <Worked jobId={view.id} v={v} lead={view.lead && view.open}>
              <button type="button" className="flex min-h-12 w-full items-center gap-2 text-left hover:bg-panel">
                <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} size={24} />
                <span className="min-w-0">
                  <span className="sr-only">{v.verdict}: </span>
                  <span className="block text-[15px] leading-tight">{v.title}</span>
                  {v.quantity && v.value !== null && (
                    <span className="block font-bold">
                      <VerdictFigure v={v} />
                    </span>
                  )}
                </span>
              </button>
            </Worked>
          </li>
        ))}
      </ul>
      {rows.length > 3 && <p className="hint">{rows.length - 3} more on the right.</p>}
    </div>
  );
}
