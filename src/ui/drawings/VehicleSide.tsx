import type { Vehicle } from '@/core/document/job';
import type { CornerStance } from '@/core/subjects/stance/cornerStances';
import { sideShape } from '@/core/subjects/stance/vehicleShape';

/** Lips assumed for the drawing where none was read, mm; the posts then show no tick. */
const UNREAD = { front: 470, rear: 490 };

/** The vehicle from its left side, from its own numbers, with the posts of the two left corners. */
export function VehicleSide({
  vehicle,
  corners,
  height,
  posts = true,
}: {
  vehicle: Vehicle;
  corners: readonly CornerStance[];
  height: number;
  posts?: boolean;
}) {
  const of = (corner: string) => corners.find((c) => c.corner === corner);
  const lip = (corner: 'FL' | 'RL', unread: number) => of(corner)?.after?.value ?? of(corner)?.before?.value ?? unread;
  const shape = sideShape(vehicle, { front: lip('FL', UNREAD.front), rear: lip('RL', UNREAD.rear) });
  const hubs = [
    { x: 0, corner: of('FL') },
    { x: shape.wheelbase, corner: of('RL') },
  ];
  return (
    <svg
      height={height}
      viewBox={`${shape.left} ${-shape.top} ${shape.width} ${shape.top + 40}`}
      className="max-w-full"
      aria-hidden="true"
    >
      <line x1={shape.left} x2={shape.left + shape.width} y1={0} y2={0} stroke="var(--rule)" strokeWidth="14" />
      <g fill="var(--panel)" stroke="var(--graphite)" strokeWidth="18" strokeLinejoin="round">
        <path d={shape.body} />
        {shape.windows.map((d) => (
          <path key={d} d={d} strokeWidth="13" />
        ))}
        {hubs.map(({ x }) => (
          <g key={x}>
            <circle cx={x} cy={-shape.radius} r={shape.radius} />
            <circle cx={x} cy={-shape.radius} r={shape.radius * 0.56} />
            <circle cx={x} cy={-shape.radius} r={30} fill="var(--graphite)" />
          </g>
        ))}
      </g>
      {posts && hubs.map(({ x, corner }) => corner && <Post key={x} x={x} hub={shape.radius} corner={corner} />)}
    </svg>
  );
}

/** One height post in mm: tape from the hub up, chalk tick before, dashed plan, painted notch after. */
function Post({ x, hub, corner }: { x: number; hub: number; corner: CornerStance }) {
  const y = (value: number) => -(hub + value);
  return (
    <g>
      <line x1={x} x2={x} y1={-hub} y2={y(720)} stroke="var(--graphite)" strokeWidth="10" />
      {Array.from({ length: 14 }, (_, i) => (
        <line
          key={i}
          x1={x}
          x2={x + (i % 2 ? 40 : 70)}
          y1={y(50 * (i + 1))}
          y2={y(50 * (i + 1))}
          stroke="var(--pencil)"
          strokeWidth="6"
        />
      ))}
      {corner.before && (
        <line
          x1={x - 95}
          x2={x + 95}
          y1={y(corner.before.value)}
          y2={y(corner.before.value)}
          stroke="var(--chalk)"
          strokeWidth="24"
        />
      )}
      {corner.plan !== null && (
        <line
          x1={x - 130}
          x2={x + 130}
          y1={y(corner.plan)}
          y2={y(corner.plan)}
          stroke="var(--graphite)"
          strokeWidth="14"
          strokeDasharray="40 26"
        />
      )}
      {corner.after && <path d={`M ${x} ${y(corner.after.value)} l 120 -62 v 124 Z`} fill="var(--graphite)" />}
    </g>
  );
}
