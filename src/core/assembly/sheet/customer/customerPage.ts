import { axleAt, axleOf, AXLES, type Axle, type Corner } from '../../../kernel/places';
import { RANK, type VerdictWord } from '../../../kernel/judge';
import type { UnitChoice } from '../../../kernel/units/quantity';
import { lineSaid } from '../../../record/checks/leadsLines';
import type { Verdict } from '../../../record/checks/types';
import { PLAIN_GROUPS, type PlainGroup } from '../../../record/plain';
import type { Workings } from '../../../record/workings';
import { barWasOff, reachedFor } from '../../../subjects/clearance/fit/reach';
import { cornerStances } from '../../../subjects/stance/cornerStances';
import { sideShape, type SideShape } from '../../../subjects/stance/vehicleShape';
import { blocksRelease } from '../../gates/release';
import { foundAsItCame, type FoundAsItCame } from '../asItCame';
import { weeksAfter, type ComeBackList } from '../../../document/comeBack';
import type { Language } from '../../../document/language';
import { phrasebook, type Phrasebook } from './phrasebook';

/** Something named, and one or two plain sentences of it. */
export interface Told {
  what: string;
  why: string;
}
/** The one page that the customer reads, in its language, with every figure written out. Frozen when it is signed. */
export interface CustomerPage {
  language: Language;
  number: string;
  title: string;
  sheet: string;
  vehicle: string;
  owner: string;
  state: { kind: 'open' | 'released' | 'left-unreleased'; word: string; why: string };
  /** The body and wheels before and now, as the engine draws them; null where a height is not read. */
  drawing: { before: SideShape | null; now: SideShape | null };
  heights: {
    title: string;
    how: string;
    head: { before: string; now: string; change: string };
    corners: { corner: Corner; name: string; before: string; now: string; change: string }[];
  };
  fits: {
    verdict: VerdictWord;
    title: string;
    proved: string[];
    /** Least share of its way that a wheel was raised. */ share: number | null;
  };
  done: { title: string; said: string[] };
  found: { title: string; said: string[] };
  good: { title: string; said: string[] };
  watch: { title: string; said: Told[] };
  notDone: { title: string; said: string[] };
  back: {
    title: string;
    said: { when: string; by: string; what: string; date: string | null }[];
    none: string;
    source: string;
  };
  drives: { title: string; said: string[] };
  law: { title: string; said: string[] };
  signed: string;
  disclaimer: string;
  behind: string;
}

/** How a shop's customer is written to. */
export interface Letter {
  language: Language;
  timeZone: string;
  back: ComeBackList;
}

/** At most so many things to watch, and at least. */
const [MOST, LEAST] = [6, 3];
/** Stops and unread rows that stand on the page; the rest is counted. */
const OPEN = 6;

/**
 * The customer's page of a job, in words of every day. Every figure is one that core worked from what was read.
 *
 * @param verdicts of the same document
 */
export function makeCustomerPage(
  w: Workings,
  verdicts: readonly Verdict[],
  units: UnitChoice,
  { language, timeZone, back }: Letter,
): CustomerPage {
  const book = phrasebook(language);
  const { say } = book;
  const after = verdicts.filter((v) => v.gate === 'after');
  const groups = grouped(w, after);
  const signOff = w.job.signOffs.at(-1) ?? null;
  const { vehicle, customer, job } = w.job;
  const kind = job.state;
  return {
    language,
    number: job.number,
    title: say('title'),
    sheet: say('sheet', { number: job.number }),
    vehicle: [vehicle.make, vehicle.model, vehicle.tag].filter(Boolean).join(' '),
    owner: say('owner', { name: customer.name }),
    state: {
      kind,
      word: say(kind === 'open' && w.job.broughtIn?.signed ? 'state.elsewhere' : `state.${kind}`),
      why: kind === 'left-unreleased' ? say('state.why') : '',
    },
    drawing: drawn(w),
    heights: {
      title: say('heights'),
      how: say('heightsHow'),
      head: { before: say('before'), now: say('now'), change: say('change') },
      corners: cornerStances(w).map(({ corner, before, after: now, rise }) => ({
        corner,
        name: say(`place.${corner}`),
        before: before ? book.figure('length', before.value, units) : '–',
        now: now ? book.figure('length', now.value, units) : '–',
        change: rise ? book.figure('length', rise.value, units, true) : '–',
      })),
    },
    fits: fits(w, groups.get('room') ?? [], book),
    done: { title: say('done'), said: done(w, units, book) },
    found: { title: say('found'), said: found(foundAsItCame(w), book) },
    good: { title: say('good'), said: good(groups, book) },
    watch: { title: say('watch'), said: toWatch(w, groups, units, book) },
    notDone: { title: say('notDone'), said: notDone(w, after, book, timeZone) },
    back: {
      title: say('back'),
      said: kind === 'left-unreleased' ? [] : comesBack(back, signOff?.at ?? null, units, book, timeZone),
      none: say('back.none'),
      source: back.source,
    },
    drives: { title: say('drives'), said: drives(w, after, units, book) },
    law: { title: say('law'), said: [say('law.none')] },
    signed: signOff ? signedBy(signOff, book, timeZone) : say('signed.none'),
    disclaimer: say('disclaimer'),
    behind: say('behind', { count: after.length }),
  };
}

