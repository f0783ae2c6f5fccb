import { type Line, type Point, crossingOf, distance, mirrorPoint, sideOf } from '../geometry/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { edgesOf } from '../sheet/index.ts';
import { bringOnto, creaseThrough } from './alignments.ts';
import type { Mark, MarkTable } from './table.ts';

/** What is wanted: a place on the sheet, a share of an edge (from its first corner), or a line. Sheet sides. */
export type MarkTarget =
  | { readonly kind: 'point'; readonly at: Point }
  | { readonly kind: 'share'; readonly edge: string; readonly share: number }
  | { readonly kind: 'line'; readonly line: Line };

/**
 * How a target is reached: where two lines cross; where they cross, carried square to the edge; a line of the table; or
 * one more fold that brings a mark onto another or runs through two.
 */
type MarkEnd =
  | { readonly kind: 'crossing'; readonly a: number; readonly b: number }
  | { readonly kind: 'carried'; readonly a: number; readonly b: number }
  | { readonly kind: 'line'; readonly id: number }
  | { readonly kind: 'onto' | 'through'; readonly p: Mark; readonly q: Mark };

export interface MarkAnswer {
  readonly end: MarkEnd;
  /** Creases to fold in order, by number in the table. */
  readonly lines: readonly number[];
  /** How many folds it takes; carrying a mark to the edge is not counted. */
  readonly creases: number;
  /** Distance from what was wanted, in sheet sides (for a line: the larger at its two ends). */
  readonly error: number;
  /** True where nothing but the rounding of doubles is left. */
  readonly exact: boolean;
}

export interface MarkLimits {
  readonly creases: number;
  /** What is near enough, in sheet sides. */
  readonly tolerance: number;
  /** So many answers in all, and of each number of creases. */
  readonly best: number;
  /** All that were kept of each number of creases are wanted, not the best in all alone. */
  readonly each?: boolean;
  /** Lines of the table that may not be folded. */
  readonly barred?: ReadonlySet<number>;
}

/** What the rounding of doubles can leave after a few folds. */
const ROUNDING = 1e-11;
/** Answers are looked for this far from what was wanted, in sheet sides, however fine the tolerance. */
const REACH = 0.002;

/**
 * The best ways to a target, exact ones first, then those within the tolerance by creases, then the rest by error. A
 * place is the crossing of any two lines of the table, so that twice the table's creases can be reached; a line may take
 * one fold more between any two marks. Refuses targets off the sheet.
 */
export function findMark(
  table: MarkTable,
  target: MarkTarget,
  limits: MarkLimits,
): Outcome<MarkAnswer[], string> {
  const fault = checkTarget(table, target);
  if (fault) return failed(fault);
  const reach = Math.max(REACH, limits.tolerance);
  const pick = new Shortlist(table, limits, reach);
  if (target.kind === 'point') crossNear(table, target.at, pick);
  else if (target.kind === 'share') searchEdge(table, target, pick);
  else searchLine(table, target.line, pick);
  return done(pick.ranked());
}

function checkTarget({ sheet, bounds }: MarkTable, target: MarkTarget): string | undefined {
  if (target.kind === 'share') {
    const edges = edgesOf(sheet);
    if (!edges.some((e) => e.name === target.edge))
      return `This sheet has no edge ${target.edge}; choose one of ${edges.map((e) => e.name).join(', ')}.`;
    if (!(target.share > 0 && target.share < 1))
      return `A share of ${target.share} does not lie on the edge; write a fraction between 0 and 1.`;
  }
  if (target.kind === 'point' && !bounds.holds(target.at))
    return `The point (${target.at.join(', ')}) lies off the sheet, whose shorter side is 1; choose a point on it.`;
  if (target.kind === 'line' && !bounds.chord(target.line))
    return 'The line misses the sheet, or cuts off a corner too small to fold; choose one across the sheet.';
  return undefined;
}

/** The best answers met so far for each number of creases. */
class Shortlist {
  readonly reach: number;
  private readonly table: MarkTable;
  private readonly limits: MarkLimits;
  private readonly byCost = new Map<number, MarkAnswer[]>();

  constructor(table: MarkTable, limits: MarkLimits, reach: number) {
    this.table = table;
    this.limits = limits;
    this.reach = reach;
  }

