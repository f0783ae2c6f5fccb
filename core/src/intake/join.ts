import {
  type PlanarMap,
  type Point,
  type TaggedSegment,
  crossingOf,
  distance,
  footOf,
  isOnSegment,
  lineThrough,
  planarize,
  sideOf,
} from '../geometry/index.ts';
import type { Meaning } from './meaning.ts';

/** A line of the drawing, by its number, with what it is taken as. */
export interface Tag {
  readonly line: number;
  readonly meaning: Meaning;
}
export type MeantLine = TaggedSegment<Tag>;

/** Ends that were brought together, and how far the farthest was off. */
export interface Joined {
  readonly at: Point;
  readonly ends: number;
  readonly apart: number;
}

/** Ends nearer to each other than this share of the size are one without being told. */
export const NEAR = 1e-7;

/**
 * Brings loose ends together: an end of a folded crease or of the rim that meets nothing goes to the nearest place within
 * `reach` (another end, a crossing, or the nearest point of another line). Lengths in the drawing's unit.
 */
export function joinEnds(
  lines: readonly MeantLine[],
  size: number,
  reach: number,
): { readonly lines: readonly MeantLine[]; readonly joined: readonly Joined[] } {
  if (reach <= size * NEAR) return { lines, joined: [] };
  const map = planarize(lines, size * NEAR);
  const loose = looseEnds(map);
  if (loose.length === 0) return { lines, joined: [] };
  const goals = findGoals(map, new Map(lines.map((l) => [l.tags[0]!.line, l])), reach, loose);
  const joined = new Map<string, { at: Point; ends: number; apart: number }>();
  const keyOf = (p: Point): string =>
    `${Math.round(p[0] / (size * NEAR * 10))},${Math.round(p[1] / (size * NEAR * 10))}`;
  const moved = new NodeGrid(
    [...goals.keys()].map((v) => map.nodes[v]!),
    size * NEAR * 4,
  );
  const goalsList = [...goals.values()];
  goals.forEach((at, v) => {
    const apart = distance(map.nodes[v]!, at);
    const own = joined.get(keyOf(at));
    if (own) [own.ends, own.apart] = [own.ends + 1, Math.max(own.apart, apart)];
    else joined.set(keyOf(at), { at, ends: 1, apart });
  });
  const carry = (p: Point): Point => {
    const i = moved.nearest(p, size * NEAR * 2);
    return i === undefined ? p : goalsList[i]!;
  };
  return {
    lines: lines.map((l) => ({ ...l, from: carry(l.from), to: carry(l.to) })),
    joined: [...joined.values()],
  };
}

/** Loose ends near each other, and the lines they end. */
interface Heap {
  readonly ends: readonly number[];
  readonly own: ReadonlySet<number>;
  readonly middle: Point;
}

/**
 * Where loose ends go, heap by heap: to a point where other lines meet, else onto another line that runs by, else to the
 * point its own lines run to. Crossings that only ends drawn too long have made draw nothing to themselves.
 */
function findGoals(
  map: PlanarMap<Tag>,
  lines: ReadonlyMap<number, MeantLine>,
  reach: number,
  loose: readonly number[],
): Map<number, Point> {
  const { nodes } = map;
  const grid = new NodeGrid(nodes, reach);
  const through = linesThrough(map);
  const goals = new Map<number, Point>();
  for (const heap of heapsOf(nodes, grid, through, reach, loose)) {
    const { ends, own, middle } = heap;
    const firm = grid
      .within(middle, reach)
      .filter((w) => !ends.includes(w) && [...through[w]!].filter((l) => !own.has(l)).length > 1);
    const [nearest] = firm.sort((a, b) => distance(nodes[a]!, middle) - distance(nodes[b]!, middle));
    const goal =
      nearest !== undefined
        ? nodes[nearest]!
        : (placeOnLine(lines, heap, reach) ??
          (ends.length > 1 ? (whereAllMeet(lines, heap, reach) ?? middle) : undefined));
    if (goal) for (const v of ends) goals.set(v, goal);
  }
  return goals;
}

/** The lines that run through or end in each node, by their numbers. */
export function linesThrough(map: PlanarMap<Tag>): ReadonlySet<number>[] {
  const through: Set<number>[] = map.nodes.map(() => new Set());
  for (const { a, b, tags } of map.parts)
    for (const { line } of tags) {
      through[a]!.add(line);
      through[b]!.add(line);
    }
  return through;
}

function heapsOf(
  nodes: readonly Point[],
  grid: NodeGrid,
  through: readonly ReadonlySet<number>[],
  reach: number,
  loose: readonly number[],
): Heap[] {
  const left = new Set(loose);
  return loose.flatMap((first): Heap[] => {
    if (!left.delete(first)) return [];
    const ends = [first];
    for (let k = 0; k < ends.length; k++)
      for (const w of grid.within(nodes[ends[k]!]!, reach)) if (left.delete(w)) ends.push(w);
    const all = ends.map((v) => nodes[v]!);
    const middle: Point = [
      all.reduce((s, p) => s + p[0], 0) / all.length,
      all.reduce((s, p) => s + p[1], 0) / all.length,
    ];
    return [{ ends, middle, own: new Set(ends.flatMap((v) => [...through[v]!])) }];
  });
}

