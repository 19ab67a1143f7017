import { readFileSync } from 'node:fs';

interface Manifest {
  node: Record<string, { exportedName: string; filename: string; workers: Record<string, unknown> }>;
}
let manifest: Manifest | null = null;
/** Every server action of the build: its name, its id, and a page that carries it. */
export function actionsBuilt(): { name: string; id: string; page: string }[] {
  manifest ??= JSON.parse(readFileSync('.next/server/server-reference-manifest.json', 'utf8')) as Manifest;
  return Object.entries(manifest.node).map(([id, { exportedName, workers }]) => ({
    id,
    name: exportedName,
    page: Object.keys(workers)[0] ?? '',
  }));
}
/** "app/jobs/[id]/[[...room]]/page" as an address. */
const pathOf = (page: string, jobId: string): string =>
  page
    .replace(/^app/, '')
    .replace(/\/page$/, '')
    .replace('[id]', jobId)
    .replace('/[[...room]]', '')
    .replace('[token]', 'x'.repeat(43)) || '/';

/** A browser as far as HTTP goes: keeps cookies, says where it comes from. */
export class Client {
  readonly cookies = new Map<string, string>();
  constructor(public base: string) {}

  async ask(path: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    if (this.cookies.size > 0) headers.set('cookie', [...this.cookies].map(([k, v]) => `${k}=${v}`).join('; '));
    if (init.method && init.method !== 'GET' && !headers.has('origin')) headers.set('origin', this.base);
    const response = await fetch(this.base + path, { redirect: 'manual', ...init, headers });
    for (const cookie of response.headers.getSetCookie()) {
      const [pair = ''] = cookie.split(';');
      const at = pair.indexOf('=');
      const [name, value] = [pair.slice(0, at), pair.slice(at + 1)];
      if (value === '' || /max-age=0/i.test(cookie)) this.cookies.delete(name);
      else this.cookies.set(name, value);
    }
    return response;
  }

  /** Calls a server action as the built pages do: plain arguments as JSON. */
  action(name: string, args: unknown[], { jobId = '' } = {}): Promise<Response> {
    const found = actionsBuilt().find((a) => a.name === name);
    if (!found) throw new Error(`there is no action ${name} in the build`);
    return this.ask(pathOf(found.page, jobId), {
      method: 'POST',
      headers: { 'next-action': found.id, 'content-type': 'text/plain;charset=UTF-8', accept: 'text/x-component' },
      body: JSON.stringify(args),
    });
  }

  /** Calls a form's action: earlier arguments, then null for the answer before, then the form. */
  form(name: string, fields: Record<string, string | Blob>, before: unknown[] = [], jobId = ''): Promise<Response> {
    const found = actionsBuilt().find((a) => a.name === name);
    if (!found) throw new Error(`there is no action ${name} in the build`);
    const body = new FormData();
    for (const [key, value] of Object.entries(fields)) body.set(`_1_${key}`, value);
    body.set('0', JSON.stringify([...before, null, '$K1']));
    return this.ask(pathOf(found.page, jobId), {
      method: 'POST',
      headers: { 'next-action': found.id, accept: 'text/x-component' },
      body,
    });
  }

  /** Signs in as a person of the demo; answers whether it worked. */
  async signIn(email: string, password: string): Promise<boolean> {
    const response = await this.form('signIn', { email, password });
    await response.arrayBuffer();
    return [...this.cookies.keys()].some((name) => name.endsWith('session_token'));
  }
}

/** The answer that an action's response carries; null where it carries none (a redirect, a refusal). */
export async function answerOf(response: Response): Promise<{ ok?: boolean; message?: string } | null> {
  const text = await response.text();
  for (const line of text.split('\n')) {
    const body = /^[0-9a-f]+:(\{.*\})$/.exec(line)?.[1];
    if (!body) continue;
    try {
      const value: unknown = JSON.parse(body);
      if (value && typeof value === 'object' && 'ok' in value) return value as { ok?: boolean; message?: string };
    } catch {
      // Another line of the answer.
    }
  }
  return null;
}
