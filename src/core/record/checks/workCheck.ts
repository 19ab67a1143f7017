import { spotName, type Figure, type Spot } from '../figures';
import type { Book } from '../book';
import type { Workings } from '../workings';
import type { Place } from '../../kernel/places';
import { standingEntries } from '../standingEntries';
import type { EntryKind } from '../entryKind';
import type { Change, JobDocument, Reading } from '../../document/job';
import { finerTool } from '../../kernel/uncertainty/instruments';
import { K } from '../../kernel/uncertainty/propagate';
import { contradiction, withoutPart } from './absent';
import { acceptanceOf } from './acceptance';
import { bareVerdict } from './bareVerdict';
import { heldStop } from './heldStop';
import { listed, listedReadings } from './listed';
import { standsBecause, standsInShort } from '../stands';
import { staleKinds } from './staleKinds';
import { tighter, type DecisionRule } from '../../kernel/decisionRule';
import { judgeWorked, type StandsOn } from './judgeWorked';
import { limitOn } from './limit';
import type { Cap, CheckDefinition, Needs, ReadFigure, WorkedVerdict, WorkedFigure, WorkInput } from './types';
import type { Phrase } from '../../kernel/phrase';

/**
 * Works one check at one place; null where a lead has said that the vehicle has no such part.
 *
 * @param place one of `check.places`
 */
export function workCheck(check: CheckDefinition, w: Workings, place: Place): WorkedVerdict | null {
  const needs = check.needs(w, place);
  const now = workNow(check, w, place, needs);
  return now && heldStop(check, w, place, needs, now, workCheck);
}

