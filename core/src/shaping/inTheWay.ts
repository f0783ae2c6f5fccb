import {
  type Line,
  type Point,
  apply,
  areaOf,
  centroidOf,
  clipTo,
  dot,
  inverse,
  tolerance,
} from '../geometry/index.ts';
import type { Form, Piece } from './form.ts';
import type { ShapingRefusal } from './refusal.ts';

/** The pieces of one plate, parted by whether they move. */
interface PlateParts {
  readonly moving: readonly Piece[];
  readonly staying: readonly Piece[];
}

/** Layers of the same plate that lie in the way: above what rises beyond the line, below what sinks before it. */
export function findInTheWay(
  form: Form,
  parts: PlateParts,
  line: Line,
  degrees: number,
): ShapingRefusal | undefined {
  if (degrees === 0) return undefined;
  const up = countInTheWay(form, parts, line, 1);
  const down = countInTheWay(form, parts, line, -1);
  const [here, there] = degrees > 0 ? [up, down] : [down, up];
  if (here.count === 0) return undefined;
  const other = degrees > 0 ? 'away from you' : 'towards you';
  return {
    kind: 'through',
    text: `${here.count} layer${here.count === 1 ? '' : 's'} of paper that stay lie in the way; ${there.count === 0 ? `${other} it turns freely` : 'the other way others do'}. Take every layer there, or turn another part.`,
    freeDegrees: 0,
    ...(here.at ? { at: here.at } : {}),
  };
}

function countInTheWay(
  form: Form,
  { moving, staying }: PlateParts,
  line: Line,
  way: 1 | -1,
): { count: number; at?: Point } {
  const n = form.state.facets.length;
  const found = new Set<number>();
  let at: Point | undefined;
  for (const half of moving) {
    for (const s of staying) {
      const over = form.state.order[s.facet * n + half.facet];
      if (!over || found.has(s.facet)) continue;
      const common = overlapOf(half.model, s.model);
      if (common.length === 0) continue;
      // Beyond the line paper above is in the way of rising; before it paper below.
      const beyond = Math.abs(areaOf(clipTo(common, line)));
      const before = Math.abs(areaOf(common)) - beyond;
      const blocks = (beyond > LEAST_AREA && over === way) || (before > LEAST_AREA && over === -way);
      if (!blocks) continue;
      found.add(s.facet);
      at ??= centroidOf(common);
    }
  }
  return { count: found.size, ...(at ? { at } : {}) };
}

/**
 * Material points of the layers that stay and lie with the moving paper beyond the line: what has to go along where every
 * layer there is to be turned.
 */
export function staysBeyond(form: Form, { moving, staying }: PlateParts, line: Line): Point[] {
  const n = form.state.facets.length;
  return staying.flatMap((own): Point[] => {
    for (const half of moving) {
      if (!form.state.order[own.facet * n + half.facet]) continue;
      const beyond = clipTo(overlapOf(half.model, own.model), line);
      if (beyond.length < 3 || Math.abs(areaOf(beyond)) < LEAST_AREA) continue;
      return [apply(inverse(form.state.facets[own.facet]!.placement), centroidOf(beyond))];
    }
    return [];
  });
}

/** Overlaps smaller than this, in sheet sides squared, are touches. */
const LEAST_AREA = 1e-8;

/** The common part of two convex polygons, whichever way round they run. */
function overlapOf(a: readonly Point[], b: readonly Point[]): Point[] {
  const [p, q] = [a, b].map((poly) => (areaOf(poly) < 0 ? [...poly].reverse() : [...poly]));
  let part: Point[] = p!;
  for (let i = 0; i < q!.length && part.length > 0; i++) {
    const [u, v] = [q![i]!, q![(i + 1) % q!.length]!];
    const size = Math.hypot(v[0] - u[0], v[1] - u[1]);
    if (size < tolerance.samePoint) continue;
    const normal: Point = [-(v[1] - u[1]) / size, (v[0] - u[0]) / size];
    part = clipTo(part, { normal, offset: dot(normal, u) });
  }
  return part.length >= 3 && Math.abs(areaOf(part)) > LEAST_AREA ? part : [];
}
