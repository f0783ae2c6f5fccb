import { type Line, type Point, areaOf, centroidOf } from '../geometry/index.ts';
import { type FlatState, type Refusal, floodFrom, listEdges, piecesAt, toModel } from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { prepareTurn, reflectPieces, toTrace } from './fold.ts';
import type { Turn } from './parted.ts';
import { putAlike, putClose, putCornerAlike, putWhole, toHalves } from './between.ts';
import { KindReader, type ReflectedKind, lessOdd } from './kinds.ts';
import {
  type LaidPaper,
  PieceOrder,
  type Picks,
  settleAll,
  settleEach,
  settleFirst,
  singleOut,
  toResult,
} from './lay.ts';
import { rankPieces } from './preference.ts';
import { type Rim, findRims, splitAtSpine } from './rims.ts';
import type { MoveResult } from './result.ts';

/**
 * inside and outside: the tip of a flap turned in between or around its own layers (auto: whichever the side it bends to
 * allows); sink: a closed corner pushed in open, all creases round its rim alike; closed: pushed in between without
 * opening it, creases round the rim mixed; unsink: a sunk corner brought out again; free: any order the paper can have,
 * as when a flap is pulled out from between layers.
 */
export type ReflectMode = 'inside' | 'outside' | 'auto' | 'sink' | 'closed' | 'unsink' | 'free';

export interface ReflectRequest {
  readonly line: Line;
  /** Material points of the part that is reflected. */
  readonly flap: readonly Point[];
  readonly mode: ReflectMode;
  /** Tells one of several possible results from the others. */
  readonly picks?: Picks;
  readonly step: string;
}

/**
 * Reflects everything beyond the line in it (reverse folds, sinks, pulling out): the same reflection as a simple fold,
 * other orders. The rules say how the paper lies at the line; the rest is settled by the layer search. The end state is
 * checked, not the motion that leads there.
 */
export function reflectBeyond(state: FlatState, request: ReflectRequest): Outcome<MoveResult, Refusal> {
  const turn = prepareTurn(state, { ...request, layers: 'flap', hold: [] });
  if (!turn.ok) return turn;
  const rims = findRims(turn.value);
  const laid = layReflected(state, turn.value, request);
  const isSink = request.mode === 'sink' || request.mode === 'closed';
  const made = isSink
    ? settleSunk(laid, turn.value, rims, request)
    : settleFirst(laid, ordersFor(laid, turn.value, rims, request), request.picks);
  if (made) return done({ ...made, trace: toTrace(state, turn.value, request) });
  const along =
    request.mode === 'sink' && rims.length > 2 ? sinkAlong(state, turn.value, request) : undefined;
  const at = toModel(state, request.flap[0]!);
  return along ? done(along) : failed({ ...explain(rims, request.mode), ...(at ? { at } : {}) });
}

/**
 * Of all results those that are sunk as asked for, and of these the one a hand would make first. Where none is, layers
 * against the sunk paper may change places, as they do when the pocket is opened: with as few changes as can be.
 */
function settleSunk(
  laid: LaidPaper,
  turn: Turn,
  rims: readonly Rim[],
  { mode, line, flap, picks }: ReflectRequest,
): MoveResult | undefined {
  if (rims.length < 3) return undefined;
  const corner = cornerOf(turn, rims, flap);
  const fronts = splitAtSpine(turn, rims, line, rankPieces(turn, flap));
  const reader = new KindReader(turn, laid.mesh, rims, corner, fronts);
  const base = keepStaying(laid, turn);
  const settle = settleEach(laid, picks);
  const alike = (from: PieceOrder): PieceOrder[][] => putAlike(from, turn, rims, corner);
  const ways: (() => PieceOrder[][])[] =
    mode === 'sink'
      ? [
          () => alike(base),
          () => putCornerAlike(base, turn, corner),
          () => alike(keepAway(laid, turn)).slice(-1),
        ]
      : [() => [[base]]];
  for (const orders of flattened(ways)) {
    const states = orders.flatMap(settle);
    const fits =
      mode === 'sink'
        ? reader.openSinks(states)
        : reader.read(states).map((kind) => closedKinds.includes(kind));
    const sunk = states.filter((_, i) => fits[i]).map((state) => ({ state, oddness: reader.oddness(state) }));
    const best = sunk.sort(lessOdd)[0];
    if (best) return toResult(laid, best.state);
  }
  return undefined;
}

