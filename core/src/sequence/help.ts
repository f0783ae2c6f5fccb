import { type Refusal, refuseLater } from '../folded/index.ts';
import {
  type Line,
  type Point,
  bearing,
  lineThrough,
  sideOf,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { landmarksOf } from '../sheet/index.ts';
import { type Move, makeMove } from '../kinds/index.ts';
import { type LineRef, type ResolveContext, resolveLine, resolvePoint } from '../references/index.ts';

/**
 * A refusal with the nearest line that works, where a crease passes a corner so near that an edge too short to fold
 * would be left: the angle, or how far to move it, that leads it through the corner. Tried before it is said.
 */
export function withNearestLine(
  refusal: Refusal,
  move: Move,
  step: string,
  context: ResolveContext,
): Refusal {
  // The sentence is not asked for before it is needed.
  const { kind, at, adds } = refusal;
  if (kind !== 'sliver' || !at || !('line' in move) || !move.line) return refusal;
  const ref = move.line;
  return refuseLater({ kind, at, ...(adds ? { adds } : {}) }, () => {
    const line = resolveLine(ref, context);
    const near = line.ok ? nearestThrough(ref, line.value, at, context) : undefined;
    if (!near || !makeMove(move, step, context, () => near.line).ok) return refusal.text;
    return `${refusal.text} ${near.words} it goes ${nameOfCorner(at, context)} and can be folded.`;
  });
}

function nameOfCorner(at: Point, context: ResolveContext): string {
  const name = landmarksOf(context.state.sheet).find((l) => {
    const lies = resolvePoint({ kind: 'named', name: l.name }, context);
    return lies.ok && isSamePoint(lies.value.model, at, tolerance.samePoint * 10);
  })?.name;
  return name ? `through ${name}` : 'through that corner';
}

function nearestThrough(
  ref: LineRef,
  line: Line,
  corner: Point,
  context: ResolveContext,
): { line: Line; words: string } | undefined {
  if (ref.kind === 'turned') {
    const [at, towards] = [resolvePoint(ref.at, context), resolvePoint(ref.towards, context)];
    const through = at.ok && towards.ok ? lineThrough(at.value.model, corner) : undefined;
    if (at.ok && towards.ok && through) {
      const turn = bearing(at.value.model, corner) - bearing(at.value.model, towards.value.model);
      // The same line is met again after half a turn: the angle nearest to the one given is said.
      const degrees = turn + 180 * Math.round((ref.degrees - turn) / 180);
      return {
        line: through,
        words: `At ${Number(degrees.toFixed(9))}° instead of ${Number(ref.degrees.toFixed(5))}°`,
      };
    }
  }
  const off = sideOf(line, corner);
  return {
    line: { normal: line.normal, offset: line.offset + off },
    words: `Moved by ${Math.abs(off).toExponential(1)} of the side`,
  };
}
