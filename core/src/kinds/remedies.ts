import type { FlatState } from '../folded/index.ts';
import type { PointRef, ResolveContext } from '../references/index.ts';
import { cornersOf } from '../sheet/index.ts';
import { keyOf, makeMove, unslipped } from './made.ts';
import { type Move, specOf } from './record.ts';

/** Another way of asking for what a move asked for: in words, as a move, and what it gives. */
export interface OtherWay {
  readonly words: string;
  readonly move: Move;
  readonly state: FlatState;
}

/**
 * Other ways of asking for the same that the paper allows, each folded before it is given; ways that come to one state, or
 * to that of the move itself, count once. Cost: one fold for each way the kind knows.
 */
export function findOtherWays(move: Move, context: ResolveContext): OtherWay[] {
  const corners = cornersOf(context.state.sheet).map(({ name }): PointRef => ({ kind: 'named', name }));
  const own = makeMove(move, 'tried', context, unslipped);
  const known = new Set(own.ok ? [keyOf(own.value.result.state)] : []);
  return specOf(move)
    .otherWays(move, corners)
    .flatMap((way): OtherWay[] => {
      const made = makeMove(way.move, 'tried', context, unslipped);
      if (!made.ok) return [];
      const { state } = made.value.result;
      if (known.has(keyOf(state))) return [];
      known.add(keyOf(state));
      return [{ ...way, state }];
    });
}
