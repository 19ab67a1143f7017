import Papa from 'papaparse';
import { toeAngle } from '../../gauge/alignment';
import type { JobDocument, ReadingGate } from '../../document/job';
import { PLACE_NAME, type Corner } from '../../kernel/places';
import { standingReadings } from '../../record/figures';
import type { Workings } from '../../record/workings';
import { changeByGeometry } from '../linkage/geometryAid';
import { isMirrored, mirrorGains } from './mirrored';
import { camberAt, casterAt } from './read';
import { isSimulated } from '../../kernel/uncertainty/instruments';
import { parseAngle } from '../../kernel/units/parseAngle';

/** A print is refused by its size before anything of it is parsed. */
export const MOST_LETTERS = 2 * 1024 * 1024;
export const MOST_LINES = 5000;

/** What a column of a print tells. */
export const COLUMNS = ['wheel', 'figure', 'value', 'unit', 'diameter'] as const;
export type Column = (typeof COLUMNS)[number];
/** Which of the file's own columns tells what; unit and diameter may be left out. */
export type Mapping = Partial<Record<Column, string>>;
export const WANTED: readonly Column[] = ['wheel', 'figure', 'value'];

const FIGURES: Readonly<Record<string, 'camber' | 'caster' | 'toe' | 'axisLean'>> = {
  camber: 'camber',
  caster: 'caster',
  castor: 'caster',
  toe: 'toe',
  'single toe': 'toe',
  lean: 'axisLean',
  'axis lean': 'axisLean',
  'steering axis lean': 'axisLean',
  'steering-axis lean': 'axisLean',
};
const WHEELS: Readonly<Record<string, Corner>> = Object.fromEntries(
  (['FL', 'FR', 'RL', 'RR'] as const).flatMap((corner) => [
    [corner.toLowerCase(), corner],
    [PLACE_NAME[corner].toLowerCase(), corner],
    [PLACE_NAME[corner].toLowerCase().split(' ').reverse().join(' '), corner],
  ]),
);
const GUESSED: Readonly<Record<Column, readonly string[]>> = {
  wheel: ['wheel', 'place', 'corner', 'position'],
  figure: ['figure', 'angle', 'name', 'what'],
  value: ['value', 'reading', 'measured', 'actual'],
  unit: ['unit', 'units'],
  diameter: ['diameter', 'toe diameter'],
};

