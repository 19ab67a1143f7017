import type { ChangeKind } from '../../document/changes';
import { spotName, type Figure, type Spot } from '../figures';
import type { Book } from '../book';
import type { Workings } from '../workings';
import type { Place } from '../../kernel/places';
import { mayLack } from '../pointRules';
import type { JobDocument, Reading } from '../../document/job';
import { finerTool } from '../../kernel/uncertainty/instruments';
import { K } from '../../kernel/uncertainty/propagate';
import { bareVerdict } from './bareVerdict';
import { tighter, type DecisionRule } from '../../kernel/decisionRule';
import { judgeWorked, type StandsOn } from './judgeWorked';
import { limitOn } from './limit';
import type { Cap, CheckDefinition, Needs, ReadFigure, Verdict, Worked, WorkInput } from './types';

/**
 * Works one check at one place; null where a lead has said that the vehicle has no such part.
 *
 * @param place one of `check.places`
 */
export function workCheck(check: CheckDefinition, w: Workings, place: Place): Verdict | null {
  const needs = check.needs(w, place);
  const now = workNow(check, w, place, needs);
  return now && heldStop(check, w, place, needs, now);
}

function workNow(check: CheckDefinition, w: Workings, place: Place, needs: Needs): Verdict | null {
  const { job, figures, book } = w;
  const named = (spot: Spot) => spotName(book, spot);
  const required = Object.entries(needs.required).map(([name, spot]) => ({ name, spot, figure: figures.figure(spot) }));
  const base = emptyVerdict(w, check, place, needs);

  const absent = required.filter(({ figure }) => figure.status === 'not-fitted').map(({ spot }) => spot);
  if (absent.length > 0) return withoutPart(check, w, place, base, needs, absent);
  const { answer: not, unsure: notBy } = w.watched(() => check.notWorkable?.(w, place));
  if (not) return { ...base, summary: [not.why], next: [not.next] };

  const stale = required.find(({ figure }) => figure.status === 'stale');
  if (stale && stale.figure.status === 'stale') {
    const { change } = stale.figure;
    const again = required.filter(({ figure }) => figure.status === 'stale').map((r) => r.spot);
    return {
      ...base,
      ...listed(book, again),
      stale: { what: change.what, by: change.by, at: change.at },
      summary: [`stale: ${change.what} was recorded after the reading`],
      next: [`Read again: ${again.map(named).join('; ')}.`],
    };
  }
  const open = required.filter(({ figure }) => figure.status === 'missing' || figure.status === 'cannot-reach');
  if (open.length > 0) {
    const unreachable = open.filter(({ figure }) => figure.status === 'cannot-reach');
    return {
      ...base,
      ...listed(
        book,
        open.map((r) => r.spot),
      ),
      summary: [
        unreachable.length > 0
          ? `could not be reached: ${unreachable.map((r) => named(r.spot)).join('; ')}`
          : `needs ${open.length} ${open.length === 1 ? 'reading' : 'readings'}`,
      ],
      next: [`Read ${named((open[0] ?? { spot: required[0]?.spot }).spot as Spot)}.`],
    };
  }
  const found = new Map<string, Figure>(required.map(({ name, figure }) => [name, figure]));
  for (const [name, spot] of Object.entries(needs.optional ?? {})) found.set(name, figures.figure(spot));
  const input = workInput(w, place, found);
  const own = [...found.values()].filter(isUnsure);
  let verdict: Verdict;
  if (check.work) {
    const { answer: result, unsure } = w.watched(() => workedWith(check, input));
    verdict = worked(
      check,
      input,
      base,
      [...found.values()].filter(isRead),
      result,
      on(check, book, [...notBy, ...unsure, ...own]),
    );
  } else {
    const { answer, unsure } = w.watched(() => observed(check, input, base));
    verdict = seenOn(answer, on(check, book, [...unsure, ...own]));
  }
  verdict.working.inputs = inputsOf(book, { ...needs.required, ...needs.optional }, found);
  const other = check.gate === 'after' ? contradiction(w, needs) : null;
  // What is found past its Stop is past it whichever telling is right.
  if (other && verdict.verdict !== 'Stop') {
    withdraw(verdict, other.why);
    verdict.next = [other.next];
    verdict.toldOtherwise = other.told;
  }
  verdict.accepted = acceptanceOf(job, verdict);
  return verdict;
}

