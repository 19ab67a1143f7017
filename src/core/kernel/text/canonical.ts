import canonicalize from 'canonicalize';

/**
 * Canonical JSON of a value: keys sorted, no white space, so that the same content is always the same text and has
 * the same hash. Source: RFC 8785.
 */
export function canonicalText(value: unknown): string {
  const text = canonicalize(value);
  if (text === undefined) throw new Error('nothing to write');
  return text;
}
