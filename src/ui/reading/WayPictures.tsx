'use client';

import type { Point } from '@/core/record/point';
import type { Way } from './ways';

/** Which way a reading is, by two pictures; and whether the gauge stands on a face square to what it measures. */
export function WayPictures({
  ways,
  way,
  onWay,
  face,
  onFace,
}: {
  ways: NonNullable<Point['ways']>;
  way: Way;
  onWay: (way: Way) => void;
  /** Null where it is read along the part only. */
  face: boolean | null;
  onFace: (face: boolean) => void;
}) {
  return (
    <div className="space-y-2 pb-2">
      <div role="radiogroup" aria-label="Which way" className="grid grid-cols-2 gap-2">
        {(['plus', 'minus'] as const).map((which) => (
          <button
            key={which}
            type="button"
            role="radio"
            aria-checked={way === which}
            className={`flex min-h-14 flex-col items-center justify-center border px-2 ${way === which ? 'border-graphite bg-graphite text-paper' : 'border-graphite bg-panel'}`}
            onClick={() => onWay(which)}
          >
            {ways.picture === 'lean' ? <Lean down={which === 'plus'} /> : <Side left={which === 'plus'} />}
            <span className="text-sm font-semibold">{ways[which]}</span>
          </button>
        ))}
      </div>
      {face !== null && (
        <div role="radiogroup" aria-label="Where the gauge stands" className="grid grid-cols-2 gap-2">
          {[false, true].map((square) => (
            <button
              key={String(square)}
              type="button"
              role="radio"
              aria-checked={face === square}
              className={`min-h-12 border border-graphite px-2 text-sm font-semibold ${face === square ? 'bg-graphite text-paper' : 'bg-panel'}`}
              onClick={() => onFace(square)}
            >
              {square ? 'On a face square to it' : 'Along it'}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}

/** A part seen from the left, the vehicle's front to the left of it. */
const Lean = ({ down }: { down: boolean }) => (
  <svg viewBox="0 0 120 34" className="h-6 w-full max-w-40" aria-hidden="true">
    <g fill="none" stroke="currentColor" strokeWidth="2">
      <path d="M8 17 H112" strokeDasharray="4 5" />
      <path d={down ? 'M20 8 L100 26' : 'M20 26 L100 8'} strokeWidth="6" strokeLinecap="round" />
      <path d="M14 17 L6 17 M10 13 L6 17 L10 21" />
    </g>
  </svg>
);
/** A joint seen from above, the vehicle's front up. */
const Side = ({ left }: { left: boolean }) => (
  <svg viewBox="0 0 120 34" className="h-6 w-full max-w-40" aria-hidden="true">
    <g fill="none" stroke="currentColor" strokeWidth="2">
      <path d="M60 2 V32" strokeDasharray="4 4" />
      <circle cx={left ? 34 : 86} cy="18" r="8" strokeWidth="3" />
      <path d="M56 6 L60 2 L64 6" />
    </g>
  </svg>
);