const isRead = (f: Figure): f is ReadFigure => f.status === 'read';
const isUnsure = (f: Figure): f is ReadFigure => f.status === 'read' && (f.assumed || f.doubtful);

/** Withdraws a figure: Not measured, and why. */
const withdraw = (verdict: Verdict, why: string): Verdict =>
  Object.assign(verdict, {
    verdict: 'Not measured',
    value: null,
    uncertainty: null,
    u: null,
    margin: null,
    marginToStop: null,
    summary: [why],
    missing: [why],
  });

/** What a figure stands on that is assumed, or unlikely and confirmed by nobody. */
function on(
  check: CheckDefinition,
  book: Book,
  unsure: readonly ReadFigure[],
): StandsOn & { unlikely: readonly Reading[] } {
  const unlikely = [...new Set(unsure)].filter((f) => f.doubtful).flatMap((f) => f.readings);
  const [first] = unlikely;
  const said =
    first &&
    `${spotName(book, first)} reads ${first.text || String(first.value)} ${/[a-z"°%]/i.test(first.text) ? '' : first.unit}`.trim();
  return {
    gate: check.gate,
    safetyCritical: check.safetyCritical,
    assumed: unsure.some((f) => f.assumed),
    doubtful: said ? `${said}, unlikely there, and nobody here has confirmed it` : null,
    unlikely,
  };
}

/** What is seen, where how far it was proved stands on an assumed or unlikely figure: never Clear at After. */
function seenOn(verdict: Verdict, { assumed, doubtful, gate }: StandsOn): Verdict {
  const why = doubtful ?? (assumed ? 'how far it went stands on a height that was taken over, not read' : null);
  return why !== null && gate === 'after' && verdict.verdict === 'Clear'
    ? { ...verdict, verdict: 'Watch', assumed, next: [sentence(why)] }
    : verdict;
}
const sentence = (why: string): string => `${why[0]?.toUpperCase() ?? ''}${why.slice(1)}.`;

/** What was told of a part that a check stands on, and told otherwise with nothing recorded between; null where not. */
function contradiction(
  w: Workings,
  needs: Needs,
): { why: string; next: string; told: NonNullable<Verdict['toldOtherwise']> } | null {
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  for (const { point, place } of spots) {
    const definition = w.book.byId(point);
    if (!definition?.tellsPart) continue;
    const other = w.history.toldOtherwise(point, place);
    if (!other) continue;
    const named = (r: Reading): string => `“${definition.choices?.find((c) => c.id === r.text)?.name ?? r.text}”`;
    const said = (r: Reading): string => `${named(r)} ${r.gate === 'before' ? 'Before' : 'After'}, by ${r.takenBy}`;
    return {
      why: `${definition.short} was told as ${said(other.was)}, then as ${said(other.is)}, and no change of it is recorded`,
      next: 'Record what was changed; or a lead says which was told wrong, and why.',
      told: [other.was, other.is].map((r) => ({
        point,
        place,
        what: definition.short,
        choice: r.text,
        said: named(r),
      })),
    };
  }
  return null;
}

/**
 * A part answered away. The row stays, Not measured: only a recorded change or a lead's word that there is no such part
 * takes it, and never where a reading of the part stood. Source: docs/figures.md "A row stays".
 */