function workNow(check: CheckDefinition, w: Workings, place: Place, needs: Needs): WorkedVerdict | null {
  const { job, figures, book } = w;
  const named = (spot: Spot) => spotName(book, spot);
  const required = Object.entries(needs.required).map(([name, spot]) => ({ name, spot, figure: figures.figure(spot) }));
  const base = emptyVerdict(w, check, place, needs);

  const absent = required.filter(({ figure }) => figure.status === 'not-fitted').map(({ spot }) => spot);
  if (absent.length > 0) return withoutPart(check, w, place, base, needs, absent);
  const { answer: not, unsure: notBy } = w.watched(() => check.notWorkable?.(w, place));
  if (not) {
    const summary = typeof not.why === 'string' ? [not.why] : not.why;
    return { ...base, summary, next: [not.next], ...(not.asked && { asked: not.asked }) };
  }

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
  const filed = filedOf(check, w, place);
  const outdated = filed.find(({ by }) => by !== null)?.by;
  if (outdated) {
    const names = filed.map(({ kind }) => kind.name);
    return {
      ...base,
      ...alsoFiled({ missing: [], missingSpots: [] }, filed),
      stale: { what: outdated.what, by: outdated.by, at: outdated.at },
      summary: [`stale: ${outdated.what} was recorded after it was filed`],
      next: [`File again: ${names.join('; ')}.`],
    };
  }
  const came = stoodAsItCame(check, w, place, needs);
  if (came && required.length > 0 && required.every(({ figure }) => figure.status === 'missing'))
    return {
      ...base,
      verdict: 'Clear',
      asItCame: true,
      summary: came,
      working: { formula: 'what was looked at Before; nothing recorded or raised bears on it', inputs: [], steps: [] },
    };
  const open = required.filter(({ figure }) => figure.status === 'missing' || figure.status === 'cannot-reach');
  if (open.length > 0 || filed.length > 0) {
    const unreachable = open.filter(({ figure }) => figure.status === 'cannot-reach');
    return {
      ...base,
      ...alsoFiled(
        listed(
          book,
          open.map((r) => r.spot),
        ),
        filed,
      ),
      summary: [
        unreachable.length > 0
          ? `could not be reached: ${unreachable.map((r) => named(r.spot)).join('; ')}`
          : `needs ${[
              ...(open.length > 0 ? [`${open.length} ${open.length === 1 ? 'reading' : 'readings'}`] : []),
              ...filed.map(({ kind }) => `to be filed: ${kind.name.toLowerCase()}`),
            ].join(', ')}`,
      ],
      next: [open[0] ? `Read ${named(open[0].spot)}.` : `File ${filed[0]?.kind.name.toLowerCase() ?? ''}.`],
    };
  }
  const found = new Map<string, Figure>(required.map(({ name, figure }) => [name, figure]));
  for (const [name, spot] of Object.entries(needs.optional ?? {})) found.set(name, figures.figure(spot));
  const input = workInput(w, place, found);
  const own = [...found.values()].filter(isUnsure);
  let verdict: WorkedVerdict;
  if (check.work) {
    const { answer: result, unsure } = w.watched(() => workedWith(check, input, needs));
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
  verdict.working.steps = [
    ...verdict.working.steps,
    ...unmovedSteps(found, { ...needs.required, ...needs.optional }, named),
  ];
  const stands = standsInShort([...found.values()]);
  if (stands) verdict.stands = stands;
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

/** What is to be filed before it can be worked: each kind of which nothing stands, and what outdated it where something did. */
const filedOf = (check: CheckDefinition, w: Workings, place: Place): { kind: EntryKind; by: Change | null }[] =>
  (check.needsFiled?.(w, place) ?? []).flatMap((kind) => {
    const filed = standingEntries(w.job, kind);
    return filed.some(({ stale }) => stale === null) ? [] : [{ kind, by: filed.at(-1)?.stale ?? null }];
  });
/** What a verdict lacks, with what is to be filed. */
const alsoFiled = (
  { missing, missingSpots }: Pick<WorkedVerdict, 'missing' | 'missingSpots'>,
  filed: readonly { kind: EntryKind }[],
): Pick<WorkedVerdict, 'missing' | 'missingSpots' | 'missingEntries'> => ({
  missing: [...missing, ...filed.map(({ kind }) => kind.name)],
  missingSpots,
  ...(filed.length > 0 && { missingEntries: filed.map(({ kind: { kind, name } }) => ({ kind, name })) }),
});

/** What stands for a proof that nothing done since Before calls for; null once any of it was ever read After. */
const stoodAsItCame = (check: CheckDefinition, w: Workings, place: Place, needs: Needs): Phrase | null =>
  [...Object.values(needs.required), ...(needs.optional?.proof ? [needs.optional.proof] : [])].some((spot) =>
    w.history.wasRead(spot),
  )
    ? null
    : (check.asItCame?.(w, place) ?? null);

/** What a setting outdated and the heights show unmoved, said where the check says how it was worked. */
const unmovedSteps = (
  found: ReadonlyMap<string, Figure>,
  spots: Readonly<Record<string, Spot>>,
  named: (spot: Spot) => string,
): { name: string; amount: Phrase }[] =>
  [...found].flatMap(([name, figure]) => {
    const spot = spots[name];
    const stands = standsBecause(figure);
    return spot && stands ? [{ name: `${named(spot)}: ${stands.words}`, amount: stands.amount }] : [];
  });

const isRead = (f: Figure): f is ReadFigure => f.status === 'read';
const isUnsure = (f: Figure): f is ReadFigure => f.status === 'read' && (f.assumed || f.doubtful);

/** Withdraws a figure: Not measured, and why. */
const withdraw = (verdict: WorkedVerdict, why: string): WorkedVerdict =>
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
function seenOn(verdict: WorkedVerdict, { assumed, doubtful, gate }: StandsOn): WorkedVerdict {
  const why = doubtful ?? (assumed ? 'how far it went stands on a height that was taken over, not read' : null);
  return why !== null && gate === 'after' && verdict.verdict === 'Clear'
    ? { ...verdict, verdict: 'Watch', assumed, next: [sentence(why)] }
    : verdict;
}
const sentence = (why: string): string => `${why[0]?.toUpperCase() ?? ''}${why.slice(1)}.`;

const emptyVerdict = (w: Workings, check: CheckDefinition, place: Place, needs: Needs): WorkedVerdict =>
  bareVerdict({
    check: check.id,
    title: check.title,
    gate: check.gate,
    place,
    safetyCritical: check.safetyCritical,
    required: check.required ?? false,
    ...(check.early && { early: true }),
    staleOn: staleKinds(w, check, needs, place),
    quantity: check.quantity,
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

function inputsOf(
  book: Book,
  spots: Record<string, Spot>,
  found: Map<string, Figure>,
): WorkedVerdict['working']['inputs'] {
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

function observed(check: CheckDefinition, input: WorkInput, base: WorkedVerdict): WorkedVerdict {
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
function workedWith(
  check: CheckDefinition,
  input: WorkInput,
  needs: Needs,
): (WorkedFigure & { caps: readonly Cap[] }) | null {
  const result = check.work?.(input);
  if (!result) return null;
  const caps = [result.cap].flat().filter((cap) => cap !== undefined);
  if (!check.calculationMayClear && check.gate === 'after') {
    const proof = input.proof('proof');
    const proved = proof?.good ? check.proves?.(input.w, input.place) : undefined;
    if (!proof?.good && !(proof === null && stoodAsItCame(check, input.w, input.place, needs)))
      caps.push({ at: 'Watch', why: 'worked from the tape, not yet proved on the vehicle by hand' });
    else if (proved?.whole === false) caps.push({ at: 'Watch', why: proved.words });
  }
  return { ...result, caps };
}

function worked(
  check: CheckDefinition,
  { w, job }: WorkInput,
  base: WorkedVerdict,
  found: readonly ReadFigure[],
  result: ReturnType<typeof workedWith>,
  stands: ReturnType<typeof on>,
): WorkedVerdict {
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
  const verdict: WorkedVerdict = {
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

const targetOf = (own: WorkedFigure['limit']): { target?: number } =>
  own?.target === undefined ? {} : { target: own.target };

/** What a figure is judged by: the check's own limit as the shop has it, what it works itself, or both. */
function limitsFor(
  check: CheckDefinition,
  { limit: own }: WorkedFigure,
  job: JobDocument,
): { limit: NonNullable<WorkedVerdict['limit']>; rule: DecisionRule } {
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
