import type { Axle } from '../../kernel/places';
import { figuresAt } from '../../suspension/lengths';
import { armLengths, centringTrackBar, neutralSwayLink, straightDragLink } from '../../suspension/lengths';
import type { StagedEnd } from './stages';
import { stateOf } from './stages';

/** A length that would put something right at the heights of a stage. mm. */
export interface Correction {
  axle: Axle;
  /** "Track bar", and what it puts right. */
  part: string;
  puts: string;
  /** mm to add to the part as it is in this geometry. */
  add: number;
}

/**
 * The lengths that bring an end back at the heights of a stage: axle under the middle, sway bar neutral, steering
 * straight, caster as it was with the axle in its place.
 *
 * @param before the same end as it came, for the caster to go back to
 */
export function corrections(end: StagedEnd, before: StagedEnd): Correction[] {
  const state = stateOf(end);
  if (!state || end.fault || before.fault) return [];
  const out: Correction[] = [];
  const add = (part: string, puts: string, amount: number | null) => {
    if (amount !== null && Number.isFinite(amount)) out.push({ axle: end.axle, part, puts, add: amount });
  };
  const e = end.end;
  if (e.type !== 'double-wishbone') {
    add('Track bar', 'the axle back under the middle', centringTrackBar(e, state));
    add('Drag link', 'the wheels straight, steering centred', straightDragLink(e, state));
    const caster = figuresAt(before.end, { left: 0, right: 0 }, ['left.caster'])?.[0] ?? NaN;
    if (e.type === 'link-axle' && Number.isFinite(caster)) {
      const ids = (which: string) => e.links.filter((l) => l.id.startsWith(which)).map((l) => l.id);
      const found = armLengths(
        e,
        ids('lower'),
        ids('upper'),
        { figure: 'left.caster', value: caster, foreAft: 0 },
        state,
      );
      add('Lower links, both', 'caster against the body and the axle’s place as before', found?.lower ?? null);
      add('Upper links, both', 'caster against the body and the axle’s place as before', found?.upper ?? null);
    }
  }
  for (const side of ['left', 'right'] as const)
    add(`Sway link, ${side}`, 'the bar’s arm back to where it stood', neutralSwayLink(e, side, state));
  return out;
}
