import type { FinderLists } from '../engine/fitFinder';
import type { Axle } from '../../../kernel/places';
import type { Fitment } from '../../../document/fitment';
import type { FittedWheel } from './fitted';
import type { FitStock } from '../../../document/fitRules';

/** Where in the lists what is asked for stands, by index. */
export interface AskedFor {
  tyre: number;
  wheel: number;
  spacer: number;
  stop: number;
}

/** The same figure of a wheel, as far as both are known. mm. */
const alike = (a: number | null, b: number | null): boolean => a === null || b === null || Math.abs(a - b) < 0.5;

/**
 * The shop's stock as the finder takes it, what is asked for at an axle among it.
 *
 * @param has the wheel now on the axle: where its offset was measured it is one of the wheels, and costs nothing, nor
 *   does a spacer that is there already
 * @returns the lists, and where what is asked for stands in them. It costs what the same tyre and wheel cost in the
 *   stock; what is not in it has no price.
 */
export function listsOf(
  stock: FitStock,
  asked: Fitment | null,
  axle: Axle,
  has: FittedWheel,
): FinderLists & { asked: AskedFor | null } {
  const tyres = stock.tyres.map((t) => ({
    name: t.name,
    diameter: t.diameter,
    sectionWidth: t.sectionWidth,
    shoulderRadius: t.sectionWidth / 8,
    rimDiameter: t.rimDiameter,
    price: t.price,
  }));
  const wheels = stock.wheels.map((w) => ({ ...w }));
  const signed = (offset: number) => `${offset > 0 ? '+' : offset < 0 ? '−' : ''}${Math.abs(Math.round(offset))}`;
  if (!has.offset.assumed)
    wheels.push({
      name: `the wheels it has, ${signed(has.offset.value)}`,
      offset: has.offset.value,
      rimWidth: has.rimWidth,
      rimDiameter: null,
      price: 0,
    });
  let at: AskedFor | null = null;
  const spacers = stock.spacers.map((s) => (s.thickness === has.spacer.value ? { ...s, price: 0 } : s));
  const stops = [...stock.stops];
  if (asked) {
    tyres.push({
      name: asked.size || asked.name,
      diameter: asked.diameter,
      sectionWidth: asked.sectionWidth,
      shoulderRadius: asked.shoulderRadius ?? asked.sectionWidth / 8,
      rimDiameter: asked.rimDiameter,
      price:
        asked.price ??
        stock.tyres.find((t) => alike(t.diameter, asked.diameter) && alike(t.sectionWidth, asked.sectionWidth))
          ?.price ??
        null,
    });
    const same = wheels.filter(
      (w) =>
        alike(w.offset, asked.offset) && alike(w.rimWidth, asked.rimWidth) && alike(w.rimDiameter, asked.rimDiameter),
    );
    wheels.push({
      name: `asked for, ${signed(asked.offset)}`,
      offset: asked.offset,
      rimWidth: asked.rimWidth,
      rimDiameter: asked.rimDiameter,
      // The wheels it has come last of those alike, and go before what would be bought.
      price: same.at(-1)?.price ?? null,
    });
    const { spacer, bumpStop } = asked;
    if (!spacers.some((s) => s.thickness === spacer)) spacers.push({ thickness: spacer, price: null });
    if (!stops.some((s) => s.extra === bumpStop[axle])) stops.push({ extra: bumpStop[axle], price: null });
    at = {
      tyre: tyres.length - 1,
      wheel: wheels.length - 1,
      spacer: spacers.findIndex((s) => s.thickness === spacer),
      stop: stops.findIndex((s) => s.extra === bumpStop[axle]),
    };
  }
  return { tyres, wheels, spacers, stops, asked: at };
}
