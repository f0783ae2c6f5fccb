import { type FlatState, buildArrangement, layersUnder, toModel, toOutline } from '../folded/index.ts';
import { type Point, add, bearing, boundsOf, distance, toTurn } from '../geometry/index.ts';
import type { Aim } from './aim.ts';
import type { Chain, ChainPiece } from './chains.ts';
import type { LaidChain } from './laid.ts';

/** How one limb of a draft came out. */
export interface LimbVerdict {
  readonly chain: Chain;
  /** The largest error of any of its pieces: mm, share of the piece's length, degrees. */
  readonly offMm: number;
  readonly offShare: number;
  readonly offDegrees: number;
  /** Farthest any of its joints and its end lies from where the figure laid on best has it, as a share of the span. */
  readonly placeOff: number;
  /** Folded way from root to end against the wanted way, 0 where the paper runs straight from joint to joint. */
  readonly detour: number;
  /** No other paper lies beyond its end. */
  readonly endShows: boolean;
}

/** How a draft came out, limb by limb and as a whole; the wanted figure is laid on it where it fits best. */
export interface DraftVerdict {
  readonly limbs: readonly LimbVerdict[];
  /** The farthest of all joints and ends, as a share of the span. */
  readonly placeOff: number;
  /** Share of the silhouette's area farther from every wanted limb than a tenth of the figure's span. */
  readonly areaOff: number;
  /** Share of the outline farther from every wanted limb than that; told beside it. */
  readonly outlineOff: number;
  /** All limbs within 5 % and 5 degrees, every joint and end within 5 % of the span of its place. */
  readonly isAccepted: boolean;
  /** Accepted; no detour over 5 %, every end shows, at most 25 % of the area off the limbs. */
  readonly isReadable: boolean;
  /** The limb that is farthest from what was wanted. */
  readonly worst: string;
  /** Wanted limbs in mm, in the frame of the folded state, each from its inner to its outer end. */
  readonly wanted: readonly { readonly limb: string; readonly from: Point; readonly to: Point }[];
}

/** What a draft is judged by: shares of a limb, degrees, shares of the span, of a way, of the area. */
export const LIMIT = { share: 0.05, degrees: 5, place: 0.05, detour: 0.05, area: 0.25, near: 0.1 };
/** Outline samples, lines of the grid the area is sampled on, and how far beyond an end other paper is looked for (share of the span). */
const SAMPLES = 600;
const GRID = 90;
const BEYOND = 0.006;

/** Measures a folded pose against what was wanted; `state` stands as posed. */
export function judgeDraft(
  state: FlatState,
  laid: readonly LaidChain[],
  { sideMm, body }: Pick<Aim, 'sideMm' | 'body'>,
): DraftVerdict {
  const map = buildArrangement(state);
  const where = (p: Point): Point => toModel(state, p)!;
  const reach = (from: Point, { limb, lengthMm, angle }: ChainPiece) => {
    const turn = (angle * Math.PI) / 180;
    const far = lengthMm / sideMm;
    return { limb, from, to: [from[0] + far * Math.cos(turn), from[1] + far * Math.sin(turn)] as Point };
  };
  const first = where(laid.find((l) => l.chain.hub === 0)!.joints[0]!);
  const trunk = body && reach(first, body);
  const hubs = trunk ? [trunk.from, trunk.to] : [first];
  const wanted = [
    ...(trunk ? [trunk] : []),
    ...laid.flatMap(({ chain }) => {
      let from = hubs[chain.hub]!;
      return chain.pieces.map((piece) => {
        const own = reach(from, piece);
        from = own.to;
        return own;
      });
    }),
  ];
  const ends = wanted.flatMap((w) => [w.from, w.to]);
  const span = Math.max(
    ...[0, 1].map((a) => Math.max(...ends.map((p) => p[a]!)) - Math.min(...ends.map((p) => p[a]!))),
  );
  // Where the figure's nodes are wanted, and where they came to lie; each chain from its hub to its end.
  const pairs = [
    ...hubs.map((want, hub) => ({
      want,
      have: where(laid.find((l) => l.chain.hub === hub)!.root),
      leaf: '',
    })),
    ...laid.flatMap(({ chain, joints }) => {
      let want = hubs[chain.hub]!;
      return chain.pieces.map((piece, i) => {
        want = reach(want, piece).to;
        return { want, have: where(joints[i + 1]!), leaf: chain.leaf };
      });
    }),
  ];
  const offsets = pairs.map(({ want, have }): Point => [have[0] - want[0], have[1] - want[1]]);
  const shift = middleOf(offsets);
  const placeOff = (leaf: string): number =>
    Math.max(0, ...offsets.flatMap((o, i) => (pairs[i]!.leaf === leaf ? [distance(o, shift)] : []))) / span;
  const errorOf = (piece: ChainPiece, a: Point, b: Point) => {
    const long = piece.lengthMm / sideMm;
    const off = Math.abs(distance(a, b) - long);
    return { off, share: off / long, degrees: Math.abs(toTurn(bearing(a, b) - piece.angle)) };
  };
  const limbs = laid.map(({ chain, joints, starts }): LimbVerdict => {
    // Paper between two folds that turn a joint lies hidden in it: the next piece begins beyond.
    const pieces = starts.map((from, i) => [from, joints[i + 1]!] as const);
    const at = pieces.map(([a, b]) => [where(a), where(b)] as const);
    const errors = chain.pieces.map((piece, i) => errorOf(piece, ...at[i]!));
    const straight = pieces.reduce((s, [a, b]) => s + distance(a, b), 0);
    const folded = at.reduce((s, [a, b]) => s + distance(a, b), 0);
    const [inner, end] = at.at(-1)!;
    const far = distance(inner, end) || 1;
    const beyond: Point = [
      end[0] + ((end[0] - inner[0]) / far) * BEYOND * span,
      end[1] + ((end[1] - inner[1]) / far) * BEYOND * span,
    ];
    return {
      chain,
      offMm: Math.max(...errors.map((e) => e.off)) * sideMm,
      offShare: Math.max(...errors.map((e) => e.share)),
      offDegrees: Math.max(...errors.map((e) => e.degrees)),
      placeOff: placeOff(chain.leaf),
      detour: folded > 0 ? straight / folded - 1 : 1,
      endShows: layersUnder(map, beyond).length === 0,
    };
  });
  if (body) {
    const [a, b] = [0, 1].map((hub) => where(laid.find((l) => l.chain.hub === hub)!.root));
    const { off, share, degrees } = errorOf(body, a!, b!);
    limbs.unshift({
      chain: {
        leaf: body.limb,
        name: `${body.limb.charAt(0).toUpperCase()}${body.limb.slice(1)}`,
        hub: 0,
        pieces: [body],
      },
      offMm: off * sideMm,
      offShare: share,
      offDegrees: degrees,
      placeOff: placeOff(''),
      // A body that has been pleated shorter is as wanted; it has no end to show.
      detour: 0,
      endShows: true,
    });
  }
  const atBest = wanted.map(({ limb, from, to }) => ({ limb, from: add(from, shift), to: add(to, shift) }));
  const outline = toOutline(map);
  const near = LIMIT.near * span;
  const areaOff = areaShareOff(outline, atBest, near);
  const isAccepted = !limbs.some(isMissed);
  const badness = (l: LimbVerdict): number =>
    Math.max(
      l.offShare / LIMIT.share,
      l.offDegrees / LIMIT.degrees,
      l.placeOff / LIMIT.place,
      l.detour / LIMIT.detour,
    );
  return {
    limbs,
    placeOff: Math.max(0, ...offsets.map((o) => distance(o, shift))) / span,
    areaOff,
    outlineOff: shareOff(outline, atBest, near),
    isAccepted,
    isReadable: isAccepted && areaOff <= LIMIT.area && !limbs.some(isHidden),
    worst: limbs.reduce((a, b) => (badness(b) > badness(a) ? b : a)).chain.name,
    wanted: atBest,
  };
}

