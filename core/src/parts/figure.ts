import { tolerance } from '../geometry/index.ts';
import { z } from 'zod';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';

const name = z.string().trim().min(1).max(60);

/** Fields of a stick figure as files and plans keep them. */
export const figureSchema = z.object({
  name: name.default('figure'),
  nodes: z.array(name).min(2, 'a figure needs two nodes at least').max(200, 'at most 200 nodes are read'),
  limbs: z
    .array(
      z.object({
        name,
        from: name,
        to: name,
        length: z
          .number('a length is a number of mm')
          .positive('a length is more than 0 mm')
          .max(5000, 'a length is at most 5000 mm'),
        angle: z.number().min(-3600).max(3600).optional(),
        width: z
          .number('a width is a number of mm')
          .positive('a width is more than 0 mm')
          .max(1000)
          .optional(),
        /** Which paper side shall show on it. */
        side: z.enum(['front', 'back']).optional(),
        /** May be left out where a base has too few flaps. */
        optional: z.boolean().optional(),
      }),
    )
    .min(1, 'a figure needs one limb at least')
    .max(200, 'at most 200 limbs are read'),
  pairs: z.array(z.tuple([name, name], 'a pair names two limbs')).default([]),
  onAxis: z.array(name).default([]),
  symmetry: z.enum(['none', 'book', 'diagonal']).default('none'),
  /** End nodes held on the sheet at a corner ("A") or on an edge ("AB"). */
  pins: z
    .array(z.object({ leaf: name, to: z.string().min(1).max(2) }))
    .max(40)
    .default([]),
});

/**
 * A stick figure: a tree of limbs with lengths in mm of the finished model. `pairs` name limbs that mirror each other,
 * `onAxis` names end nodes on the mirror line; `angle` is degrees of the pose from `from` to `to`, counter-clockwise from
 * level; `width` is mm across the finished limb.
 */
export type Figure = z.infer<typeof figureSchema>;
export type FigureLimb = Figure['limbs'][number];

/** Reads a stick figure; fails with the limb or node, the limit and the remedy. */
export function readFigure(value: unknown): Outcome<Figure, Issue[]> {
  const read = figureSchema.safeParse(value);
  if (!read.success)
    return failed(
      read.error.issues.slice(0, 8).map((i) => ({
        path: i.path.join('.'),
        text: `${i.path.join('.') || 'The figure'}: ${i.message}.`,
      })),
    );
  const wrong = checkFigure(read.data);
  return wrong.length > 0 ? failed(wrong) : done(read.data);
}

function checkFigure(figure: Figure): Issue[] {
  const { nodes, limbs, pairs, onAxis } = figure;
  const found: Issue[] = [];
  const tell = (path: string, text: string): void => void found.push({ path, text });
  const twice = (list: readonly string[]): string | undefined => list.find((n, i) => list.indexOf(n) !== i);
  const doubleNode = twice(nodes);
  if (doubleNode) tell('nodes', `Two nodes are called "${doubleNode}"; give each its own name.`);
  const doubleLimb = twice(limbs.map((l) => l.name));
  if (doubleLimb) tell('limbs', `Two limbs are called "${doubleLimb}"; give each its own name.`);
  for (const { name: limb, from, to } of limbs) {
    const lost = [from, to].find((n) => !nodes.includes(n));
    if (lost)
      tell(
        'limbs',
        `Limb "${limb}" ends at "${lost}", which is not in the list of nodes; add the node or correct the name.`,
      );
    if (from === to)
      tell('limbs', `Limb "${limb}" begins and ends at "${from}"; let it end at another node.`);
  }
  if (found.length > 0) return found;
  const parts = countParts(nodes, limbs);
  if (limbs.length + parts > nodes.length)
    tell('limbs', 'The limbs close a ring, and paper folds into trees only; take one limb of the ring out.');
  else if (parts > 1)
    tell('limbs', `The figure is in ${parts} pieces that do not hang together; join them with a limb.`);
  const byName = new Map(limbs.map((l) => [l.name, l]));
  for (const [a, b] of pairs) {
    const lost = [a, b].find((n) => !byName.has(n));
    if (lost) tell('pairs', `The pair names a limb "${lost}" that does not exist; correct the name.`);
    else if (a === b) tell('pairs', `"${a}" is paired with itself; a pair needs two limbs.`);
    else if (Math.abs(byName.get(a)!.length - byName.get(b)!.length) > tolerance.samePoint)
      tell('pairs', `"${a}" and "${b}" are a pair and differ in length; make them equal, or undo the pair.`);
  }
  const lone = pairs.flat().find((limb, i, all) => all.indexOf(limb) !== i);
  if (lone) tell('pairs', `"${lone}" is in two pairs; leave it in one.`);
  const leaves = leavesOf(figure);
  const inner = onAxis.find((n) => !leaves.includes(n));
  if (inner) tell('onAxis', `"${inner}" is no end of a limb; only ends can be held on the mirror line.`);
  const loose = figure.pins.find((p) => !leaves.includes(p.leaf));
  if (loose)
    tell('pins', `"${loose.leaf}" is no end of a limb; only ends can be held at the sheet's edge or corner.`);
  return found;
}

