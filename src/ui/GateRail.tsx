'use client';

import { usePathname } from 'next/navigation';
import { useEffect, useRef } from 'react';
import type { GateState } from '@/core/assembly/gates/gates';
import { GATE_TITLE } from '@/core/document/gateTitles';
import { RoomLink } from './room/RoomLink';

/** Six posts with arms: the only navigation of a job. The gate looked at is wide and tells its open count. */
export function GateRail({ jobId, gates }: { jobId: string; gates: readonly GateState[] }) {
  const path = usePathname();
  const shown = gates.find(({ gate }) => path.startsWith(`/jobs/${jobId}/${gate}`))?.gate;
  // A room that belongs to no gate leaves the one wide where the vehicle stands.
  const wide = shown ?? gates.find(({ at }) => at === 'current')?.gate;
  const rail = useRef<HTMLElement>(null);
  // Where the posts do not fit beside each other, as on a phone, the one that is looked at is in sight.
  useEffect(() => {
    const at = rail.current?.querySelector<HTMLElement>('[data-wide]');
    if (at && rail.current) rail.current.scrollLeft = at.offsetLeft - 24;
  }, [wide]);
  return (
    <nav ref={rail} aria-label="Gates" className="relative flex overflow-x-auto border-b border-rule">
      {gates.map(({ gate, at, arm, note }) => {
        const open = gate === wide;
        const here = at === 'current';
        const state = { passed: 'passed', current: 'the vehicle stands here', ahead: 'not open yet' }[at];
        return (
          <RoomLink
            key={gate}
            href={`/jobs/${jobId}/${gate}`}
            aria-current={gate === shown ? 'page' : undefined}
            data-wide={open || undefined}
            className={`flex min-h-16 shrink-0 items-center gap-4 px-5 ${open ? 'grow bg-panel' : 'hover:bg-panel'}`}
          >
            <RailArm at={at} arm={arm} />
            <span>
              <span
                className={`block ${open ? 'text-[20px] font-bold [font-stretch:92%]' : at === 'ahead' ? 'font-medium text-pencil' : 'font-medium'}`}
              >
                {GATE_TITLE[gate]}
                {here && !open && <span aria-hidden="true"> ◂</span>}
              </span>
              {open && <span className="block text-sm text-pencil">{note}</span>}
              <span className="sr-only">
                , {state}
                {open ? '' : `, ${note}`}
              </span>
            </span>
          </RoomLink>
        );
      })}
    </nav>
  );
}

function RailArm({ at, arm }: Pick<GateState, 'at' | 'arm'>) {
  const ink =
    at === 'ahead'
      ? 'var(--pencil)'
      : arm === 'raised'
        ? 'var(--clear)'
        : arm === 'half'
          ? 'var(--watch)'
          : 'var(--stop)';
  const end = arm === 'raised' ? [24, 4] : arm === 'half' ? [36, 14] : [38, 26];
  return (
    <svg width="40" height="48" viewBox="0 0 40 48" aria-hidden="true" className="shrink-0">
      <line x1="6" y1="12" x2="6" y2="46" stroke={ink} strokeWidth="4.5" />
      <line x1="6" y1="26" x2={end[0]} y2={end[1]} stroke={ink} strokeWidth="4.5" />
    </svg>
  );
}
