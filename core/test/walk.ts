import { bases } from '../src/bases/index.ts';
import { type FlatState, checkState, facetOnSheet, facetsAt, foldsOf, toModel } from '../src/folded/index.ts';
import { type Point, areaOf, boundsOf, centroidOf, distance, lineOnto } from '../src/geometry/index.ts';
import { checkLayers } from '../src/layers/index.ts';
import { type ReflectRequest, reflectBeyond } from '../src/moves/index.ts';
import type { Move } from '../src/kinds/index.ts';
import type { LineRef, PointRef } from '../src/references/index.ts';
import { type Replay, type Sequence, type Step, replaySequence, stepSchema } from '../src/sequence/index.ts';
import { symmetriesOf } from '../src/sheet/index.ts';
import { type Image, differs, imageOf } from './mirrored.ts';

type Chance = () => number;
export const pick = <T>(list: readonly T[], chance: Chance): T => list[Math.floor(chance() * list.length)]!;

const on = (p: Point): PointRef => ({ kind: 'sheet', at: [p[0], p[1]] });
const toward = (p: Point, q: Point, t: number): Point => [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
const middle = (s: FlatState, f: number): Point => centroidOf(facetOnSheet(s, f));

/** A corner of a facet, a material point just inside it, and two lines across it, as a plan would name them. */
function atCorner(s: FlatState, chance: Chance, f: number, corner?: Point) {
  const corners = facetOnSheet(s, f);
  const tip = corner ?? pick(corners, chance);
  const inner = middle(s, f);
  const lean = 90 + (chance() - 0.5) * 60;
  const reach = 0.15 + chance() * 0.6;
  const lineAt = (share: number): LineRef => ({
    kind: 'turned',
    at: on(toward(tip, inner, share)),
    towards: on(tip),
    degrees: lean,
  });
  return { flap: on(toward(tip, inner, 0.03)), near: lineAt(reach), far: lineAt(reach * 0.6) };
}

const facetOf = (s: FlatState, chance: Chance): number => Math.floor(chance() * s.facets.length);

/** An inner vertex of the sheet, a closed corner perhaps, with a facet that has it; undefined where there is none. */
function closedCorner(s: FlatState, chance: Chance): { tip: Point; f: number } | undefined {
  const rim = ([x, y]: Point): boolean => x < 1e-9 || y < 1e-9 || x > 1 - 1e-9 || y > 1 - 1e-9;
  const inner = s.vertices.filter((p) => !rim(p));
  if (inner.length === 0) return undefined;
  const tip = pick(inner, chance);
  const around = facetsAt(s, tip);
  return { tip, f: pick(around, chance) };
}

/** Random moves of one kind; undefined where the state offers no place for one. */
export const WALK_KINDS: Readonly<Record<string, (s: FlatState, chance: Chance) => unknown>> = {
  fold: (s, c) => simple(s, c, {}),
  'fold all layers': (s, c) => simple(s, c, { layers: 'all' }),
  'fold some layers': (s, c) => simple(s, c, { layers: 'all', hold: [on(middle(s, facetOf(s, c)))] }),
  tuck: (s, c) => simple(s, c, { tuck: true }),
  hem: (s, c) => {
    const f = facetOf(s, c);
    const corners = facetOnSheet(s, f);
    const i = Math.floor(c() * corners.length);
    const [a, b] = [corners[i]!, corners[(i + 1) % corners.length]!];
    const inner = middle(s, f);
    const width = (0.1 + c() * 0.5) * distance(toward(a, b, 0.5), inner);
    const [edge, times] = [[on(a), on(b)], c() < 0.5 ? 1 : 2];
    return { kind: 'hem', sense: senseOf(c), edge, towards: on(inner), width, times, layers: [on(inner)] };
  },
  pleat: (s, c) => {
    const { flap, near, far } = atCorner(s, c, facetOf(s, c));
    return { kind: 'pleat', sense: senseOf(c), lines: [near, far], flap: [flap], layers: 'flap' };
  },
  narrow: (s, c) => {
    const f = facetOf(s, c);
    const corners = facetOnSheet(s, f);
    const i = Math.floor(c() * corners.length);
    const [tip, a, b] = [i, i + 1, i + corners.length - 1].map((k) => corners[k % corners.length]!);
    const axis = on(toward(a!, b!, 0.3 + c() * 0.4));
    const edges = [a!, b!].map((p) => on(toward(p, middle(s, f), 0.02)));
    return { kind: 'narrow', sense: senseOf(c), tip: on(tip!), axis, edges, layers: 'flap' };
  },
  inside: (s, c) => reverse(s, c, 'inside'),
  outside: (s, c) => reverse(s, c, 'outside'),
  reverse: (s, c) => reverse(s, c, 'auto'),
  'open sink': (s, c) => sink(s, c, 'open'),
  'closed sink': (s, c) => sink(s, c, 'closed'),
  crimp: (s, c) => {
    const { flap, near, far } = atCorner(s, c, facetOf(s, c));
    return { kind: 'crimp', mode: pick(['inside', 'outside', 'auto'], c), lines: [near, far], flap: [flap] };
  },
  accordion: (s, c) => {
    const { flap, near, far } = atCorner(s, c, facetOf(s, c));
    return { kind: 'accordion', lines: [near, far], pleats: 2 + Math.floor(c() * 3), flap: [flap] };
  },
  pull: (s, c) => {
    const { flap, near } = atCorner(s, c, facetOf(s, c));
    return { kind: 'pull', line: near, flap: [flap], picks: [] };
  },
  squash: (s, c) => {
    const folds = foldsOf(s);
    if (folds.length === 0) return undefined;
    const { facets, from, to } = pick(folds, c);
    const [apex, ridge] = c() < 0.5 ? [from, to] : [to, from];
    const [front, back] = c() < 0.5 ? facets : [facets[1], facets[0]];
    const hinge = facetOnSheet(s, front).find((p) => distance(p, apex) > 1e-6 && distance(p, ridge) > 1e-6);
    if (!hinge) return undefined;
    return {
      kind: 'squash',
      apex: on(apex),
      ridge: on(ridge),
      hinge: on(hinge),
      to: on(hinge),
      front: [on(middle(s, front))],
      back: [on(middle(s, back))],
      side: c() < 0.5 ? 'front' : 'behind',
    };
  },
  petal: (s, c) => {
    const f = facetOf(s, c);
    const corners = facetOnSheet(s, f);
    const i = Math.floor(c() * corners.length);
    const [tip, a, b] = [i, i + 1, i + corners.length - 1].map((k) => corners[k % corners.length]!);
    const t = 0.3 + c() * 0.5;
    return {
      kind: 'petal',
      tip: on(tip!),
      hinge: [on(toward(tip!, a!, t)), on(toward(tip!, b!, t))],
      flap: [on(middle(s, f))],
      side: c() < 0.5 ? 'front' : 'behind',
    };
  },
  ear: (s, c) => {
    const f = facetOf(s, c);
    const corners = facetOnSheet(s, f);
    const i = Math.floor(c() * corners.length);
    const [tip, a, b] = [i, i + 1, i + corners.length - 1].map((k) => corners[k % corners.length]!);
    return {
      kind: 'ear',
      tip: on(tip!),
      base: [on(a!), on(b!)],
      towards: c() < 0.5 ? 0 : 1,
      through: [on(middle(s, f))],
      anchor: on(toward(toward(a!, b!, 0.5), middle(s, f), -0.02)),
      side: c() < 0.5 ? 'front' : 'behind',
    };
  },
};

const senseOf = (c: Chance): 'valley' | 'mountain' => (c() < 0.5 ? 'valley' : 'mountain');

function simple(s: FlatState, c: Chance, more: object): unknown {
  const { flap, near } = atCorner(s, c, facetOf(s, c));
  return { kind: 'fold', sense: senseOf(c), line: near, flap: [flap], layers: 'flap', ...more };
}

function reverse(s: FlatState, c: Chance, mode: string): unknown {
  const { flap, near } = atCorner(s, c, facetOf(s, c));
  return { kind: 'reverse', mode, line: near, flap: [flap] };
}

function sink(s: FlatState, c: Chance, mode: string): unknown {
  const corner = closedCorner(s, c);
  if (!corner) return undefined;
  const { near } = atCorner(s, c, corner.f, corner.tip);
  return { kind: 'sink', mode, line: near, flap: [on(corner.tip)] };
}

const stepOf = (id: string, move: unknown): Step => stepSchema.parse({ id, move });

/** Adds a step; the replay reuses what went before. */
function withStep(replay: Replay, step: Step): Replay {
  return replaySequence({ ...replay.sequence, steps: [...replay.sequence.steps, step] }, replay);
}

export const lastState = (replay: Replay): FlatState => replay.steps.at(-1)?.after ?? replay.start;

/** Bases of the atlas on a square as sequences, and the flat sheet. */
export const startSequences = (): Sequence[] => [
  { sheet: { kind: 'square' }, points: {}, steps: [] },
  ...bases
    .filter((b) => b.sheet.kind === 'square' && b.steps.length > 0)
    .map((b) => ({ sheet: b.sheet, points: b.points, steps: b.steps })),
];

/** A base, narrowed, halved or left as it is by up to two random simple moves. */
export function randomStart(sequences: readonly Sequence[], chance: Chance, mostFacets: number): Replay {
  let replay = replaySequence(pick(sequences, chance));
  const before = Math.floor(chance() * 3);
  for (let tries = 0, done = 0; done < before && tries < 20; tries++) {
    const kind = pick(['fold', 'fold all layers', 'narrow'], chance);
    const next = tryMove(replay, kind, `w${replay.steps.length}`, chance);
    if (!next || lastState(next).facets.length > mostFacets) continue;
    replay = next;
    done++;
  }
  return replay;
}

/** The replay with one random move of a kind; undefined where there is none or it is refused. */
function tryMove(replay: Replay, kind: string, id: string, chance: Chance): Replay | undefined {
  const move = WALK_KINDS[kind]!(lastState(replay), chance);
  if (!move) return undefined;
  const next = withStep(replay, stepOf(id, move));
  return next.steps.at(-1)!.refusal ? undefined : next;
}

const moveOf = (replay: Replay): Move => replay.steps.at(-1)!.move;

/** True when two states are the same: outlines, places, order; resting creases may differ. */
export function isSameState(a: FlatState, b: FlatState): boolean {
  return (
    a.facets.length === b.facets.length &&
    a.facets.every((f, i) => {
      const [p, q] = [facetOnSheet(a, i), facetOnSheet(b, i)];
      return (
        p.length === q.length &&
        p.every((x, k) => distance(x, q[k]!) < 1e-7) &&
        f.loop.every((v) => distance(placed(a, v, i), placed(b, v, i)) < 1e-7)
      );
    }) &&
    a.order.every((o, i) => o === b.order[i])
  );
}

function placed(s: FlatState, v: number, f: number): Point {
  const { placement: m } = s.facets[f]!;
  const [x, y] = s.vertices[v]!;
  return [m.a * x + m.b * y + m.tx, m.c * x + m.d * y + m.ty];
}

/**
 * What is mixed in a reverse fold: where the tip and the two halves it hangs on lie together, a layer of the tip outside
 * the halves (inside fold) or a layer of the halves outside the tip's front and back (outside fold). Read off the states
 * before and after alone: the halves are the layers that share a new crease with the tip.
 */
export function mixedTip(before: FlatState, after: FlatState, way: 'inside' | 'outside'): boolean {
  const n = after.facets.length;
  const moved = after.facets.map((_, f) => {
    const p = middle(after, f);
    return distance(toModel(before, p)!, toModel(after, p)!) > 1e-9;
  });
  const rims = foldsOf(after).flatMap(({ facets: [f, g] }) =>
    moved[f] === moved[g] ? [] : [moved[f] ? ([f, g] as const) : ([g, f] as const)],
  );
  // A staying layer is in the front half when an inside fold has it over its own part of the tip, outside under it.
  const front = new Map<number, boolean>();
  for (const [tip, body] of rims) front.set(body, (after.order[body * n + tip] === 1) === (way === 'inside'));
  const tips = moved.flatMap((m, f) => (m ? [f] : []));
  if (way === 'inside')
    return tips.some((t) =>
      [...front].some(([body, isFront]) => after.order[body * n + t]! * (isFront ? 1 : -1) < 0),
    );
  return rims.some(([tip, own]) =>
    [...front.keys()].some((body) => after.order[tip * n + body]! * (front.get(own) ? 1 : -1) < 0),
  );
}

/** What a law found wrong with one accepted move. */
export type Fault = 'illegal' | 'unfold refused' | 'unfold changed' | 'image differs' | 'mixed';

/** A random walk and its image, folded side by side. */
export interface Walk {
  readonly replay: Replay;
  readonly image: Image;
  readonly mirrored: Replay;
}

export function beginWalk(sequences: readonly Sequence[], chance: Chance, mostFacets: number): Walk {
  const replay = randomStart(sequences, chance, mostFacets);
  const image: Image = {
    map: pick(symmetriesOf(replay.sequence.sheet), chance),
    behind: chance() < 0.5,
  };
  // The image of an empty sequence still has to be turned over: a step that does nothing carries it.
  const still = stepOf('still', { kind: 'rotate', degrees: 0 });
  const own = replay.steps.length > 0 ? replay : withStep(replay, still);
  return { replay: own, image, mirrored: replaySequence(imageOf(own.sequence, image)) };
}

/**
 * Makes a random move of a kind and holds it against the laws: every state lawful by two verifiers, unfolding gives back
 * the state before, the image of the sequence gives the image of the state, a reverse fold is not mixed. Where the paper
 * and all of the move are symmetric and two results are each other's image, none can be preferred: that is no fault, and
 * told as `twin`. Undefined where the move is refused or not to be had.
 */
export function stepWalk(
  walk: Walk,
  kind: string,
  chance: Chance,
  mostFacets: number,
): { walk: Walk; faults: Fault[]; twin: boolean } | undefined {
  const before = lastState(walk.replay);
  const next = tryMove(walk.replay, kind, `x${walk.replay.steps.length}`, chance);
  if (!next || lastState(next).facets.length > mostFacets) return undefined;
  const after = lastState(next);
  const faults: Fault[] = [];
  if (checkState(after).length + checkLayers(after).length > 0) faults.push('illegal');
  const opened = withStep(next, stepOf('open', { kind: 'unfold', step: next.steps.at(-1)!.step.id }));
  if (opened.steps.at(-1)!.refusal) faults.push('unfold refused');
  else if (!isSameState(before, lastState(opened))) faults.push('unfold changed');
  const move = moveOf(next);
  if (move.kind === 'reverse' && move.mode !== 'auto' && mixedTip(before, after, move.mode))
    faults.push('mixed');
  const mirrored = replaySequence(imageOf(next.sequence, walk.image), walk.mirrored);
  const differ =
    mirrored.steps.at(-1)!.refusal !== undefined || differs(after, lastState(mirrored), walk.image) !== '';
  const twin = differ && isSymmetric(before);
  if (differ && !twin) faults.push('image differs');
  return { walk: { ...walk, replay: next, mirrored }, faults, twin };
}

/** True where some image of the state is the state itself. */
const isSymmetric = (state: FlatState): boolean =>
  symmetriesOf(state.sheet).some((map) =>
    [false, true].some((behind) => differs(state, state, { map, behind }) === ''),
  );

/** The collapse of a pattern on the flat sheet, and the same with every crease cut into stretches, some overlapping. */
export function stretchesOf(
  creases: readonly { readonly from: Point; readonly to: Point; readonly sense: string }[],
  chance: Chance,
): { from: PointRef; to: PointRef; sense: string }[] {
  const all = creases.flatMap(({ from, to, sense }) => {
    const cuts = [0, ...Array.from({ length: Math.floor(chance() * 4) }, chance).sort((a, b) => a - b), 1];
    return cuts.slice(1).map((t, i) => {
      const begin = i > 0 && chance() < 0.3 ? cuts[i - 1]! : cuts[i]!;
      const ends = [toward(from, to, begin), toward(from, to, t)].map(on);
      return chance() < 0.5
        ? { from: ends[0]!, to: ends[1]!, sense }
        : { from: ends[1]!, to: ends[0]!, sense };
    });
  });
  return all
    .map((c) => ({ c, key: chance() }))
    .sort((a, b) => a.key - b.key)
    .map((x) => x.c);
}

/** Two open sinks of a state, each as lines and flaps of the engine, whose paper keeps apart before and after. */
export function separateSinks(
  state: FlatState,
  chance: Chance,
): { first: ReflectRequest; second: ReflectRequest } | undefined {
  const asks = Array.from({ length: 6 }, () => sinkAsk(state, chance)).flatMap((ask) => {
    const made = ask && reflectBeyond(state, ask);
    return ask && made?.ok ? [{ ask, reach: reachOf(state, made.value.state) }] : [];
  });
  const apart = (x: Box, y: Box): boolean =>
    x.maxX < y.minX - 1e-6 || y.maxX < x.minX - 1e-6 || x.maxY < y.minY - 1e-6 || y.maxY < x.minY - 1e-6;
  for (const [i, first] of asks.entries())
    for (const second of asks.slice(i + 1))
      if (first.reach.every((x) => second.reach.every((y) => apart(x, y))))
        return { first: first.ask, second: second.ask };
  return undefined;
}

type Box = ReturnType<typeof boundsOf>;

function sinkAsk(state: FlatState, chance: Chance): ReflectRequest | undefined {
  const corner = closedCorner(state, chance);
  const at = corner && toModel(state, corner.tip);
  const inner = corner && toModel(state, middle(state, corner.f));
  if (!corner || !at || !inner) return undefined;
  const line = lineOnto(at, toward(at, inner, 0.2 + chance() * 0.8));
  return line && { line, flap: [corner.tip], mode: 'sink', step: 'x' };
}

/** Boxes round paper that a move has displaced, where it lay and where it lies. */
function reachOf(before: FlatState, after: FlatState) {
  return after.facets.flatMap((_, f) => {
    const corners = facetOnSheet(after, f);
    const p = centroidOf(corners);
    if (distance(toModel(before, p)!, toModel(after, p)!) < 1e-9) return [];
    return [
      boundsOf(corners.map((c) => toModel(before, c)!)),
      boundsOf(corners.map((c) => toModel(after, c)!)),
    ];
  });
}

/** Folds of a state on the sheet, with their senses, as the creases of a collapse. */
export const foldsAt = (state: FlatState): { from: Point; to: Point; sense: string }[] =>
  foldsOf(state).map(({ from, to, sense }) => ({ from, to, sense }));

/** A material point inside the largest facet. */
export function anchorOf(state: FlatState): Point {
  const areas = state.facets.map((_, f) => areaOf(facetOnSheet(state, f)));
  return middle(state, areas.indexOf(Math.max(...areas)));
}
