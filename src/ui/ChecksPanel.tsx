'use client';

import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { Verdict } from '@/core/record/checks/types';
import { RULE_WORDS } from '@/core/kernel/decisionRule';
import { rowsOf, type CheckRow } from '@/core/assembly/stations';
import { BOOK } from '@/core/assembly/book';
import { workOne } from '@/core/assembly/workJob';
import { CHANGE_NAME } from '@/core/document/changes';
import { PLACE_NAME } from '@/core/kernel/places';
import { K } from '@/core/kernel/uncertainty/propagate';
import { Arm, verdictInk } from './drawings/Arm';
import { AcceptStop } from './AcceptStop';
import { Figure, PlusMinus, Words } from './Figure';
import { VerdictFigure } from './VerdictFigure';
import { LeadsWord } from './LeadsWord';
import { RoomLink } from './room/RoomLink';
import { entryHref } from './station/StationEntries';
import { useRoom } from './room/view';

interface Props {
  jobId: string;
  verdicts: readonly Verdict[];
  lead?: boolean;
  empty?: string;
  /** One line a check: what to do about it is told where it is opened. */
  brief?: boolean;
}

/** Verdicts as they come, one row a check; places of one check open from the worst of them, each to how it is worked. */
export function ChecksPanel({ jobId, verdicts, lead = false, empty = 'Nothing to judge yet.', brief = false }: Props) {
  if (verdicts.length === 0) return <p className="hint py-4">{empty}</p>;
  return (
    <ul className="ruled">
      {rowsOf(verdicts).map((row) => (
        <Row key={row.key} jobId={jobId} row={row} lead={lead} brief={brief} />
      ))}
    </ul>
  );
}

function Row({ jobId, row, lead, brief }: { jobId: string; row: CheckRow; lead: boolean; brief: boolean }) {
  const [open, setOpen] = useState(false);
  const { worst, all } = row;
  if (all.length === 1)
    return (
      <li>
        <CheckButton key={worst.place} jobId={jobId} v={worst} lead={lead} brief={brief} />
      </li>
    );
  return (
    <li>
      {open ? (
        <ul className="ruled [&>:last-child]:border-0" aria-label={worst.title}>
          {all.map((v) => (
            <li key={v.place}>
              <CheckButton jobId={jobId} v={v} lead={lead} brief={brief} />
            </li>
          ))}
        </ul>
      ) : (
        // Another place is another verdict: what was opened of this one closes with it.
        <CheckButton key={worst.place} jobId={jobId} v={worst} lead={lead} brief={brief} />
      )}
      <button
        type="button"
        className="-mt-2 ml-10 min-h-12 text-left text-sm font-semibold underline underline-offset-4"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? `${worst.title}: the worst alone` : `${worst.title}: ${all.length} places, this one worst`}
      </button>
    </li>
  );
}

/** One verdict that opens how it is worked. */
export function CheckButton({ jobId, v, lead, brief }: { jobId: string; v: Verdict; lead: boolean; brief: boolean }) {
  return (
    <Worked jobId={jobId} v={v} lead={lead}>
      <button type="button" className="flex w-full items-start gap-3 py-3 text-left hover:bg-panel">
        <CheckWords v={{ ...v, signed: BOOK.carriesSign(v) }} brief={brief} />
      </button>
    </Worked>
  );
}

/** What a row says of a verdict, as the page that opens a job has it already. */
export type SaidCheck = Pick<
  Verdict,
  'title' | 'place' | 'verdict' | 'safetyCritical' | 'quantity' | 'value' | 'uncertainty' | 'summary' | 'next' | 'mark'
> & { signed: boolean; accepted?: Verdict['accepted'] };

