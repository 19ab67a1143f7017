import fc from '../../../tests/support/properties';
import { bodyIsOurs } from './actionBody';

const post = (body: BodyInit, type?: string) =>
  new Request('http://x/', { method: 'POST', body, ...(type && { headers: { 'content-type': type } }) });
const plain = (value: unknown) => bodyIsOurs(post(JSON.stringify(value), 'text/plain;charset=UTF-8'), 'id');
function form(fields: Record<string, string>): FormData {
  const made = new FormData();
  for (const [name, value] of Object.entries(fields)) made.set(name, value);
  return made;
}

describe('what our pages send', () => {
  test('plain arguments, whatever strings are in them', async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(fc.dictionary(fc.stringMatching(/^\w+$/), fc.string()), { maxLength: 8 }),
        async (args) => {
          // A page writes a leading dollar sign twice.
          const written = args.map((each) =>
            Object.fromEntries(Object.entries(each).map(([k, v]) => [k, v.startsWith('$') ? `$${v}` : v])),
          );
          const own = written.every((each) => !Object.hasOwn(each, '__proto__'));
          expect(await plain(written)).toBe(own);
        },
      ),
      { numRuns: 60 },
    );
    expect(await plain(['id', { a: '$undefined' }])).toBe(true);
  });
  test('a form, and one sent before scripts ran', async () => {
    expect(await bodyIsOurs(post(form({ _1_email: 'a', '0': '[null,"$K1"]' })), 'id')).toBe(true);
    expect(await bodyIsOurs(post(form({ $ACTION_REF_1: '', '$ACTION_1:0': '{"id":"x"}', email: 'a' })), null)).toBe(
      true,
    );
    expect(await bodyIsOurs(post(form({ [`$ACTION_ID_${'0'.repeat(42)}`]: '', email: 'a' })), null)).toBe(true);
  });
});

describe('more than any page sends', () => {
  test('arguments, values, depth, fields: each is refused without being taken apart', async () => {
    expect(await plain(Array.from({ length: 9 }, () => 1))).toBe(false);
    expect(await plain([Array.from({ length: 4001 }, () => 1)])).toBe(false);
    const many = form({});
    for (let i = 0; i < 65; i++) many.set(`_1_${i}`, 'x');
    many.set('0', '[null,"$K1"]');
    expect(await bodyIsOurs(post(many), 'id')).toBe(false);
  });
  test('a body of as many fields as it can hold takes no longer than it is long', async () => {
    const sized = async (fields: number): Promise<number> => {
      const boundary = 'xx';
      const body = Array.from(
        { length: fields },
        (_, i) => `--xx\r\ncontent-disposition: form-data; name="${i}"\r\n\r\n\r\n`,
      );
      const request = () => post(`${body.join('')}--xx--\r\n`, `multipart/form-data; boundary=${boundary}`);
      const from = performance.now();
      for (let i = 0; i < 5; i++) expect(await bodyIsOurs(request(), 'id')).toBe(false);
      return performance.now() - from;
    };
    await sized(30_000);
    // Taken apart first, as it was, sixteen times as many took two hundred times as long.
    const [few, lots] = [await sized(4000), await sized(64_000)];
    expect(lots).toBeLessThan(60 * Math.max(few, 2));
  });
});

describe('what they do not', () => {
  test.each([
    [['$@1']],
    [['$F1']],
    [['$K1']],
    [{ '0': 'x' }],
    ['text'],
    [[{ a: ['$B0'] }]],
    [[JSON.parse('{"__proto__":1}')]],
  ])('%j', async (value) => expect(await plain(value)).toBe(false));
  test('nesting without end', async () => {
    const deep = `${'['.repeat(60)}${']'.repeat(60)}`;
    expect(await bodyIsOurs(post(deep, 'text/plain'), 'id')).toBe(false);
  });
  test('no JSON, no form, another type, fields that name something else', async () => {
    expect(await bodyIsOurs(post('[', 'text/plain'), 'id')).toBe(false);
    expect(await bodyIsOurs(post('x', 'multipart/form-data; boundary=y'), 'id')).toBe(false);
    expect(await bodyIsOurs(post('[]', 'application/json'), 'id')).toBe(false);
    expect(await bodyIsOurs(post('[]', 'text/plain'), null)).toBe(false);
    expect(await bodyIsOurs(post(form({ '0': '["$K1"]', '5_x': '1' })), 'id')).toBe(false);
    expect(await bodyIsOurs(post(form({ email: 'a' })), null)).toBe(false);
    expect(await bodyIsOurs(post(form({ $ACTION_REF_1: '', '$ACTION_1:0': '{' })), null)).toBe(false);
  });
});
