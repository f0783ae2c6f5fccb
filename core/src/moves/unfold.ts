import {
  type Isometry,
  type Point,
  type Segment,
  apply,
  areaOf,
  between,
  centroidOf,
  compose,
  distance,
  identity,
  inverse,
  isOnSegment,
  isSamePlacement,
  isTurned,
  lineThrough,
  placementAcross,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type FineMesh,
  type FlatState,
  type MeshEdge,
  MeshCutter,
  type Refusal,
  facetOnSheet,
  facetsAt,
  foldsOf,
  inheritOrder,
  listEdges,
  settleResting,
  toModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import { PieceOrder, settleFirst } from './lay.ts';
import { listMade } from './made.ts';
import { type MoveResult, layersAlong, waysOf } from './result.ts';

/** Opens a step: what lay before it, and what it made of that. */
export interface UnfoldRequest {
  readonly before: FlatState;
  readonly after: FlatState;
  readonly step: string;
}

/**
 * Opens a step. Where the model still lies as the step left it (turned over or round perhaps), it lies again as before
 * the step, order and place and all. Where later steps have folded on, every crease the step changed goes back to what it
 * was, every other one stays as it is now; that tells where all paper lies, or that a later fold holds the step closed.
 * Layers lie as they did before the step where the later steps have left them alone, else as they lie now. The end
 * state is checked, not the motion. Refuses steps that left no fold, and steps that later folds hold closed.
 */
export function unfoldStep(state: FlatState, request: UnfoldRequest): Outcome<MoveResult, Refusal> {
  const { before, after, step } = request;
  if (isSameForm(before, after, identity)) return failed(nothingToOpen);
  const motion = motionBetween(after, state);
  if (motion) return done(withTrace(state, giveBack(state, before, motion, step)));
  return openBeneath(state, request);
}

const nothingToOpen: Refusal = {
  kind: 'reference',
  text: 'That step has left no fold to open; choose a step that folded paper and is still folded.',
};

/** The rigid motion by which one state became another, where no fold and no layer differs. */
function motionBetween(from: FlatState, to: FlatState): Isometry | undefined {
  if (from.facets.length !== to.facets.length) return undefined;
  const motion = compose(to.facets[0]!.placement, inverse(from.facets[0]!.placement));
  return isSameForm(from, to, motion) ? motion : undefined;
}

/** True when the second state is the first one moved: the same facets, folds and order; creases may differ. */
function isSameForm(from: FlatState, to: FlatState, motion: Isometry): boolean {
  const sign = isTurned(motion) ? -1 : 1;
  return (
    from.facets.length === to.facets.length &&
    from.facets.every(({ loop, placement }, f) => {
      const other = to.facets[f]!;
      return (
        loop.length === other.loop.length &&
        loop.every((v, i) => isSamePoint(from.vertices[v]!, to.vertices[other.loop[i]!]!)) &&
        isSamePlacement(compose(motion, placement), other.placement)
      );
    }) &&
    from.order.every((o, i) => o * sign === to.order[i])
  );
}

/** The state before the step, moved along with the model; the folds it opens stay as resting creases. */
function giveBack(state: FlatState, before: FlatState, motion: Isometry, step: string): MoveResult {
  const moved: FlatState = isSamePlacement(motion, identity)
    ? before
    : {
        ...before,
        facets: before.facets.map((f) => ({ ...f, placement: compose(motion, f.placement) })),
        order: isTurned(motion) ? before.order.map((o) => -o) : before.order,
      };
  const made = listMade(state, moved);
  const opened = listMade(moved, state).map((c) => ({ ...c, step, pressed: 'full' as const }));
  return { state: { ...moved, resting: settleResting(state.resting, opened, made) }, made };
}

/** What is opened, where it lies before, and the ways of the parts that move. */
function withTrace(state: FlatState, result: MoveResult): MoveResult {
  const opened = listMade(result.state, state);
  const place = (f: number, p: Point): Point => apply(state.facets[f]!.placement, p);
  const chords = opened.flatMap((c): Segment[] => {
    const f = facetsAt(state, between(c.from, c.to, 0.5))[0];
    return f === undefined ? [] : [{ from: place(f, c.from), to: place(f, c.to) }];
  });
  const line = chords[0] && lineThrough(chords[0].from, chords[0].to);
  const ways = state.facets.flatMap((_, f): Segment[] => {
    const corners = facetOnSheet(state, f);
    const moves = corners.map((p) => ({ from: place(f, p), to: toModel(result.state, p)! }));
    return [
      moves.reduce((a, b) => (distance(b.from, b.to) > distance(a.from, a.to) + tolerance.samePoint ? b : a)),
    ];
  });
  const way = waysOf(ways);
  if (!line || !way) return result;
  const { from, to } = way;
  return { ...result, trace: { line, chords, from, to, layersAtCrease: layersAlong(chords) } };
}

/** Paper cut by the folds of all three states, and what they say of it. */
interface Overlay {
  readonly mesh: FineMesh;
  readonly edges: readonly MeshEdge[];
  readonly was: readonly (number | undefined)[];
  readonly made: readonly (number | undefined)[];
}

function openBeneath(state: FlatState, { before, after, step }: UnfoldRequest): Outcome<MoveResult, Refusal> {
  const [old, made] = [foldsOf(before), foldsOf(after)];
  const overlay = layOver(state, before, after, [old, made]);
  if (!overlay.ok) return overlay;
  const { mesh, edges } = overlay.value;
  const now = foldsOf(state);
  const middles = edges.map(({ u, v }) => between(mesh.vertices[u]!, mesh.vertices[v]!, 0.5));
  const isFolded = (folds: readonly Segment[], at: Point): boolean =>
    folds.some((f) => isOnSegment(at, f, 1e-9));
  const wish = edges.map(({ right }, i) => {
    if (right < 0) return false;
    const [wasFolded, becameFolded] = [isFolded(old, middles[i]!), isFolded(made, middles[i]!)];
    return wasFolded !== becameFolded ? wasFolded : isFolded(now, middles[i]!);
  });
  const places = placeByFolds(overlay.value, wish, { before, after });
  if ('at' in places)
    return failed({
      kind: 'tear',
      text: 'A later fold holds that step closed where it is marked: it runs across a crease the step made. Open the later fold first.',
      at: places.at,
    });
  const moved: FineMesh = {
    ...mesh,
    pieces: mesh.pieces.map((p, i) => ({ ...p, after: places.placements[i]! })),
  };
  const orders = mergeOrders(state, { before, after }, { ...overlay.value, mesh: moved }, wish);
  const laid = { from: state, mesh: moved, before: inheritOrder(state, mesh), step, points: [] };
  const result = settleFirst(laid, orders);
  if (!result)
    return failed({
      kind: 'through',
      text: 'The step cannot be opened as the layers lie now: paper would pass through itself. Open the later step whose layers lock it first.',
    });
  return isSameForm(state, result.state, identity) ? failed(nothingToOpen) : done(withTrace(state, result));
}

/** The paper cut along every fold of the three states; where that would leave slivers, along the changed ones only. */
function layOver(
  state: FlatState,
  before: FlatState,
  after: FlatState,
  [old, made]: readonly [readonly Segment[], readonly Segment[]],
): Outcome<Overlay, Refusal> {
  const changed = [...listMade(before, after), ...listMade(after, before)];
  let fault: Refusal | undefined;
  for (const segments of [[...old, ...made], changed]) {
    const cutter = new MeshCutter(state);
    const refused = segments.map((s) => cutter.cut(s, () => true)).find((cut) => !cut.ok);
    if (refused && !refused.ok) {
      fault ??= refused.fault;
      continue;
    }
    const mesh = cutter.toMesh();
    const middles = mesh.pieces.map((p) => centroidOf(p.loop.map((v) => mesh.vertices[v]!)));
    return done({
      mesh,
      edges: listEdges(mesh.pieces.map((p) => p.loop)),
      was: middles.map((m) => facetsAt(before, m)[0]),
      made: middles.map((m) => facetsAt(after, m)[0]),
    });
  }
  return failed(fault!);
}

/** Placements that folded and flat edges give, from the largest paper the step left where it was; or where they part. */
function placeByFolds(
  { mesh, edges, was, made }: Overlay,
  isFolded: readonly boolean[],
  { before, after }: Pick<UnfoldRequest, 'before' | 'after'>,
): { placements: Isometry[] } | { at: Point } {
  const size = (i: number): number => areaOf(mesh.pieces[i]!.loop.map((v) => mesh.vertices[v]!));
  const all = mesh.pieces.map((_, i) => i);
  const still = all.filter((i) =>
    isSamePlacement(before.facets[was[i]!]!.placement, after.facets[made[i]!]!.placement),
  );
  const groups: { motion: Isometry; root: number; area: number }[] = [];
  for (const i of still.length > 0 ? still : all) {
    const motion = compose(mesh.pieces[i]!.before, inverse(after.facets[made[i]!]!.placement));
    const group = groups.find((g) => isSamePlacement(g.motion, motion));
    if (group) group.area += size(i);
    else groups.push({ motion, root: i, area: size(i) });
  }
  const { root } = groups.reduce((best, g) => (g.area > best.area + tolerance.samePoint ? g : best));
  const across: { edge: number; to: number }[][] = mesh.pieces.map(() => []);
  edges.forEach(({ left, right }, edge) => {
    if (right < 0) return;
    across[left]!.push({ edge, to: right });
    across[right]!.push({ edge, to: left });
  });
  const placements: (Isometry | undefined)[] = all.map(() => undefined);
  placements[root] = mesh.pieces[root]!.before;
  const queue = [root];
  for (const from of queue) {
    for (const { edge, to } of across[from]!) {
      const { u, v } = edges[edge]!;
      const here = placements[from]!;
      const next = isFolded[edge]
        ? placementAcross(here, { from: mesh.vertices[u]!, to: mesh.vertices[v]! })
        : here;
      const known = placements[to];
      if (known && !isSamePlacement(known, next))
        return { at: apply(mesh.pieces[from]!.before, between(mesh.vertices[u]!, mesh.vertices[v]!, 0.5)) };
      if (known) continue;
      placements[to] = next;
      queue.push(to);
    }
  }
  return { placements: placements as Isometry[] };
}

/** How two pieces lie in one state: the placement of the second seen from the first, and whether the first lies above it. */
interface Pair {
  readonly apart: Isometry;
  /** 1 above, -1 below as seen from the front of the first piece; 0 where they do not overlap. */
  readonly above: number;
}

/**
 * Orders to try: all that is known of pairs that lie to each other as before the step (where later steps have left them
 * alone) or as they lie now; the pairs as they lie now; the folds alone.
 */
function mergeOrders(
  state: FlatState,
  { before, after }: Pick<UnfoldRequest, 'before' | 'after'>,
  { mesh, edges, was, made }: Overlay,
  isFolded: readonly boolean[],
): PieceOrder[] {
  const parents = mesh.pieces.map((p) => p.parent);
  const pairIn = (from: FlatState, of: readonly (number | undefined)[], i: number, j: number): Pair => {
    const [f, g] = [of[i]!, of[j]!];
    const own = from.facets[f]!.placement;
    return {
      apart: compose(inverse(own), from.facets[g]!.placement),
      above: (isTurned(own) ? -1 : 1) * from.order[f * from.facets.length + g]!,
    };
  };
  const merged = (i: number, j: number, prefers: 'both' | 'now'): number => {
    const here = compose(inverse(mesh.pieces[i]!.after), mesh.pieces[j]!.after);
    const turn = isTurned(mesh.pieces[i]!.after) ? -1 : 1;
    const says = ({ apart, above }: Pair): number => (isSamePlacement(apart, here) ? turn * above : 0);
    const present = pairIn(state, parents, i, j);
    if (prefers === 'now') return says(present);
    const [old, left] = [pairIn(before, was, i, j), pairIn(after, made, i, j)];
    const untouched = isSamePlacement(left.apart, present.apart) && left.above === present.above;
    return untouched ? says(old) || says(present) : says(present) || says(old);
  };
  const base = new PieceOrder(mesh);
  edges.forEach(({ left, right }, k) => {
    if (right < 0 || !isFolded[k]) return;
    const relation = merged(left, right, 'both');
    if (relation !== 0) base.put(...order(left, right, relation));
  });
  const withPairs = (prefers: 'both' | 'now'): PieceOrder[] => {
    const copy = base.tighten();
    for (let i = 0; i < copy.n; i++)
      for (let j = i + 1; j < copy.n; j++) {
        if (!copy.doOverlap(i, j)) continue;
        const relation = merged(i, j, prefers);
        if (relation !== 0 && !copy.put(...order(i, j, relation))) return [];
      }
    return [copy];
  };
  return [...withPairs('both'), ...withPairs('now'), base];
}

const order = (i: number, j: number, relation: number): [number, number] => (relation > 0 ? [i, j] : [j, i]);
