import {
  type ConvexShape,
  type Line,
  type Point,
  type Segment,
  apply,
  centroidOf,
  compose,
  doOverlap,
  doShapesOverlap,
  mirrorPoint,
  reflectionIn,
  sideOf,
  toShape,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type CreaseSense,
  type FineMesh,
  type FlatState,
  type Refusal,
  commit,
  cutAlong,
  floodFrom,
  inheritOrder,
  isSameSegment,
  joinSegments,
  pieceOnModel,
  piecesAt,
  refuseLater,
  toModel,
} from '../folded/index.ts';
import { done, failed, type Outcome } from '../outcome/index.ts';
import { cornersOf } from '../sheet/index.ts';
import { PieceOrder, type Picks, settleFirst } from './lay.ts';
import { findRims } from './rims.ts';
import type { Turn } from './parted.ts';
import { type MoveResult, type MoveTrace, layersAlong } from './result.ts';

/** A simple fold: what lies beyond a line of the model turns over it, towards the viewer (valley) or away (mountain). */
export interface FoldRequest {
  readonly line: Line;
  /** As the folder sees it. */
  readonly sense: CreaseSense;
  /** Material points of the layers that move; with `all` they only say which side moves. */
  readonly flap: readonly Point[];
  readonly layers: 'flap' | 'all';
  /** Material points of paper that must stay where it is. */
  readonly hold: readonly Point[];
  /** Laid right against its own hinge layer, between layers that lie over it. */
  readonly tuck?: boolean;
  readonly picks?: Picks;
  readonly step: string;
}

/**
 * Folds the flap over the line. The moving layers are the least set that holds the flap's points and does not tear. Legal
 * when no layer that stays lies in the way; a half turn meets the plane only at its ends, so this is complete.
 */
export function foldOver(state: FlatState, request: FoldRequest): Outcome<MoveResult, Refusal> {
  const turn = prepareTurn(state, request);
  if (!turn.ok) return turn;
  if (request.tuck) return tuckOver(state, turn.value, request);
  const blocked = findBlocked(turn.value, request.sense);
  if (blocked) return failed(explainBlocked(state, turn.value, request, blocked));
  const { moving, order } = turn.value;
  const moved = reflectPieces(turn.value, request.line);
  const committed = commit(
    state,
    moved,
    { before: order, after: orderAfter(moved, moving, order, request.sense) },
    request.step,
  );
  if (!committed.ok) return committed;
  return done({ ...committed.value, trace: toTrace(state, turn.value, request) });
}

/**
 * The flap goes between other layers: next to its hinge layer if it can, wherever the paper allows otherwise. The end
 * state is checked, not the motion (a folder opens the neighbours and closes them again).
 */
function tuckOver(state: FlatState, turn: Turn, request: FoldRequest): Outcome<MoveResult, Refusal> {
  const { mesh, moving, order } = turn;
  const moved = reflectPieces(turn, request.line);
  const n = mesh.pieces.length;
  const up = request.sense === 'valley' ? 1 : -1;
  const base = new PieceOrder(moved);
  base.keep(order, (i, j) => (moving.has(i) !== moving.has(j) ? 0 : moving.has(i) ? -1 : 1));
  const rims = findRims(turn);
  const laid = { from: state, mesh: moved, before: order, step: request.step, points: request.flap };
  const fits = rims.every((r) => (up === 1 ? base.put(r.moving, r.staying) : base.put(r.staying, r.moving)));
  const close = base.copy();
  const hinges = new Set(rims.map((r) => r.staying));
  for (let f = 0; fits && f < n; f++) {
    if (moving.has(f) || hinges.has(f) || ![...hinges].some((s) => order[f * n + s] === up)) continue;
    for (const m of moving)
      if (up === 1) close.put(f, m);
      else close.put(m, f);
  }
  const made = fits ? settleFirst(laid, [close, base], request.picks) : undefined;
  return made
    ? done({ ...made, trace: toTrace(state, turn, request) })
    : failed({
        kind: 'through',
        text: 'The flap cannot be tucked in there: the layers it should go between hang together beyond the line. Choose a line nearer to the tip, or fold it on the outside.',
      });
}

/** The mesh with what moves reflected in the line. */
export const reflectPieces = ({ mesh, moving }: Omit<Turn, 'order'>, line: Line): FineMesh => {
  const flip = reflectionIn(line);
  return {
    ...mesh,
    pieces: mesh.pieces.map((p, i) => (moving.has(i) ? { ...p, after: compose(flip, p.before) } : p)),
  };
};

type MovingRequest = Pick<FoldRequest, 'line' | 'flap' | 'layers' | 'hold'>;

