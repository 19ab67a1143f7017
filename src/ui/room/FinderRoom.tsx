'use client';

import dynamic from 'next/dynamic';
import { useCallback, useEffect, useId, useMemo, useState } from 'react';
import type { Candidate } from '@/core/subjects/clearance/engine/fitFinder';
import { AXLES, type Axle } from '@/core/kernel/places';
import { tyreName } from '@/core/subjects/clearance/fit/form';
import { liftChoices } from '@/core/subjects/clearance/fit/liftChoices';
import { DEFAULT_FIT_RULES } from '@/core/document/fitRules';
import type { UnitChoice } from '@/core/kernel/units/quantity';
import type { FindAnswer } from '@/workers/clearanceApi';
import { Answer, Refused } from '../clearance/FinderAnswer';
import { FinderTable } from '../clearance/FinderTable';
import { askSweeper, sweeping } from '../linkage/sweeper';
import { Choice } from './Choice';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

const FitScatter = dynamic(() => import('../clearance/FitScatter').then((m) => m.FitScatter), {
  loading: () => <p className="hint">Drawing.</p>,
});

type Found =
  | { state: 'working'; share: number }
  | { state: 'stopped' }
  | { state: 'needs'; needs: readonly string[] }
  | { state: 'failed'; why: string }
  | ({ state: 'ready' } & FindAnswer);

/** The asked-for tyre by its measures in the units in use, where it has no printed size. */
function named(found: Found, job: JobView['job'], units: UnitChoice): Found {
  const { asked } = job.fitments;
  if (found.state !== 'ready' || !found.asked || !asked) return found;
  const at = found.asked.tyre;
  const tyres = found.lists.tyres.map((t, i) => (i === at ? { ...t, name: tyreName(asked, units) } : t));
  return { ...found, lists: { ...found.lists, tyres } };
}

