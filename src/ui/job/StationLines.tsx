'use client';

import { useState, useTransition } from 'react';
import { BOOK } from '@/core/assembly/book';
import { lineCheck } from '@/core/record/book';
import type { StationId } from '@/core/record/station';
import { lineSaid } from '@/core/record/checks/leadsLines';
import type { Workings } from '@/core/record/workings';
import { day, whenShort } from '@/core/kernel/time/when';
import { answerLine } from '@/server/actions/job';
import { Arm } from '../drawings/Arm';
import { useAsk } from '../room/useAsk';

/** Alignment, driveline angles and axle place: a lead answers for each, and it prints. */
export function StationLines({
  jobId,
  workings,
  may,
  zone,
  only,
}: {
  jobId: string;
  workings: Workings;
  /** The lines of one station; left out, all of them. */
  only?: StationId;
  /** Whether whoever looks may answer. */
  may: boolean;
  zone: string;
}) {
  const lines = BOOK.leadsLines.filter(({ line }) => !only || BOOK.stationOf(lineCheck(line)) === only);
  if (lines.length === 0) return null;
  return (
    <section aria-labelledby="lines" className="space-y-2 border-t border-rule pt-4">
      <h2 id="lines">Answered for by a lead</h2>
      <p className="hint">
        {lines.every((l) => l.covers)
          ? 'What is not judged here keeps the vehicle here, unless a lead says that it is not done here, and why. It prints on the customer’s sheet; what was read and can hurt somebody still blocks.'
          : 'Not worked by this tool yet, and never left unsaid: checked, with the figures, or not done here and why. It prints on the customer’s sheet.'}
      </p>
      <ul className="ruled">
        {lines.map((own) => {
          const { line, title, wants } = own;
          const found = lineSaid(workings, own);
          const stands = found && !found.stale;
          return (
            <li key={line} className="py-3" data-line={line}>
              <div className="flex items-start gap-3">
                {(stands || !own.covers) && <Arm verdict={stands ? 'Watch' : 'Not measured'} />}
                <div className="min-w-0 flex-1">
                  <p className="font-bold">{title}</p>
                  <p className="text-[15px]">
                    {found
                      ? `${found.said.answer === 'checked' ? 'Checked' : 'Not done here'}, ${found.said.by}, ${whenShort(found.said.at, zone)}: ${found.said.text}${found.said.due ? `; due by ${day(found.said.due)}` : ''}`
                      : own.covers
                        ? 'Judged by its readings.'
                        : `Nobody has answered for it. Wanted: ${wants}.`}
                  </p>
                  {found?.stale && (
                    <p className="font-semibold text-watch">
                      Stale: {found.stale.what} was recorded since. Answer again.
                    </p>
                  )}
                  {may && (
                    <Answer
                      jobId={jobId}
                      line={line}
                      title={title}
                      again={stands === true}
                      judged={own.covers !== undefined}
                      dated={own.due === true}
                    />
                  )}
                </div>
              </div>
            </li>
          );
        })}
      </ul>
      {!may && <p className="hint">Only a lead answers.</p>}
    </section>
  );
}

function Answer({
  jobId,
  line,
  title,
  again,
  judged,
  dated,
}: {
  jobId: string;
  line: string;
  title: string;
  again: boolean;
  /** The station judges by itself: a lead may only say that it is not done here. */
  judged: boolean;
  /** Not done here, it asks by when it is done elsewhere. */
  dated: boolean;
}) {
  const ask = useAsk();
  const [open, setOpen] = useState(false);
  const [answer, setAnswer] = useState<'checked' | 'not-done-here'>(judged ? 'not-done-here' : 'checked');
  const [text, setText] = useState('');
  const [due, setDue] = useState('');
  const [wrong, setWrong] = useState<{ message: string; errors: Record<string, string> } | null>(null);
  const [busy, start] = useTransition();
  if (!open)
    return (
      <button type="button" className="btn mt-2" onClick={() => setOpen(true)}>
        {judged ? 'Sign it away: not done here' : again ? 'Answer anew' : `Answer for ${title.toLowerCase()}`}
      </button>
    );
  return (
    <form
      className="space-y-3 pt-2"
      action={() =>
        start(async () => {
          const done = await ask(() => answerLine(jobId, { line, answer, text, due }));
          setWrong(done.ok ? null : done);
          if (done.ok) {
            setOpen(false);
            setText('');
            setDue('');
          }
        })
      }
    >
      <fieldset className="flex flex-wrap gap-x-6" hidden={judged}>
        <legend className="sr-only">{title}</legend>
        {(
          [
            ['checked', 'Checked, figures below'],
            ['not-done-here', 'Not done here, because'],
          ] as const
        ).map(([value, label]) => (
          <label key={value} className="flex min-h-12 items-center gap-3">
            <input
              type="radio"
              className="size-5"
              name={`answer-${line}`}
              checked={answer === value}
              onChange={() => setAnswer(value)}
            />
            {label}
          </label>
        ))}
      </fieldset>
      <label className="field">
        {answer === 'checked' ? 'The figures' : 'Why not'}
        <textarea rows={2} maxLength={1000} value={text} onChange={(e) => setText(e.target.value)} />
        {wrong && !wrong.errors.due && (
          <span role="alert" className="wrong">
            {wrong.errors.text ?? wrong.message}
          </span>
        )}
      </label>
      {dated && answer === 'not-done-here' && (
        <label className="field max-w-60">
          Done elsewhere by
          <input type="date" value={due} onChange={(e) => setDue(e.target.value)} />
          {wrong?.errors.due && (
            <span role="alert" className="wrong">
              {wrong.errors.due}
            </span>
          )}
        </label>
      )}
      <div className="flex flex-wrap gap-3">
        <button className="btn btn-main" disabled={busy}>
          File answer
        </button>
        <button type="button" className="btn" onClick={() => setOpen(false)}>
          Leave it
        </button>
      </div>
    </form>
  );
}
