import {
  type Isometry,
  type Line,
  type Point,
  type Segment,
  apply,
  between,
  compose,
  cross,
  distance,
  dot,
  identity,
  inverse,
  isInside,
  isSamePlacement,
  isTurned,
  lineThrough,
  placementAcross,
  subtract,
  tolerance,
} from '../geometry/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import {
  type CreaseSense,
  type FineMesh,
  type FlatState,
  MeshCutter,
  type Refusal,
  listEdges,
  facetsAt,
  inheritOrder,
  joinSegments,
  toModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { type LaidPaper, PieceOrder, type Picks, settleAll, settleFirst } from './lay.ts';
import type { MoveResult, MoveTrace } from './result.ts';

/** What a crease becomes: folded with a sense, folded either way, laid flat, or whatever lets the paper come to rest. */
export type CreaseWish = CreaseSense | 'folded' | 'flat' | 'free';

/**
 * A crease of a refold. On the sheet: a segment with the sense seen from the front. On the model: a stretch where it lies
 * now, through the layers of the material points in `on`, or all; the sense is as the folder sees it.
 */
export type RefoldCrease =
  | {
      readonly frame: 'sheet';
      readonly from: Point;
      readonly to: Point;
      /** Material points of the layers it is meant for; all when left out. */
      readonly on?: readonly Point[];
      readonly wish: CreaseWish;
    }
  | {
      readonly frame: 'model';
      readonly from: Point;
      readonly to: Point;
      readonly on: readonly Point[] | 'all';
      readonly wish: CreaseWish;
    };

/** Folds several creases at once (squash, petal, rabbit ear, swivel, collapse): the paper finds its new rest. */
export interface RefoldRequest {
  readonly creases: readonly RefoldCrease[];
  /** Material points of further layers whose own folds may open. */
  readonly free: readonly Point[];
  /** Folds of paper that is cut: kept folded, or free to be laid flat. */
  readonly folds: 'kept' | 'free';
  /** Material points and where in the model they come to. */
  readonly bring: readonly { readonly point: Point; readonly to: Point }[];
  /** Material point of the paper that stays where it is. */
  readonly anchor: Point;
  /** Where the moved paper ends: towards the viewer, away, or wherever it can. */
  readonly side: 'front' | 'behind' | 'any';
  readonly picks: Picks;
  readonly step: string;
}

/** Steps of the placement search of one move. */
const PLACE_EFFORT = 200_000;
/** Resting places tried at most. */
const MOST_PLACES = 24;

/**
 * Cuts the chosen layers, joins what may not change into rigid clusters, and places cluster after cluster beside those
 * already placed, flat or folded, wherever every common edge agrees (the complete test for tears). Then the layers are
 * ordered: first with all moved paper on the wanted side, then freely. The end state is checked, not the motion.
 */
export function refold(state: FlatState, request: RefoldRequest): Outcome<MoveResult, Refusal> {
  const found = placeAll(state, request);
  if (!found.ok) return found;
  for (const laid of found.value) {
    const made = settleFirst(laid, ordersToTry(laid, request.side), request.picks);
    if (made) return done({ ...made, ...traceOf(laid, request) });
  }
  return failed({
    kind: 'through',
    text: 'The paper would come to rest so, but no order of layers is possible: it would pass through itself. Change a crease, or open the layers in the way first.',
  });
}

/** Every result (up to 64 a resting place) the creases can have, for offering as pictures. */
export function listRefolds(state: FlatState, request: RefoldRequest): Outcome<MoveResult[], Refusal> {
  const found = placeAll(state, request);
  if (!found.ok) return found;
  const results = found.value.flatMap((laid) =>
    settleAll(laid, keepPairs(laid, senses(laid), 'still'), request.picks).map((made) => ({
      ...made,
      ...traceOf(laid, request),
    })),
  );
  return results.length > 0
    ? done(results)
    : failed({
        kind: 'through',
        text: 'The creases close up, but in no order of layers: the paper would pass through itself. Turn a crease round, or leave one out.',
      });
}

interface Placed extends LaidPaper {
  /** How each piece has moved in the plane. */
  readonly motions: readonly Isometry[];
  readonly cluster: readonly number[];
  /** Edges with a wished sense: [piece, other, the front seen side's sense]. */
  readonly sensed: readonly (readonly [number, number, CreaseSense])[];
}

