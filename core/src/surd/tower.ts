/** A rational number in lowest terms, its denominator above zero. */
interface Rational {
  readonly top: bigint;
  readonly bottom: bigint;
}

/** A number of the tower: a rational, or a + b * sqrt(d) with d the radicand of its floor. */
export interface Surd {
  /** 0 for rationals; above it the number of the floor it stands on. */
  readonly floor: number;
  readonly rational?: Rational;
  readonly pair?: readonly [Surd, Surd];
}

/** More floors than this take too long to reckon in. */
const MOST_FLOORS = 6;

/**
 * Exact numbers that come of + - * / and square roots: towers of quadratic fields over the rationals. Every floor adds the
 * root of a number that has none below it, so a number is zero only where all its parts are (and equality is decided, not
 * measured). A new tower for every reckoning: roots it met before are found again.
 */
export class Tower {
  private readonly radicands: Surd[] = [];
  private readonly roots: number[] = [];

  /** A rational from whole numbers. */
  ratio(top: bigint, bottom = 1n): Surd {
    if (bottom === 0n) throw new Error('broken promise: no number is divided by nothing');
    const sign = bottom < 0n ? -1n : 1n;
    const by = sign * common(top < 0n ? -top : top, bottom < 0n ? -bottom : bottom);
    return { floor: 0, rational: { top: top / by, bottom: bottom / by } };
  }

  /** A number as it is written in decimals: "0.414", 1.5, "1e-3". Undefined where it is none. */
  decimal(text: string | number): Surd | undefined {
    const read = /^(-?)(\d*)\.?(\d*)(?:e([+-]?\d+))?$/i.exec(String(text));
    if (!read || `${read[2]}${read[3]}` === '') return undefined;
    const power = Number(read[4] ?? 0) - read[3]!.length;
    const digits = BigInt(`${read[1]}${read[2]}${read[3]}`);
    return power < 0 ? this.ratio(digits, 10n ** BigInt(-power)) : this.ratio(digits * 10n ** BigInt(power));
  }

  isZero = (x: Surd): boolean => (x.rational ? x.rational.top === 0n : x.pair!.every(this.isZero));

  add(x: Surd, y: Surd): Surd {
    if (x.rational && y.rational)
      return this.ratio(
        x.rational.top * y.rational.bottom + y.rational.top * x.rational.bottom,
        x.rational.bottom * y.rational.bottom,
      );
    const [[a, b], [c, d], floor] = this.level(x, y);
    return this.settle(floor, this.add(a, c), this.add(b, d));
  }

  negate = (x: Surd): Surd => this.times(x, this.ratio(-1n));

  subtract = (x: Surd, y: Surd): Surd => this.add(x, this.negate(y));

  times(x: Surd, y: Surd): Surd {
    if (x.rational && y.rational)
      return this.ratio(x.rational.top * y.rational.top, x.rational.bottom * y.rational.bottom);
    const [[a, b], [c, d], floor] = this.level(x, y);
    const root = this.radicands[floor - 1]!;
    return this.settle(
      floor,
      this.add(this.times(a, c), this.times(this.times(b, d), root)),
      this.add(this.times(a, d), this.times(b, c)),
    );
  }

  /** Undefined where the divisor is zero. */
  divide(x: Surd, y: Surd): Surd | undefined {
    return this.isZero(y) ? undefined : this.times(x, this.inverse(y));
  }

  /** The root that is not below zero; a new floor where there is none yet. Undefined below zero, or above the last floor. */
  sqrt(x: Surd): Surd | undefined {
    const value = this.toNumber(x);
    if (this.isZero(x)) return x;
    if (value < 0) return undefined;
    const known = this.findRoot(x);
    if (known) return this.toNumber(known) < 0 ? this.negate(known) : known;
    if (this.radicands.length >= MOST_FLOORS) return undefined;
    this.radicands.push(x);
    this.roots.push(Math.sqrt(value));
    return { floor: this.radicands.length, pair: [this.ratio(0n), this.ratio(1n)] };
  }

