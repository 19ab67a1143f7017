import type { ReactNode } from 'react';
import type { Vehicle } from '@/core/document/job';
import type { Place } from '@/core/kernel/places';

/** Rows and columns of the places round the vehicle, its front to the left and its left side below. */
const AT: Record<Exclude<Place, 'vehicle'>, string> = {
  FR: 'sm:col-start-1 sm:row-start-1',
  front: 'sm:col-start-1 sm:row-start-2',
  FL: 'sm:col-start-1 sm:row-start-3',
  RR: 'sm:col-start-3 sm:row-start-1',
  rear: 'sm:col-start-3 sm:row-start-2',
  RL: 'sm:col-start-3 sm:row-start-3',
};
const PLACES = ['FR', 'front', 'FL', 'RR', 'rear', 'RL'] as const;

/** The vehicle from above, drawn from its own wheelbase, tracks and tyres, with what is said of each place beside it. */
export function VehicleAbove({ vehicle, said }: { vehicle: Vehicle; said: Partial<Record<Place, ReactNode>> }) {
  return (
    <div>
      <div className="grid grid-cols-2 gap-x-4 gap-y-3 sm:grid-cols-[minmax(0,1fr)_minmax(0,2fr)_minmax(0,1fr)]">
        <div className="col-span-2 sm:col-span-1 sm:col-start-2 sm:row-span-3 sm:row-start-1 sm:self-start">
          <Outline vehicle={vehicle} />
        </div>
        {PLACES.map((place) => (
          <div key={place} className={`${AT[place]} flex flex-col justify-center`}>
            {said[place]}
          </div>
        ))}
      </div>
      {said.vehicle && <div className="border-t border-rule pt-2">{said.vehicle}</div>}
    </div>
  );
}

function Outline({ vehicle }: { vehicle: Vehicle }) {
  const { wheelbase, trackFront, trackRear, tyreDiameter } = vehicle;
  const tyre = tyreDiameter * 0.34;
  const width = Math.max(trackFront, trackRear) + tyre;
  const body = width * 0.94;
  const ends = { front: tyreDiameter * 1.05, rear: tyreDiameter * (vehicle.body === 'pickup' ? 1.5 : 1.2) };
  const box = { x: -ends.front - 60, width: ends.front + wheelbase + ends.rear + 120, height: width + 160 };
  const wheel = (x: number, y: number) => (
    <rect
      key={`${x}/${y}`}
      x={x - tyreDiameter / 2}
      y={y - tyre / 2}
      width={tyreDiameter}
      height={tyre}
      rx={50}
      fill="var(--panel)"
    />
  );
  return (
    <svg
      viewBox={`${box.x} ${-box.height / 2} ${box.width} ${box.height}`}
      className="h-auto max-h-[360px] w-full"
      aria-hidden="true"
    >
      <g fill="none" stroke="var(--graphite)" strokeWidth={14} strokeLinejoin="round" strokeLinecap="round">
        <path
          fill="var(--panel)"
          d={`M${-ends.front + 160} ${-body / 2} H${wheelbase + ends.rear - 60} q60 0 60 60 V${body / 2 - 60} q0 60 -60 60 H${-ends.front + 160} q-160 -40 -160 -200 V${-body / 2 + 200} q0 -160 160 -200 Z`}
        />
        <path
          stroke="var(--rule)"
          d={`M${wheelbase * 0.18} ${-body * 0.4} Q${wheelbase * 0.1} 0 ${wheelbase * 0.18} ${body * 0.4} L${wheelbase * 0.34} ${body * 0.34} Q${wheelbase * 0.3} 0 ${wheelbase * 0.34} ${-body * 0.34} Z`}
        />
        <path
          stroke="var(--pencil)"
          d={`M0 ${-trackFront / 2} V${trackFront / 2} M${wheelbase} ${-trackRear / 2} V${trackRear / 2} M0 0 H${wheelbase}`}
          strokeDasharray="46 30"
        />
        <circle cx={0} cy={0} r={54} fill="var(--panel)" stroke="var(--pencil)" />
        <circle cx={wheelbase} cy={0} r={70} fill="var(--panel)" stroke="var(--pencil)" />
        {wheel(0, -trackFront / 2)}
        {wheel(0, trackFront / 2)}
        {wheel(wheelbase, -trackRear / 2)}
        {wheel(wheelbase, trackRear / 2)}
      </g>
    </svg>
  );
}
