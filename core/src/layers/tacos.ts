/**
 * Two folds on one stretch of edge, opening to the same side: facets a, b of one and c, d of the other may nest or lie
 * apart, never interleave. Of the 24 orders of four layers 16 are left; a table over the six relations says for each of
 * the 729 partial states whether it can still be met and which relations follow.
 */

/** The six pairs of a, b, c, d in the order used by the table. */
export const TACO_PAIRS = [
  [0, 1],
  [0, 2],
  [0, 3],
  [1, 2],
  [1, 3],
  [2, 3],
] as const;

/** Powers of 3: a relation is a digit, 0 open, 1 first above second, 2 first below second. */
export const TACO_DIGIT = [1, 3, 9, 27, 81, 243] as const;

/** For each state: -1 when no order is left, else base-3 digits of the relations that follow (0 where open or known). */
export const tacoForced: Int16Array = buildTable();

function buildTable(): Int16Array {
  const orders = permutations([0, 1, 2, 3]).filter(isApart);
  const digits = orders.map((height) => TACO_PAIRS.map(([p, q]) => (height[p]! > height[q]! ? 1 : 2)));
  const table = new Int16Array(729);
  for (let state = 0; state < 729; state++) {
    const known = TACO_DIGIT.map((d) => Math.floor(state / d) % 3);
    const left = digits.filter((order) => known.every((k, i) => k === 0 || k === order[i]));
    table[state] =
      left.length === 0
        ? -1
        : known.reduce(
            (sum, k, i) =>
              sum + (k === 0 && left.every((o) => o[i] === left[0]![i]) ? left[0]![i]! * TACO_DIGIT[i]! : 0),
            0,
          );
  }
  return table;
}

function permutations(items: readonly number[]): number[][] {
  if (items.length === 0) return [[]];
  return items.flatMap((x) => permutations(items.filter((y) => y !== x)).map((rest) => [x, ...rest]));
}

/** Heights of a, b, c, d: exactly one of c, d between a and b would mean the two folds cross. */
function isApart(height: readonly number[]): boolean {
  const [a, b, c, d] = height as [number, number, number, number];
  const between = (x: number): boolean => x > Math.min(a, b) && x < Math.max(a, b);
  return between(c) === between(d);
}
