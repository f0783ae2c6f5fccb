import { type FlatState, type Refusal, pieceOnModel } from '../folded/index.ts';
import type { Point } from '../geometry/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import { type FoldRequest, chooseMoving, reflectPieces } from './fold.ts';

/** Outlines of the paper that would move, where it would come to lie; layers are not ordered. */
export type Ghost = readonly (readonly Point[])[];

/**
 * Where a reflection would bring the paper, fast enough to follow the pointer: no order of layers is asked for, so that
 * the move itself may still be refused. Refuses a line that misses the flap, or leaves too short an edge.
 */
export function ghostOf(
  state: FlatState,
  request: Pick<FoldRequest, 'line' | 'flap' | 'layers' | 'hold'>,
): Outcome<Ghost, Refusal> {
  const chosen = chooseMoving(state, request);
  if (!chosen.ok) return chosen;
  const mesh = reflectPieces(chosen.value, request.line);
  return done([...chosen.value.moving].map((i) => pieceOnModel(mesh, mesh.pieces[i]!, 'after')));
}
