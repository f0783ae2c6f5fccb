import type { LineRef, PointRef } from '../references/index.ts';
import { type Step, stepSchema } from '../sequence/index.ts';

/** Pinches on the straight way between two points of the sheet. */
export interface HalvingAsk {
  readonly from: PointRef;
  readonly to: PointRef;
  /** Shares of the way, "m/2^k" or as a number. */
  readonly shares: readonly (string | number)[];
  readonly prefix: string;
  readonly passage?: string;
  readonly sense?: 'valley' | 'mountain';
  readonly layers?: 'flap' | 'all';
}

/** Most halvings in a row; the error of a folder's hand is larger than what is beyond them. */
const MOST_DIGITS = 10;

/**
 * The chain of pinches that ends at a share of a way: each brings one end of the way to the pinch before it, read off
 * the binary digits of the share from the last one (1 brings the far end, 0 the near end). Undefined where the share is
 * no m/2^k with k of at most ten.
 */
export function halvingsTo(share: string | number): number[] | undefined {
  const value = toNumber(share);
  if (!(value > 0 && value < 1)) return undefined;
  const digits: number[] = [];
  for (let rest = value; rest > 0 && digits.length <= MOST_DIGITS; rest = (rest * 2) % 1)
    digits.push(rest >= 0.5 ? 1 : 0);
  if (digits.length > MOST_DIGITS) return undefined;
  const chain: number[] = [];
  let at: number | undefined;
  for (const digit of digits.reverse()) {
    // The last digit of every m/2^k is a 1; the middle is the first pinch whichever end is brought to the other.
    at = at === undefined ? 0.5 : (digit + at) / 2;
    chain.push(at);
  }
  return chain;
}

/** Pinch steps that mark all the shares; a pinch that serves several is made once. */
export function writeHalvings(ask: HalvingAsk): Step[] | undefined {
  const made = new Map<number, string>();
  const steps: Step[] = [];
  for (const share of ask.shares) {
    const chain = halvingsTo(share);
    if (!chain) return undefined;
    chain.forEach((at, i) => {
      if (made.has(at)) return;
      const before = chain[i - 1];
      const id = `${ask.prefix}-${steps.length + 1}`;
      made.set(at, id);
      const line: LineRef =
        before === undefined
          ? { kind: 'onto', from: ask.from, to: ask.to }
          : {
              kind: 'onto',
              from: at < before ? ask.from : ask.to,
              to: { kind: 'mark', step: made.get(before)! },
            };
      steps.push(
        stepSchema.parse({
          id,
          passage: ask.passage ?? 'Marks',
          move: {
            kind: 'pinch',
            sense: ask.sense ?? 'valley',
            line,
            on: [ask.from, ask.to],
            layers: ask.layers ?? 'flap',
          },
        }),
      );
    });
  }
  return steps;
}

/** A halving between two marks: [mark, one, other], in parts of the edge. */
export type Halving = readonly [number, number, number];

/** Marks that follow from others by halving between them: [mark, one, other], in the order they can be pinched. */
export function halvingsFrom(parts: number, known: readonly number[]): Halving[] {
  const have = new Set([0, parts, ...known]);
  const chain: Halving[] = [];
  for (let found = true; found;) {
    found = false;
    // Ends first: a corner is found better than a pinch.
    const order = [...have].sort((a, b) => Number(b % parts === 0) - Number(a % parts === 0) || a - b);
    for (const a of order)
      for (const b of order) {
        const middle = (a + b) / 2;
        if (a >= b || !Number.isInteger(middle) || have.has(middle)) continue;
        have.add(middle);
        chain.push([middle, a, b]);
        found = true;
      }
  }
  return chain;
}

/** The same marks, each halved between the two that lie nearest to it: short reaches, and no corner is brought across. */
export function halvingsNear(parts: number, known: readonly number[]): Halving[] {
  const have = new Set([0, parts, ...known]);
  const chain: Halving[] = [];
  for (;;) {
    // Of all marks that can be made now the one with the widest gap: so its finer neighbours find it there.
    let next: Halving | undefined;
    for (let middle = 1; middle < parts; middle++) {
      if (have.has(middle)) continue;
      const reach = nearestGap(middle, parts, have);
      if (reach !== undefined && (!next || reach > next[2] - next[0]))
        next = [middle, middle - reach, middle + reach];
    }
    if (!next) return chain;
    have.add(next[0]);
    chain.push(next);
  }
}

/** How far the nearest two marks lie from the place halfway between them; undefined where there are none. */
function nearestGap(middle: number, parts: number, have: ReadonlySet<number>): number | undefined {
  for (let reach = 1; middle - reach >= 0 && middle + reach <= parts; reach++)
    if (have.has(middle - reach) && have.has(middle + reach)) return reach;
  return undefined;
}

/** The halvings of a chain that one mark needs, in their order. */
export function halvingsFor(chain: readonly Halving[], mark: number): Halving[] {
  const needed = new Set([mark]);
  return [...chain]
    .reverse()
    .filter(([k, a, b]) => needed.has(k) && needed.add(a) && needed.add(b))
    .reverse();
}

/** Pinches for a chain of halvings on the edge from p to q; `made` knows the marks they begin with, and those made. */
export function writeChain(
  { p, q, parts, prefix }: { p: PointRef; q: PointRef; parts: number; prefix: string },
  chain: readonly Halving[],
  made: Map<number, string>,
): Step[] {
  const at = (k: number): PointRef => (k === 0 ? p : k === parts ? q : { kind: 'mark', step: made.get(k)! });
  return chain.map(([k, a, b]) => {
    const id = `${prefix}${k}`;
    const line: LineRef = { kind: 'onto', from: at(a), to: at(b) };
    made.set(k, id);
    return stepSchema.parse({
      id,
      passage: 'Marks',
      move: { kind: 'pinch', sense: 'valley', line, on: [p, q] },
    });
  });
}

function toNumber(share: string | number): number {
  if (typeof share === 'number') return share;
  const [top, bottom] = share.split('/').map(Number);
  return bottom === undefined ? top! : top! / bottom;
}
