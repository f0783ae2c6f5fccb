import { buildEffort } from '@jade/core/effort';
import { pack } from '@jade/core/packing';
import { type Rows, row, time } from './time.ts';

/** Equal flaps packed on a square, a hundred hops each. */
export function* timePacking(): Rows {
  for (const n of [4, 8, 12, 16, 20]) {
    const distances = Array.from({ length: n }, (_, i) =>
      Array.from({ length: n }, (_, j) => (i === j ? 0 : 1)),
    );
    const ask = {
      sheet: { kind: 'square' },
      distances,
      symmetry: 'none',
      pairs: [],
      onAxis: [],
      pins: [],
    } as const;
    yield row(
      `100 hops, ${n} equal flaps on a square`,
      time(0, () => pack(ask, buildEffort(100))),
      n,
    );
  }
}
