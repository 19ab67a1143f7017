'use client';

import type { ReactNode } from 'react';
import type { Point, WayPicture } from '@/core/record/point';
import type { SignChosen } from './ways';

/** Which way a reading is, by two pictures; and whether the gauge stands on a face square to what it measures. */
export function WayPictures({
  ways,
  way,
  onWay,
  face,
  onFace,
}: {
  ways: NonNullable<Point['ways']>;
  way: SignChosen;
  onWay: (way: SignChosen) => void;
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
            <Picture of={ways.picture} plus={which === 'plus'} />
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

const Picture = ({ of, plus }: { of: WayPicture; plus: boolean }) => {
  const Way = PICTURES[of];
  return (
    <svg viewBox="0 0 120 34" className="h-6 w-full max-w-40" aria-hidden="true">
      <g fill="none" stroke="currentColor" strokeWidth="2">
        <Way plus={plus} />
      </g>
    </svg>
  );
};

const Sloped = ({ down }: { down: boolean }) => (
  <>
    <path d="M8 17 H112" strokeDasharray="4 5" />
    <path d={down ? 'M20 8 L100 26' : 'M20 26 L100 8'} strokeWidth="6" strokeLinecap="round" />
  </>
);
/** What each picture shows: the way that is + and the other. */
const PICTURES: Record<WayPicture, (way: { plus: boolean }) => ReactNode> = {
  // A part seen from the left, the vehicle's front to the left of it.
  lean: ({ plus }) => (
    <>
      <Sloped down={plus} />
      <path d="M14 17 L6 17 M10 13 L6 17 L10 21" />
    </>
  ),
  // A bar seen from behind, as the driver sits: its left end on the left.
  across: ({ plus }) => (
    <>
      <Sloped down={!plus} />
      <circle cx={20} cy={plus ? 26 : 8} r="5" fill="currentColor" />
      <circle cx={100} cy={plus ? 8 : 26} r="5" fill="currentColor" />
    </>
  ),
  // An arm from its body pivot, a square, to the wheel or axle.
  outer: ({ plus }) => (
    <>
      <Sloped down={plus} />
      <rect x="12" y={plus ? 2 : 20} width="12" height="12" fill="currentColor" />
      <circle cx="100" cy={plus ? 26 : 8} r="6" fill="currentColor" />
    </>
  ),
  // A joint seen from above, the vehicle's front up.
  side: ({ plus }) => (
    <>
      <path d="M60 2 V32" strokeDasharray="4 4" />
      <circle cx={plus ? 34 : 86} cy="18" r="8" strokeWidth="3" />
      <path d="M56 6 L60 2 L64 6" />
    </>
  ),
  // An axle from above, the front up; the arm's joint below it or above it.
  ahead: ({ plus }) => (
    <>
      <path d="M14 17 H106" strokeWidth="5" />
      <path d={plus ? 'M40 17 V28' : 'M40 17 V6'} strokeWidth="4" />
      <circle cx="40" cy={plus ? 29 : 5} r="4" fill="currentColor" />
      <path d="M86 8 L90 3 L94 8 M90 3 V12" />
    </>
  ),
  // The left wheel from behind, the vehicle to the right of it.
  camber: ({ plus }) => (
    <>
      <path d="M52 2 V32" strokeDasharray="3 4" />
      <path d={plus ? 'M58 32 L46 2' : 'M46 32 L58 2'} strokeWidth="8" />
      <path d="M74 20 H104" />
    </>
  ),
  // The steering axis of the left wheel from its side, the vehicle's front to the left.
  caster: ({ plus }) => (
    <>
      <circle cx="60" cy="17" r="15" />
      <path d={plus ? 'M54 32 L66 2' : 'M66 32 L54 2'} strokeWidth="4" />
      <path d="M22 17 L14 17 M18 13 L14 17 L18 21" />
    </>
  ),
  // A steering wheel from the driver's seat.
  turned: ({ plus }) => (
    <>
      <circle cx="60" cy="17" r="15" strokeWidth="3" />
      <path d="M45 17 H75 M60 17 V31" strokeWidth="3" transform={`rotate(${plus ? -24 : 24} 60 17)`} />
      <path d={plus ? 'M34 8 L28 16 L37 17' : 'M86 8 L92 16 L83 17'} />
    </>
  ),
};
