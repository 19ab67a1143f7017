'use client';

import { Delete } from 'lucide-react';
import type { Quantity } from '@/core/kernel/units/quantity';
import type { Key } from './keypadText';

const DIGITS = ['7', '8', '9', '4', '5', '6', '1', '2', '3', '.', '0'];
const SIXTEENTHS = Array.from({ length: 15 }, (_, i) => i + 1);

/** Digits, and for inches every sixteenth on a key of its own, laid out like the marks of a tape: longer for halves. */
export function Keypad({
  quantity,
  inches,
  signed,
  plain = false,
  onKey,
}: {
  quantity: Quantity;
  inches: boolean;
  signed: boolean;
  /** Which way it is, is asked by picture: no sign. */
  plain?: boolean;
  onKey: (key: Key) => void;
}) {
  const fractions = quantity === 'length' && inches;
  return (
    <div className="grid grid-cols-[3fr_4fr] gap-3" role="group" aria-label="Keypad">
      <div className={`grid grid-cols-3 ${plain ? 'gap-1.5' : 'gap-2'} ${fractions ? '' : 'col-span-2'}`}>
        {DIGITS.map((digit) => (
          <button
            key={digit}
            type="button"
            className={`btn fig px-0 text-xl font-bold ${plain ? 'min-h-12' : 'min-h-[52px]'}`}
            onClick={() => onKey({ digit })}
          >
            {digit}
          </button>
        ))}
        <button
          type="button"
          className={`btn px-0 ${plain ? 'min-h-12' : 'min-h-[52px]'}`}
          onClick={() => onKey({ back: true })}
          aria-label="Take back"
        >
          <Delete className="size-5" aria-hidden />
        </button>
        {!plain && (quantity === 'angle' || signed) && (
          <button
            type="button"
            className="btn fig col-span-3 min-h-12 text-lg font-bold"
            onClick={() => onKey({ sign: true })}
          >
            plus / minus
          </button>
        )}
      </div>
      {fractions && (
        <div className="grid grid-cols-4 gap-2">
          {SIXTEENTHS.map((n) => (
            <Sixteenth key={n} n={n} onKey={onKey} />
          ))}
          <button type="button" className="btn min-h-[52px] px-0 text-sm" onClick={() => onKey({ clear: true })}>
            clear
          </button>
        </div>
      )}
    </div>
  );
}

function Sixteenth({ n, onKey }: { n: number; onKey: (key: Key) => void }) {
  const twos = n % 8 === 0 ? 3 : n % 4 === 0 ? 2 : n % 2 === 0 ? 1 : 0;
  const top = n / 2 ** twos;
  const bottom = 16 / 2 ** twos;
  return (
    <button
      type="button"
      className="btn fig relative min-h-[52px] overflow-hidden px-0 text-[17px] font-bold"
      aria-label={`${top}/${bottom}`}
      onClick={() => onKey({ sixteenths: n })}
    >
      <span className="absolute top-0 left-1/2 w-[2px] bg-pencil" style={{ height: 4 + 3 * twos }} aria-hidden />
      <span className="frac" aria-hidden>
        <sup>{top}</sup>⁄<sub>{bottom}</sub>
      </span>
    </button>
  );
}
