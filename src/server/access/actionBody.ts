/** Deeper than anything an action takes. */
const DEEPEST = 24;
/** What a page writes for values that JSON has no word for, and for a string that begins with a dollar sign. */
const WRITTEN = /^\$(undefined|\$[^]*|-0|NaN|-?Infinity)$/;

/** Whether a value is what a page could have sent: no reference to anything that the request does not carry. */
function plain(value: unknown, form: boolean, depth = 0): boolean {
  if (depth > DEEPEST) return false;
  if (typeof value === 'string') return !value.startsWith('$') || WRITTEN.test(value) || (form && value === '$K1');
  if (Array.isArray(value)) return value.every((each) => plain(each, form, depth + 1));
  if (typeof value !== 'object' || value === null) return true;
  return Object.entries(value).every(([key, each]) => key !== '__proto__' && plain(each, form, depth + 1));
}

function args(text: string, form: boolean): boolean {
  try {
    const value: unknown = JSON.parse(text);
    return Array.isArray(value) && plain(value, form);
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
 * Whether the body of a request to a page can be one that our pages send. Next decodes bodies before any of our code
 * runs and answers what it cannot decode as a failure of the server; it is the sender's, and is told so.
 *
 * @param action the `Next-Action` header, or null for a form sent before scripts ran
 */
export async function bodyIsOurs(request: Request, action: string | null): Promise<boolean> {
  const type = request.headers.get('content-type') ?? '';
  if (action !== null && /^text\/plain\b/i.test(type)) return args(await request.text(), false);
  if (!/^multipart\/form-data\b/i.test(type)) return false;
  const form = await request.formData().catch(() => null);
  if (!form) return false;
  if (action === null) return early(form);
  const root = form.get('0');
  return (
    typeof root === 'string' &&
    args(root, true) &&
    [...form.keys()].every((name) => name === '0' || name.startsWith('_1_'))
  );
}
