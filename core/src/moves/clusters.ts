import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  between,
  compose,
  identity,
  inverse,
  isInside,
  isSamePlacement,
  placementAcross,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import { type Effort } from '../effort/index.ts';
import { type FineMesh, type FlatState, type Refusal, listEdges, facetsAt } from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';

import { type CreaseWish, keyOf } from './creases.ts';

/** What may change in a refold, and where the paper shall come to. */
export interface PlaceRequest {
  /** Material points of further layers whose own folds may open. */
  readonly free: readonly Point[];
  /** Folds of paper that is cut: kept folded, or free to be laid flat. */
  readonly folds: 'kept' | 'free';
  /** Material points and where in the model they come to. */
  readonly bring: readonly { readonly point: Point; readonly to: Point }[];
  /** Material point of the paper that stays where it is. */
  readonly anchor: Point;
}

/** Resting places tried at most. */
const MOST_PLACES = 64;

/** An edge between two clusters. */
interface Joint extends Segment {
  readonly a: number;
  readonly b: number;
  readonly wish: CreaseWish;
  /** True for a fold the paper has already. */
  readonly isFold: boolean;
}

export interface Clusters {
  readonly mesh: FineMesh;
  readonly of: readonly number[];
  readonly count: number;
  readonly joints: readonly Joint[];
  readonly jointsOf: readonly (readonly number[])[];
}

export function joinRigid(
  state: FlatState,
  mesh: FineMesh,
  wishes: ReadonlyMap<string, CreaseWish>,
  request: PlaceRequest,
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
export function searchPlaces(clusters: Clusters, request: PlaceRequest, effort: Effort): Isometry[][] {
  const { mesh, of, count, joints, jointsOf } = clusters;
  const motions: (Isometry | undefined)[] = Array.from({ length: count }, () => undefined);
  const anchors = holding(mesh, request.anchor);
  for (const i of anchors) motions[of[i]!] = identity;
  const brings = Array.from({ length: count }, (): { piece: number; point: Point; to: Point }[] => []);
  for (const { point, to } of request.bring)
    for (const piece of holding(mesh, point)) brings[of[piece]!]!.push({ piece, point, to });
  // A fold that gets another sense leaves its paper where it lies; only the layers change places.
  const canStay = joints.some(
    (j) =>
      (j.wish === 'valley' || j.wish === 'mountain') &&
      !isSamePlacement(mesh.pieces[j.a]!.before, mesh.pieces[j.b]!.before),
  );
  const found: Isometry[][] = [];
  const placedOf = (piece: number): Isometry | undefined => {
    const motion = motions[of[piece]!];
    return motion && compose(motion, mesh.pieces[piece]!.before);
  };
  const fits = (c: number, motion: Isometry): boolean =>
    brings[c]!.every((b) =>
      isSamePoint(apply(compose(motion, mesh.pieces[b.piece]!.before), b.point), b.to, tolerance.overlap),
    ) &&
    jointsOf[c]!.every((k) => {
      const j = joints[k]!;
      const [own, other] = of[j.a] === c ? [j.a, j.b] : [j.b, j.a];
      const there = placedOf(other);
      if (!there) return true;
      const here = compose(motion, mesh.pieces[own]!.before);
      const closed = [j.from, j.to].every((p) =>
        isSamePoint(apply(here, p), apply(there, p), tolerance.overlap),
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
      if (canStay || all.some((m) => !isSamePlacement(m, identity))) found.push(all);
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

export function holding(mesh: FineMesh, point: Point): number[] {
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