function signedBy(
  { by, at, note }: { by: string; at: string; note: string },
  book: Phrasebook,
  timeZone: string,
): string {
  const signed = book.say('signed', { name: by, date: book.day(at, timeZone) });
  return note === '' ? signed : book.say('signed.noted', { signed, note });
}

/** Verdicts at After by their plain heading, the worst first within each. */
function grouped(w: Workings, after: readonly Verdict[]): Map<PlainGroup, Verdict[]> {
  const groups = new Map<PlainGroup, Verdict[]>();
  for (const group of PLAIN_GROUPS) {
    const own = after.filter((v) => w.book.plainOf(v.check) === group);
    if (own.length > 0)
      groups.set(
        group,
        [...own].sort((a, b) => RANK[a.verdict] - RANK[b.verdict]),
      );
  }
  return groups;
}

/** The mean of a point over the places of an axle, all of them read and none assumed; null where one is not. */
const meanOf = (w: Workings, gate: 'before' | 'after', point: string, axle: Axle): number | null => {
  const spots = (w.book.byId(point)?.where(w.job) ?? []).filter(({ place }) => axleAt(place) === axle);
  const read = spots.map(({ place, state }) => w.figures.figure({ gate, point, place, state }));
  const values = read.flatMap((f) => (f.status === 'read' && !f.assumed && !f.doubtful ? [f.value] : []));
  return read.length > 0 && values.length === read.length
    ? values.reduce((sum, v) => sum + v, 0) / values.length
    : null;
};

function drawn(w: Workings): CustomerPage['drawing'] {
  const corners = cornerStances(w);
  const lips = (gate: 'before' | 'after') => {
    const [front, rear] = (['FL', 'RL'] as const).map((c) => corners.find(({ corner }) => corner === c)?.[gate]?.value);
    return front === undefined || rear === undefined ? null : { front, rear };
  };
  const shape = (gate: 'before' | 'after'): SideShape | null => {
    const found = lips(gate);
    const { vehicle } = w.job;
    const tyreDiameter = meanOf(w, gate, 'tyreDiameter', 'front') ?? vehicle.tyreDiameter;
    return found && sideShape({ ...vehicle, tyreDiameter }, found);
  };
  return { before: shape('before'), now: shape('after') };
}

function fits(w: Workings, room: readonly Verdict[], book: Phrasebook): CustomerPage['fits'] {
  const { say } = book;
  const { promiseFront: front, promiseRear: rear } = w.job.job;
  const grade =
    front === rear
      ? say(`grade.${front}`)
      : say('grades.both', { front: say(`grade.${front}`), rear: say(`grade.${rear}`) });
  // A Stop that a lead accepted is one all the same: the customer reads what fits, and that it was accepted below.
  const verdict = room[0]?.verdict ?? 'Not measured';
  const of = (check: string) => room.filter((v) => v.check === check);
  const bodies = of('rub-body');
  const shown = bodies.length > 0 && bodies.every((v) => v.verdict === 'Clear' || v.verdict === 'Watch');
  const came = shown && bodies.every((v) => v.asItCame);
  const reached = AXLES.map((axle) => reachedFor(w, axle, axle === 'front' ? front : rear, 'rubBody').bump);
  const known = reached.flatMap((share) => share ?? []);
  const share = shown && !came && known.length === reached.length ? Math.min(...known) : null;
  const bar = AXLES.flatMap((axle) => barWasOff(w, axle) ?? []);
  const proved =
    share !== null
      ? [
          say('proved.reached', { share: book.percent(share) }),
          ...(bar.length > 0 ? [say('proved.bar', { state: bar.every(Boolean) ? 'off' : 'on' })] : []),
        ]
      : [say(came ? 'proved.came' : 'proved.none')];
  return { verdict, title: say(`fits.${verdict}`, { grade }), proved, share };
}

