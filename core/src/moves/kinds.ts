import { centroidOf, isTurned, tolerance } from '../geometry/index.ts';
import { type FlatState, facetsAt } from '../folded/index.ts';
import { PieceOrder } from './lay.ts';
import { putWhole, toHalves } from './between.ts';
import type { Turn } from './parted.ts';
import { type Rim, isClosedLoop, mainRims } from './rims.ts';

/** How the paper lies at the line in one possible result. */
export type ReflectedKind =
  | 'unfolded'
  | 'valley'
  | 'mountain'
  | 'open sink'
  | 'inside reverse'
  | 'outside reverse'
  | 'mixed reverse'
  | 'mixed sink';

/** Reads results of one reflection. */
export class KindReader {
  private readonly turn: Turn;
  private readonly moved: Turn['mesh'];
  private readonly rims: readonly Rim[];
  private readonly corner: readonly Rim[];
  private readonly fronts: readonly ReadonlySet<number>[];
  private readonly facets: number[] = [];

  /** `moved` is the mesh of the turn after the reflection, `corner` the rims of the paper at the flap's points, `fronts` the
   * ways to part the layers at a spine. */
  constructor(
    turn: Turn,
    moved: Turn['mesh'],
    rims: readonly Rim[],
    corner: readonly Rim[],
    fronts: readonly ReadonlySet<number>[],
  ) {
    this.turn = turn;
    this.moved = moved;
    this.rims = rims;
    this.corner = corner;
    this.fronts = fronts;
  }

  /** Which of all results are open sinks. */
  openSinks(states: readonly FlatState[]): boolean[] {
    return openOnes(
      states.map((s) => this.sensesIn(s)),
      this.rims,
      this.corner,
    );
  }

  /** The kinds of all results; which sinks are open is seen only beside the others. */
  read(states: readonly FlatState[]): ReflectedKind[] {
    const senses = states.map((s) => this.sensesIn(s));
    const isOpen = openOnes(senses, this.rims, this.corner);
    return states.map((state, k) => this.kindOf(state, senses[k]!, isOpen[k]!));
  }

  /**
   * How far a result is from what a hand would make first: paper pushed in lies deep between other layers rather than
   * near one side of the model, and next to its own layer at the line rather than beyond others. Least is best.
   */
  oddness(state: FlatState): Oddness {
    const n = state.facets.length;
    const pairs = this.rims.map(
      (r) => [this.facetOf(state, r.moving), this.facetOf(state, r.staying)] as const,
    );
    const moved = new Set([...this.turn.moving].map((m) => this.facetOf(state, m)));
    const staying = new Set(pairs.map((p) => p[1]));
    let [depth, astray] = [0, 0];
    for (const m of moved) {
      let [over, under] = [0, 0];
      for (let f = 0; f < n; f++) {
        if (moved.has(f)) continue;
        if (state.order[f * n + m] === 1) over++;
        else if (state.order[f * n + m] === -1) under++;
      }
      depth += Math.min(over, under);
    }
    for (const [m, s] of pairs)
      for (let f = 0; f < n; f++)
        if (!moved.has(f) && !staying.has(f) && state.order[f * n + m]! * state.order[f * n + s]! === -1)
          astray++;
    return [this.changesIn(state), -depth, astray];
  }

  /** Pairs of staying layers whose order is another than before. */
  private changesIn(state: FlatState): number {
    const { mesh, moving, order } = this.turn;
    const n = mesh.pieces.length;
    const staying = mesh.pieces.flatMap((_, i) => (moving.has(i) ? [] : [i]));
    const facets = staying.map((i) => this.facetOf(state, i));
    let changes = 0;
    staying.forEach((i, x) =>
      staying.forEach((j, y) => {
        if (x >= y) return;
        const now = state.order[facets[x]! * state.facets.length + facets[y]!]!;
        if (order[i * n + j]! * now === -1) changes++;
      }),
    );
    return changes;
  }

