/**
 * What many ask for at the same moment, done together: the first are begun at once; what comes while as many are under way
 * as may be waits, and is then taken up as one. Alone nobody waits for anybody.
 */
export class Together<In, Out> {
  private now = 0;
  private waiting: { given: In; done: (out: Out | Promise<Out>) => void; failed: (error: unknown) => void }[] = [];

  constructor(
    private readonly limits: { underWay: number; most: number },
    /** Of two with one key only the first is taken up, the other waits for what becomes of it. */
    private readonly keyOf: (given: In) => string,
    /**
     * Does them, and answers each in its place: what would hold up the others with a promise of its own, for which nobody
     * else's turn waits.
     */
    private readonly run: (all: In[]) => Promise<readonly (Out | Promise<Out>)[]>,
  ) {}

  get idle(): boolean {
    return this.now === 0 && this.waiting.length === 0;
  }

  do(given: In): Promise<Out> {
    return new Promise((done, failed) => {
      this.waiting.push({ given, done, failed });
      this.turn();
    });
  }

  private turn(): void {
    if (this.now >= this.limits.underWay || this.waiting.length === 0) return;
    const keys = new Set<string>();
    const taken = this.waiting.filter(({ given }) => {
      const key = this.keyOf(given);
      if (keys.has(key) || keys.size >= this.limits.most) return false;
      keys.add(key);
      return true;
    });
    this.waiting = this.waiting.filter((each) => !taken.includes(each));
    this.now++;
    void this.run(taken.map(({ given }) => given))
      .then(
        (all) => taken.forEach(({ done }, i) => done(all[i] as Out | Promise<Out>)),
        (error: unknown) => taken.forEach(({ failed }) => failed(error)),
      )
      .finally(() => {
        this.now--;
        this.turn();
      });
  }
}
