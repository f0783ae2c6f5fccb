import { type Point, subtract } from '../geometry/index.ts';
import type { Assignment, CreasePattern } from '../creases/index.ts';

/** One inner vertex with folded creases, and which conditions hold. */
export interface VertexCheck {
  readonly vertex: number;
  readonly at: Point;
  /** Folded creases that meet here. */
  readonly degree: number;
  readonly kawasaki: boolean;
  readonly maekawa: boolean;
  readonly smallestSector: boolean;
  /** Alternate angles minus 180, in degrees. */
  readonly angleGap: number;
  /** What is wrong, with the value and the repair; empty when nothing is. */
  readonly reasons: readonly string[];
}

/**
 * Conditions at every inner vertex of a pattern. `precision` is the rounding error of a coordinate; the tolerance of an
 * angle is that over the length of the crease. Kawasaki 1989, Maekawa 1989; big-little-big: Hull 1994.
 */
export function checkVertices(pattern: CreasePattern, precision: number): VertexCheck[] {
  const rim = new Set(pattern.edges.flatMap((e) => (e.left < 0 || e.right < 0 ? [e.a, e.b] : [])));
  const spokes: { far: number; assignment: Assignment }[][] = pattern.vertices.map(() => []);
  for (const { a, b, assignment } of pattern.edges) {
    if (assignment === 'B' || assignment === 'F') continue;
    spokes[a]!.push({ far: b, assignment });
    spokes[b]!.push({ far: a, assignment });
  }
  return spokes.flatMap((list, vertex) =>
    rim.has(vertex) || list.length === 0 ? [] : [checkOne(pattern, vertex, list, precision)],
  );
}

function checkOne(
  pattern: CreasePattern,
  vertex: number,
  list: readonly { far: number; assignment: Assignment }[],
  precision: number,
): VertexCheck {
  const at = pattern.vertices[vertex]!;
  const around = list
    .map((s) => {
      const d = subtract(pattern.vertices[s.far]!, at);
      return { ...s, angle: Math.atan2(d[1], d[0]), length: Math.hypot(d[0], d[1]) };
    })
    .sort((s, t) => s.angle - t.angle);
  const degree = around.length;
  const sectors = around.map((s, i) => {
    const next = around[(i + 1) % degree]!.angle;
    return i + 1 < degree ? next - s.angle : next + 2 * Math.PI - s.angle;
  });
  const slack = 1e-9 + around.reduce((sum, s) => sum + (2 * precision) / s.length, 0);
  const odd = sectors.filter((_, i) => i % 2 === 0).reduce((s, g) => s + g, 0);
  const angleGap = ((odd - Math.PI) * 180) / Math.PI;
  const [mountains, valleys, free] = ['M', 'V', 'U'].map(
    (a) => around.filter((s) => s.assignment === a).length,
  ) as [number, number, number];
  const even = degree % 2 === 0;
  const kawasaki = even && Math.abs(odd - Math.PI) <= slack;
  // |M - V| = 2 can still be reached when the free creases can fill both up to degree / 2 +- 1.
  const maekawa =
    even &&
    [degree / 2 + 1, degree / 2 - 1].some(
      (m) => m >= mountains && degree - m >= valleys && m - mountains <= free,
    );
  const clash = sectors.findIndex(
    (sector, i) =>
      isPinched(sectors, i, sector, slack) &&
      sameSense(around[i]!.assignment, around[(i + 1) % degree]!.assignment),
  );
  const reasons: string[] = [];
  const name = `vertex ${vertex} at (${at[0].toFixed(4)}, ${at[1].toFixed(4)})`;
  if (!even)
    reasons.push(`${name}: ${degree} creases meet, and only an even number folds flat; add or take out one`);
  else if (!kawasaki)
    reasons.push(
      `${name}: alternate angles sum to ${((odd * 180) / Math.PI).toFixed(4)} degrees, allowed 180; move a crease`,
    );
  if (even && !maekawa)
    reasons.push(
      `${name}: ${mountains} mountains and ${valleys} valleys, and they must differ by 2; turn one`,
    );
  if (clash >= 0)
    reasons.push(
      `${name}: its smallest angle lies between two ${around[clash]!.assignment === 'M' ? 'mountains' : 'valleys'}; turn one of them`,
    );
  return { vertex, at, degree, kawasaki, maekawa, smallestSector: clash < 0, angleGap, reasons };
}

/** Strictly smaller than both neighbours: the creases on its sides must differ. */
function isPinched(sectors: readonly number[], i: number, sector: number, slack: number): boolean {
  const n = sectors.length;
  return n > 2 && sector < sectors[(i + n - 1) % n]! - slack && sector < sectors[(i + 1) % n]! - slack;
}

const sameSense = (a: Assignment, b: Assignment): boolean => a === b && a !== 'U';
