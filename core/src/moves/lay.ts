import {
  type ConvexShape,
  type Point,
  areaOf,
  centroidOf,
  doShapesOverlap,
  isInside,
  toShape,
  tolerance,
} from '../geometry/index.ts';
import { buildEffort } from '../effort/index.ts';
import {
  type FineMesh,
  type FlatState,
  type PlacedPaper,
  placePaper,
  facetOnSheet,
  pieceOnModel,
} from '../folded/index.ts';
import {
  type LayerScope,
  type OrderPreference,
  layersAround,
  listSettled,
  settleOrder,
} from '../layers/index.ts';
import { listMade } from './made.ts';
import { preferenceOf } from './preference.ts';
import type { MoveResult } from './result.ts';

/** Relations that single out one of several orders: the paper at the first material point lies above that at the second. */
export type Picks = readonly (readonly [Point, Point])[];

/** Steps of the layer search one move may take. */
const MOVE_EFFORT = 200_000;
/** Orders offered at most where several are possible. */
const MOST_OFFERED = 64;

/** Relations of moved pieces where they lie afterwards (1 above, 2 above as before); others stay apart or open. */
export class PieceOrder {
  readonly n: number;
  readonly relations: Int8Array;
  /** The order this one only adds to: where that cannot be, this cannot either. */
  tightens?: PieceOrder;
  /** True where paper that stays may change places too, so that all layers come into question. */
  loosens = false;
  private readonly mesh: FineMesh;
  private readonly shapes: (ConvexShape | undefined)[] = [];
  private readonly overlap: Int8Array;

  constructor(mesh: FineMesh) {
    this.n = mesh.pieces.length;
    this.relations = new Int8Array(this.n * this.n);
    this.mesh = mesh;
    this.overlap = new Int8Array(this.n * this.n);
  }

  /** A copy with the same relations, sharing what is known of overlaps. */
  copy(): PieceOrder {
    const twin = Object.create(PieceOrder.prototype) as PieceOrder;
    return Object.assign(twin, this, { relations: new Int8Array(this.relations), tightens: undefined });
  }

  /** A copy to add relations to. */
  tighten(): PieceOrder {
    const twin = this.copy();
    twin.tightens = this;
    return twin;
  }

  doOverlap(i: number, j: number): boolean {
    const at = i * this.n + j;
    if (this.overlap[at] === 0) {
      const meet = doShapesOverlap(this.shapeOf(i), this.shapeOf(j), tolerance.overlap);
      this.overlap[at] = this.overlap[j * this.n + i] = meet ? 1 : -1;
    }
    return this.overlap[at] === 1;
  }

  private shapeOf(i: number): ConvexShape {
    return (this.shapes[i] ??= toShape(pieceOnModel(this.mesh, this.mesh.pieces[i]!, 'after')));
  }

  /** Notes that one piece lies above another; false when the opposite is noted already. */
  put(above: number, below: number): boolean {
    if (!this.doOverlap(above, below)) return true;
    const known = this.relations[above * this.n + below]!;
    if (known !== 0) return known > 0;
    this.relations[above * this.n + below] = 1;
    this.relations[below * this.n + above] = -1;
    return true;
  }

  /** Keeps the order the chosen pairs had before, turned round for paper that turned over together. */
  keep(before: Int8Array, relationOf: (i: number, j: number) => 1 | -1 | 0): void {
    for (let i = 0; i < this.n; i++) {
      for (let j = i + 1; j < this.n; j++) {
        const was = before[i * this.n + j]!;
        if (was === 0) continue;
        const now = 2 * was * relationOf(i, j);
        this.relations[i * this.n + j] = now;
        this.relations[j * this.n + i] = -now;
      }
    }
  }
}

/** Paper in its new place, whose order is still open in part. */
export interface LaidPaper {
  readonly from: FlatState;
  readonly mesh: FineMesh;
  readonly before: Int8Array;
  readonly step: string;
  /** Material points of the move, from which its choices are counted; they are carried along when it is mirrored. */
  readonly points: readonly Point[];
}

/** Moved paper that is placed once and ordered as often as is asked. */
class Settling {
  private readonly laid: LaidPaper;
  private readonly placed: PlacedPaper;
  private readonly picks: Picks;
  private scope: LayerScope | undefined;
  private wide: LayerScope | undefined;
  private preferring: ((known: Int8Array) => OrderPreference) | undefined;
  private readonly settled = new Map<PieceOrder, Int8Array | undefined>();

  constructor(laid: LaidPaper, placed: PlacedPaper, picks: Picks) {
    this.laid = laid;
    this.placed = placed;
    this.picks = picks;
  }

  /** The preferred order that keeps a given one, if there is any. */
  first(order: PieceOrder): MoveResult | undefined {
    const result = order.tightens && !this.settle(order.tightens) ? undefined : this.settle(order);
    return result && toResult(this.laid, this.placed.withOrder(result));
  }

