import type { SeenVehicle } from '@/server/jobs/seen';

const DAY = new Intl.DateTimeFormat('en-GB', { day: 'numeric', month: 'short', year: 'numeric', timeZone: 'UTC' });
const along = (readings: number) =>
  readings === 0
    ? 'Nothing read there still tells of it.'
    : `${readings} ${readings === 1 ? 'reading that is' : 'readings that are'} asked once a vehicle come along: arm lengths, what a maker states.`;

/** Vehicles that go by the name typed: taken over, what is known of one fills the form and its lasting readings come along. */
export function SeenBefore({
  seen,
  taken,
  onTake,
  onLeave,
}: {
  seen: readonly SeenVehicle[];
  /** The last job of the one taken over; empty: none. */
  taken: string;
  onTake: (vehicle: SeenVehicle) => void;
  onLeave: () => void;
}) {
  if (seen.length === 0) return null;
  return (
    <ul className="mt-4 divide-y divide-rule border-y border-rule" aria-label="Seen here before">
      {seen.map((each) => (
        <li key={each.jobId} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-3">
          <p className="min-w-0 flex-1 basis-64">
            <span className="font-semibold">{each.vehicle}</span> was here as {each.number},{' '}
            {DAY.format(new Date(each.bookedAt))}, for {each.customer}.{' '}
            <span className="text-pencil">{along(each.readings)}</span>
          </p>
          {taken === each.jobId ? (
            <button type="button" className="btn" onClick={onLeave}>
              Taken over; leave it again
            </button>
          ) : (
            <button type="button" className="btn" onClick={() => onTake(each)}>
              Take this vehicle over
            </button>
          )}
        </li>
      ))}
    </ul>
  );
}
