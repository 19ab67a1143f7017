import { countsAs } from '../../document/changeKinds';
import type { ChangeKind } from '../../document/changes';
import type { JobDocument, StationLine } from '../../document/job';
import { day } from '../../kernel/time/when';
import { lineCheck } from '../book';
import type { LeadsLine } from '../subject';
import type { Workings } from '../workings';
import { bareVerdict } from './bareVerdict';
import type { Verdict, WorkedVerdict } from './types';
import { staleKinds } from './staleKinds';

/** The changes that take a lead's word back: the line's own, and all that make one of its rows stale. */
const takenBackBy = (w: Workings, { line, staleOn, covers }: LeadsLine): ReadonlySet<ChangeKind> =>
  w.once(takenBackBy, line, () => {
    const rows = w.book.checks.filter(({ id, gate }) => gate === 'after' && covers?.includes(id));
    return new Set([
      ...staleOn,
      ...rows.flatMap((check) =>
        check.places(w.history).flatMap((place) => staleKinds(w, check, check.needs(w, place), place)),
      ),
    ]);
  });

/** What a lead last said of a line, and the change since then that takes it back. */
export function lineSaid(
  w: Workings,
  own: LeadsLine,
): { said: StationLine; stale: JobDocument['changes'][number] | null } | null {
  const { job } = w;
  const { line } = own;
  const said = [...job.stationLines]
    .sort((a, b) => Date.parse(a.at) - Date.parse(b.at))
    .findLast((each) => each.line === line);
  if (!said) return null;
  const kinds = [...takenBackBy(w, own)];
  const since = job.changes.filter((c) => countsAs(c, job.vehicle, kinds) && Date.parse(c.at) >= Date.parse(said.at));
  return { said, stale: since.at(-1) ?? null };
}

/** By when something is done elsewhere, to go behind the words of a line; empty where no date was asked. */
export const dueSaid = ({ due }: StationLine): string => (due ? `; due by ${day(due)}` : '');

/**
 * The lines as verdicts at After. Nothing here works a figure, so none reads Clear: checked with its figures in a note,
 * or not done here, it reads Watch and prints so; unsaid, it is Not measured and in the way of release.
 */
export const leadsLineVerdicts = (w: Workings): WorkedVerdict[] =>
  w.book.leadsLines.flatMap((own): WorkedVerdict[] => {
    const found = lineSaid(w, own);
    // A station that judges asks for its readings by its own checks.
    return own.covers && !(found && !found.stale) ? [] : [lineVerdict(own, found)];
  });

/**
 * A verdict that a lead has signed away: not measured, of a check that its line covers, and the word still stands. A
 * figure that was read stands as it is judged; what can hurt somebody is never signed away where a change bears on it.
 * Source: docs/figures.md "What can be signed away".
 *
 * @param bears whether a change, recorded or raised by a reading, bears on a verdict
 */
export function signedAway(w: Workings, v: WorkedVerdict, bears: (w: Workings, v: Verdict) => boolean): WorkedVerdict {
  if (v.gate !== 'after' || v.verdict !== 'Not measured') return v;
  const own = w.book.leadsLines.find(({ covers }) => covers?.includes(v.check));
  const found = own && lineSaid(w, own);
  if (!found || found.stale || found.said.answer !== 'not-done-here') return v;
  if (v.safetyCritical && bears(w, v)) return v;
  return {
    ...v,
    verdict: 'Watch',
    missing: [],
    stale: null,
    summary: [
      `not done here, by ${found.said.by}: ${found.said.text}${dueSaid(found.said)}`,
      ...(v.asRead ? ['; as it was read: ', ...v.asRead] : []),
    ],
    next: ['To be done elsewhere before the vehicle is used as it was.'],
    mark: 'signed by a lead',
  };
}

function lineVerdict(own: LeadsLine, found: ReturnType<typeof lineSaid>): WorkedVerdict {
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