  /** Offers an end that needs the creases of these lines and `more` folds beyond them. */
  offer(error: number, lines: readonly number[], more: number, makeEnd: () => MarkEnd): void {
    if (error > this.reach) return;
    const needs = [...new Set(lines.flatMap((id) => this.table.needsOf(id)))].sort((a, b) => a - b);
    const creases = needs.length + more;
    if (creases > this.limits.creases) return;
    const { barred } = this.limits;
    if (barred && needs.some((id) => barred.has(id))) return;
    const list = this.byCost.get(creases) ?? [];
    this.byCost.set(creases, list);
    const worst = list[this.limits.best - 1];
    if (worst && worst.error <= error) return;
    const answer = { end: makeEnd(), lines: needs, creases, error, exact: error <= ROUNDING };
    if (list.some((a) => a.lines.join() === needs.join() && Math.abs(a.error - error) < ROUNDING)) return;
    list.push(answer);
    list.sort((a, b) => a.error - b.error);
    list.length = Math.min(list.length, this.limits.best);
  }

  /** False where answers of so many creases cannot be bettered by this error. */
  isWelcome(error: number, creases: number): boolean {
    const worst = this.byCost.get(creases)?.[this.limits.best - 1];
    return error <= this.reach && creases <= this.limits.creases && (!worst || error < worst.error);
  }

  /** An error above this betters no answer of so many creases or more. */
  boundFrom(creases: number): number {
    let bound = 0;
    for (let k = creases; k <= this.limits.creases; k++) {
      const worst = this.byCost.get(k)?.[this.limits.best - 1];
      if (!worst) return this.reach;
      bound = Math.max(bound, worst.error);
    }
    return bound;
  }

  ranked(): MarkAnswer[] {
    const classOf = (a: MarkAnswer): number => (a.exact ? 0 : a.error <= this.limits.tolerance ? 1 : 2);
    return [...this.byCost.values()]
      .flat()
      .sort(
        (a, b) =>
          classOf(a) - classOf(b) ||
          (classOf(a) === 2 ? a.error - b.error : a.creases - b.creases || a.error - b.error),
      )
      .slice(0, this.limits.each ? undefined : this.limits.best);
  }
}

/** Lines near a place that need so many creases, nearest first. */
interface Near {
  readonly ids: readonly number[];
  readonly offs: readonly number[];
  /** Normals and offsets, three numbers each. */
  readonly packed: Float64Array;
}

/**
 * Crossings at a place. A crossing is no nearer to it than either line, and two lines that are not folded from one another
 * need one crease more than the deeper of them: pairs that cannot better what is known are left out unseen.
 */
function crossNear(table: MarkTable, at: Point, pick: Shortlist): void {
  const near = nearByDepth(table, at, pick.reach);
  const tryPair = (a: number, b: number): void => {
    const [one, other] = [a, b].map((id) => table.lineAt(id)) as [Line, Line];
    const packed = [...one.normal, one.offset, ...other.normal, other.offset];
    const error = Math.sqrt(crossingMiss(packed, 0, packed, 3, at));
    if (pick.isWelcome(error, table.costOf(a, b)) && table.hasMark(a, b))
      pick.offer(error, [a, b], 0, () => ({ kind: 'crossing', a, b }));
  };
  // What a line is folded from costs nothing more.
  for (const { ids } of near)
    for (const id of ids) {
      for (let edge = 0; edge < table.edges; edge++) if (edge !== id) tryPair(edge, id);
      for (const need of table.needsOf(id)) if (need !== id) tryPair(need, id);
    }
  near.forEach((deep, depth) => {
    for (const other of near.slice(0, depth + 1)) {
      for (let j = 0; j < deep.ids.length; j++) {
        let bound = pick.boundFrom(depth + 1);
        if (deep.offs[j]! > bound) break;
        const most = other === deep ? j : other.ids.length;
        for (let i = 0; i < most && other.offs[i]! <= bound; i++) {
          const miss = crossingMiss(other.packed, 3 * i, deep.packed, 3 * j, at);
          if (miss > bound * bound) continue;
          const [a, b, error] = [other.ids[i]!, deep.ids[j]!, Math.sqrt(miss)];
          if (!pick.isWelcome(error, table.costOf(a, b)) || !table.hasMark(a, b)) continue;
          pick.offer(error, [a, b], 0, () => ({ kind: 'crossing', a, b }));
          bound = pick.boundFrom(depth + 1);
        }
      }
    }
  });
}

