import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE } from './tapeParts';

/** Steering and arms, and which of their parts the gauge or tape goes to. */
export function SteeringSpot({ tape }: DrawingOf<'steering'>) {
  if (tape === 'wheel') return <Wheel />;
  if (tape === 'arm') return <FromAbove />;
  if (tape === 'tieRod' || tape === 'armSlope') return <Wishbone part={tape} />;
  return <FromBehind part={tape} />;
}

/** The steering wheel from the driver's seat, turned a little, with the gauge across its spokes. */
const Wheel = () => (
  <>
    <path d="M40 180 H360" strokeDasharray="8 6" stroke="var(--pencil)" />
    <g transform="rotate(-11 200 180)">
      <circle cx="200" cy="180" r="128" strokeWidth="12" />
      <circle cx="200" cy="180" r="34" />
      <path d="M72 180 H166 M234 180 H328 M200 214 V308" strokeWidth="7" />
      <rect x="96" y="152" width="208" height="18" fill={TAPE} stroke="none" />
    </g>
  </>
);

/** The left half of a steered axle from above, the front up. */
const FromAbove = () => (
  <>
    <rect x="52" y="96" width="52" height="180" rx="14" />
    <path d="M104 186 H380" strokeWidth="9" />
    <circle cx="128" cy="186" r="10" />
    <path d="M128 186 V286" strokeWidth="5" />
    <circle cx="128" cy="286" r="9" />
    <path d="M128 286 L370 300" />
    <Tape x1={170} y1={186} x2={170} y2={286} />
    <path d="M128 286 H176" stroke={TAPE} strokeDasharray="4 4" />
    <path d="M330 70 L340 50 L350 70 M340 50 V96" />
    <text x="356" y="70" fontSize="16" fill="var(--pencil)" stroke="none">
      front
    </text>
  </>
);

/** A beam from behind: pitman arm, drag link, sleeve and damper. */
const FromBehind = ({ part }: { part: 'drag' | 'sleeve' | 'damper' }) => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <rect x="24" y="180" width="46" height="156" rx="14" />
    <rect x="330" y="180" width="46" height="156" rx="14" />
    <path d="M70 262 H330 M70 274 H330" />
    <rect x="100" y="84" width="36" height="52" />
    <path d="M118 136 V176" strokeWidth="6" />
    <path
      d="M118 176 L306 240"
      stroke={part === 'damper' ? 'currentColor' : TAPE}
      strokeWidth={part === 'drag' ? 7 : 4}
    />
    <circle cx="118" cy="176" r="8" stroke={part === 'drag' ? TAPE : 'currentColor'} />
    <circle cx="306" cy="240" r="8" stroke={part === 'drag' ? TAPE : 'currentColor'} />
    {part === 'sleeve' && <path d="M176 196 L242 218" stroke={TAPE} strokeWidth="16" />}
    {part === 'damper' && (
      <g stroke={TAPE}>
        <path d="M150 252 H224" strokeWidth="18" />
        <path d="M224 252 H292" strokeWidth="6" />
        <circle cx="146" cy="252" r="8" />
        <circle cx="296" cy="252" r="8" />
      </g>
    )}
  </>
);

/** One side of a wishbone front from behind: lower arm and tie rod. */
const Wishbone = ({ part }: { part: 'tieRod' | 'armSlope' }) => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <rect x="26" y="150" width="62" height="188" rx="16" />
    <path d="M104 178 V292" strokeWidth="7" />
    <path d="M104 178 L270 150" />
    <path d="M104 292 L300 250" stroke={part === 'armSlope' ? TAPE : 'currentColor'} strokeWidth="6" />
    <path d="M104 240 L260 208" stroke={part === 'tieRod' ? TAPE : 'currentColor'} strokeWidth="5" />
    <g strokeWidth="3">
      <rect x="296" y="240" width="20" height="20" />
      <rect x="264" y="140" width="20" height="20" />
      <path d="M260 208 H380" />
      <circle cx="104" cy="292" r="7" />
      <circle cx="104" cy="178" r="7" />
      <circle cx="104" cy="240" r="7" />
    </g>
  </>
);
