/** A linear program around a feasible point: rows stay at or above zero, a sum of variables is to grow. */
export interface RaiseTask {
  readonly rows: number;
  readonly columns: number;
  /** rows x columns: how fast row i grows with variable j. Overwritten. */
  readonly matrix: Float64Array;
  /** What the rows have to spare at the starting point, at least 0. */
  readonly slack: Float64Array;
  /** Bounds of the variables' steps, around 0. */
  readonly lower: Float64Array;
  readonly upper: Float64Array;
  /** What a step of each variable is worth; the sum is to grow. Overwritten. */
  readonly gain: Float64Array;
}

const TINY = 1e-11;

/**
 * Steps of the variables that let the sum grow most. Primal simplex with bounded variables that starts where it stands:
 * variables out of the basis may lie between their bounds, so no first phase is needed (Dantzig's rule, Bland's after a
 * long stall). Cost: rows x columns a pivot.
 */
export function raise({ rows, columns, matrix, slack, lower, upper, gain }: RaiseTask): Float64Array {
  const low = new Float64Array(columns + rows);
  const high = new Float64Array(columns + rows).fill(Infinity);
  low.set(lower);
  high.set(upper);
  const out = Int32Array.from({ length: columns }, (_, j) => j);
  const basis = Int32Array.from({ length: rows }, (_, i) => columns + i);
  const x = new Float64Array(columns + rows);
  x.set(slack, columns);
  let stalled = 0;
  for (let turn = 0; turn < 60 * (rows + columns); turn++) {
    const j = pickEntering(gain, out, x, low, high, stalled > columns);
    if (j < 0) break;
    const up = gain[j]! > 0 ? 1 : -1;
    const entering = out[j]!;
    let reach = up > 0 ? high[entering]! - x[entering]! : x[entering]! - low[entering]!;
    let leave = -1;
    let best = 0;
    for (let i = 0; i < rows; i++) {
      const rate = up * matrix[i * columns + j]!;
      if (rate > -TINY && rate < TINY) continue;
      const b = basis[i]!;
      const room = rate < 0 ? (x[b]! - low[b]!) / -rate : (high[b]! - x[b]!) / rate;
      const size = Math.abs(rate);
      if (room < reach - 1e-15 || (leave >= 0 && room <= reach + 1e-15 && size > best)) {
        reach = Math.min(reach, Math.max(0, room));
        leave = i;
        best = size;
      }
    }
    stalled = reach > 1e-14 ? 0 : stalled + 1;
    x[entering]! += up * reach;
    for (let i = 0; i < rows; i++) x[basis[i]!]! += up * reach * matrix[i * columns + j]!;
    if (leave < 0) continue;
    pivot(matrix, gain, rows, columns, leave, j);
    out[j] = basis[leave]!;
    basis[leave] = entering;
  }
  return x.slice(0, columns);
}

function pickEntering(
  gain: Float64Array,
  out: Int32Array,
  x: Float64Array,
  low: Float64Array,
  high: Float64Array,
  bland: boolean,
): number {
  let found = -1;
  for (let j = 0; j < gain.length; j++) {
    const g = gain[j]!;
    const v = out[j]!;
    if (g > TINY ? x[v]! >= high[v]! - 1e-15 : g < -TINY ? x[v]! <= low[v]! + 1e-15 : true) continue;
    if (found < 0 || (bland ? v < out[found]! : Math.abs(g) > Math.abs(gain[found]!))) found = j;
  }
  return found;
}

function pivot(
  matrix: Float64Array,
  gain: Float64Array,
  rows: number,
  columns: number,
  i: number,
  j: number,
): void {
  const row = matrix.subarray(i * columns, (i + 1) * columns);
  const p = 1 / row[j]!;
  for (let k = 0; k < columns; k++) row[k]! *= -p;
  row[j] = p;
  const carry = (other: Float64Array): void => {
    const f = other[j]!;
    if (f === 0) return;
    other[j] = 0;
    for (let k = 0; k < columns; k++) other[k]! += f * row[k]!;
  };
  for (let r = 0; r < rows; r++) if (r !== i) carry(matrix.subarray(r * columns, (r + 1) * columns));
  carry(gain);
}
