/** A function of many variables: gives its value and writes its gradient. */
export type Slope = (at: Float64Array, gradient: Float64Array) => number;

const MEMORY = 6;

/** Walks downhill from a point, at most `steps` steps: limited-memory BFGS with halved steps (Nocedal 1980). */
export function descend(start: Float64Array, slope: Slope, steps: number): Float64Array {
  const n = start.length;
  let x = start.slice();
  let gradient = new Float64Array(n);
  let value = slope(x, gradient);
  const moves: { s: Float64Array; y: Float64Array; rho: number }[] = [];
  for (let step = 0; step < steps && value > 1e-18; step++) {
    const direction = towards(gradient, moves);
    const along = dot(direction, gradient);
    if (!(along < -1e-24)) break;
    const next = new Float64Array(n);
    const nextGradient = new Float64Array(n);
    let [size, reached] = [1, Infinity];
    for (let halved = 0; halved < 12; halved++, size /= 2) {
      for (let i = 0; i < n; i++) next[i] = x[i]! + size * direction[i]!;
      reached = slope(next, nextGradient);
      if (reached <= value + 1e-4 * size * along) break;
    }
    if (!(reached < value)) break;
    const s = new Float64Array(n);
    const y = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      s[i] = next[i]! - x[i]!;
      y[i] = nextGradient[i]! - gradient[i]!;
    }
    const curve = dot(s, y);
    if (curve > 1e-18) moves.push({ s, y, rho: 1 / curve });
    if (moves.length > MEMORY) moves.shift();
    [x, gradient, value] = [next, nextGradient, reached];
  }
  return x;
}

function towards(
  gradient: Float64Array,
  moves: readonly { s: Float64Array; y: Float64Array; rho: number }[],
): Float64Array {
  const q = gradient.map((g) => -g);
  const alphas = new Float64Array(moves.length);
  for (let k = moves.length - 1; k >= 0; k--) {
    const { s, y, rho } = moves[k]!;
    alphas[k] = rho * dot(s, q);
    for (let i = 0; i < q.length; i++) q[i]! -= alphas[k]! * y[i]!;
  }
  const last = moves.at(-1);
  const scale = last
    ? 1 / (last.rho * dot(last.y, last.y))
    : 1 / Math.max(1, Math.sqrt(dot(gradient, gradient)) * 10);
  for (let i = 0; i < q.length; i++) q[i]! *= scale;
  moves.forEach(({ s, y, rho }, k) => {
    const beta = rho * dot(y, q);
    for (let i = 0; i < q.length; i++) q[i]! += (alphas[k]! - beta) * s[i]!;
  });
  return q;
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
}
