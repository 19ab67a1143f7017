'use client';

import { useEffect, useRef } from 'react';
import { K } from '@/core/kernel/uncertainty/propagate';
import { SOURCE_NAME } from '@/core/document/keptGeometry';
import type { Implausible } from '@/core/subjects/linkage/implausible';
import { hubLine, type Assembled } from '@/core/subjects/linkage/assemble';
import { featureById, placeOf, valueIn } from '@/core/subjects/linkage/features';
import type { JobDocument } from '@/core/document/job';
import { Figure, PlusMinus } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import type { Joint } from './shape';

interface Props {
  jobId: string;
  job: JobDocument;
  end: Assembled;
  joints: readonly Joint[];
  selected: string | null;
  onSelect: (at: string) => void;
  doubts: readonly Implausible[];
  /** Points can still be read. */
  readable: boolean;
}

/** Every point by name: where it is, how sure, what stays locked while it is assumed, and the way to measure it. */
export function PointsPanel({ jobId, job, end, joints, selected, onSelect, doubts, readable }: Props) {
  const here = useRef<HTMLLIElement>(null);
  useEffect(() => {
    // Newer browsers answer with a promise, which is no clean-up.
    void here.current?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
  const picked = joints.find((j) => j.at === selected) ?? null;
  return (
    <div className="space-y-4">
      {picked && <Picked {...{ jobId, job, end, readable }} joint={picked} />}
      {doubts.length > 0 && (
        <div role="status" className="border-l-4 border-watch pl-3">
          <p className="font-semibold text-watch">Hardly so; look again:</p>
          <ul>
            {doubts.map((d) => (
              <li key={d.what}>{d.what}</li>
            ))}
          </ul>
        </div>
      )}
      <ul className="ruled max-h-[440px] overflow-y-auto" aria-label="Points of this end" tabIndex={0}>
        {joints.map((joint) => (
          <li key={joint.at} ref={joint.at === selected ? here : undefined}>
            <button
              type="button"
              className={`flex min-h-12 w-full items-center gap-3 px-1 text-left ${joint.at === selected ? 'bg-panel font-semibold' : ''}`}
              aria-pressed={joint.at === selected}
              onClick={() => onSelect(joint.at)}
            >
              <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true" className="shrink-0">
                <circle
                  cx="9"
                  cy="9"
                  r="6.5"
                  fill={joint.source === 'measured' ? 'var(--graphite)' : 'none'}
                  stroke="var(--graphite)"
                  strokeWidth="2"
                  strokeDasharray={joint.source === 'measured' ? undefined : '4 3'}
                />
              </svg>
              <span className="grow">{joint.name}</span>
              <span className="text-sm text-pencil">{joint.source === 'measured' ? 'measured' : 'assumed'}</span>
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function Picked({
  jobId,
  job,
  end,
  joint,
  readable,
}: Pick<Props, 'jobId' | 'job' | 'end' | 'readable'> & { joint: Joint }) {
  const p = valueIn(end.end, joint.path) as [number, number, number];
  const u = (i: number) => K * (end.sources.get(`${joint.path}.${i}`)?.u ?? 0);
  const feature = featureById(joint.feature);
  const rows = [
    ['Ahead of the hub line', p[0] - hubLine(job, end.axle), u(0)],
    [joint.side ? 'Out from the centreline' : 'Left of the centreline', joint.side === 'right' ? -p[1] : p[1], u(1)],
    ['Up from the floor', p[2], u(2)],
  ] as const;
  const place = feature ? placeOf(feature, end.axle, joint.side ?? 'left') : end.axle;
  return (
    <section aria-live="polite" className="border-l-4 border-paint pl-3" data-point={joint.at}>
      <h3>{joint.name}</h3>
      <p className="text-sm text-pencil">{SOURCE_NAME[joint.source]}</p>
      <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 py-1">
        {rows.map(([name, value, U]) => (
          <div key={name} className="contents">
            <dt>{name}</dt>
            <dd className="text-right">
              <Figure quantity="length" value={value} /> <PlusMinus quantity="length" value={U} />
            </dd>
          </div>
        ))}
      </dl>
      {joint.source !== 'measured' && (
        <p className="text-sm">While it is assumed, no After Clear from: {joint.locks}.</p>
      )}
      {readable && (
        <RoomLink
          className="btn mt-2"
          href={`/jobs/${jobId}/before/read?route=${joint.side === 'right' ? 'linkage-both' : 'linkage'}&at=lk.${joint.feature}.x.${place}.floor`}
        >
          Measure this point
        </RoomLink>
      )}
    </section>
  );
}
