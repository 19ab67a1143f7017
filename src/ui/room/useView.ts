'use client';

import { useEffect, useMemo, useState } from 'react';
import { workingsOf } from '@/core/assembly/book';
import { Memo } from '@/core/record/workings';
import { sweepsLeft, takeSwept } from '@/core/subjects/clearance/fit/assessed';
import type { Snapshot } from '@/server/snapshot';
import type { Waiting } from '../device/store';
import { askSweeper } from '../linkage/sweeper';
import { viewOf, type JobView, type Looker } from './view';
import { warmed } from './warmed';

/**
 * The job as this device shows it. What a filing makes to be swept anew is swept in the worker: every other verdict
 * is there at once, and the swept ones as soon as it tells. Without a worker it is done here.
 */
export function useView(snapshot: Snapshot, member: Looker, waiting: readonly Waiting[]): JobView {
  // Counts what the worker told: each time the job is worked again.
  const [told, setTold] = useState(0);
  const [alone, setAlone] = useState(false);
  const [memo] = useState(() => new Memo());
  // What the server swept of the job as it told it need not be swept here.
  const known = useMemo(() => {
    if (snapshot.told) takeSwept(workingsOf(snapshot.document, memo, true), snapshot.told.swept);
    return memo;
  }, [snapshot, memo]);
  const view = useMemo(() => {
    return viewOf(snapshot, member, waiting, known, !alone, told);
  }, [snapshot, member, waiting, known, alone, told]);
  const { job, workings, told: toldIt, open } = view;
  useEffect(() => {
    if (!toldIt || !open) return;
    let end = () => {};
    // Not while what was asked for is still being drawn.
    const soon = setTimeout(() => (end = warmed(workings)), 1500);
    return () => {
      clearTimeout(soon);
      end();
    };
  }, [workings, toldIt, open]);
  // What the server told, or froze, waits for no sweep.
  const whole = view.told || view.signed !== null;
  useEffect(() => {
    if (alone || whole) return;
    const corners = sweepsLeft(workings);
    if (corners.length === 0) return;
    let gone = false;
    void (async () => {
      try {
        const answer = await askSweeper(
          (api) => api.sweepForChecks({ job, corners }),
          () => {},
        );
        if (answer.ok) takeSwept(workings, answer.swept);
        if (gone) return;
        // Told of something else than was asked for, it would be asked for ever.
        if (answer.ok && !sweepsLeft(workings).some((corner) => corners.includes(corner))) setTold((n) => n + 1);
        else if (answer.ok) setAlone(true);
        else if (answer.reason !== 'stopped') setAlone(true);
      } catch {
        if (!gone) setAlone(true);
      }
    })();
    return () => {
      gone = true;
    };
  }, [job, workings, whole, alone]);
  return view;
}
