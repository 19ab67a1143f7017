import { movesWheel } from '../../document/changeKinds';
import type { ChangeKind } from '../../document/changes';
import { isBeam, type JobDocument } from '../../document/job';
import { AXLES, axleOf, isCorner, type Axle, type Corner, type Place, type VehicleState } from '../../kernel/places';
import { latestStanding } from '../../record/figures';
import { changedSince } from '../../record/pointRules';
import { FRONT, REAR, spots } from '../../record/point';

type At = { place: Place; state: VehicleState };

/** Axles whose gap at bump can be worked: a beam from the tape, a coil-over wishbone with the geometry's motion ratio. */
export const bumpAxles = (job: JobDocument): Axle[] =>
  AXLES.filter((axle) => {
    const kind = axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension;
    return isBeam(kind) || kind === 'wishbone-coil-over';
  });
export const bumpCorners = (job: JobDocument): Corner[] =>
  bumpAxles(job).flatMap((axle) => (axle === 'front' ? FRONT : REAR));
/** Where the brake hoses are: one a front wheel; at the rear one a wheel or one for the axle. */
export const hosePlaces = (job: JobDocument): Place[] =>
  job.vehicle.rearHose === 'centre' ? ['FL', 'FR', 'rear'] : ['FL', 'FR', 'RL', 'RR'];
export const hoseSpots = (job: JobDocument): At[] => [
  ...spots(hosePlaces(job), 'droop'),
  ...spots(FRONT, 'droop-left', 'droop-right'),
];

/** Whether wheel and tyre stay as they are: of the maker's size as it came, and no other asked for. */
export const wheelsStay = (job: JobDocument): boolean =>
  job.fitments.asked === null &&
  job.job.wantedTyre.trim() === '' &&
  latestStanding(job, 'tyreOfMaker', (r) => r.gate === 'before')?.text === 'size';

/**
 * Whether a shaft runs to that axle, and bears on the lift. A front differential on the body keeps its shaft as it is
 * unless case or differential was moved.
 */
export function hasTrain(job: JobDocument, axle: Axle): boolean {
  const { frontSuspension, rearSuspension, drive } = job.vehicle;
  if (axle === 'rear') return isBeam(rearSuspension);
  if (drive === 'rear') return false;
  if (isBeam(frontSuspension)) return true;
  const lowered = (job.kit?.patches ?? []).some((p) => p.kind === 'lowered-crossmember' && p.axle === 'front');
  return drive !== null && (lowered || changedSince(job, 'case-or-bearing'));
}

/** A shock that carries the spring holds the vehicle up: another one, other heights. Source: docs/figures.md "What a change makes stale". */
export const shockHolds = (job: JobDocument, { place }: { place: Place }): readonly ChangeKind[] => {
  const axle = isCorner(place) ? axleOf(place) : place;
  const kind = axle === 'front' ? job.vehicle.frontSuspension : job.vehicle.rearSuspension;
  return kind === 'wishbone-coil-over' ? ['shock-or-strap'] : [];
};
/**
 * Turned wheels stand where the steering puts them; straight ahead they do not move with it, but with a wishbone's cams.
 */
export const steeringMoves = (job: JobDocument, { state }: { state: VehicleState }): readonly ChangeKind[] =>
  state !== 'floor' || job.changes.some((c) => movesWheel(c, job.vehicle)) ? ['alignment'] : [];
