import fc from '../../../../tests/support/properties';
import { boundedLines, MOST_LINES } from './lines';

test('a short text stays as it is; a tall one keeps every word', () => {
  expect(boundedLines('a\nb\n\nc')).toBe('a\nb\n\nc');
  fc.assert(
    fc.property(fc.array(fc.stringMatching(/^[a-z]{0,5}$/), { maxLength: 400 }), (lines) => {
      const out = boundedLines(lines.join('\n'));
      expect(out.split('\n').length).toBeLessThanOrEqual(MOST_LINES);
      expect(out.split(/\s+/).filter(Boolean)).toEqual(lines.filter(Boolean));
    }),
  );
});
