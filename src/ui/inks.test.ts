import { readFileSync } from 'node:fs';
import path from 'node:path';

const css = readFileSync(path.resolve('src/app/globals.css'), 'utf8');
/** The inks of a theme, by name; sRGB, 0 to 1. */
function inks(theme: RegExp): Record<string, number[]> {
  const [, block = ''] = theme.exec(css) ?? [];
  return Object.fromEntries(
    [...block.matchAll(/--(\w+): #([0-9a-f]{6});/g)].map(([, name = '', hex = '']) => [
      name,
      [0, 2, 4].map((at) => parseInt(hex.slice(at, at + 2), 16) / 255),
    ]),
  );
}
/** Relative luminance and contrast by WCAG 2.2. */
const luminance = (rgb: number[]): number => {
  const [r = 0, g = 0, b = 0] = rgb.map((c) => (c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4));
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
};
const contrast = (a: number[], b: number[]): number => {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
};
const THEMES = [
  ['day', inks(/:root \{([^}]*)\}/)],
  ['bay', inks(/\[data-theme='bay'\] \{([^}]*)\}/)],
] as const;

describe.each(THEMES)('the inks of %s', (_theme, ink) => {
  test.each(['graphite', 'pencil', 'clear', 'watch', 'stop', 'chalk', 'paint'])(
    '%s is read on paper and on panel: 4.5 to 1 or better',
    (name) => {
      for (const ground of ['paper', 'panel'])
        expect([ground, contrast(ink[name] ?? [], ink[ground] ?? []) >= 4.5]).toEqual([ground, true]);
    },
  );
  test('what is merely current, selected or chalked is not near Stop', () => {
    const hue = ([r = 0, g = 0, b = 0]: number[]): number =>
      (Math.atan2(Math.sqrt(3) * (g - b), 2 * r - g - b) * 180) / Math.PI;
    const stop = hue(ink.stop ?? []);
    for (const name of ['paint', 'chalk']) {
      const apart = Math.abs(((hue(ink[name] ?? []) - stop + 540) % 360) - 180);
      expect([name, apart > 60]).toEqual([name, true]);
    }
  });
});
