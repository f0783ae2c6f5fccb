import { type Line, type Point, distance, sideOf, tolerance } from '../geometry/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import type { Step } from '../sequence/index.ts';
import { type SheetShape, edgesOf } from '../sheet/index.ts';
import type { Construction } from './construction.ts';
import { constructMark } from './constructions.ts';
import {
  type Corner,
  type CornerLine,
  SAME_ANGLE,
  bearingOf,
  fromOtherSide,
  lineOf,
  readCornerLine,
} from './corner.ts';
import { creaseStep, endsIn } from './crease.ts';
import { findConstructions } from './found.ts';
import { asFraction } from './fraction.ts';
import { thirdWay } from './thirds.ts';

/** A corner's angle is halved so often at most; finer creases cannot be told apart. */
const MOST_HALVINGS = 6;
/** Marks on the far edge that are tried. */
const MOST_MARKS = 1;

/**
 * Lines through a corner of the sheet: by halving the corner's angle again and again (22.5 degrees and its kin), by a mark
 * where the line meets a far edge (the tangent of the angle), and, where `isExact` is not reached yet, as thirds of an
 * angle. `near` in sheet sides. Empty for other lines.
 */
export function angleWays(
  sheet: SheetShape,
  line: Line,
  { prefix, near, isExact }: { prefix: string; near: number; isExact: boolean },
): Construction[] {
  const own = readCornerLine(sheet, line);
  if (!own) return [];
  const ways = [...byBisectors(sheet, own, prefix), ...byTangent(sheet, line, own.corner, { prefix, near })];
  if (isExact || ways.some((w) => w.exact)) return ways;
  return [...byThirds(sheet, line, own, prefix), ...ways];
}

/** As a third, or two thirds, of an angle of which the line can be folded exactly. */
function byThirds(sheet: SheetShape, line: Line, own: CornerLine, prefix: string): Construction[] {
  if (Math.abs(own.opening - 90) > SAME_ANGLE) return [];
  const wholeLine = (whole: CornerLine): readonly Step[] | undefined => {
    const [bisected] = byBisectors(sheet, whole, `${prefix}-w`);
    if (bisected) return bisected.steps;
    const degrees = String(Math.round(bearingOf(whole) * 1e9) / 1e9);
    const [found] = findConstructions(sheet, {
      target: { kind: 'line', line: lineOf(whole) },
      written: { kind: 'line', through: whole.corner.at, degrees },
      prefix: `${prefix}-w`,
      near: SAME_ANGLE,
    });
    return found?.exact ? found.steps : undefined;
  };
  for (const side of [own, fromOtherSide(own)]) {
    const way = thirdWay(sheet, line, side, `${prefix}-t3`, wholeLine);
    if (way) return [way];
  }
  return [];
}

const named = (name: string): PointRef => ({ kind: 'named', name });

function byBisectors(sheet: SheetShape, own: CornerLine, prefix: string): Construction[] {
  const { corner, base, side } = own;
  const share = own.degrees / own.opening;
  const halvings = Array.from({ length: MOST_HALVINGS }, (_, i) => i + 1).find((k) => {
    const steps = share * 2 ** k;
    return Math.abs(steps - Math.round(steps)) * 90 < SAME_ANGLE * 2 ** k;
  });
  if (halvings === undefined) return [];
  const steps: Step[] = [];
  // The two lines the next crease lies between.
  let [low, high] = [0, 1];
  let [from, to] = [base, side].map((s): LineRef => ({
    kind: 'through',
    a: named(corner.name),
    b: named(s.name),
  })) as [LineRef, LineRef];
  for (let i = 1; i <= halvings; i++) {
    const middle = (low + high) / 2;
    const wanted = lineOf({ ...own, degrees: own.opening * middle });
    const made = creaseBetween(sheet, steps, { from, to, wanted, id: `${prefix}-b${i}` });
    if (!made) return [];
    steps.push(made);
    const line: LineRef = { kind: 'crease', step: made.id };
    if (share > middle) [low, from] = [middle, line];
    else [high, to] = [middle, line];
  }
  return [
    {
      id: 'bisectors',
      title: `Halve the angle at ${corner.name} ${halvings === 1 ? 'once' : `${halvings} times`}`,
      how: 'Each crease halves the angle between the two before it, and the slip with it.',
      steps,
      exact: true,
    },
  ];
}

/** The crease that brings one line onto another where it is wanted: of the two there are the engine folds both. */
function creaseBetween(
  sheet: SheetShape,
  before: readonly Step[],
  { from, to, wanted, id }: { from: LineRef; to: LineRef; wanted: Line; id: string },
): Step | undefined {
  for (const which of [0, 1] as const) {
    const step = creaseStep(id, { kind: 'lineOnto', a: from, b: to, which });
    if (endsIn(sheet, [...before, step], wanted)) return step;
  }
  return undefined;
}

/** The mark where the line meets an edge that does not run from its corner, and the crease through both. */
function byTangent(
  sheet: SheetShape,
  line: Line,
  corner: Corner,
  { prefix, near }: { prefix: string; near: number },
): Construction[] {
  for (const edge of edgesOf(sheet)) {
    if (edge.name.includes(corner.name)) continue;
    const edgeLine = { from: edge.from, to: edge.to };
    const at = crossOf(line, edgeLine.from, edgeLine.to);
    if (!at) continue;
    const share = distance(edge.from, at) / distance(edge.from, edge.to);
    const fraction = asFraction(share);
    const marks = fraction
      ? constructMark(sheet, { edge: edge.name, ...fraction }, `${prefix}-t`)
      : undefined;
    const ways =
      marks?.ok === true
        ? marks.value
        : findConstructions(sheet, {
            target: { kind: 'share', edge: edge.name, share },
            written: { kind: 'share', edge: edge.name, share },
            prefix: `${prefix}-t`,
            near,
          });
    const says = fraction ? `${fraction.top}/${fraction.bottom}` : share.toFixed(4);
    return ways.slice(0, MOST_MARKS).flatMap((way, i): Construction[] => {
      const mark = [...way.steps].reverse().find((s) => s.move.kind === 'pinch');
      if (!mark) return [];
      const through: LineRef = {
        kind: 'through',
        a: named(corner.name),
        b: { kind: 'mark', step: mark.id },
      };
      return [
        {
          id: `tangent-${i + 1}`,
          title: `A mark at ${says} of ${edge.name}, and a crease from ${corner.name}`,
          how: `${way.title}; the mark is the tangent of the angle. ${way.exact && fraction ? 'Exact.' : 'As near as the mark is.'}`,
          steps: [...way.steps, creaseStep(`${prefix}-tc${i}`, through)],
          exact: way.exact && fraction !== undefined,
        },
      ];
    });
  }
  return [];
}

function crossOf(line: Line, from: Point, to: Point): Point | undefined {
  const [a, b] = [sideOf(line, from), sideOf(line, to)];
  // Through a corner no edge is crossed.
  if (a * b >= 0 || Math.min(Math.abs(a), Math.abs(b)) < tolerance.samePoint) return undefined;
  const t = a / (a - b);
  return [from[0] + (to[0] - from[0]) * t, from[1] + (to[1] - from[1]) * t];
}
