import type { BaseFlap } from '../bases/index.ts';
import {
  type FlatState,
  buildArrangement,
  facetOnSheet,
  facetsAt,
  layersUnder,
  toModel,
} from '../folded/index.ts';
import { type Point, apply, bearing, between, distance, toTurn, isSamePoint } from '../geometry/index.ts';
import { pointOn } from './laid.ts';

/** Where a flap reaches out from its axis at its tip. */
interface FlapEdge {
  /** Between the axis and the outer edge. */
  readonly degrees: number;
  /** A point of the sheet a little inside that edge. */
  readonly at: Point;
  /** Most of the stack lies over it. */
  readonly isBehind: boolean;
}

/** Edges nearer to the axis than this are let be, in degrees. */
const LEAST = 8;
/** The point near an edge lies so far from the tip (sheet sides), and so far in from the edge towards the inner one. */
const FROM_TIP = 0.15;
const INWARD = 0.1;

/** The edges of a flap's layers on one side of its axis (1 or -1), the widest first. */
export function edgesOf(state: FlatState, flap: BaseFlap, side: number): FlapEdge[] {
  const map = buildArrangement(state);
  const { tipOnSheet } = flap;
  const tip = toModel(state, tipOnSheet)!;
  const axis = bearing(tip, toModel(state, pointOn(flap, flap.length))!);
  return (
    facetsAt(state, tipOnSheet)
      .flatMap((f): FlapEdge[] => {
        const { placement } = state.facets[f]!;
        const corners = facetOnSheet(state, f)
          .filter((p) => !isSamePoint(p, tipOnSheet))
          .map((p) => ({ p, degrees: side * toTurn(bearing(tip, apply(placement, p)) - axis) }));
        const outer = corners.reduce((a, b) => (b.degrees > a.degrees ? b : a));
        const inner = corners.reduce((a, b) => (b.degrees < a.degrees ? b : a));
        if (outer.degrees < LEAST) return [];
        const [o, i] = [outer, inner].map(({ p }) =>
          between(tipOnSheet, p, FROM_TIP / Math.max(distance(tipOnSheet, p), FROM_TIP)),
        );
        const at = between(o!, i!, INWARD);
        const stack = layersUnder(map, apply(placement, at));
        return [{ degrees: outer.degrees, at, isBehind: stack.indexOf(f) * 2 >= stack.length }];
      })
      // Layers that lie on each other are the same but for rounding; they keep the order of their facets.
      .sort((a, b) => Math.round((b.degrees - a.degrees) * 1e6))
  );
}
