import type { Worker } from 'node:worker_threads';
import { DatabaseAway } from '../away';
import { FairQueue, type Owner } from './fairQueue';

/** It took longer than the server gives anybody's work; nothing was changed. */
export class TooLong extends Error {
  override readonly name = 'TooLong';
  constructor(readonly seconds: number) {
    super(`given up after ${seconds} s`);
  }
}
/** More was asked for than one asker may have waiting. */
export class TooMany extends Error {
  override readonly name = 'TooMany';
}
/** Everything is busy for longer than anybody is let wait: come back, as when the database is away. */
export class Busy extends DatabaseAway {
  override readonly name = 'Busy';
}

/**
 * Which of the three an error is. By name and not by class: the pool is begun by the server's start, which is bundled
 * apart from the pages that ask it, so that each has classes of its own.
 */
const named = (error: unknown, name: string): boolean => error instanceof Error && error.name === name;
export const isTooLong = (error: unknown): error is TooLong => named(error, 'TooLong');
export const isTooMany = (error: unknown): error is TooMany => named(error, 'TooMany');
export const isBusy = (error: unknown): error is Busy => named(error, 'Busy');

/** What a thread is asked, and what it answers. */
export interface Question {
  id: number;
  name: string;
  args: unknown[];
}
export type Reply = { id: number } & ({ ok: true; value: unknown } | { ok: false; message: string });

interface Task extends Owner {
  name: string;
  args: unknown[];
  /** What it is about: a thread that worked it before has it half done. */
  about: string;
  done: (value: unknown) => void;
  failed: (error: Error) => void;
  late: NodeJS.Timeout;
}
interface Slot {
  worker: Worker;
  task: Task | null;
  about: string;
  clock: NodeJS.Timeout | undefined;
  worked: number;
}
export interface PoolLimits {
  threads: number;
  /** ms that one task may take. */
  time: number;
  /** ms that one may wait for its turn. */
  wait: number;
  /** Tasks of one asker that may wait. */
  each: number;
  /** Tasks after which a thread is replaced by a fresh one. */
  life: number;
}

/**
 * A bounded pool of worker threads, begun at first use. What takes too long is ended with its thread, so that nothing
 * anybody files can hold up the others; turns are fair by shop and by asker.
 */
export class Pool<Api extends { [K in keyof Api]: (...args: never[]) => unknown }> {
  private readonly queue = new FairQueue<Task>();
  private readonly slots = new Set<Slot>();
  private lastId = 0;

  constructor(
    private readonly start: () => Worker,
    private readonly limits: PoolLimits,
  ) {}

  /** For the proofs: how many threads there are, and how many tasks wait. */
  get state(): { threads: number; waiting: number } {
    return { threads: this.slots.size, waiting: this.queue.size };
  }

  /**
   * Has something worked in a thread.
   *
   * @param about what it is about, a job's id say: the thread that had it last is taken where it is free
   * @throws TooLong, TooMany, Busy, or an error with what was thrown in the thread
   */
  ask<K extends keyof Api & string>(
    owner: Owner,
    about: string,
    name: K,
    ...args: Parameters<Api[K]>
  ): Promise<Awaited<ReturnType<Api[K]>>> {
    if (this.queue.waitingOf(owner) >= this.limits.each) return Promise.reject(new TooMany('too much of this at once'));
    // A promise of its own: one that lives as long as a thread would keep every answer alive that ever raced it.
    return new Promise((done, failed) => {
      const task: Task = {
        ...owner,
        name,
        args,
        about,
        done: done as (value: unknown) => void,
        failed,
        late: setTimeout(() => {
          if (this.queue.drop(task, task)) failed(new Busy('everything is busy'));
        }, this.limits.wait),
      };
      task.late.unref();
      this.queue.add(task, task);
      this.turn();
    });
  }

  /** Ends every thread; for tests. */
  async end(): Promise<void> {
    const all = [...this.slots];
    this.slots.clear();
    await Promise.all(all.map(({ worker }) => worker.terminate()));
  }

  private turn(): void {
    while (this.queue.size > 0) {
      const free = [...this.slots].filter((s) => s.task === null);
      const slot = free[0] ?? (this.slots.size < this.limits.threads ? this.begin() : undefined);
      if (!slot) return;
      const task = this.queue.next();
      if (!task) return;
      this.give(free.find((s) => s.about === task.about) ?? slot, task);
    }
  }

  private begin(): Slot {
    const worker = this.start();
    // A server that is told to stop waits for its requests, not for an idle thread.
    worker.unref();
    const slot: Slot = { worker, task: null, about: '', clock: undefined, worked: 0 };
    worker.on('message', (reply: Reply) => this.answered(slot, reply));
    worker.on('error', (error) => this.ended(slot, new Error(`a thread failed: ${error.message}`)));
    worker.on('exit', (code) => this.ended(slot, new Error(`a thread ended with code ${code}`)));
    this.slots.add(slot);
    return slot;
  }

  private give(slot: Slot, task: Task): void {
    clearTimeout(task.late);
    slot.task = task;
    slot.about = task.about;
    slot.clock = setTimeout(() => this.ended(slot, new TooLong(this.limits.time / 1000)), this.limits.time);
    const question: Question = { id: ++this.lastId, name: task.name, args: task.args };
    try {
      slot.worker.postMessage(question);
    } catch (error) {
      this.free(slot);
      task.failed(error instanceof Error ? error : new Error('cannot be sent'));
      this.turn();
    }
  }

  private free(slot: Slot): void {
    clearTimeout(slot.clock);
    slot.clock = undefined;
    slot.task = null;
  }

  private answered(slot: Slot, reply: Reply): void {
    const { task } = slot;
    if (!task) return;
    this.free(slot);
    if (reply.ok) task.done(reply.value);
    else task.failed(new Error(reply.message));
    if (++slot.worked >= this.limits.life) this.ended(slot, new Error('worn'));
    this.turn();
  }

  private ended(slot: Slot, why: Error): void {
    if (!this.slots.delete(slot)) return;
    const { task } = slot;
    this.free(slot);
    slot.worker.removeAllListeners();
    slot.worker.on('error', () => {});
    void slot.worker.terminate();
    task?.failed(why);
    this.turn();
  }
}
