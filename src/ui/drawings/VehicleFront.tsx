import type { Vehicle } from '@/core/document/job';
import type { CornerStance } from '@/core/subjects/stance/cornerStances';

/** The vehicle from the front, from its own numbers: a lean to one side shows as measured, drawn three times as large. */
export function VehicleFront({
  vehicle,
  corners,
  height,
}: {
  vehicle: Vehicle;
  corners: readonly CornerStance[];
  height: number;
}) {
  const of = (corner: string) => corners.find((c) => c.corner === corner);
  const now = (corner: string) => of(corner)?.after?.value ?? of(corner)?.before?.value;
  const left = now('FL');
  const right = now('FR');
  const radius = vehicle.tyreDiameter / 2;
  const half = vehicle.trackFront / 2;
  const width = radius * 0.32;
  const middle = radius + ((left ?? 470) + (right ?? left ?? 470)) / 2;
  const lean =
    left !== undefined && right !== undefined
      ? (Math.atan((left - right) / vehicle.trackFront) * 180 * 3) / Math.PI
      : 0;
  const roof = middle + (vehicle.body === 'van' ? 940 : 620);
  return (
    <svg
      height={height}
      viewBox={`${-half - 420} ${-roof - 80} ${2 * half + 840} ${roof + 120}`}
      className="max-w-full"
      aria-hidden="true"
    >
      <line x1={-half - 420} x2={half + 420} y1={0} y2={0} stroke="var(--rule)" strokeWidth="14" />
      <g fill="var(--panel)" stroke="var(--graphite)" strokeWidth="17" strokeLinejoin="round">
        {/* Seen from ahead, the vehicle's right wheel stands on the left of the picture. */}
        <g transform={`rotate(${lean.toFixed(3)} 0 ${-middle})`}>
          <path
            d={`M ${-half + 40} ${-(middle - 250)} L ${-half - 110} ${-(middle - 200)} L ${-half - 90} ${-(middle + 200)} L ${-half + 170} ${-roof} L ${half - 170} ${-roof} L ${half + 90} ${-(middle + 200)} L ${half + 110} ${-(middle - 200)} L ${half - 40} ${-(middle - 250)} Z`}
          />
          <path
            d={`M ${-half + 60} ${-(middle + 235)} L ${-half + 215} ${-(roof - 60)} L ${half - 215} ${-(roof - 60)} L ${half - 60} ${-(middle + 235)} Z`}
            strokeWidth="12"
          />
        </g>
        <line x1={-half} x2={half} y1={-radius} y2={-radius} strokeWidth="34" />
        {[-half, half].map((x) => (
          <rect key={x} x={x - width} y={-2 * radius} width={2 * width} height={2 * radius} rx="60" />
        ))}
      </g>
    </svg>
  );
}