  toNumber(x: Surd): number {
    if (x.rational) return toDouble(x.rational);
    const [a, b] = x.pair!;
    return this.toNumber(a) + this.toNumber(b) * this.roots[x.floor - 1]!;
  }

  private inverse(x: Surd): Surd {
    if (x.rational) return this.ratio(x.rational.bottom, x.rational.top);
    const [a, b] = x.pair!;
    const root = this.radicands[x.floor - 1]!;
    // (a + b r)(a - b r) lies one floor below, and is not zero as r has no root there.
    const below = this.inverse(this.subtract(this.times(a, a), this.times(this.times(b, b), root)));
    return this.settle(x.floor, this.times(a, below), this.negate(this.times(b, below)));
  }

  /** A root within the floors there are. */
  private findRoot(x: Surd, floor = this.radicands.length): Surd | undefined {
    if (this.isZero(x)) return x;
    if (floor === 0) return x.rational && this.rationalRoot(x.rational);
    const radicand = this.radicands[floor - 1]!;
    const half = this.ratio(1n, 2n);
    const [a, b] = x.floor === floor ? x.pair! : [x, this.ratio(0n)];
    if (this.isZero(b)) {
      const plain = this.findRoot(a, floor - 1);
      if (plain) return plain;
      const other = this.findRoot(this.times(a, this.inverse(radicand)), floor - 1);
      return other && this.settle(floor, this.ratio(0n), other);
    }
    // (r + s root)^2 = a + b root: the norm a^2 - b^2 d must have a root, and r^2 is (a +- it) / 2.
    const norm = this.findRoot(
      this.subtract(this.times(a, a), this.times(this.times(b, b), radicand)),
      floor - 1,
    );
    if (!norm) return undefined;
    for (const way of [norm, this.negate(norm)]) {
      const r = this.findRoot(this.times(this.add(a, way), half), floor - 1);
      if (r && !this.isZero(r))
        return this.settle(floor, r, this.times(this.times(b, half), this.inverse(r)));
    }
    return undefined;
  }

  private rationalRoot({ top, bottom }: Rational): Surd | undefined {
    const [a, b] = [wholeRoot(top), wholeRoot(bottom)];
    return a === undefined || b === undefined ? undefined : this.ratio(a, b);
  }

  /** Both numbers on the higher floor of the two. */
  private level(x: Surd, y: Surd): [readonly [Surd, Surd], readonly [Surd, Surd], number] {
    const floor = Math.max(x.floor, y.floor);
    const lift = (s: Surd): readonly [Surd, Surd] => (s.floor === floor ? s.pair! : [s, this.ratio(0n)]);
    return [lift(x), lift(y), floor];
  }

  private settle = (floor: number, a: Surd, b: Surd): Surd => (this.isZero(b) ? a : { floor, pair: [a, b] });
}

function common(a: bigint, b: bigint): bigint {
  let [x, y] = [a, b];
  while (y !== 0n) [x, y] = [y, x % y];
  return x;
}

/** The root of a whole number that is a square (Newton from above); undefined for others. */
function wholeRoot(n: bigint): bigint | undefined {
  if (n < 0n) return undefined;
  if (n < 2n) return n;
  let x = 1n << BigInt((n.toString(2).length + 1) >> 1);
  for (let next = (x + n / x) >> 1n; next < x; next = (x + n / x) >> 1n) x = next;
  return x * x === n ? x : undefined;
}

/** To the nearest double or its neighbour, also where top and bottom are beyond doubles. */
function toDouble({ top, bottom }: Rational): number {
  const size = (n: bigint): number => (n < 0n ? -n : n).toString(2).length;
  const shift = BigInt(64 + size(bottom) - size(top));
  const scaled = shift >= 0n ? (top << shift) / bottom : top / (bottom << -shift);
  return Number(scaled) * 2 ** -Number(shift);
}
