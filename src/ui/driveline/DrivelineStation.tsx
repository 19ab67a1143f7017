'use client';

import { lazy, Suspense, useMemo, useState, type ReactNode } from 'react';
import { limitShaftSpeed, roadSpeed } from '@/core/gauge/speed';
import { RANK } from '@/core/kernel/judge';
import { say } from '@/core/kernel/phrase';
import { show } from '@/core/kernel/units/format';
import type { Axle } from '@/core/kernel/places';
import type { Verdict } from '@/core/record/checks/types';
import { CURES, partsAt } from '@/core/subjects/driveline/cures';
import { judgedTrain, JOINT_TITLE, wordOf } from '@/core/subjects/driveline/judged';
import { stringOf } from '@/core/subjects/driveline/line';
import { shaftOrder } from '@/core/subjects/driveline/order';
import type { TrainParts } from '@/core/subjects/driveline/parts';
import { plannedTrain, travelOf } from '@/core/subjects/driveline/predicted';
import { hasTrain } from '@/core/subjects/common/where';
import { jointKind, shaftsOf } from '@/core/subjects/driveline/shape';
import { casterTrade, overTravel } from '@/core/subjects/driveline/trade';
import { isBeam } from '@/core/document/job';
import { Choice } from '../room/Choice';
import type { StationProps } from '../room/stationProps';
import type { JobView } from '../room/view';
import { useUnits } from '../Units';
import type { CureTrial } from '../cures/CurePanel';
import { ShaftCures } from './ShaftCures';
import { SpeedStrip, type SpeedLine } from './SpeedStrip';
import { StringLine, type JointShown, type StringShown } from './StringLine';

const TradeChart = lazy(() => import('./TradeChart'));
type Seen = 'before' | 'plan' | 'after';
const STAGES: readonly Seen[] = ['before', 'plan', 'after'];

/** Station Driveline: the string line, from which speed each joint passes its limit, what trades, and cures to try. */
export function DrivelineStation({ view, gate, head, below, aside, verdicts }: StationProps) {
  const { job, workings: w } = view;
  const axles = (['front', 'rear'] as const).filter((axle) => hasTrain(job, axle) && shaftsOf(job, axle) !== 0);
  const worst = [...verdicts]
    .filter((v) => v.place === 'front' || v.place === 'rear')
    .sort((a, b) => RANK[a.verdict] - RANK[b.verdict])[0];
  const [picked, setPicked] = useState<Axle | null>(null);
  const axle: Axle =
    picked ?? (worst?.place === 'front' ? 'front' : axles.includes('rear') ? 'rear' : (axles[0] ?? 'rear'));
  const [trial, setTrial] = useState<CureTrial | null>(null);
  const parts = useMemo(() => partsAt(w, axle, gate), [w, axle, gate]);
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-4 p-5">
        {head}
        {axles.length === 0 ? (
          <p className="hint">No shaft of this vehicle bears on the lift.</p>
        ) : (
          <>
            <Train
              key={axle}
              view={view}
              gate={gate}
              axle={axle}
              parts={parts}
              trial={trial}
              found={verdicts.filter((v) => v.place === axle)}
              choice={
                axles.length > 1 && (
                  <Choice
                    label="Shaft"
                    value={axle}
                    options={axles.map((a) => [a, a === 'front' ? 'Front shaft' : 'Rear shaft'] as const)}
                    onValue={(a) => {
                      setPicked(a as Axle);
                      setTrial(null);
                    }}
                  />
                )
              }
            />
          </>
        )}
        {below}
      </div>
      <aside className="space-y-5 border-l border-rule p-5" aria-label="Checks of this station">
        {aside(<ShaftCures w={w} stage={gate} axle={axle} trial={trial} onTrial={setTrial} />)}
      </aside>
    </main>
  );
}

