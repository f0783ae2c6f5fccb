import {
  type Isometry,
  type Point,
  apply,
  distance,
  identity,
  isTurned,
  placementAcross,
} from '../geometry/index.ts';
import { invariant } from '../outcome/index.ts';
import type { CreasePattern } from './pattern.ts';

/** A pattern folded flat without regard to layers. */
export interface FoldedPattern {
  readonly placements: readonly Isometry[];
  readonly turned: readonly boolean[];
  /** Where each vertex lies: the mean of its images. */
  readonly vertices: readonly Point[];
  /** Largest distance of an image of a vertex from that mean; 0 for a pattern that closes exactly. */
  readonly closure: number;
}

/**
 * Folds every M, V and U crease flat, breadth first from the first facet; resting creases keep the paper flat. The error
 * grows with the depth of the tree only, since reflections are taken in sheet coordinates.
 */
export function foldPattern(pattern: CreasePattern): FoldedPattern {
  const links: { to: number; edge: number }[][] = pattern.facets.map(() => []);
  pattern.edges.forEach((e, i) => {
    if (e.left < 0 || e.right < 0) return;
    links[e.left]!.push({ to: e.right, edge: i });
    links[e.right]!.push({ to: e.left, edge: i });
  });
  const placements: (Isometry | undefined)[] = pattern.facets.map(() => undefined);
  placements[0] = identity;
  const queue = [0];
  for (let at = 0; at < queue.length; at++) {
    const f = queue[at]!;
    for (const { to, edge } of links[f]!) {
      if (placements[to]) continue;
      const e = pattern.edges[edge]!;
      const fold = { from: pattern.vertices[e.a]!, to: pattern.vertices[e.b]! };
      placements[to] = e.assignment === 'F' ? placements[f]! : placementAcross(placements[f]!, fold);
      queue.push(to);
    }
  }
  const placed = placements.map((p) => {
    invariant(p, 'a sheet in one piece is placed as a whole');
    return p;
  });
  const images: Point[][] = pattern.vertices.map(() => []);
  pattern.facets.forEach((loop, f) =>
    loop.forEach((v) => images[v]!.push(apply(placed[f]!, pattern.vertices[v]!))),
  );
  const vertices = images.map((list): Point =>
    list.length === 0
      ? [0, 0]
      : [list.reduce((s, p) => s + p[0], 0) / list.length, list.reduce((s, p) => s + p[1], 0) / list.length],
  );
  const closure = Math.max(
    0,
    ...images.map((list, v) => Math.max(0, ...list.map((p) => distance(p, vertices[v]!)))),
  );
  return { placements: placed, turned: placed.map(isTurned), vertices, closure };
}
