import { K } from '../../../kernel/uncertainty/propagate';
import type { Tyre } from '../../../suspension/schema';
import { poke } from '../../tyre/change';
import { planeMoves, rimFault, type Mounted } from '../../tyre/wheel';
import { judgedGrade, rowsIn, type SweptCorner } from './sweptCorner';
import { inGrade, type GradeName } from './poses';
import type { ClearanceObstacle, ObstacleResult } from './problem';
import { profileGap, profileOf, type Profile } from './profile';

/** A tyre that could be put on. mm; price of four in the shop's money. */
export interface TyreChoice {
  name: string;
  diameter: number;
  sectionWidth: number;
  shoulderRadius: number;
  rimDiameter: number | null;
  price: number | null;
}
/** A wheel that could be put on. mm. */
export interface WheelChoice {
  name: string;
  offset: number;
  rimWidth: number | null;
  rimDiameter: number | null;
  price: number | null;
}
/** A spacer, both sides of an axle; 0 for none. */
export interface SpacerChoice {
  thickness: number;
  price: number | null;
}
export interface StopChoice {
  /** mm that the wheel's bump travel is shortened. */
  extra: number;
  price: number | null;
}
/** What the finder goes through: every one of each with every one of the others. */
export interface FinderLists {
  tyres: readonly TyreChoice[];
  wheels: readonly WheelChoice[];
  spacers: readonly SpacerChoice[];
  stops: readonly StopChoice[];
}

/** A corner ready to be asked: swept at one lift, with what the exact judgement said of each obstacle. */
export interface SweptLiftCorner {
  swept: SweptCorner;
  /** Of the tyre swept with; the uncertainty of each obstacle is taken over from it. */
  results: readonly ObstacleResult[];
  /** mm outboard of the hub centre where the fender's edge is at rest; null where no lip was measured. */
  fenderEdge: number | null;
}
export interface SweptLift {
  lift: number;
  price: number | null;
  corners: readonly SweptLiftCorner[];
}

export interface FinderRules {
  /** The promised grade; not above the one that was swept, which is Crossed. */
  grade: GradeName;
  /** The wheel now mounted: the geometry's plane belongs to it. */
  fitted: Mounted;
  /** How much trimming still counts as fitting. */
  trimming: 'none' | 'unseen' | 'any';
}

/** One combination and what became of it. */
export interface Candidate {
  tyre: number;
  wheel: number;
  spacer: number;
  stop: number;
  lift: number;
  /** `fits`: everything reads Clear. `close`: nothing reads Stop. */
  outcome: 'fits' | 'close' | 'refused';
  /** mm to be cut or moved, the deepest single cut; and what. */
  trim: number;
  trims: readonly { id: string; by: number }[];
  /** mm past the fender’s edge at the worse side, minus where tucked under it; null where no lip was measured. */
  poke: number | null;
  cost: number | null;
  /** The obstacle that stands first in the way, and by how much it falls short of Clear with its uncertainty. */
  first: { id: string; short: number } | null;
  /** Why it was not even tried. */
  impossible: string | null;
}

/** Trims that are out of sight: of liners and shields. */
const unseen = (o: ClearanceObstacle): boolean => o.soft;

/** The most that may be done to an obstacle, mm. What nobody measured is not counted on. */
function mayGive(o: ClearanceObstacle, trimming: FinderRules['trimming']): number {
  if (!o.gives || o.givesBy === null || trimming === 'none') return 0;
  return trimming === 'any' || unseen(o) ? o.givesBy : 0;
}

interface Asked {
  obstacle: ClearanceObstacle;
  index: number;
  /** Room that reads Clear, and room below which it reads Stop; both with the uncertainty on top. */
  clear: number;
  stop: number;
  gives: number;
}

/**
 * Goes through tyres, wheels, spacers, stops and lifts, answering each from the ready maps without another pose.
 * `step` works some and comes back. Source of the map: docs/figures.md "Swept map".
 */
export class FitFinder {
  readonly total: number;
  readonly found: Candidate[] = [];
  private next = 0;
  private readonly asked: readonly (readonly (readonly Asked[])[])[];
  private readonly profiles = new Map<string, Profile>();

  constructor(
    private readonly lifts: readonly SweptLift[],
    readonly lists: FinderLists,
    private readonly rules: FinderRules,
  ) {
    const { tyres, wheels, spacers, stops } = lists;
    this.total = lifts.length * tyres.length * wheels.length * spacers.length * stops.length;
    this.asked = lifts.map((lift) =>
      lift.corners.map(({ swept, results }) =>
        swept.problem.obstacles
          .flatMap((obstacle, index) => {
            const result = results.find((r) => r.id === obstacle.id);
            if (!result) return [];
            const { clear, stop } = result.limit;
            return [
              {
                obstacle,
                index,
                clear: clear + K * result.u,
                stop: stop + (result.safetyCritical ? K * result.u : 0),
                gives: mayGive(obstacle, rules.trimming),
                margin: result.margin,
              },
            ];
          })
          // What stood in the way of the one tyre will likely stand in the way of others: asked first, the rest is short.
          .sort((a, b) => a.margin - b.margin),
      ),
    );
  }

  get done(): number {
    return this.next;
  }

  step(most: number): boolean {
    const { tyres, wheels, spacers, stops } = this.lists;
    const end = Math.min(this.total, this.next + most);
    for (; this.next < end; this.next++) {
      let n = this.next;
      const pick = (length: number): number => {
        const i = n % length;
        n = (n - i) / length;
        return i;
      };
      const [stop, spacer, wheel, tyre] = [
        pick(stops.length),
        pick(spacers.length),
        pick(wheels.length),
        pick(tyres.length),
      ];
      this.found.push(this.try(tyre, wheel, spacer, stop, n));
    }
    return this.next < this.total;
  }

