import {
  type Isometry,
  type Line,
  type Point,
  apply,
  distance,
  dot,
  reflectionIn,
  subtract,
} from '../geometry/index.ts';
import { raise } from '../packing/index.ts';

/** A side of the sheet: normal . p <= limit, the normal outwards, of length 1. */
export interface Wall {
  readonly normal: Point;
  readonly limit: number;
  readonly from: Point;
  readonly to: Point;
}

/** How an end is held on the sheet. */
export type Hold = 'free' | { readonly wall: number } | 'fixed';

/** Ends on the sheet, in sheet sides. An end's mate mirrors it; one that is its own mate lies on the mirror line. */
export interface Ends {
  readonly at: readonly Point[];
  readonly holds: readonly Hold[];
  readonly mates: readonly number[] | undefined;
}

export interface Field {
  readonly walls: readonly Wall[];
  readonly mirror: Line | undefined;
}

/** What is moved, and what it is moved for. */
export interface Goal {
  readonly moves: (end: number) => boolean;
  /** What a move of an end is worth. */
  readonly pull: (end: number) => Point;
  /** By how much an end may become longer, in sheet sides; each growth is worth 1. */
  readonly most: (end: number) => number;
}

/** Trust box of the first and the last steps, in sheet sides. */
const [FIRST_BOX, LAST_BOX] = [0.05, 0.001];
const MOST_STEPS = 40;
/** An end so near to a wall lies on it. */
export const ON_WALL = 1e-8;

interface Unknown {
  readonly end: number;
  readonly direction: Point;
}

export interface Settled {
  readonly at: Point[];
  readonly growth: number[];
}

/**
 * Moves ends and lets them grow so that the goal becomes largest while each two stay at least `ways(i, j)` and their
 * growths apart. Successive linear programs: the distance of two ends is convex in their places, so that whatever its
 * tangent allows it allows, and the goal never falls.
 */
