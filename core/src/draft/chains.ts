import { type Figure, type Seat, leavesOf, limbsAt, limbsOf, wayBetween } from '../parts/index.ts';
import { toTurn } from '../geometry/index.ts';

/** One straight piece of a limb as the pose wants it, seen from the hub outwards. */
export interface ChainPiece {
  readonly limb: string;
  readonly lengthMm: number;
  /** Degrees of the pose from its inner to its outer end, counter-clockwise from level. */
  readonly angle: number;
}

/** Everything between a hub and one end: inner limbs that are no body are folded once for every end behind them. */
export interface Chain {
  readonly leaf: string;
  readonly name: string;
  /** Which of the base's hubs it leaves. */
  readonly hub: number;
  readonly pieces: readonly ChainPiece[];
}

/** Way from its hub to its end, in mm. */
export const lengthOf = ({ pieces }: Chain): number => pieces.reduce((s, p) => s + p.lengthMm, 0);

/** A turn of fewer degrees is none. */
export const STRAIGHT = 4.5;

/** The chains of a figure on its hubs. Limbs without an angle keep the one before. */
export function chainsFrom(figure: Figure, { nodes }: Seat): Chain[] {
  const names = new Map(limbsOf(figure, []).map((l) => [l.id, l.name]));
  const leaves = leavesOf(figure);
  const between =
    nodes.length === 2
      ? new Set(
          [...wayBetween(figure, nodes[0], nodes[1]), ...wayBetween(figure, nodes[1], nodes[0])].map(
            (w) => w.limb,
          ),
        )
      : new Set<string>();
  const chains: Chain[] = [];
  const walk = (hub: number, node: string, from: string | undefined, pieces: readonly ChainPiece[]): void => {
    if (leaves.includes(node) && node !== nodes[hub])
      chains.push({ leaf: node, name: names.get(node)!, hub, pieces });
    for (const limb of limbsAt(figure, node)) {
      const next = limb.from === node ? limb.to : limb.from;
      if (next === from || between.has(limb.name)) continue;
      const given = limb.angle ?? pieces.at(-1)?.angle ?? 90;
      const angle = limb.angle === undefined || limb.from === node ? given : given + 180;
      walk(hub, next, node, [...pieces, { limb: limb.name, lengthMm: limb.length, angle }]);
    }
  };
  nodes.forEach((node, hub) => walk(hub, node, undefined, []));
  return chains;
}

/** The body between two hubs as one piece; none with one hub, or where it is bent and no base could follow it. */
export function bodyFrom(figure: Figure, { nodes, body, bodyMm }: Seat): ChainPiece | undefined {
  if (nodes.length < 2) return undefined;
  const angles = wayBetween(figure, nodes[0], nodes[1]!).map(({ node, limb: name }) => {
    const limb = figure.limbs.find((l) => l.name === name)!;
    return limb.angle === undefined ? undefined : limb.from === node ? limb.angle : limb.angle + 180;
  });
  const angle = angles.find((a) => a !== undefined) ?? 180;
  if (angles.some((a) => a !== undefined && Math.abs(toTurn(a - angle)) > STRAIGHT)) return undefined;
  return { limb: body, lengthMm: bodyMm, angle };
}
