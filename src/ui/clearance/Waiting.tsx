'use client';

import type { Verdict } from '@/core/record/checks/types';
import type { Corner } from '@/core/kernel/places';
import { Arm } from '../drawings/Arm';
import { Figure } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import type { Weighed } from './useWeighed';

interface ProgressProps {
  weighed: Weighed | undefined;
  onStop: () => void;
  onAgain: () => void;
}

/** How far the sweep is, with a way to end it; or why there is none. */
export function Progress({ weighed, onStop, onAgain }: ProgressProps) {
  if (weighed?.state === 'ready') return null;
  if (weighed?.state === 'failed')
    return (
      <p role="alert" className="border-l-4 border-stop pl-3 font-semibold text-stop">
        Not worked: {weighed.why}.
      </p>
    );
  if (weighed?.state === 'needs') return null;
  if (weighed?.state === 'stopped')
    return (
      <p className="flex items-center gap-3">
        Stopped.
        <button type="button" className="btn px-3" onClick={onAgain}>
          Sweep again
        </button>
      </p>
    );
  const share = weighed?.state === 'working' ? weighed.share : 0;
  return (
    <p role="status" className="flex items-center gap-3 text-pencil">
      Sweeping every pose
      <span className="block h-3 w-32 border border-graphite" aria-hidden="true">
        <span className="block h-full bg-graphite" style={{ width: `${Math.round(100 * share)}%` }} />
      </span>
      <span className="fig w-12">{Math.round(100 * share)} %</span>
      <button type="button" className="btn px-3" onClick={onStop}>
        Stop
      </button>
    </p>
  );
}

/** What a proof would need, where too little is measured. */
export function Needs({
  needs,
  jobId,
  readable,
  corner,
  verdicts,
}: {
  needs: readonly string[];
  jobId: string;
  readable: boolean;
  corner: Corner;
  verdicts: readonly Verdict[];
}) {
  const still = verdicts.filter((v) => v.check.startsWith('static-') && v.place === corner && v.value !== null);
  return (
    <section className="space-y-3 border border-rule bg-panel p-4" aria-label="What a proof would need">
      <p>
        The arithmetic of tyre and wheel stands under Tyre. To say whether it clears over the travel there is still
        wanted:
      </p>
      <ul className="list-disc space-y-1 pl-6">
        {needs.map((n) => (
          <li key={n}>{n}</li>
        ))}
      </ul>
      <p className="font-semibold">Gaps as it stands, which say nothing about bump:</p>
      {still.length === 0 ? (
        <p className="text-pencil">none read at this corner yet</p>
      ) : (
        <ul className="ruled">
          {still.map((v) => (
            <li key={v.check + v.gate} className="flex min-h-12 items-center gap-3">
              <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} />
              <span className="flex-1">
                {v.title}, {v.gate === 'before' ? 'Before' : 'After'}
              </span>
              <Figure quantity="length" value={v.value ?? 0} />
            </li>
          ))}
        </ul>
      )}
      {readable && (
        <RoomLink
          className="btn btn-main"
          href={`/jobs/${jobId}/before/read?route=clearance-both&at=ob.fender-lip.h10.d.${corner}.floor`}
        >
          Measure round this wheel
        </RoomLink>
      )}
    </section>
  );
}
