import type { ReactNode } from 'react';
import type { DrawingName, DrawingOf, PointDrawing as Shown } from '@/core/record/point';
import type { VehicleState } from '@/core/kernel/places';
import { OnTheClock, WheelSection } from './roundTheWheel';
import { AxleBlock, FlexedAxle, InnerSide, LockAngle, ShockLength } from './stanceDrawings';
import { AlignmentSpot } from './alignmentSpot';
import { AxleSpot } from './axleSpot';
import { ShaftSpot } from './shaftSpot';
import { SteeringSpot } from './steeringSpot';
import { Tape, TAPE, Wheel } from './tapeParts';

const INK = 'var(--graphite)';
/** The linkage's are drawn from the vehicle's own points; see ui/linkage/LinkageSpot. */
type Here = Exclude<DrawingName, 'linkage'>;

/** A drawing of where the tape or gauge goes. The words beside it say the same, so it is hidden from a screen reader. */
export function PointDrawing({ drawing, state }: { drawing: Exclude<Shown, { of: 'linkage' }>; state: VehicleState }) {
  return (
    <svg viewBox="0 0 400 360" className="h-auto w-full border border-rule bg-panel" aria-hidden="true">
      <g fill="none" stroke={INK} strokeWidth="2.2" strokeLinejoin="round" strokeLinecap="round">
        {drawn(drawing.of, drawing, state)}
      </g>
    </svg>
  );
}
const drawn = <K extends Here>(of: K, drawing: DrawingOf<K>, state: VehicleState): ReactNode =>
  DRAWN[of](drawing, state);

const Floor = () => <line x1="20" x2="380" y1="340" y2="340" stroke="var(--rule)" strokeWidth="5" />;
const Arch = ({ top = 60 }: { top?: number }) => (
  <path
    d={`M14 ${top + 92} H58 C66 ${top + 20} 130 ${top} 200 ${top} C270 ${top} 334 ${top + 20} 342 ${top + 92} H386`}
  />
);
/** From the tread, 115 round the hub, to the arch where the straight line away from the hub meets it. */
const FROM_TREAD: Record<DrawingOf<'gap'>['to'], readonly [number, number, number, number]> = {
  lip: [200, 110, 200, 60],
  ahead: [98, 172, 63, 130],
  behind: [302, 172, 337, 130],
};