function withoutPart(
  check: CheckDefinition,
  w: Workings,
  place: Place,
  base: Verdict,
  needs: Needs,
  absent: Spot[],
): Verdict | null {
  const { job, book, history } = w;
  const never = absent.filter((spot) => {
    const point = book.byId(spot.point);
    return !point || !mayLack(point, job, spot);
  });
  if (never.length > 0)
    return {
      ...base,
      ...listed(book, never),
      summary: ['answered “not fitted”'],
      next: ['This has to be looked at on every vehicle.'],
    };
  const had = absent.filter((spot) => spot.gate === 'after' && history.wasRead({ ...spot, gate: 'before' }));
  const gone = had.length > 0 ? (check.gone?.(w, place) ?? null) : null;
  if (gone)
    return {
      ...base,
      verdict: 'Watch',
      summary: gone,
      next: ['Told to the customer, on the sheet.'],
      working: { formula: 'what Before had is recorded as gone; nothing is left to measure', inputs: [], steps: [] },
    };
  if (had.length > 0)
    return {
      ...base,
      ...listed(book, had),
      summary: ['answered “not fitted”, but Before had one'],
      next: ['Record what was done with it, or read it.'],
    };
  const word = absent.map((spot) => history.words.lacks(spot.point, spot.place)).find((w) => w !== null);
  if (word && !stood(w, needs, absent)) return null;
  return {
    ...base,
    ...listed(book, absent),
    lacking: absent.map(({ point, place: at }) => ({ point, place: at, what: book.byId(point)?.short ?? point })),
    summary: ['answered “not fitted”'],
    next: [
      word
        ? 'A lead said that there is none, but a reading of it stands: strike that, or read it.'
        : 'A lead says that this vehicle has none, and why; or read it.',
    ],
  };
}

/** Whether a reading of the part ever stood: at its own points, at either gate, of the subject that asked for it. */
function stood({ book, history }: Workings, needs: Needs, absent: readonly Spot[]): boolean {
  const [first] = absent;
  const own = Object.values(needs.required).filter(
    (spot) => first && spot.place === first.place && book.subjectOf(spot.point) === book.subjectOf(first.point),
  );
  return own.some((spot) => (['before', 'after'] as const).some((gate) => history.wasRead({ ...spot, gate })));
}

/** What took the reading of a row away, the last of it: a change, a strike, an answer without a figure. ISO time, why. */
function undoneBy(w: Workings, check: CheckDefinition, needs: Needs): { at: string; why: string } | null {
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
    if (figure.status === 'stale') found(figure.change.at, `${figure.change.what} was recorded`);
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
  return last;
}

/**
 * A Stop that was read stays one, whatever is struck, unreachable or stale afterwards, until it is read again: it must
 * not be signed away as never measured. Source: docs/figures.md "What can be signed away".
 */
function heldStop(check: CheckDefinition, w: Workings, place: Place, needs: Needs, now: Verdict): Verdict {
  if (check.gate !== 'after' || now.verdict === 'Stop') return now;
  const undone = undoneBy(w, check, needs);
  if (!undone) return now;
  const then = w.before(undone.at);
  const was = then.once(`${check.id}/${place}`, () => {
    if (!check.places(then.history).includes(place)) return null;
    // Of a figure that is swept from the linkage nobody read the Stop.
    const readings = Object.values(check.needs(then, place).required);
    return readings.length > 0 ? workCheck(check, then, place) : null;
  });
  if (!was || was.verdict === 'Not measured') return now;
  if (was.verdict !== 'Stop' || was.accepted) {
    return now.verdict === 'Not measured' ? { ...now, asRead: was.asRead ?? was.summary } : now;
  }
  const held: Verdict = {
    ...was,
    staleOn: now.staleOn,
    stale: now.stale,
    missing: now.missing,
    missingSpots: now.missingSpots,
    accepted: null,
    summary: [...was.summary, `; then ${undone.why}, and it was not read again`],
    next: ['Read it again: until then the Stop that was found stands.'],
  };
  const since = w.job.acceptances.filter((a) => Date.parse(a.at) >= Date.parse(undone.at));
  return { ...held, accepted: acceptanceOf({ acceptances: since }, held) };
}

const emptyVerdict = (w: Workings, check: CheckDefinition, place: Place, needs: Needs): Verdict =>
  bareVerdict({
    check: check.id,
    title: check.title,
    gate: check.gate,
    place,
    safetyCritical: check.safetyCritical,
    required: check.required ?? false,
    ...(check.early && { early: true }),
    staleOn: staleKinds(w, check, needs),
    quantity: check.quantity,
  });

