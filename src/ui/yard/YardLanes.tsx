import Link from 'next/link';
import { GATE_TITLE } from '@/core/document/gateTitles';
import { Standing } from '@/core/assembly/gates/standing';
import { GATES, type Vehicle } from '@/core/document/job';
import type { YardRow } from '@/server/shopView';
import { Arm } from '../drawings/Arm';
import { Words } from '../Figure';

interface Row extends YardRow {
  booked: string;
}

/** The bays and the waiting line as vehicles in front of their gate, what blocks them beside it. */
export function YardLanes({ rows, filtered, show }: { rows: readonly Row[]; filtered: boolean; show: string }) {
  if (rows.length === 0) {
    return (
      <div className="border border-dashed border-rule p-10 text-center">
        <p className="text-lg font-semibold">
          {filtered ? 'No vehicle here answers to that.' : show === 'open' ? 'The yard is empty.' : 'None yet.'}
        </p>
        <p className="hint pt-1">
          {filtered
            ? 'Search looks at job number, customer, vehicle and use.'
            : 'Book a vehicle: it then stands in front of its first gate.'}
        </p>
      </div>
    );
  }
  return (
    <div>
      <div className="hidden grid-cols-[200px_minmax(0,1.35fr)_minmax(0,1fr)] lg:grid" aria-hidden="true">
        <span />
        <div className="grid grid-cols-6">
          {GATES.map((gate) => (
            <span
              key={gate}
              className="-translate-x-1/2 justify-self-end pb-2 text-sm font-semibold text-pencil [translate:50%]"
            >
              {GATE_TITLE[gate]}
            </span>
          ))}
        </div>
        <span />
      </div>
      <ul className="ruled">
        {rows.map((row) => (
          <Lane key={row.id} row={row} />
        ))}
      </ul>
    </div>
  );
}

function Lane({ row }: { row: Row }) {
  const standing = Standing.safeParse(row.standing).data;
  const here = GATES.indexOf(row.gate);
  const verdict =
    row.state === 'released'
      ? 'Clear'
      : row.state === 'left-unreleased'
        ? 'Stop'
        : (standing?.verdict ?? 'Not measured');
  return (
    <li>
      <Link
        prefetch={false}
        href={`/jobs/${row.id}`}
        className="grid min-h-24 grid-cols-[minmax(0,1fr)] items-center hover:bg-panel lg:grid-cols-[200px_minmax(0,1.35fr)_minmax(0,1fr)]"
      >
        <span className="py-2">
          <span className="block text-sm text-pencil">
            {row.bay || 'Waiting'} · {row.number}
          </span>
          <span className="block text-lg leading-tight font-bold">
            {row.make} {row.model}
          </span>
          <span className="block truncate text-sm text-pencil">{row.use}</span>
          {row.broughtIn && (
            <span className="block text-sm font-semibold text-watch">
              {row.signedElsewhere ? 'signed elsewhere, brought in' : 'brought in'}
            </span>
          )}
        </span>
        <span className="hidden h-full grid-cols-6 lg:grid" aria-hidden="true">
          {GATES.map((gate, i) => (
            <span key={gate} className="relative border-r-2 border-rule">
              {i === here && (
                <>
                  <span className="absolute inset-y-0 right-3 flex items-center">
                    <Silhouette body={row.body} />
                  </span>
                  <GatePost verdict={verdict} />
                </>
              )}
            </span>
          ))}
        </span>
        <span className="flex items-center gap-4 pb-3 lg:pb-0 lg:pl-14">
          <Arm verdict={verdict} safetyCritical={standing?.safetyCritical} />
          <span className="min-w-0">
            <span className="sr-only">
              {GATE_TITLE[row.gate]}, {verdict}:{' '}
            </span>
            <span className="block leading-snug font-bold">
              {row.state === 'released' ? (
                'Released'
              ) : row.state === 'left-unreleased' ? (
                'Left unreleased'
              ) : standing ? (
                <Words phrase={standing.headline} />
              ) : (
                'Open it to see'
              )}
            </span>
            <span className="line-clamp-2 text-sm text-pencil">
              {row.state === 'open' && standing && standing.sub.length > 0 ? (
                <Words phrase={standing.sub} />
              ) : (
                `booked ${row.booked} · ${row.customer}`
              )}
            </span>
          </span>
        </span>
      </Link>
    </li>
  );
}

function GatePost({ verdict }: { verdict: 'Clear' | 'Watch' | 'Stop' | 'Not measured' }) {
  const ink = { Clear: 'var(--clear)', Watch: 'var(--watch)', Stop: 'var(--stop)', 'Not measured': 'var(--pencil)' }[
    verdict
  ];
  const [x, y] = { Clear: [30, 2], Watch: [46, 16], Stop: [46, 34], 'Not measured': [46, 34] }[verdict] as [
    number,
    number,
  ];
  return (
    <svg className="absolute top-1/2 -right-[52px] z-10 -translate-y-1/2" width="52" height="68" viewBox="0 0 52 68">
      <line
        x1="3"
        y1="8"
        x2="3"
        y2="66"
        stroke={ink}
        strokeWidth="5"
        strokeDasharray={verdict === 'Not measured' ? '6 5' : undefined}
      />
      {verdict !== 'Not measured' && <line x1="3" y1="34" x2={x} y2={y} stroke={ink} strokeWidth="4.5" />}
    </svg>
  );
}

const SHAPE: Record<Vehicle['body'], string> = {
  wagon: 'M3 33 L2 25 L4 19 L20 16 L29 4 H63 L68 20 L69 33 Z',
  pickup: 'M3 33 L2 25 L4 19 L20 16 L28 4 H43 L46 17 H70 V33 Z',
  van: 'M3 33 L2 23 L6 16 L14 12 L20 1 H68 L70 6 V33 Z',
};
function Silhouette({ body }: { body: Vehicle['body'] }) {
  return (
    <svg
      width="74"
      height="46"
      viewBox="0 0 74 46"
      fill="var(--panel)"
      stroke="var(--graphite)"
      strokeWidth="2"
      strokeLinejoin="round"
    >
      <path d={SHAPE[body]} />
      <circle cx="17" cy="34" r="10" />
      <circle cx="55" cy="34" r="10" />
    </svg>
  );
}
