'use client';

import { useMemo, useState } from 'react';
import { Corner as WheelCorner } from '@/core/subjects/clearance/engine/corner';
import type { ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { hourOf } from '@/core/subjects/clearance/engine/taped';
import { leftLock } from '@/core/subjects/clearance/fit/gaps';
import type { Posed } from '@/core/subjects/clearance/fit/problemAt';
import { ROW } from '@/core/suspension/figures';
import { show } from '@/core/kernel/units/format';
import { SliderRow } from '../linkage/Sliders';
import { useUnits } from '../Units';
import { ClockRing } from './ClockRing';
import type { Weighed } from './useWeighed';
import { steerWords } from './words';
import { WheelViews, type WheelScene } from './WheelViews';

/** Travels of this wheel and of the one across, mm, and the steering as a share of lock. */
export interface Pose {
  own: number;
  across: number;
  steer: number;
}

const locks = new WeakMap<object, 1 | -1 | 0>();
/** Which way of the mechanism is left, remembered for each problem. */
export function leftOf(posed: Posed): 1 | -1 | 0 {
  const kept = locks.get(posed.problem);
  if (kept !== undefined) return kept;
  const found = leftLock(new WheelCorner(posed.problem.end, posed.problem.side, []));
  locks.set(posed.problem, found);
  return found;
}

interface StudioProps {
  posed: Posed;
  weighed: Weighed | undefined;
  /** What is shown was worked for something else, and is being worked anew. */
  stale: boolean;
  results: readonly ObstacleResult[];
  /** Where it stands until it is moved by hand; what it was moved to holds for that one tyre, corner and obstacle. */
  start: Pose;
  startKey: string;
  selected: string | null;
  onSelect: (id: string) => void;
}

/** Ring, side and plan view, and the sliders that move all of them. */
export function Studio({ posed, weighed, stale, results, start, startKey, selected, onSelect }: StudioProps) {
  // Kept here, so that a slider draws this part anew and not the whole room.
  const [moved, setMoved] = useState<{ key: string; pose: Pose } | null>(null);
  const pose = moved?.key === startKey ? moved.pose : start;
  const onPose = (next: Pose) => setMoved({ key: startKey, pose: next });
  const units = useUnits();
  const { problem, limits } = posed;
  const wheel = useMemo(() => new WheelCorner(problem.end, problem.side, problem.obstacles), [problem]);
  const left = leftOf(posed);
  const scene = useMemo(() => {
    const rest = wheel.pose(limits.rest, problem.across.rest, 0) ? wheel.centre.toVec() : wheel.centre.toVec();
    if (!wheel.pose(pose.own, pose.across, pose.steer)) return null;
    const now = problem.obstacles.map((o, i) => {
      const near = wheel.nearest(i, problem.tyre);
      return {
        id: o.id,
        gap: near.gap,
        hour: hourOf({ centre: near.centre, axis: near.axis, side: problem.side }, near.point),
      };
    });
    wheel.linkage.measure(new Float64Array(ROW));
    const drawn: WheelScene = {
      side: problem.side,
      end: problem.end,
      tyre: problem.tyre,
      centre: wheel.centre.toVec(),
      axis: wheel.axis.toVec(),
      joints: wheel.linkage.joints(),
      obstacles: problem.obstacles.map((o, i) => ({ id: o.id, soft: o.soft, points: wheel.pointsNow(i) })),
      selected,
      rest,
    };
    return { now, drawn };
  }, [wheel, problem, limits.rest, pose.own, pose.across, pose.steer, selected]);
  const mm = (v: number) => show('length', v, units, true).text;
  const ring = weighed?.state === 'ready' ? weighed : null;
  const least = scene ? Math.min(...scene.now.map((n) => n.gap)) : NaN;
  // The slider is in percent of the file's own lock, right to left as the wheel goes; its ends are the stops.
  const way = left || 1;
  const ends = [100 * problem.steer.from * way, 100 * problem.steer.to * way].sort((a, b) => a - b);
  return (
    <div className="grid gap-4 xl:grid-cols-[minmax(0,1.36fr)_minmax(0,1fr)]">
      <div className="space-y-2">
        <div className={stale ? 'opacity-40' : ''}>
          <ClockRing
            gaps={ring?.gaps ?? new Float32Array(0)}
            nearest={ring?.nearest ?? new Int16Array(0)}
            obstacles={problem.obstacles}
            limits={problem.limits}
            results={results}
            tyre={problem.tyre}
            now={scene?.now ?? []}
            selected={selected}
            onSelect={onSelect}
          />
        </div>
      </div>
      <div className="space-y-2">
        {scene ? (
          <WheelViews scene={scene.drawn} least={Number.isFinite(least) ? mm(least) : '—'} />
        ) : (
          <p role="alert" className="font-semibold text-stop">
            Out of reach: the linkage does not close there.
          </p>
        )}
      </div>
      <div className="sticky bottom-0 z-10 grid items-center gap-x-5 border border-rule bg-panel px-3 py-1 lg:grid-cols-2 xl:col-span-2">
        <SliderRow
          name="Travel"
          value={pose.own - limits.rest}
          text={mm(pose.own - limits.rest)}
          low={Math.floor(problem.own.droop - limits.rest)}
          high={Math.ceil(problem.own.bump - limits.rest)}
          step={1}
          marks={[0]}
          onValue={(v) => onPose({ ...pose, own: v + limits.rest })}
        />
        {!wheel.independent && (
          <SliderRow
            name="Other side"
            value={pose.across - problem.across.rest}
            text={mm(pose.across - problem.across.rest)}
            low={Math.floor(problem.across.droop - problem.across.rest)}
            high={Math.ceil(problem.across.bump - problem.across.rest)}
            step={1}
            marks={[0]}
            onValue={(v) => onPose({ ...pose, across: v + problem.across.rest })}
          />
        )}
        {wheel.steered && (
          <SliderRow
            name="Steer"
            value={pose.steer * 100 * way}
            text={steerWords(pose.steer, way, problem.steer)}
            low={Math.floor(ends[0] ?? -100)}
            high={Math.ceil(ends[1] ?? 100)}
            step={1}
            marks={[0]}
            onValue={(v) => onPose({ ...pose, steer: (v / 100) * way })}
          />
        )}
        <div className="grid grid-cols-3 gap-2">
          <button type="button" className="btn px-1" onClick={() => setMoved(null)}>
            Worst pose
          </button>
          <button
            type="button"
            className="btn px-1"
            onClick={() => onPose({ own: limits.rest, across: problem.across.rest, steer: 0 })}
          >
            Ride height
          </button>
          <button
            type="button"
            className="btn px-1"
            onClick={() =>
              onPose({
                ...pose,
                own: problem.own.bump,
                across: wheel.independent ? pose.across : problem.across.droop,
              })
            }
          >
            {wheel.independent ? 'Full bump' : 'Crossed up'}
          </button>
        </div>
      </div>
    </div>
  );
}
