'use client';

import { shownValue, type Phrase } from '@/core/kernel/phrase';
import { show, uncertaintyShown } from '@/core/kernel/units/format';
import type { Shown } from '@/core/kernel/units/shown';
import type { Quantity } from '@/core/kernel/units/quantity';
import { useUnits } from './Units';

/** One figure in the units in use; an inch fraction is set raised and lowered and read out in full. */
export function Figure({ quantity, value, signed }: { quantity: Quantity; value: number; signed?: boolean }) {
  return (
    <span className="fig frac">
      <Set shown={show(quantity, value, useUnits(), signed)} />
    </span>
  );
}

function Set({ shown }: { shown: Shown }) {
  const { unit } = shown;
  if (!shown.fraction)
    return (
      <>
        {shown.sign}
        {shown.whole}
        {unit && (unit === '°' || unit === '%' ? unit : ` ${unit}`)}
      </>
    );
  return (
    <>
      <span className="sr-only">{shown.text}</span>
      <span aria-hidden="true">
        {shown.sign}
        {shown.whole}
        <sup className={shown.whole ? 'ml-[0.18em]' : ''}>{shown.fraction.top}</sup>⁄<sub>{shown.fraction.bottom}</sub>
        {unit && ` ${unit}`}
      </span>
    </>
  );
}

/** A phrase of core with its figures set. */
export function Words({ phrase }: { phrase: Phrase }) {
  const units = useUnits();
  return (
    <>
      {phrase.map((part, i) =>
        typeof part === 'string' ? (
          <span key={i}>{part}</span>
        ) : (
          <Figure key={i} quantity={part.quantity} value={shownValue(part, units)} signed={part.signed} />
        ),
      )}
    </>
  );
}

/** The expanded uncertainty beside a figure, in its form. */
export function PlusMinus({ quantity, value }: { quantity: Quantity; value: number }) {
  return (
    <span className="fig frac whitespace-nowrap text-pencil">
      ± <Set shown={uncertaintyShown(quantity, value, useUnits())} />
    </span>
  );
}
