import { readFileSync } from 'node:fs';
import path from 'node:path';
import * as fontkit from 'fontkit';
import { sfntOf } from './sfnt';

/** What text is set in: words, heavy words, figures, heavy figures. */
export type Face = 'text' | 'bold' | 'figure' | 'figureBold';

const file = (family: string, name: string): string =>
  path.join(process.cwd(), 'node_modules', '@fontsource', family, 'files', `${name}.woff`);
const noto = (subset: string, weight: number): string => file('noto-sans', `noto-sans-${subset}-${weight}-normal`);
const OTHERS = ['greek', 'greek-ext', 'cyrillic', 'cyrillic-ext', 'vietnamese', 'latin-ext', 'devanagari'];
const archivo = (weight: number): string[] => [
  file('archivo', `archivo-latin-${weight}-normal`),
  file('archivo', `archivo-latin-ext-${weight}-normal`),
  ...OTHERS.map((subset) => noto(subset, weight)),
];
/** Each face's files, the own one first: a letter is set in the first that holds it. */
const FILES: Readonly<Record<Face, readonly string[]>> = {
  text: archivo(400),
  bold: archivo(700),
  figure: [file('atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono-latin-400-normal'), ...archivo(400)],
  figureBold: [file('atkinson-hyperlegible-mono', 'atkinson-hyperlegible-mono-latin-700-normal'), ...archivo(700)],
};

interface Cut {
  name: string;
  data: Buffer;
  /** How far a letter goes, of the size; null where the cut does not hold it. Pairs are not drawn nearer. */
  advance: (code: number) => number | null;
}
/** Read once a thread: the files are small, reading them anew for each sheet is not. */
const cuts = new Map<string, Cut>();
function cutOf(name: string): Cut {
  const known = cuts.get(name);
  if (known) return known;
  const data = sfntOf(readFileSync(name));
  const font = fontkit.create(data) as fontkit.Font;
  const advances = new Map<number, number | null>();
  const advance = (code: number): number | null => {
    const before = advances.get(code);
    if (before !== undefined) return before;
    const far = font.hasGlyphForCodePoint(code) ? font.glyphForCodePoint(code).advanceWidth / font.unitsPerEm : null;
    advances.set(code, far);
    return far;
  };
  const made = { name: path.basename(name, '.woff'), data, advance };
  cuts.set(name, made);
  return made;
}

/** A piece of text in one cut; without a cut no shipped face holds its letter. */
export interface Run {
  cut: { name: string; data: Buffer } | null;
  text: string;
  /** Of the size. */
  width: number;
}

/** What stands for a letter that no face holds. */
const NONE = 0.6;

/** Text in pieces, each in the first cut of its face that holds its letters. */
export function runsOf(text: string, face: Face): Run[] {
  const runs: Run[] = [];
  for (const letter of text) {
    const code = letter.codePointAt(0) ?? 0;
    const { cut, width } = letterIn(face, code);
    const last = runs.at(-1);
    if (last && cut && last.cut?.name === cut.name) {
      last.text += letter;
      last.width += width;
    } else runs.push({ cut, text: letter, width });
  }
  return runs;
}

const letters = new Map<string, { cut: Cut | null; width: number }>();
function letterIn(face: Face, code: number): { cut: Cut | null; width: number } {
  const key = `${face}/${code}`;
  const known = letters.get(key);
  if (known) return known;
  let found: { cut: Cut | null; width: number } = { cut: null, width: NONE };
  for (const name of FILES[face]) {
    const cut = cutOf(name);
    const width = cut.advance(code);
    if (width === null) continue;
    found = { cut, width };
    break;
  }
  letters.set(key, found);
  return found;
}

/** The letters of a text that no shipped face holds, each once: they are told, not dropped. */
export const lettersMissing = (text: string): string[] => [
  ...new Set(
    [...text]
      .filter((letter) => !/[\s\p{Cc}\p{Cf}]/u.test(letter))
      .filter((letter) => runsOf(letter, 'text').some((run) => run.cut === null)),
  ),
];
