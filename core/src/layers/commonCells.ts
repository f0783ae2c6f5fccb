import { type Bits, type LayerProblem, bitsOf } from './problem.ts';

/** Which facets share a cell with both facets of a pair: rows made when asked for, one for all pairs alike. */
export class CommonCells {
  /** All rows, one after the other. */
  masks: Bits;
  private readonly problem: LayerProblem;
  private count = 0;
  /** At 2 * pair + 1 where a pair's row begins, plus 1; 0 where it has not been asked for. */
  private readonly pairs: Int32Array;
  private readonly byCells = new Map<number, { readonly common: Bits; readonly at: number }[]>();
  private readonly scratch: Bits;

  /** `pairs`: room for two numbers of each pair, of which the rows take the second. */
  constructor(problem: LayerProblem, pairs: Int32Array) {
    this.problem = problem;
    this.masks = new Int32Array(problem.words * 16);
    this.pairs = pairs;
    this.scratch = new Int32Array((problem.cells.length + 31) >> 5);
  }

  /** Where the row of a pair begins in `masks`. */
  maskOf(f: number, g: number): number {
    const { n } = this.problem;
    const at = this.pairs[2 * (f < g ? f * n + g : g * n + f) + 1]!;
    return at > 0 ? at - 1 : this.findMask(f, g);
  }

  private findMask(f: number, g: number): number {
    const { cellsOf, n } = this.problem;
    const [a, b, common] = [cellsOf[f]!, cellsOf[g]!, this.scratch];
    let hash = 0;
    for (let w = 0; w < common.length; w++) {
      const word = a[w]! & b[w]!;
      common[w] = word;
      hash = (Math.imul(hash, 31) + word * 7) | 0;
    }
    const alike = this.byCells.get(hash);
    const at = alike?.find((k) => isSame(k.common, common))?.at ?? this.addMask(hash, common.slice());
    this.pairs[2 * (f < g ? f * n + g : g * n + f) + 1] = at + 1;
    return at;
  }

  private addMask(hash: number, common: Bits): number {
    const { cells, words } = this.problem;
    const at = this.count * words;
    this.count++;
    if (at + words > this.masks.length) {
      const more = new Int32Array(this.masks.length * 2);
      more.set(this.masks);
      this.masks = more;
    }
    for (const c of bitsOf(common)) {
      const cell = cells[c]!;
      for (let w = 0; w < words; w++) this.masks[at + w]! |= cell[w]!;
    }
    const alike = this.byCells.get(hash);
    if (alike) alike.push({ common, at });
    else this.byCells.set(hash, [{ common, at }]);
    return at;
  }
}

function isSame(a: Bits, b: Bits): boolean {
  for (let w = 0; w < a.length; w++) if (a[w] !== b[w]) return false;
  return true;
}
