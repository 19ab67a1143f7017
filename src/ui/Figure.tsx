'use client';

import { shownValue, type Phrase } from '@/core/kernel/phrase';
import { show, showUncertainty } from '@/core/kernel/units/format';
import type { Quantity } from '@/core/kernel/units/quantity';
import { useUnits } from './Units';

/** One figure in the units in use; an inch fraction is set raised and lowered and read out in full. */
export function Figure({ quantity, value, signed }: { quantity: Quantity; value: number; signed?: boolean }) {
  const shown = show(quantity, value, useUnits(), signed);
  const { unit } = shown;
  if (!shown.fraction) {
    return (
      <span className="fig frac">
        {shown.sign}
        {shown.whole}
        {unit && (unit === '°' || unit === '%' ? unit : ` ${unit}`)}
      </span>
    );
  }
  return (
    <span className="fig frac">
      <span className="sr-only">{shown.text}</span>
      <span aria-hidden="true">
        {shown.sign}
        {shown.whole}
        <sup className={shown.whole ? 'ml-[0.18em]' : ''}>{shown.fraction.top}</sup>⁄<sub>{shown.fraction.bottom}</sub>
        {unit && ` ${unit}`}
      </span>
    </span>
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

/** The expanded uncertainty beside a figure. */
export function PlusMinus({ quantity, value }: { quantity: Quantity; value: number }) {
  return <span className="fig whitespace-nowrap text-pencil">± {showUncertainty(quantity, value, useUnits())}</span>;
}
