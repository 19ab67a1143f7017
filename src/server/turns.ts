import { Busy } from './threads/pool';

export interface TurnLimits {
  atOnce: number;
  waiting: number;
  /** ms that one may wait for its turn; without it, as long as it takes. */
  patience?: number;
}

/** So many at once, the others in their order; more than may wait, or longer, are told that everything is busy. */
export class Turns {
  private now = 0;
  private readonly line: (() => void)[] = [];

  constructor(private readonly limits: TurnLimits) {}

  get idle(): boolean {
    return this.now === 0;
  }

  /** @throws Busy where as many wait already as may, or it was waited for too long */
  async take<T>(run: () => Promise<T>): Promise<T> {
    if (this.now >= this.limits.atOnce) {
      if (this.line.length >= this.limits.waiting) throw new Busy('everything is busy');
      await this.turn();
    } else this.now++;
    try {
      return await run();
    } finally {
      // A turn is handed on, not given back and taken again: nobody comes in between.
      const next = this.line.shift();
      if (next) next();
      else this.now--;
    }
  }

  private turn(): Promise<void> {
    const { patience } = this.limits;
    return new Promise((turn, failed) => {
      const mine = () => {
        clearTimeout(late);
        turn();
      };
      const late =
        patience === undefined
          ? undefined
          : setTimeout(() => {
              this.line.splice(this.line.indexOf(mine), 1);
              failed(new Busy('everything is busy'));
            }, patience);
      this.line.push(mine);
    });
  }
}

/** Turns of each of many, by a name: what one asks for waits behind no other's. */
export class TurnsOfEach {
  private readonly all = new Map<string, Turns>();

  constructor(private readonly limits: TurnLimits) {}

  async take<T>(name: string, run: () => Promise<T>): Promise<T> {
    const turns = this.all.get(name) ?? new Turns(this.limits);
    this.all.set(name, turns);
    try {
      return await turns.take(run);
    } finally {
      if (turns.idle) this.all.delete(name);
    }
  }
}
