import {
  type Point,
  add,
  between,
  distance,
  dot,
  lineAlong,
  scale,
  sideOf,
  subtract,
  toUnit,
  turnBy,
} from '../geometry/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { facing, tipOf } from './curling.ts';
import { unlessCrossing } from './crossing.ts';
import type { Form } from './form.ts';
import type { ShapingRefusal } from './refusal.ts';
import { type TurnAsk, stretchAt, turnPart } from './turning.ts';

/** A slim part twisted round its own length. */
export interface TwistAsk extends Omit<TurnAsk, 'isChecked'> {
  /** A place on the part, in the flat model, where the twist ends. */
  readonly until: Point;
}

/** The diagonals lie so much off the length of the part. */
const DIAGONAL = 60;
const COT = 1 / Math.tan((DIAGONAL * Math.PI) / 180);
const COS = Math.cos((DIAGONAL * Math.PI) / 180);
/** Gaps between diagonals: an even number, so that first and last lean the same way. */
const MOST_GAPS = 10;
/** Paper that stretches more tears, or gathers in folds of its own. */
const MOST_STRETCH = 0.03;

/** How much the edges of a strip would stretch that is twisted smoothly: (a w / 2 l)^2 / 2. */
export const stretchOf = (radians: number, width: number, length: number): number =>
  ((radians * width) / (2 * length)) ** 2 / 2;

/**
 * Twists a part between two places: an odd number of diagonals at 60 degrees to its length, leaning to and fro and folded to
 * and fro, the first and the last by half, so that what they bend sideways cancels and what they turn adds up. Isometric by
 * construction. Refused as a turn is, where the stretch is too short for its width (short), and where a smooth strip would
 * stretch by more than 3 % (strain).
 */
export function twistPart(form: Form, ask: TwistAsk): Outcome<Form, ShapingRefusal> {
  const tip = tipOf(form, ask);
  const first = stretchAt(form, ask);
  if (!first.ok) return first;
  const begin = facing(ask.line, tip);
  const last = stretchAt(form, {
    ...ask,
    at: ask.until,
    line: { ...begin, offset: dot(begin.normal, ask.until) },
  });
  if (!last.ok) return last;
  // The length of the part runs through the middles of its paper, wherever on the lines the places were chosen.
  const [middle, end] = [between(...first.value, 0.5), between(...last.value, 0.5)];
  const length = distance(middle, end) * (sideOf(begin, end) > 0 ? 1 : -1);
  const axis = toUnit(subtract(end, middle));
  const width = Math.max(distance(...first.value), distance(...last.value));
  const gaps = Math.min(MOST_GAPS, 2 * Math.floor(length / (2 * width * COT)));
  if (gaps < 2)
    return failed({
      kind: 'short',
      text: `The stretch is too short to be twisted: so wide a part takes at least ${thousandths(2 * width * COT)} of the side from where it begins to where it ends, and here are ${thousandths(Math.max(0, length))}.`,
      at: ask.until,
    });
  const stretch = stretchOf((ask.degrees * Math.PI) / 180, width, length);
  if (stretch > MOST_STRETCH)
    return failed({
      kind: 'strain',
      text: `Twisted so far over so short a stretch its edges would stretch by ${(100 * stretch).toFixed(1)} %, and paper takes 3 %. Twist it less, or over a longer stretch.`,
      at: ask.until,
    });
  const each = ask.degrees / (gaps * COS);
  let current = form;
  for (let i = 0; i <= gaps; i++) {
    const at = add(middle, scale(axis, (i * length) / gaps));
    const leaning = i % 2 === 0 ? 1 : -1;
    const line = lineAlong(at, turnBy(axis, -leaning * DIAGONAL));
    if (tip && dot(axis, subtract(tip, at)) <= 0)
      return failed({
        kind: 'short',
        text: 'The part ends before the twist does; let it end nearer to where it begins.',
        at,
      });
    const made = turnPart(current, {
      ...ask,
      line,
      at,
      degrees: leaning * each * (i === 0 || i === gaps ? 0.5 : 1),
      isChecked: i === 0,
    });
    if (!made.ok) return made;
    current = made.value;
  }
  return unlessCrossing(
    current,
    'Twisted so far it meets other paper; twist it less, or move that paper first.',
  );
}

const thousandths = (share: number): string => `${Math.round(share * 1000)} thousandths`;
