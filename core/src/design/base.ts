import { type DesignedFlap, type FoldedBase, collapsedBase, tryFoldBase } from '../bases/index.ts';
import { MOST_CREASES } from '../kinds/index.ts';
import { type FlatState, facetOnSheet, foldsOf, paperOfFlap, toModel } from '../folded/index.ts';
import { type Point, add, areaOf, centroidOf, distance, scale, subtract, toUnit } from '../geometry/index.ts';
import type { Design, Placed } from './design.ts';
import { BY_HUB, type Picks, countMisplaced, foldAs, stackedState } from './stacked.ts';
import { branchingsOf, degreesOfOwn, lengthOfEnd, rootOfEnd, waysIn, wayBetween } from './tree.ts';

/**
 * A design as a base of the atlas is: one collapse, with the flaps it was designed to have. Undefined where a flap runs
 * straight to nowhere, is not free, or the engine refuses the collapse.
 */
export function baseOfDesign(
  design: Design,
  names: readonly string[],
  naming: BaseNaming,
): FoldedBase | undefined {
  const designed = flapsOfDesign(design, names);
  return designed && collapseTo(design.state, designed, naming, []);
}

export interface BaseNaming {
  readonly id: string;
  readonly name: string;
}

/** A design whose flaps are laid side by side at each hub, in the order in which they lie round the sheet. */
export interface StackedDesign {
  readonly design: Design;
  readonly designed: readonly DesignedFlap[];
  readonly state: FlatState;
  /** Layers of its flaps that lie between those of others all the same. */
  readonly misplaced: number;
}

/** Lays the flaps of a design side by side as far as the paper allows, beginning with one. Undefined as for a base. */
export function stackDesign(
  design: Design,
  names: readonly string[],
  outermost: string,
): StackedDesign | undefined {
  const own = flapsOfDesign(design, names);
  if (!own) return undefined;
  const pages = pagesOf(design, own, outermost);
  const state = stackedState(design, pages) ?? design.state;
  return { design, designed: roundSheet(own, outermost), state, misplaced: countMisplaced(state, pages) };
}

/** The base of a stacked design, and the layers that are misplaced as it came to be folded. */
export function baseOfStack(
  { design, designed, state }: StackedDesign,
  naming: BaseNaming,
): { readonly folded: FoldedBase; readonly misplaced: number } | undefined {
  const folded = foldAs(state, (picks) => collapseTo(state, designed, naming, picks));
  return (
    folded && {
      folded,
      misplaced: countMisplaced(folded.state, pagesOf(design, designed, designed[0]!.leaf)),
    }
  );
}

function flapsOfDesign(design: Design, names: readonly string[]): DesignedFlap[] | undefined {
  const designed = names.flatMap((leaf, i) => flapOf(design, leaf, i) ?? []);
  if (designed.length < names.length) return undefined;
  const areFree = designed.every((flap, i) => isFree(design.state, flap, endsBeside(design, i, flap.length)));
  return areFree ? designed : undefined;
}

/** Collapses the open sheet into a state, as the engine does it. */
function collapseTo(
  state: FlatState,
  designed: readonly DesignedFlap[],
  { id, name }: BaseNaming,
  picks: Picks,
): FoldedBase | undefined {
  const creases = foldsOf(state).map(({ from, to, sense }) => ({ from, to, sense }));
  if (creases.length > MOST_CREASES) return undefined;
  const areas = state.facets.map((_, f) => Math.abs(areaOf(facetOnSheet(state, f))));
  const anchor = centroidOf(facetOnSheet(state, areas.indexOf(Math.max(...areas))));
  return tryFoldBase(collapsedBase({ id, name, sheet: state.sheet, creases, anchor, designed, picks }));
}

/** Flaps in the order in which their tips lie round the middle of all, beginning with one. */
export function roundSheet<T extends Pick<DesignedFlap, 'leaf' | 'tip'>>(
  flaps: readonly T[],
  first?: string,
): T[] {
  const middle = [0, 1].map((a) => flaps.reduce((s, d) => s + d.tip[a]!, 0) / flaps.length);
  const angle = ({ tip }: T): number => Math.atan2(tip[1] - middle[1]!, tip[0] - middle[0]!);
  const round = [...flaps].sort((a, b) => angle(a) - angle(b));
  const at = Math.max(
    0,
    round.findIndex((f) => f.leaf === first),
  );
  return [...round.slice(at), ...round.slice(0, at)];
}

