import { type Figure, leavesOf, limbsAt, limbsOf } from '../parts/index.ts';

/** One straight piece of a limb as the pose wants it, seen from the hub outwards. */
interface ChainPiece {
  readonly limb: string;
  readonly lengthMm: number;
  /** Degrees of the pose from its inner to its outer end, counter-clockwise from level. */
  readonly angle: number;
}

/** Everything between the hub and one end: with one hub, inner limbs are folded once for every end behind them. */
export interface Chain {
  readonly leaf: string;
  readonly name: string;
  readonly pieces: readonly ChainPiece[];
}

/** The chains of a figure from the node that lies at the base's hub. Limbs without an angle keep the one before. */
export function chainsFrom(figure: Figure, hub: string): Chain[] {
  const names = new Map(limbsOf(figure, []).map((l) => [l.id, l.name]));
  const leaves = leavesOf(figure);
  const chains: Chain[] = [];
  const walk = (node: string, from: string | undefined, pieces: readonly ChainPiece[]): void => {
    if (leaves.includes(node) && node !== hub) chains.push({ leaf: node, name: names.get(node)!, pieces });
    for (const limb of limbsAt(figure, node)) {
      const next = limb.from === node ? limb.to : limb.from;
      if (next === from) continue;
      const given = limb.angle ?? pieces.at(-1)?.angle ?? 90;
      const angle = limb.angle === undefined || limb.from === node ? given : given + 180;
      walk(next, node, [...pieces, { limb: limb.name, lengthMm: limb.length, angle }]);
    }
  };
  walk(hub, undefined, []);
  return chains;
}
