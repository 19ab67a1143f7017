'use client';

import { useCallback, useEffect, useMemo, useState } from 'react';
import { workingsOf } from '@/core/assembly/book';
import { CORE_VERSION } from '@/core/assembly/workJob';
import type { Verdict } from '@/core/record/checks/types';
import { Memo } from '@/core/record/workings';
import { takeSwept } from '@/core/subjects/clearance/fit/assessed';
import type { Snapshot } from '@/server/snapshot';
import type { Waiting } from '../device/store';
import { askSweeper } from '../linkage/sweeper';
import { askJudge, askPiece, openJudge } from './judge';
import { hereOf, judgedHere, viewOf, type AskPiece, type Here, type JobOnPage, type Looker } from './view';

/** Who looks so long is not only passing through, ms. */
const STAYS = 4000;

/** What the worker said of a state of the job. */
interface Judged {
  of: Here;
  verdicts: readonly Verdict[];
}

/**
 * The job as this device shows it. What a filing makes to be judged anew is judged in a worker, and what it makes to be
 * swept anew is swept in another: until they tell, each row stands as it stood. Without workers it is done here.
 *
 * @returns null while nobody has told yet what the job comes to
 */
export function useView(
  snapshot: Snapshot,
  member: Looker,
  waiting: readonly Waiting[],
): Pick<JobOnPage, 'view' | 'ask'> | null {
  const [judged, setJudged] = useState<Judged | null>(null);
  const [alone, setAlone] = useState(false);
  const [memo] = useState(() => new Memo());
  // What the server swept of the job as it told it need not be swept here; another arithmetic's sweeps are not ours.
  const known = useMemo(() => {
    if (snapshot.told?.core === CORE_VERSION) takeSwept(workingsOf(snapshot.document, memo, true), snapshot.told.swept);
    return memo;
  }, [snapshot, memo]);
  const here = useMemo(
    () => hereOf(snapshot, member, waiting, known, !alone),
    [snapshot, member, waiting, known, alone],
  );
  const verdicts = useMemo(() => {
    if (here.settled || alone) return judgedHere(here);
    // Of this state, or of the one before it; but where a later state was told, only if nothing filed here is missing in it.
    const had = new Set(judged?.of.live.map((w) => w.id));
    if (judged && (judged.of.document === here.document || here.live.every((w) => had.has(w.id))))
      return judged.verdicts;
    const told = snapshot.told?.core === CORE_VERSION ? snapshot.told.verdicts : null;
    return told ?? judged?.verdicts ?? null;
  }, [snapshot, here, alone, judged]);

  const open = here.job.job.state === 'open' && snapshot.signed === null;
  useEffect(() => {
    if (alone || !open) return;
    // Whoever stays on the job may file on it; whoever files sooner waits for the worker's first look, and the page does not.
    const soon = setTimeout(() => void openJudge(snapshot).catch(() => {}), STAYS);
    return () => clearTimeout(soon);
  }, [snapshot, alone, open]);

  useEffect(() => {
    if (alone || here.settled) return;
    let gone = false;
    void (async () => {
      try {
        const first = await askJudge(snapshot, here.live, member.name, null);
        if (gone) return;
        if (!first.ok) return setAlone(true);
        setJudged({ of: here, verdicts: first.verdicts });
        if (first.left.length === 0) return;
        const answer = await askSweeper(
          (api) => api.sweepForChecks({ job: here.job, corners: first.left }),
          () => {},
        );
        if (answer.ok) takeSwept(here.workings, answer.swept);
        else if (answer.reason !== 'stopped' && !gone) return setAlone(true);
        if (!answer.ok) return;
        // Also where something was filed meanwhile: most filings leave what is swept as it was.
        const then = await askJudge(snapshot, here.live, member.name, answer.swept);
        if (gone) return;
        // Told of something else than was asked for, it would be asked for ever.
        if (!then.ok || then.left.some((corner) => first.left.includes(corner))) return setAlone(true);
        setJudged({ of: here, verdicts: then.verdicts });
      } catch {
        if (!gone) setAlone(true);
      }
    })();
    return () => {
      gone = true;
    };
  }, [snapshot, here, member.name, alone]);
  const ask = useCallback<AskPiece>(
    (piece, gates) => askPiece(snapshot, here.live, member.name, piece, gates),
    [snapshot, here, member.name],
  );
  return useMemo(
    () => verdicts && { view: viewOf(snapshot, member, waiting, here, verdicts), ...(!alone && { ask }) },
    [snapshot, member, waiting, here, verdicts, alone, ask],
  );
}