/** Too long or short, pointing wrong, or out of its place. */
export const isMissed = ({ offShare, offDegrees, placeOff }: LimbVerdict): boolean =>
  offShare > LIMIT.share || offDegrees > LIMIT.degrees || placeOff > LIMIT.place;

/** Its end lies within other paper, or its paper takes a detour. */
export const isHidden = ({ endShows, detour }: LimbVerdict): boolean => !endShows || detour > LIMIT.detour;

/** Centre of the smallest circle about all points (Badoiu and Clarkson 2003). */
function middleOf(points: readonly Point[]): Point {
  let middle = points[0]!;
  for (let k = 1; k <= 400; k++) {
    const far = points.reduce((a, b) => (distance(b, middle) > distance(a, middle) ? b : a));
    middle = [middle[0] + (far[0] - middle[0]) / (k + 1), middle[1] + (far[1] - middle[1]) / (k + 1)];
  }
  return middle;
}

/** Share of the area within an outline (holes are loops of it too) that lies farther from every limb than `near`. */
function areaShareOff(
  loops: readonly (readonly Point[])[],
  wanted: readonly { readonly from: Point; readonly to: Point }[],
  near: number,
): number {
  const { minX, minY, maxX, maxY } = boundsOf(loops.flat());
  let [within, off] = [0, 0];
  for (let i = 0; i < GRID; i++)
    for (let j = 0; j < GRID; j++) {
      const p: Point = [minX + ((i + 0.5) / GRID) * (maxX - minX), minY + ((j + 0.5) / GRID) * (maxY - minY)];
      if (!isWithin(loops, p)) continue;
      within++;
      if (wanted.every((w) => toSegment(p, w.from, w.to) > near)) off++;
    }
  return within > 0 ? off / within : 1;
}

/** Even-odd over all loops: a point in a hole lies outside. */
function isWithin(loops: readonly (readonly Point[])[], [x, y]: Point): boolean {
  let inside = false;
  for (const loop of loops)
    loop.forEach((p, i) => {
      const q = loop[(i + 1) % loop.length]!;
      if (p[1] > y !== q[1] > y && x < p[0] + ((y - p[1]) / (q[1] - p[1])) * (q[0] - p[0])) inside = !inside;
    });
  return inside;
}

function shareOff(
  loops: readonly (readonly Point[])[],
  wanted: readonly { readonly from: Point; readonly to: Point }[],
  near: number,
): number {
  const sides = loops.flatMap((loop) => loop.map((p, i) => [p, loop[(i + 1) % loop.length]!] as const));
  const total = sides.reduce((s, [p, q]) => s + distance(p, q), 0);
  let off = 0;
  let count = 0;
  for (const [p, q] of sides) {
    const pieces = Math.max(1, Math.round((SAMPLES * distance(p, q)) / total));
    for (let i = 0; i < pieces; i++) {
      const t = (i + 0.5) / pieces;
      const at: Point = [p[0] + (q[0] - p[0]) * t, p[1] + (q[1] - p[1]) * t];
      const weight = distance(p, q) / pieces;
      count += weight;
      if (wanted.every((w) => toSegment(at, w.from, w.to) > near)) off += weight;
    }
  }
  return count > 0 ? off / count : 1;
}

function toSegment(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b[0] - a[0], b[1] - a[1]];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((p[0] - a[0]) * dx + (p[1] - a[1]) * dy) / square));
  return Math.hypot(p[0] - a[0] - t * dx, p[1] - a[1] - t * dy);
}
