'use client';

import { RANK } from '@/core/kernel/judge';
import { Arm } from '../drawings/Arm';
import type { Weighed } from './useWeighed';

/** One of the tyres side by side: its verdict, and a press to look at it. */
export function Tried({
  name,
  text,
  weighed,
  missing,
  on,
  onPick,
}: {
  name: string;
  text: string;
  weighed: Weighed | undefined;
  /** Obstacles of the corner that nobody measured: while there are any, nothing is called clear. */
  missing: number;
  on: boolean;
  onPick: () => void;
}) {
  const results = weighed?.state === 'ready' ? weighed.results : [];
  const worst = [...results].sort((a, b) => RANK[a.verdict] - RANK[b.verdict])[0];
  const soFar = worst?.verdict === 'Clear' && missing > 0;
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={onPick}
      className={`flex min-h-14 items-center gap-2 px-2 text-left ${on ? 'border-l-4 border-graphite bg-panel' : 'border-l-4 border-transparent'}`}
    >
      <Arm verdict={worst && !soFar ? worst.verdict : 'Not measured'} safetyCritical={worst?.safetyCritical ?? false} />
      <span className="min-w-0">
        <span className="block text-sm font-semibold text-pencil">
          {name}
          {soFar
            ? `: clear so far, ${missing} not measured`
            : worst
              ? `: ${worst.verdict}`
              : weighed?.state === 'working'
                ? ': sweeping'
                : ''}
        </span>
        <span className="fig block truncate">{text}</span>
      </span>
    </button>
  );
}