  private kindOf(state: FlatState, senses: readonly Rimmed[], isOpen: boolean): ReflectedKind {
    if (senses.length === 0) return 'unfolded';
    if (senses.every((s) => s.above)) return 'valley';
    if (!senses.some((s) => s.above)) return 'mountain';
    if (isOpen) return 'open sink';
    if (this.rims.length > 2 && isClosedLoop(this.rims)) return 'mixed sink';
    const known = this.relationsOf(state);
    for (const front of this.fronts)
      for (const way of ['inside', 'outside'] as const)
        if (putWhole(known, this.turn, toHalves(this.rims, front), way)) return `${way} reverse`;
    return this.rims.length > 2 ? 'mixed sink' : 'mixed reverse';
  }

  /** Results of one reflection differ in the order of their facets only: which facet a piece is in is found once. */
  private facetOf(state: FlatState, piece: number): number {
    const { mesh } = this.turn;
    return (this.facets[piece] ??= facetsAt(
      state,
      centroidOf(mesh.pieces[piece]!.loop.map((v) => mesh.vertices[v]!)),
    )[0]!);
  }

  private sensesIn(state: FlatState): Rimmed[] {
    const n = state.facets.length;
    return this.rims.map((r) => {
      const above = state.order[this.facetOf(state, r.moving) * n + this.facetOf(state, r.staying)] === 1;
      return { above, valley: above !== isTurned(this.turn.mesh.pieces[r.staying]!.before) };
    });
  }

  /** The order of a result between moved paper and the paper at the line. */
  private relationsOf(state: FlatState): PieceOrder {
    const order = new PieceOrder(this.moved);
    const n = state.facets.length;
    for (const m of this.turn.moving)
      for (const { staying } of this.rims) {
        const relation = state.order[this.facetOf(state, m) * n + this.facetOf(state, staying)]!;
        if (relation > 0) order.put(m, staying);
        else if (relation < 0) order.put(staying, m);
      }
    return order;
  }
}

interface Rimmed {
  /** The moved part lies above the part that stays. */
  readonly above: boolean;
  /** The sense of the crease from the front of the sheet. */
  readonly valley: boolean;
}

/**
 * Open sinks among results: the creases round the corner itself are alike, whatever becomes of paper that lies nested in
 * it (a tip folded in, a closed pocket). Where no result has that because an earlier sink has left paper of the corner
 * turned inside out: those in which the creases at the flap's points are alike and most of the others are like them.
 */
function openOnes(
  results: readonly (readonly Rimmed[])[],
  rims: readonly Rim[],
  corner: readonly Rim[],
): boolean[] {
  const indices = (list: readonly Rim[]): number[] => list.map((r) => rims.indexOf(r));
  const main = indices(mainRims(rims, corner));
  if (main.length < 3) return results.map(() => false);
  const alike = (senses: readonly Rimmed[], group: readonly number[]): boolean =>
    group.every((i) => senses[i]!.valley === senses[group[0]!]!.valley);
  const isSunk = (senses: readonly Rimmed[]): boolean =>
    main.some((i) => senses[i]!.above) && !main.every((i) => senses[i]!.above);
  const full = results.map((senses) => isSunk(senses) && alike(senses, main));
  const own = indices(corner);
  if (full.some(Boolean) || own.length < 3) return full;
  const shares = results.map((senses) => {
    if (!isSunk(senses) || !alike(senses, own)) return 0;
    const sense = senses[own[0]!]!.valley;
    return rims.reduce((sum, r, i) => sum + (senses[i]!.valley === sense ? r.length : 0), 0);
  });
  const most = Math.max(...shares);
  return shares.map((s) => s > 0 && s > most - tolerance.samePoint);
}

/** Layers that have changed places though they stay, layers the moved paper lies between (negative), layers it has passed. */
type Oddness = readonly [changes: number, shallow: number, astray: number];

/** Sorts the results a hand would make first to the front. */
export const lessOdd = (a: { readonly oddness: Oddness }, b: { readonly oddness: Oddness }): number =>
  a.oddness[0] - b.oddness[0] || a.oddness[1] - b.oddness[1] || a.oddness[2] - b.oddness[2];