/** What each gives, one after the other, made only when it is come to. */
function* flattened<T>(makers: readonly (() => readonly T[])[]): Generator<T> {
  for (const make of makers) yield* make();
}

/** Keeps the order of paper that stays, but for layers that lie against moved paper and are not joined to each other. */
function keepAway(laid: LaidPaper, { moving, order }: Turn): PieceOrder {
  const kept = new PieceOrder(laid.mesh);
  kept.loosens = true;
  const near = laid.mesh.pieces.map(
    (_, i) => !moving.has(i) && [...moving].some((m) => kept.doOverlap(i, m)),
  );
  const joined = new Set(
    listEdges(laid.mesh.pieces.map((p) => p.loop)).flatMap(({ left, right }) =>
      right < 0 ? [] : [`${left},${right}`, `${right},${left}`],
    ),
  );
  kept.keep(order, (i, j) => {
    if (moving.has(i) || moving.has(j)) return 0;
    return near[i] && near[j] && !joined.has(`${i},${j}`) ? 0 : 1;
  });
  // With some of its pairs open again, what is kept has to be checked like anything else.
  kept.relations.forEach((r, k) => (kept.relations[k] = Math.sign(r)));
  return kept;
}

/**
 * A sink that takes other paper along: a tip or a closed pocket that lies between the layers of the corner beyond the line.
 * Paper that hangs together there is tried piece by piece, the smallest first.
 */
function sinkAlong(state: FlatState, turn: Turn, request: ReflectRequest): MoveResult | undefined {
  const { mesh, moving, order } = turn;
  const n = mesh.pieces.length;
  const { side } = mesh.pieces[[...moving][0]!]!;
  const left = new Set(mesh.pieces.flatMap((p, i) => (p.side === side && !moving.has(i) ? [i] : [])));
  const parts: { seed: Point; area: number }[] = [];
  for (const i of left) {
    const part = floodFrom(mesh, [i]);
    for (const p of part) left.delete(p);
    // Nested paper lies over some of the corner's layers and under others.
    const signs = new Set([...part].flatMap((p) => [...moving].map((m) => order[p * n + m]!)));
    if (!signs.has(1) || !signs.has(-1)) continue;
    const corners = (p: number): Point[] => mesh.pieces[p]!.loop.map((v) => mesh.vertices[v]!);
    const area = [...part].reduce((sum, p) => sum + areaOf(corners(p)), 0);
    parts.push({ seed: centroidOf(corners(i)), area });
  }
  for (const { seed } of parts.sort((a, b) => a.area - b.area).slice(0, MOST_ALONG)) {
    const flap = [...request.flap, seed];
    const both = prepareTurn(state, { ...request, flap, layers: 'flap', hold: [] });
    if (!both.ok) continue;
    const laid = layReflected(state, both.value, request);
    const made = settleSunk(laid, both.value, findRims(both.value), request);
    if (made) return { ...made, trace: toTrace(state, both.value, { ...request, flap }) };
  }
  return undefined;
}

/** Parts of other paper tried as company of a sunk corner. */
const MOST_ALONG = 3;

/** Kinds a closed sink can be: the paper between the layers, the creases round it of both senses. */
export const closedKinds: readonly ReflectedKind[] = ['mixed sink', 'inside reverse', 'outside reverse'];

/** Rims of the paper that holds the first point of the flap. */
function cornerOf({ mesh }: Turn, rims: readonly Rim[], flap: readonly Point[]): Rim[] {
  const holding = new Set(
    flap.slice(0, 1).flatMap((p) => [...piecesAt(mesh, p, 1), ...piecesAt(mesh, p, -1)]),
  );
  return rims.filter((r) => holding.has(r.moving));
}

/** One of the results a reflection can have, and the relations that tell it from the others. */
export interface ReflectChoice {
  readonly kind: ReflectedKind;
  readonly result: MoveResult;
  readonly picks: Picks;
}

