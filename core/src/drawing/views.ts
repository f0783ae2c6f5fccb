import { type Point, boundsOf } from '../geometry/index.ts';
import { type FlatState, buildArrangement, toOutline } from '../folded/index.ts';
import { drawModel } from './drawing.ts';
import type { DrawItem, Drawing } from './items.ts';

/** Ways to look at a folded model besides as it lies. */
export type ModelView = 'through' | 'apart' | 'against';

/** See through: the model as it lies, and every edge that lies under other layers as a dotted line over it. */
export function drawThrough(state: FlatState): Drawing {
  const whole = drawModel(state, 0);
  const map = buildArrangement(state);
  const hidden = map.edges.flatMap((edge): DrawItem[] => {
    const tops = [edge.left, edge.right].map((c) => map.cells[c]!.layers[0]);
    if (edge.facets.some((f) => tops.includes(f) && tops[0] !== tops[1])) return [];
    return [{ kind: 'line', style: 'hidden', from: map.nodes[edge.from]!, to: map.nodes[edge.to]! }];
  });
  return { ...whole, items: [...whole.items, ...hidden] };
}

/** Layers fanned out, each a little farther up and aside, so that a stack can be counted. */
export function drawApart(state: FlatState): Drawing {
  const drawing = drawModel(state, 0, { offset: 0.022, spread: 0.5 });
  const points = drawing.items.flatMap((i) => (i.kind === 'facet' ? [...i.points] : []));
  return points.length === 0 ? drawing : { ...drawing, bounds: boundsOf(points) };
}

/** A model with the outlines of others as dotted lines: what it was before, or where it may come to lie. */
export function drawAgainst(others: readonly FlatState[], after: FlatState): Drawing {
  const drawing = drawModel(after);
  const outlines = others.flatMap((other) => toOutline(buildArrangement(other)));
  const lines = outlines.flatMap((loop) =>
    loop.map((from, i): DrawItem => ({
      kind: 'line',
      style: 'hidden',
      from,
      to: loop[(i + 1) % loop.length]!,
    })),
  );
  const corners: Point[] = outlines.flat();
  const { minX, minY, maxX, maxY } = drawing.bounds;
  return {
    items: [...drawing.items, ...lines],
    bounds: boundsOf([...corners, [minX, minY], [maxX, maxY]]),
  };
}
