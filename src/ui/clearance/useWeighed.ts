'use client';

import { useCallback, useEffect, useState } from 'react';
import type { GradeName } from '@/core/subjects/clearance/engine/poses';
import type { Corner } from '@/core/kernel/places';
import type { JobDocument } from '@/core/document/job';
import type { Stage } from '@/core/subjects/linkage/stages';
import type { Fitment } from '@/core/document/fitment';
import type { AssessAnswer } from '@/workers/clearanceApi';
import { askSweeper, sweeping } from '../linkage/sweeper';

/** What a corner is weighed for; `key` names it among others weighed beside it. */
export interface Wanted {
  key: string;
  fitment: Fitment | null;
}
export type Weighed =
  | { state: 'working'; share: number }
  | ({ state: 'ready' } & AssessAnswer)
  | { state: 'stopped' }
  | { state: 'needs'; needs: readonly string[] }
  | { state: 'failed'; why: string };

const NONE = 'this could not be worked here; open this page once with network';

/**
 * Weighs a corner for several tyres, one after the other, in the worker; the first of the list first. Anything newer
 * stops it, and so does whoever waits.
 */
export function useWeighed(
  job: JobDocument,
  corner: Corner,
  stage: Stage,
  grade: GradeName,
  wanted: readonly Wanted[],
): { weighed: Readonly<Record<string, Weighed>>; stop: () => void; again: () => void } {
  const [run, setRun] = useState(0);
  const [found, setFound] = useState<{ asked: string; by: Record<string, Weighed> }>({ asked: '', by: {} });
  // The promise is part of the job; what is looked at may be another grade.
  const asked = JSON.stringify({ corner, stage, grade, wanted, run });
  useEffect(() => {
    let gone = false;
    const set = (key: string, next: Weighed) => {
      if (!gone) setFound((was) => ({ asked, by: { ...(was.asked === asked ? was.by : {}), [key]: next } }));
    };
    const { wanted: list } = JSON.parse(asked) as { wanted: Wanted[] };
    void (async () => {
      for (const { key, fitment } of list) {
        try {
          const answer = await askSweeper(
            (api, report) => api.assess({ job, corner, stage, grade, fitment }, report),
            (share) => set(key, { state: 'working', share }),
          );
          if (gone) return;
          if (answer.ok) set(key, { state: 'ready', ...answer });
          else if (answer.needs) set(key, { state: 'needs', needs: answer.needs });
          else if (answer.reason !== 'stopped') set(key, { state: 'failed', why: answer.reason });
          else {
            // Stopped by hand: those that wait in line are stopped with it.
            for (const w of list.slice(list.findIndex((l) => l.key === key))) set(w.key, { state: 'stopped' });
            return;
          }
        } catch {
          set(key, { state: 'failed', why: NONE });
          return;
        }
      }
    })();
    return () => {
      gone = true;
      void sweeping.running().api.stopAssessing();
    };
  }, [job, asked, corner, stage, grade]);
  const stop = useCallback(() => void sweeping.running().api.stopAssessing(), []);
  const again = useCallback(() => setRun((n) => n + 1), []);
  return { weighed: found.asked === asked ? found.by : {}, stop, again };
}
