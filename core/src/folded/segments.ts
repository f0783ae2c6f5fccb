import {
  type Point,
  type Segment,
  dot,
  lineThrough,
  sideOf,
  subtract,
  toUnit,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';

/** A crease is the same line as another when its ends lie this close to it (sheet sides; placements are exact to 1e-13). */
const SAME_LINE = 1e-8;

const isOnLineOf = (a: Segment, p: Point): boolean => {
  const line = lineThrough(a.from, a.to);
  return line !== undefined && Math.abs(sideOf(line, p)) < SAME_LINE;
};

/** Collinear segments that touch or overlap, joined into one where `mayJoin` allows it. */
export function joinSegments<T extends Segment>(
  segments: readonly T[],
  mayJoin: (a: T, b: T) => boolean,
): T[] {
  const joined = [...segments];
  for (let i = 0; i < joined.length; i++) {
    for (let j = i + 1; j < joined.length; j++) {
      const union = mayJoin(joined[i]!, joined[j]!) ? unionOf(joined[i]!, joined[j]!) : undefined;
      if (!union) continue;
      joined[i] = { ...joined[i]!, ...union };
      joined.splice(j, 1);
      j = i;
    }
  }
  return joined;
}

/** Two stretches of one line as one; undefined when they lie on different lines or apart. */
function unionOf(a: Segment, b: Segment): Segment | undefined {
  if (!isOnLineOf(a, b.from) || !isOnLineOf(a, b.to)) return undefined;
  const along = toUnit(subtract(a.to, a.from));
  const place = (p: Point): number => dot(subtract(p, a.from), along);
  const ends = [b.from, b.to].sort((p, q) => place(p) - place(q)) as [Point, Point];
  const [low, high] = [place(ends[0]), place(ends[1])];
  if (high < -SAME_LINE || low > place(a.to) + SAME_LINE) return undefined;
  return { from: low < 0 ? ends[0] : a.from, to: high > place(a.to) ? ends[1] : a.to };
}

/** What is left of a segment after the parts that lie on other segments are taken out. */
export function subtractSegments(segment: Segment, others: readonly Segment[]): Segment[] {
  const along = toUnit(subtract(segment.to, segment.from));
  const at = (p: Point) => dot(subtract(p, segment.from), along);
  let left: [number, number][] = [[0, at(segment.to)]];
  for (const other of others) {
    if (!isOnLineOf(segment, other.from) || !isOnLineOf(segment, other.to)) continue;
    const [low, high] = [at(other.from), at(other.to)].sort((a, b) => a - b) as [number, number];
    left = left.flatMap(([a, b]) => {
      const parts: [number, number][] = [];
      if (low > a) parts.push([a, Math.min(b, low)]);
      if (high < b) parts.push([Math.max(a, high), b]);
      return parts.filter(([p, q]) => q - p > SAME_LINE);
    });
  }
  return left.map(([a, b]) => ({
    from: [segment.from[0] + along[0] * a, segment.from[1] + along[1] * a],
    to: [segment.from[0] + along[0] * b, segment.from[1] + along[1] * b],
  }));
}

/** True when two segments have the same ends, either way round. */
export const isSameSegment = (a: Segment, b: Segment): boolean =>
  (isSamePoint(a.from, b.from, tolerance.overlap) && isSamePoint(a.to, b.to, tolerance.overlap)) ||
  (isSamePoint(a.from, b.to, tolerance.overlap) && isSamePoint(a.to, b.from, tolerance.overlap));
