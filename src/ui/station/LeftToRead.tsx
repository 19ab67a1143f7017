import { buildRoute, minutesLeft } from '@/core/assembly/route/route';
import type { ReadingGate } from '@/core/document/job';
import { STATE_NAME } from '@/core/kernel/places';
import { LAP_NAME } from '@/core/record/afterLaps';
import { leftOf, movesSaid } from '@/core/record/moves';
import type { RouteStop } from '@/core/record/route';
import { cycledRouteId, cycledWanted } from '@/core/subjects/flex/cycled';
import { RoomLink } from '../room/RoomLink';
import type { JobView } from '../room/view';

const open = (stops: readonly RouteStop[]) => stops.filter((s) => s.status !== 'answered');
/** What a lap asks for, in few words: its points, each with how many. */
function pointsOf(stops: readonly RouteStop[]): string {
  const counts = new Map<string, number>();
  for (const { point } of stops) counts.set(point.short, (counts.get(point.short) ?? 0) + 1);
  const named = [...counts].slice(0, 3).map(([short, n]) => (n > 1 ? `${short} ${n}` : short));
  return [...named, ...(counts.size > 3 ? [`${counts.size - 3} more kinds`] : [])].join(', ');
}

/** What is left to read at a gate by how the vehicle stands, in minutes, with one button to the next reading. */
export function LeftToRead({
  view,
  gate,
  shut,
  quiet,
}: {
  view: JobView;
  gate: ReadingGate;
  shut: string | null;
  /** The next action leads to the reading already: there is one main button. */
  quiet: boolean;
}) {
  const short = buildRoute(view.workings, gate, 'short');
  const full = buildRoute(view.workings, gate, 'full');
  const left = open(short);
  const fullLeft = open(full);
  const stale = full.filter((s) => s.status === 'stale').length;
  // After goes by laps, in the order of danger; Before by how the vehicle stands.
  const lapOf = (s: RouteStop): string => (s.lap ? LAP_NAME[s.lap] : STATE_NAME[s.state]);
  const laps = [...new Set(left.map(lapOf))];
  const moves = movesSaid(leftOf(short, gate, view.job).moves);
  const read = `/jobs/${view.id}/${gate}/read`;
  return (
    <section aria-labelledby="left" className="space-y-3">
      <h2 id="left">Still to read, {gate === 'after' ? 'in the order of danger' : 'as the vehicle stands'}</h2>
      {stale > 0 && (
        <p role="status" className="border-l-4 border-watch py-1 pl-3 font-semibold text-watch">
          {stale} {stale === 1 ? 'reading is' : 'readings are'} stale after a change: read {stale === 1 ? 'it' : 'them'}{' '}
          again.
        </p>
      )}
      {left.length === 0 && <p className="font-semibold text-clear">Every reading of the short route is in.</p>}
      <ul className="ruled">
        {laps.map((lap) => {
          const mine = left.filter((s) => lapOf(s) === lap);
          return (
            <li key={lap}>
              <RoomLink
                className="grid min-h-12 grid-cols-[minmax(0,1fr)_auto] items-center gap-4 py-2 hover:bg-panel"
                href={`${read}?route=short&at=${mine[0]?.key ?? ''}`}
              >
                <span>
                  <span className="block font-semibold first-letter:uppercase">{lap}</span>
                  <span className="block text-[15px] text-pencil">{pointsOf(mine)}</span>
                </span>
                <span className="fig">{minutesLeft(mine)} min</span>
              </RoomLink>
            </li>
          );
        })}
      </ul>
      {moves !== '' && <p className="hint first-letter:uppercase">{moves}.</p>}
      {gate === 'after' && !shut && <CycledOffer view={view} />}
      {shut ? (
        <p className="hint">{shut}</p>
      ) : (
        <div className="space-y-2">
          {left.length > 0 && (
            <RoomLink className={`btn w-full ${quiet ? '' : 'btn-main'}`} href={`${read}?route=short`}>
              Short route: {left.length} left, {minutesLeft(short)} min
            </RoomLink>
          )}
          {fullLeft.length > 0 && (
            <RoomLink
              className={`btn w-full ${left.length > 0 || quiet ? '' : 'btn-main'}`}
              href={`${read}?route=full`}
            >
              Full route: {fullLeft.length} left, {minutesLeft(full)} min
            </RoomLink>
          )}
        </div>
      )}
    </section>
  );
}

/** Both wheels of a beam at full bump are shown by nothing but cycling it, while the springs are out. */
function CycledOffer({ view }: { view: JobView }) {
  const axles = cycledWanted(view.workings);
  if (axles.length === 0) return null;
  return (
    <details className="border-t border-rule">
      <summary className="flex min-h-12 items-center font-semibold">
        Full bump of both wheels, {axles.join(' and ')}: only cycled
      </summary>
      <p className="pb-2 text-[15px]">
        One wheel up leaves a beam’s middle near its ride height. What is promised at full bump of both wheels is shown
        only while it is built: springs out, body on stands, the axle jacked to both stops and to each. Without it the
        sheet says so.
      </p>
      <div className="flex flex-wrap gap-3 pb-2">
        {axles.map((axle) => (
          <RoomLink key={axle} className="btn" href={`/jobs/${view.id}/after/read?route=${cycledRouteId(axle)}`}>
            Read the {axle} axle cycled: {minutesLeft(buildRoute(view.workings, 'after', cycledRouteId(axle)))} min
          </RoomLink>
        ))}
      </div>
    </details>
  );
}