function placeAll(state: FlatState, request: RefoldRequest): Outcome<Placed[], Refusal> {
  const cut = cutCreases(state, request);
  if (!cut.ok) return cut;
  const { mesh, wishes } = cut.value;
  const clusters = joinRigid(state, mesh, wishes, request);
  if (!clusters.ok) return clusters;
  const places = searchPlaces(clusters.value, request, buildEffort(PLACE_EFFORT));
  if (places.length === 0) return failed(explainNoPlace(state, clusters.value, request));
  const before = inheritOrder(state, mesh);
  const placed = places.map((motions): Placed => {
    const of = clusters.value.of.map((c) => motions[c]!);
    return {
      from: state,
      mesh: {
        ...mesh,
        pieces: mesh.pieces.map((p, i) => ({ ...p, after: compose(of[i]!, p.before) })),
      },
      before,
      step: request.step,
      motions: of,
      cluster: clusters.value.of,
      sensed: clusters.value.joints.flatMap((j) =>
        j.wish === 'valley' || j.wish === 'mountain' ? [[j.a, j.b, j.wish] as const] : [],
      ),
    };
  });
  return done(placed);
}

/** Sheet segments of a crease, one for each layer it goes through, with the wish as seen from the front. */
interface SheetCrease extends Segment {
  readonly wish: CreaseWish;
  /** The layer; every layer for creases given on the sheet. */
  readonly facet: number | undefined;
}

/** A crease where it lies on the sheet, once for each layer it goes through. */
export function toSheetCreases(state: FlatState, crease: RefoldCrease): SheetCrease[] {
  if (crease.frame === 'sheet') {
    const { from, to, wish } = crease;
    const chosen = crease.on && [...new Set(crease.on.flatMap((p) => facetsAt(state, p)))];
    return chosen
      ? chosen.map((facet) => ({ from, to, wish, facet }))
      : [{ from, to, wish, facet: undefined }];
  }
  const layers =
    crease.on === 'all'
      ? state.facets.map((_, f) => f)
      : [...new Set(crease.on.flatMap((p) => facetsAt(state, p)))];
  return layers.map((facet) => {
    const { placement } = state.facets[facet]!;
    const back = inverse(placement);
    const turns = isTurned(placement) && (crease.wish === 'valley' || crease.wish === 'mountain');
    const wish: CreaseWish = turns ? (crease.wish === 'valley' ? 'mountain' : 'valley') : crease.wish;
    return { from: apply(back, crease.from), to: apply(back, crease.to), wish, facet };
  });
}

function cutCreases(
  state: FlatState,
  request: RefoldRequest,
): Outcome<{ mesh: FineMesh; wishes: Map<string, CreaseWish> }, Refusal> {
  const cutter = new MeshCutter(state);
  const creases = request.creases.flatMap((c) => toSheetCreases(state, c));
  for (const crease of creases) {
    const cut = cutter.cut(crease, (f) => crease.facet === undefined || crease.facet === f);
    if (!cut.ok) return cut;
  }
  const mesh = cutter.toMesh();
  return done({ mesh, wishes: readWishes(mesh, creases) });
}

/** The wish for every edge of the mesh that lies on a crease. */
function readWishes(mesh: FineMesh, creases: readonly SheetCrease[]): Map<string, CreaseWish> {
  const wishes = new Map<string, CreaseWish>();
  for (const { loop, parent } of mesh.pieces) {
    loop.forEach((u, i) => {
      const v = loop[(i + 1) % loop.length]!;
      const [p, q] = [mesh.vertices[u]!, mesh.vertices[v]!];
      for (const c of creases) {
        if ((c.facet === undefined || c.facet === parent) && liesOn(c, p) && liesOn(c, q))
          wishes.set(keyOf(u, v), c.wish);
      }
    });
  }
  return wishes;
}

const keyOf = (u: number, v: number): string => (u < v ? `${u},${v}` : `${v},${u}`);

function liesOn(s: Segment, p: Point): boolean {
  const u = subtract(s.to, s.from);
  const size = Math.hypot(u[0], u[1]);
  const w = subtract(p, s.from);
  const along = dot(u, w) / size;
  return Math.abs(cross(u, w)) / size < 1e-7 && along > -1e-7 && along < size + 1e-7;
}