function countParts(nodes: readonly string[], limbs: readonly FigureLimb[]): number {
  const parent = new Map(nodes.map((n) => [n, n]));
  const root = (n: string): string => (parent.get(n) === n ? n : root(parent.get(n)!));
  for (const { from, to } of limbs) parent.set(root(from), root(to));
  return nodes.filter((n) => parent.get(n) === n).length;
}

export const limbsAt = ({ limbs }: Figure, node: string): FigureLimb[] =>
  limbs.filter((l) => l.from === node || l.to === node);

/** The node everything hangs on: where most limbs meet, the first of several. */
export function rootOf(figure: Figure): string {
  return figure.nodes.reduce((best, node) =>
    limbsAt(figure, node).length > limbsAt(figure, best).length ? node : best,
  );
}

/** End nodes of the figure: each becomes the tip of a flap. A single limb has one, its root is the rest of the paper. */
export function leavesOf(figure: Figure): string[] {
  const root = rootOf(figure);
  return figure.nodes.filter((n) => n !== root && limbsAt(figure, n).length === 1);
}

/** Path lengths in mm from a node to every node. */
export function pathsFrom(figure: Figure, start: string): Map<string, number> {
  const far = new Map([[start, 0]]);
  const queue = [start];
  for (const node of queue)
    for (const { from, to, length } of limbsAt(figure, node)) {
      const next = from === node ? to : from;
      if (far.has(next)) continue;
      far.set(next, far.get(node)! + length);
      queue.push(next);
    }
  return far;
}

/** Path lengths between all leaves, in mm, in the order of `leavesOf`. */
export function distancesOf(figure: Figure): number[][] {
  const leaves = leavesOf(figure);
  return leaves.map((start) => {
    const far = pathsFrom(figure, start);
    return leaves.map((leaf) => far.get(leaf)!);
  });
}

/** A flap the figure wants: one end, and the way from it to the first node where limbs part. */
export interface WantedFlap {
  readonly leaf: string;
  /** The limb that ends at the leaf. */
  readonly limb: string;
  readonly lengthMm: number;
}

/** The flaps a figure wants; a chain of two-limb nodes is one flap with joints, limbs between partings are no flaps. */
export function flapsOf(figure: Figure): WantedFlap[] {
  const root = rootOf(figure);
  return leavesOf(figure).map((leaf) => {
    const first = limbsAt(figure, leaf)[0]!;
    let [node, lengthMm, limb] = [leaf, 0, first];
    for (;;) {
      lengthMm += limb.length;
      node = limb.from === node ? limb.to : limb.from;
      const onward = limbsAt(figure, node).filter((l) => l !== limb);
      if (onward.length !== 1 || node === root) return { leaf, limb: first.name, lengthMm };
      limb = onward[0]!;
    }
  });
}

