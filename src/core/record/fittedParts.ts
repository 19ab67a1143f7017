import type { ChangeKind } from '../document/changes';
import type { JobDocument, Vehicle } from '../document/job';
import { PLACE_NAME, axleAt, isCorner, type Axle, type Place } from '../kernel/places';
import type { SuspensionKind } from '../document/suspensionKind';
import type { Book } from './book';
import { STATIONS, type StationId } from './station';

/** A part of a vehicle that can be fitted, moved or set, and the kind of change that doing so is. */
export interface FittedPart {
  id: string;
  name: string;
  kind: ChangeKind;
  /** One a wheel, one an axle, or one a vehicle. */
  at: 'corner' | 'axle' | 'vehicle';
  /** Whether this vehicle has it at that end; left out, every one has it. */
  on?(vehicle: Vehicle, axle: Axle): boolean;
}

/** The suspension of a vehicle at one end. */
export const suspensionAt = (vehicle: Vehicle, axle: Axle): SuspensionKind =>
  axle === 'front' ? vehicle.frontSuspension : vehicle.rearSuspension;

/** The parts that can be named at a place of this vehicle, by station: at an axle those of both its wheels too. */
export function partsAt(
  book: Book,
  vehicle: Vehicle,
  place: Place,
): { station: StationId; parts: readonly FittedPart[] }[] {
  const axle = axleAt(place);
  const there = (part: FittedPart): boolean =>
    axle === null
      ? part.at === 'vehicle'
      : part.at !== 'vehicle' && !(isCorner(place) && part.at === 'axle') && (part.on?.(vehicle, axle) ?? true);
  const by = new Map<StationId, FittedPart[]>();
  for (const { station, fitted } of book.subjects)
    for (const part of fitted ?? []) if (there(part)) by.set(station, [...(by.get(station) ?? []), part]);
  return STATIONS.flatMap(({ id }) => {
    const parts = by.get(id);
    return parts ? [{ station: id, parts }] : [];
  });
}

/** The part of that id; undefined where a change names one in words. */
export const partById = (book: Book, id: string): FittedPart | undefined =>
  book.subjects.flatMap((s) => s.fitted ?? []).find((part) => part.id === id);

/** "Track bar, front axle", "coil spring, rear left, used"; the words alone where it names no part. */
export function saidOf(book: Book, change: { place?: Place | undefined; part?: string | undefined }): string {
  const name = change.part === undefined ? '' : (partById(book, change.part)?.name ?? change.part);
  const where = change.place === undefined || change.place === 'vehicle' ? '' : PLACE_NAME[change.place].toLowerCase();
  return [name, where].filter(Boolean).join(', ');
}

/** Why a change cannot be of that part there, as a sentence; null where it can. */
export function partFault(
  book: Book,
  { vehicle }: Pick<JobDocument, 'vehicle'>,
  change: { kind: ChangeKind; place?: Place | undefined; part?: string | undefined },
): string | null {
  const part = change.part === undefined ? undefined : partById(book, change.part);
  if (!part) return null;
  if (part.kind !== change.kind) return `${part.name}: that is no change of this kind.`;
  const axle = axleAt(change.place ?? 'vehicle');
  if (part.at === 'vehicle') return axle === null ? null : `${part.name}: one a vehicle, not one an axle.`;
  if (axle === null) return `${part.name}: say at which axle or wheel.`;
  if (part.at === 'axle' && isCorner(change.place ?? 'vehicle')) return `${part.name}: one an axle, not one a wheel.`;
  return (part.on?.(vehicle, axle) ?? true) ? null : `This vehicle has no ${part.name.toLowerCase()} at the ${axle}.`;
}