export function settle(
  ends: Ends,
  ways: (i: number, j: number) => number,
  field: Field,
  goal: Goal,
): Settled {
  const n = ends.at.length;
  const map = field.mirror && reflectionIn(field.mirror);
  const mateOf = (i: number): number => ends.mates?.[i] ?? i;
  const unknowns: Unknown[] = [];
  const ownOf: number[][] = ends.at.map(() => []);
  const growthOf = new Int32Array(n).fill(-1);
  const growing: number[] = [];
  ends.at.forEach((_, i) => {
    const mate = mateOf(i);
    const isImage = ends.mates !== undefined && mate < i;
    if (goal.moves(i) && !isImage)
      for (const direction of directionsOf(ends.holds[i]!, field, ends.mates !== undefined && mate === i))
        ownOf[i]!.push(unknowns.push({ end: i, direction }) - 1);
    if (isImage) growthOf[i] = growthOf[mate]!;
    else if (goal.most(i) > 0) growthOf[i] = growing.push(i) - 1;
  });
  // The mate of an end moves with its unknowns, mirrored.
  const movesOf = (i: number): readonly { unknown: number; direction: Point }[] => {
    const mate = mateOf(i);
    if (ends.mates === undefined || mate >= i)
      return ownOf[i]!.map((k) => ({ unknown: k, direction: unknowns[k]!.direction }));
    return ownOf[mate]!.map((k) => ({ unknown: k, direction: turned(map!, unknowns[k]!.direction) }));
  };
  const moves = ends.at.map((_, i) => movesOf(i));
  const at = ends.at.map((p): Point => [...p]);
  const growth = new Float64Array(growing.length);
  const columns = unknowns.length + growing.length;
  if (columns === 0) return { at, growth: ends.at.map(() => 0) };
  let box = FIRST_BOX;
  for (let step = 0; step < MOST_STEPS; step++) {
    const rows: { parts: [number, number][]; slack: number }[] = [];
    for (let i = 0; i < n; i++)
      for (let j = i + 1; j < n; j++) {
        const [gi, gj] = [growthOf[i]!, growthOf[j]!];
        if (moves[i]!.length + moves[j]!.length === 0 && gi < 0 && gj < 0) continue;
        const apart = distance(at[i]!, at[j]!);
        const grown = (gi < 0 ? 0 : growth[gi]!) + (gj < 0 ? 0 : growth[gj]!);
        const slack = apart - ways(i, j) - grown;
        if (slack > 5 * box) continue;
        const parts: [number, number][] = [];
        const towards: Point = apart < 1e-12 ? [1, 0] : scaled(subtract(at[i]!, at[j]!), 1 / apart);
        for (const { unknown, direction } of moves[i]!) parts.push([unknown, dot(towards, direction)]);
        for (const { unknown, direction } of moves[j]!) parts.push([unknown, -dot(towards, direction)]);
        for (const g of [gi, gj]) if (g >= 0) parts.push([unknowns.length + g, -1]);
        rows.push({ parts, slack: Math.max(0, slack) });
      }
    ends.at.forEach((_, i) => {
      if (moves[i]!.length === 0) return;
      for (const { normal, limit } of field.walls) {
        const slack = limit - dot(normal, at[i]!);
        if (slack > 2 * box) continue;
        const parts = moves[i]!.map(({ unknown, direction }): [number, number] => [
          unknown,
          -dot(normal, direction),
        ]);
        if (parts.some(([, f]) => Math.abs(f) > 1e-12)) rows.push({ parts, slack: Math.max(0, slack) });
      }
    });
    const matrix = new Float64Array(rows.length * columns);
    rows.forEach(({ parts }, r) => parts.forEach(([k, f]) => (matrix[r * columns + k]! += f)));
    const lower = new Float64Array(columns).fill(-box);
    const upper = new Float64Array(columns).fill(box);
    const gain = new Float64Array(columns);
    moves.forEach((own, i) => {
      const pull = goal.pull(i);
      for (const { unknown, direction } of own) gain[unknown]! += dot(pull, direction);
    });
    growing.forEach((end, g) => {
      const k = unknowns.length + g;
      gain[k] = 1;
      lower[k] = Math.max(-box, -growth[g]!);
      upper[k] = Math.max(0, Math.min(box, goal.most(end) - growth[g]!));
    });
    const worth = gain.slice();
    const moved = raise({
      rows: rows.length,
      columns,
      matrix,
      slack: Float64Array.from(rows, (r) => r.slack),
      lower,
      upper,
      gain,
    });
    ends.at.forEach((_, i) => {
      for (const { unknown, direction } of moves[i]!) {
        at[i] = [at[i]![0] + moved[unknown]! * direction[0], at[i]![1] + moved[unknown]! * direction[1]];
      }
    });
    growing.forEach((_, g) => (growth[g] = Math.max(0, growth[g]! + moved[unknowns.length + g]!)));
    const won = moved.reduce((sum, m, k) => sum + m * worth[k]!, 0);
    if (won < 1e-13 && box <= LAST_BOX) break;
    box = Math.max(LAST_BOX, box * (won < 1e-4 ? 0.25 : 0.6));
  }
  return { at, growth: ends.at.map((_, i) => (growthOf[i]! < 0 ? 0 : growth[growthOf[i]!]!)) };
}

function directionsOf(hold: Hold, { walls, mirror }: Field, isOnMirror: boolean): Point[] {
  if (hold === 'fixed') return [];
  const along: Point | undefined = mirror && isOnMirror ? [-mirror.normal[1], mirror.normal[0]] : undefined;
  if (hold === 'free') {
    if (along) return [along];
    return [
      [1, 0],
      [0, 1],
    ];
  }
  const { normal } = walls[hold.wall]!;
  const side: Point = [-normal[1], normal[0]];
  // Held on a wall and on the mirror line at once it cannot move, unless they are one line.
  return along && Math.abs(dot(along, normal)) > 1e-9 ? [] : [side];
}

const scaled = ([x, y]: Point, by: number): Point => [x * by, y * by];

function turned(map: Isometry, direction: Point): Point {
  const origin = apply(map, [0, 0]);
  return subtract(apply(map, direction), origin);
}
