import type { FoldedBase } from '../bases/index.ts';
import { type Effort } from '../effort/index.ts';
import {
  type Point,
  add,
  areaOf,
  distance,
  dot,
  scale,
  subtract,
  toUnit,
  tolerance,
} from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import {
  type BaseMatch,
  type Figure,
  type LimbMatch,
  leavesOf,
  limbsOf,
  matchBase,
  taskOfFigure,
} from '../parts/index.ts';
import { cornersOf, edgesOf } from '../sheet/index.ts';
import { baseOfDesign } from './base.ts';
import { type Bundle, bundle, bundlesFor, endOfBundle } from './bundles.ts';
import { MOST_ENDS, designBases } from './design.ts';
import { type OfferedBase, offerOf } from './offer.ts';

/** A base is made to serve more limbs by splitting flaps it has, or by adding strips along two edges at their corners. */
type PartingWay = 'split' | 'graft';

/** One way a base with too few flaps can serve a figure all the same. */
export interface PartedBase {
  readonly way: PartingWay;
  /** Which ends come from one flap, by the names of their limbs. */
  readonly bundles: readonly { readonly limbs: readonly string[]; readonly flapTip: string }[];
  /** The sheet it asks for by arithmetic, and what of its side is strips added to the base's, in mm. */
  readonly plannedMm: number;
  readonly stripMm: number;
  /** The pattern, folded and verified, from the ends where the base has them; missing where none came of it. */
  readonly offer?: OfferedBase;
}

/** Ways whose pattern is tried, and bases folded of each. */
const [MOST_TRIED, ENOUGH] = [2, 1];
/** Steps of effort one base takes at most. */
export const PARTING_EFFORT = 2 * MOST_TRIED * (80 + 30 * 60);

/** A way with the places its ends have on the sheet, in sheet sides. */
interface Planned {
  readonly told: PartedBase;
  readonly at: ReadonlyMap<string, Point>;
}

/**
 * How a base with too few flaps can serve a figure: two or three ends that part at one node come from one flap, which is
 * split, or given strips along both edges at its corner. Of each way the one on the least sheet that folds is offered, with
 * its pattern. Fails with a sentence where the base has flaps enough, or no set of ends can share one.
 *
 * Arithmetic: a flap of length M about its tip may place an end of length a at p from the tip where p + a <= M (so it is as
 * far from all other ends as the tip was), and ends a and b apart by a + b. On the two edges of a square corner that gives
 * M = (1 + sqrt 2) a for two equal ends, and 3 a for three, the shortest at the corner itself.
 */
export function partBase(
  figure: Figure,
  folded: FoldedBase,
  effort: Effort,
): Outcome<readonly PartedBase[], Issue> {
  const { flaps, base } = folded;
  const fault = (text: string): Outcome<never, Issue> => failed({ path: 'limbs', text });
  const ends = leavesOf(figure).length;
  if (ends > MOST_ENDS)
    return fault(
      `Flaps are split for figures of at most ${MOST_ENDS} ends, and this one has ${ends}; leave some out, or split them in a second step.`,
    );
  const plain = matchBase(folded, taskOfFigure(figure, limbsOf(figure, [])));
  if (plain.missingFlaps === 0)
    return fault(`The ${base.name.toLowerCase()} has a flap for every limb; nothing need be split.`);
  if (flaps.length === 0) return fault(`The ${base.name.toLowerCase()} has no free flap to split.`);
  const planned = bundlesFor(figure, flaps.length).flatMap((set) => [
    ...planSplit(figure, folded, set),
    ...planGraft(figure, folded, set),
  ]);
  if (planned.length === 0)
    return fault(
      `No two or three ends that part at one place can share a flap of the ${base.name.toLowerCase()} so that ${flaps.length} are enough; take a base of its own.`,
    );
  const found = (['split', 'graft'] as const).flatMap((way): PartedBase[] => {
    const own = planned.filter(({ told }) => told.way === way);
    const least = own.sort((a, b) => a.told.plannedMm - b.told.plannedMm).slice(0, MOST_TRIED);
    const tried = least.map((p): PartedBase => {
      const offer = foldFrom(figure, folded, p, effort);
      return offer ? { ...p.told, offer } : p.told;
    });
    const best = tried.find((t) => t.offer) ?? tried[0];
    return best ? [best] : [];
  });
  return done(found);
}

