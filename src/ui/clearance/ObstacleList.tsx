'use client';

import type { Cure, ObstacleResult } from '@/core/subjects/clearance/engine/problem';
import { obstacleKind } from '@/core/subjects/clearance/engine/catalogue';
import type { MissingObstacle } from '@/core/subjects/clearance/fit/obstacles';
import type { Corner } from '@/core/kernel/places';
import { K } from '@/core/kernel/uncertainty/propagate';
import { Arm, verdictInk } from '../drawings/Arm';
import { Figure, PlusMinus, Words } from '../Figure';
import { RoomLink } from '../room/RoomLink';
import { cureWords, curesInOrder, hourFigure, poseWords, type Stops } from './words';

interface Props {
  jobId: string;
  corner: Corner;
  results: readonly ObstacleResult[];
  missing: readonly MissingObstacle[];
  rest: number;
  left: number;
  stops: Stops;
  selected: string | null;
  onSelect: (id: string) => void;
  onTry: (cure: Cure, obstacle: ObstacleResult) => void;
  /** Obstacle points may be taped now. */
  readable: boolean;
  /** Templates for cutting can be taken out for this stage. */
  trims: boolean;
}

/** Every obstacle of a corner, worst first; the one picked opens to how it came and what would cure it. */
export function ObstacleList(props: Props) {
  const { results, missing, selected, onSelect } = props;
  return (
    <>
      <ul className="ruled" aria-label="Obstacles, worst first">
        {results.map((r) => (
          <li key={r.id}>
            <button
              type="button"
              aria-expanded={selected === r.id}
              className="flex w-full items-start gap-3 py-2.5 text-left hover:bg-panel"
              onClick={() => onSelect(r.id)}
            >
              <Arm verdict={r.verdict} safetyCritical={r.safetyCritical} />
              <span className="min-w-0 flex-1">
                <span className="flex flex-wrap items-baseline justify-between gap-x-3">
                  <span className="font-bold">{r.name}</span>
                  <span className="whitespace-nowrap">
                    <Figure quantity="length" value={r.gap} signed /> <PlusMinus quantity="length" value={K * r.u} />
                  </span>
                </span>
                <span className="block text-[15px] text-pencil">
                  <span className={`font-bold ${verdictInk(r.verdict)}`}>
                    {r.verdict}
                    {r.verdict === 'Stop' && r.safetyCritical ? ', safety' : ''}
                  </span>
                  {': '}
                  <FirstCure result={r} />
                  {r.assumed && ' · partly assumed'}
                </span>
              </span>
            </button>
            {selected === r.id && <Opened {...props} result={r} />}
          </li>
        ))}
        {missing.map((m) => (
          <li key={m.id} className="flex items-start gap-3 py-2.5">
            <Arm verdict="Not measured" />
            <span className="min-w-0 flex-1">
              <span className="font-bold">{m.name}</span>
              <span className="block text-[15px] text-pencil">
                <span className="font-bold">Not measured</span>: {m.needs.join(', ')}
              </span>
            </span>
            {props.readable && (
              <RoomLink
                className="btn"
                href={`/jobs/${props.jobId}/before/read?route=clearance-both&at=${m.first}.${props.corner}.floor`}
              >
                Measure
              </RoomLink>
            )}
          </li>
        ))}
      </ul>
    </>
  );
}

function FirstCure({ result }: { result: ObstacleResult }) {
  if (result.verdict === 'Clear') return <>at {hourFigure(result.hour)}</>;
  const [first, second] = curesInOrder(result.cures).filter((c) => !c.beyond);
  if (!first) return <>no single cure does it</>;
  return (
    <>
      <Words phrase={cureWords(first)} />
      {second && (
        <>
          , or <Words phrase={cureWords(second)} />
        </>
      )}
    </>
  );
}

const TRIED: readonly Cure['kind'][] = ['trim', 'move', 'offset', 'bump-stop', 'width', 'diameter'];

function Opened({ result: r, rest, left, stops, jobId, corner, onTry, trims }: Props & { result: ObstacleResult }) {
  const gives = obstacleKind(r.id)?.gives;
  const wanted = Math.max(0, Math.ceil(r.limit.clear));
  const file = (as: string) => `/jobs/${jobId}/trim?corner=${corner}&obstacle=${r.id}&gap=${wanted}&as=${as}`;
  return (
    <div className="space-y-2 pb-3 pl-10 text-[15px]">
      <p>
        Nearest at <Words phrase={poseWords(r.pose, rest, left, stops)} />; at {hourFigure(r.hour)} on the tyre, on the{' '}
        {r.region === 'tread' ? 'tread' : `${r.face} ${r.region}`}. {r.soft ? 'Soft.' : 'Hard.'}
      </p>
      <p className="text-pencil">
        Judged {r.grade}
        {r.safetyCritical ? ', whatever was promised' : ''}: Clear from{' '}
        <Figure quantity="length" value={r.limit.clear} />, Stop below <Figure quantity="length" value={r.limit.stop} />{' '}
        ({r.limit.source}).
        {r.allowance > 0.05 && (
          <>
            {' '}
            Rigid <Figure quantity="length" value={r.rigid} signed />, less{' '}
            <Figure quantity="length" value={r.allowance} /> for the axle’s give.
          </>
        )}
      </p>
      {r.cures.length > 0 && (
        <>
          <p className="font-semibold">Each alone would make it Clear:</p>
          <ul className="space-y-1">
            {curesInOrder(r.cures).map((c) => (
              <li key={c.kind} className="flex flex-wrap items-center justify-between gap-2">
                <span className={c.beyond ? 'text-pencil' : ''}>
                  <span className="first-letter:uppercase inline-block">
                    <Words phrase={cureWords(c)} />
                  </span>
                  {c.beyond && ': more than it can give'}
                  {c.spoils.length > 0 && (
                    <span className="text-watch">; then {c.spoils.join(', ').toLowerCase()} is short</span>
                  )}
                </span>
                {TRIED.includes(c.kind) && !c.beyond && (
                  <button type="button" className="btn px-3" onClick={() => onTry(c, r)}>
                    Try it
                  </button>
                )}
              </li>
            ))}
          </ul>
        </>
      )}
      {trims && gives === 'trim' && r.verdict !== 'Clear' && (
        <p className="flex flex-wrap items-center gap-2">
          Outline to cut, true size:
          {(['pdf', 'svg', 'dxf'] as const).map((as) => (
            <a key={as} className="btn px-3" href={file(as)} download>
              {as.toUpperCase()}
            </a>
          ))}
        </p>
      )}
    </div>
  );
}
