import type { Reading } from '../document/job';
import { fine, mm, type Phrase } from '../kernel/phrase';
import { day } from '../kernel/time/when';
import type { Figure } from './figures';

type Kept = Extract<Figure, { readings: Reading[] }> & { unmoved?: unknown };
const unmovedOf = (figure: Figure) => ('unmoved' in figure ? figure.unmoved : undefined);

/** Who read it last, and on which day. */
const readBy = ({ readings }: Kept): string => {
  const last = readings.at(-1);
  return last ? `${last.takenBy} ${day(last.takenAt.slice(0, 10))}` : '';
};

/** Why a figure stands that a setting outdated, or that was read Before; null where it was simply read. */
export function standsBecause(figure: Figure): { words: string; amount: Phrase } | null {
  const unmoved = unmovedOf(figure);
  if (!unmoved || !('readings' in figure)) return null;
  if (unmoved.change === null)
    return { words: `as Before, ${readBy(figure)}; every corner within`, amount: [mm(unmoved.by)] };
  const stands = `read before ${unmoved.change.what}; stands, `;
  return unmoved.turned === undefined
    ? { words: `${stands}every corner within`, amount: [mm(unmoved.by)] }
    : { words: `${stands}no wheel turned by more than`, amount: [fine(unmoved.turned)] };
}

/** The same in short for a row of the sheet, each once: "as Before, Runa 2 Nov 2026". */
export function standsInShort(figures: readonly Figure[]): string {
  const said = figures.flatMap((figure) => {
    const unmoved = unmovedOf(figure);
    if (!unmoved || !('readings' in figure)) return [];
    return [unmoved.change === null ? `as Before, ${readBy(figure)}` : `read before ${unmoved.change.what}, stands`];
  });
  return [...new Set(said)].join('; ');
}