/** Lines that pass a place, by the number of creases they need. */
function nearByDepth(table: MarkTable, at: Point, reach: number): Near[] {
  const found: { id: number; off: number }[][] = [];
  table.visitNear(at, reach, (id, off) => {
    const depth = table.depthOf(id);
    (found[depth] ??= []).push({ id, off });
  });
  return Array.from(found, (list = []) => {
    list.sort((a, b) => a.off - b.off);
    const packed = new Float64Array(3 * list.length);
    list.forEach(({ id }, i) => {
      const { normal, offset } = table.lineAt(id);
      packed.set([normal[0], normal[1], offset], 3 * i);
    });
    return { ids: list.map((l) => l.id), offs: list.map((l) => l.off), packed };
  });
}

/** Squared distance of a place from where two packed lines cross; infinite where they run too flat. */
function crossingMiss(
  one: ArrayLike<number>,
  i: number,
  other: ArrayLike<number>,
  j: number,
  at: Point,
): number {
  const [ax, ay, ac] = [one[i]!, one[i + 1]!, one[i + 2]!];
  const [bx, by, bc] = [other[j]!, other[j + 1]!, other[j + 2]!];
  const det = ax * by - ay * bx;
  if (det > -0.17 && det < 0.17) return Infinity;
  const x = (ac * by - bc * ay) / det - at[0];
  const y = (ax * bc - bx * ac) / det - at[1];
  return x * x + y * y;
}

function searchEdge(
  table: MarkTable,
  { edge, share }: { readonly edge: string; readonly share: number },
  pick: Shortlist,
): void {
  const number = edgesOf(table.sheet).findIndex((e) => e.name === edge);
  const { from, to } = edgesOf(table.sheet)[number]!;
  const at: Point = [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
  const size = distance(from, to);
  const way: Point = [(to[0] - from[0]) / size, (to[1] - from[1]) / size];
  const wanted = at[0] * way[0] + at[1] * way[1];
  // Lines that cross the edge there.
  table.visitNear(at, pick.reach, (id) => {
    if (id === number) return;
    const crossed = crossingOf(table.lineAt(id), table.lineAt(number));
    const error = crossed ? distance(crossed, at) : Infinity;
    if (error <= pick.reach && table.hasMark(id, number))
      pick.offer(error, [id, number], 0, () => ({ kind: 'crossing', a: id, b: number }));
  });
  // Marks anywhere, to be carried square to the edge.
  table.visitMarksAt(way, wanted, pick.reach, (a, b, off) => {
    if (a === number || b === number) return;
    if (pick.isWelcome(off, table.costOf(a, b)) && table.hasMark(a, b))
      pick.offer(off, [a, b], 0, () => ({ kind: 'carried', a, b }));
  });
}

function searchLine(table: MarkTable, line: Line, pick: Shortlist): void {
  const ends = table.bounds.ends(line)!;
  const missBy = (made: Line): number => Math.max(...ends.map((p) => Math.abs(sideOf(made, p))));
  table.visitNear(ends[0], pick.reach, (id, off) => {
    const error = Math.max(off, Math.abs(table.sideOf(id, ends[1])));
    if (error <= pick.reach) pick.offer(error, [id], 0, () => ({ kind: 'line', id }));
  });
  // One fold more: a mark onto another, or through two.
  const marks = table.marksUpTo(3);
  const grain = 2 * pick.reach;
  const cells = table.cellsOf(marks, grain);
  const offer = (made: Line | undefined, kind: 'onto' | 'through', p: Mark, q: Mark): void => {
    if (made && table.bounds.chord(made))
      pick.offer(missBy(made), [p.a, p.b, q.a, q.b], 1, () => ({ kind, p, q }));
  };
  for (const p of marks) {
    const [x, y] = mirrorPoint(line, p.at);
    for (const q of cells.around(x, y))
      if (distance(q.at, [x, y]) <= 2 * pick.reach) offer(bringOnto(p.at, q.at), 'onto', p, q);
  }
  const beside = marks.filter((m) => Math.abs(sideOf(line, m.at)) <= pick.reach);
  beside.forEach((p, i) => {
    for (const q of beside.slice(0, i)) offer(creaseThrough(p.at, q.at), 'through', p, q);
  });
}
