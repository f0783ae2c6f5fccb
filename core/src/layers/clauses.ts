import type { LayerSolver, Literal } from './solver.ts';

/** What a book of clauses asks of relations. */
type Known = Pick<LayerSolver, 'isTrue'>;

/**
 * Learned clauses: of each at least one literal must be true. Its first two are watched (Moskewicz and others 2001), in
 * lists that hang on the literal whose truth makes them false.
 */
export class ClauseBook {
  count = 0;
  private readonly n: number;
  private readonly clauses: Int32Array[] = [];
  /** First watch of each literal, -1 for none; made with the first clause. */
  private head: Int32Array | undefined;
  private readonly next: number[] = [];
  private readonly clauseAt: number[] = [];

  constructor(n: number) {
    this.n = n;
  }

  add(clause: readonly Literal[]): number {
    this.head ??= new Int32Array(this.n * this.n).fill(-1);
    this.clauses.push(Int32Array.from(clause));
    for (const literal of clause.slice(0, 2)) {
      this.next.push(-1);
      this.clauseAt.push(this.count);
      this.hang(this.negate(literal), this.next.length - 1);
    }
    return this.count++;
  }

  clear(): void {
    if (this.count === 0) return;
    this.head?.fill(-1);
    this.clauses.length = this.next.length = this.clauseAt.length = this.count = 0;
  }

  literalsOf = (clause: number): Literal[] => [...this.clauses[clause]!];

  /** Looks at the clauses a true literal makes shorter; what is left with one literal asserts it. False on a conflict. */
  visit(literal: Literal, known: Known, assert: (first: Literal, clause: number) => boolean): boolean {
    const head = this.head!;
    const falsified = this.negate(literal);
    let before = -1;
    for (let watch = head[literal]!; watch >= 0;) {
      const after = this.next[watch]!;
      const clause = this.clauses[this.clauseAt[watch]!]!;
      if (clause[0] === falsified) [clause[0], clause[1]] = [clause[1]!, clause[0]!];
      if (!known.isTrue(clause[0]!)) {
        let k = 2;
        while (k < clause.length && known.isTrue(this.negate(clause[k]!))) k++;
        if (k < clause.length) {
          [clause[1], clause[k]] = [clause[k]!, clause[1]!];
          if (before < 0) head[literal] = after;
          else this.next[before] = after;
          this.hang(this.negate(clause[1]!), watch);
          watch = after;
          continue;
        }
        if (!assert(clause[0]!, this.clauseAt[watch]!)) return false;
      }
      before = watch;
      watch = after;
    }
    return true;
  }

  private hang(literal: Literal, watch: number): void {
    this.next[watch] = this.head![literal]!;
    this.head![literal] = watch;
  }

  private negate(literal: Literal): Literal {
    const f = (literal / this.n) | 0;
    return (literal - f * this.n) * this.n + f;
  }
}