/** Flaps with what fills the sheet by a hub, which is a page of the stack as well. */
function pagesOf(design: Design, designed: readonly DesignedFlap[], first?: string): DesignedFlap[] {
  const { done, cut } = design;
  const fillers = fillersByHubs(design).flatMap(({ end }): DesignedFlap[] => {
    const pair = cut.contacts.find((c) => c.includes(end));
    if (!pair) return [];
    const tip = done.at[end]!;
    const inward = toUnit(subtract(done.at[pair[0] === end ? pair[1] : pair[0]]!, tip));
    return [{ leaf: '', tip, inward, length: lengthOfEnd(done.tree, end) }];
  });
  return roundSheet([...designed, ...fillers], first);
}

/**
 * Ends that are none of the figure's and hang on one of its branchings, or so near to it that they stay when a flap is
 * turned; unless they are too short to lie in the way. With the branching, by its number.
 */
export function fillersByHubs({ done: { tree, wanted } }: Placed): Filler[] {
  const ways = waysIn(tree);
  const hubs = branchingsOf(tree, wanted);
  return tree.ends.flatMap((_, end) => {
    if (end < wanted || lengthOfEnd(tree, end) <= SHORT) return [];
    const far = ways[rootOfEnd(tree, end)]!;
    const hub = hubs.reduce((a, b) => (far[b]! < far[a]! ? b : a));
    return far[hub]! < BY_HUB ? [{ end, hub, isAtHub: far[hub]! < 1e-6 }] : [];
  });
}
const SHORT = 0.012;

interface Filler {
  readonly end: number;
  readonly hub: number;
  readonly isAtHub: boolean;
}

/** The flap of an end: to whichever end it touches, the paper runs straight from its tip to where its limb parts. */
function flapOf(
  { done: { tree, at, wanted }, cut, along }: Design,
  leaf: string,
  end: number,
): DesignedFlap | undefined {
  const ways = waysIn(tree);
  const tip = tree.ends[end]!;
  // The limb ends at the first node of the figure's own tree: stubs part it, but not the figure.
  const degrees = degreesOfOwn(tree, wanted);
  let best: DesignedFlap | undefined;
  for (const pair of cut.contacts) {
    if (!pair.includes(end)) continue;
    const other = pair[0] === end ? pair[1] : pair[0];
    const nodes = wayBetween(tree, ways, tip, tree.ends[other]!);
    let straight = 1;
    const rise = Math.sign(along[nodes[1]!]! - along[tip]!);
    while (
      straight + 1 < nodes.length &&
      degrees[nodes[straight]!] === 2 &&
      Math.sign(along[nodes[straight + 1]!]! - along[nodes[straight]!]!) === rise
    )
      straight++;
    const length = ways[tip]![nodes[straight]!]!;
    if (best && best.length >= length - 1e-9) continue;
    best = { leaf, tip: at[end]!, inward: toUnit(subtract(at[other]!, at[end]!)), length };
  }
  return best;
}

/** Ends that do not hang on the limb of this one: stubs that do go with its flap. */
function endsBeside({ done: { tree, at } }: Design, end: number, length: number): Point[] {
  const ways = waysIn(tree);
  const tip = tree.ends[end]!;
  return at.filter((_, i) => i !== end && ways[tip]![rootOfEnd(tree, i)]! > length - 1e-9);
}

/** Beyond its root the paper of a flap hangs together with no other end. */
function isFree(state: FlatState, { tip, inward, length }: DesignedFlap, ends: readonly Point[]): boolean {
  const [at, root] = [tip, add(tip, scale(inward, length))].map((p) => toModel(state, p));
  if (!at || !root || Math.abs(distance(at, root) - length) > 1e-6) return false;
  const ray = { onSheet: tip, tip: at, along: toUnit(subtract(root, at)) };
  const within = paperOfFlap(state, ray, length);
  if (!within) return false;
  return [...within.part].every((i) =>
    within.mesh.pieces[i]!.loop.every((v) => {
      const p = within.mesh.vertices[v]!;
      return within.mesh.onLine[v] || ends.every((e) => distance(e, p) > 1e-7);
    }),
  );
}
