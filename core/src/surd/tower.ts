import { realRoots } from '../geometry/index.ts';
import { type Field, type Polynomial, divide, divisor, multiply, trim } from './polynomial.ts';

/** A rational number in lowest terms, its denominator above zero. */
interface Rational {
  readonly top: bigint;
  readonly bottom: bigint;
}

/** A number of the tower: a rational, or a polynomial in the root its floor adds. */
export interface Surd {
  /** 0 for rationals; above it the number of the floor it stands on. */
  readonly floor: number;
  readonly rational?: Rational;
  /** Coefficients from the constant up. */
  readonly parts?: Polynomial<Surd>;
}

/** What a floor adds: one root of a polynomial of degree two or three with coefficients from below. */
interface Floor {
  readonly polynomial: Polynomial<Surd>;
  /** The root as a double. */
  readonly root: number;
}

/** More floors than this take too long to reckon in. */
const MOST_FLOORS = 6;
/** A number farther from zero than this as a double is not zero. */
const SURELY = 1e-6;

/**
 * Exact numbers that come of + - * /, square roots and roots of cubics: towers of fields over the rationals. A square root
 * adds a floor only where its number has none below, so there a number is zero only where all its parts are. A cubic may
 * come apart, and on its floor a number is zero where what it has in common with the cubic holds the floor's root (dynamic
 * evaluation, Duval). Equality is decided, not measured. A new tower for every reckoning: roots it met are found again.
 */
export class Tower implements Field<Surd> {
  readonly nought: Surd = { floor: 0, rational: { top: 0n, bottom: 1n } };
  private readonly floors: Floor[] = [];

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

  isZero(x: Surd): boolean {
    if (x.rational) return x.rational.top === 0n;
    const { polynomial, root } = this.floors[x.floor - 1]!;
    if (x.parts!.every((part) => this.isZero(part))) return true;
    if (polynomial.length <= QUADRATIC || Math.abs(this.toNumber(x)) > SURELY) return false;
    const { common } = divisor(this, x.parts!, polynomial, this.ratio(1n));
    return common.length > 1 && this.holdsRoot(common, divide(this, polynomial, common)[0], root);
  }

  add(x: Surd, y: Surd): Surd {
    if (x.rational && y.rational)
      return this.ratio(
        x.rational.top * y.rational.bottom + y.rational.top * x.rational.bottom,
        x.rational.bottom * y.rational.bottom,
      );
    const [p, q, floor] = this.level(x, y);
    const sum = Array.from({ length: Math.max(p.length, q.length) }, (_, i) =>
      this.add(p[i] ?? this.nought, q[i] ?? this.nought),
    );
    return this.settle(floor, sum);
  }

  negate = (x: Surd): Surd => this.times(x, this.ratio(-1n));

  subtract = (x: Surd, y: Surd): Surd => this.add(x, this.negate(y));

  times(x: Surd, y: Surd): Surd {
    if (x.rational && y.rational)
      return this.ratio(x.rational.top * y.rational.top, x.rational.bottom * y.rational.bottom);
    const [p, q, floor] = this.level(x, y);
    return this.settle(floor, multiply(this, p, q));
  }

  /** Undefined where the divisor is zero. */
  divide(x: Surd, y: Surd): Surd | undefined {
    return this.isZero(y) ? undefined : this.times(x, this.inverse(y));
  }

  /**
   * The root that is not below zero; a new floor where there is none yet. Undefined below zero, above the last floor, and
   * where it is not known whether the floor of a cubic has the root already.
   */
  sqrt(x: Surd): Surd | undefined {
    if (this.isZero(x)) return this.nought;
    const value = this.toNumber(x);
    if (value < 0) return undefined;
    const cubic = this.floors.findIndex((f) => f.polynomial.length > QUADRATIC);
    const below = cubic < 0 ? this.floors.length : cubic;
    const known = x.floor <= below ? this.findRoot(x, below) : undefined;
    if (known) return this.toNumber(known) < 0 ? this.negate(known) : known;
    return cubic < 0 ? this.raise([this.negate(x), this.nought], Math.sqrt(value)) : undefined;
  }

  /**
   * The real root of a polynomial of degree three at most (coefficients from the constant up) that lies nearest to a double.
   * Undefined where there is none, for a double root of a cubic, and above the last floor.
   */
  rootNear(coefficients: readonly Surd[], near: number): Surd | undefined {
    const p = trim(this, coefficients);
    if (p.length < 2) return undefined;
    const by = this.inverse(p.at(-1)!);
    const [c0, c1, c2] = p.slice(0, -1).map((c) => this.times(c, by)) as [Surd, Surd?, Surd?];
    if (!c1) return this.negate(c0);
    return c2 ? this.cubicRoot([c0, c1, c2], near) : this.quadraticRoot(c0, c1, near);
  }

  private quadraticRoot(c0: Surd, c1: Surd, near: number): Surd | undefined {
    const half = this.times(c1, this.ratio(-1n, 2n));
    const root = this.sqrt(this.subtract(this.times(half, half), c0));
    const ways = root ? [this.add(half, root), this.subtract(half, root)] : [];
    const offOf = (x: Surd): number => Math.abs(this.toNumber(x) - near);
    return ways.sort((a, b) => offOf(a) - offOf(b))[0];
  }