/** Cuts along the line and finds what moves, with the order of all pieces as they lie. */
export function prepareTurn(state: FlatState, request: MovingRequest): Outcome<Turn, Refusal> {
  const chosen = chooseMoving(state, request);
  return chosen.ok ? done({ ...chosen.value, order: inheritOrder(state, chosen.value.mesh) }) : chosen;
}

/** Cuts along the line and finds what moves: the least set that holds the flap's points and does not tear. */
export function chooseMoving(
  state: FlatState,
  request: MovingRequest,
): Outcome<Omit<Turn, 'order'>, Refusal> {
  const side = findSide(state, request);
  if (!side.ok) return side;
  const cut = cutAlong(state, request.line);
  if (!cut.ok) return cut;
  const mesh = cut.value;
  const own = request.flap.flatMap((p) => piecesAt(mesh, p, side.value));
  // Of all layers those stay that are held, with whatever hangs together with them beyond the line.
  const staying = floodFrom(
    mesh,
    request.hold.flatMap((p) => piecesAt(mesh, p, side.value)),
  );
  const seeds =
    request.layers === 'all'
      ? mesh.pieces.flatMap((p, i) =>
          p.side === side.value && (!staying.has(i) || own.includes(i)) ? [i] : [],
        )
      : own;
  const moving = floodFrom(mesh, seeds);
  if (moving.size === 0 || moving.size === mesh.pieces.length) {
    return failed({
      kind: 'empty',
      text: 'The line misses the flap, so nothing would be folded; let the line cross the paper that moves.',
    });
  }
  const held = request.hold.find((p) => piecesAt(mesh, p, side.value).some((i) => moving.has(i)));
  if (held) {
    const at = toModel(state, held);
    return failed({
      kind: 'tear',
      text: 'The layers to be moved hang together with one that must stay, and the paper would tear between them; take that layer too.',
      ...(at ? { at } : {}),
    });
  }
  return done({ mesh, moving });
}

/** The side of the line the flap's points lie on; refuses points off the sheet, on the line, or on both sides. */
function findSide(state: FlatState, request: Pick<FoldRequest, 'line' | 'flap'>): Outcome<1 | -1, Refusal> {
  const sides: number[] = [];
  for (const point of request.flap) {
    const at = toModel(state, point);
    if (!at) {
      return failed({
        kind: 'reference',
        text: `The point (${point[0].toFixed(3)}, ${point[1].toFixed(3)}) lies off the sheet; choose a point of the paper that moves.`,
      });
    }
    const s = sideOf(request.line, at);
    if (Math.abs(s) <= tolerance.onLine * 10) {
      return failed({
        kind: 'reference',
        text: 'The point that says what moves lies on the fold line and cannot say which side; choose a point inside the flap.',
        at,
      });
    }
    sides.push(Math.sign(s));
  }
  if (sides.length === 0)
    return failed({ kind: 'reference', text: 'Nothing says which side moves; choose a point of the flap.' });
  if (sides.some((s) => s !== sides[0])) {
    return failed({
      kind: 'reference',
      text: 'The points that say what moves lie on both sides of the line; choose points on one side.',
    });
  }
  return done(sides[0] === 1 ? 1 : -1);
}

/** A pair (moving, staying) where the staying piece lies in the way. */
function findBlocked({ mesh, moving, order }: Turn, sense: CreaseSense): [number, number] | undefined {
  const n = mesh.pieces.length;
  const inTheWay = sense === 'valley' ? -1 : 1;
  for (const m of moving) {
    for (let f = 0; f < n; f++) {
      if (!moving.has(f) && order[m * n + f] === inTheWay) return [m, f];
    }
  }
  return undefined;
}

/** Says how many layers lie in the way and where, and what would work; each remedy is folded before it is said. */
function explainBlocked(
  state: FlatState,
  turn: Turn,
  request: FoldRequest,
  [m, f]: [number, number],
): Refusal {
  const { mesh, moving, order } = turn;
  const n = mesh.pieces.length;
  const inTheWay = request.sense === 'valley' ? -1 : 1;
  const staying = pieceOnModel(mesh, mesh.pieces[f]!, 'before');
  const at = centroidOf(doOverlap(staying, pieceOnModel(mesh, mesh.pieces[m]!, 'before'), 0) ? staying : []);
  return refuseLater({ kind: 'through', at }, () => {
    const blocking = new Set(
      mesh.pieces.flatMap((_, g) =>
        !moving.has(g) && [...moving].some((k) => order[k * n + g] === inTheWay)
          ? [mesh.pieces[g]!.parent]
          : [],
      ),
    );
    const count = blocking.size;
    const remedies = remediesFor(state, turn, request);
    return `Paper would pass through itself: ${count} layer${count === 1 ? ' that stays lies' : 's that stay lie'} ${request.sense === 'valley' ? 'on top of' : 'under'} the flap, and none may; ${remedies.length > 0 ? remedies.join(', or ') : 'neither the other way nor with all layers can it be folded along this line: open the layers in the way first, or choose another line'}.`;
  });
}

