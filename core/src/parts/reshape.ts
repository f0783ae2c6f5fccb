import { type Point, toTurn, tolerance } from '../geometry/index.ts';
import { type Issue, type Outcome, done, failed } from '../outcome/index.ts';
import { type Figure, type FigureLimb, leavesOf, readFigure } from './figure.ts';
import { placeNodes, poseLimbs, reachTo, sizeOf } from './pose.ts';

/** What can be said anew of a limb without changing what hangs on what. */
export type LimbChange = Partial<
  Pick<FigureLimb, 'name' | 'length' | 'angle' | 'width' | 'side' | 'optional'>
>;

const mateOf = (figure: Figure, name: string): string | undefined =>
  figure.pairs.find((p) => p.includes(name))?.find((n) => n !== name);

const freshName = (taken: readonly string[], wanted: string): string => {
  if (!taken.includes(wanted)) return wanted;
  for (let i = 2; ; i++) if (!taken.includes(`${wanted} ${i}`)) return `${wanted} ${i}`;
};

/** Every limb written from the root outwards with the angle it has, so that a change of one moves no other. */
function straightened(figure: Figure): Figure {
  const posed = poseLimbs(figure);
  return {
    ...figure,
    limbs: figure.limbs.map((l) => {
      const { inner, outer, angle } = posed.find((p) => p.limb === l)!;
      return { ...l, from: inner, to: outer, angle };
    }),
  };
}

/**
 * Changes a limb; its mate takes the same length and width. Fails on lengths that are none, and on a name that is taken.
 */
export function changeLimb(figure: Figure, name: string, change: LimbChange): Outcome<Figure, Issue> {
  const own = straightened(figure);
  const mate = mateOf(figure, name);
  const shared = Object.fromEntries(
    Object.entries(change).filter(([key]) => key === 'length' || key === 'width'),
  );
  const renamed = change.name?.trim() ?? name;
  return tidy({
    ...own,
    limbs: own.limbs.map((l) =>
      l.name === name
        ? {
            ...l,
            ...change,
            ...(change.angle === undefined ? {} : { angle: toTurn(change.angle) }),
            name: renamed,
          }
        : l.name === mate
          ? { ...l, ...shared }
          : l,
    ),
    pairs: own.pairs.map((p) => p.map((n) => (n === name ? renamed : n)) as [string, string]),
  });
}

/** Brings a node to a place of the pose: the limb that ends there takes length and angle, what hangs on it comes along. */
export function moveNode(figure: Figure, node: string, to: Point): Outcome<Figure, Issue> {
  const limb = poseLimbs(figure).find((p) => p.outer === node);
  if (!limb) return done(figure);
  return changeLimb(figure, limb.limb.name, reachTo(placeNodes(figure).get(limb.inner)!, to));
}

/** A new limb at a node, leading into the widest gap between those that are there. */
export function addLimb(
  figure: Figure,
  node: string,
  length: number,
  wanted = 'limb',
): Outcome<Figure, Issue> {
  const own = straightened(figure);
  const angles = poseLimbs(own)
    .flatMap((p) => (p.inner === node ? [p.angle] : p.outer === node ? [toTurn(p.angle + 180)] : []))
    .sort((a, b) => a - b);
  const gaps = angles.map((a, i) => ({ a, gap: (angles[i + 1] ?? angles[0]! + 360) - a }));
  const widest = gaps.reduce((best, g) => (g.gap > best.gap + tolerance.samePoint ? g : best));
  const name = freshName(
    own.limbs.map((l) => l.name),
    wanted,
  );
  const leaf = freshName(own.nodes, `${name} end`);
  return tidy({
    ...own,
    nodes: [...own.nodes, leaf],
    limbs: [
      ...own.limbs,
      { name, from: node, to: leaf, length, angle: toTurn(Math.round(widest.a + widest.gap / 2)) },
    ],
  });
}

/** A joint in the middle of a limb, and of its mate; the outer part keeps the name. */
export function splitLimb(figure: Figure, name: string): Outcome<Figure, Issue> {
  let own = straightened(figure);
  const mate = mateOf(figure, name);
  const uppers: string[] = [];
  for (const part of mate ? [name, mate] : [name]) {
    const limb = own.limbs.find((l) => l.name === part)!;
    const joint = freshName(own.nodes, `${part} joint`);
    const upper = freshName(
      own.limbs.map((l) => l.name),
      `upper ${part}`,
    );
    uppers.push(upper);
    own = {
      ...own,
      nodes: [...own.nodes, joint],
      limbs: own.limbs.flatMap((l) =>
        l !== limb
          ? [l]
          : [
              { ...l, name: upper, to: joint, length: l.length / 2 },
              { ...l, from: joint, length: l.length / 2 },
            ],
      ),
    };
  }
  return tidy({ ...own, pairs: mate ? [...own.pairs, [uppers[0]!, uppers[1]!]] : own.pairs });
}

/** Takes a joint of two limbs out: the outer limb reaches from the inner's beginning, straight, as long as both. */
export function joinAt(figure: Figure, node: string): Outcome<Figure, Issue> {
  const own = straightened(figure);
  const inner = own.limbs.find((l) => l.to === node);
  const onward = own.limbs.filter((l) => l.from === node);
  if (!inner || onward.length !== 1)
    return failed({
      path: 'nodes',
      text: `At "${node}" no two limbs follow each other; only such a joint can be taken out.`,
    });
  const outer = onward[0]!;
  return tidy({
    ...own,
    nodes: own.nodes.filter((n) => n !== node),
    limbs: own.limbs.flatMap((l) =>
      l === inner
        ? []
        : l === outer
          ? [{ ...l, from: inner.from, length: inner.length + l.length, angle: inner.angle! }]
          : [l],
    ),
    pairs: own.pairs.filter((p) => !p.includes(inner.name) && !p.includes(outer.name)),
  });
}

