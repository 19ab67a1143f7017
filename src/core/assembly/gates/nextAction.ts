import type { ReadingGate } from '../../document/job';
import { PLACE_NAME, STATE_NAME } from '../../kernel/places';
import { LAP_NAME } from '../../record/afterLaps';
import type { Phrase } from '../../kernel/phrase';
import type { Verdict } from '../../record/checks/types';
import { lineCheck } from '../../record/book';
import { spotKey } from '../../record/figures';
import type { RouteStop } from '../../record/route';
import type { Workings } from '../../record/workings';
import { buildRoute } from '../route/route';
import { rowsOf, type CheckRow } from '../stations';
import { worstFirst } from '../workJob';
import { blocksRelease } from './release';
import { kindsOn } from '../../record/bearing';

interface Weighed {
  /** How many verdicts in the way it answers. */
  blocks: number;
  /** How many verdicts it bears on in all. */
  does: number;
  /** What it costs in readings, s: taken for the first time, or again after the change. */
  seconds: number;
  /** Why this one comes first, with the figures that decided. */
  reason: Phrase;
}
/** What is to be done next at a gate. */
export type NextAction = Weighed &
  (
    | { kind: 'mend'; row: CheckRow }
    | { kind: 'read'; lap: string; stop: RouteStop; stops: readonly RouteStop[] }
    | { kind: 'file'; entry: { kind: string; name: string }; verdicts: readonly Verdict[] }
    | { kind: 'answer'; verdicts: readonly Verdict[] }
  );

/** What the next action says in large: as what it is marked, what it is, what to do, what was found, why it comes first. */
export interface Headline {
  mark: 'Stop' | 'Not measured';
  safetyCritical: boolean;
  title: string;
  does: Phrase;
  found: Phrase;
  reason: Phrase;
}
export function headlineOf(next: NextAction): Headline {
  const told = { mark: 'Not measured', safetyCritical: false, found: [], reason: next.reason } as const;
  if (next.kind === 'mend') {
    const { worst, all } = next.row;
    const where = all.map((v) => v.place).filter((place) => place !== 'vehicle');
    return {
      mark: 'Stop',
      safetyCritical: worst.safetyCritical,
      title:
        where.length === 0
          ? worst.title
          : `${worst.title}, ${where.map((place) => PLACE_NAME[place].toLowerCase()).join(', ')}`,
      does: worst.next,
      found: worst.summary,
      reason: next.reason,
    };
  }
  if (next.kind === 'read') {
    const more = next.stops.length > 1 ? `, then ${next.stops.length - 1} more so` : '';
    return { ...told, title: `Read what is left: ${next.lap}`, does: [`First: ${stopName(next.stop)}${more}.`] };
  }
  if (next.kind === 'file')
    return {
      ...told,
      title: `File: ${next.entry.name.toLowerCase()}`,
      does: [`${next.verdicts.map((v) => v.title).join('; ')}.`],
    };
  const lines = next.verdicts.map((v) => v.title.toLowerCase()).join(', ');
  return {
    ...told,
    title: `A lead answers for ${lines}`,
    does: ['Checked, with the figures; or not done here, and why.'],
  };
}

const minutes = (seconds: number): string => `${Math.max(1, Math.ceil(seconds / 60))} min`;
const count = (n: number, one: string, many = `${one}s`): string => `${n} ${n === 1 ? one : many}`;

/**
 * The one next action at a gate: what blocks most, does most, costs least. A Stop that can hurt somebody leads, since
 * what mends it makes readings stale: whatever is read before it is read twice. Null where nothing is left to do but to
 * open the next gate.
 *
 * @param verdicts of the job as it is worked with `w`
 */
export function nextAction(w: Workings, verdicts: readonly Verdict[], gate: ReadingGate): NextAction | null {
  const here = verdicts.filter((v) => v.gate === gate);
  const inTheWay = gate === 'after' ? here.filter(blocksRelease) : [];
  const candidates = [
    ...mends(w, gate, gate === 'after' ? inTheWay : here.filter((v) => !v.accepted)),
    ...reads(w, here, inTheWay, gate),
    ...files(here, inTheWay),
    ...answers(w, inTheWay),
  ];
  // A Stop at Before keeps nothing shut: what is still to read there comes first.
  const leads = (a: NextAction): number =>
    a.kind === 'mend' && a.row.worst.safetyCritical && gate === 'after' ? 0 : 1;
  candidates.sort((a, b) => leads(a) - leads(b) || b.blocks - a.blocks || b.does - a.does || a.seconds - b.seconds);
  return candidates[0] ?? null;
}

