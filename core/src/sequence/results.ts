import type { FlatState, Refusal } from '../folded/index.ts';
import type { Point } from '../geometry/index.ts';
import {
  type ReflectedKind,
  type MoveResult,
  closedKinds,
  listCrimps,
  listReflections,
  singleOut,
} from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import { listRefolded, makeMove } from './make.ts';
import * as write from './writing.ts';
import { Reader, readOrRefuse } from './reader.ts';
import type { ResolveContext } from './resolve.ts';
import type { LineRef, Move } from './schema.ts';

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

/** Results with the relations that tell each from the others; the one that is made without a choice comes first. */
function singledOut(found: readonly MoveResult[], move: Move, context: ResolveContext): OfferedResult[] {
  const states = distinct(found.map((f) => f.state));
  const usual = makeMove({ ...move, picks: [] } as Move, 'offered', context, (line) => line);
  const key = usual.ok ? keyOf(usual.value.result.state) : '';
  const first = states.filter((s) => keyOf(s) === key);
  const offered: OfferedResult[] = first.map((state) => ({ state, picks: [] }));
  for (const state of states) {
    if (offered.length >= MOST_OFFERED) break;
    if (keyOf(state) === key) continue;
    const picks = singleOut(state, states);
    if (leadsTo(state, move, picks, context)) offered.push({ state, picks });
  }
  return offered;
}

/** More results than these could not be told apart as pictures. */
const MOST_OFFERED = 16;

/** Whether the plan, keeping these relations, comes to this result: what is offered is what is made. */
function leadsTo(
  state: FlatState,
  move: Move,
  picks: OfferedResult['picks'],
  context: ResolveContext,
): boolean {
  const kept = picks.map(([p, q]) => [write.on(...p), write.on(...q)]);
  const made = makeMove({ ...move, picks: kept } as Move, 'offered', context, (line) => line);
  return made.ok && keyOf(made.value.result.state) === keyOf(state);
}

/** The same resting place and the same order: one result, however it was come by. */
const keyOf = ({ facets, order }: FlatState): string =>
  `${facets.map(({ placement: p }) => [p.a, p.b, p.tx, p.ty].map((v) => v.toFixed(6)).join()).join(';')}|${order.join('')}`;

function distinct(states: readonly FlatState[]): FlatState[] {
  const known = new Map(states.map((s) => [keyOf(s), s]));
  return [...known.values()];
}

/**
 * Every result a move can have, for offering as pictures: reflections (reverse folds, sinks, pulling out), crimps, and
 * whatever folds several creases at once (collapse, squash, petal, rabbit ear, swivel, spread sink). Other moves have the
 * one result; an empty list says so.
 */
export function listResults(move: Move, context: ResolveContext): Outcome<OfferedResult[], Refusal> {
  const { state } = context;
  const read = new Reader(context, (line) => line);
  return readOrRefuse(() => {
    switch (move.kind) {
      case 'collapse':
      case 'squash':
      case 'petal':
      case 'ear':
      case 'swivel':
      case 'refold': {
        const found = listRefolded(move, 'offered', state, read);
        return found.ok ? done(singledOut(found.value, move, context)) : found;
      }
      case 'crimp': {
        const found = listCrimps(state, {
          lines: read.lines(move.lines),
          flap: read.papers(move.flap),
          mode: move.mode,
          step: 'offered',
        });
        return found.ok ? done(singledOut(found.value, move, context)) : found;
      }
      case 'reverse':
      case 'sink':
      case 'pull':
        return move.line ? listReflected(move, move.line, state, read) : done([]);
      default:
        return done([]);
    }
  });
}

function listReflected(
  move: Extract<Move, { kind: 'reverse' | 'sink' | 'pull' }>,
  line: LineRef,
  state: FlatState,
  read: Reader,
): Outcome<OfferedResult[], Refusal> {
  const found = listReflections(state, {
    line: read.line(line),
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
}
