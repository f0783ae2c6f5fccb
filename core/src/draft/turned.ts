import { type FlatState, facetsAt, toModel } from '../folded/index.ts';
import { type Point, bearing, distance, isTurned, toTurn } from '../geometry/index.ts';
import type { LaidChain } from './laid.ts';
import { STILL } from './paper.ts';

/** A chain's own joints keep within a share of the side. */
const NEAR = 0.012;
/** The start of a limb beyond two folds comes so near to where they begin. */
const BESIDE = 0.06;
/** Share of its length by which a piece may come out wrong, a little under what a draft is accepted with. */
const LENGTH_OFF = 0.048;
/** Degrees by which a piece may miss its direction. */
const AIMED = 4;
/** A fold that misses by less is tried again, bent by so much less. */
const MISSED = 20;

/** What shall have turned: a piece of one limb, or of several that have it in common, and where it shall point on the base. */
interface WantedTurn {
  /** By number among the limbs. */
  readonly bunch: readonly number[];
  readonly piece: number;
  readonly direction: number;
}

/**
 * Whether a fold turned what it should and moved nothing else of any limb; degrees by which it misses where that is little
 * enough to be corrected.
 */
export function readTurn(
  laid: readonly LaidChain[],
  { bunch, piece, direction }: WantedTurn,
  before: FlatState,
  after: FlatState,
): 'turned' | 'refused' | number {
  const was = (p: Point): Point => toModel(before, p)!;
  const is = (p: Point): Point => toModel(after, p)!;
  for (const [j, other] of laid.entries()) {
    const turns = bunch.includes(j);
    for (const [n, p] of other.joints.entries()) {
      // The start of a limb beyond two folds comes to where limbs of its hub begin.
      const comes = turns && n === 0 && piece === 0 && other.pivots[0] !== undefined;
      const moved = distance(was(comes ? other.root : p), is(p));
      if (turns ? n <= piece && moved > (comes ? BESIDE : NEAR) : moved > STILL) return 'refused';
    }
  }
  let miss = 0;
  for (const k of bunch) {
    const { starts, joints, lengths } = laid[k]!;
    const [from, to] = [is(starts[piece]!), is(joints[piece + 1]!)];
    const long = lengths[piece]!;
    if (Math.abs(distance(from, to) - long) > Math.max(NEAR, LENGTH_OFF * long)) return 'refused';
    const off = toTurn(bearing(from, to) - direction);
    if (Math.abs(off) > Math.abs(miss)) miss = off;
  }
  if (Math.abs(miss) <= AIMED) return 'turned';
  return Math.abs(miss) < MISSED ? miss : 'refused';
}

/** Whether the paper at a point of the sheet shows its back. */
export function showsBack(state: FlatState, onSheet: Point): boolean {
  const f = facetsAt(state, onSheet)[0];
  return f !== undefined && isTurned(state.facets[f]!.placement);
}
