import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE } from './tapeParts';

/** Frame, wheels and track bar from above or behind, and where the tape goes. */
export function AxleSpot({ tape }: DrawingOf<'axle'>) {
  if (tape === 'ahead' || tape === 'behind') return <Opening tape={tape} />;
  if (tape === 'bar') return <Behind />;
  return (
    <>
      {/* From above, the front to the left. */}
      <rect x="20" y="118" width="360" height="22" />
      <rect x="20" y="228" width="360" height="22" />
      {[
        [70, 70],
        [310, 70],
        [70, 272],
        [310, 272],
      ].map(([x, y]) => (
        <rect key={`${x}/${y}`} x={(x ?? 0) - 40} y={(y ?? 0) - 14} width="80" height="28" rx="8" />
      ))}
      <path d="M70 84 V258 M310 84 V258" strokeDasharray="6 5" />
      {tape === 'side' ? <Tape x1={310} y1={118} x2={310} y2={84} /> : <Tape x1={70} y1={70} x2={310} y2={70} />}
      <text x="24" y="340" fontSize="16" fill="var(--pencil)" stroke="none">
        ← front
      </text>
    </>
  );
}

const Opening = ({ tape }: { tape: 'ahead' | 'behind' }) => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <path d="M14 232 H52 C60 132 130 92 200 92 C270 92 340 132 348 232 H386" />
    <circle cx="200" cy="232" r="106" />
    <circle cx="200" cy="232" r="18" />
    {tape === 'ahead' ? <Tape x1={200} y1={232} x2={52} y2={232} /> : <Tape x1={200} y1={232} x2={348} y2={232} />}
  </>
);

const Behind = () => (
  <>
    <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />
    <rect x="24" y="180" width="46" height="156" rx="14" />
    <rect x="330" y="180" width="46" height="156" rx="14" />
    <path d="M70 252 H330 M70 264 H330" />
    <rect x="104" y="96" width="30" height="64" />
    <rect x="266" y="96" width="30" height="64" />
    <Tape x1={120} y1={168} x2={300} y2={246} />
    <g stroke={TAPE} strokeWidth="3">
      <circle cx="120" cy="168" r="9" />
      <circle cx="300" cy="246" r="9" />
    </g>
  </>
);
