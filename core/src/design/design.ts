import { type AngleFamily, angleFamilyOf } from '../bases/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import { type Point, between, distance, dot, subtract } from '../geometry/index.ts';
import {
  type Arrangement,
  type FlatState,
  buildArrangement,
  layersUnder,
  toMeasures,
  toModel,
} from '../folded/index.ts';
import type { CreasePattern } from '../creases/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { type Figure, leavesOf, toPackingTask } from '../parts/index.ts';
import { type SheetShape, sheetTitle } from '../sheet/index.ts';
import { BORDER_GROWTHS, type Completed, complete } from './complete.ts';
import { type FoldFault, type FoldedDesign, foldDesign } from './crease.ts';
import { fieldOf } from './field.ts';
import { type Fit, onGrid } from './grid.ts';
import { type Cut, cutSheet } from './polygons.ts';
import { findStarts } from './starts.ts';
import { lengthOfEnd, scaleTree, treeOf } from './tree.ts';

/** A base designed for one figure, verified. Lengths in sheet sides unless said. */
export interface Design extends FoldedDesign {
  readonly done: Completed;
  readonly cut: Cut;
  /** Sheet sides per mm, and the sheet's side in mm. */
  readonly scale: number;
  readonly sideMm: number;
  readonly stubs: number;
  readonly wound: number;
  /** Layers at the thickest branching, and the most over a hundredth of the silhouette. */
  readonly hubLayers: number;
  readonly layersMax: number;
  /** Where a vertex comes nearest to an edge it is not on. */
  readonly nearest: number;
  readonly price: number;
}

export interface Designs {
  /** Side of the least sheet the packings know of, in mm. */
  readonly boundMm: number;
  /** The best that differ, the largest figure first. */
  readonly designs: readonly Design[];
  /** What was tried: placements begun, completed, cut into convex polygons, folded. */
  readonly tried: {
    readonly begun: number;
    readonly completed: number;
    readonly cut: number;
    readonly folded: number;
  };
  readonly faults: Readonly<Partial<Record<FoldFault, number>>>;
}

/** Ends a figure may have for a base of its own. */
export const [LEAST_ENDS, MOST_ENDS] = [3, 14];
/** Shares of its scale a placement is completed at. */
const SHARES = [1, 0.985, 0.96, 0.93, 0.9, 0.86, 0.82];
const GRID_SHARES = [1, 0.985, 0.96, 0.93];
/** Placements completed at most, kept before folding, folded, and offered. */
const [MOST_COMPLETED, MOST_KEPT, MOST_FOLDED, ENOUGH] = [420, 60, 30, 10];
/** What a base's flaws cost, as shares of its scale. */
const COST = { stub: 0.004, wound: 0.01, growth: 0.05, layer: 0.0005, near: 8 };
/** Creases nearer to each other than this cost. */
const NEAR = 0.01;
/** Families of angles that lie on steps of 22.5 degrees. */
const COARSE: readonly AngleFamily[] = ['90', '45', '22.5'];
/** Steps of effort a whole search takes at most: for telling how far it is. */
export const DESIGN_EFFORT = 6 * 60 + 24 * 10 + MOST_COMPLETED + MOST_FOLDED * 60;

export interface DesignOptions {
  readonly seed?: number;
  /** Placements completed at most. */
  readonly completions?: number;
  /** Ends on the rim lie on points of a grid, or all creases on steps of 22.5 degrees; anywhere when left out. */
  readonly fit?: Fit;
  /** Flaps point away from the figure's own branchings, wherever stubs part its limbs. */
  readonly isSeated?: boolean;
  /** Faults of a placement that is still to be folded; those with fewest are folded, whatever their scale. */
  readonly faultsOf?: (placed: Placed) => number;
  /** Whether the ends should lie round the sheet in an order; starts in such an order are looked for first. */
  readonly isWanted?: (round: readonly number[]) => boolean;
  /** Bases folded at most. */
  readonly enough?: number;
  /** Placements to begin with, in the order of `leavesOf`, in place of those looked for; the bound is the best of them. */
  readonly from?: readonly Placement[];
}

/** Ends on the sheet, and how many sheet sides a mm is there. */
interface Placement {
  readonly at: readonly Point[];
  readonly scale: number;
  readonly isWanted?: boolean;
}

