import { readFileSync } from 'node:fs';
import { actionsFound, pagesFound, routesFound } from '../../../tests/support/found';
import { ACTIONS, AGAIN, mayDo, mayEnter, ONCE, PAGES, ROUTES, whoMay } from './rules';
import { accessTable } from './table';

describe('every page, route and action has a rule, found from the code', () => {
  test('pages', () => expect(pagesFound()).toEqual(Object.keys(PAGES).sort()));
  test('routes', () => {
    expect(
      routesFound()
        .map(({ name }) => name)
        .sort(),
    ).toEqual(Object.keys(ROUTES).sort());
  });
  test('actions', () => {
    expect(
      actionsFound()
        .map(({ name }) => name)
        .sort(),
    ).toEqual(Object.keys(ACTIONS).sort());
  });
});

describe('and asks for it by its own name', () => {
  test.each(pagesFound())('page %s', (page) => {
    const text = readFileSync(`src/app${page === '/' ? '' : page}/page.tsx`, 'utf8');
    const rule = PAGES[page as keyof typeof PAGES];
    // Whatever is not for anybody, or for whoever holds its address, asks who is there before it reads anything.
    if (typeof rule !== 'string') expect(text).toContain(`requireMember('${page}')`);
  });
  test.each(routesFound().map(({ name, text }) => [name, text] as const))('route %s', (name, text) => {
    const rule = ROUTES[name as keyof typeof ROUTES];
    expect(text).toMatch(
      new RegExp(
        `${typeof rule === 'string' ? 'open' : 'guarded'}(<[^(]*>)?\\(\\s*'${name.replace(/[[\].]/g, '\\$&')}'`,
      ),
    );
  });
  test.each(actionsFound().map(({ name, text }) => [name, text] as const))('action %s', (name, text) => {
    const rule = ACTIONS[name as keyof typeof ACTIONS];
    const again = (AGAIN as readonly string[]).includes(name);
    expect(text).toMatch(
      new RegExp(`return ${typeof rule === 'string' ? 'open' : again ? 'sure' : 'act'}\\('${name}'`),
    );
  });
});

test('every act and route either asks for the password again or is said not to', () => {
  const all = [...actionsFound(), ...routesFound()].map(({ name }) => name).sort();
  const said = [...AGAIN, ...ONCE] as readonly string[];
  expect([...said].sort()).toEqual(all);
  expect(new Set(said).size).toBe(said.length);
});

test('the table in the docs is the one the rules make', () => {
  expect(readFileSync('docs/access.md', 'utf8')).toBe(accessTable());
});

test('who may is told in words', () => {
  expect(whoMay('signOff')).toBe('Only a lead or the owner does this.');
  expect(whoMay('makeSheetLink')).toBe('Only the front desk, a lead or the owner does this.');
  expect(mayDo('signOff', 'technician')).toBe(false);
  expect(mayDo('signIn', 'technician')).toBe(true);
  expect(mayEnter('/audit', 'lead')).toBe(false);
  expect(mayEnter('/audit', 'owner')).toBe(true);
});
