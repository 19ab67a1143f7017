'use client';

import { useMemo } from 'react';
import { alignmentSheet } from '@/core/subjects/alignment/alignmentSheet';
import { DISCLAIMER } from '@/core/assembly/sheet/words';
import { lineSaid } from '@/core/record/checks/leadsLines';
import { day, whenFull } from '@/core/kernel/time/when';
import { amountSaid, inOrder } from '../alignment/adviceWords';
import { Arm } from '../drawings/Arm';
import { useUnits } from '../Units';
import { RoomLink } from './RoomLink';
import type { JobView } from './view';

/** The alignment on one page of paper: for the bench, ours or another's. What is not read has an empty box. */
export function AlignmentSheetRoom({ view }: { view: JobView }) {
  const { workings: w, verdicts, job } = view;
  const units = useUnits();
  const sheet = useMemo(() => alignmentSheet(w, verdicts, units), [w, verdicts, units]);
  const { advice } = sheet;
  const line = w.book.leadsLine('alignment');
  const away = line ? lineSaid(w, line) : null;
  const { vehicle, customer } = job;
  const facts: [string, string][] = [
    [
      'Job',
      `${job.job.number}, ${view.member.shop.name}, ${whenFull(new Date().toISOString(), view.member.shop.timeZone)}`,
    ],
    ['Vehicle', `${vehicle.make} ${vehicle.model}${vehicle.tag ? `, ${vehicle.tag}` : ''}`],
    ['Customer', customer.name],
    [`Stands at, ${sheet.datum}`, sheet.heights.join('; ')],
    ['Read with', sheet.load.join('; ') || 'not read'],
    ...(away && !away.stale && away.said.answer === 'not-done-here'
      ? ([['Leaves for alignment', `${away.said.text}${away.said.due ? `; due by ${day(away.said.due)}` : ''}`]] as [
          string,
          string,
        ][])
      : []),
  ];
  return (
    <main className="mx-auto max-w-[980px] space-y-4 p-5">
      <div className="no-print flex flex-wrap items-center justify-between gap-3">
        <RoomLink className="btn" href={`/jobs/${view.id}/after/alignment`}>
          Back to Alignment
        </RoomLink>
        <button type="button" className="btn btn-main" onClick={() => window.print()}>
          Print
        </button>
      </div>
      <h1>Alignment sheet</h1>
      {sheet.simulated && (
        <p className="font-semibold text-watch">Simulated figures: made up by a stand-in, read off no vehicle.</p>
      )}
      <dl className="grid gap-x-6 gap-y-1 sm:grid-cols-[180px_minmax(0,1fr)]">
        {facts.map(([name, text]) => (
          <div key={name} className="contents">
            <dt className="text-pencil">{name}</dt>
            <dd>{text}</dd>
          </div>
        ))}
      </dl>
      <table className="plain w-full">
        <caption className="sr-only">Figures in their bands</caption>
        <thead>
          <tr>
            {['Figure', 'Band', 'As found', 'As left', 'As advised', ''].map((head) => (
              <th key={head} scope="col">
                {head || <span className="sr-only">Verdict</span>}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sheet.rows.map((row) => (
            <tr key={row.figure}>
              <th scope="row">{row.figure}</th>
              <td className="fig whitespace-nowrap">{row.band || 'no band'}</td>
              <td className="fig">{row.found || '–'}</td>
              <td className="fig text-lg font-bold">
                {row.left || <span className="inline-block h-8 w-24 border border-graphite align-middle" />}
              </td>
              <td className="fig">{row.advised}</td>
              <td>
                {row.verdict && (
                  <span className="inline-flex items-center gap-2">
                    <Arm verdict={row.verdict} /> {row.verdict}
                  </span>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {sheet.across.length > 0 && (
        <ul className="ruled">
          {sheet.across.map((a) => (
            <li key={a.title} className="py-1.5">
              {a.title}: {a.words}, {a.verdict}
            </li>
          ))}
        </ul>
      )}
      <section aria-labelledby="to-set">
        <h2 id="to-set">To set, in this order</h2>
        {advice && advice.settings.length > 0 ? (
          <ol className="list-decimal space-y-1 pl-6">
            {inOrder(advice.settings).map((setting) => (
              <li key={setting.adjuster.id}>
                {setting.adjuster.name}, {amountSaid(setting, units)} (rate: {setting.adjuster.source});{' '}
                {setting.adjuster.build}.
              </li>
            ))}
          </ol>
        ) : (
          <p>{advice ? 'Nothing: every figure that can be set is in.' : 'No advice: figures or bands are wanting.'}</p>
        )}
        <p className="pt-1 font-semibold">{sheet.notMoved}</p>
      </section>
      <section aria-labelledby="were-set">
        <h2 id="were-set">Set so far</h2>
        {sheet.settings.length > 0 ? (
          <ul className="list-disc pl-6">
            {sheet.settings.map((said) => (
              <li key={said}>{said}</li>
            ))}
          </ul>
        ) : (
          <p>Nothing is recorded.</p>
        )}
      </section>
      <p className="text-[15px]">{DISCLAIMER}</p>
    </main>
  );
}
