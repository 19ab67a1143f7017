import type { Verdict } from '@/core/record/checks/types';
import { PLACE_NAME, type Corner } from '@/core/kernel/places';
import type { Vehicle } from '@/core/document/job';
import type { CornerStance } from '@/core/subjects/stance/cornerStances';
import { Arm } from './drawings/Arm';
import { VehicleFront } from './drawings/VehicleFront';
import { VehicleSide } from './drawings/VehicleSide';
import { Figure } from './Figure';

/** The vehicle from side and front, its four heights beside it: it stays through every gate. */
export function VehicleBand({
  vehicle,
  corners,
  verdicts,
  slim = false,
}: {
  vehicle: Vehicle;
  corners: readonly CornerStance[];
  /** Of which the lifts against plan are shown. */
  verdicts: readonly Pick<Verdict, 'check' | 'place' | 'verdict'>[];
  /** Half as high, where another drawing is the work in hand. */
  slim?: boolean;
}) {
  const height = slim ? 62 : 128;
  const cell = (corner: Corner) => (
    <CornerCell
      corner={corners.find((c) => c.corner === corner)}
      verdict={verdicts.find((v) => v.check === 'lift-against-plan' && v.place === corner)}
      slim={slim}
    />
  );
  return (
    <section
      aria-label="Vehicle and ride heights"
      className={`no-print border-b border-rule px-5 ${slim ? 'py-1' : 'py-2'}`}
    >
      <div className="grid grid-cols-2 items-center gap-x-5 gap-y-2 lg:grid-cols-[auto_minmax(0,1fr)_auto_1px_auto_minmax(0,220px)_auto]">
        {cell('FL')}
        <div className="hidden justify-center lg:flex">
          <VehicleSide vehicle={vehicle} corners={corners} height={height} />
        </div>
        {cell('RL')}
        <div className={`hidden bg-rule lg:block ${slim ? 'h-12' : 'h-28'}`} />
        {cell('FR')}
        <div className="hidden justify-center lg:flex">
          <VehicleFront vehicle={vehicle} corners={corners} height={height} />
        </div>
        {cell('RR')}
      </div>
    </section>
  );
}

interface CellProps {
  corner: CornerStance | undefined;
  verdict: Pick<Verdict, 'verdict'> | undefined;
  slim: boolean;
}

function CornerCell({ corner, verdict, slim }: CellProps) {
  if (!corner) return null;
  const latest = corner.after ?? corner.before;
  if (slim)
    return (
      <div className="min-w-28">
        <p className="text-sm font-semibold text-pencil">{PLACE_NAME[corner.corner]}</p>
        <p className={corner.after ? 'font-bold text-graphite' : latest ? 'text-chalk' : 'text-pencil'}>
          {latest ? (
            <>
              <span className="sr-only">{corner.after ? 'after ' : 'before '}</span>
              <Figure quantity="length" value={latest.value} />
            </>
          ) : (
            'to read'
          )}
        </p>
      </div>
    );
  return (
    <div className="min-w-28">
      <p className="text-sm font-semibold text-pencil">{PLACE_NAME[corner.corner]}</p>
      {corner.before ? (
        <p className="text-chalk">
          <span className="sr-only">before </span>
          <Figure quantity="length" value={corner.before.value} />
        </p>
      ) : (
        <p className="text-pencil">to read</p>
      )}
      {corner.after && (
        <p className="text-lg font-bold text-graphite">
          <span className="sr-only">after </span>
          <Figure quantity="length" value={corner.after.value} />
        </p>
      )}
      {corner.rise && (
        <p className="flex items-center gap-2 text-sm">
          <Figure quantity="length" value={corner.rise.value} signed />
          {verdict && verdict.verdict !== 'Not measured' && (
            <>
              <Arm verdict={verdict.verdict} size={20} />
              <span className="sr-only">{verdict.verdict}</span>
            </>
          )}
        </p>
      )}
      {!corner.after && corner.plan !== null && (
        <p className="text-sm">
          <span className="text-pencil">plan </span>
          <Figure quantity="length" value={corner.plan} />
        </p>
      )}
    </div>
  );
}
