import { type CreasePattern, buildPattern, foldPattern } from '../creases/index.ts';
import { type Effort, buildEffort } from '../effort/index.ts';
import { type FlatState, checkState } from '../folded/index.ts';
import { checkVertices } from '../flatness/index.ts';
import { type Point, cross, distance, dot, subtract, toUnit } from '../geometry/index.ts';
import { foldedOnly, listPairs, prepareLayers, searchOrder, stateOf } from '../layers/index.ts';
import { type MoleculeTree, creasesOf } from '../molecule/index.ts';
import { type SheetShape, outlineOf } from '../sheet/index.ts';
import type { Completed } from './complete.ts';
import type { Cut } from './polygons.ts';
import { alongAxis, branchingsOf } from './tree.ts';

/** Steps of the layer search for one way of hanging the tree. */
const ORDER_EFFORT = 60_000;
/** The largest move that takes the rounding of molecule events out of a pattern is forty times this, in sheet sides. */
const EVENT = 2e-8;
/** Tips lie on the axis, each at its place, to within this. */
const ON_AXIS = 1e-7;
const CLOSURE = 1e-11;

/** A completed placement folded. */
export interface FoldedDesign {
  readonly pattern: CreasePattern;
  readonly state: FlatState;
  /** Where the nodes of the tree lie along the axis. */
  readonly along: Float64Array;
}

/** Why a completed placement gave no base. */
export type FoldFault = 'creases' | 'angles' | 'order' | 'unproved' | 'axis' | 'laws';

/**
 * The creases of all polygons (universal molecules), the order of their layers by search, and the folded state made from
 * the facets. Where the search proves that no order exists, the tree is hung from one branching after the other.
 * What is found is checked: vertices, closure, laws by the independent checker, every tip at its place on the axis.
 */
export function foldDesign(
  done: Completed,
  cut: Cut,
  sheet: SheetShape,
  effort: Effort,
  /** So wide the base is at most from its axis; what is wider is folded to and fro. */
  narrow = Infinity,
  /** Flaps point away from the figure's own branchings, wherever stubs part its limbs. */
  isSeated = false,
): FoldedDesign | FoldFault {
  const { tree } = done;
  const branchings = branchingsOf(tree);
  const spines = isSeated ? [branchingsOf(tree, done.wanted)] : [branchings, ...branchings.map((n) => [n])];
  let fault: FoldFault = 'order';
  for (const spine of spines) {
    const along = alongAxis(tree, spine);
    const pattern = patternOf(done, cut, sheet, along, narrow);
    if (!pattern) return 'creases';
    if (!effort.spend(pattern.facets.length)) return fault;
    const folded = orderOf(pattern, sheet);
    if (typeof folded === 'string') {
      fault = folded;
      if (folded === 'order') continue;
      return folded;
    }
    const made = { ...folded, along };
    if (!liesOnAxis(done, made)) return 'axis';
    // A state too fine to be cut into cells cannot be checked, so it is none.
    return unlessBroken(() => checkState(made.state))?.length === 0 ? made : 'laws';
  }
  return fault;
}

/** Creases of all polygons on the sheet, without senses; undefined where a polygon cannot be creased. */
function patternOf(
  { tree, at }: Completed,
  { polygons, contacts }: Cut,
  sheet: SheetShape,
  along: Float64Array,
  narrow: number,
): CreasePattern | undefined {
  const named: MoleculeTree = {
    // By number: a node of the figure may bear any name.
    edges: tree.edges.map(({ a, b, length }) => ({ from: String(a), to: String(b), length })),
    along: Object.fromEntries(tree.names.map((_, i) => [String(i), along[i]!])),
  };
  const rim = outlineOf(sheet);
  const segments: { from: Point; to: Point; isRim: boolean }[] = rim.map((from, i) => ({
    from,
    to: rim[(i + 1) % rim.length]!,
    isRim: true,
  }));
  const isOnRim = (p: Point, q: Point): boolean =>
    rim.some((from, i) => {
      const side = toUnit(subtract(rim[(i + 1) % rim.length]!, from));
      return [p, q].every((x) => Math.abs(cross(side, subtract(x, from))) < 1e-9);
    });
  for (const [i, j] of contacts)
    if (!isOnRim(at[i]!, at[j]!)) segments.push({ from: at[i]!, to: at[j]!, isRim: false });
  for (const { ends } of polygons) {
    const tips = ends.map((e) => ({ at: at[e]!, leaf: String(tree.ends[e]!) }));
    const creases = unlessBroken(() => creasesOf(tips, named, narrow));
    if (!creases) return undefined;
    for (const { from, to } of creases) segments.push({ from, to, isRim: false });
  }
  const built = buildPattern({
    vertices: segments.flatMap((s) => [s.from, s.to]),
    edges: segments.map((s, k) => ({
      a: 2 * k,
      b: 2 * k + 1,
      assignment: s.isRim ? ('B' as const) : ('U' as const),
    })),
  });
  return built.ok ? unlessBroken(() => foldedOnly(built.value)) : undefined;
}

/** Molecules keep promises that a placement found by rounding steps may miss by a hair: then there is no pattern. */
function unlessBroken<T>(make: () => T): T | undefined {
  try {
    return make();
  } catch (fault) {
    if (fault instanceof Error && fault.message.startsWith('broken promise')) return undefined;
    throw fault;
  }
}

function orderOf(raw: CreasePattern, sheet: SheetShape): Omit<FoldedDesign, 'along'> | FoldFault {
  const prepared = prepareLayers(raw, EVENT);
  if (prepared.kind !== 'ready') return 'angles';
  const { pattern, problem } = prepared;
  if (checkVertices(pattern, 1e-12).some((v) => v.reasons.length > 0)) return 'angles';
  if (foldPattern(pattern).closure > CLOSURE) return 'angles';
  const found = searchOrder(problem, buildEffort(ORDER_EFFORT));
  if (found.kind === 'none') return 'order';
  if (found.kind === 'gaveUp') return 'unproved';
  return { pattern, state: stateOf(sheet, pattern, listPairs(problem, found.above)) };
}

/** Every tip lies on one line, as far from the first as the tree says. */
function liesOnAxis({ tree, at }: Completed, { pattern, along }: FoldedDesign): boolean {
  const { vertices } = foldPattern(pattern);
  const image = at.map((p) => vertices[nearest(pattern.vertices, p)]!);
  const place = tree.ends.map((tip) => along[tip]!);
  const far = place.reduce(
    (best, x, i) => (Math.abs(x - place[0]!) > Math.abs(place[best]! - place[0]!) ? i : best),
    0,
  );
  const span = place[far]! - place[0]!;
  // All flaps of a star lie on each other: any direction will do, from the root to the tip.
  if (Math.abs(span) < 1e-9) return image.every((p) => distance(p, image[0]!) < ON_AXIS);
  const axis = toUnit(subtract(image[far]!, image[0]!));
  return image.every((p, i) => {
    const w = subtract(p, image[0]!);
    return (
      Math.abs(cross(axis, w)) < ON_AXIS &&
      Math.abs(dot(axis, w) - Math.sign(span) * (place[i]! - place[0]!)) < ON_AXIS
    );
  });
}

const nearest = (vertices: readonly Point[], p: Point): number =>
  vertices.reduce((best, v, i) => (distance(v, p) < distance(vertices[best]!, p) ? i : best), 0);
