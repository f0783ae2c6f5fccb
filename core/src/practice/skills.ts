import type { Move, WrittenMove } from '../kinds/index.ts';
import { facetOnSheet } from '../folded/index.ts';
import { type Point, distance } from '../geometry/index.ts';
import type { LineRef, PointRef } from '../references/index.ts';
import {
  type Scene,
  type Tip,
  cornersFrom,
  goalsOf,
  innerOf,
  pickOne,
  refAtModel,
  refOn,
  ridgesOf,
} from './scene.ts';

type Chance = () => number;

interface SkillSpec {
  readonly word: string;
  readonly is: (move: Move) => boolean;
  /** A move of the skill at a random place of a model, alignments a hand can find; undefined where there is no such place. */
  readonly propose: ((scene: Scene, chance: Chance) => WrittenMove | undefined) | null;
}

/**
 * Every skill that is worth a drill, the milder first: the only list of them. Folds along one line, marks and turning the
 * model are none: a hand that reads a plan has them. A skill without `propose` is practised on the plan's own steps.
 */
const skills = {
  pleat: { word: 'pleat', is: (m) => m.kind === 'pleat', propose: pleat },
  narrow: { word: 'narrowing', is: (m) => m.kind === 'narrow', propose: narrow },
  fan: { word: 'fan of pleats', is: (m) => m.kind === 'accordion', propose: fan },
  'inside reverse': {
    word: 'inside reverse fold',
    is: (m) => m.kind === 'reverse' && m.mode !== 'outside',
    propose: (s, c) => reverse(s, c, 'inside'),
  },
  'outside reverse': {
    word: 'outside reverse fold',
    is: (m) => m.kind === 'reverse' && m.mode === 'outside',
    propose: (s, c) => reverse(s, c, 'outside'),
  },
  squash: { word: 'squash fold', is: (m) => m.kind === 'squash', propose: squash },
  ear: { word: 'rabbit ear', is: (m) => m.kind === 'ear', propose: ear },
  petal: { word: 'petal fold', is: (m) => m.kind === 'petal', propose: petal },
  'pull out': { word: 'pulling paper out', is: (m) => m.kind === 'pull', propose: null },
  swivel: { word: 'swivel fold', is: (m) => m.kind === 'swivel', propose: null },
  'inside crimp': {
    word: 'inside crimp',
    is: (m) => m.kind === 'crimp' && m.mode !== 'outside',
    propose: (s, c) => crimp(s, c, 'inside'),
  },
  'outside crimp': {
    word: 'outside crimp',
    is: (m) => m.kind === 'crimp' && m.mode === 'outside',
    propose: (s, c) => crimp(s, c, 'outside'),
  },
  'open sink': {
    word: 'open sink',
    is: (m) => m.kind === 'sink' && m.mode !== 'closed',
    propose: (s, c) => sink(s, c, 'open'),
  },
  'closed sink': {
    word: 'closed sink',
    is: (m) => m.kind === 'sink' && m.mode === 'closed',
    propose: (s, c) => sink(s, c, 'closed'),
  },
  collapse: { word: 'collapse', is: (m) => m.kind === 'collapse', propose: null },
  refold: { word: 'refolding along several creases', is: (m) => m.kind === 'refold', propose: null },
} as const satisfies Readonly<Record<string, SkillSpec>>;

export type Skill = keyof typeof skills;
export const skillNames = Object.keys(skills) as [Skill, ...Skill[]];

export const skillSpec = (skill: Skill): SkillSpec => skills[skill];

/** The skill a move takes; undefined where it takes none worth a drill. */
export const skillOf = (move: Move): Skill | undefined => skillNames.find((s) => skillSpec(s).is(move));