/** Other ways to fold along the line that the engine accepts, in words. */
function remediesFor(state: FlatState, turn: Turn, request: FoldRequest): string[] {
  const other: CreaseSense = request.sense === 'valley' ? 'mountain' : 'valley';
  const works = (change: Partial<FoldRequest>): boolean => {
    const again = prepareTurn(state, { ...request, ...change });
    return again.ok && findBlocked(again.value, change.sense ?? request.sense) === undefined;
  };
  const found: string[] = [];
  if (works({ sense: other })) found.push(`${other}-fold it to the other side`);
  if (request.layers === 'flap' && works({ layers: 'all', hold: [] })) {
    const along = cornersTaken(state, turn, request);
    found.push(
      `take all layers beyond the line${along.length > 0 ? `, which takes ${listOf(along)} along too (hold what shall stay)` : ''}`,
    );
  }
  return found;
}

/** Named corners of the sheet that move with all layers, and not with the flap alone. */
function cornersTaken(state: FlatState, { moving }: Turn, request: FoldRequest): string[] {
  const all = prepareTurn(state, { ...request, layers: 'all', hold: [] });
  if (!all.ok) return [];
  const { mesh } = all.value;
  return cornersOf(state.sheet).flatMap(({ name, at }) => {
    const holding = [...piecesAt(mesh, at, 1), ...piecesAt(mesh, at, -1)];
    const isMore = holding.some((p) => all.value.moving.has(p) && !moving.has(p));
    return isMore ? [`corner ${name}`] : [];
  });
}

const listOf = (words: readonly string[]): string =>
  words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words.at(-1)!}`;

function orderAfter(
  mesh: FineMesh,
  moving: ReadonlySet<number>,
  before: Int8Array,
  sense: CreaseSense,
): Int8Array {
  const n = mesh.pieces.length;
  const shapes: (ConvexShape | undefined)[] = [];
  const shapeOf = (i: number): ConvexShape =>
    (shapes[i] ??= toShape(pieceOnModel(mesh, mesh.pieces[i]!, 'after')));
  const after = new Int8Array(n * n);
  const isMoving = Uint8Array.from(mesh.pieces, (_, i) => (moving.has(i) ? 1 : 0));
  const over = sense === 'valley' ? 1 : -1;
  for (let i = 0; i < n; i++) {
    const moves = isMoving[i];
    for (let j = i + 1; j < n; j++) {
      let relation = 0;
      if (moves === isMoving[j]) relation = moves ? -before[i * n + j]! : before[i * n + j]!;
      else if (doShapesOverlap(shapeOf(i), shapeOf(j), tolerance.overlap)) relation = moves ? over : -over;
      after[i * n + j] = relation;
      after[j * n + i] = -relation;
    }
  }
  return after;
}

export function toTrace(
  state: FlatState,
  turn: Turn,
  request: Pick<FoldRequest, 'line' | 'flap'>,
): MoveTrace {
  const chords: Segment[] = [];
  for (const i of turn.moving) {
    const piece = turn.mesh.pieces[i]!;
    const ends = piece.loop
      .filter((v) => turn.mesh.onLine[v])
      .map((v) => apply(piece.before, turn.mesh.vertices[v]!));
    if (ends.length === 2 && !isSamePoint(ends[0]!, ends[1]!, tolerance.overlap))
      chords.push({ from: ends[0]!, to: ends[1]! });
  }
  const from = farther(toModel(state, request.flap[0]!)!, turn, request.line);
  return {
    line: request.line,
    chords: joinSegments(dropCovered(chords), () => true),
    from,
    to: mirrorPoint(request.line, from),
    layersAtCrease: layersAlong(chords),
  };
}

/** A point nearer to the line than this share of what lies farthest off shows nothing of the way the paper goes. */
const SHOWS = 0.25;

/** The point that stands for the paper that moves; the one farthest from the line where the own one lies close to it. */
function farther(own: Point, { mesh, moving }: Turn, line: Line): Point {
  const off = (p: Point): number => Math.abs(sideOf(line, p));
  let far = own;
  for (const i of moving) {
    const { loop, before } = mesh.pieces[i]!;
    for (const v of loop) {
      const at = apply(before, mesh.vertices[v]!);
      if (off(at) > off(far) + tolerance.alike) far = at;
    }
  }
  return off(own) < SHOWS * off(far) ? far : own;
}

/** Equal stretches (layers on top of each other) once. */
const dropCovered = (chords: readonly Segment[]): Segment[] =>
  chords.filter((c, i) => !chords.slice(0, i).some((d) => isSameSegment(c, d)));