/** The changes after which any reading that a check names has to be taken again. */
export function staleKinds({ job, book }: Workings, check: CheckDefinition, needs: Needs): ChangeKind[] {
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  const own = spots
    .filter((spot) => spot.gate === check.gate)
    .flatMap((spot) => {
      const point = book.byId(spot.point);
      return [...(point?.staleOn ?? []), ...(point?.alsoStale?.(job, spot) ?? [])];
    });
  return [...new Set([...own, ...(check.staleOn ?? [])])];
}

const listed = (book: Book, spots: readonly Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => ({
  missing: spots.map((spot) => spotName(book, spot)),
  missingSpots: [...spots],
});

function workInput(w: Workings, place: Place, found: Map<string, Figure>): WorkInput {
  const read = (name: string): ReadFigure | null => {
    const figure = found.get(name);
    return figure?.status === 'read' ? figure : null;
  };
  return {
    w,
    job: w.job,
    figures: w.figures,
    place,
    get: (name) => {
      const figure = read(name);
      // A check that asks for a reading it did not declare is a bug in that check.
      if (!figure) throw new Error(`check asked for "${name}" without declaring it`);
      return figure;
    },
    maybe: read,
    proof: (name) => {
      const figure = found.get(name);
      return figure?.status === 'observed' ? { good: figure.good, note: figure.note, choice: figure.choice } : null;
    },
  };
}

function inputsOf(book: Book, spots: Record<string, Spot>, found: Map<string, Figure>): Verdict['working']['inputs'] {
  return Object.entries(spots).flatMap(([name, spot]) => {
    const figure = found.get(name);
    const quantity = book.byId(spot.point)?.quantity;
    if (figure?.status !== 'read' || !quantity || quantity === 'observation') return [];
    return [
      {
        name: spotName(book, spot),
        quantity,
        value: figure.value,
        u: figure.u,
        readings: figure.readings.length,
        assumed: figure.assumed,
      },
    ];
  });
}

function observed(check: CheckDefinition, input: WorkInput, base: Verdict): Verdict {
  const seen = input.proof('seen');
  const steps = check.steps?.(input) ?? [];
  const fault = check.fault ?? { verdict: 'Stop', next: 'Put right, then look again and file it.' };
  const good = seen?.good ?? false;
  const said = check.says?.(input.w, input.place, seen?.choice ?? '');
  if (said) return { ...base, ...said, working: { formula: 'seen on the vehicle', inputs: [], steps } };
  const proved = good ? check.proves?.(input.w, input.place) : undefined;
  return {
    ...base,
    verdict: good ? (proved?.whole === false ? 'Watch' : 'Clear') : fault.verdict,
    summary: [
      seen?.note || (good ? (proved ? 'no touch' : 'seen and good') : 'fault found'),
      ...(proved ? [`, ${proved.words}`] : []),
    ],
    next: good ? (proved?.whole === false ? ['Nothing is proved beyond that.'] : []) : [fault.next],
    working: { formula: 'observed by hand and eye; no arithmetic clears it', inputs: [], steps },
  };
}

/** What a check works out, with the hand proof it wants at After among its caps; null where it cannot. */
function workedWith(check: CheckDefinition, input: WorkInput): (Worked & { caps: readonly Cap[] }) | null {
  const result = check.work?.(input);
  if (!result) return null;
  const caps = [result.cap].flat().filter((cap) => cap !== undefined);
  if (!check.calculationMayClear && check.gate === 'after') {
    const proof = input.proof('proof');
    const proved = proof?.good ? check.proves?.(input.w, input.place) : undefined;
    if (!proof?.good) caps.push({ at: 'Watch', why: 'worked from the tape, not yet proved on the vehicle by hand' });
    else if (proved?.whole === false) caps.push({ at: 'Watch', why: proved.words });
  }
  return { ...result, caps };
}

function worked(
  check: CheckDefinition,
  { w, job }: WorkInput,
  base: Verdict,
  found: readonly ReadFigure[],
  result: ReturnType<typeof workedWith>,
  stands: ReturnType<typeof on>,
): Verdict {
  const { book } = w;
  if (!result)
    return {
      ...base,
      summary: ['not worked: what else it stands on is not read'],
      next: ['Read what its station still asks for.'],
    };
  const { limit, rule } = limitsFor(check, result, job);
  const word = judgeWorked(result, limit, rule, stands);
  const finer = word.tool && finerTool(found.flatMap((f) => f.readings.map((r) => r.instrument)));
  const verdict: Verdict = {
    ...base,
    verdict: word.verdict,
    quantity: result.quantity ?? base.quantity,
    value: result.value,
    uncertainty: result.expanded ?? K * result.u,
    u: result.u,
    rule,
    limit,
    margin: word.margin,
    marginToStop: word.marginToStop,
    summary: word.tool === 'not-shown-safe' ? [...result.summary, '; not shown safe with this tool'] : result.summary,
    next: [
      ...(word.byFigure === 'Clear' && !word.withdrawn ? [] : result.next),
      ...(finer === null
        ? []
        : word.tool === 'not-shown-safe'
          ? [` Or show that there is room: repeat it, or use ${finer}.`]
          : [` This tool cannot decide it: repeat it, or use ${finer}.`]),
    ],
    mark: result.mark ?? null,
    assumed: stands.assumed,
    working: { formula: result.formula, inputs: [], steps: result.steps ?? [] },
  };
  for (const why of word.lowered)
    verdict.next = [...verdict.next, ...(verdict.next.length ? [' '] : []), sentence(why)];
  const { withdrawn } = word;
  if (withdrawn) {
    withdraw(verdict, withdrawn.why);
    if (withdrawn.spots) Object.assign(verdict, listed(book, withdrawn.spots));
    if (withdrawn.why === stands.doubtful)
      Object.assign(verdict, {
        next: ['Confirm it in its story, or read it again.'],
        ...listedReadings(book, stands.unlikely),
      });
  }
  return verdict;
}

const targetOf = (own: Worked['limit']): { target?: number } =>
  own?.target === undefined ? {} : { target: own.target };

/** What a figure is judged by: the check's own limit as the shop has it, what it works itself, or both. */
function limitsFor(
  check: CheckDefinition,
  { limit: own }: Worked,
  job: JobDocument,
): { limit: NonNullable<Verdict['limit']>; rule: DecisionRule } {
  const shop = own?.alone ? null : check.limit && limitOn(job, check.limit);
  if (shop && check.limit) {
    const sense = own?.sense ?? check.limit.sense;
    // A hose's own allowance may only be raised, never lowered, by the shop's figure.
    const clear = own ? Math.max(own.clear, shop.clear) : shop.clear;
    return {
      limit: { clear, stop: shop.stop, sense, source: own?.source ?? shop.source, ...targetOf(own) },
      rule: tighter(own?.rule ?? check.limit.rule, shop.rule),
    };
  }
  // A check that neither names a limit nor works one is a bug in that check.
  if (!own) throw new Error(`${check.id} has nothing to be judged by`);
  return {
    limit: {
      clear: own.clear,
      stop: own.stop,
      sense: own.sense ?? 'most',
      source: own.source ?? '',
      ...targetOf(own),
    },
    rule: own.rule ?? 'comfort',
  };
}

const listedReadings = (book: Book, readings: readonly Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => {
  const spots = readings.map(({ gate, point, place, state }) => ({ gate, point, place, state }));
  const known = new Map(spots.map((spot) => [spotName(book, spot), spot]));
  return { missing: [...known.keys()], missingSpots: [...known.values()] };
};

/** A lead's acceptance of a Stop holds for the very figure that was accepted and no other. */
function acceptanceOf(job: Pick<JobDocument, 'acceptances'>, verdict: Verdict): Verdict['accepted'] {
  if (verdict.verdict !== 'Stop' || verdict.safetyCritical) return null;
  return (
    job.acceptances.findLast(
      (a) =>
        a.check === verdict.check &&
        a.gate === verdict.gate &&
        a.place === verdict.place &&
        Math.abs(a.value - (verdict.value ?? 0)) < 1e-6,
    ) ?? null
  );
}