/** The line that brings a tip onto a corner of a layer, or a share of the way to it. */
function bringing(
  scene: Scene,
  tip: Tip,
  chance: Chance,
  shares: readonly (string | 1)[],
): LineRef | undefined {
  const from = refOn(scene.state, tip.onSheet);
  const goal = pickOne(goalsOf(scene, tip), chance);
  const to = goal && refAtModel(scene.state, goal);
  const share = pickOne(shares, chance)!;
  if (!to || JSON.stringify(to) === JSON.stringify(from)) return undefined;
  return { kind: 'onto', from, to: share === 1 ? to : { kind: 'between', from, to, share } };
}

function reverse(scene: Scene, chance: Chance, mode: 'inside' | 'outside'): WrittenMove | undefined {
  const tip = pickOne(scene.flaps, chance);
  const line = tip && bringing(scene, tip, chance, [1, 1, '2/3']);
  return tip && line && { kind: 'reverse', mode, line, flap: [refOn(scene.state, tip.onSheet)] };
}

function sink(scene: Scene, chance: Chance, mode: 'open' | 'closed'): WrittenMove | undefined {
  const tip = pickOne(scene.closed, chance);
  const line = tip && bringing(scene, tip, chance, [1, '2/3', '1/2']);
  return tip && line && { kind: 'sink', mode, line, flap: [refOn(scene.state, tip.onSheet)] };
}

/**
 * Two lines across a flap, the one nearer to the body first, both at shares of the way from its tip to a corner of a layer;
 * they part by an angle where it shall bend.
 */
function across(scene: Scene, tip: Tip, chance: Chance, lean: number): [LineRef, LineRef] | undefined {
  const from = refOn(scene.state, tip.onSheet);
  const goal = pickOne(goalsOf(scene, tip), chance);
  const to = goal && refAtModel(scene.state, goal);
  if (!to || JSON.stringify(to) === JSON.stringify(from)) return undefined;
  const [near, far] = pickOne(PAIRS, chance)!;
  const side = chance() < 0.5 ? 1 : -1;
  const lineAt = (share: string, degrees: number): LineRef => ({
    kind: 'turned',
    at: { kind: 'between', from, to, share },
    towards: from,
    degrees,
  });
  return [lineAt(near, 90), lineAt(far, 90 + side * lean)];
}

/** Shares from the tip at which the two creases cross a flap. */
const PAIRS = [
  ['1/2', '1/3'],
  ['1/2', '3/8'],
  ['5/8', '1/2'],
  ['2/3', '1/2'],
  ['1/3', '1/4'],
] as const;

function crimp(scene: Scene, chance: Chance, mode: 'inside' | 'outside'): WrittenMove | undefined {
  const tip = pickOne(scene.flaps, chance);
  const lines = tip && across(scene, tip, chance, pickOne([10, 15, 20], chance)!);
  return tip && lines && { kind: 'crimp', mode, lines, flap: [refOn(scene.state, tip.onSheet)] };
}

function pleat(scene: Scene, chance: Chance): WrittenMove | undefined {
  const tip = pickOne(scene.flaps, chance);
  const lines = tip && across(scene, tip, chance, pickOne([0, 0, 10], chance)!);
  return (
    tip &&
    lines && {
      kind: 'pleat',
      sense: chance() < 0.5 ? 'valley' : 'mountain',
      lines,
      flap: [refOn(scene.state, tip.onSheet)],
      layers: 'flap',
    }
  );
}

function fan(scene: Scene, chance: Chance): WrittenMove | undefined {
  const tip = pickOne(scene.flaps, chance);
  const lines = tip && across(scene, tip, chance, 0);
  return (
    tip &&
    lines && {
      kind: 'accordion',
      lines,
      pleats: 2 + Math.floor(chance() * 3),
      flap: [refOn(scene.state, tip.onSheet)],
    }
  );
}