/**
 * Bases of its own for a figure of 3 to 14 ends, on any sheet, with or without a mirror line: placements are completed until
 * touching ways cut the sheet into convex polygons, each polygon is filled with a universal molecule, and the layers are
 * ordered by search. Every base is verified; the same figure, seed and effort give the same bases. Fails with a sentence for
 * too few or too many ends, and for a symmetry that the figure or the sheet has not.
 */
export function designBases(
  figure: Figure,
  sheet: SheetShape,
  effort: Effort,
  {
    seed = 1,
    completions = MOST_COMPLETED,
    fit,
    isSeated = false,
    faultsOf = () => 0,
    isWanted,
    enough = ENOUGH,
    from,
  }: DesignOptions = {},
): Outcome<Designs, Issue> {
  const count = leavesOf(figure).length;
  if (count < LEAST_ENDS || count > MOST_ENDS)
    return failed({
      path: 'limbs',
      text: `A base of its own is made for ${LEAST_ENDS} to ${MOST_ENDS} ends, and this figure has ${count}; ${count < LEAST_ENDS ? 'add a limb, or take a base of the atlas' : 'leave some out, or make two flaps of one later'}.`,
    });
  const task = toPackingTask(figure, sheet);
  const isMirrored = figure.symmetry !== 'none';
  const laid = fieldOf(sheet, figure.symmetry);
  if (!laid.ok) return laid;
  const field = laid.value;
  // An end that mirrors none must lie on the mirror line itself.
  const isWhole = leavesOf(figure).every(
    (leaf, i) => figure.onAxis.includes(leaf) || task.pairs.some((p) => p.includes(i)),
  );
  const tree = isMirrored && !isWhole ? undefined : treeOf(figure, task.pairs, isMirrored);
  if (!tree)
    return failed({
      path: 'symmetry',
      text: 'The figure is no mirror image of itself; pair the limbs that mirror each other and hold the others on the mirror line, or fold it without one.',
    });
  const grid = fit === 22.5 ? undefined : fit;
  if (grid !== undefined && (sheet.kind === 'hexagon' || sheet.kind === 'octagon'))
    return failed({
      path: 'sheet',
      text: `A grid is laid on a square, a rectangle or a half-square, not on a ${sheetTitle(sheet).toLowerCase()}; let the ends lie anywhere.`,
    });
  const found = from
    ? done({ bound: Math.max(...from.map((s) => s.scale)), starts: from })
    : findStarts(task, tree, effort, seed, isWanted);
  if (!found.ok) return found;
  const { bound, starts } = found.value;
  const tried = { begun: 0, completed: 0, cut: 0, folded: 0 };
  const completeAll = (
    from: readonly Placement[],
    shares: readonly number[],
    isHeld: boolean,
  ): Candidate[] => {
    let kept: Candidate[] = [];
    const tasks = shares
      .flatMap((share) => from.map((start) => ({ ...start, scale: start.scale * share })))
      .sort((a, b) => Number(b.isWanted ?? false) - Number(a.isWanted ?? false) || b.scale - a.scale);
    const most = tried.begun + completions;
    for (const { scale, at } of tasks) {
      if (tried.begun >= most || !effort.spend(1)) break;
      // What is smaller than all that is kept cannot be worth more.
      if (kept.length >= MOST_KEPT && kept.at(-1)!.faults === 0 && scale < kept.at(-1)!.price) break;
      for (const growth of BORDER_GROWTHS) {
        tried.begun++;
        const completed = complete(scaleTree(tree, scale), at, field, growth, isHeld);
        if (!completed) continue;
        tried.completed++;
        const cut = cutSheet(completed);
        if (!cut) continue;
        tried.cut++;
        const placed = priceOf(completed, cut, scale);
        const candidate = { ...placed, faults: faultsOf(placed) };
        if (kept.some((k) => isSame(k, candidate))) continue;
        kept = [...kept, candidate]
          .sort((a, b) => a.faults - b.faults || b.price - a.price)
          .slice(0, MOST_KEPT);
      }
    }
    return kept;
  };
  let kept = completeAll(starts, SHARES, false);
  if (grid !== undefined) {
    const gridded = kept.flatMap(({ done: free, scale }) => {
      const own = onGrid({ at: free.at.slice(0, free.wanted), scale }, scaleTree(tree, scale), field, grid);
      return own ? [own] : [];
    });
    kept = completeAll(gridded, GRID_SHARES, true);
  }
  const faults: Partial<Record<FoldFault, number>> = {};
  let designs: Design[] = [];
  for (const candidate of kept.slice(0, MOST_FOLDED)) {
    if (designs.length >= enough || !effort.spend(60)) break;
    const folded = foldDesign(candidate.done, candidate.cut, sheet, effort, Infinity, isSeated);
    if (typeof folded === 'string') {
      faults[folded] = (faults[folded] ?? 0) + 1;
      continue;
    }
    tried.folded++;
    if (fit === 22.5 && !COARSE.includes(angleFamilyOf(folded.state))) continue;
    designs = [...designs, measure(candidate, folded)].sort((a, b) => b.price - a.price);
  }
  return done({ boundMm: 1 / bound, designs, tried, faults });
}

