import {
  type FoldedBase,
  type MoleculeDesign,
  layTwoHubs,
  moleculeBase,
  stackFlaps,
} from '../bases/index.ts';
import { type Point, distance, tolerance } from '../geometry/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import type { Seat } from './seats.ts';
import type { LimbTask } from './task.ts';

/** A base folded for one figure: tips all round the border of the sheet, its flaps just long enough where they bind. */
export interface OwnBase {
  readonly folded: FoldedBase;
  readonly seat: Seat;
  /** Sheet side in mm. */
  readonly sideMm: number;
}

export interface OwnWishes {
  /** What ids and names of the bases begin with. */
  readonly id?: string;
  readonly name?: string;
  /** Share of the sheet's side the paper may reach from the axis. */
  readonly narrow?: number;
  /** Ends whose flaps shall lie on the outside of the stack. */
  readonly outer?: readonly string[];
}

/** More ends than this take too many orders round the sheet. */
const MOST_ENDS = 8;
/** A flap that only fills an edge may not be smaller than this, in sheet sides: it could not be put away. */
const LEAST_FILLER = 0.04;
/** Weights between sheets, in shares of the side: paper over, flaps that only fill an edge, mates that do not mirror. */
const WEIGHT = { excess: 0.15, filler: 0.05, lopsided: 0.04 };
/** So many designs a seat are kept, and so many tried until those many fold. */
const MOST = 2;
const TRIED = 8;

interface Placed {
  readonly leaf: string;
  readonly hub: 0 | 1;
  /** In mm. */
  readonly length: number;
  readonly isCorner: boolean;
}

interface Design {
  readonly sideMm: number;
  readonly bodyMm: number;
  readonly placed: readonly (Placed & { readonly at: Point })[];
  readonly price: number;
}

/**
 * Bases of its own for a figure with a body, the smallest sheet first. Every order of ends round the border and every
 * choice of the ends at the four corners is tried: an edge is as long as the ways between the ends along it, the longest
 * sets the side, and what the others have over goes to the ends within them, to the body, or to a flap that fills the
 * edge. What remains must hold: no two ends nearer than their way in the figure.
 */
export function ownBases(
  task: LimbTask,
  seat: Seat,
  sheet: SheetShape,
  { id = 'own', name = 'A base of its own', narrow, outer = [] }: OwnWishes = {},
): OwnBase[] {
  if (seat.nodes.length < 2 || (sheet.kind !== 'square' && sheet.kind !== 'rectangle')) return [];
  const size: readonly [number, number] = sheet.kind === 'square' ? [1, 1] : [sheet.width, sheet.height];
  const ends = task.limbs.map((limb, i) => ({
    leaf: limb.id,
    hub: seat.at[i] as 0 | 1,
    length: seat.needs[i]!,
  }));
  const groups = [0, 1].map((hub) => ends.filter((e) => e.hub === hub));
  if (ends.length < 4 || ends.length > MOST_ENDS || groups.some((g) => g.length < 2)) return [];
  const mates = new Map(
    task.pairs.flatMap(([a, b]) => [
      [task.limbs[a]!.id, task.limbs[b]!.id],
      [task.limbs[b]!.id, task.limbs[a]!.id],
    ]),
  );
  let designs: Design[] = [];
  const stacks = groups.map((group) => {
    const mustBeOuter = group.filter((e) => outer.includes(e.leaf)).slice(0, 2);
    return ordersOf(group).filter((order) => mustBeOuter.every((e) => e === order[0] || e === order.at(-1)));
  });
  for (const first of stacks[0]!)
    for (const second of stacks[1]!) {
      const round = [...first, ...second];
      for (const corners of choose(4, round.length))
        for (const turn of size[0] === size[1] ? [0] : [0, 1]) {
          const worst = designs.length < TRIED ? Infinity : designs.at(-1)!.price;
          const design = layOut(round, corners, seat.bodyMm, turn ? [size[1], size[0]] : size, mates, worst);
          if (!design || designs.some((d) => sameAs(d, design))) continue;
          designs = [...designs, design].sort((a, b) => a.price - b.price).slice(0, TRIED);
        }
    }
  const made: OwnBase[] = [];
  for (const design of designs) {
    if (made.length === MOST) break;
    const names = {
      id: `${id}-${made.length + 1}`,
      name: made.length === 0 ? name : `${name}, another`,
    };
    const molecule = toDesign(design, sheet, narrow);
    const folded = stackFlaps((picks) => moleculeBase({ ...molecule, ...names, picks }));
    if (folded) made.push({ folded, seat, sideMm: design.sideMm });
  }
  return made;
}

const sameAs = (a: Design, b: Design): boolean =>
  Math.abs(a.price - b.price) < tolerance.samePoint && Math.abs(a.sideMm - b.sideMm) < tolerance.samePoint;

function ordersOf<T>(items: readonly T[]): T[][] {
  return items.length === 0
    ? [[]]
    : items.flatMap((item, i) => ordersOf(items.toSpliced(i, 1)).map((rest) => [item, ...rest]));
}

