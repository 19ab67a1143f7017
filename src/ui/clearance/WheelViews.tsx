'use client';

import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import type { Vec3 } from '@/core/kernel/geometry/point';
import type { End, SideName, Tyre } from '@/core/suspension/schema';
import { barsOf, hull, tyreRings } from '../linkage/shape';

/** A wheel at one pose with what stands round it, body axes. */
export interface WheelScene {
  side: SideName;
  end: End;
  tyre: Tyre;
  centre: Vec3;
  axis: Vec3;
  joints: Readonly<Record<string, Vec3>>;
  obstacles: readonly { id: string; soft: boolean; points: readonly Vec3[] }[];
  selected: string | null;
  /** Hub centre at ride height: what the views are centred on. */
  rest: Vec3;
}
type View = 'side' | 'above';
const NAME: Record<View, string> = { side: 'From outside', above: 'From above' };
const WAY: Record<View, string> = { side: 'forward →', above: '↑ forward' };

/** From outside forward is to the right on both sides, as on the ring; from above forward is up, outboard right. */
function onPaper(view: View, side: SideName, p: Vec3): [number, number] {
  return view === 'side' ? [p[0], -p[2]] : [side === 'left' ? p[1] : -p[1], -p[0]];
}

/**
 * Side and plan view of the wheel at the pose of the sliders, drawn from the same numbers as the gaps.
 *
 * @param least the least of all gaps at this pose, in the shop's unit
 */
export function WheelViews({ scene, least }: { scene: WheelScene; least: string }) {
  return (
    <div>
      <div className="grid gap-2 sm:grid-cols-2 xl:grid-cols-1">
        {(['side', 'above'] as const).map((view) => (
          <Dialog.Root key={view}>
            <Dialog.Trigger className="block w-full text-left" aria-label={`${NAME[view]}, full size`}>
              <One view={view} scene={scene} tall={false} />
            </Dialog.Trigger>
            <Dialog.Portal>
              <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
              <Dialog.Content
                aria-describedby={undefined}
                className="fixed inset-3 z-40 flex flex-col gap-3 border border-graphite bg-panel p-4"
              >
                <div className="flex items-center justify-between gap-4">
                  <Dialog.Title>
                    {NAME[view]}; least at this pose, nothing giving: <span className="fig">{least}</span>
                  </Dialog.Title>
                  <Dialog.Close className="btn px-3" aria-label="Close">
                    <X className="size-5" />
                  </Dialog.Close>
                </div>
                <One view={view} scene={scene} tall />
              </Dialog.Content>
            </Dialog.Portal>
          </Dialog.Root>
        ))}
      </div>
      <p className="pt-1 text-sm font-semibold text-pencil">
        Least at this pose, nothing giving: <span className="fig font-bold text-graphite">{least}</span>
      </p>
    </div>
  );
}

function One({ view, scene, tall }: { view: View; scene: WheelScene; tall: boolean }) {
  const { side, end, tyre, centre, axis, joints, obstacles, selected, rest } = scene;
  const at = (p: Vec3) => onPaper(view, side, p);
  const line = (points: readonly Vec3[]) =>
    points
      .map((p) =>
        at(p)
          .map((n) => n.toFixed(1))
          .join(','),
      )
      .join(' ');
  const [cx, cy] = at(rest);
  const [wide, high] = [tyre.diameter * 0.84, tyre.diameter * 0.66];
  // A wheel goes farther up than down.
  const top = cy - high - (view === 'side' ? tyre.diameter * 0.07 : 0);
  const rings = tyreRings(centre, axis, tyre);
  const outline = hull([...rings.outer, ...rings.inner, ...rings.faces].map(at));
  return (
    <figure className={`border border-rule bg-panel ${tall ? 'flex min-h-0 grow flex-col' : ''}`}>
      <figcaption className="flex flex-wrap justify-between gap-x-2 px-2 pt-1 text-[13px] font-semibold text-pencil">
        <span>{NAME[view]}</span>
        <span aria-hidden="true">{WAY[view]}</span>
      </figcaption>
      <svg
        viewBox={`${cx - wide} ${top} ${2 * wide} ${2 * high}`}
        className={`block w-full ${tall ? 'min-h-0 grow' : 'h-auto'}`}
        aria-hidden="true"
        preserveAspectRatio="xMidYMid meet"
      >
        <g fill="none" stroke="var(--pencil)" strokeWidth={7} strokeOpacity={0.6} strokeLinecap="round">
          {barsOf(end).map((bar) => {
            const [a, b] = [joints[bar.from], joints[bar.to]];
            const other = side === 'left' ? 'right.' : 'left.';
            if (!a || !b || bar.from.startsWith(other) || bar.to.startsWith(other)) return null;
            const [[x1, y1], [x2, y2]] = [at(a), at(b)];
            return <line key={`${bar.from}${bar.to}`} x1={x1} y1={y1} x2={x2} y2={y2} />;
          })}
        </g>
        <polygon
          points={outline.map((p) => p.map((n) => n.toFixed(1)).join(',')).join(' ')}
          fill="var(--paper)"
          fillOpacity={0.7}
          stroke="var(--graphite)"
          strokeWidth={6}
          strokeLinejoin="round"
        />
        {obstacles.map((o) => (
          <polyline
            key={o.id}
            points={line(o.points)}
            fill="none"
            stroke={o.id === selected ? 'var(--paint)' : 'var(--graphite)'}
            strokeWidth={o.id === selected ? 16 : 9}
            strokeDasharray={o.soft ? '22 14' : undefined}
            strokeLinejoin="round"
          />
        ))}
      </svg>
    </figure>
  );
}
