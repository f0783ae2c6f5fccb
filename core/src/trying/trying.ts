import type { FlatState } from '../folded/index.ts';
import { type Point, lineOnto, tolerance } from '../geometry/index.ts';
import { type Move, TOOLS, findOtherWays, listResults, toolOf } from '../kinds/index.ts';
import { ghostOf } from '../moves/index.ts';
import { type PointRef, onModel } from '../references/index.ts';
import { type Replay, type ReplayedStep, contextAfter, replaySequence, write } from '../sequence/index.ts';
import { refAt } from './landmarks.ts';

/** A move that could be made at a place of the sequence: what it is called, and the state it gives. */
export interface Proposed {
  readonly move: Move;
  readonly word: string;
  readonly state: FlatState;
}

/** One of several ways a move can end, with what singles it out, as a plan keeps it. */
export interface OfferedWay {
  readonly state: FlatState;
  readonly picks: readonly (readonly [PointRef, PointRef])[];
}

/** The sequence up to a place with one more step; what was folded is not folded again. */
export function tryMove(
  replay: Replay,
  before: number,
  move: Move,
  id = 'trial',
): { readonly replay: Replay; readonly step: ReplayedStep } {
  const steps = [...replay.sequence.steps.slice(0, before), write.writeStep(id, move)];
  const tried = replaySequence({ ...replay.sequence, steps }, replay);
  return { replay: tried, step: tried.steps.at(-1)! };
}

/** Results offered at most: more could not be told apart as pictures. */
const MOST_OFFERED = 12;

/** Every result a move can have, where it has more than one. */
export function offerResults(replay: Replay, before: number, move: Move): OfferedWay[] {
  const found = listResults(move, contextAfter(replay, before));
  if (!found.ok || found.value.length < 2) return [];
  return found.value.slice(0, MOST_OFFERED).map(({ state, picks }) => ({
    state,
    picks: picks.map(([p, q]): [PointRef, PointRef] => [refAt(p), refAt(q)]),
  }));
}

/** The paper that a point of the model, dragged elsewhere, takes along in the simplest fold. */
export function dragGhost(state: FlatState, from: Point, to: Point): readonly (readonly Point[])[] {
  const line = lineOnto(from, to);
  const own = onModel(from, state).sheet;
  if (!line || !own) return [];
  const ghost = ghostOf(state, { line, flap: [own], hold: [], layers: 'flap' });
  return ghost.ok ? ghost.value : [];
}

/** Moves that bring one point onto another, the usual ones first; only those the paper allows. */
export function proposeMoves(replay: Replay, before: number, from: PointRef, to: PointRef): Proposed[] {
  const line = { kind: 'onto', from, to } as const;
  const fold = (sense: 'valley' | 'mountain', layers: 'flap' | 'all'): Move => ({
    kind: 'fold',
    sense,
    line,
    flap: [from],
    layers,
    hold: [],
    tuck: false,
    held: false,
    picks: [],
  });
  const reverse = (mode: 'inside' | 'outside'): Move => ({
    kind: 'reverse',
    mode,
    line,
    flap: [from],
    picks: [],
  });
  const moves: Move[] = [
    fold('valley', 'flap'),
    fold('mountain', 'flap'),
    fold('valley', 'all'),
    { kind: 'crease', sense: 'valley', line, through: 'all', soft: false, span: null },
    reverse('inside'),
    reverse('outside'),
    { kind: 'sink', mode: 'open', line, flap: [from], picks: [] },
  ];
  const seen: FlatState[] = [];
  return moves.flatMap((move): Proposed[] => {
    const { step } = tryMove(replay, before, move);
    if (step.refusal || seen.some((s) => isSameState(s, step.after))) return [];
    seen.push(step.after);
    return [{ move, word: wordOf(move), state: step.after }];
  });
}

/** Digits kept of a place the pointer was let go at: finer than a hand, and short enough to be read. */
const POINTED_DIGITS = 4;

/** Moves that bring a point to any place on the paper, to taste; none where there is no paper. */
export function proposeTo(replay: Replay, before: number, from: PointRef, place: Point): Proposed[] {
  const { state } = contextAfter(replay, before);
  const on = onModel(place, state).sheet;
  if (!on) return [];
  const at = on.map((v) => Number(v.toFixed(POINTED_DIGITS))) as [number, number];
  return proposeMoves(replay, before, from, { kind: 'sheet', at });
}

/** Other ways of asking for a move that the paper allows, as pictures: for one that is refused, or takes more than meant. */
export const listOtherWays = (replay: Replay, before: number, move: Move): Proposed[] =>
  findOtherWays(move, contextAfter(replay, before))
    .slice(0, MOST_OFFERED)
    .map(({ words, move: other, state }) => ({ move: other, word: words, state }));

/** The word of the tool that makes such a move, and whether it takes all layers. */
function wordOf(move: Move): string {
  const tool = toolOf(move);
  const word = tool ? TOOLS[tool].word.toLowerCase() : move.kind;
  return 'layers' in move && move.layers === 'all' ? `${word}, all layers` : word;
}

export const isSameState = (a: FlatState, b: FlatState): boolean =>
  a.facets.length === b.facets.length &&
  a.resting.length === b.resting.length &&
  a.order.every((o, i) => o === b.order[i]) &&
  a.facets.every((f, i) => {
    const g = b.facets[i]!;
    return (['a', 'b', 'c', 'd', 'tx', 'ty'] as const).every(
      (k) => Math.abs(f.placement[k] - g.placement[k]) < tolerance.samePoint,
    );
  });
