import { shapeFault } from '../shape';

/** More arguments, fields and lines of JSON than anything a page of ours sends. */
const MOST = { args: 8, fields: 64, values: 4000, depth: 24 } as const;
/** What a page writes for values that JSON has no word for, and for a string that begins with a dollar sign. */
const WRITTEN = /^\$(undefined|\$[^]*|-0|NaN|-?Infinity)$/;

/** Whether a value is what a page could have sent: no reference to anything that the request does not carry. */
function plain(value: unknown, form: boolean): boolean {
  if (typeof value === 'string') return !value.startsWith('$') || WRITTEN.test(value) || (form && value === '$K1');
  if (Array.isArray(value)) return value.every((each) => plain(each, form));
  if (typeof value !== 'object' || value === null) return true;
  return Object.entries(value).every(([key, each]) => key !== '__proto__' && plain(each, form));
}

function args(text: string, form: boolean): boolean {
  try {
    const value: unknown = JSON.parse(text);
    // Its shape first: only then is it gone through by itself, which nests as deep as it does.
    return Array.isArray(value) && value.length <= MOST.args && shapeFault(value, MOST) === null && plain(value, form);
  } catch {
    return false;
  }
}

/** A form sent before the page's scripts ran: it names its action in fields of its own. */
function early(form: FormData): boolean {
  const names = [...form.keys()].filter((name) => name.startsWith('$ACTION_'));
  if (names.some((name) => /^\$ACTION_ID_[0-9a-f]{42}$/.test(name))) return names.length === 1;
  const references = names.filter((name) => /^\$ACTION_REF_\d+$/.test(name));
  if (references.length !== 1) return false;
  return names.every((name) => {
    if (!/^\$ACTION_\d+:\d+$/.test(name)) return /^\$ACTION_(REF_\d+|KEY)$/.test(name);
    const value = form.get(name);
    try {
      return typeof value === 'string' && typeof JSON.parse(value) === 'object';
    } catch {
      return false;
    }
  });
}

/**
 * The form of a body, or null where it is none that a page of ours sends. Its fields are counted by their boundary
 * before any is taken apart: what takes a form apart does so the slower the more there are.
 */
async function formOf(request: Request, type: string): Promise<FormData | null> {
  const boundary = /;\s*boundary=(?:"([^"]{1,70})"|([^;\s]{1,70}))/i.exec(type);
  const mark = boundary?.[1] ?? boundary?.[2];
  if (mark === undefined) return null;
  const bytes = Buffer.from(await request.arrayBuffer());
  const between = Buffer.from(`--${mark}`);
  let parts = 0;
  for (let at = bytes.indexOf(between); at >= 0; at = bytes.indexOf(between, at + between.length))
    if (++parts > MOST.fields + 1) return null;
  return new Response(bytes, { headers: { 'content-type': type } }).formData().catch(() => null);
}

/**
 * Whether the body of a request to a page can be one that our pages send. Next decodes bodies before any of our code
 * runs and answers what it cannot decode as a failure of the server; it is the sender's, and is told so. What is looked
 * at grows no faster than the body is long.
 *
 * @param action the `Next-Action` header, or null for a form sent before scripts ran
 */
export async function bodyIsOurs(request: Request, action: string | null): Promise<boolean> {
  const type = request.headers.get('content-type') ?? '';
  if (action !== null && /^text\/plain\b/i.test(type)) return args(await request.text(), false);
  if (!/^multipart\/form-data\b/i.test(type)) return false;
  const form = await formOf(request, type);
  if (!form) return false;
  if (action === null) return early(form);
  const root = form.get('0');
  return (
    typeof root === 'string' &&
    args(root, true) &&
    [...form.keys()].every((name) => name === '0' || name.startsWith('_1_'))
  );
}
