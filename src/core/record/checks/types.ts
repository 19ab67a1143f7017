import type { History } from '../history';
import type { EntryKind } from '../entryKind';
import type { Workings } from '../workings';
import type { ChangeKind } from '../../document/changes';
import type { Figure, Figures, Spot } from '../figures';
import type { Place } from '../../kernel/places';
import type { Acceptance, JobDocument, ReadingGate } from '../../document/job';
import type { Quantity } from '../../kernel/units/quantity';
import type { DecisionRule } from '../../kernel/decisionRule';
import type { LimitFigure } from './limit';
import type { Phrase } from '../../kernel/phrase';
import type { VerdictWord } from '../../kernel/judge';

/** The readings a check needs, by a name of its own; optional ones refine it. */
export interface Needs {
  required: Record<string, Spot>;
  optional?: Record<string, Spot>;
}

/** A required figure, sure to have been read. Unit: the point's base unit. */
export type ReadFigure = Extract<Figure, { status: 'read' }>;

export interface WorkInput {
  w: Workings;
  job: JobDocument;
  figures: Figures;
  place: Place;
  /** The required figure of that name. */
  get: (name: string) => ReadFigure;
  /** The optional figure of that name, or null where it was not read. */
  maybe: (name: string) => ReadFigure | null;
  /** Whether a hand proof of that name was found good; null where it is not among the needs. */
  proof: (name: string) => { good: boolean; note: string; choice: string } | null;
}

/** A part that was asked for or planned. */
export interface AskedFor {
  kind: ChangeKind;
  place: Place;
  what: string;
}

/** Never better than this, with why. */
export interface Cap {
  at: 'Watch' | 'Not measured' | 'Stop';
  why: string;
  /** The readings that would lift it, where it is for want of them. */
  spots?: readonly Spot[];
}
/** How much of what it is to prove a hand proof reached. */
export interface Proved {
  whole: boolean;
  /** "proved to 81 % of the bump travel, bar connected" */
  words: string;
}

/** What a check works out, before it is judged. Base units. */
export interface WorkedFigure {
  value: number;
  /** Combined standard uncertainty. */
  u: number;
  /** Expanded uncertainty to show with the figure where the limit is made of it, and `u` would count it twice. */
  expanded?: number;
  /** Replaces the shop's limit where the check works its own (a hose's allowance, three uncertainties of a twist). */
  limit?: {
    clear: number;
    stop: number;
    source?: string;
    sense?: 'most' | 'least';
    rule?: DecisionRule;
    /** What the figure is to be: clear and stop then count from there, to both sides. */
    target?: number;
    /** In place of the shop's limit, not beside it: another figure is judged here. */
    alone?: true;
  };
  /** Of another quantity than the check's, where another figure stands in for it. */
  quantity?: Quantity;
  summary: Phrase;
  next: Phrase;
  formula: string;
  steps?: readonly { name: string; amount: Phrase }[];
  cap?: Cap | undefined | readonly (Cap | undefined)[];
  /** Never worse than Watch (a residual that names no fault of the vehicle). */
  neverStop?: boolean;
  mark?: string;
}

