import type { VehicleState } from '@/core/kernel/places';
import type { DrawingOf } from '@/core/record/point';
import { Tape, TAPE } from './tapeParts';

const INK = 'var(--graphite)';
const TURNED = { 'floor-left': -14, 'floor-right': 14 } as const;

/** Where the inner sidewall of the tyre stands at a height of the drawing, turned by so many degrees. */
function sidewall(y: number, degrees: number): number {
  const [sin, cos] = [Math.sin((degrees * Math.PI) / 180), Math.cos((degrees * Math.PI) / 180)];
  const across = -43;
  const along = (y - 180 - across * sin) / cos;
  return 292 + across * cos - along * sin;
}

/** A wheel from above beside frame, arm and spring, or the hose: the tape from the tyre's side to the nearest of them. */
export function InnerSide({ state, to }: { state: VehicleState; to: DrawingOf<'inner'>['to'] }) {
  const turn = state === 'floor-left' || state === 'floor-right' ? TURNED[state] : 0;
  const hose = to === 'hose';
  // The arm ahead, the spring or the hose behind; turned right it is the rear of the tyre that comes in.
  const low = hose || turn > 0;
  const y = low ? 244 : 120;
  const end = low ? (hose ? 203 : 204) : 200;
  return (
    <>
      <path d="M70 20 V340 M92 20 V340" />
      <path d="M92 120 H184" strokeWidth="8" />
      <circle cx="190" cy="120" r="10" fill={INK} />
      {hose ? (
        <>
          <path d="M92 262 C140 286 150 236 190 244" strokeWidth="7" stroke="var(--pencil)" />
          <circle cx="195" cy="244" r="8" fill="var(--pencil)" stroke="none" />
        </>
      ) : (
        <>
          <circle cx="180" cy="244" r="24" />
          <circle cx="180" cy="244" r="11" stroke="var(--pencil)" />
        </>
      )}
      <g transform={`rotate(${turn} 292 180)`}>
        <rect x="249" y="50" width="86" height="260" rx="26" />
        <path d="M292 50 V310" strokeDasharray="6 7" stroke="var(--pencil)" />
      </g>
      <Tape x1={sidewall(y, turn)} y1={y} x2={end} y2={y} />
    </>
  );
}

/** An axle on the ramp from behind: one wheel up in its arch, the other hanging; the tape at the one that is asked for. */
export function FlexedAxle({ tape }: DrawingOf<'flex'>) {
  const wheel = (x: number, y: number) => (
    <>
      <rect x={x - 30} y={y - 66} width="60" height="132" rx="20" />
      <circle cx={x} cy={y} r="6" fill={INK} />
    </>
  );
  const across = tape === 'across';
  return (
    <>
      <path d="M16 345 L60 265 H124 L168 345 Z" fill="var(--rule)" stroke="var(--rule)" strokeWidth="3" />
      <path d="M10 346 H390" stroke="var(--rule)" strokeWidth="5" />
      <path d="M40 62 H122 V96 M278 96 V62 H360 M122 62 H278" />
      <path d="M92 196 L308 262" strokeWidth="9" />
      {wheel(92, 196)}
      {wheel(308, 262)}
      {tape === 'lock' ? (
        <path d="M44 250 A60 26 0 0 0 140 250 M44 250 l2 -14 M140 250 l-2 -14" stroke={TAPE} strokeWidth="4" />
      ) : (
        <Tape x1={across ? 308 : 92} y1={across ? 262 : 196} x2={across ? 308 : 92} y2={62} />
      )}
    </>
  );
}

/** Leaf, block and axle tube from the side. */
export const AxleBlock = () => (
  <>
    <path d="M20 128 Q200 196 380 128" strokeWidth="7" />
    <path d="M60 152 Q200 206 340 152" strokeWidth="7" />
    <rect x="158" y="192" width="84" height="44" stroke={TAPE} strokeWidth="4" />
    <circle cx="200" cy="276" r="40" />
    <path d="M150 140 V318 M250 140 V318 M138 318 H262" stroke="var(--pencil)" strokeWidth="5" />
  </>
);

/** A shock from eye to eye. */
export const ShockLength = () => (
  <>
    <circle cx="200" cy="50" r="14" />
    <circle cx="200" cy="312" r="14" />
    <path d="M200 64 V150" strokeWidth="6" />
    <path d="M170 120 h60 v30 h-60 Z" />
    <rect x="174" y="150" width="52" height="148" />
    <Tape x1={200} y1={312} x2={200} y2={50} />
  </>
);

/** A wheel from above turned to full lock against the line straight ahead. */
export function LockAngle({ state }: { state: VehicleState }) {
  const turn = state === 'floor-right' ? 32 : -32;
  const [x, y] = [200 + 150 * Math.sin((turn * Math.PI) / 180), 200 - 150 * Math.cos((turn * Math.PI) / 180)];
  return (
    <>
      <path d="M200 20 V340" stroke="var(--chalk)" strokeDasharray="8 6" />
      <g transform={`rotate(${turn} 200 200)`}>
        <rect x="160" y="80" width="80" height="240" rx="24" />
        <path d="M200 80 V320" strokeDasharray="6 7" stroke="var(--pencil)" />
      </g>
      <path d={`M200 50 A150 150 0 0 ${turn > 0 ? 1 : 0} ${x} ${y}`} stroke={TAPE} strokeWidth="5" />
    </>
  );
}
