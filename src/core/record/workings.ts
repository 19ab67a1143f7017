import type { JobDocument } from '../document/job';
import { Figures } from './figures';
import type { Book } from './book';
import type { Pace } from './pace';

const MOST_KEPT = 200;

/**
 * What was worked once for the same inputs. A job is worked anew at every filing, but most filings leave the geometry
 * and the heights as they were, and an uncertainty poses the linkage a hundred times. Whoever works a job brings one
 * and passes it on; nothing is kept where nobody sees it, and nothing in it can change an answer: its key is all that
 * the answer is worked from.
 */
export class Memo {
  private readonly kept = new Map<string, unknown>();

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
  private readonly worked = new Map<string, unknown>();
  private made: Figures | null = null;

  /**
   * @param book every reading kind there is
   * @param memo what an earlier state of the same job was worked with, where there is one
   * @param leavesSweeps a sweep takes as long as a person notices: on a screen it is left to a worker, and a corner that
   *   `memo` does not know yet waits for it
   * @param pace what a reading takes in this shop, where that was learned
   */
  constructor(
    readonly job: JobDocument,
    readonly book: Book,
    readonly memo: Memo = new Memo(),
    readonly leavesSweeps = false,
    readonly pace: Pace = {},
  ) {}

  get figures(): Figures {
    this.made ??= new Figures(this.job, this.book);
    return this.made;
  }

  /** Worked once for this state of the job: checks ask again and again. */
  once<T>(key: string, work: () => T): T {
    if (!this.worked.has(key)) this.worked.set(key, work());
    return this.worked.get(key) as T;
  }

  /** Another state of the job, with the same memo. */
  of(job: JobDocument): Workings {
    return new Workings(job, this.book, this.memo, this.leavesSweeps, this.pace);
  }
}
