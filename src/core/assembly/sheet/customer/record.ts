import { RULE_WORDS, type DecisionRule } from '../../../kernel/decisionRule';
import { say as words } from '../../../kernel/phrase';
import { showUncertainty } from '../../../kernel/units/format';
import type { UnitChoice } from '../../../kernel/units/quantity';
import type { Verdict } from '../../../record/checks/types';
import { STATIONS } from '../../../record/station';
import type { Workings } from '../../../record/workings';
import { rowsOf, stationOf, type CheckRow } from '../../stations';
import { sheetFacts, type Sheet } from '../sheet';
import type { Language } from '../../../document/language';
import type { Letter } from './customerPage';
import { phrasebook, type Phrasebook } from './phrasebook';

/** A row that is not Clear, whole. */
export interface OpenRow {
  verdict: Verdict['verdict'];
  word: string;
  safetyCritical: boolean;
  title: string;
  place: string;
  figure: string;
  wants: string;
  said: string;
  accepted: string;
}
/** A check that is Clear wherever it was judged, in one line with its worst place. */
export interface ClearRow {
  title: string;
  places: string;
  where: string;
  figure: string;
  wants: string;
}
/** What a sheet's record prints: the fixed words in the customer's language, what checks say as they say it. Frozen. */
export interface SheetRecord {
  language: Language;
  title: string;
  lead: string;
  heads: {
    facts: string;
    open: string;
    clear: string;
    verdict: string;
    check: string;
    where: string;
    figure: string;
    wants: string;
    what: string;
    rules: string;
    sources: string;
    otherwise: string;
    changed: string;
    annex: string;
    reading: string;
    before: string;
    now: string;
    change: string;
    safety: string;
    none: string;
    letters: string;
  };
  facts: readonly (readonly [string, string])[];
  open: { station: string; rows: OpenRow[] }[];
  clear: { station: string; rows: ClearRow[] }[];
  /** Rules, sources and uncertainty, explained once. */
  rules: string[];
  sources: { mark: string; source: string }[];
  /** Where the dates to come back stand; left out where nothing says. */
  back?: string;
  uncertainty: string;
}

/** The marks of the sources: a, b, … z, aa, ab. */
const markOf = (n: number): string =>
  n < 26 ? String.fromCharCode(97 + n) : `${markOf(Math.floor(n / 26) - 1)}${markOf(n % 26)}`;

/**
 * The record of a job for the next workshop, by station: what is not Clear first and whole, what is Clear a line a check.
 *
 * @param sheet of the same job in the same units: what stands in it is not said twice otherwise
 */
