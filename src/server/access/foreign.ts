const PUBLIC_URL = process.env.HIGH_GATE_URL;

/** Why a request is refused before anything looks at it: whatever changes something must come from our own pages. */
export function foreign(request: Pick<Request, 'method' | 'headers'>): string | null {
  const site = request.headers.get('sec-fetch-site');
  if (request.method === 'GET' || request.method === 'HEAD') {
    const fetched = site === 'cross-site' && request.headers.get('sec-fetch-mode') !== 'navigate';
    return fetched ? 'Not from another site.' : null;
  }
  const origin = request.headers.get('origin');
  const host = request.headers.get('host');
  if (!origin || !URL.canParse(origin)) return 'The request does not say which page it comes from.';
  const from = new URL(origin);
  const ours = from.host === host || (PUBLIC_URL !== undefined && from.origin === new URL(PUBLIC_URL).origin);
  return ours && site !== 'cross-site' ? null : 'Not from another site.';
}
