'use client';

import { lazy, Suspense, useMemo, useState } from 'react';
import type { Axle } from '@/core/kernel/places';
import { RANK } from '@/core/kernel/judge';
import { say } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import { beams } from '@/core/subjects/axlePlace/points';
import { bumpCurve } from '@/core/subjects/steering/bumpCurve';
import { AXLE_CURES } from '@/core/subjects/steering/cures';
import { axleCures } from '@/core/subjects/steering/offers';
import { axleRows, standsAt, type AxleRow } from '@/core/subjects/steering/stands';
import { newArms } from '@/core/subjects/steering/newArms';
import { BUMP_ROUTE, steeredBeam } from '@/core/subjects/steering/points';
import { barsAt } from '@/core/subjects/steering/read';
import { CurePanel, type CureTrial } from '../cures/CurePanel';
import { Choice } from '../room/Choice';
import { RoomLink } from '../room/RoomLink';
import type { StationProps } from '../room/stationProps';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';
import { AxlesAbove } from './AxlesAbove';
import { Openings } from './Openings';
import { RodsAcross } from './RodsAcross';
import { SteeringAcross } from './SteeringAcross';

const TradeChart = lazy(() => import('../driveline/TradeChart'));
type Seen = StationProps['gate'];

/** Station Axle, steering: both axles from above, what steers them, what bump does to it, and cures to try. */
export function AxleStation({ view, gate, head, below, aside, verdicts, mayRead }: StationProps) {
  const { job, workings: w } = view;
  const units = useUnits();
  const axles = beams(job);
  const worst = [...verdicts].sort((a, b) => RANK[a.verdict] - RANK[b.verdict])[0];
  const [picked, setPicked] = useState<Axle | null>(null);
  const axle: Axle | null = picked ?? (worst?.place === 'rear' && axles.includes('rear') ? 'rear' : (axles[0] ?? null));
  const [trial, setTrial] = useState<CureTrial | null>(null);
  const stands = useMemo(() => (axle ? standsAt(w, axle, gate) : null), [w, axle, gate]);
  const cure = trial && AXLE_CURES.find(({ id }) => id === trial.id);
  const tried = stands && cure ? cure.apply(stands, trial.figures) : null;
  const front = steeredBeam(job);
  const now = useMemo(() => (front ? barsAt(w, gate) : null), [w, gate, front]);
  const came = useMemo(() => (front && gate !== 'before' ? barsAt(w, 'before') : null), [w, gate, front]);
  const shift = tried?.shift;
  const arms = newArms(job);
  const told = worst && worst.verdict !== 'Clear' ? worst : null;
  const planned = gate === 'plan' && stands ? worstFirst(axleRows(w, stands)) : null;
  const headline = planned
    ? `As planned: ${(planned.title.split(',')[0] ?? '').toLowerCase()} ${show(planned.quantity, planned.value, units, true).text}, ${planned.word}`
    : gate === 'plan'
      ? 'Nothing is worked for the plan yet'
      : told
        ? `${told.title}: ${say(told.summary, units)}, ${told.verdict}`
        : verdicts.length > 0
          ? 'Axles and steering are Clear'
          : 'Nothing is judged here yet';
  const offers = useMemo(() => (axle ? axleCures(w, gate, axle) : []), [w, gate, axle]);
  const panel = offers.length > 0 && (
    <CurePanel
      offers={offers}
      trial={trial}
      onTrial={setTrial}
      {...(arms.length > 0 && {
        moreName: 'what new arms set',
        more: arms.map(({ count, sets, out }) => (
          <li key={count}>
            <span className="font-semibold">{count} new arms</span> set {sets.join('; ')}
            {out.length > 0 && <>. Left as it is: {out.join('; ')}</>}.
          </li>
        )),
      })}
    />
  );
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-4 p-5">
        {head}
        <div>
          {axles.length > 1 && (
            <div className="pb-2 sm:float-right sm:pl-4">
              <Choice
                label="Axle"
                value={axle ?? 'front'}
                options={axles.map((a) => [a, a === 'front' ? 'Front axle' : 'Rear axle'] as const)}
                onValue={(a) => {
                  setPicked(a as Axle);
                  setTrial(null);
                }}
              />
            </div>
          )}
          <h2 className="text-2xl">{headline}</h2>
        </div>
        <AxlesAbove
          vehicle={job.vehicle}
          w={w}
          gate={gate}
          trial={shift && axle ? { axle, shift: shift.value } : null}
        />
        {gate !== 'plan' && <Openings w={w} gate={gate} />}
        {!front && gate !== 'plan' && <RodsAcross w={w} gate={gate} />}
        {now && (now.drag || now.track) && (
          <SteeringAcross came={came} now={now} planned={gate === 'plan'} tried={axle === 'front' ? tried : null} />
        )}
        <BumpSteer view={view} gate={gate} stands={axle === 'front' ? (tried ?? stands) : null} mayRead={mayRead} />
        {below}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(panel)}
      </aside>
    </main>
  );
}

/** The worst judged row, the largest against nothing else. */
const worstFirst = (rows: readonly AxleRow[]): AxleRow | null =>
  rows.filter((r) => r.word !== null).sort((a, b) => RANK[a.word ?? 'Clear'] - RANK[b.word ?? 'Clear'])[0] ?? null;

function BumpSteer({
  view,
  gate,
  stands,
  mayRead,
}: {
  view: JobView;
  gate: Seen;
  stands: ReturnType<typeof standsAt>;
  mayRead: boolean;
}) {
  const { workings: w, job, id } = view;
  const [open, setOpen] = useState(false);
  const own = useMemo(
    () => (open ? bumpCurve(w, gate, stands ?? standsAt(w, 'front', gate)) : []),
    [open, w, gate, stands],
  );
  const has = (key: string) => own.some((row) => row[key] !== null);
  const lines = [
    { key: 'bars', name: 'By the bars' },
    { key: 'linkage', name: 'By the linkage' },
    { key: 'measured', name: 'As measured', dots: true },
  ].filter(({ key }) => has(key));
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)} className="border-t border-rule">
      <summary className="flex min-h-12 items-center font-semibold">Bump steer over the travel</summary>
      {open &&
        (lines.length > 0 ? (
          <Suspense fallback={<div className="h-[240px]" />}>
            <TradeChart
              rows={own}
              x={{ key: 'travel', quantity: 'length', name: 'droop ← travel from ride height → bump' }}
              lines={lines}
              marks={[{ at: 0, name: gate === 'before' ? 'Before' : gate === 'plan' ? 'Plan' : 'After' }]}
              limit={null}
              band={null}
            />
            <p className="hint">Heading of the left front wheel against ride height, + to the left.</p>
          </Suspense>
        ) : (
          <p className="hint pb-2">
            {steeredBeam(job)
              ? 'Drag link, track bar and steering arm are not read yet.'
              : 'On wishbones the toe at jacked heights tells it, or the linkage.'}
          </p>
        ))}
      {gate !== 'plan' && mayRead && (
        <RoomLink className="btn mt-2" href={`/jobs/${id}/${gate}/read?route=${BUMP_ROUTE}`}>
          Measure it: toe at three jacked heights
        </RoomLink>
      )}
    </details>
  );
}
