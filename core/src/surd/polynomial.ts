/** What numbers have to do to be coefficients. */
export interface Field<T> {
  readonly nought: T;
  add(x: T, y: T): T;
  subtract(x: T, y: T): T;
  times(x: T, y: T): T;
  /** Of a number that is not zero. */
  inverse(x: T): T;
  isZero(x: T): boolean;
}

/** Coefficients from the constant up, the last not zero; empty for nothing. */
export type Polynomial<T> = readonly T[];

export function trim<T>(field: Field<T>, p: Polynomial<T>): Polynomial<T> {
  let size = p.length;
  while (size > 0 && field.isZero(p[size - 1]!)) size--;
  return p.slice(0, size);
}

export function multiply<T>(field: Field<T>, p: Polynomial<T>, q: Polynomial<T>): Polynomial<T> {
  const product = Array.from({ length: p.length + q.length - 1 }, () => field.nought);
  p.forEach((a, i) => q.forEach((b, j) => (product[i + j] = field.add(product[i + j]!, field.times(a, b)))));
  return trim(field, product);
}

const minus = <T>(field: Field<T>, p: Polynomial<T>, q: Polynomial<T>): Polynomial<T> =>
  trim(
    field,
    Array.from({ length: Math.max(p.length, q.length) }, (_, i) =>
      field.subtract(p[i] ?? field.nought, q[i] ?? field.nought),
    ),
  );

/** Quotient and rest of a division by a polynomial that is not nothing. */
export function divide<T>(
  field: Field<T>,
  p: Polynomial<T>,
  by: Polynomial<T>,
): readonly [Polynomial<T>, Polynomial<T>] {
  const lead = field.inverse(by.at(-1)!);
  const quotient: T[] = [];
  let rest = trim(field, p);
  while (rest.length >= by.length) {
    const at = rest.length - by.length;
    const factor = field.times(rest.at(-1)!, lead);
    quotient[at] = factor;
    const taken = by.map((c, i) => field.subtract(rest[at + i]!, field.times(factor, c)));
    // The highest power is gone by what the factor is, whatever its digits.
    rest = trim(field, [...rest.slice(0, at), ...taken.slice(0, -1)]);
  }
  return [Array.from(quotient, (c) => c ?? field.nought), rest];
}

/** Their greatest common divisor, and what p has to be multiplied by to give it modulo q (Euclid). */
export function divisor<T>(
  field: Field<T>,
  p: Polynomial<T>,
  q: Polynomial<T>,
  one: T,
): { readonly common: Polynomial<T>; readonly by: Polynomial<T> } {
  let [high, low]: [Polynomial<T>, Polynomial<T>] = [q, trim(field, p)];
  let [before, now]: [Polynomial<T>, Polynomial<T>] = [[], [one]];
  while (low.length > 0) {
    const [quotient, rest] = divide(field, high, low);
    [high, low] = [low, rest];
    [before, now] = [now, minus(field, before, quotient.length > 0 ? multiply(field, quotient, now) : [])];
  }
  return { common: high, by: before };
}
