import { inspect } from 'node:util';
import { AWAY_MESSAGE, DatabaseAway, fitToTell, isAway, isRefusedByRule } from './away';

const withCode = (code: string, message = 'x') => Object.assign(new Error(message), { code });
const wrapped = (cause: Error) => new Error('Failed query: select 1\nparams: secret', { cause });

describe('a database that is away, told from a query that is wrong', () => {
  test.each(['ECONNREFUSED', 'ECONNRESET', '57P01', '57P02', '57P03', '53300', '08006', 'ENOTFOUND'])(
    '%s is away',
    (code) => {
      expect(isAway(withCode(code))).toBe(true);
      expect(isAway(wrapped(wrapped(withCode(code))))).toBe(true);
      expect(isRefusedByRule(withCode(code))).toBe(false);
    },
  );
  test.each(['timeout exceeded when trying to connect', 'Connection terminated unexpectedly', 'Query read timeout'])(
    '"%s" is away',
    (message) => expect(isAway(wrapped(new Error(message)))).toBe(true),
  );
  test('an address with several answers, all refused', () => {
    expect(isAway(new AggregateError([withCode('ECONNREFUSED'), withCode('ECONNREFUSED')]))).toBe(true);
  });
  test.each(['23505', '23503', '23514', '22021', '22P02'])('%s is refused by a rule', (code) => {
    expect(isAway(withCode(code))).toBe(false);
    expect(isRefusedByRule(wrapped(withCode(code)))).toBe(true);
  });
  test.each([withCode('42601'), withCode('42501'), new Error('bug'), null, 'text', undefined])(
    '%s is neither',
    (error) => {
      expect([isAway(error), isRefusedByRule(error)]).toEqual([false, false]);
    },
  );
  test('what leaves the database layer carries no query and nothing typed, and is still told apart', () => {
    const broken = wrapped(
      Object.assign(withCode('23505', 'duplicate key'), { detail: 'Key (name)=(Private Person)' }),
    );
    for (const error of [
      broken,
      wrapped(withCode('57P01', 'terminating: Private Person')),
      wrapped(new Error('odd')),
    ]) {
      const fit = fitToTell(error);
      expect(inspect(fit)).not.toMatch(/Private Person|secret|select 1/);
      expect([isAway(fit), isRefusedByRule(fit)]).toEqual([isAway(error), isRefusedByRule(error)]);
    }
    const ours = new Error('our own');
    expect(fitToTell(ours)).toBe(ours);
  });
  test('it says what became of what was typed, and keeps its name on the way to the browser', () => {
    const away = new DatabaseAway('x', { cause: withCode('ECONNREFUSED') });
    expect([isAway(away), away.digest]).toEqual([true, 'DATABASE_AWAY']);
    expect(AWAY_MESSAGE).toMatch(/what you typed is still here/);
  });
});
