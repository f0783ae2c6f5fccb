import {
  type Line,
  type Point,
  add,
  apply,
  between,
  centroidOf,
  clipTo,
  cross,
  distance,
  dot,
  inverse,
  length,
  lineAlong,
  lineThrough,
  mirrorPoint,
  scale,
  sideOf,
  subtract,
  toUnit,
  turnBy,
  tolerance,
  isSamePoint,
} from '../geometry/index.ts';
import {
  type CreaseSense,
  type FlatState,
  type Refusal,
  facetOnModel,
  facetOnSheet,
  facetsAt,
  foldsOf,
  toModel,
} from '../folded/index.ts';
import { type Outcome, done, failed } from '../outcome/index.ts';
import type { Picks } from './lay.ts';
import { type RefoldCrease, lineCrease } from './creases.ts';
import { type RefoldRequest, type Settle, listRefolds, refold } from './refold.ts';
import type { MoveResult } from './result.ts';

/** A flap of two layers opened and pressed flat: its ridge from the apex comes to lie on another ray. */
export interface SquashRequest {
  /** Material points: where the ridge begins, a point of the hinge line, a point of the ridge. */
  readonly apex: Point;
  readonly hinge: Point;
  readonly ridge: Point;
  /** Where in the model the ridge shall lie: a point of the ray from the apex; the hinge for a symmetric squash. */
  readonly to: Point;
  /** Material points of the layers that turn over the hinge and of those that stay, next to the ridge. */
  readonly front: readonly Point[];
  readonly back: readonly Point[];
  readonly side: 'front' | 'behind';
  readonly picks?: Picks;
  readonly step: string;
}

const lost = (text: string): { ok: false; fault: Refusal } => failed({ kind: 'reference', text });

/**
 * Squash, symmetric or not. With the hinge at angle 0, the ridge at theta and its landing at phi, the front layer turns
 * over the hinge and is creased at (theta - phi)/2, the back layer stays and is creased at (theta + phi)/2.
 */
export function squash(state: FlatState, request: SquashRequest): Outcome<MoveResult, Refusal> {
  const made = squashOnce(state, request);
  if (made.ok) return made;
  const { front, back } = request;
  if (squashOnce(state, { ...request, front: back, back: front }).ok)
    return failed({
      ...made.fault,
      text: 'The layers of the squash are the wrong way round: the one that turns over the hinge was given as the one that stays. Choose them in the other order.',
    });
  const layers = otherLayers(state, back[0], [...front, ...back]);
  const fits = layers.find(({ at }) => squashOnce(state, { ...request, back: [at] }).ok);
  return fits
    ? failed({
        ...made.fault,
        text: `With that layer staying the flap cannot be squashed; it can with ${fits.words}: choose that one.`,
      })
    : made;
}

/** Other layers that lie with a material point, with the words that tell which: counted from the top, or from behind. */
function otherLayers(
  state: FlatState,
  point: Point | undefined,
  own: readonly Point[],
): { at: Point; words: string }[] {
  const f = point && facetsAt(state, point)[0];
  if (f === undefined) return [];
  const n = state.facets.length;
  const taken = new Set(own.flatMap((p) => facetsAt(state, p)));
  const stack = state.facets
    .flatMap((_, g) => (g === f || state.order[f * n + g] !== 0 ? [g] : []))
    .sort((a, b) => state.order[b * n + a]! - state.order[a * n + b]!);
  return stack.flatMap((g, i) =>
    taken.has(g)
      ? []
      : [
          {
            at: centroidOf(facetOnSheet(state, g)),
            words: `layer ${i + 1} from the top of the ${stack.length} there`,
          },
        ],
  );
}

/** Every result a squash can have. */
export const listSquashes = (state: FlatState, request: SquashRequest): Outcome<MoveResult[], Refusal> =>
  squashWith(state, { ...request, picks: [] }, listRefolds);

const squashOnce = (state: FlatState, request: SquashRequest): Outcome<MoveResult, Refusal> =>
  squashWith(state, request, refold);

