import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  areaOf,
  between,
  compose,
  distance,
  identity,
  isOnSegment,
  isSamePlacement,
  isTurned,
  lineThrough,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { buildEffort } from '../effort/index.ts';
import {
  type CreaseSense,
  type FineMesh,
  type FlatState,
  type Refusal,
  facetsAt,
  listEdges,
  inheritOrder,
  isSameSegment,
  joinSegments,
  toModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { landmarksOf } from '../sheet/index.ts';
import { type LaidPaper, PieceOrder, type Picks, settleAll, settleFirst } from './lay.ts';
import { type MoveResult, type MoveTrace, layersAlong, waysOf } from './result.ts';

import { type Clusters, type PlaceRequest, holding, joinRigid, searchPlaces } from './clusters.ts';
import { explainOpenVertex } from './closing.ts';
import { type RefoldCrease, cutCreases } from './creases.ts';

/** Folds several creases at once (squash, petal, rabbit ear, swivel, collapse): the paper finds its new rest. */
export interface RefoldRequest extends PlaceRequest {
  readonly creases: readonly RefoldCrease[];
  /** Where the moved paper ends: towards the viewer, away, or wherever it can. */
  readonly side: 'front' | 'behind' | 'any';
  readonly picks: Picks;
  readonly step: string;
}

/** Steps of the placement search of one move. */
const PLACE_EFFORT = 200_000;
/**
 * Cuts the chosen layers, joins what may not change into rigid clusters, and places cluster after cluster beside those
 * already placed, flat or folded, wherever every common edge agrees (the complete test for tears). Then the layers are
 * ordered: first with all moved paper on the wanted side, then freely. The end state is checked, not the motion.
 */
export function refold(state: FlatState, request: RefoldRequest): Outcome<MoveResult, Refusal> {
  const found = placeAll(state, request);
  if (!found.ok) return found.fault.kind === 'crease' ? failed(locate(state, request, found.fault)) : found;
  for (const laid of found.value) {
    const made = settleFirst(laid, ordersToTry(laid, request.side), request.picks);
    if (made) return done({ ...made, ...traceOf(laid, request, made) });
  }
  return failed({
    kind: 'through',
    text: 'The paper would come to rest so, but no order of layers is possible: it would pass through itself. Change a crease, or open the layers in the way first.',
  });
}

/** How a move made of several creases is settled: to the first result a hand would make, or to all there are. */
export type Settle<R> = (state: FlatState, request: RefoldRequest) => Outcome<R, Refusal>;

/** Every result (up to 64 a resting place) the creases can have, for offering as pictures. */
export function listRefolds(state: FlatState, request: RefoldRequest): Outcome<MoveResult[], Refusal> {
  const found = placeAll(state, request);
  if (!found.ok) return found;
  const results = found.value.flatMap((laid) => {
    const wished = senses(laid);
    return wished
      ? settleAll(
          laid,
          keepPairs(laid, wished, laid.motions.every(isStill) ? 'rigid' : 'still'),
          request.picks,
        ).map((made) => ({
          ...made,
          ...traceOf(laid, request, made),
        }))
      : [];
  });
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
  const cut = cutCreases(state, request.creases);
  if (!cut.ok) return cut;
  const { mesh, wishes } = cut.value;
  const clusters = joinRigid(state, mesh, wishes, request);
  if (!clusters.ok) return clusters;
  const places = searchPlaces(clusters.value, request, buildEffort(PLACE_EFFORT));
  if (places.length === 0) return failed(explainNoPlace(state, clusters.value, request));
  const before = inheritOrder(state, mesh);
  const placed = rankPlaces(mesh, clusters.value.of, places).map((motions): Placed => {
    const of = clusters.value.of.map((c) => motions[c]!);
    return {
      from: state,
      mesh: {
        ...mesh,
        pieces: mesh.pieces.map((p, i) => ({ ...p, after: compose(of[i]!, p.before) })),
      },
      before,
      step: request.step,
      points: pointsOf(request),
      motions: of,
      cluster: clusters.value.of,
      sensed: clusters.value.joints.flatMap((j) =>
        j.wish === 'valley' || j.wish === 'mountain' ? [[j.a, j.b, j.wish] as const] : [],
      ),
    };
  });
  const changed = placed.filter((laid) => !changesNothing(laid));
  if (changed.length === 0)
    return failed({
      kind: 'empty',
      text: 'All these creases have the senses asked for already; choose another sense, or open one.',
    });
  return done(changed);
}

/** True where the paper stays where it lies and every fold has the sense wished for it. */
function changesNothing({ mesh, motions, before, sensed }: Placed): boolean {
  if (!motions.every(isStill)) return false;
  return sensed.every(([a, b, sense]) => {
    const isTurnedA = isTurned(mesh.pieces[a]!.before);
    const [turned, plain] = isTurnedA ? [a, b] : [b, a];
    const relation = before[turned * mesh.pieces.length + plain]!;
    return relation > 0 === (sense === 'valley');
  });
}

/** Resting places, those first in which least paper moves, and of these those in which the paper is cut into fewest parts. */
function rankPlaces(
  mesh: FineMesh,
  of: readonly number[],
  places: readonly Isometry[][],
): readonly Isometry[][] {
  const areas = mesh.pieces.map((p) => areaOf(p.loop.map((v) => mesh.vertices[v]!)));
  const edges = listEdges(mesh.pieces.map((p) => p.loop)).filter((e) => e.right >= 0);
  const weighed = places.map((motions) => {
    const moved = areas.reduce((sum, a, i) => sum + (isStill(motions[of[i]!]!) ? 0 : a), 0);
    const afters = mesh.pieces.map((p, i) => compose(motions[of[i]!]!, p.before));
    const folded = edges.reduce(
      (sum, { u, v, left, right }) =>
        isSamePlacement(afters[left]!, afters[right]!)
          ? sum
          : sum + distance(mesh.vertices[u]!, mesh.vertices[v]!),
      0,
    );
    return { motions, moved, folded };
  });
  const grain = 1e-7;
  const steps = (a: number, b: number): number => (Math.abs(a - b) < grain ? 0 : a - b);
  return weighed.sort((a, b) => steps(a.moved, b.moved) || steps(a.folded, b.folded)).map((w) => w.motions);
}

/** Points the request names, on the sheet. Creases do not count: they may be given in any order and by stretches. */
const pointsOf = ({ bring, anchor }: RefoldRequest): Point[] => [...bring.map((b) => b.point), anchor];

const isStill = (motion: Isometry): boolean => isSamePlacement(motion, identity);

/** Relations the wished senses ask for; undefined where they contradict each other, as on a fold half valley, half mountain. */
function senses(laid: Placed): PieceOrder | undefined {
  const order = new PieceOrder(laid.mesh);
  for (const [a, b, sense] of laid.sensed) {
    const turned = isTurned(laid.mesh.pieces[a]!.after) ? a : b;
    const plain = turned === a ? b : a;
    if (!(sense === 'valley' ? order.put(turned, plain) : order.put(plain, turned))) return undefined;
  }
  return order;
}

/**
 * Keeps the order of pairs that moved alike: of paper that stays (still), of the layers of one rigid cluster as well
 * (cluster), of whatever has the same motion (together), or of the layers of one rigid cluster alone (rigid), where paper
 * that stays changes places because a fold gets another sense.
 */
function keepPairs(
  laid: Placed,
  order: PieceOrder,
  which: 'still' | 'cluster' | 'together' | 'rigid',
): PieceOrder {
  const { motions, cluster } = laid;
  const copy = order.copy();
  copy.keep(laid.before, (i, j) => {
    const still = isStill(motions[i]!) && isStill(motions[j]!);
    const isOne = cluster[i] === cluster[j];
    const kept = which === 'rigid' ? isOne : still || which === 'together' || (which === 'cluster' && isOne);
    if (!kept || !isSamePlacement(motions[i]!, motions[j]!)) return 0;
    return isTurned(motions[i]!) ? -1 : 1;
  });
  return copy;
}

function ordersToTry(laid: Placed, side: RefoldRequest['side']): PieceOrder[] {
  const wished = senses(laid);
  if (!wished) return [];
  const kept = laid.motions.every(isStill)
    ? (['rigid'] as const)
    : (['together', 'cluster', 'still'] as const);
  const ways = kept.map((which) => keepPairs(laid, wished, which));
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

/** Where the creases run before the move and in which senses, and the ways of the parts that move, one for each motion. */
function traceOf(laid: Placed, request: RefoldRequest, made: MoveResult): { trace?: MoveTrace } {
  const { mesh, motions, before } = laid;
  const n = mesh.pieces.length;
  const chords: (Segment & { pieces: [number, number]; sense?: CreaseSense })[] = [];
  const all: Segment[] = [];
  // The two sides of one crease lie apart, so that either may tell which of two layers is on top.
  const liesOver = (own: readonly number[], other: readonly number[]): boolean =>
    own.some((p) => other.some((q) => before[p * n + q] === 1));
  for (const { u, v, left: a, right: b } of listEdges(mesh.pieces.map((p) => p.loop))) {
    if (b < 0 || isSamePlacement(motions[a]!, motions[b]!)) continue;
    const [p, q] = [mesh.vertices[u]!, mesh.vertices[v]!];
    const placed = mesh.pieces[a]!.before;
    const chord = { from: apply(placed, p), to: apply(placed, q) };
    all.push(chord);
    const crease = made.made.find((c) => isOnSegment(between(p, q, 0.5), c, 1e-9));
    const sense = crease && (isTurned(placed) ? OTHER[crease.sense] : crease.sense);
    const pieces: [number, number] = [a, b];
    const drawn = { ...chord, pieces, ...(sense ? { sense } : {}) };
    // Of layers that are creased in one place the top one is drawn.
    const at = chords.findIndex((c) => isSameSegment(c, chord));
    if (at < 0) chords.push(drawn);
    else if (sense && (!chords[at]!.sense || liesOver(pieces, chords[at]!.pieces))) chords[at] = drawn;
  }
  const brought = request.bring[0];
  const holder = brought && holding(mesh, brought.point)[0];
  const ways = [
    ...(brought && holder !== undefined
      ? [{ from: apply(mesh.pieces[holder]!.before, brought.point), to: brought.to }]
      : []),
    ...farthestOfParts(mesh, motions),
  ];
  const way = brought ? ways[0] : waysOf(ways);
  const line = chords[0] && lineThrough(chords[0].from, chords[0].to);
  if (!way || !line) return {};
  const joined = joinSegments(
    chords.map(({ from, to, sense }) => ({ from, to, ...(sense ? { sense } : {}) })),
    (c, d) => c.sense === d.sense,
  );
  return { trace: { line, chords: joined, ...way, layersAtCrease: layersAlong(all) } };
}

const OTHER = { valley: 'mountain', mountain: 'valley' } as const;

/** For every motion of the paper the way of the corner that goes farthest with it. */
function farthestOfParts(mesh: FineMesh, motions: readonly Isometry[]): Segment[] {
  const parts: { motion: Isometry; way: Segment; far: number }[] = [];
  mesh.pieces.forEach(({ loop, before }, i) => {
    if (isStill(motions[i]!)) return;
    let part = parts.find((p) => isSamePlacement(p.motion, motions[i]!));
    for (const v of loop) {
      const from = apply(before, mesh.vertices[v]!);
      const to = apply(motions[i]!, from);
      const far = distance(from, to);
      if (!part) parts.push((part = { motion: motions[i]!, way: { from, to }, far }));
      else if (far > part.far + tolerance.samePoint) Object.assign(part, { way: { from, to }, far });
    }
  });
  return parts.map((p) => p.way);
}

/** The refusal with the vertex that does not close, and the crease that would close it. */
function locate(state: FlatState, request: RefoldRequest, fault: Refusal): Refusal {
  const cut = cutCreases(state, request.creases);
  if (!cut.ok) return fault;
  const { mesh, wishes } = cut.value;
  const free = new Set(request.free.flatMap((p) => facetsAt(state, p)));
  if (request.folds === 'free') mesh.cut.forEach((isCut, f) => isCut && free.add(f));
  const closes = (added: readonly RefoldCrease[]): boolean => {
    const more = { ...request, creases: [...request.creases, ...added], picks: [] };
    const placed = placeAll(state, more);
    return placed.ok && placed.value.some((laid) => settleFirst(laid, ordersToTry(laid, more.side)));
  };
  const nameOf = (p: Point): string | undefined =>
    landmarksOf(state.sheet).find((l) => isSamePoint(l.at, p, tolerance.alike))?.name;
  return explainOpenVertex(mesh, wishes, (f) => free.has(f), { closes, nameOf }) ?? fault;
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
