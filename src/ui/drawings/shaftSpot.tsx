import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE } from './tapeParts';

type Shown = Omit<DrawingOf<'shaft'>, 'of'>;
/** Joints at the case and at the axle. */
const [CASE, AXLE] = [
  { x: 118, y: 120 },
  { x: 300, y: 214 },
];
const LEAN = (Math.atan2(AXLE.y - CASE.y, AXLE.x - CASE.x) * 180) / Math.PI;

/** The driveline from the side: case, shaft and axle, and where gauge or tape goes. */
export function ShaftSpot({ part, tape }: Shown) {
  return (
    <>
      <line x1="20" x2="380" y1="330" y2="330" stroke="var(--rule)" strokeWidth="5" />
      <path d="M30 84 H78 L96 96 V144 L78 158 H30 Z" />
      <line x1="96" y1="118" x2={CASE.x} y2={CASE.y} strokeWidth="9" />
      <Cross {...CASE} marked={part === 'output' && tape === 'kind'} />
      <Tube heavy={part === 'shaft' || part === 'whole'} />
      <Cross {...AXLE} marked={part === 'pinion' && tape === 'kind'} />
      <line x1={AXLE.x} y1={AXLE.y} x2="326" y2="219" strokeWidth="9" />
      <circle cx="346" cy="224" r="34" />
      <circle cx="346" cy="224" r="106" strokeDasharray="5 6" stroke="var(--rule)" />
      <Where part={part} tape={tape} />
    </>
  );
}

const Cross = ({ x, y, marked }: { x: number; y: number; marked: boolean }) => (
  <g stroke={marked ? TAPE : undefined} strokeWidth={marked ? 4 : 2.2}>
    <circle cx={x} cy={y} r={marked ? 17 : 9} />
    <path d={`M${x - 6} ${y} H${x + 6} M${x} ${y - 6} V${y + 6}`} />
  </g>
);
const Tube = ({ heavy }: { heavy: boolean }) => (
  <g transform={`translate(${CASE.x} ${CASE.y}) rotate(${LEAN})`} strokeWidth={heavy ? 3.2 : 2.2}>
    <rect x="14" y="-8" width="58" height="16" />
    <path d="M72 -4 H104 M72 4 H104" />
    <rect x="104" y="-11" width="86" height="22" />
  </g>
);

function Where({ part, tape }: Shown) {
  if (tape === 'angle' && part !== 'whole') {
    const at = { output: [102, 118, 6], shaft: [225, 175, LEAN], pinion: [318, 217, 12] }[part] as [
      number,
      number,
      number,
    ];
    return (
      <g transform={`translate(${at[0]} ${at[1]}) rotate(${at[2]})`} stroke={TAPE} strokeWidth="3">
        <rect x="-26" y="-44" width="52" height="32" fill="var(--panel)" />
        <path d="M-14 -28 A14 14 0 0 1 14 -28 M0 -28 L8 -38" />
      </g>
    );
  }
  if (tape === 'length') return <Tape x1={CASE.x} y1={CASE.y} x2={AXLE.x} y2={AXLE.y} />;
  if (tape === 'offset') {
    const at = part === 'output' ? CASE : AXLE;
    return (
      <>
        <line x1={at.x - 60} x2={at.x + 60} y1={at.y + 74} y2={at.y + 74} strokeDasharray="10 6" />
        <Tape x1={at.x} y1={at.y} x2={at.x} y2={at.y + 74} />
      </>
    );
  }
  if (tape === 'slip') {
    const [c, s] = [Math.cos((LEAN * Math.PI) / 180), Math.sin((LEAN * Math.PI) / 180)];
    const on = (along: number) => ({ x: CASE.x + along * c - 26 * -s, y: CASE.y + along * s - 26 * c });
    const [a, b] = [on(72), on(104)];
    return <Tape x1={a.x} y1={a.y} x2={b.x} y2={b.y} />;
  }
  if (tape === 'gap')
    return (
      <>
        <rect x="176" y="214" width="44" height="34" />
        <Tape x1={208} y1={183} x2={198} y2={214} />
      </>
    );
  if (tape === 'phase')
    return (
      <g stroke={TAPE} strokeWidth="3.4">
        <path d={`M${CASE.x - 4} ${CASE.y - 26} L${CASE.x + 26} ${CASE.y - 10}`} />
        <path d={`M${AXLE.x - 26} ${AXLE.y - 42} L${AXLE.x + 4} ${AXLE.y - 26}`} />
      </g>
    );
  return null;
}