function Train({
  view,
  gate,
  axle,
  parts,
  trial,
  found,
  choice,
}: {
  view: JobView;
  gate: Seen;
  axle: Axle;
  parts: TrainParts | null;
  trial: CureTrial | null;
  /** What is judged of it at this gate, worst first. */
  found: readonly Verdict[];
  choice: ReactNode;
}) {
  const { workings: w } = view;
  const units = useUnits();
  const shown = useMemo(() => {
    if (!parts) return null;
    const cure = trial && CURES.find(({ id }) => id === trial.id);
    const now = cure ? cure.apply(w, parts, trial.figures) : parts;
    const judged = judgedTrain(w, gate, now);
    const lines: StringShown[] = [];
    for (const stage of STAGES.slice(0, STAGES.indexOf(gate) + 1)) {
      const of = stage === gate ? parts : partsAt(w, axle, stage);
      const line = of && stringOf(of);
      if (!line) continue;
      const ink =
        stage === gate && stage !== 'plan'
          ? stage === 'before'
            ? 'chalk'
            : 'ink'
          : stage === 'before'
            ? 'chalk'
            : 'dashed';
      lines.push({ line, ink, name: stage });
    }
    const tried = trial && stringOf(now);
    if (tried) lines.push({ line: tried, ink: 'dashed', name: 'trial' });
    return { now, judged, lines };
  }, [w, gate, axle, parts, trial]);
  if (!parts || !shown)
    return (
      <>
        {choice}
        <Lacking view={view} axle={axle} gate={gate} />
      </>
    );
  const { now, judged, lines } = shown;
  if (!judged)
    return (
      <p className="font-semibold text-stop">
        These readings cannot belong to one shaft: read offsets, inclination and length again.
      </p>
    );
  const joints: JointShown[] = judged.train.joints.map((j) => {
    const row = judged.rows.find((r) => r.id === `joint-${j.at}` || (j.at === 'axle' && r.id === 'pinion-line'));
    return {
      at: j.at,
      name: JOINT_TITLE[j.at].replace('Joint at the ', ''),
      angle: j.value,
      verdict: row ? wordOf(row) : null,
    };
  });
  const words = judged.rows.map((r) => ({ row: r, word: wordOf(r) })).sort((a, b) => RANK[a.word] - RANK[b.word]);
  const [worst] = words;
  const { at } = judged;
  // What hand and tape found of it besides the angles leads, as long as nothing is only planned or tried.
  const told = gate === 'plan' || trial ? undefined : found[0];
  const strip: SpeedLine[] = at
    ? [
        ...judged.train.joints.flatMap((j): SpeedLine[] => {
          if (jointKind(j.told) !== 'single') return [];
          const speeds = [j.value / 0.75, j.value].map((angle) => {
            const most = limitShaftSpeed(angle);
            return most === null ? null : roadSpeed(most, at.gearing);
          });
          return [{ name: JOINT_TITLE[j.at], watch: speeds[0] ?? null, stop: speeds[1] ?? null }];
        }),
        { name: 'All together', watch: at.torsionalClearTo, stop: at.torsionalStopFrom },
      ]
    : [];
  const planned = gate === 'plan' ? plannedTrain(w, axle) : null;
  const slip = slipWords(view, now, gate, units);
  return (
    <div className="space-y-4">
      <div>
        <div className="pb-2 sm:float-right sm:pl-4">{choice}</div>
        <p className="text-sm font-semibold text-pencil">
          {axle === 'front' ? 'Front' : 'Rear'} shaft · {judged.rule.name} ·{' '}
          {trial ? 'on trial' : gate === 'plan' ? 'worked from Before and the plan' : 'ride height, by gauge and tape'}
        </p>
        <h2 className="text-2xl">
          {told && told.verdict !== 'Clear'
            ? `${told.title}: ${told.quantity && told.value !== null ? show(told.quantity, told.value, units).text : say(told.summary, units)}, ${told.verdict}`
            : !worst || worst.word === 'Clear'
              ? 'Every joint is Clear'
              : `${worst.row.title}: ${show(worst.row.quantity, worst.row.value, units).text}, ${worst.word}`}
        </h2>
        <p className="text-[15px] text-pencil">{judged.rule.why}.</p>
        {planned?.state === 'predicted' && (
          <p className="text-[15px] text-pencil">
            The axle comes {planned.travel.value < 0 ? 'down' : 'up'} by{' '}
            {show('length', Math.abs(planned.travel.value), units).text} ±{' '}
            {show('length', 2 * planned.travel.u, units).text}; {planned.turnBy}.
          </p>
        )}
        {judged.train.unread.length > 0 && (
          <p className="text-[15px] text-watch">Not read: {judged.train.unread.join('; ')}.</p>
        )}
      </div>
      <StringLine lines={lines} joints={axle === 'rear' ? joints : [...joints].reverse()} slip={slip} end={axle} />
      {at ? (
        <SpeedStrip lines={strip} top={at.road.value} />
      ) : (
        <p className="hint">How fast it turns is not known: read the axle ratio, and the tyres after a change.</p>
      )}
      <Trade view={view} gate={gate} axle={axle} parts={now} limit={at?.limitAngle ?? null} />
      <Order view={view} axle={axle} />
    </div>
  );
}

function slipWords(view: JobView, parts: TrainParts, gate: Seen, units: ReturnType<typeof useUnits>): string | null {
  const { workings: w } = view;
  const axle = parts.end;
  const read = gate === 'after' ? 'after' : 'before';
  const at = (point: string) => w.figures.figure({ gate: read, point, place: axle, state: 'below' });
  const [shows, whole, home] = [at('slipExposed'), at('splineLength'), at('slipHome')];
  const came = partsAt(w, axle, read)?.shafts.at(-1)?.length.value;
  const is = parts.shafts.at(-1)?.length.value;
  if (shows.status !== 'read' || came === undefined || is === undefined) return null;
  // Planned or tried, as much more of it shows as the shaft is longer.
  const shown = shows.value + is - came;
  const mm = (v: number) => show('length', v, units).text;
  return whole.status === 'read' && home.status === 'read'
    ? `slip: ${mm(whole.value - shown)} engaged · ${mm(shown - home.value)} room`
    : `slip: ${mm(shown)} of spline shows`;
}

