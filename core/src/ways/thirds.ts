import { SheetBounds } from '../alignments/index.ts';
import { type Line, type Point, distance } from '../geometry/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import type { Step } from '../sequence/index.ts';
import { type SheetShape, outlineOf } from '../sheet/index.ts';
import type { Construction } from './construction.ts';
import { type Corner, type CornerLine, bearingOf } from './corner.ts';
import { creaseStep, endsIn } from './crease.ts';
import { writeHalvings } from './halving.ts';

/** The side of the corner is halved so often at most; shorter marks cannot be brought onto a line. */
const MOST_HALVINGS = 3;
const SAME = 1e-9;

const named = ({ name }: Corner): PointRef => ({ kind: 'named', name });
/**
 * A line that makes a third, or two thirds, of an angle at a right corner of the sheet for which `lineAt` knows an exact
 * way. Two parallels to the base at one and two parts of the other side; the corner goes onto the lower and the mark of
 * the upper onto the line of the whole angle at once. The way square to that crease is a third of it, the mirror image of
 * the lower parallel two thirds (Abe 1980; the three triangles at the corner are congruent).
 */
export function thirdWay(
  sheet: SheetShape,
  wanted: Line,
  at: CornerLine,
  prefix: string,
  lineAt: (at: CornerLine) => readonly Step[] | undefined,
): Construction | undefined {
  for (const parts of [1, 2] as const) {
    const whole = { ...at, degrees: (at.degrees * 3) / parts };
    if (whole.degrees > 90 - SAME) continue;
    const landing = landingOn(sheet, whole);
    const before = landing && lineAt(whole);
    const steps = before && writeThird({ sheet, wanted, at, parts, landing, before, prefix });
    if (steps)
      return {
        id: 'third',
        title: `${parts === 1 ? 'A third' : 'Two thirds'} of ${Math.round(whole.degrees * 100) / 100}°`,
        how: 'Two marks go onto two lines at once, which divides any angle in three. Exact; watch both marks while you press.',
        steps,
        exact: true,
      };
  }
  return undefined;
}

interface Landing {
  /** How often the side is halved to the upper mark. */
  readonly halvings: number;
  /** Where the corner comes to lie. */
  readonly near: Point;
}

/** How often the side is to be halved for both marks to land on the sheet. */
function landingOn(sheet: SheetShape, whole: CornerLine): Landing | undefined {
  const { corner, side, degrees } = whole;
  const bounds = new SheetBounds(outlineOf(sheet));
  const away = (angle: number, far: number): Point => {
    const way = (bearingOf({ ...whole, degrees: angle }) * Math.PI) / 180;
    return [corner.at[0] + far * Math.cos(way), corner.at[1] + far * Math.sin(way)];
  };
  for (let halvings = 1; halvings <= MOST_HALVINGS; halvings++) {
    const low = distance(corner.at, side.at) / 2 ** (halvings + 1);
    // Both marks land as far from the corner, a third and the whole of the angle up from the base.
    const far = low / Math.sin((degrees / 3) * (Math.PI / 180));
    const near = away(degrees / 3, far);
    if (bounds.holds(near) && bounds.holds(away(degrees, far))) return { halvings, near };
  }
  return undefined;
}

interface ThirdAsk {
  readonly sheet: SheetShape;
  readonly wanted: Line;
  readonly at: CornerLine;
  readonly parts: 1 | 2;
  readonly landing: Landing;
  /** The steps to the whole angle; the last leaves its line. */
  readonly before: readonly Step[];
  readonly prefix: string;
}

function writeThird(ask: ThirdAsk): readonly Step[] | undefined {
  const { at, parts, before, prefix } = ask;
  const corner = named(at.corner);
  const marks = writeHalvings({
    from: corner,
    to: named(at.side),
    shares: [1 / 2 ** ask.landing.halvings],
    prefix: `${prefix}-m`,
  });
  const whole = before.at(-1);
  const upper = marks?.at(-1);
  if (!marks || !whole || !upper) return undefined;
  const mark: PointRef = { kind: 'mark', step: upper.id };
  const lower = creaseStep(`${prefix}-l`, { kind: 'onto', from: corner, to: mark });
  const lineOf = (step: Step): LineRef => ({ kind: 'crease', step: step.id });
  const both = creaseStep(`${prefix}-b`, {
    kind: 'ontoBoth',
    from: corner,
    on: lineOf(lower),
    other: mark,
    onto: lineOf(whole),
    near: { kind: 'sheet', at: [...ask.landing.near] },
  });
  const last = creaseStep(
    `${prefix}-e`,
    parts === 1
      ? { kind: 'across', at: corner, to: lineOf(both) }
      : { kind: 'mirrored', line: lineOf(lower), in: lineOf(both) },
  );
  const steps = [...before, ...marks, lower, both, last];
  return endsIn(ask.sheet, steps, ask.wanted) ? steps : undefined;
}
