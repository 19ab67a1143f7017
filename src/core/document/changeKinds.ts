import type { ChangeKind } from './changes';
import type { Phrase } from '../kernel/phrase';
import type { Change, Vehicle } from './job';
import { isBeam } from './job';

/** Adjusters of the front axle that turn or move it, whatever they were set for, by their ids. */
const MOVES_AXLE: Readonly<Record<string, ChangeKind>> = {
  arms: 'track-bar-or-arm',
  'arm-brackets': 'track-bar-or-arm',
  'bush-left': 'track-bar-or-arm',
  'bush-right': 'track-bar-or-arm',
  wedges: 'shim',
};
const isCam = (adjuster: string): boolean => /^(upper-)?cam-/.test(adjuster);
type Made = Pick<Change, 'kind' | 'setting'>;
type On = Pick<Vehicle, 'frontSuspension'>;

/**
 * The kinds that a recorded change counts as: its own, and where an adjuster that turns or moves the axle was set, arm or
 * shim as well: the pinion goes with it. Source: docs/figures.md "What a change makes stale".
 *
 * @example kindsOf({ kind: 'alignment', setting: { adjuster: 'wedges', … } }, vehicle) // ['alignment', 'shim']
 */
export function kindsOf({ kind, setting }: Made, vehicle: On): readonly ChangeKind[] {
  if (!setting) return [kind];
  const more =
    MOVES_AXLE[setting.adjuster] ??
    (isCam(setting.adjuster) && isBeam(vehicle.frontSuspension) ? 'track-bar-or-arm' : null);
  return more === null || more === kind ? [kind] : [kind, more];
}

/** Whether a change counts as one of those kinds. */
export const countsAs = (change: Made, vehicle: On, kinds: readonly ChangeKind[]): boolean =>
  kindsOf(change, vehicle).some((kind) => kinds.includes(kind));

/** Whether it set a cam of a wishbone, which moves its wheel fore and aft: every gap there goes with it. */
export const movesWheel = ({ setting }: Made, vehicle: On): boolean =>
  setting !== undefined && isCam(setting.adjuster) && !isBeam(vehicle.frontSuspension);

/** A change that stands on the vehicle and in no record, as it counts among those that were recorded. */
export type RaisedChange = Change & { why: Phrase; asked?: string };
/** No change that was filed has such an id: theirs are UUIDs. */
export const RAISED = 'raised/';
export const isRaised = (change: Pick<Change, 'id'>): change is RaisedChange => change.id.startsWith(RAISED);
/** What was recorded by somebody. */
export const recorded = ({ changes }: { readonly changes: readonly Change[] }): Change[] =>
  changes.filter((change) => !isRaised(change));
