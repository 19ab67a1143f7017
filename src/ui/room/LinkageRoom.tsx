'use client';

import { Tabs } from 'radix-ui';
import { useMemo, useState } from 'react';
import { AXLES, cornersOf, type Axle } from '@/core/kernel/places';
import { GATES } from '@/core/document/job';
import { SUSPENSION_NAME } from '@/core/document/suspensionKind';
import { measuredShare } from '@/core/subjects/linkage/assemble';
import { corrections } from '@/core/subjects/linkage/corrections';
import { kindOf } from '@/core/subjects/linkage/features';
import { implausibleIn } from '@/core/subjects/linkage/implausible';
import { staged, travelAt, type Stage } from '@/core/subjects/linkage/stages';
import { ROW } from '@/core/suspension/figures';
import { linkageOf } from '@/core/suspension/linkage';
import { UNREACHABLE_NAME } from '@/core/suspension/unreachable';
import { CalibrationPanel } from '../linkage/CalibrationPanel';
import { CurvesSection } from '../linkage/CurvesSection';
import { Figures } from '../linkage/Figures';
import { FilePanel } from '../linkage/FilePanel';
import { LengthsPanel } from '../linkage/LengthsPanel';
import { LinkageView } from '../linkage/LinkageView';
import { PointsPanel } from '../linkage/PointsPanel';
import { jointsOf, VIEW_NAME } from '../linkage/shape';
import { Sliders, type Pose, type Stop } from '../linkage/Sliders';
import { Choice } from './Choice';
import { RoomLink } from './RoomLink';
import { usePiece } from './usePiece';
import type { JobView } from './view';

const STAGE_NAME: Record<Stage, string> = { before: 'As it came', plan: 'As planned', after: 'As built' };
const STOP_NAME: Record<Stage, string> = { before: 'Before', plan: 'Plan', after: 'After' };
/** From where the underside is looked at. */
const VIEWS = ['below', 'side', 'front'] as const;
type Underneath = (typeof VIEWS)[number];
const TABS = [
  ['figures', 'Figures'],
  ['points', 'Points'],
  ['gauges', 'Gauges'],
  ['lengths', 'Lengths'],
  ['file', 'Versions'],
] as const;