export function makeRecord(
  w: Workings,
  verdicts: readonly Verdict[],
  sheet: Pick<
    Sheet,
    | 'customer'
    | 'vehicle'
    | 'suspension'
    | 'use'
    | 'promise'
    | 'proved'
    | 'proofs'
    | 'notDone'
    | 'provenance'
    | 'kit'
    | 'reference'
    | 'school'
  >,
  units: UnitChoice,
  { language, back }: Pick<Letter, 'language' | 'back'>,
): SheetRecord {
  const book = phrasebook(language);
  const { say } = book;
  const after = verdicts.filter((v) => v.gate === 'after');
  const rows = rowsOf(after);
  const sources = new Map<string, string>();
  const marked = (source: string): string => {
    const mark = sources.get(source) ?? markOf(sources.size);
    sources.set(source, mark);
    return mark;
  };
  const wants = wantsOf(book, units, marked);
  const at = (row: CheckRow) => stationOf(w, row.worst);
  const byStation = <T>(of: readonly CheckRow[], made: (row: CheckRow) => readonly T[]) =>
    STATIONS.flatMap(({ id }) => {
      const own = of.filter((row) => at(row) === id).flatMap(made);
      return own.length > 0 ? [{ station: say(`station.${id}`), rows: own }] : [];
    });
  const isClear = (row: CheckRow): boolean => row.all.every((v) => v.verdict === 'Clear');
  const open = byStation(
    rows.filter((row) => !isClear(row)),
    (row) => row.all.filter((v) => v.verdict !== 'Clear').map((v) => openRow(w, v, book, units, wants)),
  );
  const clear = byStation(rows.filter(isClear), (row) => [clearRow(w, row, book, units, wants)]);
  const rules = [...new Set(after.flatMap((v) => v.rule ?? []))] as DecisionRule[];
  return {
    language,
    title: say('record.title'),
    lead: say('record.lead'),
    heads: {
      facts: say('record.facts'),
      open: say('record.open'),
      clear: say('record.clear'),
      verdict: say('record.verdict'),
      check: say('record.check'),
      where: say('record.where'),
      figure: say('record.figure'),
      wants: say('record.wants'),
      what: say('record.what'),
      rules: say('record.rules'),
      sources: say('record.sources'),
      otherwise: say('record.otherwise'),
      changed: say('record.changed'),
      annex: say('record.annex'),
      reading: say('record.reading'),
      before: say('before'),
      now: say('now'),
      change: say('change'),
      safety: say('record.safety'),
      none: say('record.open.none'),
      letters: say('letters', { codes: '…' }),
    },
    facts: sheetFacts(sheet as Sheet).map(([name, text]) => {
      const key = `fact.${name}`;
      return [book.knows(key) ? say(key) : name, text] as const;
    }),
    open,
    clear,
    rules: rules.map((rule) => `${RULE_WORDS[rule].name}: ${RULE_WORDS[rule].says}`),
    sources: [...sources].map(([source, mark]) => ({ mark, source })),
    back: `${say('back')}: ${back.source}`,
    uncertainty: say('record.uncertainty'),
  };
}

const wantsOf =
  (book: Phrasebook, units: UnitChoice, marked: (source: string) => string) =>
  (v: Verdict): string => {
    if (!v.quantity || !v.limit) return '';
    const { target, clear, sense, source } = v.limit;
    const figure = (value: number) => book.figure(v.quantity ?? 'length', value, units);
    const said =
      target !== undefined
        ? book.say('record.between', { low: figure(target - clear), high: figure(target + clear) })
        : book.say(sense === 'most' ? 'record.atMost' : 'record.atLeast', { limit: figure(clear) });
    return `${said} (${marked(source)})`;
  };

const figureOf = (w: Workings, v: Verdict, book: Phrasebook, units: UnitChoice): string => {
  if (!v.quantity || v.value === null) return '';
  const shown = book.figure(v.quantity, v.value, units, w.book.carriesSign(v));
  const u = v.uncertainty === null ? '' : showUncertainty(v.quantity, v.uncertainty, units);
  return u === '' ? shown : `${shown} ± ${u}`;
};

const openRow = (
  w: Workings,
  v: Verdict,
  book: Phrasebook,
  units: UnitChoice,
  wants: (v: Verdict) => string,
): OpenRow => ({
  verdict: v.verdict,
  word: book.say(`verdict.${v.verdict}`),
  safetyCritical: v.safetyCritical,
  title: v.title,
  place: book.say(`place.${v.place}`),
  figure: figureOf(w, v, book, units),
  wants: wants(v),
  said: words(v.summary, units),
  accepted: v.accepted ? `${v.accepted.by}: ${v.accepted.reason}` : '',
});

const clearRow = (
  w: Workings,
  { worst, all }: CheckRow,
  book: Phrasebook,
  units: UnitChoice,
  wants: (v: Verdict) => string,
): ClearRow => ({
  title: worst.title,
  places: all.length > 1 ? book.say('record.places', { count: all.length }) : '',
  where: worst.place === 'vehicle' ? '' : book.say(`place.${worst.place}`),
  figure: figureOf(w, worst, book, units) || words(worst.summary, units),
  wants: wants(worst),
});