function Trade({
  view,
  gate,
  axle,
  parts,
  limit,
}: {
  view: JobView;
  gate: Seen;
  axle: Axle;
  parts: TrainParts;
  limit: number | null;
}) {
  const { workings: w, job } = view;
  const [open, setOpen] = useState(false);
  const front = axle === 'front' && isBeam(job.vehicle.frontSuspension);
  return (
    <details open={open} onToggle={(event) => setOpen(event.currentTarget.open)} className="border-t border-rule">
      <summary className="flex min-h-12 items-center font-semibold">
        {front ? 'Joint angles over the travel, and caster against the pinion' : 'Joint angles over the travel'}
      </summary>
      {open && <Charts w={w} gate={gate} axle={axle} parts={parts} limit={limit} front={front} />}
    </details>
  );
}

function Charts({
  w,
  gate,
  axle,
  parts,
  limit,
  front,
}: {
  w: JobView['workings'];
  gate: Seen;
  axle: Axle;
  parts: TrainParts;
  limit: number | null;
  front: boolean;
}) {
  const units = useUnits();
  const angle = (v: number) => show('angle', v, units, true).text;
  const rows = useMemo(() => overTravel(parts, -120, 100), [parts]);
  const trade = useMemo(() => (front ? casterTrade(w, gate, parts) : null), [w, gate, parts, front]);
  const gone = gate === 'before' ? null : travelOf(w, axle, gate);
  const marks = [
    { at: 0, name: gate === 'before' ? 'Before' : gate === 'plan' ? 'Plan' : 'After' },
    ...(gone ? [{ at: -gone.value, name: 'Before' }] : []),
  ];
  return (
    <Suspense fallback={<div className="h-[240px]" />}>
      <TradeChart
        rows={rows}
        x={{ key: 'travel', quantity: 'length', name: 'droop ← travel from ride height → bump' }}
        lines={parts.joints.map((j) => ({ key: j.at, name: JOINT_TITLE[j.at] }))}
        marks={marks}
        limit={limit}
        band={null}
      />
      {trade && (
        <>
          <TradeChart
            rows={trade.rows}
            x={{ key: 'noseUp', quantity: 'angle', name: 'axle turned: pinion up ← → nose up, caster gains' }}
            lines={[
              { key: 'pinion', name: 'Joint at the axle' },
              ...(trade.caster === null ? [] : [{ key: 'caster', name: 'Caster' }]),
            ]}
            marks={[{ at: 0, name: 'as it stands' }]}
            limit={null}
            band={trade.band}
          />
          <p className="text-[15px]">
            {trade.band
              ? `Both pass ${trade.band.from === trade.band.to ? `only at ${angle(trade.band.from)}` : `from ${angle(trade.band.from)} to ${angle(trade.band.to)}`} of turn: the shaft reads Clear and caster is no less than it came with, within half a degree.`
              : `No band where both pass: ${trade.why ?? ''}.`}
          </p>
        </>
      )}
    </Suspense>
  );
}

function Order({ view, axle }: { view: JobView; axle: Axle }) {
  const units = useUnits();
  const order = shaftOrder(view.workings, axle);
  if (!order) return null;
  const mm = (v: number) => show('length', v, units).text;
  return (
    <p className="text-[15px]">
      A new shaft is ordered joint to joint: pushed home no longer than <b className="fig">{mm(order.closed)}</b>, and
      with {order.engaged.diameters} spline diameters still in it at least <b className="fig">{mm(order.open)}</b> long
      (shortest {order.shortest.pose} {mm(order.shortest.value)}, longest {order.longest.pose} {mm(order.longest.value)}
      ).
    </p>
  );
}

function Lacking({ view, axle, gate }: { view: JobView; axle: Axle; gate: Seen }) {
  const planned = gate === 'plan' && view.job.plan[axle === 'front' ? 'liftFront' : 'liftRear'] === null;
  return (
    <div className="border border-rule bg-panel p-5">
      <p className="text-lg font-semibold">
        {planned ? 'No lift is planned for this axle yet' : 'The crawl of this shaft is not read yet'}
      </p>
      <p className="hint pt-1">
        {planned
          ? 'Set the plan: the string line then shows what the lift makes of the shaft.'
          : 'With a gauge and a tape, case to axle: the string line stands here as soon as the last angle is filed.'}
      </p>
    </div>
  );
}