/** The underside of one end, drawn from its points and moved by hand, each figure at its part, with what follows from it. */
export function LinkageRoom({ view, asked }: { view: JobView; asked: { end?: string } }) {
  const { job, workings, id, bay, open } = view;
  const gate = GATES.indexOf(job.job.gate);
  const [axle, setAxle] = useState<Axle>(asked.end === 'rear' ? 'rear' : 'front');
  const [stage, setStage] = useState<Stage>(gate >= 4 ? 'after' : gate >= 2 ? 'plan' : 'before');
  const [moved, setMoved] = useState<{ key: string; pose: Pose } | null>(null);
  const [selected, setSelected] = useState<string | null>(null);
  const [tab, setTab] = useState<string>('figures');
  const [large, setLarge] = useState<Underneath>('below');

  const end = useMemo(() => staged(workings, axle, stage), [workings, axle, stage]);
  const before = useMemo(() => staged(workings, axle, 'before'), [workings, axle]);
  const linkage = useMemo(() => (end.fault ? null : linkageOf(end.end)), [end]);
  const chalk = useMemo(() => {
    if (before.fault) return null;
    const still = linkageOf(before.end);
    if (still.pose(0, 0, 0)) return null;
    const row = new Float64Array(ROW);
    still.measure(row);
    return { row, joints: still.joints() };
  }, [before]);
  const stops = useMemo<Stop[]>(
    () =>
      (['before', 'plan', 'after'] as const).flatMap((s) => {
        const [l, r] = cornersOf(axle).map((corner) => travelAt(workings, s, corner));
        return l && r ? [{ name: STOP_NAME[s], left: Math.round(l.value), right: Math.round(r.value) }] : [];
      }),
    [workings, axle],
  );
  const key = `${axle}/${stage}`;
  const stance = stops.find((s) => s.name === STOP_NAME[stage]) ?? { left: 0, right: 0 };
  const pose: Pose = moved?.key === key ? moved.pose : { left: stance.left, right: stance.right, steer: 0 };
  const posed = useMemo(() => {
    if (!linkage) return null;
    const failed = linkage.pose(pose.left, pose.right, pose.steer);
    if (failed) {
      linkage.restart();
      return { failed };
    }
    const row = new Float64Array(ROW);
    linkage.measure(row);
    return { row, joints: linkage.joints() };
  }, [linkage, pose.left, pose.right, pose.steer]);
  const joints = useMemo(() => jointsOf(end), [end]);
  const doubts = useMemo(() => implausibleIn(job, before), [job, before]);
  const gauges = usePiece('gauges', 'before', ...(gate >= 4 ? (['after'] as const) : []))?.piece ?? [];
  const lengths = useMemo(() => (stage === 'before' ? [] : corrections(end, before)), [end, before, stage]);
  const share = measuredShare(job, before);
  const findings = gauges.reduce((sum, c) => sum + c.compared.filter((x) => x.finding).length, 0);
  const pick = (at: string) => {
    setSelected(at);
    setTab('points');
  };
  const seen = gate >= 4 ? 'after' : gate >= 2 ? 'plan' : 'before';
  const readable = bay && open && job.job.gate !== 'intake' && gate < 3;
  const type = end.end.type;
  const steered = type === 'double-wishbone' || end.end.steering !== undefined;
  const views = posed && !('failed' in posed) ? posed : null;

  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(360px,1fr)]">
      <div className="space-y-3 p-5 pt-4">
        <div className="flex flex-wrap items-center gap-2">
          <h1 className="grow">Underside</h1>
          <Choice
            label="End"
            value={axle}
            options={AXLES.map((a) => [a, a === 'front' ? 'Front' : 'Rear'])}
            onValue={(a) => setAxle(a as Axle)}
          />
          <Choice
            label="Stance"
            value={stage}
            options={(['before', 'plan', 'after'] as const).map((s) => [s, STAGE_NAME[s]])}
            onValue={(s) => setStage(s as Stage)}
          />
        </div>
        <p className="!mt-1 text-[15px] text-pencil">
          <span className="inline-block first-letter:uppercase">{SUSPENSION_NAME[kindOf(job.vehicle, axle)]}</span>;{' '}
          {share.measured === share.total
            ? `all ${share.total} points measured`
            : `${share.measured} of ${share.total} points measured, the others assumed from ${
                before.base.kind === 'kept' ? `version ${before.base.version}` : `the template “${before.base.name}”`
              }`}
          .
        </p>
        {end.fault && (
          <p role="alert" className="border-l-4 border-stop pl-3 font-semibold text-stop">
            The points do not make a linkage: {end.fault.path}: {end.fault.fault}.
          </p>
        )}
        {!end.travel && stage !== 'before' && (
          <p role="status" className="border-l-4 border-watch pl-3 font-semibold text-watch">
            {stage === 'plan'
              ? 'No lift is planned yet: set it at Plan.'
              : 'Not all heights of this axle are read Before and After.'}{' '}
            Shown at the Before stance.
          </p>
        )}
        {posed && 'failed' in posed && (
          <p role="alert" className="border-l-4 border-stop pl-3 font-semibold text-stop">
            Out of reach: {UNREACHABLE_NAME[posed.failed as keyof typeof UNREACHABLE_NAME]}.
          </p>
        )}
        {views && (
          <div className="grid gap-3 md:grid-cols-[minmax(0,2.6fr)_minmax(0,1fr)] md:grid-rows-2">
            {VIEWS.map((v) => {
              const drawing = (
                <LinkageView
                  view={v}
                  end={end.end}
                  tyre={end.end.tyre ?? null}
                  now={views.joints}
                  chalk={chalk?.joints ?? null}
                  radius={before.end.left.hub.centre[2]}
                  joints={joints}
                  selected={selected}
                  onSelect={pick}
                  {...(v === large ? { large: { row: views.row } } : {})}
                />
              );
              return v === large ? (
                <div key={v} className="md:row-span-2">
                  {drawing}
                </div>
              ) : (
                <div key={v} className="md:col-start-2">
                  {drawing}
                  <button type="button" className="btn w-full" onClick={() => setLarge(v)}>
                    {VIEW_NAME[v]}, large
                  </button>
                </div>
              );
            })}
          </div>
        )}
        {linkage && <Sliders pose={pose} onPose={(p) => setMoved({ key, pose: p })} stops={stops} steered={steered} />}
        <p className="hint">
          Solid: measured. Dashed and hollow: assumed. Thin blue: as it came. Tap a point for its name, or walk the
          points with the arrow keys.
        </p>
        {!end.fault && <CurvesSection end={end} stops={stops} travel={(pose.left + pose.right) / 2} />}
      </div>
      <aside className="border-l border-rule p-5">
        <Tabs.Root value={tab} onValueChange={setTab}>
          <Tabs.List aria-label="What follows from it" className="flex flex-wrap gap-x-1.5 border-b border-rule pb-2">
            {TABS.map(([value, name]) => (
              <Tabs.Trigger
                key={value}
                value={value}
                className="min-h-12 px-0.5 text-[15px] font-semibold text-pencil data-[state=active]:border-b-4 data-[state=active]:border-graphite data-[state=active]:text-graphite"
              >
                {name}
                {value === 'gauges' && findings > 0 && <span className="text-watch"> ({findings})</span>}
                {value === 'points' && doubts.length > 0 && <span className="text-watch"> ({doubts.length})</span>}
              </Tabs.Trigger>
            ))}
          </Tabs.List>
          <Tabs.Content value="figures" className="pt-3">
            {views ? (
              <Figures row={views.row} before={chalk?.row ?? null} />
            ) : (
              <p className="hint">No figures where the pose cannot be reached.</p>
            )}
          </Tabs.Content>
          <Tabs.Content value="points" className="pt-3">
            <PointsPanel
              jobId={id}
              job={job}
              end={end}
              joints={joints}
              selected={selected}
              onSelect={setSelected}
              doubts={doubts}
              readable={readable}
            />
          </Tabs.Content>
          <Tabs.Content value="gauges" className="pt-3">
            <CalibrationPanel calibrations={gauges} />
          </Tabs.Content>
          <Tabs.Content value="lengths" className="pt-3">
            <LengthsPanel corrections={lengths} stage={stage} changed={end.changed} />
          </Tabs.Content>
          <Tabs.Content value="file" className="pt-3">
            <FilePanel mayKeepBuilt={gate >= 3} />
          </Tabs.Content>
        </Tabs.Root>
        <nav aria-label="From here" className="flex flex-wrap gap-2 pt-6">
          {readable && (
            <RoomLink className="btn btn-main" href={`/jobs/${id}/before/read?route=linkage`}>
              Measure the points
            </RoomLink>
          )}
          <RoomLink className="btn" href={`/jobs/${id}/${seen}/travel`}>
            Travel station
          </RoomLink>
          <RoomLink className="btn" href={`/jobs/${id}/${seen}/axle`}>
            Axle, steering station
          </RoomLink>
          <RoomLink className="btn" href={`/jobs/${id}/${job.job.gate}`}>
            Back to the gate
          </RoomLink>
        </nav>
        <p className="hint pt-4">
          Worked from the points as rigid parts. It informs, it does not certify: the maker’s instructions, local codes
          and licensed practice decide.
        </p>
      </aside>
    </main>
  );
}
