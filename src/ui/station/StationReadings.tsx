'use client';

import { buildRoute } from '@/core/assembly/route/route';
import type { ReadingGate } from '@/core/document/job';
import { PLACE_NAME, STATE_NAME } from '@/core/kernel/places';
import type { Figure as Known } from '@/core/record/figures';
import type { RouteStop } from '@/core/record/route';
import type { StationId } from '@/core/record/station';
import { Figure } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import type { JobView } from '../room/view';

/** The readings of a station, Before beside After, each leading to where it is read. */
export function StationReadings({
  view,
  station,
  shut,
}: {
  view: JobView;
  station: StationId;
  shut: ReadingGate | 'both' | null;
}) {
  const stops = new Map<string, RouteStop>();
  for (const gate of ['before', 'after'] as const)
    for (const stop of buildRoute(view.workings, gate, station)) {
      const key = `${stop.point.id}/${stop.place}/${stop.state}`;
      if (!stops.has(key)) stops.set(key, stop);
    }
  const all = [...stops.values()];
  const at = (gate: ReadingGate, { point, place, state }: RouteStop): Known =>
    view.workings.figures.figure({ gate, point: point.id, place, state });
  const points = [...new Set(all.map((s) => s.point))];
  const answered = all.filter((s) => (['before', 'after'] as const).some((g) => at(g, s).status !== 'missing')).length;
  if (all.length === 0) return <p className="hint">Nothing is read at this station on this vehicle yet.</p>;
  const cell = (gate: ReadingGate, stop: RouteStop) => {
    const known = at(gate, stop);
    const may = stop.point.gates.includes(gate) && shut !== 'both' && shut !== gate;
    const text = <Value known={known} quantity={stop.point.quantity} may={may} />;
    return may ? (
      <RoomLink
        className="flex min-h-12 items-center hover:underline"
        href={`/jobs/${view.id}/${gate}/read?route=${station}&at=${stop.key}`}
      >
        <span className="sr-only">
          {stop.point.short}, {PLACE_NAME[stop.place]}, {gate === 'before' ? 'Before' : 'After'}:{' '}
        </span>
        {text}
      </RoomLink>
    ) : (
      text
    );
  };
  return (
    <details>
      <summary className="flex min-h-12 items-center gap-3 font-semibold">
        Readings of this station: {answered} of {all.length} places read
      </summary>
      <div className="relative overflow-x-auto">
        <table className="plain">
          <thead>
            <tr>
              <th>Reading</th>
              <th>Where</th>
              <th>Before</th>
              <th>After</th>
            </tr>
          </thead>
          <tbody>
            {points.flatMap((point) =>
              all
                .filter((s) => s.point === point)
                .map((stop, i) => (
                  <tr key={`${point.id}/${stop.place}/${stop.state}`}>
                    <th scope="row">{i === 0 && <span className="first-letter:uppercase">{point.short}</span>}</th>
                    <td>
                      {PLACE_NAME[stop.place]}
                      {stop.state !== 'floor' && <span className="text-pencil">, {STATE_NAME[stop.state]}</span>}
                    </td>
                    <td>{cell('before', stop)}</td>
                    <td>{cell('after', stop)}</td>
                  </tr>
                )),
            )}
          </tbody>
        </table>
      </div>
    </details>
  );
}

function Value({ known, quantity, may }: { known: Known; quantity: RouteStop['point']['quantity']; may: boolean }) {
  if (known.status === 'read' && quantity !== 'observation') return <Figure quantity={quantity} value={known.value} />;
  if (known.status === 'observed')
    return <span className={known.good ? '' : 'text-stop'}>{known.choice || (known.good ? 'good' : 'fault')}</span>;
  if (known.status === 'stale') return <span className="text-watch">stale</span>;
  if (known.status === 'not-fitted' || known.status === 'cannot-reach')
    return <span className="text-pencil">{known.status === 'not-fitted' ? 'not fitted' : 'cannot reach'}</span>;
  return <span className="text-pencil">{may ? 'to read' : '–'}</span>;
}
