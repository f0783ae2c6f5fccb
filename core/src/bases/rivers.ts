import { type MoleculeTree, creasesOf } from '../molecule/index.ts';
import { type Point, type Segment, add, scale, subtract, toUnit } from '../geometry/index.ts';
import type { SheetShape } from '../sheet/index.ts';
import { type Base, type DesignedFlap, on, sequence, square } from './words.ts';

/** A tip on the border of the sheet (in sheet sides), in the order in which it is walked round counter-clockwise. */
export interface PlacedTip {
  readonly at: Point;
  readonly leaf: string;
}

/** What a base of molecules is made from; see `creasesOf` for what must hold. */
export interface MoleculeDesign {
  readonly id: string;
  readonly name: string;
  readonly sheet: SheetShape;
  readonly tips: readonly PlacedTip[];
  readonly tree: MoleculeTree;
  /** How far the paper may reach from the axis; what is farther is folded to and fro. */
  readonly narrow?: number;
  /** Layers that shall lie above others: a point of each. */
  readonly picks?: readonly (readonly [Point, Point])[];
}

/** A base collapsed on the creases of the molecules between its tips, with the flaps it was designed to have. */
export function moleculeBase({ id, name, sheet, tips, tree, narrow, picks = [] }: MoleculeDesign): Base {
  const creases = creasesOf(tips, tree, narrow);
  const edge = subtract(tips[1]!.at, tips[0]!.at);
  const along = toUnit(edge);
  // A point beside the first edge, off every crease that runs in from it.
  const anchor = add(add(tips[0]!.at, scale(edge, 0.37)), scale([-along[1], along[0]], 0.011));
  const limbOf = (leaf: string) => tree.edges.find((e) => e.from === leaf || e.to === leaf)!;
  const rootOf = (leaf: string): string => (limbOf(leaf).from === leaf ? limbOf(leaf).to : limbOf(leaf).from);
  const designed = tips.map(({ at, leaf }, i): DesignedFlap => {
    const beside = [tips[(i + 1) % tips.length]!, tips[(i + tips.length - 1) % tips.length]!];
    // Towards the other hub no fold crosses the edge at the root.
    const towards = beside.find((b) => rootOf(b.leaf) !== rootOf(leaf)) ?? beside[0]!;
    return { leaf, tip: at, inward: toUnit(subtract(towards.at, at)), length: limbOf(leaf).length };
  });
  return collapsedBase({
    id,
    name,
    sheet,
    creases: creases.map(({ from, to }) => ({ from, to, sense: 'folded' as const })),
    anchor,
    designed,
    picks,
  });
}

/** A base that is one collapse. */
export interface CollapseDesign {
  readonly id: string;
  readonly name: string;
  readonly sheet: SheetShape;
  readonly creases: readonly (Segment & { readonly sense: 'valley' | 'mountain' | 'folded' })[];
  /** A point of the sheet that stays where it is. */
  readonly anchor: Point;
  readonly designed: readonly DesignedFlap[];
  readonly picks?: readonly (readonly [Point, Point])[];
}

/** A base collapsed on its creases at once, with the flaps it was designed to have. */
export const collapsedBase = ({
  id,
  name,
  sheet,
  creases,
  anchor,
  designed,
  picks = [],
}: CollapseDesign): Base => ({
  id,
  name,
  family: 'river',
  sheet,
  points: {},
  designed,
  steps: sequence(id, [
    [
      'collapse',
      {
        kind: 'collapse',
        creases: creases.map(({ from, to, sense }) => ({ from: on(...from), to: on(...to), sense })),
        anchor: on(...anchor),
        picks: picks.map(([above, below]) => [on(...above), on(...below)]),
      },
    ],
  ]),
});

/** A figure with two hubs: flaps at each, and the body between. */
export interface TwoHubs {
  readonly body: number;
  /** Flaps of the first hub, then of the second, each in the order of their tips round the sheet. */
  readonly flaps: readonly {
    readonly at: Point;
    readonly leaf: string;
    readonly length: number;
    readonly hub: 0 | 1;
  }[];
}

/** Tips and tree of a figure with two hubs; its flaps point away from the body. */
export function layTwoHubs({ body, flaps }: TwoHubs): { tips: PlacedTip[]; tree: MoleculeTree } {
  const hubs = ['hub 1', 'hub 2'] as const;
  return {
    tips: flaps.map(({ at, leaf }) => ({ at, leaf })),
    tree: {
      edges: [
        { from: hubs[0], to: hubs[1], length: body },
        ...flaps.map(({ leaf, length, hub }) => ({ from: hubs[hub], to: leaf, length })),
      ],
      along: Object.fromEntries([
        [hubs[0], 0],
        [hubs[1], body],
        ...flaps.map(({ leaf, length, hub }) => [leaf, hub === 0 ? -length : body + length] as const),
      ]),
    },
  };
}

/** Legs at the corners, head and tail in the middle of two edges: fore + head = hind + tail = half the width. */
function sixFlaps(
  id: string,
  name: string,
  [width, height]: readonly [number, number],
  { fore, hind, tail }: { fore: number; hind: number; tail: boolean },
): Base {
  const middle = width / 2;
  return moleculeBase({
    id,
    name,
    sheet: height === width ? square : { kind: 'rectangle', width, height },
    ...layTwoHubs({
      body: height - fore - hind,
      flaps: [
        { at: [0, 0], leaf: 'left fore of six', length: fore, hub: 0 },
        { at: [middle, 0], leaf: 'head of six', length: middle - fore, hub: 0 },
        { at: [width, 0], leaf: 'right fore of six', length: fore, hub: 0 },
        { at: [width, height], leaf: 'right hind of six', length: hind, hub: 1 },
        ...(tail
          ? [{ at: [middle, height] as Point, leaf: 'tail of six', length: middle - hind, hub: 1 as const }]
          : []),
        { at: [0, height], leaf: 'left hind of six', length: hind, hub: 1 },
      ],
    }),
  });
}

/** Bases with a body: flaps at two hubs with paper between them that belongs to none. */
export const riverBases: readonly Base[] = [
  sixFlaps('river-quarters', 'Six quarters about a body', [1, 1], { fore: 1 / 4, hind: 1 / 4, tail: true }),
  sixFlaps('river-thirds', 'Four thirds about a body', [1, 1], { fore: 1 / 3, hind: 1 / 3, tail: true }),
  sixFlaps('river-trunk', 'Two halves below a trunk', [1, 1], { fore: 1 / 4, hind: 1 / 2, tail: false }),
  sixFlaps('river-long', 'Six flaps about a long body, 3:2', [1, 1.5], { fore: 0.3, hind: 0.3, tail: true }),
];
