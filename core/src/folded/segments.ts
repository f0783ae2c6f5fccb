import {
  type Point,
  type Segment,
  distance,
  dot,
  lineThrough,
  sideOf,
  subtract,
  toUnit,
} from '../geometry/index.ts';

/** A crease is the same line as another when its ends lie this close to it (sheet sides; placements are exact to 1e-13). */
const SAME_LINE = 1e-8;

const isOnLineOf = (a: Segment, p: Point): boolean => {
  const line = lineThrough(a.from, a.to);
  return line !== undefined && Math.abs(sideOf(line, p)) < SAME_LINE;
};

/** Segments that share an end and run straight on, joined into one where `mayJoin` allows it. */
export function joinSegments<T extends Segment>(
  segments: readonly T[],
  mayJoin: (a: T, b: T) => boolean,
): T[] {
  const joined = [...segments];
  for (let i = 0; i < joined.length; i++) {
    for (let j = i + 1; j < joined.length; j++) {
      const [a, b] = [joined[i]!, joined[j]!];
      if (!mayJoin(a, b) || !isOnLineOf(a, b.from) || !isOnLineOf(a, b.to)) continue;
      const ends = [a.from, a.to].flatMap((p) => [b.from, b.to].filter((q) => distance(p, q) < SAME_LINE));
      if (ends.length !== 1) continue;
      const far = [a.from, a.to, b.from, b.to].filter((p) => distance(p, ends[0]!) > SAME_LINE);
      joined[i] = { ...a, from: far[0]!, to: far[1]! };
      joined.splice(j, 1);
      j = i;
    }
  }
  return joined;
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
