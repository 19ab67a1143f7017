import Link from 'next/link';
import { redirect } from 'next/navigation';
import { unlockedBy } from '@/core/checks/unlocks';
import { Figures, staleBecause } from '@/core/job/figures';
import { otherSide, STATE_NAME } from '@/core/job/places';
import { isEssential } from '@/core/job/points';
import type { JobDocument, Reading, ReadingGate } from '@/core/job/schema';
import { buildRoute, minutesLeft, type RouteStop } from '@/core/route/route';
import { show } from '@/core/units/format';
import type { JobView } from '@/server/jobView';
import { gateShutForReading } from '@/server/jobs/filing';
import { whenShort } from '@/server/when';
import { ChecksPanel } from '../ChecksPanel';
import { FiledHere, type FiledReading } from '../reading/FiledHere';
import { ReadingInHand, type StopInHand } from '../reading/ReadingInHand';

/** The reading in hand, with what it unlocks and what was filed here before. */
export function ReadPage({
  view,
  gate,
  asked,
}: {
  view: JobView;
  gate: ReadingGate;
  asked: { route?: string; at?: string };
}) {
  const { id, job, verdicts, member, open } = view;
  const home = `/jobs/${id}/${gate}`;
  if (!open || gateShutForReading(job, gate)) redirect(home);
  const kind = asked.route === 'full' ? 'full' : 'short';
  const stops = buildRoute(job, gate, kind);
  const firstOpen = stops.findIndex((s) => s.status !== 'answered');
  const wanted = asked.at ? stops.findIndex((s) => s.key === asked.at) : firstOpen;
  const index = wanted >= 0 ? wanted : firstOpen;
  const stop = stops[index];
  if (!stop) redirect(home);
  const href = (s: RouteStop | undefined) => (s ? `${home}/read?route=${kind}&at=${s.key}` : home);
  const after = [...stops.slice(index + 1), ...stops.slice(0, index)];
  const next = after.find((s) => s.status !== 'answered');
  const lap = stops.filter((s) => s.state === stop.state);
  const spot = { gate, point: stop.point.id, place: stop.place, state: stop.state };
  const figures = new Figures(job);
  const across = otherSide(stop.place);
  const spread = figures.figure(spot);
  const inHand: StopInHand = {
    key: stop.key,
    point: stop.point.id,
    label: stop.point.label,
    how: stop.point.how,
    quantity: stop.point.quantity,
    instrument: stop.point.instrument,
    drawing: stop.point.drawing,
    rideHeight: stop.point.rideHeight,
    mayBeAbsent: stop.point.quantity !== 'observation' && !isEssential(stop.point, job),
    place: stop.place,
    state: stop.state,
    set: stop.set,
  };
  const filed = filedAt(job, spot, (iso) => whenShort(iso, member.shop.timeZone));
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <ReadingInHand
        key={stop.key}
        jobId={id}
        gate={gate}
        stop={inHand}
        position={`${lap.indexOf(stop) + 1} of ${lap.length} ${STATE_NAME[stop.state]} · ${minutesLeft(stops)} min left on the ${kind} route`}
        nextHref={href(next)}
        previousHref={index > 0 ? href(stops[index - 1]) : null}
        followingHref={index < stops.length - 1 ? href(stops[index + 1]) : null}
        stands={figures.at(spot).filter((r) => r.set === stop.set && r.answer === 'measured').length}
        noBefore={
          gate === 'after' &&
          stop.point.gates.includes('before') &&
          figures.figure({ ...spot, gate: 'before' }).status !== 'read'
        }
        otherSideRead={across !== null && figures.figure({ ...spot, place: across }).status === 'read'}
      />
      <aside className="border-l border-rule p-5">
        <h2 className="pb-1">This reading unlocks</h2>
        <ChecksPanel
          jobId={id}
          verdicts={unlockedBy(job, verdicts, spot)}
          empty="Kept for the record and the sheet; no check of this slice needs it yet."
        />
        {filed.length > 0 && (
          <>
            <h2 className="pt-5 pb-1">Already filed here</h2>
            {spread.status === 'read' && spread.readings.length > 1 && stop.point.quantity !== 'observation' && (
              <p className="hint">
                {spread.readings.length} readings spread {show(stop.point.quantity, spread.spread, member.units).text}
              </p>
            )}
            <FiledHere jobId={id} filed={filed} open={open} />
          </>
        )}
        <nav aria-label="Route" className="flex flex-wrap gap-3 pt-6">
          {index > 0 && (
            <Link className="btn" href={href(stops[index - 1])}>
              Back one
            </Link>
          )}
          {index < stops.length - 1 && (
            <Link className="btn" href={href(stops[index + 1])}>
              Skip
            </Link>
          )}
          <Link className="btn" href={home}>
            Leave the route
          </Link>
        </nav>
      </aside>
    </main>
  );
}

/** Everything filed at a spot, latest first, with its story. */
export function filedAt(
  job: JobDocument,
  spot: Pick<Reading, 'gate' | 'point' | 'place' | 'state'>,
  when: (iso: string) => string,
): FiledReading[] {
  const struckIds = new Set(job.strikes.map((s) => s.reading));
  const superseding = new Set(job.readings.filter((r) => !struckIds.has(r.id)).map((r) => r.supersedes));
  return job.readings
    .filter((r) => r.gate === spot.gate && r.point === spot.point && r.place === spot.place && r.state === spot.state)
    .sort((a, b) => Date.parse(b.takenAt) - Date.parse(a.takenAt))
    .map((reading) => ({
      reading,
      struck: job.strikes.find((s) => s.reading === reading.id) ?? null,
      superseded: superseding.has(reading.id),
      staleBecause: staleBecause(job, reading)?.what ?? null,
      when: when(reading.takenAt),
    }));
}
