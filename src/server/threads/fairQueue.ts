/** Whose a task is: shops take turns, and within a shop its people and links do. */
export interface Owner {
  shop: string;
  who: string;
}

/**
 * A queue in which nobody waits behind somebody else's heap: each turn goes to the next shop, and in a shop to the next
 * of those who ask. Of one asker it is first in, first out.
 */
export class FairQueue<T> {
  private readonly shops = new Map<string, Map<string, T[]>>();
  private count = 0;

  get size(): number {
    return this.count;
  }
  /** How many of this asker's wait. */
  waitingOf({ shop, who }: Owner): number {
    return this.shops.get(shop)?.get(who)?.length ?? 0;
  }
  add({ shop, who }: Owner, task: T): void {
    const people = this.shops.get(shop) ?? new Map<string, T[]>();
    const own = people.get(who) ?? [];
    own.push(task);
    people.set(who, own);
    this.shops.set(shop, people);
    this.count++;
  }
  /** Takes the next task by turns. */
  next(): T | undefined {
    const [shop] = this.shops;
    if (!shop) return undefined;
    const [name, people] = shop;
    const [person] = people;
    // Whoever had a turn goes to the end of the line, unless nothing of theirs is left.
    this.shops.delete(name);
    if (!person) return this.next();
    const [who, own] = person;
    const task = own.shift();
    people.delete(who);
    if (own.length > 0) people.set(who, own);
    if (people.size > 0) this.shops.set(name, people);
    this.count--;
    return task;
  }
  /** Takes out what is not wanted any more. */
  drop({ shop, who }: Owner, task: T): boolean {
    const people = this.shops.get(shop);
    const own = people?.get(who);
    const at = own?.indexOf(task) ?? -1;
    if (!people || !own || at < 0) return false;
    own.splice(at, 1);
    if (own.length === 0) people.delete(who);
    if (people.size === 0) this.shops.delete(shop);
    this.count--;
    return true;
  }
}
