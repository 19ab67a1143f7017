'use client';

import { useMemo } from 'react';
import { axleOf, isCorner, type Place } from '@/core/kernel/places';
import { assemble, hubLine } from '@/core/subjects/linkage/assemble';
import { sideOfCorner } from '@/core/subjects/linkage/features';
import type { DrawingOf } from '@/core/record/point';
import type { Vec3 } from '@/core/kernel/geometry/point';
import { ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { useRoom } from '../room/view';
import { barsOf, boxOf, hull, jointsOf, onPaper, tyreRings, type View } from './shape';

/** Which view shows a distance best: height and fore-aft from the side, outward from above. */
const VIEW_OF: Record<'x' | 'y' | 'f' | 'z', View> = { x: 'side', z: 'side', y: 'top', f: 'top' };

/**
 * Where the tape goes for a point of the linkage: this vehicle's end, as far as it is known, with the point marked and
 * the distance asked for drawn as a tape. The words beside it say the same, so it is hidden from a screen reader.
 */
export function LinkageSpot({ shows, place }: { shows: DrawingOf<'linkage'>; place: Place }) {
  const { job, workings } = useRoom().view;
  const axle = isCorner(place) ? axleOf(place) : place === 'rear' ? 'rear' : 'front';
  const drawn = useMemo(() => {
    const end = assemble(workings, axle);
    if (end.fault) return null;
    const linkage = linkageOf(end.end);
    if (linkage.pose(0, 0, 0)) return null;
    linkage.measure(new Float64Array(ROW));
    return { end, at: linkage.joints(), joints: jointsOf(end) };
  }, [workings, axle]);
  if (!drawn) return null;
  const { feature, axis } = shows;
  const view = (axis ? VIEW_OF[axis] : shows.from) ?? 'side';
  const side = isCorner(place) ? sideOfCorner(place) : null;
  const joint = drawn.joints.find((j) => j.feature === feature && (j.side === null || j.side === side));
  const { tyre } = drawn.end.end;
  const hubs = (['left', 'right'] as const).map((s) => drawn.at[`${s}.hub.centre`]).filter((p) => p !== undefined);
  const box = boxOf(view, drawn.at, hubs, tyre ?? null);
  const line = (list: readonly (readonly number[])[]) =>
    list.map((p) => p.map((n) => n.toFixed(0)).join(',')).join(' ');
  const p = joint ? drawn.at[joint.at] : undefined;
  const tape = p && axis ? tapeTo(axis, p, hubLine(job, axle), view) : null;
  const shownSide = side ?? 'left';
  return (
    <svg
      viewBox={`${box.x} ${box.y} ${box.width} ${box.height}`}
      className="h-[320px] w-full border border-rule bg-panel"
      aria-hidden="true"
      data-view={view}
    >
      {view === 'side' && (
        <line x1={box.x} x2={box.x + box.width} y1={0} y2={0} stroke="var(--rule)" strokeWidth={12} />
      )}
      {view === 'top' && (
        <line
          x1={box.x}
          x2={box.x + box.width}
          y1={0}
          y2={0}
          stroke="var(--chalk)"
          strokeWidth={5}
          strokeDasharray="40 16 8 16"
        />
      )}
      {tyre &&
        (['left', 'right'] as const)
          .filter((s) => view === 'top' || s === shownSide)
          .map((s) => {
            const [c, a] = [drawn.at[`${s}.hub.centre`], drawn.at[`${s}.hub.axis`]];
            if (!c || !a) return null;
            const rings = tyreRings(c, a, tyre);
            return (
              <polygon
                key={s}
                points={line(hull([...rings.outer, ...rings.inner].map((q) => onPaper(view, q))))}
                fill="var(--rule)"
                fillOpacity={0.3}
                stroke="var(--pencil)"
                strokeWidth={5}
              />
            );
          })}
      <g stroke="var(--graphite)" strokeLinecap="round" strokeWidth={9}>
        {barsOf(drawn.end.end).map((bar) => {
          const [a, b] = [drawn.at[bar.from], drawn.at[bar.to]];
          const other = shownSide === 'left' ? 'right.' : 'left.';
          if (!a || !b || (view === 'side' && bar.from.startsWith(other))) return null;
          const [x1, y1] = onPaper(view, a);
          const [x2, y2] = onPaper(view, b);
          const mine = joint && (bar.from === joint.at || bar.to === joint.at);
          return (
            <line
              key={`${bar.from}${bar.to}`}
              {...{ x1, y1, x2, y2 }}
              strokeOpacity={mine ? 1 : 0.4}
              strokeWidth={mine ? 14 : 8}
            />
          );
        })}
      </g>
      {hubs
        .filter((_, i) => view === 'top' || (i === 0) === (shownSide === 'left'))
        .map((c, i) => {
          const [x, y] = onPaper(view, c);
          return (
            <path
              key={i}
              d={`M${x - 30} ${y}H${x + 30}M${x} ${y - 30}V${y + 30}`}
              stroke="var(--graphite)"
              strokeWidth={7}
            />
          );
        })}
      {axis === 'x' && p && <HubLine x={-hubLine(job, axle)} box={box} />}
      {tape && (
        <g stroke="var(--paint)" strokeWidth={14}>
          <line x1={tape[0]} y1={tape[1]} x2={tape[2]} y2={tape[3]} />
          <circle cx={tape[0]} cy={tape[1]} r={14} fill="var(--paint)" />
        </g>
      )}
      {p && (
        <circle
          cx={onPaper(view, p)[0]}
          cy={onPaper(view, p)[1]}
          r={34}
          fill="none"
          stroke="var(--paint)"
          strokeWidth={12}
        />
      )}
    </svg>
  );
}

const HubLine = ({ x, box }: { x: number; box: { y: number; height: number } }) => (
  <line
    x1={x}
    x2={x}
    y1={box.y}
    y2={box.y + box.height}
    stroke="var(--chalk)"
    strokeWidth={5}
    strokeDasharray="30 14"
  />
);

/** The tape from where the distance is taken to the point, on paper. */
function tapeTo(axis: string, p: Vec3, hubX: number, view: View): [number, number, number, number] {
  const [x, y] = onPaper(view, p);
  if (axis === 'x') return [-hubX, y, x, y];
  if (axis === 'z') return [x, 0, x, y];
  return [x, 0, x, y];
}