function squashWith<R>(state: FlatState, request: SquashRequest, settle: Settle<R>): Outcome<R, Refusal> {
  const [apex, hinge, ridge] = [request.apex, request.hinge, request.ridge].map((p) => toModel(state, p));
  if (!apex || !hinge || !ridge) return lost('A point of the squash lies off the sheet; choose it again.');
  const base = subtract(hinge, apex);
  if (
    length(base) < tolerance.alike ||
    isSamePoint(ridge, apex, tolerance.alike) ||
    isSamePoint(request.to, apex, tolerance.alike)
  )
    return lost('Two points of the squash lie on each other now; choose points that lie apart.');
  const [theta, phi] = [angleFrom(base, subtract(ridge, apex)), angleFrom(base, subtract(request.to, apex))];
  const rayAt = (degrees: number): Point => turnBy(base, degrees);
  const onFront = rayAt((theta - phi) / 2);
  const onBack = rayAt((theta + phi) / 2);
  const backFacet = request.back[0] && facetsAt(state, request.back[0])[0];
  const still = backFacet !== undefined && insideWedge(state, backFacet, apex, base, onBack);
  if (!still)
    return lost('The layer that stays does not lie between hinge and ridge; choose the flap’s other layer.');
  const along = subtract(request.ridge, request.apex);
  const creases: RefoldCrease[] = [
    lineCrease(lineAlong(apex, base), request.front),
    lineCrease(lineAlong(apex, onFront), request.front),
    lineCrease(lineAlong(apex, onBack), request.back),
    {
      frame: 'sheet',
      from: request.apex,
      to: add(request.apex, scale(toUnit(along), 3)),
      on: [...request.front, ...request.back],
      wish: 'flat',
    },
  ];
  const landing = add(apex, scale(toUnit(subtract(request.to, apex)), distance(ridge, apex)));
  return settle(state, {
    creases,
    free: [...request.front, ...request.back],
    folds: 'free',
    bring: [{ point: request.ridge, to: landing }],
    anchor: still,
    side: request.side,
    picks: request.picks ?? [],
    step: request.step,
  });
}

/** Counter-clockwise angle in degrees from one direction to another, -180 to 180. */
const angleFrom = (a: Point, b: Point): number => (Math.atan2(cross(a, b), dot(a, b)) * 180) / Math.PI;

/** A material point of the facet between two rays from the apex. */
function insideWedge(state: FlatState, f: number, apex: Point, a: Point, b: Point): Point | undefined {
  const middle = add(toUnit(a), toUnit(b));
  const corners = facetOnModel(state, f);
  const loop = cross(subtract(corners[1]!, corners[0]!), subtract(corners[2]!, corners[1]!)) < 0;
  let part: Point[] = loop ? corners.reverse() : corners;
  for (const ray of [a, b]) {
    const line = lineAlong(apex, ray);
    const flip = sideOf(line, add(apex, middle)) < 0;
    part = clipTo(part, flip ? { normal: scale(line.normal, -1), offset: -line.offset } : line);
    if (part.length === 0) return undefined;
  }
  return apply(inverse(state.facets[f]!.placement), centroidOf(part));
}

/** The tip of a flap lifted over a hinge while its edges come to the middle. */
export interface PetalRequest {
  /** Material points: the tip that is lifted and the ends of the hinge. */
  readonly tip: Point;
  readonly hinge: readonly [Point, Point];
  /** Material points of the layers that are lifted, the one seen first; layers joined at the hinge's ends come along. */
  readonly flap: readonly Point[];
  /** Material points of those side layers, where they shall not be found by themselves. */
  readonly sides?: readonly Point[] | undefined;
  /** Where in the model the creases of the side layers meet, when not at the tip (the petals of a frog base). */
  readonly sidesFrom?: Point;
  /** The tip's place when it is blunted or hidden: a point of the model; else where the tip lies. */
  readonly virtualTip?: Point;
  readonly side: 'front' | 'behind';
  readonly picks?: Picks | undefined;
  readonly step: string;
}

/** Petal fold: creases from the tip to both ends of the hinge on the flap and its sides, and the hinge on the flap. */
export function petal(state: FlatState, request: PetalRequest): Outcome<MoveResult, Refusal> {
  const made = petalWith(state, request);
  if (made.ok || made.fault.kind === 'reference') return made;
  const layers = otherLayers(state, request.flap[0], request.flap);
  const fits = layers.find(
    ({ at }) => petalWith(state, { ...request, flap: [at], sides: undefined, picks: undefined }).ok,
  );
  return fits
    ? failed({
        ...made.fault,
        text: `That layer cannot be lifted so; ${fits.words} can: choose it as the flap.`,
      })
    : made;
}

/** Every result a petal fold can have, also those whose edges do not come to the front. */
export function listPetals(state: FlatState, request: PetalRequest): Outcome<MoveResult[], Refusal> {
  const set = petalCreases(state, request);
  return set.ok ? listRefolds(state, { ...set.value.base, picks: [] }) : set;
}

function petalWith(state: FlatState, request: PetalRequest): Outcome<MoveResult, Refusal> {
  const set = petalCreases(state, request);
  if (!set.ok) return set;
  const { base, usual } = set.value;
  const made = refold(state, { ...base, picks: request.picks ?? usual() });
  return made.ok || request.picks ? made : refold(state, { ...base, picks: [] });
}

