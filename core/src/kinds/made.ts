import type { FlatState, Refusal } from '../folded/index.ts';
import type { Point } from '../geometry/index.ts';
import { singleOut } from '../moves/index.ts';
import { type Outcome, done } from '../outcome/index.ts';
import { type LineSlip, Reader, type ResolveContext, on, readOrRefuse } from '../references/index.ts';
import { type Move, specOf } from './record.ts';
import type { Tried } from './spec.ts';

/** Makes a move on the state of the context: references resolved first, then the engine. */
export const makeMove = (move: Move, step: string, context: ResolveContext, slip: LineSlip): Tried =>
  readOrRefuse(() =>
    specOf(move).make(move, { state: context.state, read: new Reader(context, slip), context, step }),
  );

export const unslipped: LineSlip = (line) => line;

/** One of several results a move can have, with the relations that single it out. */
export interface OfferedResult {
  readonly state: FlatState;
  readonly picks: readonly (readonly [Point, Point])[];
}

/** More results than these could not be told apart as pictures. */
const MOST_OFFERED = 16;

/**
 * Every result a move can have, for offering as pictures: reflections (reverse folds, sinks, pulling out), crimps, and
 * whatever folds several creases at once (collapse, squash, petal, rabbit ear, swivel, spread sink). Other moves have the
 * one result; an empty list says so.
 */
export function listResults(move: Move, context: ResolveContext): Outcome<OfferedResult[], Refusal> {
  const read = new Reader(context, unslipped);
  const { state } = context;
  const found = readOrRefuse(() => specOf(move).results(move, { state, read, context, step: 'offered' }));
  if (!found.ok) return found;
  if (found.value.every((f) => f.picks))
    return done(found.value.map(({ state, picks }) => ({ state, picks: picks! })));
  return done(
    singledOut(
      found.value.map((f) => f.state),
      move,
      context,
    ),
  );
}

/** Results with the relations that tell each from the others; the one that is made without a choice comes first. */
function singledOut(found: readonly FlatState[], move: Move, context: ResolveContext): OfferedResult[] {
  const states = distinct(found);
  const usual = makeMove({ ...move, picks: [] } as Move, 'offered', context, unslipped);
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

/** Whether the plan, keeping these relations, comes to this result: what is offered is what is made. */
function leadsTo(
  state: FlatState,
  move: Move,
  picks: OfferedResult['picks'],
  context: ResolveContext,
): boolean {
  const kept = picks.map(([p, q]) => [on(...p), on(...q)]);
  const made = makeMove({ ...move, picks: kept } as Move, 'offered', context, unslipped);
  return made.ok && keyOf(made.value.result.state) === keyOf(state);
}

/** The same resting place and the same order: one result, however it was come by. */
export const keyOf = ({ facets, order }: FlatState): string =>
  `${facets.map(({ placement: p }) => [p.a, p.b, p.tx, p.ty].map((v) => v.toFixed(6)).join()).join(';')}|${order.join('')}`;

const distinct = (states: readonly FlatState[]): FlatState[] => [
  ...new Map(states.map((s) => [keyOf(s), s])).values(),
];
