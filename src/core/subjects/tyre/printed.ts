import { decimal, normalise } from '../../kernel/units/normalise';

/** A tyre size as moulded on its side, worked out. mm. Not what a tyre measures: brands run over and under. */
export interface PrintedSize {
  kind: 'metric' | 'flotation';
  /** LT, P, C or nothing; it says what load the tyre is meant for and nothing about its size. */
  load: string;
  diameter: number;
  sectionWidth: number;
  /** Height of the sidewall over the width, percent; null where the size is given in inches outright. */
  aspect: number | null;
  rimDiameter: number;
}
export type ReadSize = { ok: true; size: PrintedSize } | { ok: false; reason: string };

const IN = 25.4;
const LOAD = '(?:(LT|P|C|ST|T)\\s*)?';
const CONSTRUCTION = '\\s*(?:[A-Z]{0,2}R[F]?|[A-Z]?[-D])\\s*';
const METRIC = new RegExp(
  `^${LOAD}(\\d{3}(?:\\.\\d)?)\\s*/\\s*(\\d{2,3})${CONSTRUCTION}(\\d{2}(?:\\.\\d)?)\\s*(LT|C|XL)?$`,
);
const FLOTATION = new RegExp(
  `^${LOAD}(\\d{2}(?:\\.\\d+)?)\\s*[X×*]\\s*(\\d{1,2}(?:\\.\\d+)?)${CONSTRUCTION}(\\d{2}(?:\\.\\d)?)\\s*(LT|C)?$`,
);

/**
 * Reads a printed tyre size: `265/70R17`, `LT265/70 R 17`, `35x12.50R17LT`, `33 × 12,5-15`.
 *
 * Metric W/A R d: diameter = 25.4·d + 2·W·A/100. Flotation D×W R d: inches outright. Source: docs/figures.md "Wheels".
 *
 * @returns sizes in mm, or a sentence naming what is impossible or not understood
 */
export function readPrintedSize(typed: string): ReadSize {
  const text = normalise(typed).toUpperCase().replace(/,/g, '.').trim();
  if (text === '') return { ok: false, reason: 'no size was typed' };
  const no = (reason: string): ReadSize => ({ ok: false, reason: `“${typed.trim()}”: ${reason}` });
  const figure = (s: string | undefined): number => {
    const d = decimal(s ?? '');
    return d.ok ? d.value : NaN;
  };
  const metric = METRIC.exec(text);
  if (metric) {
    const [width, aspect, rim] = [figure(metric[2]), figure(metric[3]), figure(metric[4])];
    if (width < 125 || width > 455) return no(`no tyre is ${width} mm wide`);
    if (aspect < 25 || aspect > 100) return no(`a sidewall of ${aspect} % of the width is not made`);
    if (rim < 12 || rim > 28) return no(`no such wheel is ${rim} in across`);
    return {
      ok: true,
      size: {
        kind: 'metric',
        load: metric[1] ?? metric[5] ?? '',
        diameter: IN * rim + (2 * width * aspect) / 100,
        sectionWidth: width,
        aspect,
        rimDiameter: IN * rim,
      },
    };
  }
  const flotation = FLOTATION.exec(text);
  if (flotation) {
    const [diameter, width, rim] = [figure(flotation[2]), figure(flotation[3]), figure(flotation[4])];
    if (rim < 12 || rim > 28) return no(`no such wheel is ${rim} in across`);
    if (diameter <= rim + 4) return no(`a tyre ${diameter} in tall leaves no sidewall on a ${rim} in wheel`);
    if (diameter > 54) return no(`no such tyre is ${diameter} in tall`);
    if (width < 5 || width > 22) return no(`no tyre is ${width} in wide`);
    return {
      ok: true,
      size: {
        kind: 'flotation',
        load: flotation[1] ?? flotation[5] ?? '',
        diameter: IN * diameter,
        sectionWidth: IN * width,
        aspect: null,
        rimDiameter: IN * rim,
      },
    };
  }
  return no('not a tyre size such as 265/70R17 or 33x12.50R15');
}
