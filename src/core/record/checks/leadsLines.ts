import type { JobDocument, StationLine } from '../../document/job';
import { day } from '../../kernel/time/when';
import { lineCheck } from '../book';
import type { LeadsLine } from '../subject';
import type { Workings } from '../workings';
import { bareVerdict } from './bareVerdict';
import type { Verdict } from './types';

/** What a lead last said of a line, and the change since then that takes it back. */
export function lineSaid(
  job: JobDocument,
  { line, staleOn }: LeadsLine,
): { said: StationLine; stale: JobDocument['changes'][number] | null } | null {
  const said = [...job.stationLines]
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .findLast((each) => each.line === line);
  if (!said) return null;
  const since = job.changes.filter((c) => staleOn.includes(c.kind) && Date.parse(c.at) >= Date.parse(said.at));
  return { said, stale: since.at(-1) ?? null };
}

/** By when something is done elsewhere, to go behind the words of a line; empty where no date was asked. */
export const dueSaid = ({ due }: StationLine): string => (due ? `; due by ${day(due)}` : '');

/**
 * The lines as verdicts at After. Nothing here works a figure, so none reads Clear: checked with its figures in a note,
 * or not done here, it reads Watch and prints so; unsaid, it is Not measured and in the way of release.
 */
export const leadsLineVerdicts = ({ job, book }: Workings): Verdict[] =>
  book.leadsLines.flatMap((own): Verdict[] => {
    const found = lineSaid(job, own);
    // A station that judges asks for its readings by its own checks.
    return own.covers && !(found && !found.stale) ? [] : [lineVerdict(own, found)];
  });

/**
 * A verdict that a lead has signed away: not measured, of a check that its line covers, and the word still stands. A
 * figure that was read stands as it is judged. Source: docs/figures.md "Required without being asked".
 */
export function signedAway({ job, book }: Workings, v: Verdict): Verdict {
  if (v.gate !== 'after' || v.verdict !== 'Not measured') return v;
  const own = book.leadsLines.find(({ covers }) => covers?.includes(v.check));
  const found = own && lineSaid(job, own);
  if (!found || found.stale || found.said.answer !== 'not-done-here') return v;
  return {
    ...v,
    verdict: 'Watch',
    missing: [],
    stale: null,
    summary: [`not done here, by ${found.said.by}: ${found.said.text}${dueSaid(found.said)}`],
    next: ['To be done elsewhere before the vehicle is used as it was.'],
    mark: 'signed by a lead',
  };
}

function lineVerdict(own: LeadsLine, found: ReturnType<typeof lineSaid>): Verdict {
  const { line, title, wants, staleOn } = own;
  const base = bareVerdict({
    check: lineCheck(line),
    title,
    gate: 'after',
    place: 'vehicle',
    safetyCritical: false,
    required: true,
    staleOn,
    quantity: null,
    summary: ['no lead has answered for it'],
    next: [`A lead says at After: checked, with ${wants}; or not done here, and why.`],
    missing: [`a lead’s word on ${title.toLowerCase()}`],
    working: { formula: 'a lead’s word; no figure is worked here', inputs: [], steps: [] },
  });
  if (!found) return base;
  const { said, stale } = found;
  if (stale)
    return {
      ...base,
      stale: { what: stale.what, by: stale.by, at: stale.at },
      summary: [`stale: ${stale.what} was recorded after ${said.by} answered for it`],
    };
  return {
    ...base,
    verdict: 'Watch',
    missing: [],
    summary: [
      said.answer === 'checked'
        ? `checked, by ${said.by}: ${said.text}`
        : `not done here, by ${said.by}: ${said.text}${dueSaid(said)}`,
    ],
    next: [
      said.answer === 'checked'
        ? 'Figures as noted; not judged by this tool.'
        : 'To be done elsewhere before the vehicle is used as it was.',
    ],
    mark: 'signed by a lead',
  };
}
