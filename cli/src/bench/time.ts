/** One measured time: what was done, on how many facets (or flaps, or creases), and how long it took. */
export interface Row {
  readonly what: string;
  readonly size: number;
  readonly ms: number;
}

/** Rows as they are measured, one by one. */
export type Rows = Generator<Row, void>;

export const row = (what: string, ms: number, size = 0): Row => ({ what, size, ms: Number(ms.toFixed(2)) });

export const median = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)]!;

/** The median of some runs in ms, after one that warms up; with 0 runs that first one is the measure. */
export function time(runs: number, work: () => unknown): number {
  const once = (): number => {
    const began = performance.now();
    work();
    return performance.now() - began;
  };
  const first = once();
  return runs === 0 ? first : median(Array.from({ length: runs }, once));
}

/** Exponent of the time over the size, least squares on logarithms, for each kind of row that has two sizes or more. */
export function growthOf(rows: readonly Row[]): Record<string, number> {
  const kinds = [...new Set(rows.map((r) => kindOf(r)))];
  return Object.fromEntries(
    kinds.flatMap((kind) => {
      const points = rows
        .filter((r) => kindOf(r) === kind && r.ms > 0 && r.size > 0)
        .map((r) => [Math.log(r.size), Math.log(r.ms)] as const);
      if (points.length < 2) return [];
      const mean = (k: 0 | 1): number => points.reduce((s, p) => s + p[k], 0) / points.length;
      const [mx, my] = [mean(0), mean(1)];
      const over = points.reduce((s, [x, y]) => s + (x - mx) * (y - my), 0);
      const under = points.reduce((s, [x]) => s + (x - mx) ** 2, 0);
      return under > 0 ? [[kind, Number((over / under).toFixed(2))]] : [];
    }),
  );
}

/** What was done, without the size it was done at. */
const kindOf = ({ what, size }: Row): string => what.replace(String(size), 'n');
