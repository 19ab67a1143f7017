import { Figures, spotName, type Figure, type Spot } from '../job/figures';
import type { Place } from '../job/places';
import type { JobDocument } from '../job/schema';
import { pointById } from '../job/points';
import { K } from '../uncertainty/propagate';
import { clearanceChecks } from './clearanceChecks';
import { fitChecks } from './fitChecks';
import { handChecks, lampSteps } from './handChecks';
import { cannotDecide, judge, RANK } from './judge';
import { LIMIT_FIGURES } from './limits';
import { stanceChecks } from './stanceChecks';
import type { CheckDefinition, ReadFigure, Verdict, WorkInput } from './types';

export const CHECKS: readonly CheckDefinition[] = [...stanceChecks, ...fitChecks, ...clearanceChecks, ...handChecks];

/** Version of the arithmetic; it is frozen with every sheet. */
export const CORE_VERSION = '0.1.0';

/**
 * Works every check of a job on what has been read.
 *
 * @param job the whole job
 * @returns a verdict for each check at each place it applies to, worst first. A check whose part is "not fitted" is
 *   left out. Never throws for a valid document.
 */
export function workJob(job: JobDocument): Verdict[] {
  const figures = new Figures(job);
  const verdicts = CHECKS.flatMap((check) =>
    check.places(job).flatMap((place) => {
      const verdict = workCheck(check, figures, place);
      return verdict ? [verdict] : [];
    }),
  );
  return worstFirst(verdicts);
}

/**
 * Worst first; among equals the safety-critical ones lead. Stable otherwise. What merely waits to be read comes after
 * what was found; where it would keep the vehicle here (safety-critical at After, or stale) it comes before a Watch.
 */
export const worstFirst = (verdicts: readonly Verdict[]): Verdict[] => {
  const order = (v: Verdict): number =>
    v.verdict === 'Stop' ? 0 : blocksUnread(v) ? 1 : { Watch: 2, 'Not measured': 3, Clear: 4 }[v.verdict];
  return [...verdicts].sort((a, b) => order(a) - order(b) || Number(b.safetyCritical) - Number(a.safetyCritical));
};

/** Not measured in a way that wants doing: stale, or in the way of release. */
export const blocksUnread = (v: Verdict): boolean =>
  v.verdict === 'Not measured' && (v.stale !== null || (v.safetyCritical && v.gate === 'after'));

/** Works one check at one place; null where a part it concerns is not fitted. */
export function workCheck(check: CheckDefinition, figures: Figures, place: Place): Verdict | null {
  const { job } = figures;
  const needs = check.needs(job, place);
  const required = Object.entries(needs.required).map(([name, spot]) => ({ name, spot, figure: figures.figure(spot) }));
  const base = emptyVerdict(check, place);

  if (required.some(({ figure }) => figure.status === 'not-fitted')) {
    // A part that every vehicle has cannot be answered away.
    if (check.work && !check.safetyCritical) return null;
    return {
      ...base,
      summary: ['answered “not fitted”'],
      next: ['This has to be looked at on every vehicle.'],
      ...listed(required.map((r) => r.spot)),
    };
  }
  const not = check.notWorkable?.(job, place);
  if (not) return { ...base, summary: [not.why], next: [not.next] };

  const stale = required.find(({ figure }) => figure.status === 'stale');
  if (stale && stale.figure.status === 'stale') {
    const { change } = stale.figure;
    const again = required.filter(({ figure }) => figure.status === 'stale').map((r) => r.spot);
    return {
      ...base,
      ...listed(again),
      stale: { what: change.what, by: change.by, at: change.at },
      summary: [`stale: ${change.what} was recorded after the reading`],
      next: [`Read again: ${again.map(spotName).join('; ')}.`],
    };
  }
  const open = required.filter(({ figure }) => figure.status === 'missing' || figure.status === 'cannot-reach');
  if (open.length > 0) {
    const unreachable = open.filter(({ figure }) => figure.status === 'cannot-reach');
    return {
      ...base,
      ...listed(open.map((r) => r.spot)),
      summary: [
        unreachable.length > 0
          ? `could not be reached: ${unreachable.map((r) => spotName(r.spot)).join('; ')}`
          : `needs ${open.length} ${open.length === 1 ? 'reading' : 'readings'}`,
      ],
      next: [`Read ${spotName((open[0] ?? { spot: required[0]?.spot }).spot as Spot)}.`],
    };
  }
  const found = new Map<string, Figure>(required.map(({ name, figure }) => [name, figure]));
  for (const [name, spot] of Object.entries(needs.optional ?? {})) found.set(name, figures.figure(spot));
  const input = workInput(figures, place, found);
  const verdict = check.work ? worked(check, input, base) : observed(input, base);
  if (!verdict) return null;
  verdict.working.inputs = inputsOf({ ...needs.required, ...needs.optional }, found);
  verdict.accepted = acceptanceOf(job, verdict);
  return verdict;
}

