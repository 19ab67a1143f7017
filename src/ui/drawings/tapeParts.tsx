/** The ink of a tape or gauge in a drawing of where it goes. */
export const TAPE = 'var(--paint)';

/** A wheel from the side. */
export const Wheel = ({ x = 200, y = 225, r = 115 }: { x?: number; y?: number; r?: number }) => (
  <>
    <circle cx={x} cy={y} r={r} />
    <circle cx={x} cy={y} r={r * 0.58} />
    <circle cx={x} cy={y} r={r * 0.17} />
  </>
);

/** A tape between two points with a hook at its start and sixteenths along it. */
export function Tape({ x1, y1, x2, y2 }: { x1: number; y1: number; x2: number; y2: number }) {
  const length = Math.hypot(x2 - x1, y2 - y1);
  const angle = (Math.atan2(y2 - y1, x2 - x1) * 180) / Math.PI;
  return (
    <g transform={`translate(${x1} ${y1}) rotate(${angle})`} stroke={TAPE}>
      <line x1="0" x2={length} y1="0" y2="0" strokeWidth="5" />
      <line x1={length} x2={length} y1="-12" y2="12" strokeWidth="5" />
      {Array.from({ length: Math.floor(length / 12) }, (_, i) => (
        <line key={i} x1={12 * (i + 1)} x2={12 * (i + 1)} y1="2" y2={i % 4 === 3 ? 16 : 9} strokeWidth="1.8" />
      ))}
      <circle cx="0" cy="0" r="7" fill={TAPE} stroke="none" />
    </g>
  );
}