  private cubicRoot(coefficients: readonly [Surd, Surd, Surd], near: number): Surd | undefined {
    const [c0, c1, c2] = coefficients.map((c) => this.toNumber(c)) as [number, number, number];
    const [root] = realRoots([c0, c1, c2, 1]).sort((a, b) => Math.abs(a - near) - Math.abs(b - near));
    // Of a double root its floor could not tell one from the other.
    if (root === undefined || Math.abs(3 * root * root + 2 * c2 * root + c1) < SURELY) return undefined;
    return this.raise(coefficients, root);
  }

  toNumber(x: Surd): number {
    return x.rational ? toDouble(x.rational) : this.valueAt(x.parts!, this.floors[x.floor - 1]!.root);
  }

  /** Of a number that is not zero. */
  inverse(x: Surd): Surd {
    if (x.rational) return this.ratio(x.rational.bottom, x.rational.top);
    let { polynomial } = this.floors[x.floor - 1]!;
    const one = this.ratio(1n);
    let found = divisor(this, x.parts!, polynomial, one);
    if (found.common.length > 1) {
      // It shares another root with the cubic: what is left of the cubic without that root has the floor's root.
      polynomial = divide(this, polynomial, found.common)[0];
      found = divisor(this, divide(this, x.parts!, polynomial)[1], polynomial, one);
    }
    const by = this.inverse(found.common[0]!);
    return this.settle(
      x.floor,
      found.by.map((v) => this.times(v, by)),
    );
  }

  private valueAt = (p: Polynomial<Surd>, root: number): number =>
    p.reduceRight((sum, c) => sum * root + this.toNumber(c), 0);

  /** Of two factors of a cubic without double roots just one is zero at a root of it: whether it is the first. */
  private holdsRoot(one: Polynomial<Surd>, other: Polynomial<Surd>, root: number): boolean {
    return Math.abs(this.valueAt(one, root)) < Math.abs(this.valueAt(other, root));
  }

  /** A floor more for a root of a polynomial with leading coefficient 1, left out; undefined above the last floor. */
  private raise(rest: readonly Surd[], root: number): Surd | undefined {
    if (this.floors.length >= MOST_FLOORS) return undefined;
    const one = this.ratio(1n);
    this.floors.push({ polynomial: [...rest, one], root });
    return { floor: this.floors.length, parts: [this.nought, one] };
  }

  /** A square root within the lowest floors, which are all of square roots. */
  private findRoot(x: Surd, floor: number): Surd | undefined {
    if (this.isZero(x)) return x;
    if (floor === 0) return x.rational && this.rationalRoot(x.rational);
    const radicand = this.negate(this.floors[floor - 1]!.polynomial[0]!);
    const half = this.ratio(1n, 2n);
    const [a, b = this.nought] = x.floor === floor ? x.parts! : [x];
    if (this.isZero(b)) {
      const plain = this.findRoot(a!, floor - 1);
      if (plain) return plain;
      const other = this.findRoot(this.times(a!, this.inverse(radicand)), floor - 1);
      return other && this.settle(floor, [this.nought, other]);
    }
    // (r + s root)^2 = a + b root: the norm a^2 - b^2 d must have a root, and r^2 is (a +- it) / 2.
    const norm = this.findRoot(
      this.subtract(this.times(a!, a!), this.times(this.times(b, b), radicand)),
      floor - 1,
    );
    if (!norm) return undefined;
    for (const way of [norm, this.negate(norm)]) {
      const r = this.findRoot(this.times(this.add(a!, way), half), floor - 1);
      if (r && !this.isZero(r))
        return this.settle(floor, [r, this.times(this.times(b, half), this.inverse(r))]);
    }
    return undefined;
  }

  private rationalRoot({ top, bottom }: Rational): Surd | undefined {
    const [a, b] = [wholeRoot(top), wholeRoot(bottom)];
    return a === undefined || b === undefined ? undefined : this.ratio(a, b);
  }

  /** Both numbers as polynomials on the higher floor of the two. */
  private level(x: Surd, y: Surd): [Polynomial<Surd>, Polynomial<Surd>, number] {
    const floor = Math.max(x.floor, y.floor);
    const lift = (s: Surd): Polynomial<Surd> => (s.floor === floor ? s.parts! : [s]);
    return [lift(x), lift(y), floor];
  }

  /** The number a polynomial in a floor's root is, on the lowest floor it can stand on. */
  private settle(floor: number, p: Polynomial<Surd>): Surd {
    const { polynomial } = this.floors[floor - 1]!;
    const parts = p.length < polynomial.length ? trim(this, p) : divide(this, p, polynomial)[1];
    return parts.length > 1 ? { floor, parts } : (parts[0] ?? this.nought);
  }
}

/** Coefficients of a polynomial whose root is a square root. */
const QUADRATIC = 3;

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
