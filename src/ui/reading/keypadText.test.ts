import { press } from './keypadText';

test('whole inches and sixteenths', () => {
  let text = '';
  for (const key of [{ digit: '1' }, { digit: '8' }, { sixteenths: 9 }]) text = press(text, key);
  expect(text).toBe('18 9/16');
  expect(press(text, { sixteenths: 11 })).toBe('18 11/16');
  expect(press(text, { digit: '4' })).toBe('184 9/16');
  expect(press(text, { back: true })).toBe('18');
  expect(press('18', { back: true })).toBe('1');
  expect(press('', { sixteenths: 8 })).toBe('1/2');
  expect(press('3.2', { sign: true })).toBe('-3.2');
  expect(press('-3.2', { sign: true })).toBe('3.2');
});
