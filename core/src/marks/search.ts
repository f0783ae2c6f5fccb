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
/** Lines nearest to the target that are crossed with each other. */
const MOST_NEAR = 2500;

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

function crossNear(table: MarkTable, at: Point, pick: Shortlist): void {
  const near: { id: number; off: number }[] = [];
  table.visitNear(at, pick.reach, (id, off) => near.push({ id, off }));
  near.sort((a, b) => a.off - b.off);
  near.length = Math.min(near.length, MOST_NEAR);
  const packed = Float64Array.from(
    near.flatMap(({ id }) => {
      const { normal, offset } = table.lineAt(id);
      return [...normal, offset];
    }),
  );
  const square = pick.reach * pick.reach;
  for (let j = 1; j < near.length; j++) {
    for (let i = 0; i < j; i++) {
      const miss = squaredMiss(packed, 3 * i, 3 * j, at);
      if (miss > square) continue;
      const [a, b, error] = [near[i]!.id, near[j]!.id, Math.sqrt(miss)];
      if (!pick.isWelcome(error, table.costOf(a, b))) continue;
      if (table.hasMark(a, b)) pick.offer(error, [a, b], 0, () => ({ kind: 'crossing', a, b }));
    }
  }
}

/** Squared distance of a place from where two packed lines cross; infinite where they run too flat. */
function squaredMiss(packed: Float64Array, i: number, j: number, at: Point): number {
  const [ax, ay, ac] = [packed[i]!, packed[i + 1]!, packed[i + 2]!];
  const [bx, by, bc] = [packed[j]!, packed[j + 1]!, packed[j + 2]!];
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
  for (let id = 0; id < table.count; id++) {
    const error = Math.max(...ends.map((p) => Math.abs(table.sideOf(id, p))));
    if (error <= pick.reach) pick.offer(error, [id], 0, () => ({ kind: 'line', id }));
  }
  // One fold more: a mark onto another, or through two.
  const marks = table.marksUpTo(3);
  const grain = 2 * pick.reach;
  const cells = new Map<string, Mark[]>();
  const keyOf = (x: number, y: number): string => `${Math.round(x / grain)},${Math.round(y / grain)}`;
  for (const m of marks) {
    const key = keyOf(...m.at);
    cells.set(key, [...(cells.get(key) ?? []), m]);
  }
  const offer = (made: Line | undefined, kind: 'onto' | 'through', p: Mark, q: Mark): void => {
    if (made && table.bounds.chord(made))
      pick.offer(missBy(made), [p.a, p.b, q.a, q.b], 1, () => ({ kind, p, q }));
  };
  for (const p of marks) {
    const [x, y] = mirrorPoint(line, p.at);
    for (const dx of [-grain, 0, grain])
      for (const dy of [-grain, 0, grain])
        for (const q of cells.get(keyOf(x + dx, y + dy)) ?? [])
          if (distance(q.at, [x, y]) <= 2 * pick.reach) offer(bringOnto(p.at, q.at), 'onto', p, q);
  }
  const beside = marks.filter((m) => Math.abs(sideOf(line, m.at)) <= pick.reach);
  beside.forEach((p, i) => {
    for (const q of beside.slice(0, i)) offer(creaseThrough(p.at, q.at), 'through', p, q);
  });
}
