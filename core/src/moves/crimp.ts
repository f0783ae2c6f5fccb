import {
  type Line,
  type Point,
  apply,
  centroidOf,
  compose,
  mirrorLine,
  mirrorPoint,
  reflectionIn,
  sideOf,
  tolerance,
} from '../geometry/index.ts';
import {
  type CreaseSense,
  type FineMesh,
  type FlatState,
  MeshCutter,
  type Refusal,
  floodFrom,
  inheritOrder,
  piecesAt,
  refuseLater,
  toModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { closeTo } from './between.ts';
import { foldOver, toTrace } from './fold.ts';
import type { Turn } from './parted.ts';
import { type LaidPaper, PieceOrder, type Picks, settleAll, settleFirst } from './lay.ts';
import { rankPieces } from './preference.ts';
import { type Rim, carryFront, findRims, splitAtSpine } from './rims.ts';
import { lineCrease, toSheetCreases } from './creases.ts';
import type { MoveResult, MoveTrace } from './result.ts';

/** A flap bent by a pleat in both its layers at once: two lines, the one nearer the body first. */
export interface CrimpRequest {
  readonly lines: readonly [Line, Line];
  /** Material points of the tip beyond both lines. */
  readonly flap: readonly Point[];
  readonly mode: 'inside' | 'outside' | 'auto';
  readonly picks?: Picks;
  readonly step: string;
}

/**
 * Crimp in one commit: the strip between the lines is reflected in the first, the tip in both, so that the tip may lie
 * across other flaps on the way. Inside: the strip goes between the layers, the tip between those of the strip.
 */
export function crimp(state: FlatState, request: CrimpRequest): Outcome<MoveResult, Refusal> {
  const bent = bendFlap(state, request);
  if (!bent.ok) return bent;
  const { laid, orders, trace, refusal } = bent.value;
  const made = settleFirst(laid, orders, request.picks);
  return made ? done({ ...made, trace }) : failed(refusal);
}

/** Every result a crimp can have: inside and outside where the mode leaves it open, and what lies differently within. */
export function listCrimps(state: FlatState, request: CrimpRequest): Outcome<MoveResult[], Refusal> {
  const bent = bendFlap(state, request);
  if (!bent.ok) return bent;
  const { laid, orders, trace, refusal } = bent.value;
  const found = new Map<string, MoveResult>();
  for (const order of orders)
    for (const made of settleAll(laid, order)) {
      const key = made.state.order.join();
      if (!found.has(key)) found.set(key, { ...made, trace });
    }
  return found.size > 0 ? done([...found.values()]) : failed(refusal);
}

/** The flap bent along both lines: where its paper comes to lie, and the orders of layers to try, the usual ones first. */
interface BentFlap {
  readonly laid: LaidPaper;
  readonly orders: readonly PieceOrder[];
  readonly trace: MoveTrace;
  readonly refusal: Refusal;
}

function bendFlap(state: FlatState, request: CrimpRequest): Outcome<BentFlap, Refusal> {
  const [near, far] = request.lines;
  const sides = request.lines.map((l) => sideOfPoints(state, l, request.flap));
  if (sides.some((s) => s === undefined))
    return failed({
      kind: 'reference',
      text: 'The points that say what moves must lie beyond both lines of the crimp; choose points of the tip.',
    });
  const cutter = new MeshCutter(state);
  for (const line of request.lines) {
    for (const crease of toSheetCreases(state, lineCrease(line, 'all'))) {
      const cut = cutter.cut(crease, (f) => f === crease.facet);
      if (!cut.ok) return cut;
    }
  }
  const mesh = cutter.toMesh();
  const onNear = { ...mesh, onLine: verticesOn(mesh, near) };
  const onFar = { ...mesh, onLine: verticesOn(mesh, far) };
  const beyond = (line: Line, side: number) => (i: number) =>
    Math.sign(sideOf(line, middleOf(mesh, i))) === side;
  const seeds = request.flap
    .flatMap((p) => piecesAt(mesh, p, 1))
    .filter((i) => beyond(far, sides[1]!)(i) && beyond(near, sides[0]!)(i));
  const tip = floodFrom(onFar, seeds);
  const moving = floodFrom(onNear, [...tip]);
  if (
    tip.size === 0 ||
    moving.size === mesh.pieces.length ||
    [...moving].some((i) => !beyond(near, sides[0]!)(i))
  )
    return failed({
      kind: 'empty',
      text: 'The lines do not part a tip from the rest; lead both across the flap, the first nearer to the body.',
    });
  const [first, second] = [reflectionIn(near), reflectionIn(far)];
  const moved: FineMesh = {
    ...mesh,
    pieces: mesh.pieces.map((p, i) => {
      if (!moving.has(i)) return p;
      return { ...p, after: compose(first, tip.has(i) ? compose(second, p.before) : p.before) };
    }),
  };
  const order = inheritOrder(state, mesh);
  const turns = {
    near: { mesh: onNear, moving, order },
    far: { mesh: onFar, moving: tip, order },
  };
  const rims = { near: findRims(turns.near), far: findRims(turns.far) };
  const keeping = (alsoTip: boolean): PieceOrder => {
    const base = new PieceOrder(moved);
    base.keep(order, (i, j) => {
      if (alsoTip && tip.has(i) && tip.has(j)) return 1;
      return moving.has(i) || moving.has(j) ? 0 : 1;
    });
    return base;
  };
  // The tip is only turned: as a folder makes it, nothing within it changes places.
  const bases = [keeping(true), keeping(false)];
  const ranked = rankPieces({ mesh, order }, request.flap);
  const kinds = request.mode === 'auto' ? (['inside', 'outside'] as const) : [request.mode];
  const orders = kinds.flatMap((kind) =>
    splitAtSpine(turns.far, rims.far, far, ranked).flatMap((tipFront) => {
      const strip = new Map(rims.far.map((r) => [r.staying, tipFront.has(r.moving)]));
      const carried = carryFront(turns.near, rims.near, near, strip);
      return [...(carried ? [carried] : []), ...splitAtSpine(turns.near, rims.near, near, ranked)].flatMap(
        (front) => {
          return bases.flatMap((base) => {
            const copy = base.copy();
            const put = (r: Rim, isFront: boolean): boolean =>
              isFront === (kind === 'inside') ? copy.put(r.staying, r.moving) : copy.put(r.moving, r.staying);
            const fits =
              rims.near.every((r) => put(r, front.has(r.moving))) &&
              rims.far.every((r) => put(r, tipFront.has(r.moving)));
            return fits ? [...closeTo(copy, turns.near, rims.near), copy] : [];
          });
        },
      );
    }),
  );
  const laid = { from: state, mesh: moved, before: order, step: request.step, points: request.flap };
  const at = toModel(state, request.flap[0]!);
  return done({
    laid,
    orders,
    trace: traceOfBoth(state, turns, request),
    refusal: { ...explain(rims.near, request.mode), ...(at ? { at } : {}) },
  });
}

/** Both lines where they lie on the flap, the second in the other sense; the tip goes over both. */
function traceOfBoth(
  state: FlatState,
  turns: { readonly near: Turn; readonly far: Turn },
  { lines: [near, far], flap, mode }: CrimpRequest,
): MoveTrace {
  const first = toTrace(state, turns.near, { line: near, flap });
  const second = toTrace(state, turns.far, { line: far, flap });
  const [sense, back] =
    mode === 'inside' ? (['mountain', 'valley'] as const) : (['valley', 'mountain'] as const);
  return {
    ...first,
    chords: [
      ...first.chords.map((c) => ({ ...c, sense })),
      ...second.chords.map((c) => ({ ...c, sense: back })),
    ],
    from: second.from,
    to: mirrorPoint(near, mirrorPoint(far, second.from)),
  };
}

function explain(rims: readonly Rim[], mode: CrimpRequest['mode']): Refusal {
  if (rims.length < 2)
    return {
      kind: 'crease',
      text: 'A crimp needs a flap of two or more layers joined at a spine; pleat a single layer instead.',
    };
  return {
    kind: 'through',
    text: `The ${mode === 'auto' ? '' : `${mode} `}crimp cannot lie flat there: its lines must lean to one side of the flap’s spine, not meet inside the paper, and keep clear of locked layers.`,
  };
}

function sideOfPoints(state: FlatState, line: Line, points: readonly Point[]): number | undefined {
  const sides = points.map((p) => {
    const at = toModel(state, p);
    const s = at ? sideOf(line, at) : 0;
    return Math.abs(s) < tolerance.onLine * 10 ? 0 : Math.sign(s);
  });
  return sides.length > 0 && sides[0] !== 0 && sides.every((s) => s === sides[0]) ? sides[0] : undefined;
}

const middleOf = (mesh: FineMesh, i: number): Point => {
  const { loop, before } = mesh.pieces[i]!;
  return apply(before, centroidOf(loop.map((v) => mesh.vertices[v]!)));
};

function verticesOn(mesh: FineMesh, line: Line): boolean[] {
  const on = mesh.vertices.map(() => false);
  for (const { loop, before } of mesh.pieces)
    for (const v of loop)
      on[v] ||= Math.abs(sideOf(line, apply(before, mesh.vertices[v]!))) < tolerance.overlap;
  return on;
}

/** A strip of the flap laid back and the rest brought on again: two simple folds from one side. */
export interface PleatRequest {
  /** The line nearer to the paper that stays, and the one nearer to the tip. */
  readonly lines: readonly [Line, Line];
  readonly flap: readonly Point[];
  readonly sense: CreaseSense;
  readonly layers: 'flap' | 'all';
  readonly hold: readonly Point[];
  readonly step: string;
}

/** Pleat. Only paper that the first fold has moved comes back over the second line. */
export function pleat(state: FlatState, request: PleatRequest): Outcome<MoveResult, Refusal> {
  const made = pleatAs(state, request);
  if (made.ok || made.fault.kind !== 'through') return made;
  const { kind, at } = made.fault;
  return failed(
    refuseLater({ kind, ...(at ? { at } : {}) }, () => explainPleat(state, request, made.fault.text)),
  );
}

/** Why a pleat is refused, and which others on its lines are not: each is folded before it is said. */
function explainPleat(state: FlatState, request: PleatRequest, text: string): string {
  const other = otherSense(request.sense);
  const ways = [
    { change: { sense: other }, words: `pleat it ${other}` },
    { change: { layers: 'all' as const, hold: [] }, words: 'pleat all layers beyond the line together' },
    { change: { sense: other, layers: 'all' as const, hold: [] }, words: `pleat all layers ${other}` },
  ];
  const works = ways.filter(({ change }) => pleatAs(state, { ...request, ...change }).ok);
  const [cause] = text.split(';');
  return works.length > 0
    ? `${cause}; ${works.map((w) => w.words).join(', or ')}.`
    : `${cause}; neither the other way nor with all layers can it be pleated on these lines: choose lines nearer to the tip.`;
}

function pleatAs(state: FlatState, request: PleatRequest): Outcome<MoveResult, Refusal> {
  const { lines, flap, sense, layers, hold, step } = request;
  const [near, far] = lines;
  const first = foldOver(state, { line: near, flap, sense, layers, hold, step });
  if (!first.ok) return first;
  const folded = first.value.state;
  const back = mirrorLine(near, far);
  const seeds = layers === 'all' ? movedBeyond(state, folded, near, far, flap) : flap;
  const second = foldOver(folded, { line: back, flap: seeds, sense, layers: 'flap', hold: [], step });
  if (!second.ok) return second;
  return done({
    state: second.value.state,
    made: [...first.value.made, ...second.value.made],
    ...tracePleat(request, first.value.trace, second.value.trace),
  });
}

/** Both creases where they lie before the pleat, in their senses; the paper beyond goes over both. */
function tracePleat(
  { lines: [near, far], sense }: PleatRequest,
  first: MoveTrace | undefined,
  second: MoveTrace | undefined,
): { trace?: MoveTrace } {
  if (!first || !second) return {};
  const from = mirrorPoint(near, second.from);
  return {
    trace: {
      ...first,
      chords: [
        ...first.chords.map((c) => ({ ...c, sense })),
        ...second.chords.map((c) => ({
          from: mirrorPoint(near, c.from),
          to: mirrorPoint(near, c.to),
          sense: otherSense(sense),
        })),
      ],
      from,
      to: mirrorPoint(near, mirrorPoint(far, from)),
    },
  };
}

const otherSense = (sense: CreaseSense): CreaseSense => (sense === 'valley' ? 'mountain' : 'valley');

/** Material points of all paper that lay beyond both lines and was moved. */
function movedBeyond(
  before: FlatState,
  after: FlatState,
  near: Line,
  far: Line,
  flap: readonly Point[],
): Point[] {
  const side = sideOfPoints(before, far, flap);
  const back = mirrorLine(near, far);
  const cutter = new MeshCutter(after);
  for (const crease of toSheetCreases(after, lineCrease(back, 'all')))
    cutter.cut(crease, (f) => f === crease.facet);
  const mesh = cutter.toMesh();
  const seeds = mesh.pieces.flatMap(({ loop, before: placement }) => {
    const at = centroidOf(loop.map((v) => mesh.vertices[v]!));
    const was = toModel(before, at)!;
    const now = apply(placement, at);
    const moved = Math.hypot(was[0] - now[0], was[1] - now[1]) > tolerance.overlap;
    return moved && Math.sign(sideOf(far, was)) === side ? [at] : [];
  });
  return seeds.length > 0 ? seeds : [...flap];
}
