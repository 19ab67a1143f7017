/** How large a value may be. */
export interface Bounds {
  /** Levels of arrays and objects in each other. */
  depth: number;
  /** Values in all of it. */
  values: number;
}

/** What PostgreSQL keeps as no text: the null character, and halves of a pair without the other. */
const isText = (text: string): boolean => !text.includes('\0') && text.isWellFormed();

/**
 * What is wrong with the shape of a value that came from outside, or null: too deep, too much, or no text that can be
 * kept. It goes through all of it without nesting itself, so that nothing sent can end it.
 */
export function shapeFault(value: unknown, { depth, values }: Bounds): 'too deep' | 'too much' | 'no text' | null {
  let count = 0;
  const left: [value: unknown, level: number][] = [[value, 0]];
  let fault: 'no text' | null = null;
  while (left.length > 0) {
    const [each, level] = left.pop() ?? [null, 0];
    if (++count > values) return 'too much';
    if (typeof each === 'string' && !isText(each)) fault = 'no text';
    if (typeof each !== 'object' || each === null) continue;
    if (level >= depth) return 'too deep';
    const inside: unknown[] = Array.isArray(each) ? each : Object.values(each);
    if (count + left.length + inside.length > values) return 'too much';
    if (!Array.isArray(each) && !Object.keys(each).every(isText)) fault = 'no text';
    for (const one of inside) left.push([one, level + 1]);
  }
  return fault;
}