/** Each drawing by its name; what of it is shown comes with the point. */
const DRAWN: { readonly [K in Here]: (drawing: DrawingOf<K>, state: VehicleState) => ReactNode } = {
  clock: OnTheClock,
  wheel: WheelSection,
  axle: AxleSpot,
  alignment: AlignmentSpot,
  shaft: ShaftSpot,
  steering: SteeringSpot,
  lip: ({ to }) => (
    <>
      <Floor />
      <Arch />
      <Wheel />
      {to === 'mark' ? (
        <>
          <rect x="190" y="22" width="20" height="12" stroke={TAPE} />
          <Tape x1={200} y1={225} x2={200} y2={34} />
        </>
      ) : (
        <Tape x1={200} y1={225} x2={200} y2={60} />
      )}
    </>
  ),
  floorLip: () => (
    <>
      <Floor />
      <Arch />
      <Wheel />
      <Tape x1={200} y1={340} x2={200} y2={60} />
    </>
  ),
  radius: () => (
    <>
      <Floor />
      <Arch />
      <Wheel />
      <Tape x1={200} y1={340} x2={200} y2={225} />
    </>
  ),
  tyre: () => (
    <>
      <Floor />
      <Wheel y={200} r={138} />
      <Tape x1={200} y1={338} x2={200} y2={62} />
    </>
  ),
  pressure: () => (
    <>
      <Floor />
      <Wheel y={200} r={138} />
      <path d="M244 156 l60 -52" stroke={TAPE} strokeWidth="7" />
      <circle cx="326" cy="84" r="34" stroke={TAPE} />
      <path d="M326 84 l16 -18" stroke={TAPE} strokeWidth="4" />
    </>
  ),
  gap: ({ to }) => {
    const [x1, y1, x2, y2] = FROM_TREAD[to];
    return (
      <>
        <Floor />
        <Arch />
        <Wheel />
        <Tape x1={x1} y1={y1} x2={x2} y2={y2} />
      </>
    );
  },
  inner: ({ to }, state) => <InnerSide state={state} to={to} />,
  flex: FlexedAxle,
  block: () => <AxleBlock />,
  shock: () => <ShockLength />,
  lock: (_, state) => <LockAngle state={state} />,
  stop: ({ tape }) => (
    <>
      <path d="M40 60 H360 M40 84 H360" />
      <path d="M176 84 h48 l-8 62 h-32 Z" />
      <path d="M40 262 H300" strokeWidth="16" stroke="var(--rule)" />
      <path d="M172 254 h56 v-12 h-56 Z" />
      <rect x="306" y="170" width="66" height="170" rx="22" />
      {tape === 'pressed' ? (
        <>
          <path d="M220 146 H256" strokeDasharray="4 4" />
          <Tape x1={244} y1={146} x2={244} y2={84} />
        </>
      ) : tape === 'tyre' ? (
        <>
          <path d="M300 100 h80" />
          <Tape x1={339} y1={170} x2={339} y2={100} />
        </>
      ) : (
        <Tape x1={200} y1={242} x2={200} y2={146} />
      )}
    </>
  ),
  hose: ({ tape }) => (
    <>
      <path d="M30 50 H170 M30 74 H170" />
      <rect x="128" y="74" width="26" height="26" />
      <path d="M141 100 C120 220 290 180 262 284" strokeWidth="7" stroke="var(--pencil)" />
      <circle cx="272" cy="304" r="46" />
      <rect x="250" y="276" width="26" height="20" />
      {tape === 'span' && <Tape x1={262} y1={284} x2={141} y2={100} />}
      {tape === 'free' && (
        <path d="M141 100 C120 220 290 180 262 284" strokeWidth="4" stroke={TAPE} strokeDasharray="10 6" />
      )}
    </>
  ),
  bar: ({ tape }) => (
    <>
      <circle cx="90" cy="120" r="13" />
      <path d="M90 120 L290 150" strokeWidth="12" stroke="var(--rule)" />
      <path d="M90 120 L290 150" />
      <path d="M290 150 L296 290" strokeWidth="7" />
      <circle cx="290" cy="150" r="9" fill={INK} />
      <circle cx="296" cy="290" r="9" fill={INK} />
      <path d="M230 300 H370" strokeWidth="14" stroke="var(--rule)" />
      {tape === 'angle' && (
        <>
          <rect x="150" y="88" width="72" height="34" transform="rotate(8.5 186 105)" stroke={TAPE} strokeWidth="3.5" />
          <path d="M90 120 H230" strokeDasharray="6 6" stroke={TAPE} />
        </>
      )}
      {tape === 'arm' && <Tape x1={90} y1={120} x2={290} y2={150} />}
      {tape === 'link' && <Tape x1={296} y1={290} x2={290} y2={150} />}
      {tape === 'lean' && (
        <>
          <path d="M296 290 V150" strokeDasharray="6 6" stroke={TAPE} />
          <rect x="304" y="196" width="32" height="66" stroke={TAPE} strokeWidth="3.5" />
        </>
      )}
    </>
  ),
  lamp: () => (
    <>
      <Floor />
      <path d="M60 300 V150 L110 60 H300 L350 150 V300 Z" />
      <circle cx="112" cy="190" r="30" />
      <circle cx="298" cy="190" r="30" />
      <path d="M150 172 H260 M150 190 H260 M150 208 H260" stroke="var(--pencil)" />
      <rect x="54" y="280" width="44" height="60" rx="8" />
      <rect x="312" y="280" width="44" height="60" rx="8" />
      <Tape x1={112} y1={340} x2={112} y2={190} />
    </>
  ),
  load: () => (
    <>
      <Floor />
      <path d="M30 270 V190 L90 176 L140 90 H330 L362 180 V270 Z" />
      <circle cx="110" cy="282" r="56" fill="var(--panel)" />
      <circle cx="296" cy="282" r="56" fill="var(--panel)" />
      <rect x="220" y="126" width="84" height="70" stroke={TAPE} strokeWidth="4" />
      <path d="M220 161 H304 M262 126 V196" stroke={TAPE} />
    </>
  ),
  hand: () => (
    <>
      <circle cx="200" cy="180" r="130" />
      <circle cx="200" cy="180" r="92" stroke="var(--pencil)" />
      <circle cx="200" cy="180" r="34" />
      {[0, 72, 144, 216, 288].map((a) => (
        <circle
          key={a}
          cx={200 + 62 * Math.sin((a * Math.PI) / 180)}
          cy={180 - 62 * Math.cos((a * Math.PI) / 180)}
          r="10"
        />
      ))}
      <path d="M118 214 l58 62 l124 -168" stroke={TAPE} strokeWidth="9" />
    </>
  ),
};