/** A tip between two edges of one layer; its axis the middle line. */
function narrow(scene: Scene, chance: Chance): WrittenMove | undefined {
  const { state } = scene;
  const tip = pickOne(scene.flaps, chance);
  const own = tip && layersWith(scene, tip);
  const facet = own && pickOne(own, chance);
  if (!tip || facet === undefined) return undefined;
  const first = facetOnSheet(state, facet).findIndex((p) => distance(p, tip.onSheet) < 1e-9);
  const corners = cornersFrom(state, facet, first);
  const axis = refAtModel(state, tip.root);
  const edges = [corners[1]!, corners.at(-1)!].map((p): PointRef => refOn(state, p)) as [PointRef, PointRef];
  return (
    axis && {
      kind: 'narrow',
      sense: 'valley',
      tip: refOn(state, tip.onSheet),
      axis,
      edges,
      layers: 'flap',
    }
  );
}

const layersWith = ({ state }: Scene, tip: Tip): number[] =>
  state.facets.flatMap((_, f) =>
    facetOnSheet(state, f).some((p) => distance(p, tip.onSheet) < 1e-9) ? [f] : [],
  );

/** A doubled flap: one long fold, its two layers, and the corner it hangs on. */
function squash({ state }: Scene, chance: Chance): WrittenMove | undefined {
  const fold = pickOne(ridgesOf(state), chance);
  if (!fold) return undefined;
  const { facets, from, to } = fold;
  const [apex, ridge] = chance() < 0.5 ? [from, to] : [to, from];
  const [front, back] = chance() < 0.5 ? facets : [facets[1], facets[0]];
  const hinge = pickOne(
    facetOnSheet(state, front).filter((p) => distance(p, apex) > 1e-6 && distance(p, ridge) > 1e-6),
    chance,
  );
  if (!hinge) return undefined;
  const on = (f: number): PointRef[] => [{ kind: 'sheet', at: [...innerOf(state, f)] }];
  return {
    kind: 'squash',
    apex: refOn(state, apex),
    ridge: refOn(state, ridge),
    hinge: refOn(state, hinge),
    to: refOn(state, hinge),
    front: on(front),
    back: on(back),
    side: chance() < 0.5 ? 'front' : 'behind',
  };
}

/** The tip of a layer of four corners lifted over a hinge whose ends are found by halving the angles at it. */
function petal({ state }: Scene, chance: Chance): WrittenMove | undefined {
  const fours = state.facets.flatMap((f, i) => (f.loop.length === 4 ? [i] : []));
  const facet = pickOne(fours, chance);
  if (facet === undefined) return undefined;
  const corners = cornersFrom(state, facet, Math.floor(chance() * 4)).map((p) => refOn(state, p));
  const [tip, left, apex, right] = corners as [PointRef, PointRef, PointRef, PointRef];
  const end = (corner: PointRef): PointRef => ({
    kind: 'meet',
    a: { kind: 'bisector', from: corner, at: tip, to: apex },
    b: { kind: 'through', a: apex, b: corner },
    frame: 'sheet',
  });
  return {
    kind: 'petal',
    tip,
    hinge: [end(left), end(right)],
    flap: [{ kind: 'sheet', at: [...innerOf(state, facet)] }],
    side: chance() < 0.5 ? 'front' : 'behind',
  };
}

/** A triangle with one corner free, folded on the halvings of its angles. */
function ear({ state }: Scene, chance: Chance): WrittenMove | undefined {
  const facet = Math.floor(chance() * state.facets.length);
  const count = facetOnSheet(state, facet).length;
  const corners = cornersFrom(state, facet, Math.floor(chance() * count));
  const [own, left, right] = [corners[0]!, corners[1]!, corners[count - 1]!];
  const inner = innerOf(state, facet);
  const middle = [(left[0] + right[0]) / 2, (left[1] + right[1]) / 2] as const;
  const anchor: Point = [
    middle[0] - (inner[0] - middle[0]) * 0.02,
    middle[1] - (inner[1] - middle[1]) * 0.02,
  ];
  return {
    kind: 'ear',
    tip: refOn(state, own),
    base: [refOn(state, left), refOn(state, right)],
    towards: chance() < 0.5 ? 0 : 1,
    through: [{ kind: 'sheet', at: [...inner] }],
    anchor: { kind: 'sheet', at: [...anchor] },
    side: chance() < 0.5 ? 'front' : 'behind',
  };
}