/** The rows of a print as they stand: CSV with comma, semicolon or tab, or JSON, a list of objects. */
export function rowsOfPrint(
  text: string,
): { ok: true; columns: string[]; rows: Record<string, string>[]; simulated: boolean } | { ok: false; reason: string } {
  if (text.length > MOST_LETTERS) return { ok: false, reason: 'the file is over 2 MB: no print of one vehicle is' };
  let lines = 1;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1))
    if (++lines > MOST_LINES + 1) return { ok: false, reason: 'the file has more than 5,000 lines' };
  const plain = text.replace(/^\uFEFF/, '').trim();
  if (plain === '') return { ok: false, reason: 'there is nothing in it' };
  if (/^[[{]/.test(plain)) return fromJson(plain);
  const parsed = Papa.parse<string[]>(plain, { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t'] });
  const [head = [], ...data] = parsed.data;
  const columns = head.map((cell) => cell.trim());
  if (columns.length < 3)
    return { ok: false, reason: 'it has fewer than three columns: separate them by comma, semicolon or tab' };
  const twice = columns.find((name, i) => columns.indexOf(name) !== i);
  if (twice !== undefined) return { ok: false, reason: `two columns are named “${twice}”` };
  const rows = data.map((cells) => Object.fromEntries(columns.map((name, i) => [name, (cells[i] ?? '').trim()])));
  return { ok: true, columns, rows, simulated: rows.some(isMadeUp) };
}
function fromJson(text: string): ReturnType<typeof rowsOfPrint> {
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return { ok: false, reason: 'it begins as JSON and is none' };
  }
  const list: unknown = Array.isArray(read)
    ? read
    : typeof read === 'object' && read !== null && 'figures' in read
      ? read.figures
      : null;
  if (!Array.isArray(list)) return { ok: false, reason: 'its JSON is no list of figures' };
  const rows = list.map((row: unknown) =>
    typeof row === 'object' && row !== null
      ? Object.fromEntries(
          Object.entries(row).map(([key, value]) => [
            key,
            typeof value === 'string' || typeof value === 'number' || typeof value === 'boolean'
              ? String(value).trim()
              : '',
          ]),
        )
      : {},
  );
  const marked = typeof read === 'object' && read !== null && 'simulated' in read && read.simulated !== false;
  return {
    ok: true,
    columns: [...new Set(rows.flatMap((row) => Object.keys(row)))],
    rows,
    simulated: marked || rows.some(isMadeUp),
  };
}
/** A line that says of itself that a stand-in made it up. */
const isMadeUp = (row: Readonly<Record<string, string>>): boolean =>
  Object.entries(row).some(
    ([name, cell]) => name.toLowerCase() === 'simulated' && !['', 'no', 'false', '0'].includes(cell.toLowerCase()),
  );

/** The mapping that a file's own column names suggest. */
export const guessMapping = (columns: readonly string[]): Mapping =>
  Object.fromEntries(
    COLUMNS.flatMap((column) => {
      const found = columns.find((name) => GUESSED[column].includes(name.toLowerCase()));
      return found === undefined ? [] : [[column, found]];
    }),
  );

/** One line of a print, understood or not. `line` counts from 1, the head not counted. */
export type PrintLine = { line: number } & (
  | { ok: true; point: 'camber' | 'caster' | 'toe' | 'axisLean'; place: Corner; value: number; text: string }
  | { ok: false; why: string }
);

/** What no wheel that rolls has, degrees: larger is another unit. */
const MOST: Readonly<Record<string, number>> = { camber: 12, caster: 25, toe: 6, axisLean: 30 };

/**
 * Reads a print with a mapping: each line as a reading or with what is wrong with it. Nothing is to be filed unless every
 * line is understood.
 */
export function readPrint(rows: readonly Readonly<Record<string, string>>[], mapping: Mapping): PrintLine[] {
  const seen = new Map<string, number>();
  return rows.map((row, i): PrintLine => {
    const line = i + 1;
    const cell = (column: Column) => (mapping[column] === undefined ? '' : (row[mapping[column]] ?? ''));
    const no = (why: string): PrintLine => ({ line, ok: false, why });
    const place = WHEELS[cell('wheel').toLowerCase().replace(/[-_]/g, ' ')];
    if (!place) return no(`“${cell('wheel')}” is no wheel such as FL or front left`);
    const point = FIGURES[cell('figure').toLowerCase().replace(/_/g, ' ')];
    if (!point) return no(`“${cell('figure')}” is none of camber, caster, toe, axis lean`);
    if ((point === 'caster' || point === 'axisLean') && place.startsWith('R'))
      return no(`a rear wheel has no ${cell('figure').toLowerCase()}`);
    const value = degreesOf(cell('value'), cell('unit'), cell('diameter'), point);
    if (!value.ok) return no(value.why);
    if (Math.abs(value.degrees) > (MOST[point] ?? 30))
      return no(
        `${cell('value')} ${cell('unit') || '°'} is no ${cell('figure').toLowerCase()}: are its minutes, mm or inches named in the unit’s column?`,
      );
    const key = `${point} ${place}`;
    const before = seen.get(key);
    if (before !== undefined) return no(`the same figure stood in line ${before}`);
    seen.set(key, line);
    return { line, ok: true, point, place, value: value.degrees, text: `${Number(value.degrees.toFixed(4))}` };
  });
}

function degreesOf(
  text: string,
  unit: string,
  diameter: string,
  point: string,
): { ok: true; degrees: number } | { ok: false; why: string } {
  const plain = text.replace(/−/g, '-').replace(/^(-?\d+),(\d+)$/, '$1.$2');
  if (plain === '') return { ok: false, why: 'the value is missing' };
  const number = Number(plain);
  const what = unit.trim().toLowerCase();
  if (['', '°', 'deg', 'degree', 'degrees'].includes(what)) {
    const read = parseAngle(plain);
    return read.ok ? { ok: true, degrees: read.value } : { ok: false, why: read.reason };
  }
  if (!Number.isFinite(number)) return { ok: false, why: `“${text}” is not a number` };
  if (['′', "'", 'min', 'minutes', 'arcmin'].includes(what)) return { ok: true, degrees: number / 60 };
  if (what === 'mm' || what === 'in') {
    if (point !== 'toe') return { ok: false, why: `only toe is a length; ${point} is an angle` };
    const per = what === 'mm' ? 1 : 25.4;
    const across = Number(diameter.replace(/^(\d+),(\d+)$/, '$1.$2')) * per;
    if (diameter === '' || !Number.isFinite(across) || across <= 0)
      return { ok: false, why: `toe in ${what} needs the diameter that it is stated at` };
    const angle = toeAngle(number * per, across);
    return angle === null ? { ok: false, why: 'toe is longer than its diameter' } : { ok: true, degrees: angle };
  }
  return { ok: false, why: `“${unit}” is no unit of an angle: °, ′, mm or in` };
}

/** A rim cannot be set to so little, and a print in inches says no more than that, mm. */
const TOO_FINE = 0.4;

/**
 * Whether toe that a print states in millimetres may be inches: every figure of it is less than anybody sets in
 * millimetres, and not all of them are nought. Asked about, never changed.
 */
export function seemsInches(rows: readonly Readonly<Record<string, string>>[], mapping: Mapping): boolean {
  const cell = (row: Readonly<Record<string, string>>, column: Column) =>
    mapping[column] === undefined ? '' : (row[mapping[column]] ?? '').trim().toLowerCase();
  const toes = rows
    .filter((row) => FIGURES[cell(row, 'figure').replace(/_/g, ' ')] === 'toe' && cell(row, 'unit') === 'mm')
    .map((row) => Math.abs(Number(cell(row, 'value').replace(/−/g, '-').replace(',', '.'))));
  return toes.length > 1 && toes.every((v) => v < TOO_FINE) && toes.some((v) => v > 0);
}

/**
 * Whether a print fits what was read Before, and what the linkage makes of the lift, better once its left and right are
 * turned about: asked about, never changed.
 */
export function seemsSwapped(w: Workings, gate: ReadingGate, lines: readonly PrintLine[]): boolean {
  if (gate === 'before') return false;
  const gain = (['camber', 'caster'] as const).reduce((sum, figure) => {
    const at = figure === 'camber' ? camberAt : casterAt;
    const [l, r] = (['FL', 'FR'] as const).map((corner) => {
      const line = lines.find((each) => each.ok && each.point === figure && each.place === corner);
      const was = at(w, 'before', corner)?.value;
      return line?.ok && was !== undefined
        ? { is: line.value, was: was + (changeByGeometry(w, corner, figure)?.value ?? 0) }
        : null;
    });
    return l && r ? sum + mirrorGains(l.was - r.was, l.is - r.is) : sum;
  }, 0);
  return isMirrored(gain);
}

/** The alignment of a gate as a print of ours: what is read in again gives the same. */
export function printOf(job: JobDocument, gate: ReadingGate): string {
  const standing = standingReadings(job);
  const rows = (['camber', 'caster', 'toe', 'axisLean'] as const).flatMap((point) =>
    (['FL', 'FR', 'RL', 'RR'] as const).flatMap((place) => {
      const read = standing.findLast(
        (r) => r.gate === gate && r.point === point && r.place === place && r.value !== null,
      );
      return read?.value === undefined || read.value === null
        ? []
        : [
            {
              wheel: place,
              figure: point === 'axisLean' ? 'axis lean' : point,
              value: read.value,
              unit: 'deg',
              simulated: isSimulated(read.instrument) ? 'yes' : '',
            },
          ];
    }),
  );
  // What a stand-in made up goes on saying so; a print of readings has no such column.
  const made = rows.some((row) => row.simulated !== '');
  return Papa.unparse({ fields: ['wheel', 'figure', 'value', 'unit', ...(made ? ['simulated'] : [])], data: rows });
}