  all(): this {
    this.step(this.total);
    return this;
  }

  private profile(lift: number, corner: number, index: number, extra: number): Profile {
    const key = `${lift}/${corner}/${index}/${extra}`;
    const kept = this.profiles.get(key);
    if (kept) return kept;
    const { swept } = this.lifts[lift]?.corners[corner] as SweptLiftCorner;
    const made = profileOf(swept.map, index, this.rowsWithin(swept, index, extra));
    this.profiles.set(key, made);
    return made;
  }

  /** Travel steps that are left when the stop is longer, of the grade the obstacle is judged at. */
  private rowsWithin(swept: SweptCorner, index: number, extra: number): number[] {
    const { problem, map } = swept;
    const obstacle = problem.obstacles[index];
    const grade = obstacle ? judgedGrade(obstacle, this.rules.grade) : 'Crossed';
    if (extra === 0) return rowsIn(map, grade);
    const top = problem.own.bump - extra;
    const acrossTop = problem.across.bump - extra;
    const street = problem.own.rest + problem.rules.streetBump * (top - problem.own.rest);
    // Both wheels go in proportion, so the one across ends a little off where their travels differ.
    const tolerance = 0.01;
    const acrossTolerance = 1 + 0.1 * extra;
    return map.rows.flatMap((row, i) => {
      if (!inGrade(row, grade)) return [];
      // The street's own top comes down with the stop.
      const limit = row.grade === 'Street' && grade === 'Street' ? street + tolerance : top + tolerance;
      return row.own <= limit && row.across <= acrossTop + acrossTolerance ? [i] : [];
    });
  }

  private try(t: number, w: number, sp: number, st: number, l: number): Candidate {
    const tyre = this.lists.tyres[t] as TyreChoice;
    const wheel = this.lists.wheels[w] as WheelChoice;
    const spacer = this.lists.spacers[sp] as SpacerChoice;
    const stop = this.lists.stops[st] as StopChoice;
    const lift = this.lifts[l] as SweptLift;
    const prices = [
      tyre.price,
      wheel.price,
      spacer.thickness > 0 ? spacer.price : 0,
      stop.extra > 0 ? stop.price : 0,
      lift.lift !== 0 ? lift.price : 0,
    ];
    const out: Candidate = {
      tyre: t,
      wheel: w,
      spacer: sp,
      stop: st,
      lift: l,
      outcome: 'refused',
      trim: 0,
      trims: [],
      poke: null,
      cost: prices.some((p) => p === null) ? null : prices.reduce<number>((sum, p) => sum + (p ?? 0), 0),
      first: null,
      impossible: impossibleOn(tyre, wheel),
    };
    if (out.impossible) return out;
    const moves = planeMoves(this.rules.fitted, { offset: wheel.offset, spacer: spacer.thickness });
    const trims = new Map<string, number>();
    let worst = null as { id: string; short: number; level: number } | null;
    lift.corners.forEach(({ swept, fenderEdge }, c) => {
      const plane = swept.problem.tyre.planeOffset + moves;
      const solid: Tyre = { ...tyre, planeOffset: plane };
      if (fenderEdge !== null) out.poke = Math.max(out.poke ?? -Infinity, poke(plane, tyre.sectionWidth, fenderEdge));
      for (const asked of this.asked[l]?.[c] ?? []) {
        const profile = this.profile(l, c, asked.index, stop.extra);
        // Once refused, only what stands still more in the way is of interest.
        const enough = worst && worst.level === 1 ? Math.min(asked.stop, asked.clear - worst.short) : asked.clear;
        const gap = profileGap(profile, solid, plane, 0, enough);
        if (gap >= enough) continue;
        const trim = asked.gives > 0 && enough === asked.clear ? trimFor(profile, solid, plane, asked) : null;
        if (trim !== null) {
          trims.set(asked.obstacle.id, Math.max(trim, trims.get(asked.obstacle.id) ?? 0));
          continue;
        }
        const short = asked.clear - gap;
        const level = gap < asked.stop ? 1 : 0;
        if (!worst || level > worst.level || (level === worst.level && short > worst.short))
          worst = { id: asked.obstacle.id, short, level };
      }
    });
    const stood = worst;
    out.trims = [...trims].map(([id, by]) => ({ id, by }));
    out.trim = Math.max(0, ...trims.values());
    out.first = stood && { id: stood.id, short: stood.short };
    out.outcome = !stood ? 'fits' : stood.level === 0 ? 'close' : 'refused';
    return out;
  }
}

function impossibleOn(tyre: TyreChoice, wheel: WheelChoice): string | null {
  if (tyre.rimDiameter !== null && wheel.rimDiameter !== null && Math.abs(tyre.rimDiameter - wheel.rimDiameter) > 3)
    return `a tyre for a ${Math.round(tyre.rimDiameter / 25.4)} in wheel does not go on one of ${Math.round(wheel.rimDiameter / 25.4)} in`;
  return wheel.rimWidth === null ? null : rimFault(tyre.sectionWidth, wheel.rimWidth);
}

/** The least whole-mm trim that reads Clear; null where not even all that may be cut does. */
function trimFor(profile: Profile, tyre: Tyre, plane: number, asked: Asked): number | null {
  const clears = (trim: number) => profileGap(profile, tyre, plane, trim, asked.clear) >= asked.clear;
  if (!clears(asked.gives)) return null;
  let [low, high] = [0, asked.gives];
  while (high - low > 0.5) {
    const middle = (low + high) / 2;
    if (clears(middle)) high = middle;
    else low = middle;
  }
  return Math.min(asked.gives, Math.ceil(high));
}
