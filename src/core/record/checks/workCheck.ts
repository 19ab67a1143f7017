import type { ChangeKind } from '../../document/changes';
import { spotName, type Figure, type Spot } from '../figures';
import type { Book } from '../book';
import type { Workings } from '../workings';
import type { Place } from '../../kernel/places';
import { mayLack } from '../pointRules';
import type { JobDocument } from '../../document/job';
import { finerTool } from '../../kernel/uncertainty/instruments';
import { K } from '../../kernel/uncertainty/propagate';
import { bareVerdict } from './bareVerdict';
import { tighter, type DecisionRule } from '../../kernel/decisionRule';
import { limitOn } from './limit';
import { judge, RANK } from '../../kernel/judge';
import type { Cap, CheckDefinition, Needs, ReadFigure, Verdict, Worked, WorkInput } from './types';

/** Works one check at one place; null where a part it concerns is not fitted. */
export function workCheck(check: CheckDefinition, w: Workings, place: Place): Verdict | null {
  const { job, figures, book } = w;
  const named = (spot: Spot) => spotName(book, spot);
  const needs = check.needs(w, place);
  const required = Object.entries(needs.required).map(([name, spot]) => ({ name, spot, figure: figures.figure(spot) }));
  const base = emptyVerdict(w, check, place, needs);

  const absent = required.filter(({ figure }) => figure.status === 'not-fitted').map(({ spot }) => spot);
  if (absent.length > 0) return withoutPart(check, w, place, base, absent);
  const not = check.notWorkable?.(w, place);
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
  const verdict = check.work ? worked(check, input, base, [...found.values()]) : observed(check, input, base);
  if (!verdict) return null;
  verdict.working.inputs = inputsOf(book, { ...needs.required, ...needs.optional }, found);
  verdict.accepted = acceptanceOf(job, verdict);
  return verdict;
}

/** A part answered away: never one that every vehicle has, nor one that Before had, unless what became of it is recorded. */
function withoutPart(check: CheckDefinition, w: Workings, place: Place, base: Verdict, absent: Spot[]): Verdict | null {
  const { job, figures, book } = w;
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
  const had = absent.filter((spot) => {
    if (spot.gate === 'before' || !book.byId(spot.point)?.gates.includes('before')) return false;
    const { status } = figures.figure({ ...spot, gate: 'before' });
    return status === 'read' || status === 'observed';
  });
  if (had.length === 0) return null;
  const gone = check.gone?.(w, place) ?? null;
  if (gone)
    return {
      ...base,
      verdict: 'Watch',
      summary: gone,
      next: ['Told to the customer, on the sheet.'],
      working: { formula: 'what Before had is recorded as gone; nothing is left to measure', inputs: [], steps: [] },
    };
  return {
    ...base,
    ...listed(book, had),
    summary: ['answered “not fitted”, but Before had one'],
    next: ['Record what was done with it, or read it.'],
  };
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
function staleKinds({ job, book }: Workings, check: CheckDefinition, needs: Needs): ChangeKind[] {
  const spots = [...Object.values(needs.required), ...Object.values(needs.optional ?? {})];
  const own = spots
    .filter((spot) => spot.gate === check.gate)
    .flatMap((spot) => {
      const point = book.byId(spot.point);
      return [...(point?.staleOn ?? []), ...(point?.alsoStale?.(job, spot) ?? [])];
    });
  return [...new Set([...own, ...(check.staleOn ?? [])])];
}

const listed = (book: Book, spots: Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => ({
  missing: spots.map((spot) => spotName(book, spot)),
  missingSpots: spots,
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

function worked(check: CheckDefinition, input: WorkInput, base: Verdict, found: readonly Figure[]): Verdict | null {
  const result = check.work?.(input);
  if (!result) return null;
  const { limit, rule } = limitsFor(check, result, input.job);
  const judged = judge(result.value - (limit.target ?? 0), result.u, limit, rule);
  const read = found.filter((f): f is ReadFigure => f.status === 'read');
  const assumed = read.some((f) => f.assumed);
  const verdict: Verdict = {
    ...base,
    verdict: judged.verdict,
    value: result.value,
    uncertainty: result.expanded ?? K * result.u,
    u: result.u,
    rule,
    limit,
    margin: judged.margin,
    marginToStop: judged.marginToStop,
    summary: judged.tool === 'not-shown-safe' ? [...result.summary, '; not shown safe with this tool'] : result.summary,
    next: judged.verdict === 'Clear' ? [] : result.next,
    mark: result.mark ?? null,
    assumed,
    working: { formula: result.formula, inputs: [], steps: result.steps ?? [] },
  };
  if (judged.tool) {
    const finer = finerTool(read.flatMap((f) => f.readings.map((r) => r.instrument)));
    verdict.next = [
      ...verdict.next,
      judged.tool === 'not-shown-safe'
        ? ` Or show that there is room: repeat it, or use ${finer}.`
        : ` This tool cannot decide it: repeat it, or use ${finer}.`,
    ];
  }
  if (result.neverStop && verdict.verdict === 'Stop') verdict.verdict = 'Watch';
  const bettered = ({ at, why, spots }: Cap) => {
    // "Not measured" withdraws the figure; the other caps only lower a verdict.
    if (at === 'Not measured')
      Object.assign(verdict, {
        verdict: at,
        value: null,
        uncertainty: null,
        u: null,
        margin: null,
        marginToStop: null,
        summary: [why],
        missing: [why],
        ...(spots ? listed(input.w.book, [...spots]) : {}),
      });
    else if (verdict.verdict !== 'Not measured' && RANK[verdict.verdict] > RANK[at])
      Object.assign(verdict, {
        verdict: at,
        next: [...(verdict.next.length ? [...verdict.next, ' '] : []), `${why[0]?.toUpperCase()}${why.slice(1)}.`],
      });
  };
  for (const cap of [result.cap].flat()) if (cap) bettered(cap);
  if (!check.calculationMayClear && check.gate === 'after') {
    const proof = input.proof('proof');
    const proved = proof?.good ? check.proves?.(input.w, input.place) : undefined;
    if (!proof?.good) bettered({ at: 'Watch', why: 'worked from the tape, not yet proved on the vehicle by hand' });
    else if (proved?.whole === false) bettered({ at: 'Watch', why: proved.words });
  }
  if (assumed && check.gate === 'after')
    bettered({
      at: 'Watch',
      why: 'a figure is taken from the other side or from a like vehicle: measure it to read Clear',
    });
  const { book } = input.w;
  const doubtful = read.filter((f) => f.doubtful).flatMap((f) => f.readings);
  if (doubtful.length > 0) {
    const [first] = doubtful;
    const said = first
      ? `${spotName(book, first)} reads ${first.text || String(first.value)} ${/[a-z"°%]/i.test(first.text) ? '' : first.unit}`.trim()
      : '';
    const why = `${said}, unlikely there, and nobody here has confirmed it`;
    bettered({ at: check.safetyCritical ? 'Not measured' : 'Watch', why });
    if (check.safetyCritical)
      Object.assign(verdict, {
        next: ['Confirm it in its story, or read it again.'],
        ...listedReadings(book, doubtful),
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
  const shop = check.limit && limitOn(job, check.limit);
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
function acceptanceOf(job: JobDocument, verdict: Verdict): Verdict['accepted'] {
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