/** Folds a base with its ends where the plan has them, as far as its polygons let them lie there. */
function foldFrom(
  figure: Figure,
  { base }: FoldedBase,
  { told, at: places }: Planned,
  effort: Effort,
): OfferedBase | undefined {
  const free: Figure = { ...figure, symmetry: 'none' };
  const at = leavesOf(free).map((leaf) => places.get(leaf)!);
  const found = designBases(free, base.sheet, effort, {
    from: [{ at, scale: 1 / told.plannedMm }],
    enough: ENOUGH,
  });
  const design = found.ok ? found.value.designs[0] : undefined;
  const id = `${told.way}-${base.id}`;
  const name = `${base.name}, ${WORDS[told.way]}`;
  const made = design && baseOfDesign(design, leavesOf(free), { id, name });
  return design && made && offerOf(free, design, made, []);
}
const WORDS: Readonly<Record<PartingWay, string>> = { split: 'flaps split', graft: 'strips grafted' };

/** The rays an end may be moved along from a tip, and the tip itself: along the edges it lies on, or across its flap. */
interface Spread {
  readonly tip: Point;
  readonly along: readonly [Point, Point];
  readonly isCorner: boolean;
}

function spreadAt({ base, flaps }: FoldedBase, tipName: string): Spread {
  const { tipOnSheet: tip, inward } = flaps.find((f) => f.tip === tipName)!;
  const outline = cornersOf(base.sheet).map((c) => c.at);
  const corner = outline.findIndex((c) => distance(c, tip) < tolerance.alike);
  if (corner >= 0) {
    const n = outline.length;
    const [next, last] = [outline[(corner + 1) % n]!, outline[(corner + n - 1) % n]!];
    return { tip, along: [toUnit(subtract(next, tip)), toUnit(subtract(last, tip))], isCorner: true };
  }
  const edge = edgesOf(base.sheet).find(
    ({ from, to }) => Math.abs(areaOf([from, to, tip])) < tolerance.alike,
  );
  const along: Point = edge ? toUnit(subtract(edge.to, edge.from)) : [-inward[1], inward[0]];
  return { tip, along: [along, scale(along, -1)], isCorner: false };
}

/** The least M for ends of these lengths about a tip whose rays include an angle of this cosine. */
function needOf(lengths: readonly number[], cosine: number): number {
  const [a, b, c] = inPlace(lengths);
  const isRoom = (m: number): boolean => {
    const [p, q] = [m - a, m - b];
    return p * p + q * q - 2 * p * q * cosine >= (a + b) ** 2 && (c === 0 || (p >= a + c && q >= b + c));
  };
  let [low, high] = [Math.max(a, b), 100 * (a + b + c)];
  for (let i = 0; i < HALVINGS; i++) {
    const middle = (low + high) / 2;
    if (isRoom(middle)) high = middle;
    else low = middle;
  }
  return high;
}
const HALVINGS = 60;

/** The longer two, one for each ray, and the shortest of three for the tip itself; 0 for none. */
function inPlace(lengths: readonly number[]): [number, number, number] {
  const [a, b, c] = [...lengths].sort((p, q) => q - p);
  return [a!, b!, c ?? 0];
}

const cosineOf = ({ along: [u, v] }: Spread): number => dot(u, v);
const reachOf = (b: Bundle, cosine: number): number => needOf(b.lengthsMm, cosine);

/** Places of a bundle's ends about a tip, for a flap of M there, all in mm. */
function placesOf(b: Bundle, { along: [u, v] }: Spread, tip: Point, m: number): [string, Point][] {
  const order = b.leaves.map((leaf, i) => ({ leaf, size: b.lengthsMm[i]! })).sort((p, q) => q.size - p.size);
  return order.map(({ leaf, size }, i) => [leaf, i === 2 ? tip : add(tip, scale(i === 0 ? u : v, m - size))]);
}

function planSplit(figure: Figure, folded: FoldedBase, set: readonly Bundle[]): Planned[] {
  // Ends beside each other on one edge ask for less than about a corner; which flap they get is known only afterwards.
  const corners = folded.flaps.map((f) => spreadAt(folded, f.tip));
  return [-1, Math.max(-1, ...corners.map(cosineOf))].flatMap((cosine): Planned[] => {
    const merged = bundle(figure, set, (b) => reachOf(b, cosine));
    const match = serve(merged, folded);
    const side = match?.sideMm;
    if (!match || side === undefined) return [];
    const own = set.map((b) => ({ b, flap: flapFor(match, endOfBundle(b))! }));
    if (own.some(({ flap }) => !flap || cosineOf(spreadAt(folded, flap.flapTip)) > cosine + 1e-9)) return [];
    const places = own.flatMap(({ b, flap }) => {
      const spread = spreadAt(folded, flap.flapTip);
      return placesOf(b, spread, scale(spread.tip, side), reachOf(b, cosineOf(spread)));
    });
    return [planOf('split', figure, folded, match, places, own, side, 0)];
  });
}