export const CheckWords = ({ v, brief }: { v: SaidCheck; brief: boolean }) => (
  <>
    <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} />
    <span className="min-w-0 flex-1">
      <span className="flex flex-wrap items-baseline justify-between gap-x-3">
        <span className="font-bold">
          {v.title}
          {v.place !== 'vehicle' && <span className="font-medium">, {PLACE_NAME[v.place].toLowerCase()}</span>}
        </span>
        {v.quantity && v.value !== null && v.uncertainty !== null && (
          <span className="text-[15px] whitespace-nowrap">
            <Figure quantity={v.quantity} value={v.value} signed={v.signed} />{' '}
            <PlusMinus quantity={v.quantity} value={v.uncertainty} />
          </span>
        )}
      </span>
      <span className="block text-[15px] text-pencil">
        <span className={`font-bold ${verdictInk(v.verdict)}`}>
          {v.verdict}
          {v.verdict === 'Stop' && v.safetyCritical ? ', safety' : ''}
        </span>
        {': '}
        <Words phrase={v.summary} />
        {v.accepted && ` · accepted by ${v.accepted.by}`}
      </span>
      {!brief && v.next.length > 0 && v.verdict !== 'Not measured' && (
        <span className="block text-[15px]">
          <Words phrase={v.next} />
        </span>
      )}
      {!brief && v.mark && <span className="block text-sm text-pencil">{v.mark}</span>}
    </span>
  </>
);

