'use client';

import { worstFirst } from '@/core/assembly/workJob';
import { shutBecause } from '@/core/assembly/gates/gates';
import { STATE_NAME, type VehicleState } from '@/core/kernel/places';
import type { ReadingGate } from '@/core/document/job';
import { stanceFigures } from '@/core/subjects/stance/cornerStances';
import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import type { RouteStop } from '@/core/record/route';
import { gateShutForReading } from '@/core/record/filing/makeReading';
import { ChangeForm } from '../job/ChangeForm';
import { ChangesList } from '../job/ChangesList';
import { ChecksPanel } from '../ChecksPanel';
import { HeightPosts } from '../drawings/HeightPosts';
import { Words } from '../Figure';
import { OpenGate } from '../job/OpenGate';
import { StationLines } from '../job/StationLines';
import { ClearanceCard } from './ClearanceCard';
import { LinkageCard } from './LinkageCard';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/** Before and After: the height posts, the way through the readings, and what they say, worst first. */
export function ReadingGateRoom({ view, gate }: { view: JobView; gate: ReadingGate }) {
  const { id, job, verdicts, corners, open, bay } = view;
  const full = buildRoute(view.workings, gate, 'full');
  const short = buildRoute(view.workings, gate, 'short');
  const shut = !open
    ? 'This job is closed.'
    : bay
      ? gateShutForReading(job, gate, new Date().toISOString())
      : 'The bay measures; the front desk looks on.';
  const mine = worstFirst(verdicts.filter((v) => v.gate === gate));
  const figures = stanceFigures(
    job,
    corners.map((c) => (gate === 'before' ? c.before : c.after)?.value),
  );
  const stale = full.filter((s) => s.status === 'stale').length;
  return (
    <main className="grid grid-cols-1 lg:grid-cols-[minmax(0,2fr)_minmax(340px,1fr)]">
      <div className="space-y-6 p-5">
        <div className="flex flex-wrap items-center gap-3">
          <h1 className="grow">{gate === 'before' ? 'As it came' : 'After the build'}</h1>
          {shut ? <p className="hint">{shut}</p> : <RouteButtons id={id} gate={gate} full={full} short={short} />}
        </div>
        {stale > 0 && (
          <p role="status" className="border-l-4 border-watch py-1 pl-3 font-semibold text-watch">
            {stale} {stale === 1 ? 'reading is' : 'readings are'} stale after a change: read{' '}
            {stale === 1 ? 'it' : 'them'} again.
          </p>
        )}
        <HeightPosts corners={corners} />
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
        <RouteMap id={id} gate={gate} stops={full} />
        <ClearanceCard view={view} route={shut === null ? gate : null} />
        <LinkageCard view={view} routes={gate === 'before' && shut === null} />
        {gate === 'after' && (
          <StationLines
            jobId={id}
            job={job}
            may={view.lead && open && ['after', 'release'].includes(job.job.gate)}
            zone={view.member.shop.timeZone}
          />
        )}
        {gate === 'after' && (
          <section className="space-y-3 border-t border-rule pt-4">
            <h2>Changed since it was read</h2>
            <ChangesList
              changes={job.changes.filter((c) => ['build', 'after', 'release'].includes(c.gate))}
              zone={view.member.shop.timeZone}
            />
            {open && !shut && <ChangeForm />}
          </section>
        )}
        <p>
          <RoomLink
            className="inline-flex min-h-12 items-center underline underline-offset-4"
            href={`/jobs/${id}/story`}
          >
            All readings, with their story
          </RoomLink>
        </p>
      </div>
      <aside className="border-l border-rule p-5" aria-label="Checks">
        <h2 className="pb-1">Checks, worst first</h2>
        <ChecksPanel jobId={id} verdicts={mine} lead={view.lead && open} />
        {open && bay && job.job.gate === gate && <OpenGate jobId={id} gate={gate} shut={shutBecause(view.workings)} />}
      </aside>
    </main>
  );
}

const Stat = ({ name, children }: { name: string; children: React.ReactNode }) => (
  <div>
    <dt className="text-sm text-pencil">{name}</dt>
    <dd className="text-lg">{children}</dd>
  </div>
);

function RouteButtons({
  id,
  gate,
  full,
  short,
}: {
  id: string;
  gate: ReadingGate;
  full: RouteStop[];
  short: RouteStop[];
}) {
  const left = (stops: RouteStop[]) => stops.filter((s) => s.status !== 'answered').length;
  const shortLeft = left(short);
  const fullLeft = left(full);
  if (fullLeft === 0) return <p className="font-semibold text-clear">Every reading is in.</p>;
  return (
    <>
      {shortLeft > 0 && (
        <RoomLink className="btn btn-main" href={`/jobs/${id}/${gate}/read?route=short`}>
          Short route: {shortLeft} left, {minutesLeft(short)} min
        </RoomLink>
      )}
      <RoomLink className={`btn ${shortLeft > 0 ? '' : 'btn-main'}`} href={`/jobs/${id}/${gate}/read?route=full`}>
        Full route: {fullLeft} left, {minutesLeft(full)} min
      </RoomLink>
    </>
  );
}

function RouteMap({ id, gate, stops }: { id: string; gate: ReadingGate; stops: RouteStop[] }) {
  const states = [...new Set(stops.map((s) => s.state))] as VehicleState[];
  return (
    <section aria-labelledby="route">
      <h2 id="route" className="pb-1">
        The route, by how the vehicle stands
      </h2>
      <ul className="ruled">
        {states.map((state) => {
          const mine = stops.filter((s) => s.state === state);
          const done = mine.filter((s) => s.status === 'answered').length;
          const next = mine.find((s) => s.status !== 'answered') ?? mine[0];
          return (
            <li key={state}>
              <RoomLink
                className="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-center gap-4 hover:bg-panel sm:grid-cols-[minmax(0,1fr)_200px_auto]"
                href={`/jobs/${id}/${gate}/read?route=full&at=${next?.key ?? ''}`}
              >
                <span className="font-semibold first-letter:uppercase">{STATE_NAME[state]}</span>
                <span className="hidden h-3 border border-graphite sm:block" aria-hidden>
                  <span className="block h-full bg-graphite" style={{ width: `${(100 * done) / mine.length}%` }} />
                </span>
                <span className="fig text-sm">
                  {done} of {mine.length}
                </span>
              </RoomLink>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
