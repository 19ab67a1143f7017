import { disposition } from './disposition';

test.each([
  ['HG-0142-a4.pdf', 'attachment; filename="HG-0142-a4.pdf"'],
  ['a\r\nSet-Cookie: x=1.json', 'attachment; filename="a Set-Cookie: x=1.json"'],
  ['../../etc/passwd', 'attachment; filename=".. .. etc passwd"'],
])('a file’s name: %j', (name, wanted) => expect(disposition(name)).toBe(wanted));

test('outside Latin-1 it goes by RFC 8187, with a plain one beside it', () => {
  const said = disposition('ジョブ-Öl 7.json');
  expect(said).toMatch(/^attachment; filename="_-_l 7\.json"; filename\*=UTF-8''/);
  expect(decodeURIComponent(said.split("UTF-8''")[1] ?? '')).toBe('ジョブ-Öl 7.json');
  // It can be sent at all, half a surrogate pair and all.
  expect(() => new Headers({ 'Content-Disposition': disposition('half \ud800 pair\0.json') })).not.toThrow();
});
