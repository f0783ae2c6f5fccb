import { type Segment, between, distance } from '../geometry/index.ts';
import { type FlatState, type MadeCrease, foldsOf, joinSegments } from '../folded/index.ts';

/** Folds of the new state that the old one did not have, joined where they run on with one sense. */
export function listMade(before: FlatState, after: FlatState): MadeCrease[] {
  const old = foldsOf(before);
  const fresh = foldsOf(after).filter((f) => !old.some((o) => liesOn(between(f.from, f.to, 0.5), o)));
  return joinSegments(
    fresh.map(({ from, to, sense }) => ({ from, to, sense })),
    (a, b) => a.sense === b.sense,
  );
}

const liesOn = (p: readonly [number, number], s: Segment): boolean =>
  Math.abs(distance(s.from, p) + distance(p, s.to) - distance(s.from, s.to)) < 1e-9;
