import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE } from './tapeParts';

/** A wheel with a gauge on it, or both front wheels from above with the tape between their marks. */
export function AlignmentSpot({ tape }: DrawingOf<'alignment'>) {
  if (tape === 'toe') return <FromAbove />;
  if (tape === 'string') return <Strings />;
  return tape === 'camber' ? <FromBehind /> : <FromSide />;
}

const FromAbove = () => (
  <>
    <path d="M96 190 H304" strokeWidth="9" />
    <rect x="64" y="96" width="56" height="188" rx="14" transform="rotate(3 92 190)" />
    <rect x="280" y="96" width="56" height="188" rx="14" transform="rotate(-3 308 190)" />
    <Tape x1={102} y1={110} x2={298} y2={110} />
    <Tape x1={92} y1={270} x2={308} y2={270} />
    <path d="M196 62 L202 40 L208 62 M202 40 V84" />
    <text x="220" y="60" fontSize="16" fill="var(--pencil)" stroke="none">
      front
    </text>
  </>
);

/** One wheel from above, the string alongside, and the two measures from it to the rim's edges. */
const Strings = () => (
  <>
    <path d="M200 190 H330" strokeWidth="9" />
    <rect x="150" y="96" width="60" height="188" rx="14" transform="rotate(3 180 190)" />
    <path d="M70 30 V350" strokeDasharray="2 5" strokeWidth="3" stroke="var(--pencil)" />
    <Tape x1={70} y1={112} x2={153} y2={112} />
    <Tape x1={70} y1={268} x2={145} y2={268} />
    <path d="M274 62 L280 40 L286 62 M280 40 V84" />
    <text x="298" y="60" fontSize="16" fill="var(--pencil)" stroke="none">
      front
    </text>
  </>
);

const FromBehind = () => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <g transform="rotate(-4 150 340)">
      <rect x="100" y="96" width="100" height="242" rx="24" />
      <path d="M200 216 H330" strokeWidth="8" />
      <rect x="82" y="140" width="14" height="156" fill={TAPE} stroke="none" />
      <path d="M96 150 H104 M96 286 H104" stroke={TAPE} strokeWidth="6" />
    </g>
    <path d="M150 70 V340" strokeDasharray="6 6" stroke="var(--pencil)" />
  </>
);

const FromSide = () => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <circle cx="200" cy="222" r="116" />
    <path d="M200 70 V340" strokeDasharray="6 6" stroke="var(--pencil)" />
    <path d="M186 330 L220 106" strokeWidth="7" />
    <circle cx="190" cy="306" r="10" />
    <circle cx="217" cy="130" r="10" />
    <rect x="212" y="84" width="96" height="20" fill={TAPE} stroke="none" transform="rotate(9 220 94)" />
    <text x="24" y="326" fontSize="16" fill="var(--pencil)" stroke="none">
      ← front
    </text>
  </>
);
