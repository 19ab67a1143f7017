import type { z } from 'zod';
import type { ChangeKind } from '../document/changes';
import type { JobDocument, ReadingGate } from '../document/job';
import type { Instrument } from '../kernel/uncertainty/instruments';
import type { Phrase } from '../kernel/phrase';
import type { Axle } from '../kernel/places';
import type { Uncertain } from '../kernel/uncertainty/propagate';
import type { QuantityDefinition, UnitChoice } from '../kernel/units/quantity';
import type { EntryKind, Field } from './entryKind';
import type { CheckDefinition, Verdict } from './checks/types';
import type { LimitFigure } from './checks/limit';
import type { CureOffer } from './cure';
import type { Figures } from './figures';
import type { FittedPart } from './fittedParts';
import type { Plain } from './plain';
import type { Point } from './point';
import type { Raise } from './raised';
import type { OwnRoute } from './route';
import type { StationId } from './station';
import type { Workings } from './workings';

/** Something that a plan says besides the lift, of one subject; kept under its id in `plan.parts`. */
export interface PlanPart<T = unknown> {
  id: string;
  name: string;
  /** What may be kept of it; figures in base units. */
  schema: z.ZodType<T>;
  fields: readonly Field[];
  /** What it says, in words with figures. */
  says(part: T): Phrase;
}

/**
 * What a lead answers for: until its station can judge it, asked at After and in the way of release unsaid; once it
 * can, that it is not done here.
 */
export interface LeadsLine {
  line: string;
  title: string;
  /** What has to be attached where it was checked. */
  wants: string;
  staleOn: readonly ChangeKind[];
  /**
   * The checks of a station that judges by itself which a lead may sign away as not done here: what of them was not
   * measured is then no longer in the way. Left out where the line is all that the station has.
   */
  covers?: readonly string[];
  /** Not done here, it asks by when it is done elsewhere. */
  due?: true;
}

/**
 * One station or a part of one. Everything that High Gate knows of it is data here; what depends on a thing's nature is
 * a property of its definition. A subject is added by its folder and one line in `assembly/subjects.ts`.
 */
export interface Subject {
  id: string;
  station: StationId;
  /** Under which plain heading a layperson is told of its checks; left out where it has none. */
  plain?: Plain;
  /** What is measured or looked at, in the order of a walk within one place. */
  points?: readonly Point[];
  checks?: readonly CheckDefinition[];
  limits?: readonly LimitFigure[];
  planParts?: readonly PlanPart[];
  entries?: readonly EntryKind[];
  /** What would cure what is found at an axle, each to be tried; those that cannot be on the vehicle say why. */
  cures?: {
    /** The checks for which there is any. */
    for: readonly string[];
    at(w: Workings, stage: ReadingGate | 'plan', axle: Axle): readonly CureOffer[];
  };
  /** A route through points that are no part of the walk round the vehicle. */
  routes?: readonly OwnRoute[];
  leadsLine?: LeadsLine;
  /** Lines of the sheet's head, besides readings and verdicts. */
  sheetFacts?(w: Workings, verdicts: readonly Verdict[], units: UnitChoice): readonly { name: string; text: string }[];
  quantities?: Readonly<Record<string, QuantityDefinition>>;
  instruments?: Readonly<Record<string, Instrument>>;
  /** Parts of its own that can be fitted, moved or set: what a recorded change names. */
  fitted?: readonly FittedPart[];
  /** Names of its parts, by the id that a change or an entry gives. */
  parts?: Readonly<Record<string, string>>;
  /** Parts that were asked for, planned or seen on the vehicle: each is to be in the record, or a lead's word on it. */
  raises?(job: JobDocument): readonly Raise[];
  /** By how much heights of Before and After may lie apart for the loads they were read at alone, mm. */
  heightsApart?(figures: Figures): number;
  /** How far the toe of a wheel of that axle was turned between two states of a job, at most, degrees; null where not read. */
  toeTurned?(then: Figures, now: Figures, axle: Axle): Uncertain | null;
  /** What of a file cannot be true, as one line naming the path and the fault. */
  fault?(job: JobDocument): string | null;
  /** A room of its own that is drawn from the subject's data; rooms with drawings are in ui/rooms. */
  room?: { id: string; title: string; says: string };
}

/** A plan part with its schema's own type, kept in a list with others. */
export const planPart = <T>(part: PlanPart<T>): PlanPart => part;