  /** Every state, up to 64, that keeps a given order, the preferred first. */
  states(order: PieceOrder): FlatState[] {
    const known = this.know(order);
    if (!known) return [];
    const prefer = (): OrderPreference => this.prefer(known);
    return listSettled(this.scopeOf(order, known), known, MOST_OFFERED, buildEffort(MOVE_EFFORT), prefer).map(
      (settled) => this.placed.withOrder(settled),
    );
  }

  private settle(order: PieceOrder): Int8Array | undefined {
    if (this.settled.has(order)) return this.settled.get(order);
    const known = this.know(order);
    const found =
      known &&
      settleOrder(this.scopeOf(order, known), known, buildEffort(MOVE_EFFORT), () => this.prefer(known));
    const result = found?.kind === 'found' ? found.order : undefined;
    this.settled.set(order, result);
    return result;
  }

  private know = (order: PieceOrder): Int8Array | undefined =>
    toKnown(this.laid.mesh, this.placed, order, this.picks);

  /** What lies round the moved paper, or all of the model; the same for all orders. */
  private scopeOf(order: PieceOrder, known: Int8Array): LayerScope {
    const { withOrder, moved } = this.placed;
    if (order.loosens)
      return (this.wide ??= layersAround(
        withOrder(known),
        moved.map(() => true),
      ));
    return (this.scope ??= layersAround(withOrder(known), moved));
  }

  private prefer(known: Int8Array): OrderPreference {
    const { from, points } = this.laid;
    this.preferring ??= preferenceOf(from, this.placed.withOrder(known), points);
    return this.preferring(known);
  }
}

/** A state as the result of a move, with the creases it has made. */
export const toResult = ({ from }: LaidPaper, state: FlatState): MoveResult => ({
  state,
  made: listMade(from, state),
});

const beginSettling = (laid: LaidPaper, picks: Picks): Settling | undefined => {
  const placed = placePaper(laid.from, laid.mesh, laid.before, laid.step);
  return placed.ok ? new Settling(laid, placed.value, picks) : undefined;
};

/** Tries orders in turn: the first that paper can have is the move's result. */
export function settleFirst(
  laid: LaidPaper,
  orders: Iterable<PieceOrder>,
  picks: Picks = [],
): MoveResult | undefined {
  let settling: Settling | undefined;
  for (const order of orders) {
    settling ??= beginSettling(laid, picks);
    if (!settling) return undefined;
    const result = settling.first(order);
    if (result) return result;
  }
  return undefined;
}

/** Every order (up to 64) the paper can have that keeps the given one. */
export const settleAll = (laid: LaidPaper, order: PieceOrder, picks: Picks = []): MoveResult[] =>
  (beginSettling(laid, picks)?.states(order) ?? []).map((state) => toResult(laid, state));

/** The states of several orders, one after the other, as they are asked for. */
export function settleEach(laid: LaidPaper, picks: Picks = []): (order: PieceOrder) => FlatState[] {
  const settling = beginSettling(laid, picks);
  return (order) => settling?.states(order) ?? [];
}

/** The given relations and the picks as relations of facets; undefined when they contradict each other. */
function toKnown(
  mesh: FineMesh,
  placed: PlacedPaper,
  given: PieceOrder,
  picks: Picks,
): Int8Array | undefined {
  const order = picks.length === 0 ? given : given.copy();
  for (const [above, below] of picks) {
    for (const i of piecesHolding(mesh, above))
      for (const j of piecesHolding(mesh, below)) if (i !== j && !order.put(i, j)) return undefined;
  }
  const merged = placed.toFacets(order.relations);
  return merged.ok ? merged.value : undefined;
}

/** The piece a material point lies well inside of. */
function piecesHolding(mesh: FineMesh, point: Point): number[] {
  const found = mesh.pieces.flatMap((piece, i) =>
    isInside(
      piece.loop.map((v) => mesh.vertices[v]!),
      point,
      -1e-7,
    )
      ? [i]
      : [],
  );
  return found.slice(0, 1);
}

/** The fewest pairs of material points that tell the chosen order from the others (greedy, then thinned). */
export function singleOut(chosen: FlatState, others: readonly FlatState[]): [Point, Point][] {
  const n = chosen.facets.length;
  const inner = chosen.facets.map((_, f) => {
    const corners = facetOnSheet(chosen, f);
    return { at: centroidOf(corners), area: areaOf(corners) };
  });
  let left = others.filter((o) => o !== chosen && o.order.length === chosen.order.length);
  const picks: [Point, Point][] = [];
  while (left.length > 0) {
    let best: { f: number; g: number; told: number; area: number } | undefined;
    for (let f = 0; f < n; f++) {
      for (let g = 0; g < n; g++) {
        if (chosen.order[f * n + g] !== 1) continue;
        const told = left.filter((o) => o.order[f * n + g] === -1).length;
        const area = Math.min(inner[f]!.area, inner[g]!.area);
        if (told > 0 && (!best || told > best.told || (told === best.told && area > best.area)))
          best = { f, g, told, area };
      }
    }
    if (!best) break;
    const { f, g } = best;
    picks.push([inner[f]!.at, inner[g]!.at]);
    left = left.filter((o) => o.order[f * n + g] !== -1);
  }
  return picks;
}
