import { type Bits, type LayerProblem, bitsOf } from './problem.ts';

/** Which facets share a cell with both facets of a pair: rows made when asked for, one for all pairs alike. */
export class CommonCells {
  private readonly problem: LayerProblem;
  private readonly masks: Bits[] = [];
  /** Number of a pair's mask plus 1; 0 where it has not been asked for. */
  private readonly maskAt: Int32Array;
  private readonly byCells = new Map<number, { readonly common: Bits; readonly mask: number }[]>();

  constructor(problem: LayerProblem) {
    this.problem = problem;
    this.maskAt = new Int32Array(problem.n * problem.n);
  }

  maskOf(f: number, g: number): Bits {
    const at = this.maskAt[f * this.problem.n + g]!;
    return at > 0 ? this.masks[at - 1]! : this.findMask(f, g);
  }

  private findMask(f: number, g: number): Bits {
    const { cellsOf, cells, words, n } = this.problem;
    const [a, b] = [cellsOf[f]!, cellsOf[g]!];
    const common = new Int32Array(a.length);
    let hash = 0;
    for (let w = 0; w < common.length; w++) {
      common[w] = a[w]! & b[w]!;
      hash = (Math.imul(hash, 31) + common[w]! * 7) | 0;
    }
    const alike = this.byCells.get(hash) ?? [];
    let found = alike.find((k) => k.common.every((word, w) => word === common[w]));
    if (!found) {
      const mask = new Int32Array(words);
      for (const c of bitsOf(common)) {
        const cell = cells[c]!;
        for (let w = 0; w < words; w++) mask[w]! |= cell[w]!;
      }
      this.masks.push(mask);
      found = { common, mask: this.masks.length };
      this.byCells.set(hash, [...alike, found]);
    }
    this.maskAt[f * n + g] = this.maskAt[g * n + f] = found.mask;
    return this.masks[found.mask - 1]!;
  }
}