/** Each check that reads Stop, once for all its places. */
function mends(w: Workings, gate: ReadingGate, verdicts: readonly Verdict[]): NextAction[] {
  const answered = buildRoute(w, gate, 'short').filter((stop) => stop.status === 'answered');
  return rowsOf(worstFirst(verdicts.filter((v) => v.verdict === 'Stop'))).map((row) => {
    const seconds = Math.max(...row.all.map((v) => readAgain(w, v, answered)));
    const { safetyCritical } = row.worst;
    const blocks = gate === 'after' ? row.all.length : 0;
    const again = seconds > 0 ? `; at least ${minutes(seconds)} of readings are taken again after it` : '';
    return {
      kind: 'mend',
      row,
      blocks,
      does: row.all.length,
      seconds,
      reason:
        gate === 'before'
          ? [
              `Found Before${safetyCritical ? ', and it can hurt somebody' : ''}: settle it before the build begins${again}.`,
            ]
          : [
              safetyCritical
                ? `First, because it can hurt somebody and what mends it makes readings stale${again}.`
                : `In the way of release at ${count(blocks, 'place')}, until it is mended or a lead accepts it${again}.`,
            ],
    };
  });
}

/**
 * The least that is read again once it is mended, s: of the changes that it depends on, the one that makes the least of
 * what is read stale.
 */
function readAgain(w: Workings, v: Verdict, answered: readonly RouteStop[]): number {
  const costs = v.staleOn.map((kind) =>
    answered
      .filter(({ point, place, state }) => kindsOn(point, w.job, { place, state }).includes(kind))
      .reduce((sum, stop) => sum + stop.seconds, 0),
  );
  return costs.length > 0 ? Math.min(...costs) : 0;
}

/**
 * What is left of the short route, in its own order: every lap of it is wanted, and the order is the one with the fewest
 * moves of the vehicle.
 */
function reads(w: Workings, here: readonly Verdict[], inTheWay: readonly Verdict[], gate: ReadingGate): NextAction[] {
  const open = buildRoute(w, gate, 'short').filter((stop) => stop.status !== 'answered');
  const [stop] = open;
  if (!stop) return [];
  const stops = open.filter((s) => (stop.lap ? s.lap === stop.lap : s.state === stop.state));
  const keys = new Set(open.map((s) => spotKey({ gate, point: s.point.id, place: s.place, state: s.state })));
  const waitsFor = (v: Verdict): boolean => v.missingSpots.some((spot) => keys.has(spotKey(spot)));
  // At Before the gate itself is what an unanswered reading keeps shut.
  const blocks = gate === 'before' ? open.length : inTheWay.filter(waitsFor).length;
  const does = here.filter(waitsFor).length;
  const seconds = open.reduce((sum, each) => sum + each.seconds, 0);
  const it = open.length === 1 ? 'it' : 'them';
  const wait = (n: number) => (n === 1 ? 'waits' : 'wait');
  const why =
    gate === 'before'
      ? `the Plan gate stays shut without ${it}`
      : blocks > 0
        ? `${count(blocks, 'check')} in the way of release ${wait(blocks)} for ${it}`
        : `${count(does, 'check')} ${wait(does)} for ${it}`;
  return [
    {
      kind: 'read',
      lap: stop.lap ? LAP_NAME[stop.lap] : STATE_NAME[stop.state],
      stop,
      stops,
      blocks,
      does,
      seconds,
      reason: [`${count(open.length, 'reading')} left on the short route, ${minutes(seconds)}; ${why}.`],
    },
  ];
}

/** How long it takes to file one thing by its form, s. */
const TO_FILE = 45;

/** Each kind of thing that checks want filed, once for all of them. */
function files(here: readonly Verdict[], inTheWay: readonly Verdict[]): NextAction[] {
  const kinds = new Map(here.flatMap((v) => v.missingEntries ?? []).map((entry) => [entry.kind, entry]));
  return [...kinds.values()].map((entry) => {
    const wants = (v: Verdict): boolean => (v.missingEntries ?? []).some(({ kind }) => kind === entry.kind);
    const blocks = inTheWay.filter(wants).length;
    const verdicts = here.filter(wants);
    return {
      kind: 'file',
      entry,
      verdicts,
      blocks,
      does: verdicts.length,
      seconds: TO_FILE,
      reason: [
        blocks > 0
          ? `${count(blocks, 'check')} in the way of release ${blocks === 1 ? 'waits' : 'wait'} for it.`
          : `${count(verdicts.length, 'check')} ${verdicts.length === 1 ? 'waits' : 'wait'} for it.`,
      ],
    };
  });
}

/** Lines that no lead has answered for: all of them at once. */
function answers(w: Workings, inTheWay: readonly Verdict[]): NextAction[] {
  const lines = new Set(w.book.leadsLines.map(({ line }) => lineCheck(line)));
  const verdicts = inTheWay.filter((v) => v.verdict === 'Not measured' && lines.has(v.check));
  if (verdicts.length === 0) return [];
  return [
    {
      kind: 'answer',
      verdicts,
      blocks: verdicts.length,
      does: verdicts.length,
      seconds: 60 * verdicts.length,
      reason: [
        `${count(verdicts.length, 'line')} in the way of release: not worked by this tool yet, and never left unsaid.`,
      ],
    },
  ];
}

/** "Ride height, hub to lip, front left": what a reading is called in a sentence. */
export const stopName = (stop: RouteStop): string =>
  `${stop.point.label}${stop.place === 'vehicle' ? '' : `, ${PLACE_NAME[stop.place].toLowerCase()}`}`;
