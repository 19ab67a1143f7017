import fc from '../../tests/support/properties';
import { askedFor } from './asked';

const asked = (all: Record<string, string | string[] | undefined>) => askedFor(Promise.resolve(all));

describe('what an address asks for', () => {
  it('is nothing where nothing is said, and the first where it is said twice', async () => {
    const text = await asked({ find: ['rescue', 'spare'], page: undefined, none: [] });
    expect([text('find'), text('page'), text('none'), text('gate')]).toEqual(['rescue', '', '', '']);
  });

  it('carries no zero byte, no half letter and never more than asked', async () => {
    const text = await asked({ find: 'a\0b', long: `${'x'.repeat(119)}\u{1F9F0}` });
    expect(text('find')).toBe('ab');
    expect(text('long')).toHaveLength(120);
    await fc.assert(
      fc.asyncProperty(fc.string({ unit: 'binary' }), fc.nat(40), async (typed, longest) => {
        const got = (await asked({ typed }))('typed', longest);
        expect(got.length).toBeLessThanOrEqual(longest);
        expect(got).not.toContain('\0');
        expect(got.isWellFormed()).toBe(true);
      }),
    );
  });
});