/**
 * The point nearest to all lines of a heap (least squares): ends drawn too short or too long still lie on their lines.
 * Undefined where the lines are nearly parallel, or meet farther off than twice the reach.
 */
function whereAllMeet(
  lines: ReadonlyMap<number, MeantLine>,
  { own, middle }: Heap,
  reach: number,
): Point | undefined {
  let [xx, xy, yy, x, y] = [0, 0, 0, 0, 0];
  for (const number of own) {
    const { from, to } = lines.get(number)!;
    const line = lineThrough(from, to);
    if (!line) continue;
    const [a, b] = line.normal;
    const off = -sideOf(line, middle);
    [xx, xy, yy, x, y] = [xx + a * a, xy + a * b, yy + b * b, x + a * off, y + b * off];
  }
  const det = xx * yy - xy * xy;
  if (det < 1e-3) return undefined;
  const move: Point = [(yy * x - xy * y) / det, (xx * y - xy * x) / det];
  return Math.hypot(...move) <= 2 * reach ? [middle[0] + move[0], middle[1] + move[1]] : undefined;
}

/** The place on another line within reach: where a single end's own line meets it, else the nearest point of it. */
function placeOnLine(
  lines: ReadonlyMap<number, MeantLine>,
  { ends, own, middle }: Heap,
  reach: number,
): Point | undefined {
  let best: { place: Point; apart: number } | undefined;
  const [single] = own.size === 1 && ends.length === 1 ? own : [];
  const along =
    single === undefined ? undefined : lineThrough(lines.get(single)!.from, lines.get(single)!.to);
  for (const [number, { from, to }] of lines) {
    if (own.has(number)) continue;
    const line = lineThrough(from, to);
    if (!line) continue;
    const foot = footOf(line, middle);
    const apart = distance(foot, middle);
    if (apart > reach || !isOnSegment(foot, { from, to }, reach * 1e-3)) continue;
    if (best && apart >= best.apart) continue;
    const met = along && crossingOf(along, line);
    best = { place: met && distance(met, middle) <= 2 * reach ? met : foot, apart };
  }
  return best?.place;
}

/**
 * Nodes where one stretch ends that is no resting crease (those may end anywhere), and where a mountain runs into a valley
 * and nothing else meets them: no vertex is so, but two ends drawn over each other are.
 */
function looseEnds({ nodes, parts }: PlanarMap<Tag>): number[] {
  const around: Meaning[][] = nodes.map(() => []);
  for (const { a, b, tags } of parts) {
    const meaning = tags.map((t) => t.meaning).sort((m, n) => STRENGTH[n] - STRENGTH[m])[0]!;
    around[a]!.push(meaning);
    around[b]!.push(meaning);
  }
  return around.flatMap(([first, second, ...more], v) => {
    if (first === undefined || first === 'F' || more.length > 0) return [];
    const isLoose =
      second === undefined || (second !== first && ![first, second].some((m) => 'BF'.includes(m)));
    return isLoose ? [v] : [];
  });
}

/** Of lines that run over each other the strongest counts. */
export const STRENGTH: Readonly<Record<Meaning, number>> = { B: 4, M: 3, V: 3, U: 2, F: 1, out: 0 };

/** Points by the cell they lie in, for a look-up of neighbours. */
class NodeGrid {
  private readonly cells = new Map<string, number[]>();
  private readonly points: readonly Point[];
  private readonly cell: number;

  constructor(points: readonly Point[], cell: number) {
    [this.points, this.cell] = [points, cell];
    points.forEach((p, i) => {
      const key = this.keyOf(p, 0, 0);
      const own = this.cells.get(key);
      if (own) own.push(i);
      else this.cells.set(key, [i]);
    });
  }

  within(p: Point, reach: number): number[] {
    const found: number[] = [];
    for (const dx of [-1, 0, 1])
      for (const dy of [-1, 0, 1])
        for (const i of this.cells.get(this.keyOf(p, dx, dy)) ?? [])
          if (distance(this.points[i]!, p) <= reach) found.push(i);
    return found;
  }

  nearest(p: Point, reach: number): number | undefined {
    return this.within(p, reach).sort(
      (a, b) => distance(this.points[a]!, p) - distance(this.points[b]!, p),
    )[0];
  }

  private readonly keyOf = (p: Point, dx: number, dy: number): string =>
    `${Math.floor(p[0] / this.cell) + dx},${Math.floor(p[1] / this.cell) + dy}`;
}
