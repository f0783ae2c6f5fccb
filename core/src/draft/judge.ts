import { type FlatState, buildArrangement, layersUnder, toModel, toOutline } from '../folded/index.ts';
import { type Point, bearing, distance, toTurn } from '../geometry/index.ts';
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
  /** Folded way from root to end against the wanted way, 0 where the paper runs straight from joint to joint. */
  readonly detour: number;
  /** No other paper lies beyond its end. */
  readonly endShows: boolean;
}

/** How a draft came out: every limb, and the share of the outline that is off the figure. */
export interface DraftVerdict {
  readonly limbs: readonly LimbVerdict[];
  /** Share of the outline farther from every wanted limb than a tenth of the figure's span. */
  readonly outlineOff: number;
  /** All limbs within 5 % and 5 degrees. */
  readonly isAccepted: boolean;
  /** No detour over 5 %, every end shows, at most 25 % of the outline off the limbs. */
  readonly isReadable: boolean;
  /** Wanted limbs in mm, in the frame of the folded state, each from its inner to its outer end. */
  readonly wanted: readonly { readonly limb: string; readonly from: Point; readonly to: Point }[];
}

const LIMIT = { share: 0.05, degrees: 5, detour: 0.05, outline: 0.25, near: 0.1 };
/** Outline samples, and how far beyond an end other paper is looked for (share of the span). */
const SAMPLES = 600;
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
  const errorOf = (piece: ChainPiece, a: Point, b: Point) => {
    const long = piece.lengthMm / sideMm;
    const off = Math.abs(distance(a, b) - long);
    return { off, share: off / long, degrees: Math.abs(toTurn(bearing(a, b) - piece.angle)) };
  };
  const limbs = laid.map(({ chain, joints }): LimbVerdict => {
    const at = joints.map(where);
    const errors = chain.pieces.map((piece, i) => errorOf(piece, at[i]!, at[i + 1]!));
    const straight = joints.slice(1).reduce((s, p, i) => s + distance(p, joints[i]!), 0);
    const folded = at.slice(1).reduce((s, p, i) => s + distance(p, at[i]!), 0);
    const [inner, end] = [at.at(-2)!, at.at(-1)!];
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
      // A body that has been pleated shorter is as wanted; it has no end to show.
      detour: 0,
      endShows: true,
    });
  }
  const outlineOff = shareOff(toOutline(map), wanted, LIMIT.near * span);
  return {
    limbs,
    outlineOff,
    isAccepted: limbs.every((l) => l.offShare <= LIMIT.share && l.offDegrees <= LIMIT.degrees),
    isReadable: outlineOff <= LIMIT.outline && limbs.every((l) => l.detour <= LIMIT.detour && l.endShows),
    wanted: wanted.map(({ limb, from, to }) => ({ limb, from, to })),
  };
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
