import { money } from './money';

describe('an amount of money', () => {
  it.each([
    [0, '0'],
    [900, '900'],
    [14600, '14\u202f600'],
    [1234567, '1\u202f234\u202f567'],
    [79.5, '79.50'],
    [1079.99, '1\u202f079.99'],
    [-1200, '-1\u202f200'],
  ])('%d is written %s', (amount, written) => expect(money(amount)).toBe(written));
});
