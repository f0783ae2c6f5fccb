import { type ExactNumber, readExpression } from '../geometry/index.ts';
import type { Surd, Tower } from './tower.ts';

/** Angles of more steps than this are not reckoned. */
const MOST_TURNS = 4000n;
/** Angles are halved so often at most until they are ones with known sines. */
const MOST_HALVINGS = 5;

/**
 * An expression of a plan as an exact number: rationals, sqrt, phi, and sin, cos, tan of angles that are 30 or 45 degrees
 * halved some times, or multiples of those. Undefined for all others.
 */
export const readSurd = (tower: Tower, text: ExactNumber): Surd | undefined =>
  readExpression<Surd>(text, {
    number: (t) => tower.decimal(t),
    add: (a, b) => tower.add(a, b),
    subtract: (a, b) => tower.subtract(a, b),
    times: (a, b) => tower.times(a, b),
    divide: (a, b) => tower.divide(a, b),
    call: (name, x) => {
      if (name === 'sqrt') return tower.sqrt(x);
      const turn = x.rational && sineAndCosine(tower, x);
      if (!turn) return undefined;
      const [sine, cosine] = turn;
      return name === 'sin'
        ? sine
        : name === 'cos'
          ? cosine
          : name === 'tan'
            ? tower.divide(sine, cosine)
            : undefined;
    },
  });

/** Sine and cosine of a rational angle in degrees, from those of 30 and 45 by halving and adding. */
function sineAndCosine(tower: Tower, degrees: Surd): readonly [Surd, Surd] | undefined {
  for (const basic of [45n, 30n]) {
    for (let halvings = 0; halvings <= MOST_HALVINGS; halvings++) {
      const step = tower.ratio(basic, 2n ** BigInt(halvings));
      const times = tower.divide(degrees, step)?.rational;
      if (times?.bottom !== 1n || times.top > MOST_TURNS || times.top < -MOST_TURNS) continue;
      let angle = firstAngle(tower, basic);
      for (let i = 0; i < halvings && angle; i++) angle = halve(tower, angle);
      return angle && multiply(tower, angle, times.top);
    }
  }
  return undefined;
}

type Angle = readonly [sine: Surd, cosine: Surd];

function firstAngle(tower: Tower, degrees: bigint): Angle | undefined {
  const half = tower.ratio(1n, 2n);
  const root = tower.sqrt(tower.ratio(degrees === 45n ? 2n : 3n));
  const halved = root && tower.times(root, half);
  return halved && (degrees === 45n ? [halved, halved] : [half, halved]);
}

function halve(tower: Tower, [, cosine]: Angle): Angle | undefined {
  const half = tower.ratio(1n, 2n);
  const one = tower.ratio(1n);
  const next = tower.sqrt(tower.times(tower.add(one, cosine), half));
  const sine = tower.sqrt(tower.times(tower.subtract(one, cosine), half));
  return next && sine && [sine, next];
}

/** An angle so many times, by the sum of angles. */
function multiply(tower: Tower, [sine, cosine]: Angle, times: bigint): Angle {
  const count = times < 0n ? -times : times;
  let turned: Angle = [tower.ratio(0n), tower.ratio(1n)];
  for (let i = 0n; i < count; i++) {
    const [s, c] = turned;
    turned = [
      tower.add(tower.times(s, cosine), tower.times(c, sine)),
      tower.subtract(tower.times(c, cosine), tower.times(s, sine)),
    ];
  }
  return times < 0n ? [tower.negate(turned[0]), turned[1]] : turned;
}