/** The same design folded narrower, everything within so much of its axis (sheet sides); undefined where it does not fold. */
export function narrowDesign(
  design: Design,
  sheet: SheetShape,
  narrow: number,
  isSeated = false,
): Design | undefined {
  const effort = buildEffort(NARROW_EFFORT);
  const folded = foldDesign(design.done, design.cut, sheet, effort, narrow, isSeated);
  return typeof folded === 'string' ? undefined : measure(design, folded);
}
const NARROW_EFFORT = 2000;

export type Placed = Pick<Design, 'done' | 'cut' | 'scale' | 'stubs' | 'wound' | 'price'>;
type Candidate = Placed & { readonly faults: number };

function priceOf(completed: Completed, cut: Cut, scale: number): Placed {
  const stubs = completed.at.length - completed.wanted;
  const wound = cut.polygons.filter((p) => p.isWound).length;
  const growth = Math.max(0, ...completed.growth);
  const price = scale * (1 - COST.stub * stubs - COST.wound * wound - COST.growth * growth);
  return { done: completed, cut, scale, stubs, wound, price };
}

const isSame = (a: Candidate, b: Candidate): boolean =>
  a.stubs === b.stubs &&
  a.faults === b.faults &&
  Math.abs(a.price - b.price) < 1e-6 * a.price &&
  Math.abs(a.scale - b.scale) < 1e-6 * a.scale;

function measure(candidate: Placed, folded: FoldedDesign): Design {
  const map = buildArrangement(folded.state);
  const { layersMax } = toMeasures(folded.state, map);
  const nearest = nearestCreases(folded.pattern);
  const near = Math.max(0, NEAR - nearest);
  return {
    ...candidate,
    ...folded,
    sideMm: 1 / candidate.scale,
    hubLayers: hubLayersOf(candidate.done, candidate.cut, folded.state, map),
    layersMax,
    nearest,
    price: candidate.price * (1 - COST.layer * layersMax - COST.near * near),
  };
}

/** Layers about the branchings: the most that lie over each other a little off where a limb is rooted. */
function hubLayersOf({ tree, at }: Completed, { contacts }: Cut, state: FlatState, map: Arrangement): number {
  let most = 0;
  // Between two ends that touch the paper runs along their way: the root lies as far from the tip as its limb is long.
  for (const [i, j] of contacts.flatMap(([a, b]) => [
    [a, b],
    [b, a],
  ]) as [number, number][]) {
    const root = toModel(state, between(at[i]!, at[j]!, lengthOfEnd(tree, i) / distance(at[i]!, at[j]!)));
    if (!root) continue;
    for (let k = 0; k < PROBES; k++) {
      const angle = (2 * Math.PI * (k + 0.31)) / PROBES;
      const probe: Point = [root[0] + PROBE * Math.cos(angle), root[1] + PROBE * Math.sin(angle)];
      most = Math.max(most, layersUnder(map, probe).length);
    }
  }
  return most;
}
const [PROBES, PROBE] = [16, 2e-3];

function nearestCreases({ vertices, edges }: CreasePattern): number {
  let nearest = Infinity;
  for (const { a, b } of edges) {
    const [p, q] = [vertices[a]!, vertices[b]!];
    const along = subtract(q, p);
    const size = Math.hypot(...along);
    vertices.forEach((v, i) => {
      if (i === a || i === b) return;
      const w = subtract(v, p);
      const t = Math.max(0, Math.min(1, dot(w, along) / (size * size)));
      nearest = Math.min(nearest, distance(v, [p[0] + along[0] * t, p[1] + along[1] * t]));
    });
  }
  return nearest;
}