/** The side the flap that ends at a leaf shall show: as its outermost limb says that says anything. */
export function sideOfFlap(figure: Figure, leaf: string): FigureLimb['side'] {
  const root = rootOf(figure);
  let [node, limb] = [leaf, limbsAt(figure, leaf)[0]];
  while (limb) {
    if (limb.side) return limb.side;
    node = limb.from === node ? limb.to : limb.from;
    const onward: FigureLimb[] = limbsAt(figure, node).filter((l) => l !== limb);
    limb = onward.length === 1 && node !== root ? onward[0] : undefined;
  }
  return undefined;
}

/** The leaf beyond a limb, where there is just one on its outer side. */
function leafBeyond(figure: Figure, limb: FigureLimb): string | undefined {
  const leaves = leavesOf(figure);
  const beyond = (start: string): string[] => {
    const met = new Set([limb.from === start ? limb.to : limb.from, start]);
    const queue = [start];
    for (const node of queue)
      for (const { from, to } of limbsAt(figure, node))
        for (const next of [from, to])
          if (!met.has(next)) {
            met.add(next);
            queue.push(next);
          }
    return leaves.filter((l) => queue.includes(l));
  };
  const sides = [beyond(limb.to), beyond(limb.from)];
  return sides.find((s) => s.length === 1)?.[0];
}

/** Pairs of leaves that mirror each other, by number in `leavesOf`. */
export function leafPairsOf(figure: Figure): [number, number][] {
  const leaves = leavesOf(figure);
  const byName = new Map(figure.limbs.map((l) => [l.name, l]));
  const found = figure.pairs.flatMap((pair): [number, number][] => {
    const [a, b] = pair.map((n) => leafBeyond(figure, byName.get(n)!));
    return a === undefined || b === undefined || a === b ? [] : [[leaves.indexOf(a), leaves.indexOf(b)]];
  });
  return found.filter(([a, b], i) => found.findIndex(([c, d]) => a === c && b === d) === i);
}

/** A limb between two partings: paper no flap may use, wide as the limb is long. */
export interface River {
  readonly limb: string;
  /** The leaves on its side with fewer of them. */
  readonly leaves: readonly string[];
  /** From each of these leaves to the nearer and the farther bank, in mm. */
  readonly nearMm: readonly number[];
  readonly farMm: readonly number[];
}

/** The rivers of a figure, those with more leaves behind them first, so that inner ones are drawn over outer ones. */
export function riversOf(figure: Figure): River[] {
  const leaves = leavesOf(figure);
  const root = rootOf(figure);
  const flapLimbs = new Set<FigureLimb>();
  for (const leaf of leaves) {
    let [node, limb] = [leaf, limbsAt(figure, leaf)[0]];
    while (limb) {
      flapLimbs.add(limb);
      node = limb.from === node ? limb.to : limb.from;
      const onward: FigureLimb[] = limbsAt(figure, node).filter((l) => l !== limb);
      limb = onward.length === 1 && node !== root ? onward[0] : undefined;
    }
  }
  return figure.limbs
    .filter((l) => !flapLimbs.has(l))
    .map((l) => {
      const [ofFrom, ofTo] = [pathsFrom(figure, l.from), pathsFrom(figure, l.to)];
      const nearTo = leaves.filter((leaf) => ofTo.get(leaf)! < ofFrom.get(leaf)!);
      const beyond = nearTo.length * 2 <= leaves.length ? nearTo : leaves.filter((n) => !nearTo.includes(n));
      const near = beyond.map((leaf) => Math.min(ofTo.get(leaf)!, ofFrom.get(leaf)!));
      return { limb: l.name, leaves: beyond, nearMm: near, farMm: near.map((d) => d + l.length) };
    })
    .sort((a, b) => b.leaves.length - a.leaves.length);
}
