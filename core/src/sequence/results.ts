import type { FlatState, Refusal } from '../folded/index.ts';
import type { Point } from '../geometry/index.ts';
import {
  type ReflectedKind,
  type MoveResult,
  closedKinds,
  listCollapses,
  listReflections,
  listRefolds,
  singleOut,
} from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import { readCollapse, readRefold } from './make.ts';
import { Reader, readOrRefuse } from './reader.ts';
import type { ResolveContext } from './resolve.ts';
import type { Move } from './schema.ts';

/** One of several results a move can have, with the relations that single it out. */
export interface OfferedResult {
  readonly state: FlatState;
  readonly picks: readonly (readonly [Point, Point])[];
}

/** Which ways of lying a reverse fold, a sink or a pulled flap may take. */
function fittingKinds(move: Extract<Move, { kind: 'reverse' | 'sink' | 'pull' }>): readonly ReflectedKind[] {
  switch (move.kind) {
    case 'reverse':
      return move.mode === 'auto'
        ? ['inside reverse', 'outside reverse', 'mixed reverse']
        : [`${move.mode} reverse`];
    case 'sink':
      return {
        open: ['open sink'] as const,
        closed: closedKinds,
        out: [
          'unfolded',
          'valley',
          'mountain',
          'inside reverse',
          'outside reverse',
          'mixed reverse',
        ] as const,
      }[move.mode];
    case 'pull':
      return [
        'unfolded',
        'inside reverse',
        'outside reverse',
        'mixed reverse',
        'valley',
        'mountain',
        'mixed sink',
      ];
  }
}

const singledOut = (found: readonly MoveResult[]): OfferedResult[] => {
  const states = found.map((f) => f.state);
  return states.map((s) => ({ state: s, picks: singleOut(s, states) }));
};

/**
 * Every result a move can have, for offering as pictures: reflections (reverse folds, sinks, pulling out), collapses and
 * spread sinks.
 * Other moves have the one result; an empty list says so.
 */
export function listResults(move: Move, context: ResolveContext): Outcome<OfferedResult[], Refusal> {
  const { state } = context;
  const read = new Reader(context, (line) => line);
  return readOrRefuse(() => {
    if (move.kind === 'collapse') {
      const found = listCollapses(state, {
        creases: readCollapse(move, read),
        anchor: read.paper(move.anchor),
        step: 'offered',
      });
      return found.ok ? done(singledOut(found.value)) : found;
    }
    if (move.kind === 'refold') {
      const found = listRefolds(state, { ...readRefold(move, read), picks: [], step: 'offered' });
      return found.ok ? done(singledOut(found.value)) : found;
    }
    if ((move.kind !== 'reverse' && move.kind !== 'sink' && move.kind !== 'pull') || !move.line)
      return done([]);
    const found = listReflections(state, {
      line: read.line(move.line),
      flap: move.flap.map(read.paper),
      step: 'offered',
    });
    if (!found.ok) return found;
    const kinds = fittingKinds(move);
    return done(
      found.value
        .filter((f) => kinds.includes(f.kind))
        .map(({ result, picks }) => ({ state: result.state, picks })),
    );
  });
}
