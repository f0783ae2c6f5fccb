/** A leading coefficient this small beside the others is nothing: its root lies beyond every sheet. */
const NOTHING = 1e-12;
/** What rounding can leave of a discriminant that is nothing, against the sizes it is made of. */
const ROUNDING = 1e-13;
const POLISHING = 8;
const NEARBY = 1e-4;

/** Real roots of a polynomial of degree three at most, coefficients from the constant up; ascending, double ones once. */
export function realRoots(coefficients: readonly number[]): number[] {
  const largest = Math.max(...coefficients.map(Math.abs));
  if (!(largest > 0)) return [];
  const c = coefficients.map((v) => v / largest);
  while (c.length > 1 && Math.abs(c.at(-1)!) < NOTHING) c.pop();
  const found = rootsOf(c).map((x) => polish(c, x));
  const sorted = found.sort((a, b) => a - b);
  return sorted.filter((x, i) => i === 0 || x - sorted[i - 1]! > 1e-9 * Math.max(1, Math.abs(x)));
}

function rootsOf(c: readonly number[]): number[] {
  const [c0, c1, c2, c3] = c as [number, number, number, number];
  if (c.length === 2) return [-c0 / c1];
  if (c.length === 3) {
    const rest = c1 * c1 - 4 * c2 * c0;
    if (rest < 0) return [];
    // The root without cancellation first, the other from the product of both.
    const q = -(c1 + (c1 < 0 ? -1 : 1) * Math.sqrt(rest)) / 2;
    return q === 0 ? [0] : [q / c2, c0 / q];
  }
  if (c.length < 4) return [];
  // x = y - c2 / 3 c3 leaves y^3 + p y + q (Cardano); three real roots by the angle (Viete).
  const [a, b, d] = [c2 / c3, c1 / c3, c0 / c3];
  const p = b - (a * a) / 3;
  const q = (2 * a ** 3) / 27 - (a * b) / 3 + d;
  const shift = 0 - a / 3;
  const rest = (q * q) / 4 + p ** 3 / 27;
  // Two roots in one place leave nothing but rounding here.
  const roughly = Math.max(Math.abs(a), Math.sqrt(Math.abs(b)), Math.cbrt(Math.abs(d)));
  if (rest > ROUNDING * (Math.abs(q) * roughly ** 3 + p * p * roughly ** 2)) {
    const root = Math.sqrt(rest);
    return [Math.cbrt(-q / 2 + root) + Math.cbrt(-q / 2 - root) + shift];
  }
  const size = 2 * Math.sqrt(Math.max(0, -p / 3));
  if (size === 0) return [shift];
  const angle = Math.acos(Math.max(-1, Math.min(1, (3 * q) / (p * size)))) / 3;
  return [0, 1, 2].map((k) => size * Math.cos(angle - (2 * Math.PI * k) / 3) + shift);
}

/** Newton steps while they make the value smaller. */
function polish(c: readonly number[], start: number): number {
  const at = (x: number): number => c.reduceRight((sum, v) => sum * x + v, 0);
  const slope = (x: number): number => c.reduceRight((sum, v, i) => (i > 0 ? sum * x + i * v : sum), 0);
  let x = start;
  for (let i = 0; i < POLISHING; i++) {
    const next = x - at(x) / slope(x);
    // Where two roots all but coincide a step can throw it over to the third.
    const isNear = Math.abs(next - x) < NEARBY * Math.max(1, Math.abs(x));
    if (!isNear || !(Math.abs(at(next)) < Math.abs(at(x)))) break;
    x = next;
  }
  return x;
}