/** Which tyres, wheels, spacers, stops and lifts meet the promise; the best of them, and why the others do not. */
export function FinderRoom({ view, asked }: { view: JobView; asked: { end?: string } }) {
  const { job, id } = view;
  const [axle, setAxle] = useState<Axle>(asked.end === 'rear' ? 'rear' : 'front');
  const [answered, setFound] = useState<Found>({ state: 'working', share: 0 });
  const { units } = view.member;
  const found = useMemo(() => named(answered, job, units), [answered, job, units]);
  const [run, setRun] = useState(0);
  const [only, setOnly] = useState<'front' | 'fits' | 'all'>('front');
  const [tyre, setTyre] = useState('any');
  const [wheel, setWheel] = useState('any');
  const [uncut, setUncut] = useState(false);
  const [tucked, setTucked] = useState(false);
  const lifts = useMemo(() => liftChoices(view.kits, job.plan, job.kit, axle), [view.kits, job.plan, job.kit, axle]);
  const promised = axle === 'front' ? job.job.promiseFront : job.job.promiseRear;
  const { stock } = view;
  useEffect(() => {
    let gone = false;
    const set = (next: Found) => {
      if (!gone) setFound(next);
    };
    void (async () => {
      set({ state: 'working', share: 0 });
      try {
        const answer = await askSweeper(
          (api, report) => api.find({ job, axle, stock, lifts }, report),
          (share) => set({ state: 'working', share }),
        );
        if (answer.ok) set({ state: 'ready', ...answer });
        else if (answer.needs) set({ state: 'needs', needs: answer.needs });
        else set(answer.reason === 'stopped' ? { state: 'stopped' } : { state: 'failed', why: answer.reason });
      } catch {
        set({ state: 'failed', why: 'it could not be worked here; open this page once with network' });
      }
    })();
    return () => {
      gone = true;
      void sweeping.running().api.stopFinding();
    };
  }, [job, axle, stock, lifts, run]);

  const within = useCallback(
    (pool: readonly Candidate[]) =>
      found.state !== 'ready'
        ? []
        : pool.filter(
            (c) =>
              (tyre === 'any' || found.lists.tyres[c.tyre]?.name === tyre) &&
              (wheel === 'any' || found.lists.wheels[c.wheel]?.name === wheel) &&
              (!uncut || c.trim === 0) &&
              (!tucked || (c.poke !== null && c.poke <= 0)),
          ),
    [found, tyre, wheel, uncut, tucked],
  );
  const rows = useMemo(() => {
    if (found.state !== 'ready') return [];
    const pool =
      only === 'front' ? found.front : only === 'fits' ? found.found.filter((c) => c.outcome === 'fits') : found.found;
    return within(pool);
  }, [found, only, within]);
  const trimming = (job.fitRules ?? DEFAULT_FIT_RULES).trimming.value;
  return (
    <main className="space-y-4 p-5 pt-3">
      <div className="flex flex-wrap items-center gap-3">
        <h1 className="grow">What fits, {promised} promised</h1>
        <Choice
          label="End"
          value={axle}
          options={AXLES.map((a) => [a, a === 'front' ? 'Front' : 'Rear'])}
          onValue={(a) => setAxle(a as Axle)}
        />
        <RoomLink className="btn" href={`/jobs/${id}/clearance?at=${axle === 'front' ? 'FL' : 'RL'}`}>
          Back to the tyre
        </RoomLink>
      </div>
      {found.state === 'working' && (
        <p role="status" className="flex items-center gap-3 text-pencil">
          Sweeping and trying
          <span className="block h-3 w-64 border border-graphite" aria-hidden="true">
            <span className="block h-full bg-graphite" style={{ width: `${Math.round(100 * found.share)}%` }} />
          </span>
          <span className="fig">{Math.round(100 * found.share)} %</span>
          <button type="button" className="btn" onClick={() => void sweeping.running().api.stopFinding()}>
            Stop
          </button>
        </p>
      )}
      {found.state === 'stopped' && (
        <p className="flex items-center gap-3">
          Stopped.
          <button type="button" className="btn" onClick={() => setRun(run + 1)}>
            Start again
          </button>
        </p>
      )}
      {found.state === 'failed' && (
        <p role="alert" className="font-semibold text-stop">
          Not worked: {found.why}.
        </p>
      )}
      {found.state === 'needs' && (
        <div>
          <p>There is not enough measured to search. Still wanted:</p>
          <ul className="list-disc pl-6">
            {found.needs.map((n) => (
              <li key={n}>{n}</li>
            ))}
          </ul>
        </div>
      )}
      {found.state === 'ready' && (
        <>
          <Answer found={found} axle={axle} trimming={trimming} />
          <div className="flex flex-wrap items-end gap-4 border-y border-rule py-2">
            <Choice
              label="Show"
              value={only}
              options={[
                ['front', `Best: ${found.front.length}`],
                ['fits', `All that fit: ${found.found.filter((c) => c.outcome === 'fits').length}`],
                ['all', `Tried: ${found.found.length}`],
              ]}
              onValue={(o) => setOnly(o as typeof only)}
            />
            <OneOf label="Tyre" of={found.lists.tyres} value={tyre} onChange={setTyre} />
            <OneOf label="Wheel" of={found.lists.wheels} value={wheel} onChange={setWheel} />
            <Check label="nothing cut" on={uncut} onChange={setUncut} />
            <Check label="tucked under the fender" on={tucked} onChange={setTucked} />
          </div>
          <div className="grid gap-5 lg:grid-cols-[minmax(0,1.5fr)_minmax(0,1fr)]">
            <div className="space-y-4">
              <FinderTable rows={rows} found={found} />
              <Refused found={found} />
            </div>
            <FitScatter rows={only === 'front' ? within(found.found) : rows} found={found} />
          </div>
        </>
      )}
    </main>
  );
}

interface OneOfProps {
  label: string;
  of: readonly { name: string }[];
  value: string;
  onChange: (name: string) => void;
}
function OneOf({ label, of, value, onChange }: OneOfProps) {
  const id = useId();
  return (
    <div className="field">
      <label htmlFor={id}>{label}</label>
      <select id={id} value={value} onChange={(e) => onChange(e.target.value)}>
        <option value="any">any</option>
        {[...new Set(of.map((o) => o.name))].map((name) => (
          <option key={name} value={name}>
            {name}
          </option>
        ))}
      </select>
    </div>
  );
}

function Check({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex min-h-12 items-center gap-2">
      <input type="checkbox" className="size-6" checked={on} onChange={(e) => onChange(e.target.checked)} />
      {label}
    </label>
  );
}
