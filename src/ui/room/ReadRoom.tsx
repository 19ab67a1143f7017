'use client';

import { useEffect } from 'react';
import { unlockedBy } from '@/core/assembly/unlocks';
import { otherSide, STATE_NAME } from '@/core/kernel/places';
import { mayLack } from '@/core/record/pointRules';
import type { ReadingGate } from '@/core/document/job';
import { buildRoute, isRouteKind, minutesLeft, routeName, stopAt, type RouteKind } from '@/core/assembly/route/route';
import { LAP_NAME } from '@/core/record/afterLaps';
import { cautionAt } from '@/core/record/cautions';
import { movesOf } from '@/core/record/moves';
import { comesFirst } from '@/core/record/outOfOrder';
import { readIn } from '@/core/record/point';
import type { RouteStop } from '@/core/record/route';
import { show } from '@/core/kernel/units/format';
import { gateShutForReading } from '@/core/record/filing/makeReading';
import { whenShort } from '@/core/kernel/time/when';
import { ChecksPanel } from '../ChecksPanel';
import { FiledHere } from '../reading/FiledHere';
import { ReadingInHand, type StopInHand } from '../reading/ReadingInHand';
import { filedAt } from './filedAt';
import { goTo, RoomLink } from './RoomLink';
import { useRoom, type JobView } from './view';

interface Props {
  view: JobView;
  gate: ReadingGate;
  asked: { route?: string; at?: string };
}

/** The way through the readings: leads back to the gate where there is none (any more). */
export function ReadRoom(props: Props) {
  const { view, gate, asked } = props;
  const { sure } = useRoom();
  const home = `/jobs/${view.id}/${gate}`;
  const kind = asked.route && isRouteKind(asked.route, gate) ? asked.route : 'short';
  const shut = !view.open || !view.bay || gateShutForReading(view.job, gate, new Date().toISOString()) !== null;
  const route = shut ? [] : buildRoute(view.workings, gate, kind);
  // Asked for by name, it is read although no route has it.
  const beside =
    !shut && asked.at && !route.some((s) => s.key === asked.at) ? stopAt(view.workings, gate, asked.at) : null;
  const stops = beside ? [...route, beside] : route;
  const firstOpen = stops.findIndex((s) => s.status !== 'answered');
  const wanted = asked.at ? stops.findIndex((s) => s.key === asked.at) : firstOpen;
  // Another than was asked for is not put in hand by a job that may be behind.
  const index = wanted >= 0 || (asked.at && !sure) ? wanted : firstOpen;
  const stop = stops[index];
  const none = stop === undefined;
  useEffect(() => {
    if (!none || !sure) return;
    const soon = setTimeout(() => goTo(home, { instead: true }));
    return () => clearTimeout(soon);
  }, [none, sure, home]);
  return stop ? (
    <Reading {...props} home={home} kind={kind} stops={stops} index={index} stop={stop} />
  ) : (
    <main className="min-h-[70vh] p-5" aria-busy="true" />
  );
}

/** The reading in hand, with what it unlocks and what was filed here before. */
function Reading({
  view,
  gate,
  home,
  kind,
  stops,
  index,
  stop,
}: Props & { home: string; kind: RouteKind; stops: readonly RouteStop[]; index: number; stop: RouteStop }) {
  const { id, job, verdicts, member, open } = view;
  const href = (s: RouteStop | undefined) => (s ? `${home}/read?route=${kind}&at=${s.key}` : home);
  const after = [...stops.slice(index + 1), ...stops.slice(0, index)];
  const next = after.find((s) => s.status !== 'answered');
  const lap = stops.filter((s) => (stop.lap ? s.lap === stop.lap : s.state === stop.state));
  const moves = movesOf(stops, gate, job).count;
  const caution = cautionAt(job, stop);
  const first = gate === 'after' ? comesFirst(buildRoute(view.workings, 'after', 'short'), stop) : [];
  const spot = { gate, point: stop.point.id, place: stop.place, state: stop.state };
  const figures = view.workings.figures;
  const across = otherSide(stop.place);
  const spread = figures.figure(spot);
  const inHand: StopInHand = {
    key: stop.key,
    point: stop.point.id,
    label: stop.point.label,
    how: readIn(stop.point, stop.state).how,
    quantity: stop.point.quantity,
    instrument: readIn(stop.point, stop.state).instrument,
    drawing: stop.point.drawing,
    rideHeight: stop.point.rideHeight,
    signed: stop.point.signed === true,
    ways: stop.point.ways ?? null,
    onFace: stop.point.onFace === true,
    mayBeAbsent: mayLack(stop.point, job, stop),
    choices: stop.point.choices ?? null,
    place: stop.place,
    state: stop.state,
    set: stop.set,
  };
  const filed = filedAt(view, spot, (iso) => whenShort(iso, member.shop.timeZone));
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <ReadingInHand
        key={stop.key}
        gate={gate}
        stop={inHand}
        position={`${lap.indexOf(stop) + 1} of ${lap.length} ${stop.lap ? LAP_NAME[stop.lap] : STATE_NAME[stop.state]} · ${minutesLeft(stops)} min${moves > 0 ? ` and ${moves === 1 ? '1 move' : `${moves} moves`}` : ''} left on the ${routeName(kind)}`}
        nextHref={href(next)}
        previousHref={index > 0 ? href(stops[index - 1]) : null}
        followingHref={index < stops.length - 1 ? href(stops[index + 1]) : null}
        here={figures.at(spot).filter((r) => r.set === stop.set)}
        noBefore={
          gate === 'after' &&
          stop.point.gates.includes('before') &&
          figures.figure({ ...spot, gate: 'before' }).status !== 'read'
        }
        otherSideRead={across !== null && figures.figure({ ...spot, place: across }).status === 'read'}
      />
      <aside className="border-l border-rule p-5">
        {first.length > 0 && (
          <p role="status" className="mb-4 border-l-4 border-watch py-1 pl-3 text-[15px] font-semibold text-watch">
            Not in its order. First come: {first.map((o) => `${o.name} (${o.readings})`).join('; ')}. Hoses and shafts
            are proved by hand before it is rolled, flexed or driven. Filed here, it counts.
          </p>
        )}
        {caution && (
          <p className="mb-4 border-l-4 border-watch py-1 pl-3 text-[15px]">
            <span className="font-semibold">Mind: </span>
            {caution}
          </p>
        )}
        <h2 className="pb-1">This reading unlocks</h2>
        <ChecksPanel
          jobId={id}
          verdicts={unlockedBy(view.workings, verdicts, spot)}
          empty={stop.point.unread ?? 'Kept for the record and the sheet; no check needs it.'}
        />
        {filed.length > 0 && (
          <>
            <h2 className="pt-5 pb-1">Already filed here</h2>
            {spread.status === 'read' && spread.readings.length > 1 && stop.point.quantity !== 'observation' && (
              <p className="hint">
                {spread.readings.length} readings spread {show(stop.point.quantity, spread.spread, member.units).text}
              </p>
            )}
            <FiledHere filed={filed} open={open} />
          </>
        )}
        <nav aria-label="Route" className="flex flex-wrap gap-3 pt-6">
          {index > 0 && (
            <RoomLink className="btn" href={href(stops[index - 1])}>
              Back one
            </RoomLink>
          )}
          {index < stops.length - 1 && (
            <RoomLink className="btn" href={href(stops[index + 1])}>
              Skip
            </RoomLink>
          )}
          <RoomLink className="btn" href={home}>
            Leave the route
          </RoomLink>
        </nav>
      </aside>
    </main>
  );
}
