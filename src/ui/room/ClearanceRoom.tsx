'use client';

import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { GRADE_NAMES, type GradeName } from '@/core/subjects/clearance/engine/poses';
import type { Cure, ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { gapsAt } from '@/core/subjects/clearance/fit/assessed';
import { problemAt } from '@/core/subjects/clearance/fit/problemAt';
import { fenderEdge } from '@/core/subjects/clearance/fit/weigh';
import { fitmentName } from '@/core/subjects/clearance/fit/form';
import { mm } from '@/core/kernel/phrase';
import { axleOf, CORNERS, PLACE_NAME, type Corner } from '@/core/kernel/places';
import { GATES } from '@/core/document/job';
import type { Stage } from '@/core/subjects/linkage/stages';
import type { Fitment } from '@/core/document/fitment';
import { Words } from '../Figure';
import { FitmentPanel } from '../clearance/FitmentPanel';
import { GapsPanel } from '../clearance/GapsPanel';
import { ObstacleList } from '../clearance/ObstacleList';
import { useWeighed, type Wanted, type Weighed } from '../clearance/useWeighed';
import { Doubts, StandsOn } from '../clearance/StandsOn';
import { leftOf, Studio, type Pose } from '../clearance/Studio';
import { cured, fittedText, plainFitment } from '../clearance/trial';
import { Tried } from '../clearance/Tried';
import { Needs, Progress } from '../clearance/Waiting';
import { headline, poseWords } from '../clearance/words';
import { Choice } from './Choice';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

type Which = 'fitted' | 'asked' | 'suggested' | 'tried';
const WHICH_NAME: Record<Which, string> = {
  fitted: 'Fitted',
  asked: 'Asked for',
  suggested: 'Suggested',
  tried: 'On trial',
};
const STAGE_NAME: Record<Stage, string> = { before: 'Before', plan: 'Plan', after: 'After' };
/** The last answer that came, and what it was worked for. */
interface Answered {
  weighed: Extract<Weighed, { state: 'ready' }>;
  /** Corner and obstacles, in order: the ring of other ones would name the wrong part. */
  of: string;
  worked: string;
  missing: number;
}

/** Does the tyre fit? One wheel with what stands round it, over every pose of a grade. */
export function ClearanceRoom({ view, asked }: { view: JobView; asked: { at?: string; ob?: string } }) {
  const { job, workings, id, bay, open } = view;
  const gate = GATES.indexOf(job.job.gate);
  const [corner, setCorner] = useState<Corner>(CORNERS.find((c) => c === asked.at) ?? 'FL');
  const [stage, setStage] = useState<Stage>(gate >= 4 ? 'after' : 'plan');
  const axle = axleOf(corner);
  const promised: GradeName = axle === 'front' ? job.job.promiseFront : job.job.promiseRear;
  const [looked, setLooked] = useState<GradeName | null>(null);
  const grade = looked ?? promised;
  const [trial, setTrial] = useState<Fitment | null>(null);
  const [which, setWhich] = useState<Which>(job.fitments.asked && gate < 4 ? 'asked' : 'fitted');
  const [tabbed, setTab] = useState<string | null>(null);
  const [picked, setPicked] = useState<string | null>(asked.ob ?? null);

  const fitments = useMemo(() => {
    const { asked: wanted, suggested } = job.fitments;
    const out: { which: Which; fitment: Fitment | null }[] = [
      // At Plan a null would stand for what is asked for: the one that came is tried by its own figures.
      { which: 'fitted', fitment: stage === 'plan' && wanted ? plainFitment(workings, corner) : null },
    ];
    if (stage !== 'after') {
      if (wanted) out.push({ which: 'asked', fitment: wanted });
      if (suggested) out.push({ which: 'suggested', fitment: suggested });
      if (trial) out.push({ which: 'tried', fitment: trial });
    }
    return out;
  }, [job, workings, corner, stage, trial]);
  const chosen = fitments.find((f) => f.which === which) ?? fitments[0];
  const shown = chosen?.which ?? 'fitted';
  const wanted = useMemo<Wanted[]>(() => {
    const order = [...fitments].sort((a, b) => Number(b.which === shown) - Number(a.which === shown));
    return order.map(({ which: key, fitment }) => ({ key, fitment }));
  }, [fitments, shown]);
  const { weighed, stop, again } = useWeighed(job, corner, stage, grade, wanted);
  const here: Weighed | undefined = weighed[shown];
  const results = useMemo(() => (here?.state === 'ready' ? here.results : []), [here]);
  const [worst] = results;

  const posed = useMemo(() => {
    const found = problemAt(workings, corner, stage, chosen?.fitment ?? null);
    return found;
  }, [workings, corner, stage, chosen]);
  // Without anything to sweep the arithmetic is what there is.
  const tab = tabbed ?? (posed.ok ? 'worst' : 'tyre');
  const missing = posed.ok ? posed.posed.obstacles.missing.length : 0;
  // While it sweeps, the last answer stays, greyed, with what it was worked for.
  const [last, setLast] = useState<Answered | null>(null);
  const worked = `${PLACE_NAME[corner]}, ${STAGE_NAME[stage]}, ${grade}, ${WHICH_NAME[shown].toLowerCase()}`;
  const of = `${corner}/${posed.ok ? posed.posed.problem.obstacles.map((o) => o.id).join() : ''}`;
  if (here?.state === 'ready' && last?.weighed !== here) setLast({ weighed: here, of, worked, missing });
  const sweeping = (here === undefined || here.state === 'working') && last !== null;
  const selected = picked ?? worst?.id ?? null;
  const shownResult = results.find((r) => r.id === selected);
  const key = `${corner}/${stage}/${shown}/${selected ?? ''}`;
  const start: Pose = shownResult
    ? shownResult.pose
    : posed.ok
      ? { own: posed.posed.limits.rest, across: posed.posed.problem.across.rest, steer: 0 }
      : { own: 0, across: 0, steer: 0 };
  const gaps = useMemo(
    () => (['before', 'after'] as const).flatMap((g) => gapsAt(workings, corner, g)),
    [workings, corner],
  );
  const findings = gaps.filter((g) => g.finding).length;
  const editable = open && bay && ['before', 'plan'].includes(job.job.gate);
  const readable = open && bay && gate >= 1 && gate < 3;
  const tryCure = (cure: Cure, r: ObstacleResult) => {
    const base = chosen?.fitment ?? plainFitment(workings, corner);
    const next = cured(base, cure, r.id, axle);
    setTrial({ ...next, name: fitmentName(next, view.member.units) });
    if (stage === 'after') setStage('plan');
    setWhich('tried');
  };
  const select = (o: string) => {
    setPicked(o === selected && picked ? null : o);
  };

  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(360px,1fr)]">
      <div className="space-y-2 p-5 pt-3">
        <div className="flex flex-wrap items-center justify-between gap-2">
          <Choice
            label="Corner"
            value={corner}
            options={CORNERS.map((c) => [c, c, PLACE_NAME[c]])}
            onValue={(c) => {
              setCorner(c as Corner);
              setPicked(null);
              setLooked(null);
            }}
          />
          <Choice
            label="Stance"
            value={stage}
            options={(['before', 'plan', 'after'] as const)
              .filter((s) => s !== 'after' || gate >= 3)
              .map((s) => [s, STAGE_NAME[s]])}
            onValue={(s) => setStage(s as Stage)}
          />
          <Choice
            label="Grade of fit"
            value={grade}
            options={GRADE_NAMES.map((g) => [g, g])}
            onValue={(g) => setLooked(g === promised ? null : (g as GradeName))}
          />
        </div>
        <div
          className="grid gap-x-3 border-b border-rule pb-2 sm:grid-cols-3"
          role="group"
          aria-label="Tyres side by side"
        >
          {fitments.map((f) => (
            <Tried
              key={f.which}
              name={WHICH_NAME[f.which]}
              text={
                f.fitment
                  ? fitmentName(f.fitment, view.member.units)
                  : fittedText(workings, corner, stage, view.member.units)
              }
              weighed={weighed[f.which]}
              missing={missing}
              on={f.which === shown}
              onPick={() => {
                setWhich(f.which);
                setPicked(null);
              }}
            />
          ))}
          {fitments.length === 1 && stage !== 'after' && (
            <p className="hint">No tyre is asked for yet: type it under Tyre, or find what fits.</p>
          )}
        </div>
        <div className="flex flex-wrap items-end justify-between gap-x-4">
          <div>
            <p className="text-sm font-semibold text-pencil">
              {PLACE_NAME[corner]} · {grade}
              {grade === promised ? ', promised' : `, though ${promised} is promised`}
              {shownResult && posed.ok && (
                <>
                  {' '}
                  ·{' '}
                  <Words
                    phrase={poseWords(
                      shownResult.pose,
                      posed.posed.limits.rest,
                      leftOf(posed.posed),
                      posed.posed.problem.steer,
                    )}
                  />
                </>
              )}
            </p>
            <h1 aria-live="polite">
              {sweeping ? (
                <span className="text-pencil">{headline(last.weighed.results, last.missing)}</span>
              ) : here?.state === 'ready' ? (
                headline(results, missing)
              ) : here?.state === 'needs' ? (
                'Not measured yet'
              ) : (
                'Does the tyre fit?'
              )}
            </h1>
            {posed.ok && posed.posed.forward && (
              <p className="hint">
                <Words
                  phrase={[
                    'The wheel stands ',
                    mm(Math.abs(posed.posed.forward.value)),
                    posed.posed.forward.value > 0 ? ' forward' : ' rearward',
                    ` of where its linkage has it, by ${posed.posed.forward.by}: caster and camber as measured.`,
                  ]}
                />
              </p>
            )}
            {sweeping && <p className="hint">That was worked for: {last.worked}. It is being swept anew.</p>}
          </div>
          <Progress weighed={here} onStop={stop} onAgain={again} />
        </div>
        {posed.ok ? (
          <Studio
            posed={posed.posed}
            weighed={sweeping && last.of === of ? last.weighed : here}
            stale={sweeping && last.of === of}
            results={results}
            start={start}
            startKey={key}
            selected={selected}
            onSelect={select}
          />
        ) : (
          <Needs needs={posed.needs} jobId={id} readable={readable} corner={corner} verdicts={view.verdicts} />
        )}
      </div>
      <aside className="border-l border-rule p-5 pt-3">
        <Tabs.Root value={tab} onValueChange={setTab}>
          <Tabs.List aria-label="What follows from it" className="flex gap-1 border-b border-rule pb-2">
            {(
              [
                ['worst', 'Worst first'],
                ['tyre', 'Tyre'],
                ['gaps', 'Gaps'],
                ['known', 'Stands on'],
              ] as const
            ).map(([value, name]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="min-h-12 px-2 font-semibold text-pencil data-[state=active]:border-b-4 data-[state=active]:border-graphite data-[state=active]:text-graphite"
              >
                {name}
                {value === 'gaps' && findings > 0 && <span className="text-watch"> ({findings})</span>}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="worst" className="pt-1">
            {posed.ok && <Doubts posed={posed.posed} />}
            {posed.ok ? (
              <ObstacleList
                jobId={id}
                corner={corner}
                results={results}
                missing={here?.state === 'ready' ? posed.posed.obstacles.missing : []}
                rest={posed.posed.limits.rest}
                left={leftOf(posed.posed)}
                stops={posed.posed.problem.steer}
                selected={picked}
                onSelect={select}
                onTry={tryCure}
                readable={readable}
                trims={
                  (shown === 'asked' && stage === 'plan') ||
                  stage === 'after' ||
                  (shown === 'fitted' && !job.fitments.asked)
                }
              />
            ) : (
              <p className="hint py-2">Nothing round this wheel is measured yet.</p>
            )}
          </Tabs.Content>
          <Tabs.Content value="tyre" className="pt-3">
            <FitmentPanel
              key={`${corner}/${shown}/${chosen?.fitment?.name ?? ''}/${view.member.units.length}`}
              corner={corner}
              fitment={chosen?.fitment ?? null}
              edge={posed.ok ? fenderEdge(posed.posed) : null}
              editable={editable}
              onTry={(f) => {
                setTrial(f);
                setWhich('tried');
              }}
              onSaved={(w) => {
                setWhich(w);
                setTrial(null);
              }}
            />
          </Tabs.Content>
          <Tabs.Content value="gaps" className="pt-3">
            <GapsPanel gaps={gaps} after={gate >= 4} />
          </Tabs.Content>
          <Tabs.Content value="known" className="pt-3">
            {posed.ok ? <StandsOn posed={posed.posed} weighed={here} /> : <p className="hint">Nothing yet.</p>}
          </Tabs.Content>
        </Tabs.Root>
        <nav aria-label="From here" className="flex flex-wrap gap-2 pt-5">
          <RoomLink className={posed.ok ? 'btn btn-main' : 'btn'} href={`/jobs/${id}/finder?end=${axle}`}>
            Find what fits
          </RoomLink>
          {readable && (
            <RoomLink className="btn" href={`/jobs/${id}/before/read?route=clearance`}>
              Measure round the wheels
            </RoomLink>
          )}
          {gate >= 4 && open && bay && (
            <RoomLink className="btn" href={`/jobs/${id}/after/read?route=clearance`}>
              Prove it on the vehicle
            </RoomLink>
          )}
          <RoomLink className="btn" href={`/jobs/${id}/${job.job.gate}`}>
            Back to the gate
          </RoomLink>
        </nav>
        <p className="hint pt-3">
          Rigid parts, the same forward and in reverse; a vehicle is not. Only rolling it both ways, at half and at full
          lock and braked, proves reverse. It informs, it does not certify.
        </p>
      </aside>
    </main>
  );
}
