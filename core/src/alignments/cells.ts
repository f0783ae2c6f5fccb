import type { Point } from '../geometry/index.ts';

/** Cells are told apart by whole numbers up to this each way. */
const WIDEST = 65_536;

/** Marks by the cell of a grid they lie in. */
export class Cells<Mark extends { readonly at: Point }> {
  readonly grain: number;
  private readonly lists = new Map<number, Mark[]>();

  constructor(marks: readonly Mark[], grain: number) {
    this.grain = grain;
    for (const mark of marks) {
      const key = this.keyOf(this.cellOf(mark.at[0]), this.cellOf(mark.at[1]));
      const list = this.lists.get(key);
      if (list) list.push(mark);
      else this.lists.set(key, [mark]);
    }
  }

  /** Marks of the cell a place lies in and of the eight around it: all that are at most a grain away, and some more. */
  around(x: number, y: number): Mark[] {
    const [i, j] = [this.cellOf(x), this.cellOf(y)];
    const found: Mark[] = [];
    for (let di = -1; di <= 1; di++)
      for (let dj = -1; dj <= 1; dj++) {
        const list = this.lists.get(this.keyOf(i + di, j + dj));
        if (list) found.push(...list);
      }
    return found;
  }

  private cellOf = (v: number): number => Math.round(v / this.grain);
  private keyOf = (i: number, j: number): number => i * WIDEST + j;
}