/** How a verdict is worked, opened by whatever stands inside. */
export function Worked({
  jobId,
  v,
  lead,
  children,
}: {
  jobId: string;
  v: Verdict;
  lead: boolean;
  children: React.ReactNode;
}) {
  return (
    <Dialog.Root>
      <Dialog.Trigger asChild>{children}</Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-30 bg-[#1d2327]/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed inset-y-0 right-0 z-40 w-full max-w-[560px] overflow-y-auto border-l border-graphite bg-panel p-6"
        >
          <div className="flex items-start justify-between gap-4">
            <Dialog.Title className="text-[22px]">How is this worked?</Dialog.Title>
            <Dialog.Close className="btn px-3" aria-label="Close">
              <X className="size-5" />
            </Dialog.Close>
          </div>
          <Working jobId={jobId} v={v} />
          {lead && v.verdict === 'Stop' && !v.safetyCritical && !v.accepted && <AcceptStop jobId={jobId} verdict={v} />}
          {lead && v.verdict === 'Not measured' && <LeadsWord verdict={v} />}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

function Working({ jobId, v }: { jobId: string; v: Verdict }) {
  const { view } = useRoom();
  // What the server told came without it, and so was one row of a page worked here for whoever asks.
  const working = useMemo(() => v.working ?? workOne(view.workings, v)?.working, [view.workings, v]);
  const q = v.quantity;
  const rows: [string, React.ReactNode][] = [];
  if (q && v.value !== null) rows.push(['Figure', <VerdictFigure key="f" v={v} />]);
  if (q && v.uncertainty !== null)
    rows.push([
      'Uncertainty',
      <span key="u">
        <PlusMinus quantity={q} value={v.uncertainty} /> (k = 2)
        {v.u != null && (
          <>
            ; standard <PlusMinus quantity={q} value={v.u} />
          </>
        )}
      </span>,
    ]);
  if (q && v.limit) {
    const { target, clear, stop } = v.limit;
    const both = (first: string, by: number) => (
      <>
        {first} <Figure quantity={q} value={(target ?? 0) - by} /> to <Figure quantity={q} value={(target ?? 0) + by} />
      </>
    );
    const sense = v.limit.sense === 'most' ? 'at most' : 'at least';
    rows.push([
      'Clear',
      <span key="c">
        {target === undefined ? (
          <>
            {sense} <Figure quantity={q} value={clear} />
          </>
        ) : (
          both('', clear)
        )}
      </span>,
    ]);
    rows.push([
      'Stop',
      <span key="s">
        {target === undefined ? (
          <>
            {v.limit.sense === 'most' ? 'above' : 'below'} <Figure quantity={q} value={stop} />
          </>
        ) : (
          both('outside', stop)
        )}
      </span>,
    ]);
    rows.push(['Limit from', v.limit.source]);
  }
  // Sheets signed before there were rules have none.
  if (v.rule) rows.push(['Judged by', `the ${RULE_WORDS[v.rule].name} rule: ${RULE_WORDS[v.rule].says}`]);
  if (q && v.margin !== null) rows.push(['Margin to Clear', <Figure key="m" quantity={q} value={v.margin} signed />]);
  if (q && v.marginToStop !== null)
    rows.push(['Margin to Stop', <Figure key="ms" quantity={q} value={v.marginToStop} signed />]);
  return (
    <div className="space-y-5 pt-4">
      <p className="flex items-center gap-3 text-lg font-bold">
        <Arm verdict={v.verdict} safetyCritical={v.safetyCritical} />
        <span>
          {v.title}
          {v.place !== 'vehicle' && `, ${PLACE_NAME[v.place].toLowerCase()}`}:{' '}
          <span className={verdictInk(v.verdict)}>{v.verdict}</span>
        </span>
      </p>
      <p>
        <Words phrase={v.summary} />
        {v.mark && <span className="text-pencil"> ({v.mark})</span>}
      </p>
      {v.next.length > 0 && (
        <p>
          <strong>Next: </strong>
          <Words phrase={v.next} />
        </p>
      )}
      {v.safetyCritical && (
        <p className="hint">Safety-critical: Stop or Not measured keeps the vehicle here, whoever signs.</p>
      )}
      {working?.formula && <p className="fig border-l-4 border-rule pl-3 text-[15px]">{working.formula}</p>}
      {rows.length > 0 && (
        <table className="plain">
          <tbody>
            {rows.map(([name, cell]) => (
              <tr key={name}>
                <th scope="row" className="w-44">
                  {name}
                </th>
                <td>{cell}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {working && working.steps.length > 0 && (
        <table className="plain">
          <caption className="text-left text-sm font-semibold text-pencil">Steps</caption>
          <tbody>
            {working.steps.map((s) => (
              <tr key={s.name}>
                <th scope="row" className="w-56">
                  {s.name}
                </th>
                <td>
                  <Words phrase={s.amount} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {working && working.inputs.length > 0 && (
        <table className="plain">
          <caption className="text-left text-sm font-semibold text-pencil">From these readings</caption>
          <tbody>
            {working.inputs.map((i) => (
              <tr key={i.name}>
                <td>
                  {i.name}
                  {i.assumed && ' (assumed from the other side)'}
                  {i.readings > 1 && `, mean of ${i.readings}`}
                </td>
                <td className="whitespace-nowrap">
                  <Figure quantity={i.quantity} value={i.value} /> <PlusMinus quantity={i.quantity} value={K * i.u} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {v.staleOn.length > 0 && (
        <p className="hint">
          Goes stale after a change of: {v.staleOn.map((kind) => CHANGE_NAME[kind].toLowerCase()).join('; ')}.
        </p>
      )}
      <ToFile jobId={jobId} v={v} />
      {v.missingSpots.length > 0 && (
        <div>
          <p className="text-sm font-semibold text-pencil">{v.stale ? 'Read again' : 'Still needed'}</p>
          <ul className="ruled">
            {v.missingSpots.map((s, i) => (
              <li key={v.missing[i]}>
                <Dialog.Close asChild>
                  <RoomLink
                    className="flex min-h-12 items-center underline underline-offset-4"
                    href={`/jobs/${jobId}/${s.gate}/read?route=full&at=${s.point}.${s.place}.${s.state}`}
                  >
                    {v.missing[i]}
                  </RoomLink>
                </Dialog.Close>
              </li>
            ))}
          </ul>
        </div>
      )}
    </div>
  );
}

/** What is to be filed before it can be judged, each with the way to its form. */
function ToFile({ jobId, v }: { jobId: string; v: Verdict }) {
  const { view } = useRoom();
  const station = view.workings.book.stationOf(v.check);
  if (!v.missingEntries || !station) return null;
  return (
    <div>
      <p className="text-sm font-semibold text-pencil">{v.stale ? 'File again' : 'Still to be filed'}</p>
      <ul className="ruled">
        {v.missingEntries.map(({ kind, name }) => (
          <li key={kind}>
            <Dialog.Close asChild>
              <RoomLink
                className="flex min-h-12 items-center underline underline-offset-4"
                href={entryHref(jobId, v.gate, station, kind)}
              >
                {name}
              </RoomLink>
            </Dialog.Close>
          </li>
        ))}
      </ul>
    </div>
  );
}