function done(w: Workings, units: UnitChoice, book: Phrasebook): string[] {
  const { say } = book;
  const { kit, plan } = w.job;
  const kinds = [
    ...new Set(w.job.changes.filter((c) => c.gate !== 'intake' && c.gate !== 'before').map((c) => c.kind)),
  ];
  if (kinds.length === 0) return [say('done.nothing')];
  const lift = (mm: number | null) => (mm === null ? '–' : book.figure('length', mm, units, mm < 0));
  return [
    ...(kit ? [say('done.kit', { kit: kit.name })] : []),
    ...(plan.liftFront === null && plan.liftRear === null
      ? []
      : [say('done.raised', { front: lift(plan.liftFront), rear: lift(plan.liftRear) })]),
    say('done.worked', { parts: book.list(kinds.map((each) => say(`changed.${each}`))) }),
  ];
}

function found({ looked, said, altered }: FoundAsItCame, book: Phrasebook): string[] {
  const { say } = book;
  const told = said.map(({ point, short, choice, choiceName, place, note, good }) => {
    const key = choice ? `found.${point}.${choice}` : `found.${point}`;
    const where = say(`place.${place}`);
    const what = book.knows(key)
      ? say(key)
      : say('found.other', { what: [short, choiceName].filter(Boolean).join(': '), where: where.toLowerCase() });
    return note === ''
      ? what
      : good && !choiceName
        ? say('found.noted', { found: `${short}.`, note })
        : say('found.noted', { found: what, note });
  });
  if (altered.length > 0) told.push(say('found.altered', { what: altered.join('; ') }));
  if (told.length > 0) return [...told, say('found.decided')];
  return [say(looked ? 'found.nothing' : 'found.unlooked')];
}

function good(groups: ReadonlyMap<PlainGroup, readonly Verdict[]>, book: Phrasebook): string[] {
  const said = [...groups].filter(([, rows]) => rows.every((v) => v.verdict === 'Clear'));
  return said.length > 0 ? said.map(([group]) => book.say(`group.${group}`)) : [book.say('good.none')];
}

/** What the customer watches: what reads Watch, by its heading, those that can hurt first; then what is always watched. */
function toWatch(
  w: Workings,
  groups: ReadonlyMap<PlainGroup, readonly Verdict[]>,
  units: UnitChoice,
  book: Phrasebook,
): CustomerPage['watch']['said'] {
  const { say } = book;
  const rows = [...groups].flatMap(([group, all]) => {
    const watched = all.filter((v) => v.verdict === 'Watch');
    const [first] = [...watched].sort((a, b) => Number(b.safetyCritical) - Number(a.safetyCritical));
    return first ? [{ group, first, count: watched.length, safety: watched.some((v) => v.safetyCritical) }] : [];
  });
  rows.sort((a, b) => Number(b.safety) - Number(a.safety));
  const told = rows.slice(0, MOST).map(({ group, first, count }): Told => {
    const { limit, quantity, value, place } = first;
    // Where small is safe the size counts, whichever way it goes.
    const inside =
      limit && value !== null && (limit.sense === 'most' ? Math.abs(value) <= limit.clear : value >= limit.clear);
    const measured =
      quantity && value !== null && limit && limit.target === undefined
        ? inside
          ? say('watch.unsure')
          : say('watch.measured', {
              where: say(`place.${place}`),
              figure: book.figure(quantity, value, units, w.book.carriesSign(first)),
              sense: limit.sense,
              limit: book.figure(quantity, limit.clear, units),
            })
        : '';
    const places = count > 1 ? say('watch.places', { count }) : '';
    return { what: say(`group.${group}`), why: [say(`watch.${group}`), measured, places].filter(Boolean).join(' ') };
  });
  const always = (['noise', 'pedal', 'settle'] as const).map((id): Told => ({
    what: say(`always.${id}`),
    why: say(`always.${id}.why`),
  }));
  return [...told, ...always.slice(0, Math.max(0, LEAST - told.length))];
}

