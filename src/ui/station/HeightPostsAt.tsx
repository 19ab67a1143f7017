'use client';

import type { ReactNode } from 'react';
import { stanceFigures } from '@/core/subjects/stance/cornerStances';
import { HeightPosts } from '../drawings/HeightPosts';
import { Words } from '../Figure';
import type { StationDrawing } from './stationDrawing';

/** Stance: the four heights as posts, with rake and left against right. */
export function HeightPostsAt({ view, gate }: StationDrawing) {
  const { corners, job } = view;
  const shown =
    gate === 'after'
      ? corners
      : corners.map((c) => ({ ...c, after: null, rise: null, ...(gate === 'before' ? { plan: null } : {}) }));
  const figures = stanceFigures(
    job,
    corners.map((c) => (gate === 'before' ? c.before : gate === 'plan' ? null : c.after)?.value),
  );
  return (
    <>
      <HeightPosts corners={shown} />
      {figures && (
        <dl className="flex flex-wrap gap-x-8 gap-y-1">
          <Stat name="Rake">
            <Words
              phrase={[
                { quantity: 'length', value: figures.rake, signed: true },
                ' · ',
                { quantity: 'angle', value: figures.rakeDegrees, signed: true },
              ]}
            />
          </Stat>
          <Stat name="Left − right, front">
            <Words phrase={[{ quantity: 'length', value: figures.leftRightFront, signed: true }]} />
          </Stat>
          <Stat name="Left − right, rear">
            <Words phrase={[{ quantity: 'length', value: figures.leftRightRear, signed: true }]} />
          </Stat>
        </dl>
      )}
    </>
  );
}

const Stat = ({ name, children }: { name: string; children: ReactNode }) => (
  <div>
    <dt className="text-sm text-pencil">{name}</dt>
    <dd className="text-lg">{children}</dd>
  </div>
);
