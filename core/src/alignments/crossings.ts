import type { Point } from '../geometry/index.ts';

/** Lines of a table, packed: normal and offset of each, and the creases each needs. */
interface Packed {
  readonly lines: Float64Array;
  readonly needs: Int32Array;
  /** Places kept for the needs of a line; the first below zero ends them. */
  readonly stride: number;
  readonly edges: number;
  /** The first line of the last level. */
  readonly last: number;
  readonly count: number;
}

/**
 * Pairs of lines, one number after the other, whose crossing, measured along a direction, lies within `reach` of a value.
 * Lines of the last level take the whole depth of the table and are paired with what they were folded from only. This is
 * what an answer waits for: everything is multiplied through by the determinant (so that parallels fall out by themselves)
 * and multiplied out for the second line.
 */
export function crossingsAt(
  { lines, needs, stride, edges, last, count }: Packed,
  [wx, wy]: Point,
  value: number,
  reach: number,
): number[] {
  const hits: number[] = [];
  for (let b = 1; b < count; b++) {
    const j = 3 * b;
    const bx = lines[j]!;
    const by = lines[j + 1]!;
    const bc = lines[j + 2]!;
    const px = bc * wy - by * value;
    const py = bx * value - bc * wx;
    const pc = by * wx - bx * wy;
    const end = b < last ? j : 3 * edges;
    for (let i = 0; i < end; i += 3) {
      const ax = lines[i]!;
      const ay = lines[i + 1]!;
      const off = ax * px + ay * py + lines[i + 2]! * pc;
      const most = reach * (ax * by - ay * bx);
      // Both signs of the determinant at once.
      if ((off - most) * (off + most) < 0) hits.push(i / 3, b);
    }
    if (b < last) continue;
    for (let k = b * stride; ; k++) {
      const a = needs[k]!;
      if (a < 0 || a === b) break;
      const ax = lines[3 * a]!;
      const ay = lines[3 * a + 1]!;
      const off = ax * px + ay * py + lines[3 * a + 2]! * pc;
      const most = reach * (ax * by - ay * bx);
      if ((off - most) * (off + most) < 0) hits.push(a, b);
    }
  }
  return hits;
}

/** How far the crossing of two lines, measured along a direction, lies from a value. */
export function offAlong(lines: Float64Array, a: number, b: number, [wx, wy]: Point, value: number): number {
  const [ax, ay, ac] = [lines[3 * a]!, lines[3 * a + 1]!, lines[3 * a + 2]!];
  const [bx, by, bc] = [lines[3 * b]!, lines[3 * b + 1]!, lines[3 * b + 2]!];
  const det = ax * by - ay * bx;
  return Math.abs(((ac * by - bc * ay) * wx + (ax * bc - bx * ac) * wy) / det - value);
}