export interface CheckDefinition {
  id: string;
  title: string;
  gate: ReadingGate;
  safetyCritical: boolean;
  /** False where the vehicle can prove it: calculation alone never reads Clear at After. */
  calculationMayClear: boolean;
  /** Changes that make it stale besides those of the readings it names. */
  staleOn?: readonly ChangeKind[];
  limit: LimitFigure | null;
  /** The shop's limit from which it works its own, where it is not judged by that alone. */
  judgedBy?: LimitFigure | readonly LimitFigure[];
  /** Not measured at After, it is in the way of release although it is not safety-critical. */
  required?: boolean;
  quantity: Quantity | null;
  /** Its figure goes one way only (an angle between two lines, an engagement), so that it carries no sign. */
  magnitude?: true;
  /** Which rows the vehicle has: by what it is, what was changed and what was ever read, never by a figure. */
  places(h: History): readonly Place[];
  needs(w: Workings, place: Place): Needs;
  /** What must have been filed and still stand, besides readings. */
  needsFiled?(w: Workings, place: Place): readonly EntryKind[];
  /** Why it cannot be worked although nothing is missing, and what then; null to go on. */
  notWorkable?(w: Workings, place: Place): { why: string | Phrase; next: string; asked?: AskedFor } | null;
  /**
   * What became of a part that Before had and After has not, as it was recorded; null where nothing was recorded, and
   * the check then stays Not measured.
   */
  gone?(w: Workings, place: Place): Phrase | null;
  /**
   * What stands for its proof where nothing that was done can have changed it, in words; null where it has to be read.
   * Only while nothing of it was read After: what was read decides.
   */
  asItCame?(w: Workings, place: Place): Phrase | null;
  /** What each answer of a thing that is looked at comes to, where “good” and “fault” do not say it. */
  says?(
    w: Workings,
    place: Place,
    choice: string,
  ): Pick<Verdict, 'summary' | 'next'> & { verdict: 'Clear' | 'Watch' | 'Stop' };
  /** What a fault that is seen comes to; where left out a Stop that is to be put right. */
  fault?: { verdict: 'Watch' | 'Stop'; next: string };
  /** What stands beside a thing that is looked at: how it is worked. */
  steps?(input: WorkInput): readonly { name: string; amount: Phrase }[];
  /** Of a kind by itself whose Watch is told although readings are left. */
  early?: boolean;
  /** How much of what it asks for its hand proof reached; null where every proof is whole. */
  proves?(w: Workings, place: Place): Proved;
  /** Numeric check. Absent for an observation, whose single required reading is the verdict. */
  work?(input: WorkInput): WorkedFigure | null;
}

/** A verdict as screens, sheet and command show it. Figures in base units. */
export interface Verdict {
  check: string;
  title: string;
  gate: ReadingGate;
  place: Place;
  verdict: VerdictWord;
  safetyCritical: boolean;
  /** Its Watch is told although readings are left. */
  early?: boolean;
  /** Changes after which its readings must be taken again. */
  staleOn: readonly ChangeKind[];
  quantity: Quantity | null;
  value: number | null;
  /** Expanded, k = 2. */
  uncertainty: number | null;
  /** Standard. */
  u: number | null;
  /** The rule it was judged by; null where nothing was judged by a limit. */
  rule: DecisionRule | null;
  /** Not measured, it is in the way of release although it is not safety-critical. */
  required: boolean;
  limit: {
    clear: number;
    stop: number;
    sense: 'most' | 'least';
    source: string;
    /** The middle of a band; left out where the figure counts from nought. */
    target?: number;
  } | null;
  margin: number | null;
  marginToStop: number | null;
  summary: Phrase;
  next: Phrase;
  /** Names of readings that are missing, unreachable or stale. */
  missing: string[];
  missingSpots: Spot[];
  /** What is to be filed, or filed again, besides readings. */
  missingEntries?: readonly { kind: string; name: string }[];
  stale: { what: string; by: string; at: string } | null;
  /** What it read before that was taken away, where it is Not measured now. */
  asRead?: Phrase;
  /** Parts answered “not fitted” that a lead may say this vehicle has not. */
  lacking?: readonly { point: string; place: Place; what: string }[];
  /** What was told of a part and is told otherwise, which a lead may say was wrong. */
  toldOtherwise?: readonly { point: string; place: Place; what: string; choice: string; said: string }[];
  /** What was asked for and is in no record, which a lead may say was not fitted. */
  asked?: AskedFor;
  mark: string | null;
  /** Nothing was proved anew: what was looked at Before stands for it. */
  asItCame?: true;
  /** Which of its readings count as read Before, or stand although a setting came after them. */
  stands?: string;
  assumed: boolean;
  accepted: Acceptance | null;
  /** How it was worked; left out where a verdict is sent, since it is more than half of it and can be worked again. */
  working?: Working;
}
export interface Working {
  formula: string;
  inputs: { name: string; quantity: Quantity; value: number; u: number; readings: number; assumed: boolean }[];
  steps: readonly { name: string; amount: Phrase }[];
}
/** A verdict as core works it. */
export type WorkedVerdict = Verdict & { working: Working };