/** An edge between two clusters. */
interface Joint extends Segment {
  readonly a: number;
  readonly b: number;
  readonly wish: CreaseWish;
  /** True for a fold the paper has already. */
  readonly isFold: boolean;
}

interface Clusters {
  readonly mesh: FineMesh;
  readonly of: readonly number[];
  readonly count: number;
  readonly joints: readonly Joint[];
  readonly jointsOf: readonly (readonly number[])[];
}

function joinRigid(
  state: FlatState,
  mesh: FineMesh,
  wishes: ReadonlyMap<string, CreaseWish>,
  request: RefoldRequest,
): Outcome<Clusters, Refusal> {
  const free = new Set(request.free.flatMap((p) => facetsAt(state, p)));
  if (request.folds === 'free') mesh.cut.forEach((isCut, f) => isCut && free.add(f));
  const parent = mesh.pieces.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i]!)));
  const live: Joint[] = [];
  for (const { u, v, left: a, right: b } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (b < 0) continue;
    const [p, q] = [mesh.pieces[a]!, mesh.pieces[b]!];
    const isFold = p.parent !== q.parent;
    const wish =
      wishes.get(keyOf(u, v)) ??
      (isFold ? (free.has(p.parent) || free.has(q.parent) ? 'free' : undefined) : undefined);
    const stays = wish === undefined || (wish === 'flat' && !isFold) || (wish === 'folded' && isFold);
    if (stays) parent[root(a)] = root(b);
    else live.push({ a, b, from: mesh.vertices[u]!, to: mesh.vertices[v]!, wish, isFold });
  }
  const numbers = new Map<number, number>();
  const of = mesh.pieces.map((_, i) => {
    const r = root(i);
    if (!numbers.has(r)) numbers.set(r, numbers.size);
    return numbers.get(r)!;
  });
  const bound = live.find((j) => of[j.a] === of[j.b] && !agreesWithin(mesh, j));
  if (bound) {
    return failed({
      kind: 'crease',
      text: `A crease that should be ${bound.wish === 'flat' ? 'laid flat' : 'folded'} joins layers that hang together elsewhere; let their other folds open too, or lead another crease between them.`,
      at: apply(mesh.pieces[bound.a]!.before, between(bound.from, bound.to, 0.5)),
    });
  }
  const joints = live.filter((j) => of[j.a] !== of[j.b]);
  const jointsOf: number[][] = Array.from({ length: numbers.size }, () => []);
  joints.forEach((j, k) => {
    jointsOf[of[j.a]!]!.push(k);
    jointsOf[of[j.b]!]!.push(k);
  });
  return done({ mesh, of, count: numbers.size, joints, jointsOf });
}

/** A joint inside one rigid cluster stays as it is, flat or folded. */
function agreesWithin(mesh: FineMesh, joint: Joint): boolean {
  const flat = isSamePlacement(mesh.pieces[joint.a]!.before, mesh.pieces[joint.b]!.before);
  return joint.wish === 'free' || (joint.wish === 'flat') === flat;
}