/** The creases of a petal fold, and the pairs of paper that lie as a hand lays them. */
function petalCreases(
  state: FlatState,
  request: PetalRequest,
): Outcome<{ base: Omit<RefoldRequest, 'picks'>; usual: () => Picks }, Refusal> {
  const [tip, a, b] = [
    request.virtualTip ?? toModel(state, request.tip),
    toModel(state, request.hinge[0]),
    toModel(state, request.hinge[1]),
  ];
  if (!tip || !a || !b) return lost('A point of the petal fold lies off the sheet; choose it again.');
  const [hinge, left, right] = [lineThrough(a, b), lineThrough(tip, a), lineThrough(tip, b)];
  if (!hinge || !left || !right || Math.abs(sideOf(hinge, tip)) < tolerance.alike)
    return lost('Tip and hinge lie in one line now; choose a hinge away from the tip.');
  const flapFacet = request.flap[0] && facetsAt(state, request.flap[0])[0];
  if (flapFacet === undefined) return lost('The flap’s point lies off the sheet; choose it again.');
  const sides = request.sides ?? sidesOf(state, request.flap, [a, b]);
  const still = beyondHinge(state, flapFacet, hinge, tip);
  if (!still)
    return lost('The flap ends at the hinge, so nothing of it would stay; choose a hinge nearer to the tip.');
  const seen: CreaseSense = request.side === 'front' ? 'valley' : 'mountain';
  const from = request.sidesFrom;
  const sideRays = from ? [lineThrough(from, a), lineThrough(from, b)] : [left, right];
  const creases: RefoldCrease[] = [
    ...[left, right].map((ray) => lineCrease(ray, request.flap)),
    ...sideRays.flatMap((ray) => (ray ? [lineCrease(ray, sides)] : [])),
    { frame: 'model', from: a, to: b, on: request.flap, wish: seen },
  ];
  const home = toModel(state, request.tip)!;
  const base = {
    creases,
    free: [...request.flap, ...sides],
    folds: 'free' as const,
    bring: [{ point: request.tip, to: mirrorPoint(hinge, home) }],
    anchor: still,
    side: request.side,
    step: request.step,
  };
  const usual = (): Picks =>
    edgesOnTop(state, flapFacet, [left, right], hinge, tip, between(a, b, 0.5), request.side);
  return done({ base, usual });
}

/** Material points of the layers joined to the flap by folds through the ends of the hinge. */
function sidesOf(state: FlatState, flap: readonly Point[], ends: readonly Point[]): Point[] {
  const own = new Set(flap.flatMap((p) => facetsAt(state, p)));
  return foldsOf(state).flatMap(({ facets: [f, g], from, to }) => {
    if (own.has(f) === own.has(g)) return [];
    const { placement } = state.facets[f]!;
    const [p, q] = [apply(placement, from), apply(placement, to)];
    const meets = ends.some(
      (e) => Math.abs(distance(p, e) + distance(e, q) - distance(p, q)) < tolerance.overlap,
    );
    const other = own.has(f) ? g : f;
    return meets ? [centroidOf(state.facets[other]!.loop.map((v) => state.vertices[v]!))] : [];
  });
}

/** The same line with its normal towards a point, or away from it. */
function facing(line: Line, p: Point, away = false): Line {
  const keep = sideOf(line, p) > 0 !== away;
  return keep ? line : { normal: scale(line.normal, -1), offset: -line.offset };
}

function beyondHinge(state: FlatState, f: number, hinge: Line, tip: Point): Point | undefined {
  const part = clipTo(facetOnModel(state, f), facing(hinge, tip, true));
  return part.length === 0 ? undefined : apply(inverse(state.facets[f]!.placement), centroidOf(part));
}

/** The narrowed edges of the flap lie above its middle, seen from the petal's side: its raw edges come to the front. */
function edgesOnTop(
  state: FlatState,
  f: number,
  rays: readonly Line[],
  hinge: Line,
  tip: Point,
  middle: Point,
  side: 'front' | 'behind',
): Picks {
  const back = inverse(state.facets[f]!.placement);
  const lifted = clipTo(facetOnModel(state, f), facing(hinge, tip));
  const core = rays.reduce((part, ray) => clipTo(part, facing(ray, middle)), lifted);
  if (core.length === 0) return [];
  return rays.flatMap((ray) => {
    const edge = clipTo(lifted, facing(ray, middle, true));
    if (edge.length === 0) return [];
    const pair = [apply(back, centroidOf(edge)), apply(back, centroidOf(core))] as const;
    return [side === 'front' ? pair : ([pair[1], pair[0]] as const)];
  });
}
