import {
  type Line,
  type Point,
  add,
  apply,
  directionOf,
  distance,
  dot,
  footOf,
  lineAlong,
  scale,
  sideOf,
  turnBy,
} from '../geometry/index.ts';
import { type Outcome, failed } from '../outcome/index.ts';
import { type Form, piecesAt } from './form.ts';
import type { ShapingRefusal } from './refusal.ts';
import { unlessCrossing } from './crossing.ts';
import { type TurnAsk, turnPart } from './turning.ts';

/** A part bent round in a row of small turns. */
export interface CurlAsk extends Omit<TurnAsk, 'isChecked'> {
  /** Radius it is bent over, in sheet sides. */
  readonly radius: number;
  /** Where the rulings meet, for a cone; without one they run side by side. */
  readonly apex?: Point;
}

/** One turn for this many degrees at most; tips are then off by under a thousandth of the curl. */
const DEGREES_A_TURN = 12;
const FEWEST = 2;
/** A radius under this is a sharp fold, in sheet sides. */
export const LEAST_RADIUS = 0.002;

/**
 * Curls a part over a radius, or along a cone: n = max(2, angle / 12 degrees) turns, the i-th at (i + 1/2) r a / n from the
 * line, or by the like share of the cone's spread. Isometric by construction; a smooth curl differs by the second order.
 * Refused as a turn is, and where the part ends before its last turn (short).
 */
export function curlPart(form: Form, ask: CurlAsk): Outcome<Form, ShapingRefusal> {
  const { radius, degrees, apex } = ask;
  if (!(radius >= LEAST_RADIUS))
    return failed({
      kind: 'amount',
      text: `A radius under ${LEAST_RADIUS * 1000} thousandths of the side is a fold, not a curl; take a thicker rod, or turn the part at a line.`,
    });
  const turns = Math.max(FEWEST, Math.ceil(Math.abs(degrees) / DEGREES_A_TURN));
  const radians = (Math.abs(degrees) * Math.PI) / 180;
  let current = form;
  const tip = tipOf(form, ask);
  const left = facing(ask.line, tip);
  for (let i = 0; i < turns; i++) {
    const way = ((i + 0.5) * radius * radians) / turns;
    const line = apex && tip ? spread(left, apex, way, tip) : { ...left, offset: left.offset + way };
    const ahead = dot(line.normal, left.normal) < 0 ? -1 : 1;
    if (i > 0 && tip && ahead * sideOf(line, tip) <= 0) return failed(tooShort(degrees, i / turns));
    const at = ask.at && add(ask.at, scale(left.normal, way));
    const made = turnPart(current, {
      ...ask,
      line,
      ...(at && !apex ? { at } : {}),
      degrees: degrees / turns,
      isChecked: i === 0,
    });
    if (!made.ok) return made;
    current = made.value;
  }
  return unlessCrossing(
    current,
    'Curled so far it meets other paper, or itself; curl it less, or over a larger radius.',
  );
}

const tooShort = (degrees: number, share: number): ShapingRefusal => ({
  kind: 'short',
  text: `The part is too short to be curled by ${Math.round(Math.abs(degrees))}° over this radius: it ends after ${Math.round(Math.abs(degrees) * share)}°. Take a thinner rod, or curl it less.`,
});

/** The line with the flap on the side its normal points to. */
export function facing(line: Line, tip: Point | undefined): Line {
  return !tip || sideOf(line, tip) >= 0
    ? line
    : { normal: [-line.normal[0], -line.normal[1]], offset: -line.offset };
}

/** Where the point of the part lies in the flat model. */
export function tipOf(form: Form, { flap }: Pick<CurlAsk, 'flap'>): Point | undefined {
  const tip = flap[0];
  const piece = tip && form.pieces[piecesAt(form, tip)[0] ?? -1];
  return tip && piece && apply(form.state.facets[piece.facet]!.placement, tip);
}

/**
 * A ruling of a cone: the first line turned about the apex until, as far out as the point of the part lies, it has gone on by
 * a way.
 */
function spread(line: Line, apex: Point, way: number, tip: Point): Line {
  const foot = footOf(line, tip);
  const reach = Math.max(LEAST_RADIUS, distance(foot, apex));
  const degrees = (way / reach) * (180 / Math.PI);
  const direction = directionOf(line);
  const [one, other] = [degrees, -degrees].map((d) => lineAlong(apex, turnBy(direction, d)));
  // Of both ways round, the one that goes on towards the part.
  const ahead = add(foot, scale(line.normal, way));
  return Math.abs(sideOf(one!, ahead)) <= Math.abs(sideOf(other!, ahead)) ? one! : other!;
}
