import { buildPattern } from '@jade/core/creases';
import { drawModel } from '@jade/core/drawing';
import type { FlatState } from '@jade/core/folded';
import { patternOf } from '@jade/core/formats';
import { type Point, distance, lineOnto } from '@jade/core/geometry';
import { ghostOf } from '@jade/core/moves';
import { type Move, TOOLS, findOtherWays, listResults, toolOf } from '@jade/core/kinds';
import { type PointRef, type ResolveContext, onModel } from '@jade/core/references';
import { type Replay, replaySequence, write } from '@jade/core/sequence';
import { listLandmarks, refAt } from './landmarks.ts';
import type { OfferedPicture, Proposal, SheetCrease } from './protocol.ts';

/** What the steps before a place in the sequence have left for later ones to refer to. */
function contextAt(replay: Replay, before: number): ResolveContext {
  const done = replay.steps.slice(0, before);
  return {
    state: done.at(-1)?.after ?? replay.start,
    points: replay.sequence.points,
    trails: new Map(done.flatMap((s) => (s.trail ? [[s.step.id, s.trail] as const] : []))),
    numbers: new Map(replay.sequence.steps.map((s, i) => [s.id, i + 1])),
  };
}

/** More stretches than this cannot be pointed at. */
const MOST_STRETCHES = 600;

/** Stretches of resting crease on the sheet between crossings, ends named where they have names. */
export function listCreases(replay: Replay, before: number): SheetCrease[] {
  const { state } = contextAt(replay, before);
  const folded = patternOf(state);
  const at = folded.vertices.length;
  const built = buildPattern({
    vertices: [...folded.vertices, ...state.resting.flatMap((r) => [r.from, r.to])],
    edges: [
      ...folded.edges,
      ...state.resting.map((_, i) => ({ a: at + 2 * i, b: at + 2 * i + 1, assignment: 'F' as const })),
    ],
  });
  if (!built.ok) return [];
  const { edges, vertices } = built.value;
  const named = listLandmarks(state, replay.steps.slice(0, before)).flatMap((l) =>
    l.sheet && !l.name.startsWith('corner of') ? [{ ...l, sheet: l.sheet }] : [],
  );
  const refTo = (p: Point): { ref: PointRef; name: string | undefined } => {
    const known = named.find((l) => distance(l.sheet, p) < 1e-7);
    return known ? { ref: known.ref, name: known.name } : { ref: refAt(p), name: undefined };
  };
  return edges
    .filter((e) => e.assignment === 'F')
    .slice(0, MOST_STRETCHES)
    .map((e, i) => {
      const [from, to] = [vertices[e.a]!, vertices[e.b]!];
      const [a, b] = [refTo(from), refTo(to)];
      return {
        key: [...from, ...to].map((v) => v.toFixed(6)).join(),
        from,
        to,
        fromRef: a.ref,
        toRef: b.ref,
        name: a.name && b.name ? `${a.name} to ${b.name}` : `stretch ${i + 1}`,
      };
    });
}

/** Pictures offered at most: more could not be told apart. */
const MOST_OFFERED = 12;

/** Every result a move can have, where it has more than one. */
export function offerResults(replay: Replay, before: number, move: Move): OfferedPicture[] {
  const found = listResults(move, contextAt(replay, before));
  if (!found.ok || found.value.length < 2) return [];
  return found.value.slice(0, MOST_OFFERED).map(({ state, picks }) => ({
    drawing: drawModel(state, 0),
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
export function proposeMoves(replay: Replay, before: number, from: PointRef, to: PointRef): Proposal[] {
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
  return moves.flatMap((move): Proposal[] => {
    const trial = write.writeStep('trial', move);
    const steps = [...replay.sequence.steps.slice(0, before), trial];
    const last = replaySequence({ ...replay.sequence, steps }, replay).steps.at(-1)!;
    if (last.refusal || seen.some((s) => isSameState(s, last.after))) return [];
    seen.push(last.after);
    return [{ move, word: wordOf(move), after: drawModel(last.after, 0) }];
  });
}

/** Other ways of asking for a move that the paper allows, as pictures: for one that is refused, or takes more than meant. */
export const listOtherWays = (replay: Replay, before: number, move: Move): Proposal[] =>
  findOtherWays(move, contextAt(replay, before))
    .slice(0, MOST_OFFERED)
    .map(({ words, move: other, state }) => ({ move: other, word: words, after: drawModel(state, 0) }));

/** The word of the tool that makes such a move, and whether it takes all layers. */
function wordOf(move: Move): string {
  const tool = toolOf(move);
  const word = tool ? TOOLS[tool].word.toLowerCase() : move.kind;
  return 'layers' in move && move.layers === 'all' ? `${word}, all layers` : word;
}

const isSameState = (a: FlatState, b: FlatState): boolean =>
  a.facets.length === b.facets.length &&
  a.resting.length === b.resting.length &&
  a.order.every((o, i) => o === b.order[i]) &&
  a.facets.every((f, i) => {
    const g = b.facets[i]!;
    return (['a', 'b', 'c', 'd', 'tx', 'ty'] as const).every(
      (k) => Math.abs(f.placement[k] - g.placement[k]) < 1e-9,
    );
  });
