import type { Point } from './point';

/** Every reading kind there is, in the order of a walk within one place, and by its id. Made once, by the assembly. */
export class PointBook {
  private readonly known: ReadonlyMap<string, Point>;

  constructor(readonly points: readonly Point[]) {
    this.known = new Map(points.map((point) => [point.id, point]));
  }

  /** The point of that id, or undefined where a file or a link names one that does not exist. */
  byId(id: string): Point | undefined {
    return this.known.get(id);
  }
}