function notDone(w: Workings, after: readonly Verdict[], book: Phrasebook, timeZone: string): string[] {
  const { say } = book;
  const lines = w.book.leadsLines.flatMap((own) => {
    const said = lineSaid(w, own)?.said;
    if (said?.answer !== 'not-done-here') return [];
    const key = `line.${own.line}`;
    const what = book.knows(key) ? say(key) : own.title;
    return [
      say('line.said', { what, text: said.text, name: said.by }),
      ...(said.due ? [say('line.due', { date: book.day(`${said.due}T12:00:00Z`, timeZone) })] : []),
    ];
  });
  const named = (v: Verdict): string => {
    const group = w.book.plainOf(v.check);
    const where = v.place === 'vehicle' ? '' : `, ${say(`place.${v.place}`).toLowerCase()}`;
    return `${group ? say(`group.${group}`) : v.title}${where}`;
  };
  const accepted = after.flatMap((v) =>
    v.accepted ? [say('accepted', { what: named(v), name: v.accepted.by, reason: v.accepted.reason })] : [],
  );
  const open = after.filter(blocksRelease).sort((a, b) => RANK[a.verdict] - RANK[b.verdict]);
  const stands = [
    ...new Set(open.map((v) => say(v.verdict === 'Stop' ? 'open.Stop' : 'open.Not measured', { what: named(v) }))),
  ];
  const rest = stands.length - OPEN;
  const all = [
    ...stands.slice(0, OPEN),
    ...(rest > 0 ? [say('open.more', { count: rest })] : []),
    ...lines,
    ...accepted,
  ];
  return all.length > 0 ? all : [say('notDone.nothing')];
}

function comesBack(
  { items }: ComeBackList,
  from: string | null,
  units: UnitChoice,
  book: Phrasebook,
  timeZone: string,
): CustomerPage['back']['said'] {
  const { say } = book;
  const distance = (km: number): string =>
    units.length === 'mm' ? `${km} km` : `${Math.max(10, Math.round((km * 0.621371) / 10) * 10)} mi`;
  return items.map(({ what, km, weeks }) => {
    const date = from !== null && weeks !== null ? weeksAfter(from, weeks) : null;
    return {
      when:
        km !== null && weeks !== null
          ? say('back.at', { distance: distance(km), weeks })
          : km !== null
            ? distance(km)
            : say('back.weeks', { weeks: weeks ?? 0 }),
      by: date ? say('back.by', { date: book.day(date, timeZone) }) : '',
      what: typeof what === 'string' ? say(`back.${what}`) : what.text,
      date,
    };
  });
}

/** Under this much a vehicle stands as it came, mm. */
const AS_IT_CAME = 5;

function drives(w: Workings, after: readonly Verdict[], units: UnitChoice, book: Phrasebook): string[] {
  const { say } = book;
  const rises = AXLES.map((axle) => {
    const own = cornerStances(w).filter(({ corner, rise }) => axleOf(corner) === axle && rise);
    return own.length === 2 ? own.reduce((sum, c) => sum + (c.rise?.value ?? 0), 0) / 2 : null;
  });
  const [front, rear] = rises;
  const higher = rises.some((rise) => rise !== null && rise >= AS_IT_CAME);
  const up = (rise: number | null | undefined) => (rise == null ? '–' : book.figure('length', rise, units, rise < 0));
  const [was, is] = (['before', 'after'] as const).map((gate) => {
    const axles = AXLES.map((axle) => meanOf(w, gate, 'tyreDiameter', axle));
    return axles.some((d) => d === null) ? null : axles.reduce<number>((sum, d) => sum + (d ?? 0), 0) / 2;
  });
  const ratio = was && is ? is / was : null;
  const [shown, unit] = units.length === 'mm' ? [50, 'km/h'] : [30, 'mph'];
  const written = (speed: number) =>
    `${book.language === 'en' ? speed.toFixed(1) : speed.toFixed(1).replace('.', ',')} ${unit}`;
  // Read and Clear is not aimed again: that is a change, and on record.
  const lamps = after.filter((v) => v.check === 'lamp-aim');
  const aimed = w.job.changes.some((c) => c.kind === 'lamp' && c.gate !== 'intake' && c.gate !== 'before');
  return [
    ...(higher ? [say('drives.higher', { front: up(front), rear: up(rear) }), say('drives.rolls')] : []),
    ...(!higher && rises.every((rise) => rise !== null) ? [say('drives.same')] : []),
    ...(ratio !== null && Math.abs(ratio - 1) >= 0.005
      ? [
          say('drives.speed', {
            share: `${written(100 * Math.abs(ratio - 1)).replace(` ${unit}`, '')} %`,
            way: ratio > 1 ? 'larger' : 'smaller',
            shown: `${shown} ${unit}`,
            real: written(shown * ratio),
          }),
        ]
      : []),
    ...(ratio !== null && ratio > 1.005 ? [say('drives.spray')] : []),
    ...(aimed && lamps.length > 0 && lamps.every((v) => v.verdict === 'Clear') ? [say('drives.lamps')] : []),
  ];
}