/** A limb and all beyond it again on the other side of its root, limb by limb a pair. */
export function copyAcross(figure: Figure, name: string): Outcome<Figure, Issue> {
  const own = straightened(figure);
  const limb = own.limbs.find((l) => l.name === name)!;
  if (mateOf(own, name))
    return failed({
      path: 'pairs',
      text: `"${name}" has its mate already; undo the pair before you copy it.`,
    });
  const nodes = new Map<string, string>([[limb.from, limb.from]]);
  let next = own;
  for (const l of [limb, ...beyond(own, limb.to)]) {
    const copy = freshName(
      next.limbs.map((k) => k.name),
      otherSide(l.name),
    );
    const end = freshName(next.nodes, `${copy} end`);
    nodes.set(l.to, end);
    next = {
      ...next,
      nodes: [...next.nodes, end],
      limbs: [
        ...next.limbs,
        // Across the upright through the root; a limb that stands on it leans a little, so that both are seen.
        {
          ...l,
          name: copy,
          from: nodes.get(l.from)!,
          to: end,
          angle: toTurn(180 - l.angle! + (Math.abs(Math.abs(l.angle!) - 90) < 1 ? 14 : 0)),
        },
      ],
      pairs: mateOf(next, l.name) ? next.pairs : [...next.pairs, [l.name, copy]],
    };
  }
  return tidy(next);
}

const otherSide = (name: string): string =>
  /\bleft\b/.test(name)
    ? name.replace(/\bleft\b/, 'right')
    : /\bright\b/.test(name)
      ? name.replace(/\bright\b/, 'left')
      : `other ${name}`;

function beyond(figure: Figure, node: string): FigureLimb[] {
  return figure.limbs.filter((l) => l.from === node).flatMap((l) => [l, ...beyond(figure, l.to)]);
}

/** Takes a limb out with all that hangs on it. */
export function takeOut(figure: Figure, name: string): Outcome<Figure, Issue> {
  const own = straightened(figure);
  const limb = own.limbs.find((l) => l.name === name)!;
  const gone = [limb, ...beyond(own, limb.to)];
  if (gone.length === own.limbs.length)
    return failed({ path: 'limbs', text: 'A figure needs one limb at least; begin another figure instead.' });
  const names = gone.map((l) => l.name);
  return tidy({
    ...own,
    nodes: own.nodes.filter((n) => !gone.some((l) => l.to === n)),
    limbs: own.limbs.filter((l) => !gone.includes(l)),
    pairs: own.pairs.filter((p) => !p.some((n) => names.includes(n))),
  });
}

/** Makes two limbs a pair, the second as long and wide as the first; with null undoes the pair of the first. */
export function pairLimbs(figure: Figure, name: string, mate: string | null): Outcome<Figure, Issue> {
  const pairs = figure.pairs.filter((p) => !p.includes(name) && (mate === null || !p.includes(mate)));
  if (mate === null) return tidy({ ...figure, pairs });
  const { length, width } = figure.limbs.find((l) => l.name === name)!;
  return tidy({
    ...figure,
    limbs: figure.limbs.map((l) =>
      l.name === mate ? { ...l, length, ...(width === undefined ? {} : { width }) } : l,
    ),
    pairs: [...pairs, [name, mate]],
  });
}

/** The same proportions at another size: the pose becomes so many mm high or long. */
export function scaleFigure(
  figure: Figure,
  dimension: 'height' | 'length',
  mm: number,
): Outcome<Figure, Issue> {
  const { width, height } = sizeOf(figure);
  const has = dimension === 'height' ? height : width;
  if (has < tolerance.samePoint)
    return failed({
      path: 'limbs',
      text: `The pose has no ${dimension}; turn a limb, or scale by the other dimension.`,
    });
  const factor = mm / has;
  return tidy({
    ...figure,
    limbs: figure.limbs.map((l) => ({
      ...l,
      length: Math.round(l.length * factor * 100) / 100,
      ...(l.width === undefined ? {} : { width: Math.round(l.width * factor * 100) / 100 }),
    })),
  });
}

/** Sets the mirror of the packing, or holds an end at an edge or a corner of the sheet (null: lets it go). */
export function changePacking(
  figure: Figure,
  change: { readonly symmetry: Figure['symmetry'] } | { readonly leaf: string; readonly to: string | null },
): Outcome<Figure, Issue> {
  if ('symmetry' in change) return tidy({ ...figure, symmetry: change.symmetry });
  const { leaf, to } = change;
  const pins = figure.pins.filter((p) => p.leaf !== leaf);
  return tidy({ ...figure, pins: to === null ? pins : [...pins, { leaf, to }] });
}

/** The figure without pins and axis ends that are no ends any more, checked. */
function tidy(figure: Figure): Outcome<Figure, Issue> {
  const leaves = leavesOf(figure);
  const read = readFigure({
    ...figure,
    onAxis: figure.onAxis.filter((n) => leaves.includes(n)),
    pins: figure.pins.filter((p) => leaves.includes(p.leaf)),
  });
  return read.ok ? read : failed(read.fault[0]!);
}
