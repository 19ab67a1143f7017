/**
 * What a spreadsheet would take for a formula where it stands first in a cell: the signs, the wide forms of them that
 * some turn into signs, and the blanks that some skip; and what is one behind apostrophes, so that what is written so
 * can be told from what was typed so. A number with its sign is none.
 */
const FORMULA = /^'*(?:[=@\t\r＝＠]|[+\-＋－](?!\d*[.,]?\d+$))/;
/** For Papa.unparse: such a cell is written with an apostrophe before it. */
export const PLAIN_CELLS = { escapeFormulae: FORMULA } as const;
/** A cell as it was before it was written so. */
export const asTyped = (cell: string): string => (cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell);
