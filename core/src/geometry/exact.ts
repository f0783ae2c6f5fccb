import { failed, done, type Outcome } from '../outcome/index.ts';

/** A coordinate as written in a plan: a number, or an exact expression such as "3/8", "sqrt(2)-1", "tan(22.5)/2". */
export type ExactNumber = number | string;

/** What an expression is reckoned in: doubles, or exact numbers. Undefined where there is no such number. */
export interface Algebra<T> {
  readonly number: (text: string) => T | undefined;
  readonly add: (a: T, b: T) => T;
  readonly subtract: (a: T, b: T) => T;
  readonly times: (a: T, b: T) => T;
  readonly divide: (a: T, b: T) => T | undefined;
  /** sqrt, sin, cos and tan (degrees). */
  readonly call: (name: string, x: T) => T | undefined;
}

const degrees = (f: (radians: number) => number) => (a: number) => f((a * Math.PI) / 180);
const functions: Record<string, (x: number) => number> = {
  sqrt: Math.sqrt,
  sin: degrees(Math.sin),
  cos: degrees(Math.cos),
  tan: degrees(Math.tan),
};

const doubles: Algebra<number> = {
  number: Number,
  add: (a, b) => a + b,
  subtract: (a, b) => a - b,
  times: (a, b) => a * b,
  divide: (a, b) => a / b,
  call: (name, x) => (Object.hasOwn(functions, name) ? functions[name]!(x) : undefined),
};

/**
 * Value of an exact expression: + - * / ( ), numbers, sqrt, sin, cos, tan (degrees) and phi (the golden ratio).
 * Fails with a sentence naming the place; never gives NaN or infinity.
 */
export function readExact(text: ExactNumber): Outcome<number, string> {
  if (typeof text === 'number') {
    return Number.isFinite(text) ? done(text) : failed('a coordinate is not a finite number; write it again');
  }
  const tokens = tokensOf(text);
  if (!tokens) return failed(`"${text}" is not a number; write for example 0.375, 3/8 or sqrt(2)-1`);
  const value = readIn(tokens, doubles);
  if (value === undefined || !Number.isFinite(value)) {
    return failed(`"${text}" has no value; write for example 0.375, 3/8 or sqrt(2)-1`);
  }
  return done(value);
}

/** The same expression in another algebra; undefined where it has no value there. */
export function readExpression<T>(text: ExactNumber, algebra: Algebra<T>): T | undefined {
  const tokens = tokensOf(String(text));
  return tokens && readIn(tokens, algebra);
}

/** Fractions of so many parts, and roots over so many, are told from decimals. */
const MOST_PARTS = 64;
const MOST_OVER = 16;
const MOST_ROOTS = 12;
/** What doubles leave of a number after some folds. */
const SAME = 1e-12;

/**
 * A double as an exact expression where it is one that folds make: a fraction, or (p + q sqrt(n)) / r with small numbers.
 * Other numbers as decimals of twelve places.
 */
export function toExactText(value: number): string {
  const whole = (r: number): boolean => Math.abs(Math.round(value * r) / r - value) < SAME;
  for (let r = 1; r <= MOST_PARTS; r++)
    if (whole(r)) return r === 1 ? `${Math.round(value) + 0}` : `${Math.round(value * r)}/${r}`;
  for (const root of [2, 3, 5])
    for (let r = 1; r <= MOST_OVER; r++)
      for (let k = 1; k <= MOST_ROOTS; k++)
        for (const q of [k, -k]) {
          const p = Math.round(value * r - q * Math.sqrt(root));
          if (Math.abs((p + q * Math.sqrt(root)) / r - value) < SAME) return sayRoot(p, q, root, r);
        }
  return String(Number(value.toFixed(12)));
}

/** "(1+2*sqrt(2))/4" as short as it goes. */
function sayRoot(p: number, q: number, root: number, r: number): string {
  const times = Math.abs(q) === 1 ? '' : `${Math.abs(q)}*`;
  const own = `${times}sqrt(${root})`;
  const sum = p === 0 ? `${q < 0 ? '-' : ''}${own}` : q < 0 ? `${p}-${own}` : `${p}+${own}`;
  return r === 1 ? sum : p === 0 ? `${sum}/${r}` : `(${sum})/${r}`;
}

function tokensOf(text: string): string[] | undefined {
  const tokens = text.match(/\d+\.?\d*(?:e[+-]?\d+)?|\.\d+|[a-z]+|[-+*/()]/gi) ?? [];
  return tokens.join('') === text.replace(/\s+/g, '') && tokens.length > 0 ? tokens : undefined;
}

function readIn<T>(tokens: readonly string[], algebra: Algebra<T>): T | undefined {
  const reader = { tokens, at: 0, algebra };
  const value = readSum(reader);
  return reader.at === tokens.length ? value : undefined;
}

interface Reader<T> {
  readonly tokens: readonly string[];
  readonly algebra: Algebra<T>;
  at: number;
}

function readSum<T>(reader: Reader<T>): T | undefined {
  let value = readProduct(reader);
  for (;;) {
    const op = reader.tokens[reader.at];
    if (value === undefined || (op !== '+' && op !== '-')) return value;
    reader.at++;
    const right = readProduct(reader);
    value = right === undefined ? undefined : reader.algebra[op === '+' ? 'add' : 'subtract'](value, right);
  }
}

function readProduct<T>(reader: Reader<T>): T | undefined {
  let value = readFactor(reader);
  for (;;) {
    const op = reader.tokens[reader.at];
    if (value === undefined || (op !== '*' && op !== '/')) return value;
    reader.at++;
    const right = readFactor(reader);
    value = right === undefined ? undefined : reader.algebra[op === '*' ? 'times' : 'divide'](value, right);
  }
}

function readFactor<T>(reader: Reader<T>): T | undefined {
  const { algebra } = reader;
  const token = reader.tokens[reader.at++];
  if (token === undefined) return undefined;
  if (token === '-') {
    const value = readFactor(reader);
    const nothing = algebra.number('0');
    return value === undefined || nothing === undefined ? undefined : algebra.subtract(nothing, value);
  }
  if (token === '(') {
    const value = readSum(reader);
    return reader.tokens[reader.at++] === ')' ? value : undefined;
  }
  if (/^[\d.]/.test(token)) return algebra.number(token);
  if (token === 'phi') return readExpression('(sqrt(5)-1)/2', algebra);
  if (reader.tokens[reader.at++] !== '(') return undefined;
  const value = readSum(reader);
  return value !== undefined && reader.tokens[reader.at++] === ')' ? algebra.call(token, value) : undefined;
}
