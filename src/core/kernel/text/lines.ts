/** Lines that any text of a job may have: a page of paper holds many more. */
export const MOST_LINES = 12;

/** A text of no more lines than paper and lists bear: what stands on further lines goes on behind the last one. */
export function boundedLines(text: string, most = MOST_LINES): string {
  const lines = text.split(/\r\n|[\n\r\u2028\u2029]/);
  if (lines.length <= most) return text;
  return [
    ...lines.slice(0, most - 1),
    lines
      .slice(most - 1)
      .map((l) => l.trim())
      .filter(Boolean)
      .join(' '),
  ].join('\n');
}
