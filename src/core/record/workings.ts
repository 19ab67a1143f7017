import type { JobDocument } from '../document/job';
import { asItStood } from './asItStood';
import { Figures, type Figure } from './figures';
import { History } from './history';
import type { Book } from './book';
import type { Pace } from './pace';
import { withRaised } from './raised';

const MOST_KEPT = 200;
/** Both ends at three stages, of some eight states of a job. */
const MOST_NAMES = 48;

/** A figure that is only assumed, or unlikely and confirmed by nobody. */
export type Unsure = Extract<Figure, { status: 'read' }>;

/**
 * What was worked once for the same inputs. A job is worked anew at every filing, but most filings leave the geometry
 * and the heights as they were, and an uncertainty poses the linkage a hundred times. Whoever works a job brings one
 * and passes it on; nothing is kept where nobody sees it, and nothing in it can change an answer: its key is all that
 * the answer is worked from.
 */
export class Memo {
  private readonly kept = new Map<string, unknown>();
  /** Names of what many keys hold, by its text; and of each piece of data, while it is in somebody's hands. */
  private readonly names = new Map<string, string>();
  private readonly named = new WeakMap<object, string>();
  private nameless = 0;

  /**
   * A short name for plain data that many inputs hold, a staged end say: the same for the same data, never one for two.
   * A name that was forgotten is not given again; what was kept under it is then only worked once more.
   */
  nameOf(data: object): string {
    const before = this.named.get(data);
    if (before) return before;
    const text = JSON.stringify(data);
    const name = this.names.get(text) ?? `#${++this.nameless}`;
    this.names.delete(text);
    const oldest = this.names.keys().next();
    if (this.names.size >= MOST_NAMES && !oldest.done) this.names.delete(oldest.value);
    this.names.set(text, name);
    this.named.set(data, name);
    return name;
  }

  /** @param inputs plain data: everything that the answer depends on */
  work<T>(inputs: unknown, work: () => T): T {
    const key = JSON.stringify(inputs);
    // Put by anew each time it is asked for: what goes first is what nobody asked for longest.
    const known = this.kept.has(key) ? (this.kept.get(key) as T) : work();
    this.put(key, known);
    return known;
  }

  /** Whether what those inputs come to is known already. */
  knows(inputs: unknown): boolean {
    return this.kept.has(JSON.stringify(inputs));
  }

  /** Has what those inputs come to from somebody who has worked it already. */
  take(inputs: unknown, worked: unknown): void {
    this.put(JSON.stringify(inputs), worked);
  }

  private put(key: string, worked: unknown): void {
    this.kept.delete(key);
    const oldest = this.kept.keys().next();
    if (this.kept.size >= MOST_KEPT && !oldest.done) this.kept.delete(oldest.value);
    this.kept.set(key, worked);
  }
}

/**
 * One state of a job in the hands of whoever works it: its figures, and what was worked of it so far. Made for a view
 * or a request, and passed to everything that works a figure; the same job gives the same answers in any workings.
 */
export class Workings {
  /** The job with what stands on the vehicle and nobody recorded among its changes: what is worked goes by it. */
  readonly job: JobDocument;
  private readonly worked = new Map<object, Map<string, { answer: unknown; unsure: ReadonlySet<Unsure> }>>();
  private made: Figures | null = null;
  private told: History | null = null;
  /** What is being worked stands on these so far; null while nobody asked. */
  private standsOn: Set<Unsure> | null = null;

  /**
   * @param book every reading kind there is
   * @param memo what an earlier state of the same job was worked with, where there is one
   * @param leavesSweeps a sweep takes as long as a person notices: on a screen it is left to a worker, and a corner that
   *   `memo` does not know yet waits for it
   * @param pace what a reading takes in this shop, where that was learned
   */
  constructor(
    /** As it was filed. */
    readonly filed: JobDocument,
    readonly book: Book,
    readonly memo: Memo = new Memo(),
    readonly leavesSweeps = false,
    readonly pace: Pace = {},
    /** Earlier states of the same job, by the moment before which they stood. */
    private readonly earlier: Map<string, Workings> = new Map(),
  ) {
    this.job = withRaised(filed, book);
  }

  get figures(): Figures {
    this.made ??= new Figures(this.job, this.book, (figure) => this.standsOn?.add(figure));
    return this.made;
  }

  /** What was ever read and told, and no figure: which rows the vehicle has goes by it. */
  get history(): History {
    this.told ??= new History(this.job, this.book);
    return this.told;
  }

  /**
   * Worked once for this state of the job: checks ask again and again.
   *
   * @param asker whose answer it is, the function that asks (or its check): no other's can be taken for it
   * @param of what of it was asked for, of all that the function takes besides the workings
   */
  once<T>(asker: object, of: string, work: () => T): T {
    const mine = this.worked.get(asker) ?? new Map<string, { answer: unknown; unsure: ReadonlySet<Unsure> }>();
    this.worked.set(asker, mine);
    const known = mine.get(of);
    if (known) {
      for (const figure of known.unsure) this.standsOn?.add(figure);
      return known.answer as T;
    }
    const { answer, unsure } = this.tried(work);
    mine.set(of, { answer, unsure });
    return answer;
  }

  /** Works something that may come to nothing: what comes to nothing lends nothing, and marks nothing. */
  tried<T>(work: () => T): { answer: T; unsure: ReadonlySet<Unsure> } {
    const outer = this.standsOn;
    this.standsOn = null;
    try {
      const { answer, unsure } = this.watched(work);
      const lent: ReadonlySet<Unsure> = answer === null ? new Set() : unsure;
      if (outer) for (const figure of lent) outer.add(figure);
      return { answer, unsure: lent };
    } finally {
      this.standsOn = outer;
    }
  }

  /**
   * Works something and tells which assumed or unlikely readings it stands on, however deep they were asked for: a
   * height taken over from the other side marks all that is worked from it. Source: docs/figures.md "Assumed is not measured".
   */
  watched<T>(work: () => T): { answer: T; unsure: ReadonlySet<Unsure> } {
    const outer = this.standsOn;
    const unsure = new Set<Unsure>();
    this.standsOn = unsure;
    try {
      return { answer: work(), unsure };
    } finally {
      this.standsOn = outer;
      if (outer) for (const figure of unsure) outer.add(figure);
    }
  }

  /** The same, for what carries the source of each of its own figures with it. */
  unwatched<T>(work: () => T): T {
    const outer = this.standsOn;
    this.standsOn = null;
    try {
      return work();
    } finally {
      this.standsOn = outer;
    }
  }

  /**
   * The job as it stood just before a moment, with the same memo; its sweeps are left out.
   *
   * @param at ISO time; what was done then or later is not in it
   */
  before(at: string): Workings {
    const known = this.earlier.get(at);
    if (known) return known;
    const made = new Workings(asItStood(this.filed, at), this.book, this.memo, true, this.pace, this.earlier);
    this.earlier.set(at, made);
    return made;
  }

  /** Another state of the job, with the same memo. */
  of(job: JobDocument): Workings {
    return new Workings(job, this.book, this.memo, this.leavesSweeps, this.pace);
  }
}