function emptyVerdict(check: CheckDefinition, place: Place): Verdict {
  return {
    check: check.id,
    title: check.title,
    gate: check.gate,
    place,
    verdict: 'Not measured',
    safetyCritical: check.safetyCritical,
    staleOn: check.staleOn,
    quantity: check.quantity,
    value: null,
    uncertainty: null,
    limit: null,
    margin: null,
    marginToStop: null,
    summary: [],
    next: [],
    missing: [],
    missingSpots: [],
    stale: null,
    mark: null,
    assumed: false,
    accepted: null,
    working: { formula: '', inputs: [], steps: [] },
  };
}

const listed = (spots: Spot[]): Pick<Verdict, 'missing' | 'missingSpots'> => ({
  missing: spots.map(spotName),
  missingSpots: spots,
});

function workInput(figures: Figures, place: Place, found: Map<string, Figure>): WorkInput {
  const read = (name: string): ReadFigure | null => {
    const figure = found.get(name);
    return figure?.status === 'read' ? figure : null;
  };
  return {
    job: figures.job,
    figures,
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
      return figure?.status === 'observed' ? { good: figure.good, note: figure.note } : null;
    },
  };
}

function inputsOf(spots: Record<string, Spot>, found: Map<string, Figure>): Verdict['working']['inputs'] {
  return Object.entries(spots).flatMap(([name, spot]) => {
    const figure = found.get(name);
    const quantity = pointById(spot.point)?.quantity;
    if (figure?.status !== 'read' || !quantity || quantity === 'observation') return [];
    return [
      {
        name: spotName(spot),
        quantity,
        value: figure.value,
        u: figure.u,
        readings: figure.readings.length,
        assumed: figure.assumed,
      },
    ];
  });
}

function observed(input: WorkInput, base: Verdict): Verdict {
  const seen = input.proof('seen');
  const steps = base.check === 'lamp-aim' ? lampSteps(input) : [];
  const good = seen?.good ?? false;
  return {
    ...base,
    verdict: good ? 'Clear' : base.check === 'as-found' ? 'Watch' : 'Stop',
    summary: [seen?.note || (good ? 'seen and good' : 'fault found')],
    next: good
      ? []
      : base.check === 'as-found'
        ? ['Show the customer before anything is touched.']
        : ['Put right, then look again and file it.'],
    working: { formula: 'observed by hand and eye; no arithmetic clears it', inputs: [], steps },
  };
}

function worked(check: CheckDefinition, input: WorkInput, base: Verdict): Verdict | null {
  const result = check.work?.(input);
  if (!result) return null;
  const figure = check.limit ? LIMIT_FIGURES[check.limit] : null;
  const shop = check.limit ? (input.job.limits[check.limit] ?? figure) : null;
  const own = result.limit;
  const limit = {
    // A hose's own allowance may only be raised, never lowered, by the shop's figure.
    clear: own ? (check.limit && shop ? Math.max(own.clear, shop.clear) : own.clear) : (shop?.clear ?? 0),
    stop: check.limit && shop ? shop.stop : (own?.stop ?? 0),
    sense: own?.sense ?? figure?.sense ?? ('most' as const),
    source: own?.source ?? shop?.source ?? '',
  };
  const uncertainty = K * result.u;
  const judged = judge(result.value, uncertainty, limit, check.safetyCritical);
  const assumed = [...needsFigures(check, input)].some((f) => f.status === 'read' && f.assumed);
  const verdict: Verdict = {
    ...base,
    verdict: judged.verdict,
    value: result.value,
    uncertainty: result.expanded ?? uncertainty,
    limit,
    margin: judged.margin,
    marginToStop: judged.marginToStop,
    summary: result.summary,
    next: judged.verdict === 'Clear' ? [] : result.next,
    mark: result.mark ?? null,
    assumed,
    working: { formula: result.formula, inputs: [], steps: result.steps ?? [] },
  };
  if (result.neverStop && verdict.verdict === 'Stop') verdict.verdict = 'Watch';
  const bettered = (at: 'Watch' | 'Not measured' | 'Stop', why: string) => {
    // "Not measured" withdraws the figure; the other caps only lower a verdict.
    if (at === 'Not measured')
      Object.assign(verdict, {
        verdict: at,
        value: null,
        uncertainty: null,
        margin: null,
        marginToStop: null,
        summary: [why],
        missing: [why],
      });
    else if (RANK[verdict.verdict] > RANK[at])
      Object.assign(verdict, {
        verdict: at,
        next: [...(verdict.next.length ? [...verdict.next, ' '] : []), `${why[0]?.toUpperCase()}${why.slice(1)}.`],
      });
  };
  if (result.cap) bettered(result.cap.at, result.cap.why);
  if (!check.calculationMayClear && check.gate === 'after' && !(input.proof('proof')?.good ?? false)) {
    bettered('Watch', 'worked from the tape, not yet proved on the vehicle by hand');
  }
  if (assumed && check.gate === 'after')
    bettered('Watch', 'a figure is taken from the other side: measure it to read Clear');
  if (verdict.verdict === 'Watch' && judged.margin >= 0 && cannotDecide(uncertainty, limit)) {
    verdict.next = [
      ...verdict.next,
      ' The instrument cannot decide this limit: repeat the readings, or use a calliper or height gauge.',
    ];
  }
  return verdict;
}

function* needsFigures(check: CheckDefinition, input: WorkInput): Generator<Figure> {
  for (const spot of Object.values(check.needs(input.job, input.place).required)) yield input.figures.figure(spot);
}

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
