import { type Point, type Segment, distance } from '../geometry/index.ts';
import { type FlatState, type MadeCrease, foldsOf, joinSegments } from '../folded/index.ts';

/** Folds of the new state that the old one did not have, joined where they run on with one sense. */
export function listMade(before: FlatState, after: FlatState): MadeCrease[] {
  const old = foldsOf(before).map(toReach);
  const fresh = foldsOf(after).filter((f) => {
    const x = (f.from[0] + f.to[0]) / 2;
    const y = (f.from[1] + f.to[1]) / 2;
    return !old.some(
      (o) => x >= o.minX && x <= o.maxX && y >= o.minY && y <= o.maxY && liesOn([x, y], o.segment),
    );
  });
  return joinSegments(
    fresh.map(({ from, to, sense }) => ({ from, to, sense })),
    (a, b) => a.sense === b.sense,
  );
}

const SLACK = 1e-9;

/** A segment with the box a point on it must lie in: most points are told off by four comparisons. */
function toReach(segment: Segment) {
  const { from, to } = segment;
  return {
    segment,
    minX: Math.min(from[0], to[0]) - SLACK,
    maxX: Math.max(from[0], to[0]) + SLACK,
    minY: Math.min(from[1], to[1]) - SLACK,
    maxY: Math.max(from[1], to[1]) + SLACK,
  };
}

const liesOn = (p: Point, s: Segment): boolean =>
  Math.abs(distance(s.from, p) + distance(p, s.to) - distance(s.from, s.to)) < SLACK;
