import type { LimitFigure, SetLimit } from './checks/limit';
import type { CheckDefinition, Verdict } from './checks/types';
import { LEADS_WORDS } from './leadsWords';
import type { PlainGroup } from './plain';
import type { Point } from './point';
import type { OwnRoute } from './route';
import type { StationId } from './station';
import type { EntryKind } from './entryKind';
import type { LeadsLine, PlanPart, Subject } from './subject';

/** Everything there is, by subject and by id: made once from the one list of subjects, and passed with the workings. */
export class Book {
  readonly points: readonly Point[];
  readonly checks: readonly CheckDefinition[];
  readonly limits: readonly LimitFigure[];
  readonly leadsLines: readonly LeadsLine[];
  readonly routes: readonly OwnRoute[];
  readonly planParts: readonly PlanPart[];
  readonly entryKinds: readonly EntryKind[];
  private readonly pointsById: ReadonlyMap<string, Point>;
  private readonly limitsById: ReadonlyMap<string, LimitFigure>;
  private readonly kinds: ReadonlyMap<string, EntryKind>;
  private readonly parts: ReadonlyMap<string, PlanPart>;
  private readonly subjectsByPoint: ReadonlyMap<string, Subject>;
  private readonly stationsByCheck: ReadonlyMap<string, StationId>;
  private readonly plain: ReadonlyMap<string, PlainGroup>;
  private readonly magnitudes: ReadonlySet<string>;

  /** @throws where two things have one id: a bug of whoever added the second */
  constructor(readonly subjects: readonly Subject[]) {
    this.points = subjects.flatMap((s) => s.points ?? []);
    this.checks = subjects.flatMap((s) => s.checks ?? []);
    this.limits = subjects.flatMap((s) => s.limits ?? []);
    this.leadsLines = subjects.flatMap((s) => s.leadsLine ?? []);
    this.routes = subjects.flatMap((s) => s.routes ?? []);
    this.planParts = subjects.flatMap((s) => s.planParts ?? []);
    this.entryKinds = [...LEADS_WORDS, ...subjects.flatMap((s) => s.entries ?? [])];
    this.pointsById = byKey(this.points, (p) => p.id);
    this.limitsById = byKey(this.limits, (l) => l.id);
    this.kinds = byKey(this.entryKinds, (e) => e.kind);
    this.parts = byKey(this.planParts, (p) => p.id);
    this.subjectsByPoint = new Map(subjects.flatMap((s) => (s.points ?? []).map((p) => [p.id, s] as const)));
    this.stationsByCheck = new Map(
      subjects.flatMap((s) => [
        ...(s.checks ?? []).map((c) => [c.id, s.station] as const),
        ...(s.leadsLine ? [[lineCheck(s.leadsLine.line), s.station] as const] : []),
      ]),
    );
    this.magnitudes = new Set(this.checks.filter((c) => c.magnitude || c.limit?.sense === 'least').map((c) => c.id));
    this.plain = new Map(
      subjects.flatMap(({ plain, checks, leadsLine }) => {
        const own = [...(checks ?? []).map((c) => c.id), ...(leadsLine ? [lineCheck(leadsLine.line)] : [])];
        return own.flatMap((id) => (plain ? [[id, plain.of?.[id] ?? plain.all] as const] : []));
      }),
    );
    byKey(subjects, (s) => s.id);
    byKey(this.checks, (c) => `${c.id} at ${c.gate}`);
  }

  /** The point of that id, or undefined where a file or a link names one that does not exist. */
  byId(id: string): Point | undefined {
    return this.pointsById.get(id);
  }
  limit(id: string): LimitFigure | undefined {
    return this.limitsById.get(id);
  }
  entryKind(kind: string): EntryKind | undefined {
    return this.kinds.get(kind);
  }
  planPart(id: string): PlanPart | undefined {
    return this.parts.get(id);
  }
  leadsLine(line: string): LeadsLine | undefined {
    return this.leadsLines.find((each) => each.line === line);
  }
  /** Under which plain heading a layperson is told of a check; a lead's line stands under that of its subject. */
  plainOf(check: string): PlainGroup | undefined {
    return this.plain.get(check);
  }
  /** Whose point it is. */
  subjectOf(point: string): Subject | undefined {
    return this.subjectsByPoint.get(point);
  }
  /** At which station a verdict belongs, by its check; a lead's word to that of its line. */
  stationOf(check: string): StationId | undefined {
    return this.stationsByCheck.get(check);
  }
  /**
   * Whether a verdict's figure is written with a plus where it is positive: one that goes both ways is (a height against
   * plan, a camber); a room, a load or an engagement, of which there is to be at least so much, and an angle between two
   * lines are not.
   */
  carriesSign({ check, limit }: Pick<Verdict, 'check' | 'limit'>): boolean {
    return limit?.sense !== 'least' && !this.magnitudes.has(check);
  }
  /** The limits a shop starts with. */
  defaultLimits(): Record<string, SetLimit> {
    return Object.fromEntries(
      this.limits.map(({ id, clear, stop, source }) => [id, { clear, stop, source, rule: null }]),
    );
  }
}

/** By which name a lead's line is told as a verdict. */
export const lineCheck = (line: string): string => `line-${line}`;

function byKey<T>(things: readonly T[], keyOf: (thing: T) => string): ReadonlyMap<string, T> {
  const map = new Map<string, T>();
  for (const thing of things) {
    const key = keyOf(thing);
    if (map.has(key)) throw new Error(`two subjects name the same thing: ${key}`);
    map.set(key, thing);
  }
  return map;
}
