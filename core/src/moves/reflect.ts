import { type Line, type Point, isTurned } from '../geometry/index.ts';
import { type FlatState, type Refusal, facetsAt } from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type Turn, prepareTurn, reflectPieces, toTrace } from './fold.ts';
import { type LaidPaper, PieceOrder, type Picks, settleAll, settleFirst, singleOut } from './lay.ts';
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
  const trace = toTrace(state, turn.value, request);
  if (request.mode === 'closed') {
    const offered = listClosed(laid, turn.value, rims, request.picks);
    return offered[0] ? done({ ...offered[0].result, trace }) : failed(explain(rims, 'closed'));
  }
  const orders = ordersFor(laid, turn.value, rims, request);
  const made = settleFirst(laid, orders, request.picks);
  return made ? done({ ...made, trace }) : failed(explain(rims, request.mode));
}

/** How the paper lies at the line in one possible result. */
export type ReflectedKind = 'valley' | 'mountain' | 'open sink' | 'mixed sink' | 'reverse' | 'unfolded';

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
  return done(
    results
      .map((result) => ({
        kind: kindOf(result.state, turn.value, rims),
        result: { ...result, trace },
        picks: singleOut(result.state, states),
      }))
      .sort((a, b) => RANK.indexOf(a.kind) - RANK.indexOf(b.kind)),
  );
}

const RANK: readonly ReflectedKind[] = [
  'unfolded',
  'valley',
  'mountain',
  'open sink',
  'reverse',
  'mixed sink',
];

const layReflected = (
  from: FlatState,
  turn: Turn,
  { line, step }: { readonly line: Line; readonly step: string },
): LaidPaper => ({ from, mesh: reflectPieces(turn, line), before: turn.order, step });

/** Nothing is said but that paper that stays keeps its order. */
function keepStaying(laid: LaidPaper, { moving, order }: Turn): PieceOrder {
  const kept = new PieceOrder(laid.mesh);
  kept.keep(order, (i, j) => (moving.has(i) || moving.has(j) ? 0 : 1));
  return kept;
}

/**
 * The folder's usual result: the part that moves stays right by its own layers, so that whatever lay over or under them
 * lies over or under it too. Nothing where that contradicts itself.
 */
export function closeTo(
  order: PieceOrder,
  { moving, order: before }: Turn,
  rims: readonly Rim[],
): PieceOrder[] {
  const close = order.tighten();
  const n = close.n;
  const own = new Set(rims.map((r) => r.staying));
  for (const { moving: m, staying: s } of rims) {
    for (let f = 0; f < n; f++) {
      if (moving.has(f) || own.has(f)) continue;
      const was = before[f * n + s]!;
      if (was === 1 && !close.put(f, m)) return [];
      if (was === -1 && !close.put(m, f)) return [];
    }
  }
  return [close];
}

/** The orders to try for a mode, the most likely first. */
function ordersFor(
  laid: LaidPaper,
  turn: Turn,
  rims: readonly Rim[],
  { line, mode }: ReflectRequest,
): PieceOrder[] {
  const base = keepStaying(laid, turn);
  const withRims = (isAbove: (rim: Rim) => boolean): PieceOrder[] => {
    const order = base.copy();
    const fits = rims.every((r) =>
      isAbove(r) ? order.put(r.moving, r.staying) : order.put(r.staying, r.moving),
    );
    return fits ? [...closeTo(order, turn, rims), order] : [];
  };
  switch (mode) {
    case 'inside':
    case 'outside':
      return splitAtSpine(turn, rims, line).flatMap((front) =>
        withRims((r) => front.has(r.moving) === (mode === 'outside')),
      );
    case 'auto':
      return splitAtSpine(turn, rims, line).flatMap((front) => [
        ...withRims((r) => !front.has(r.moving)),
        ...withRims((r) => front.has(r.moving)),
      ]);
    case 'sink':
      if (rims.length < 3) return [];
      return [true, false].flatMap((valley) =>
        withRims((r) => isTurned(laid.mesh.pieces[r.staying]!.before) !== valley),
      );
    case 'unsink':
      return rims.length === 0 ? [base] : [];
    case 'closed':
    case 'free':
      return [base];
  }
}

/** Results in which the creases round the rim are of both senses on the sheet and the paper went in between. */
function listClosed(
  laid: LaidPaper,
  turn: Turn,
  rims: readonly Rim[],
  picks?: Picks,
): { result: MoveResult }[] {
  if (rims.length < 3) return [];
  return settleAll(laid, keepStaying(laid, turn), picks)
    .filter((result) => kindOf(result.state, turn, rims) === 'mixed sink')
    .map((result) => ({ result }));
}

/** Reads the creases along the line of a result: as the folder sees them, and as they are on the sheet. */
function kindOf(state: FlatState, { mesh }: Turn, rims: readonly Rim[]): ReflectedKind {
  if (rims.length === 0) return 'unfolded';
  const n = state.facets.length;
  const facetOf = (piece: number): number => {
    const { loop } = mesh.pieces[piece]!;
    const corners = loop.map((v) => mesh.vertices[v]!);
    const middle: Point = [
      corners.reduce((s, p) => s + p[0], 0) / corners.length,
      corners.reduce((s, p) => s + p[1], 0) / corners.length,
    ];
    return facetsAt(state, middle)[0]!;
  };
  const above = rims.map((r) => state.order[facetOf(r.moving) * n + facetOf(r.staying)] === 1);
  if (above.every(Boolean)) return 'valley';
  if (!above.some(Boolean)) return 'mountain';
  const valley = rims.map((r, i) => above[i] !== isTurned(mesh.pieces[r.staying]!.before));
  if (rims.length < 3) return 'reverse';
  return valley.every((v) => v === valley[0]) ? 'open sink' : 'mixed sink';
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