/** Depth-first over clusters, the one with the fewest ways first. Gives the motion of every cluster, per resting place. */
function searchPlaces(clusters: Clusters, request: RefoldRequest, effort: Effort): Isometry[][] {
  const { mesh, of, count, joints, jointsOf } = clusters;
  const motions: (Isometry | undefined)[] = Array.from({ length: count }, () => undefined);
  const anchors = holding(mesh, request.anchor);
  for (const i of anchors) motions[of[i]!] = identity;
  const brings = Array.from({ length: count }, (): { piece: number; point: Point; to: Point }[] => []);
  for (const { point, to } of request.bring)
    for (const piece of holding(mesh, point)) brings[of[piece]!]!.push({ piece, point, to });
  const found: Isometry[][] = [];
  const placedOf = (piece: number): Isometry | undefined => {
    const motion = motions[of[piece]!];
    return motion && compose(motion, mesh.pieces[piece]!.before);
  };
  const fits = (c: number, motion: Isometry): boolean =>
    brings[c]!.every(
      (b) =>
        distance(apply(compose(motion, mesh.pieces[b.piece]!.before), b.point), b.to) < tolerance.overlap,
    ) &&
    jointsOf[c]!.every((k) => {
      const j = joints[k]!;
      const [own, other] = of[j.a] === c ? [j.a, j.b] : [j.b, j.a];
      const there = placedOf(other);
      if (!there) return true;
      const here = compose(motion, mesh.pieces[own]!.before);
      const closed = [j.from, j.to].every(
        (p) => distance(apply(here, p), apply(there, p)) < tolerance.overlap,
      );
      if (!closed) return false;
      return j.wish === 'free' || (j.wish === 'flat') === isSamePlacement(here, there);
    });
  const waysOf = (c: number): Isometry[] => {
    const k = jointsOf[c]!.find((x) => {
      const j = joints[x]!;
      return motions[of[of[j.a] === c ? j.b : j.a]!] !== undefined;
    })!;
    const j = joints[k]!;
    const [own, other] = of[j.a] === c ? [j.a, j.b] : [j.b, j.a];
    const there = placedOf(other)!;
    const wasFlat = isSamePlacement(mesh.pieces[own]!.before, mesh.pieces[other]!.before);
    const back = inverse(mesh.pieces[own]!.before);
    const flat = compose(there, back);
    const folded = compose(placementAcross(there, j), back);
    const ways =
      j.wish === 'flat' ? [flat] : j.wish !== 'free' ? [folded] : wasFlat ? [flat, folded] : [folded, flat];
    return ways.filter((m) => fits(c, m));
  };
  const step = (): void => {
    if (found.length >= MOST_PLACES || !effort.spend(1)) return;
    let best: { c: number; ways: Isometry[] } | undefined;
    for (let c = 0; c < count && best?.ways.length !== 0; c++) {
      if (motions[c] || !jointsOf[c]!.some((k) => motions[of[joints[k]!.a]!] || motions[of[joints[k]!.b]!]))
        continue;
      const ways = waysOf(c);
      effort.spend(1);
      if (!best || ways.length < best.ways.length) best = { c, ways };
      if (ways.length <= 1) break;
    }
    if (!best) {
      const all = motions.map((m) => m ?? identity);
      if (all.some((m) => !isSamePlacement(m, identity))) found.push(all);
      return;
    }
    for (const way of best.ways) {
      motions[best.c] = way;
      step();
      motions[best.c] = undefined;
    }
  };
  step();
  return found;
}

function holding(mesh: FineMesh, point: Point): number[] {
  return mesh.pieces.flatMap(({ loop }, i) =>
    isInside(
      loop.map((v) => mesh.vertices[v]!),
      point,
      tolerance.samePoint * 10,
    )
      ? [i]
      : [],
  );
}

const isStill = (motion: Isometry): boolean => isSamePlacement(motion, identity);

/** Relations the wished senses ask for. */
function senses(laid: Placed): PieceOrder {
  const order = new PieceOrder(laid.mesh);
  for (const [a, b, sense] of laid.sensed) {
    const turned = isTurned(laid.mesh.pieces[a]!.after) ? a : b;
    const plain = turned === a ? b : a;
    if (sense === 'valley') order.put(turned, plain);
    else order.put(plain, turned);
  }
  return order;
}

/**
 * Keeps the order of pairs that moved alike: of paper that stays (still), of the layers of one rigid cluster as well
 * (cluster), or of whatever has the same motion (together).
 */
function keepPairs(laid: Placed, order: PieceOrder, which: 'still' | 'cluster' | 'together'): PieceOrder {
  const { motions, cluster } = laid;
  const copy = order.copy();
  copy.keep(laid.before, (i, j) => {
    const still = isStill(motions[i]!) && isStill(motions[j]!);
    const kept = still || which === 'together' || (which === 'cluster' && cluster[i] === cluster[j]);
    if (!kept || !isSamePlacement(motions[i]!, motions[j]!)) return 0;
    return isTurned(motions[i]!) ? -1 : 1;
  });
  return copy;
}

