import { type LineRef, type PointRef, type Step, stepSchema } from '../sequence/index.ts';

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

function toNumber(share: string | number): number {
  if (typeof share === 'number') return share;
  const [top, bottom] = share.split('/').map(Number);
  return bottom === undefined ? top! : top! / bottom;
}
