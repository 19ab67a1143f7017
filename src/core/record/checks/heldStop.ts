import type { Place } from '../../kernel/places';
import { spotName } from '../figures';
import { standingEntries } from '../standingEntries';
import type { Workings } from '../workings';
import { acceptanceOf } from './acceptance';
import type { CheckDefinition, Needs, WorkedVerdict } from './types';

/** What took the reading of a row away, the last of it: a change, a strike, an answer without a figure. ISO time, why. */
function undoneBy(w: Workings, check: CheckDefinition, needs: Needs, place: Place): { at: string; why: string } | null {
  let last: { at: string; why: string } | null = null;
  const found = (at: string, why: string): void => {
    if (!last || Date.parse(at) >= Date.parse(last.at)) last = { at, why };
  };
  for (const spot of [...Object.values(needs.required), ...Object.values(needs.optional ?? {})]) {
    if (spot.gate !== check.gate) continue;
    const all = w.history.all(spot);
    if (all.length === 0) continue;
    const figure = w.figures.figure(spot);
    const name = spotName(w.book, spot);
    if (figure.status === 'stale') found(figure.change.at, `stale since ${figure.change.what} was recorded`);
    const read = all.findLast((r) => r.answer === 'measured' || r.answer === 'observed');
    if (!read) continue;
    if (
      figure.status === 'cannot-reach' ||
      figure.status === 'not-fitted' ||
      (figure.status === 'read' && figure.assumed)
    ) {
      const instead = figure.readings.at(-1);
      const said =
        figure.status === 'cannot-reach'
          ? 'could not be reached'
          : figure.status === 'not-fitted'
            ? 'was answered “not fitted”'
            : 'was taken over from the other side';
      if (instead) found(instead.takenAt, `${name} ${said}`);
    }
    // Struck, and nothing was read there since.
    const strike = w.job.strikes.find((s) => s.reading === read.id);
    if (strike) found(strike.at, `${name} was struck out`);
  }
  for (const kind of check.needsFiled?.(w, place) ?? []) {
    const outdated = standingEntries(w.job, kind).at(-1)?.stale;
    if (outdated) found(outdated.at, `stale since ${outdated.what} was recorded`);
  }
  return last;
}

/**
 * A Stop that was read stays one, whatever is struck, unreachable or stale afterwards, until it is read again: it must
 * not be signed away as never measured. Source: docs/figures.md "What can be signed away".
 *
 * @param now as it reads
 * @param again works a check at a place of an earlier state of the job
 */
export function heldStop(
  check: CheckDefinition,
  w: Workings,
  place: Place,
  needs: Needs,
  now: WorkedVerdict,
  again: (check: CheckDefinition, w: Workings, place: Place) => WorkedVerdict | null,
): WorkedVerdict {
  if (check.gate !== 'after' || now.verdict === 'Stop') return now;
  const undone = undoneBy(w, check, needs, place);
  if (!undone) return now;
  const then = w.before(undone.at);
  const was = then.once(check, place, () => {
    if (!check.places(then.history).includes(place)) return null;
    // Of a figure that is swept from the linkage nobody read the Stop.
    const readings = Object.values(check.needs(then, place).required);
    const filed = check.needsFiled?.(then, place) ?? [];
    return readings.length + filed.length > 0 ? again(check, then, place) : null;
  });
  if (!was || was.verdict === 'Not measured') return now;
  if (was.verdict !== 'Stop' || was.accepted) {
    return now.verdict === 'Not measured' ? { ...now, asRead: was.asRead ?? was.summary } : now;
  }
  const held: WorkedVerdict = {
    ...was,
    staleOn: now.staleOn,
    stale: now.stale,
    missing: now.missing,
    missingSpots: now.missingSpots,
    ...(now.missingEntries && { missingEntries: now.missingEntries }),
    accepted: null,
    summary: [...was.summary, `; ${undone.why}, and it was not read again`],
    next: ['Read it again: until then the Stop that was found stands.'],
  };
  const since = w.job.acceptances.filter((a) => Date.parse(a.at) >= Date.parse(undone.at));
  return { ...held, accepted: acceptanceOf({ acceptances: since }, held) };
}