/** All ways to choose k of the first n numbers, in order. */
function choose(k: number, n: number, from = 0): number[][] {
  if (k === 0) return [[]];
  const found: number[][] = [];
  for (let i = from; i <= n - k; i++) for (const rest of choose(k - 1, n, i + 1)) found.push([i, ...rest]);
  return found;
}

function layOut(
  round: readonly Omit<Placed, 'isCorner'>[],
  corners: readonly number[],
  bodyMm: number,
  [width, height]: readonly [number, number],
  mates: ReadonlyMap<string, string>,
  /** Designs that cost as much are of no use. */
  limit: number,
): Design | undefined {
  const n = round.length;
  // Edge after edge from its first corner to the next, both counted.
  let edges = corners.map((c, k): Placed[] => {
    const next = corners[(k + 1) % 4]!;
    const count = (next - c + n) % n;
    return Array.from({ length: count + 1 }, (_, i) => ({
      ...round[(c + i) % n]!,
      isCorner: i === 0 || i === count,
    }));
  });
  const sizes = [width, height, width, height];
  const wayOf = (edge: readonly Placed[], body: number): number =>
    edge
      .slice(1)
      .reduce((sum, p, i) => sum + p.length + edge[i]!.length + (p.hub === edge[i]!.hub ? 0 : body), 0);
  const side = Math.max(...edges.map((e, k) => wayOf(e, bodyMm) / sizes[k]!));
  if (side >= limit) return undefined;
  const lacks = (k: number, body: number): number => side * sizes[k]! - wayOf(edges[k]!, body);
  // The body may grow where neither edge it runs along has an end of its own to grow.
  const across = edges.flatMap((e, k) => e.slice(1).flatMap((p, i) => (p.hub === e[i]!.hub ? [] : [k])));
  const body =
    new Set(across).size === 2 && across.every((k) => edges[k]!.length === 2)
      ? bodyMm + Math.min(...across.map((k) => lacks(k, bodyMm)))
      : bodyMm;
  let fillers = 0;
  let excess = body - bodyMm;
  edges = edges.map((edge, k) => {
    const lack = lacks(k, body);
    if (lack < tolerance.samePoint * side) return edge;
    const inner = edge.slice(1, -1);
    excess += lack / 2;
    if (inner.length > 0)
      return edge.map((p) => (p.isCorner ? p : { ...p, length: p.length + lack / 2 / inner.length }));
    fillers++;
    const filler: Placed = { leaf: `filler ${k + 1}`, hub: edge[0]!.hub, length: lack / 2, isCorner: false };
    return [edge[0]!, filler, edge[1]!];
  });
  if (edges.flat().some((p) => p.leaf.startsWith('filler') && p.length < LEAST_FILLER * side))
    return undefined;
  const starts: readonly Point[] = [
    [0, 0],
    [width, 0],
    [width, height],
    [0, height],
  ];
  const steps: readonly Point[] = [
    [1, 0],
    [0, 1],
    [-1, 0],
    [0, -1],
  ];
  const placed = edges.flatMap((edge, k) => {
    let far = 0;
    return edge.slice(0, -1).map((p, i) => {
      const before = edge[i - 1];
      if (before) far += (before.length + p.length + (before.hub === p.hub ? 0 : body)) / side;
      const at: Point = [starts[k]![0] + steps[k]![0] * far, starts[k]![1] + steps[k]![1] * far];
      return { ...p, at };
    });
  });
  const apart = placed.every((p, i) =>
    placed
      .slice(i + 1)
      .every(
        (q) =>
          distance(p.at, q.at) * side >=
          p.length + q.length + (p.hub === q.hub ? 0 : body) - tolerance.samePoint * side,
      ),
  );
  if (!apart) return undefined;
  const lopsided = isMirrored(placed, mates) ? 0 : 1;
  const price =
    side * (1 + (WEIGHT.excess * excess) / side + WEIGHT.filler * fillers + WEIGHT.lopsided * lopsided);
  return { sideMm: side, bodyMm: body, placed, price };
}

/** Whether the tips mirror each other across some line, every end lying where its mate would. */
function isMirrored(placed: readonly Placed[], mates: ReadonlyMap<string, string>): boolean {
  const n = placed.length;
  return placed.some((_, turn) =>
    placed.every((p, i) => {
      const other = placed[(turn - i + 2 * n) % n]!;
      return (mates.get(p.leaf) ?? p.leaf) === other.leaf && p.isCorner === other.isCorner;
    }),
  );
}

function toDesign(design: Design, sheet: SheetShape, narrow?: number): Omit<MoleculeDesign, 'id' | 'name'> {
  const { sideMm, bodyMm, placed } = design;
  const made = layTwoHubs({
    body: bodyMm / sideMm,
    flaps: placed.map((p) => ({ at: p.at, leaf: p.leaf, length: p.length / sideMm, hub: p.hub })),
  });
  return {
    sheet,
    ...made,
    ...(narrow === undefined ? {} : { narrow }),
  };
}
