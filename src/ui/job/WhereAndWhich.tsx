'use client';

import type { ReactNode } from 'react';
import { BOOK } from '@/core/assembly/book';
import type { Vehicle } from '@/core/document/job';
import { PLACE_NAME, type Place } from '@/core/kernel/places';
import { partsAt } from '@/core/record/fittedParts';
import { STATIONS } from '@/core/record/station';

/** A change that is of none of the parts there: said in words. */
export const NO_PART = 'none';

/** As the vehicle stands seen from above, its nose up: wheels outside, the axle between them takes both sides. */
const ROWS: readonly (readonly [Place, string][])[] = [
  [
    ['FL', 'Left'],
    ['front', 'Front axle'],
    ['FR', 'Right'],
  ],
  [
    ['RL', 'Left'],
    ['rear', 'Rear axle'],
    ['RR', 'Right'],
  ],
];
const pressed = (on: boolean): string => (on ? 'btn btn-main' : 'btn');

/** Two taps say what was changed: where, on the vehicle from above, and which of the parts that this vehicle has there. */
export function WhereAndWhich({
  vehicle,
  place,
  part,
  onPlace,
  onPart,
  children,
}: {
  vehicle: Vehicle;
  place: Place | null;
  part: string;
  onPlace: (place: Place) => void;
  onPart: (part: string) => void;
  /** What is said last: under the place, beside the parts. */
  children: ReactNode;
}) {
  const at = (where: Place, name: string, shape: string) => (
    <button
      key={where}
      type="button"
      aria-pressed={place === where}
      aria-label={PLACE_NAME[where]}
      className={`${pressed(place === where)} ${shape}`}
      onClick={() => onPlace(where)}
    >
      {name}
    </button>
  );
  const stations = place === null ? [] : partsAt(BOOK, vehicle, place);
  return (
    <div className="grid content-start gap-4 md:grid-cols-[300px_minmax(0,1fr)] md:grid-rows-[auto_1fr]">
      <div role="group" aria-label="Where on the vehicle" className="space-y-2">
        <p className="text-sm font-semibold">Where, seen from above</p>
        <div className="relative space-y-6 rounded-[36px] border-2 border-rule px-1 py-3">
          {ROWS.map((row) => (
            <div key={row[1]?.[0]} className="grid grid-cols-[72px_minmax(0,1fr)_72px] items-center">
              {row.map(([where, name], i) => at(where, name, i === 1 ? 'rounded-none border-x-0' : 'min-h-16'))}
            </div>
          ))}
        </div>
        {at('vehicle', 'Whole vehicle', 'w-full')}
      </div>
      <div role="group" aria-label="Which part" className="space-y-2 md:col-start-2 md:row-span-2">
        <p className="text-sm font-semibold">
          {place === null ? 'Then which part' : `Which part, ${PLACE_NAME[place].toLowerCase()}`}
        </p>
        {place === null ? (
          <p className="hint">Press a wheel, an axle for both sides, or the whole vehicle.</p>
        ) : (
          <>
            {stations.map(({ station, parts }) => (
              <div key={station} className="grid items-center gap-x-3 md:grid-cols-[110px_minmax(0,1fr)]">
                <p className="text-sm text-pencil">{STATIONS.find((s) => s.id === station)?.name}</p>
                <div className="flex flex-wrap gap-1">
                  {parts.map(({ id, name }) => (
                    <button
                      key={id}
                      type="button"
                      aria-pressed={part === id}
                      className={pressed(part === id)}
                      onClick={() => onPart(id)}
                    >
                      {name}
                    </button>
                  ))}
                </div>
              </div>
            ))}
            <button
              type="button"
              aria-pressed={part === NO_PART}
              className={pressed(part === NO_PART)}
              onClick={() => onPart(NO_PART)}
            >
              None of these
            </button>
          </>
        )}
      </div>
      <div className="space-y-3 md:col-start-1 md:row-start-2">{children}</div>
    </div>
  );
}
