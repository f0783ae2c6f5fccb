import { type AlignmentSigma, sigmasOf, slipsOf } from '../slips/index.ts';
import { SheetBounds, type MarkTarget } from '../alignments/index.ts';
import {
  type Line,
  type Point,
  distance,
  dot,
  lineThrough,
  sideOf,
  subtract,
  toUnit,
} from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import { resolvePoint } from '../references/index.ts';
import { type Replay, contextAfter, replaySequence } from '../sequence/index.ts';
import { type SheetShape, edgesOf, outlineOf } from '../sheet/index.ts';
import type { Construction } from './construction.ts';

export interface JudgedConstruction {
  readonly construction: Construction;
  readonly replay: Replay;
  readonly creases: number;
  readonly pinches: number;
  /** Expected error of the mark (one standard deviation, root sum square of all slips), in mm. */
  readonly errorMm: number;
  /** Distance of the unslipped mark from what was wanted, in mm; of a line the larger at its two ends. */
  readonly missMm: number;
  /** How far the mark moves for one unit of slip at every crease end. */
  readonly amplification: number;
  /** The step whose slip counts most, from 1. */
  readonly worstStep: number;
}

/**
 * Folds a construction in the engine and measures what it ends in: every crease end of every step is displaced in turn and
 * the whole replayed. Cost: two replays a step.
 */
export function judgeConstruction(
  construction: Construction,
  target: MarkTarget,
  sheet: SheetShape,
  sideMm: number,
  sigma: AlignmentSigma,
): JudgedConstruction {
  const sequence = { sheet, points: {}, steps: construction.steps };
  const replay = replaySequence(sequence);
  const missesIn = missesOf(construction, target, sheet);
  const misses = missesIn(replay);
  // Of a line the worse end counts; a place is as far off as both its coordinates say.
  const sizeOf = (v: readonly number[]): number =>
    target.kind === 'line' ? Math.max(...v.map(Math.abs)) : Math.hypot(...v);
  const slips = construction.steps.map((_, i) => slipsOf(sequence, replay, i + 1, missesIn));
  const byStep = slips.map((lines, i) => {
    const mm = sigmasOf(construction.steps[i]!, sigma);
    return Math.hypot(0, ...lines.map((v, line) => sizeOf(v) * mm[line]!));
  });
  const pinches = replay.steps.filter((s) => s.move.kind === 'pinch').length;
  return {
    construction,
    replay,
    creases: replay.steps.filter((s) => s.move.kind === 'crease' || s.move.kind === 'fold').length + pinches,
    pinches,
    errorMm: Math.hypot(...byStep),
    missMm: sizeOf(misses) * sideMm,
    amplification: Math.hypot(...slips.flat().map(sizeOf)),
    worstStep: byStep.indexOf(Math.max(...byStep)) + 1,
  };
}

/** How far a replayed construction ends from its target, in sheet sides: along the edge; in x and y; at a line's two ends. */
function missesOf(
  construction: Construction,
  target: MarkTarget,
  sheet: SheetShape,
): (r: Replay) => number[] {
  switch (target.kind) {
    case 'share': {
      const edge = edgesOf(sheet).find((e) => e.name === target.edge);
      invariant(edge, 'the edge of a construction exists');
      const along = toUnit(subtract(edge.to, edge.from));
      const wanted = target.share * distance(edge.from, edge.to);
      return (r) => {
        const last = [...r.steps].reverse().find((s) => s.trail?.mark)?.trail?.mark;
        invariant(last, 'a construction on an edge ends in a mark');
        return [dot(subtract(last, edge.from), along) - wanted];
      };
    }
    case 'point':
      return (r) => {
        const at = placeOf(construction, r);
        return [at[0] - target.at[0], at[1] - target.at[1]];
      };
    case 'line': {
      const ends = new SheetBounds(outlineOf(sheet)).ends(target.line);
      invariant(ends, 'a wanted line crosses the sheet');
      return (r) => {
        const crease = r.steps.at(-1)?.trail?.creases[0];
        const line = crease && lineThrough(crease.from, crease.to);
        invariant(line, 'a construction of a line ends in its crease');
        return ends.map((p) => offAlong(target.line, line, p));
      };
    }
  }
}

/** How far a line passes a point, measured square to another line. */
const offAlong = (wanted: Line, line: Line, p: Point): number =>
  -sideOf(line, p) / dot(line.normal, wanted.normal);

function placeOf({ mark }: Construction, r: Replay): Point {
  const found = mark && resolvePoint(mark, contextAfter(r));
  invariant(found?.ok && found.value.sheet, 'a construction of a place ends in a crossing');
  return found.value.sheet;
}