/** Every result (up to 64) that reflecting the part beyond the line can have, the simple ones first. */
export function listReflections(
  state: FlatState,
  request: Pick<ReflectRequest, 'line' | 'flap' | 'step'>,
): Outcome<ReflectChoice[], Refusal> {
  const turn = prepareTurn(state, { ...request, layers: 'flap', hold: [] });
  if (!turn.ok) return turn;
  const rims = findRims(turn.value);
  const laid = layReflected(state, turn.value, request);
  const results = settleAll(laid, keepStaying(laid, turn.value));
  const trace = toTrace(state, turn.value, request);
  const states = results.map((r) => r.state);
  const corner = cornerOf(turn.value, rims, request.flap);
  const fronts = splitAtSpine(turn.value, rims, request.line, rankPieces(turn.value, request.flap));
  const reader = new KindReader(turn.value, laid.mesh, rims, corner, fronts);
  const kinds = reader.read(states);
  return done(
    results
      .map((result, i) => ({
        kind: kinds[i]!,
        result: { ...result, trace },
        picks: singleOut(result.state, states),
        oddness: reader.oddness(result.state),
      }))
      .sort((a, b) => RANK.indexOf(a.kind) - RANK.indexOf(b.kind) || lessOdd(a, b))
      .map(({ kind, result, picks }) => ({ kind, result, picks })),
  );
}

const RANK: readonly ReflectedKind[] = [
  'unfolded',
  'valley',
  'mountain',
  'open sink',
  'inside reverse',
  'outside reverse',
  'mixed reverse',
  'mixed sink',
];

const layReflected = (
  from: FlatState,
  turn: Turn,
  { line, step, flap }: Pick<ReflectRequest, 'line' | 'step' | 'flap'>,
): LaidPaper => ({ from, mesh: reflectPieces(turn, line), before: turn.order, step, points: flap });

/** Nothing is said but that paper that stays keeps its order. */
function keepStaying(laid: LaidPaper, { moving, order }: Turn): PieceOrder {
  const kept = new PieceOrder(laid.mesh);
  kept.keep(order, (i, j) => (moving.has(i) || moving.has(j) ? 0 : 1));
  return kept;
}

/** The orders to try for a mode, the most likely first, each made when it is come to. */
function* ordersFor(
  laid: LaidPaper,
  turn: Turn,
  rims: readonly Rim[],
  { line, mode, flap }: ReflectRequest,
): Generator<PieceOrder> {
  const base = keepStaying(laid, turn);
  switch (mode) {
    case 'inside':
    case 'outside':
    case 'auto': {
      const ways = mode === 'auto' ? (['inside', 'outside'] as const) : [mode];
      for (const front of splitAtSpine(turn, rims, line, rankPieces(turn, flap))) {
        const halves = toHalves(rims, front);
        for (const way of ways) {
          const order = putWhole(base, turn, halves, way);
          const close = order && putClose(order, turn, halves, way);
          if (close) yield close;
          if (order) yield order;
        }
      }
      return;
    }
    case 'unsink':
      if (rims.length === 0) yield base;
      return;
    case 'free':
      yield base;
      return;
    case 'sink':
    case 'closed':
      return;
  }
}

function explain(rims: readonly Rim[], mode: ReflectMode): Refusal {
  switch (mode) {
    case 'sink':
    case 'closed':
      return rims.length < 3
        ? {
            kind: 'empty',
            text: 'Nothing closed lies beyond the line, so there is nothing to sink; choose a line below a closed corner.',
          }
        : {
            kind: 'through',
            text: `The corner cannot be sunk ${mode === 'sink' ? 'open' : 'closed'} here: a layer would be crossed; sink it earlier, or choose a line that keeps clear of other layers.`,
          };
    case 'unsink':
      return {
        kind: rims.length > 0 ? 'crease' : 'through',
        text:
          rims.length > 0
            ? 'Along this line the paper is not folded, so nothing sunk can be brought out; choose the line the corner was sunk along.'
            : 'The sunk corner cannot come out: a layer lies in the way; bring it out before that layer is folded.',
      };
    case 'free':
      return {
        kind: 'through',
        text: 'The flap cannot lie there in any order of layers; choose another line, or open its neighbours first.',
      };
    case 'auto':
      return {
        kind: rims.length < 2 ? 'crease' : 'through',
        text:
          rims.length < 2
            ? oneLayer(rims.length)
            : 'The tip can go neither between nor around its layers along this line; choose another angle, or unlock the layers round it.',
      };
    case 'inside':
    case 'outside': {
      if (rims.length < 2) return { kind: 'crease', text: oneLayer(rims.length) };
      const other = mode === 'inside' ? 'outside' : 'inside';
      return {
        kind: 'through',
        text: `The tip cannot go ${mode === 'inside' ? 'in between' : 'around'} its layers along this line; try the ${other} reverse fold, or another angle.`,
      };
    }
  }
}

const oneLayer = (count: number): string =>
  `The line crosses ${count === 1 ? 'one layer' : 'no layer that turns'}, and a reverse fold needs two or more joined at a spine; choose a line across a folded flap.`;