/** Strips along both edges at each corner whose flap is to end in several: the flap itself keeps its length. */
function planGraft(figure: Figure, folded: FoldedBase, set: readonly Bundle[]): Planned[] {
  if (folded.base.sheet.kind !== 'square' || !set.every((b) => b.isWhole)) return [];
  const match = serve(
    bundle(figure, set, () => 0),
    folded,
  );
  const side = match?.sideMm;
  if (!match || side === undefined) return [];
  const own = set.map((b) => ({ b, flap: flapFor(match, b.node)! }));
  if (own.some(({ flap }) => !flap || !spreadAt(folded, flap.flapTip).isCorner)) return [];
  // What lies beyond the old corner to the left, right, below and above.
  const beyond = { left: 0, right: 0, below: 0, above: 0 };
  const strips = own.map(({ b, flap }) => {
    const { tip, along } = spreadAt(folded, flap.flapTip);
    const m = reachOf(b, 0);
    const [x, y] = [
      tip[0] < 0.5 ? ('left' as const) : ('right' as const),
      tip[1] < 0.5 ? ('below' as const) : ('above' as const),
    ];
    beyond[x] = Math.max(beyond[x], m);
    beyond[y] = Math.max(beyond[y], m);
    return { b, along, x, y, m };
  });
  const stripMm = Math.max(beyond.left + beyond.right, beyond.below + beyond.above);
  const whole = side + stripMm;
  // Where one direction asks for less, its paper over is put beyond the base, away from the strips.
  const moved = (p: Point): Point => [
    p[0] * side + (beyond.left > 0 ? beyond.left : stripMm - beyond.right),
    p[1] * side + (beyond.below > 0 ? beyond.below : stripMm - beyond.above),
  ];
  const places = strips.flatMap(({ b, along, x, y, m }) => {
    const corner: Point = [x === 'left' ? 0 : whole, y === 'below' ? 0 : whole];
    return placesOf(b, { tip: corner, along: along as [Point, Point], isCorner: true }, corner, m);
  });
  const planned = planOf('graft', figure, folded, match, places, own, whole, stripMm);
  const others = match.assignment.map((a): [string, Point] => [
    a.limb.id,
    scale(moved(tipOf(folded, a.flapTip)), 1 / whole),
  ]);
  return [{ ...planned, at: new Map([...others, ...planned.at]) }];
}

const tipOf = ({ flaps }: FoldedBase, tip: string): Point => flaps.find((f) => f.tip === tip)!.tipOnSheet;

function planOf(
  way: PartingWay,
  figure: Figure,
  folded: FoldedBase,
  match: BaseMatch,
  places: readonly [string, Point][],
  own: readonly { readonly b: Bundle; readonly flap: LimbMatch }[],
  plannedMm: number,
  stripMm: number,
): Planned {
  const names = new Map(limbsOf(figure, []).map((l) => [l.id, l.name]));
  const others =
    way === 'split'
      ? match.assignment.map((a): [string, Point] => [a.limb.id, tipOf(folded, a.flapTip)])
      : [];
  return {
    told: {
      way,
      bundles: own.map(({ b, flap }) => ({
        limbs: b.leaves.map((leaf) => names.get(leaf)!),
        flapTip: flap.flapTip,
      })),
      plannedMm,
      stripMm,
    },
    at: new Map([...others, ...places.map(([leaf, p]): [string, Point] => [leaf, scale(p, 1 / plannedMm)])]),
  };
}

function serve(merged: Figure, folded: FoldedBase): BaseMatch | undefined {
  if (leavesOf(merged).length > folded.flaps.length) return undefined;
  const match = matchBase(folded, taskOfFigure(merged, limbsOf(merged, [])));
  return match.missingFlaps === 0 && match.left.length === 0 ? match : undefined;
}

const flapFor = (match: BaseMatch, leaf: string): LimbMatch | undefined =>
  match.assignment.find((a) => a.limb.id === leaf);
