import { failed, done, type Outcome } from '../outcome/index.ts';

/** A coordinate as written in a plan: a number, or an exact expression such as "3/8", "sqrt(2)-1", "tan(22.5)/2". */
export type ExactNumber = number | string;

/**
 * Value of an exact expression: + - * / ( ), numbers, sqrt, sin, cos, tan (degrees) and phi (the golden ratio).
 * Fails with a sentence naming the place; never gives NaN or infinity.
 */
export function readExact(text: ExactNumber): Outcome<number, string> {
  if (typeof text === 'number') {
    return Number.isFinite(text) ? done(text) : failed('a coordinate is not a finite number; write it again');
  }
  const tokens = text.match(/\d+\.?\d*|\.\d+|[a-z]+|[-+*/()]/gi) ?? [];
  if (tokens.join('') !== text.replace(/\s+/g, '') || tokens.length === 0) {
    return failed(`"${text}" is not a number; write for example 0.375, 3/8 or sqrt(2)-1`);
  }
  const reader = { tokens, at: 0 };
  const value = readSum(reader);
  if (value === undefined || reader.at !== tokens.length || !Number.isFinite(value)) {
    return failed(`"${text}" has no value; write for example 0.375, 3/8 or sqrt(2)-1`);
  }
  return done(value);
}

interface Reader {
  readonly tokens: readonly string[];
  at: number;
}

function readSum(reader: Reader): number | undefined {
  let value = readProduct(reader);
  for (;;) {
    const op = reader.tokens[reader.at];
    if (value === undefined || (op !== '+' && op !== '-')) return value;
    reader.at++;
    const right = readProduct(reader);
    value = right === undefined ? undefined : op === '+' ? value + right : value - right;
  }
}

function readProduct(reader: Reader): number | undefined {
  let value = readFactor(reader);
  for (;;) {
    const op = reader.tokens[reader.at];
    if (value === undefined || (op !== '*' && op !== '/')) return value;
    reader.at++;
    const right = readFactor(reader);
    value = right === undefined ? undefined : op === '*' ? value * right : value / right;
  }
}

const degrees = (f: (radians: number) => number) => (a: number) => f((a * Math.PI) / 180);
const functions: Record<string, (x: number) => number> = {
  sqrt: Math.sqrt,
  sin: degrees(Math.sin),
  cos: degrees(Math.cos),
  tan: degrees(Math.tan),
};

function readFactor(reader: Reader): number | undefined {
  const token = reader.tokens[reader.at++];
  if (token === undefined) return undefined;
  if (token === '-') {
    const value = readFactor(reader);
    return value === undefined ? undefined : -value;
  }
  if (token === '(') {
    const value = readSum(reader);
    return reader.tokens[reader.at++] === ')' ? value : undefined;
  }
  if (/^[\d.]/.test(token)) return Number(token);
  if (token === 'phi') return (Math.sqrt(5) - 1) / 2;
  const f = Object.hasOwn(functions, token) ? functions[token] : undefined;
  if (!f || reader.tokens[reader.at++] !== '(') return undefined;
  const value = readSum(reader);
  return value !== undefined && reader.tokens[reader.at++] === ')' ? f(value) : undefined;
}