function ordersToTry(laid: Placed, side: RefoldRequest['side']): PieceOrder[] {
  const wished = senses(laid);
  const ways = (['together', 'cluster', 'still'] as const).map((which) => keepPairs(laid, wished, which));
  return side === 'any' ? ways : [...ways.flatMap((o) => onSide(laid, o, side) ?? []), ...ways];
}

/** All moved paper above (or below) all that stays. */
function onSide(laid: Placed, order: PieceOrder, side: 'front' | 'behind'): PieceOrder | undefined {
  const copy = order.copy();
  for (let i = 0; i < copy.n; i++) {
    if (isStill(laid.motions[i]!)) continue;
    for (let j = 0; j < copy.n; j++) {
      if (!isStill(laid.motions[j]!)) continue;
      if (!(side === 'front' ? copy.put(i, j) : copy.put(j, i))) return undefined;
    }
  }
  return copy;
}

/** Where the creases run before the move, and the way of the point that is brought or moves farthest. */
function traceOf({ mesh, motions }: Placed, request: RefoldRequest): { trace?: MoveTrace } {
  const chords: Segment[] = [];
  let layersAtCrease = 0;
  for (const { u, v, left: a, right: b } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (b < 0 || isSamePlacement(motions[a]!, motions[b]!)) continue;
    const { before } = mesh.pieces[a]!;
    const chord = { from: apply(before, mesh.vertices[u]!), to: apply(before, mesh.vertices[v]!) };
    layersAtCrease++;
    if (!chords.some((c) => isSameStretch(c, chord))) chords.push(chord);
  }
  const way = request.bring[0]
    ? mesh.pieces.flatMap((p, i) =>
        holding(mesh, request.bring[0]!.point).includes(i)
          ? [{ from: apply(p.before, request.bring[0]!.point), to: request.bring[0]!.to }]
          : [],
      )[0]
    : farthest(mesh, motions);
  const line = chords[0] && lineThrough(chords[0].from, chords[0].to);
  if (!way || !line) return {};
  return { trace: { line, chords: joinSegments(chords, () => true), ...way, layersAtCrease } };
}

const isSameStretch = (a: Segment, b: Segment): boolean =>
  (distance(a.from, b.from) < 1e-7 && distance(a.to, b.to) < 1e-7) ||
  (distance(a.from, b.to) < 1e-7 && distance(a.to, b.from) < 1e-7);

function farthest(mesh: FineMesh, motions: readonly Isometry[]): Segment | undefined {
  let best: (Segment & { far: number }) | undefined;
  mesh.pieces.forEach(({ loop, before }, i) => {
    for (const v of loop) {
      const from = apply(before, mesh.vertices[v]!);
      const to = apply(motions[i]!, from);
      const far = distance(from, to);
      if (far > (best?.far ?? 0) + 1e-9) best = { from, to, far };
    }
  });
  return best && { from: best.from, to: best.to };
}

function explainNoPlace(state: FlatState, clusters: Clusters, request: RefoldRequest): Refusal {
  if (holding(clusters.mesh, request.anchor).length === 0)
    return {
      kind: 'reference',
      text: 'The point that stays lies off the sheet; choose one on it.',
    };
  if (clusters.count < 2)
    return {
      kind: 'empty',
      text: 'The creases part nothing, so nothing would move; lead them across the layers that fold.',
    };
  const at = request.bring[0] && toModel(state, request.bring[0].point);
  return {
    kind: 'crease',
    text: request.bring.length
      ? 'With these creases the paper cannot come to rest there without stretching; take a landmark of the flap itself, or add the crease that is missing.'
      : 'With these creases the paper cannot close up without stretching; add the crease that is missing, or let more folds open.',
    ...(at ? { at } : {}),
  };
}

/** A line as a crease that runs right through the chosen layers. */
export function lineCrease(
  line: Line,
  on: readonly Point[] | 'all',
  wish: CreaseWish = 'free',
): Extract<RefoldCrease, { frame: 'model' }> {
  const along: Point = [line.normal[1], -line.normal[0]];
  const middle: Point = [line.normal[0] * line.offset, line.normal[1] * line.offset];
  const at = (t: number): Point => [middle[0] + along[0] * t, middle[1] + along[1] * t];
  return { frame: 'model', from: at(-FAR), to: at(FAR), on, wish };
}

/** Farther than any model reaches, in sheet sides. */
const FAR = 8;
