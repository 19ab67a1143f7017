export type SearchParams = Promise<Record<string, string | string[] | undefined>>;

/**
 * What an address asks for, by name: '' where it says nothing, the first where it says the same name twice. Zero
 * bytes, which PostgreSQL refuses in any text, are taken out, and what is longer than a page can mean is cut.
 */
export async function askedFor(searchParams: SearchParams): Promise<(name: string, longest?: number) => string> {
  const all = await searchParams;
  return (name, longest = 120) => {
    const found = all[name];
    const first = Array.isArray(found) ? found[0] : found;
    return (first ?? '').replaceAll('\0', '').slice(0, longest).toWellFormed();
  };
}
