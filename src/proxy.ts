import { NextResponse, type NextRequest } from 'next/server';
import { bodyIsOurs } from '@/server/access/actionBody';
import { foreign } from '@/server/access/foreign';
import SAME from '@/server/access/headers.json';
import { standOrigin } from '@/server/env';

const DEV = process.env.NODE_ENV !== 'production';
const PUBLIC_URL = process.env.HIGH_GATE_URL;
/** The one other place that a page may read: the alignment stand whose address the operator has set. */
const STAND = standOrigin();

/** Scripts run only with the nonce of this very answer; nothing inline, nothing from elsewhere. */
function contentPolicy(nonce: string): string {
  return [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${DEV ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' ${DEV ? "'unsafe-inline'" : `'nonce-${nonce}'`}`,
    // Drawings and progress bars set lengths on their elements; an attribute cannot load or run anything.
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    `connect-src 'self'${STAND ? ` ${STAND}` : ''}`,
    "worker-src 'self'",
    "manifest-src 'self'",
    "object-src 'none'",
    "base-uri 'none'",
    "form-action 'self'",
    "frame-ancestors 'none'",
    ...(PUBLIC_URL?.startsWith('https:') ? ['upgrade-insecure-requests'] : []),
  ].join('; ');
}

const HEADERS: Record<string, string> = {
  // The server in front sets the same on what is not a page; in development nothing stands in front.
  ...SAME,
  ...(PUBLIC_URL?.startsWith('https:') && { 'Strict-Transport-Security': 'max-age=31536000' }),
};

/** In front of every page and action (routes look for themselves, see guarded.ts): same origin, a fresh nonce, and the headers that keep a page to itself. */
export async function proxy(request: NextRequest): Promise<NextResponse> {
  const refused = foreign(request);
  if (refused) return NextResponse.json({ message: refused }, { status: 403, headers: HEADERS });
  // Pages take actions, nothing else.
  if (request.method === 'POST') {
    if (!(await bodyIsOurs(request.clone(), request.headers.get('next-action'))))
      return NextResponse.json({ message: 'That cannot be read.' }, { status: 400, headers: HEADERS });
  } else if (!['GET', 'HEAD', 'POST'].includes(request.method))
    return NextResponse.json({ message: 'Not done that way.' }, { status: 405, headers: HEADERS });
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce);
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('Content-Security-Policy', policy);
  for (const [name, value] of Object.entries(HEADERS)) response.headers.set(name, value);
  return response;
}

// What is built is the same for all and carries nobody's data. By whole segments: nothing else begins like these.
export const config = { matcher: ['/((?!_next/static/|api/|sw\\.js$|icon\\.svg$).*)'] };
